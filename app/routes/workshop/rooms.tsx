import type { Route } from "./+types/rooms";
import { askedTools, type Rooms } from "#core/scene/rooms";
import { surfaceSchools } from "#core/surface/treatments";
import { buildingLacks, schoolLacks } from "#core/plan/space";
import { getHabits, getRooms, getWorkshop } from "#data/workshop";
import { Button } from "#ui/Button";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { dateText, localNow } from "#app/clock";
import { currencyOptions, isCurrency } from "#app/currencies";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, readForm, refuse, type SentForm, textOf } from "#app/readForm";
import { type Weather, weatherBar, weatherFactor } from "#core/materials/weather";
import { clockText, minutesOfClock } from "./clockTimes";
import { KeptForm } from "#route/KeptForm";
import type { Printer } from "#core/print/printer";
import type { Workshop } from "#core/scene/workshop";
import { roomsForm } from "./forms";
import { type Outcome, refused, success } from "#core/outcome";
import type { Answered } from "#app/readForm";

/** What cannot be used in an air, in a sentence. */
function barredNow(air: Weather): string {
  const out = (
    [
      ["sprays and lacquers", "lacquer"],
      ["water-based paint", "water"],
      ["epoxy", "epoxy"],
    ] as const
  )
    .filter(([, of]) => weatherBar(of, air) !== null)
    .map(([words]) => words);
  return out.length === 0 ? "Everything may be used." : `Not for ${out.join(", ")}.`;
}

export const clientLoader = async () => ({ rooms: await getRooms(), workshop: await getWorkshop() });

/** Quiet hours as they are typed: both ends or none. */
function quietOf(form: SentForm, mostDb: number): Outcome<Rooms["quiet"]> {
  const typed = [textOf(form, "quietFrom"), textOf(form, "quietTo")];
  const [from = null, to = null] = typed.map(minutesOfClock);
  if (from !== null && to !== null) return success({ from, to, mostDb });
  if (typed.every((t) => t === "")) return success(null);
  const words =
    "Quiet hours have a beginning and an end, for instance 22:00 and 07:00. Leave both empty for none.";
  return refused("rooms/quiet", words, ["quietTo"]);
}

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const old = await getRooms();
  const otherDay = textOf(form, "day");
  const fields = await fieldsOf(form, roomsForm);
  if (!fields.ok) return refuse(fields.problems);
  const typed = fields.value;
  const quiet = quietOf(form, typed.mostDb);
  if (!quiet.ok) return refuse(quiet.problems);
  const rooms: Rooms = {
    ventilation: textOf(form, "ventilation") as Rooms["ventilation"],
    dustExtraction: textOf(form, "dustExtraction") === "on",
    outdoors: textOf(form, "outdoors") === "on",
    benchM2: typed.bench,
    hasMessyPlace: textOf(form, "hasMessyPlace") === "on",
    hasWater: textOf(form, "hasWater") === "on",
    missingTools: askedTools.filter((t) => textOf(form, `tool-${t}`) !== "on"),
    resinAllowed: textOf(form, "resinAllowed") === "on",
    quiet: quiet.value,
    exposureMinutesAWeek: typed.exposure,
    longestPlateMinutes: typed.longestHours * 60,
    hourWorthMinor: Math.round(typed.hourWorth * 100),
    powerMinorPerKwh: Math.round(typed.power * 100),
    weather: { temperatureC: typed.temperature, humidity: typed.humidity / 100 },
    shelfPieces: typed.shelf,
    away: old.away,
    productTimes: old.productTimes,
    days: old.days.filter((d) => !form[`drop-${d.day}`] && d.day !== otherDay),
  };
  if (otherDay !== "" && (typed.dayTemperature === undefined || typed.dayHumidity === undefined))
    return refuse([
      {
        code: "rooms/day",
        path: ["day"],
        message: "Another day needs its temperature and its humidity, for instance 12 and 80.",
      },
    ]);
  const day = {
    day: otherDay,
    temperatureC: typed.dayTemperature ?? 0,
    humidity: (typed.dayHumidity ?? 0) / 100,
  };
  const withDay: Rooms =
    otherDay === ""
      ? rooms
      : { ...rooms, days: [...rooms.days, day].sort((x, y) => (x.day < y.day ? -1 : 1)) };
  const currency = textOf(form, "currency");
  const habits = await getHabits();
  return answer(
    await keep("Change the rooms", [
      { table: "settings", put: { id: "rooms", rooms: withDay } },
      ...(isCurrency(currency) && currency !== habits.currency
        ? [{ table: "settings" as const, put: { ...habits, currency } }]
        : []),
    ]),
  );
}

/** Fields that say themselves what is wrong with them. */
const typedHere = [
  ...["quietTo", "mostDb", "bench", "shelf", "exposure", "longestHours", "hourWorth", "power"],
  ...["temperature", "humidity", "day", "dayTemperature", "dayHumidity"],
];

/**
 * Where the work is done: air, dust, noise, and what time and power are worth. They steer machine, primer and
 * method.
 */
export default function RoomsPage({ loaderData: { rooms, workshop }, actionData }: Route.ComponentProps) {
  const loud = rooms.quiet ? workshop.printers.filter((p) => p.noiseDb > rooms.quiet!.mostDb) : [];
  return (
    <KeptForm className="grid max-w-3xl gap-5" version={JSON.stringify([rooms, workshop.currency])}>
      <h1>Rooms</h1>
      <Problems problems={actionData?.problems} fields={typedHere} />
      <AirFields rooms={rooms} actionData={actionData} />
      <WeatherFields rooms={rooms} actionData={actionData} />
      <fieldset className="panel grid gap-3">
        <legend className="font-head text-[19px] font-semibold">Places</legend>
        <Field
          label="Free bench, m²"
          name="bench"
          inputMode="decimal"
          defaultValue={rooms.benchM2 ?? ""}
          hint="Empty: enough. Cutting foam and wood wants 0.5, sanding 0.2 (defaults)."
          problems={actionData?.problems}
        />
        <Tick
          label="Something may get dusty: foam and wood are cut here, prints are sanded"
          name="hasMessyPlace"
          defaultChecked={rooms.hasMessyPlace ?? true}
        />
        <Tick label="There is water at the bench" name="hasWater" defaultChecked={rooms.hasWater ?? true} />
        <ToolTicks rooms={rooms} />
        {[buildingLacks(rooms), ...surfaceSchools.map((s) => schoolLacks(s, rooms))].map(
          (lack) =>
            lack && (
              <p key={lack} className="text-[14px]">
                {lack}
              </p>
            ),
        )}
        <Field
          label="Pieces that can lie and dry at once"
          name="shelf"
          inputMode="numeric"
          defaultValue={rooms.shelfPieces ?? ""}
          hint="Empty: there is always room. A step that would not find room on the shelf waits; what is more than a full shelf goes in turns."
          problems={actionData?.problems}
        />
      </fieldset>
      <NoiseFields rooms={rooms} actionData={actionData} loud={loud} />
      <MoneyFields rooms={rooms} actionData={actionData} workshop={workshop} />
      <div>
        <Button kind="main" type="submit">
          Keep these rooms
        </Button>
      </div>
    </KeptForm>
  );
}

function ToolTicks({ rooms }: { readonly rooms: Rooms }) {
  return (
    <fieldset className="flex flex-wrap gap-x-5" aria-label="Tools at this bench">
      <legend className="text-[13px] text-ink-2">
        Tools that not every bench has; untick what is not here
      </legend>
      {askedTools.map((tool) => (
        <Tick
          key={tool}
          label={tool}
          name={`tool-${tool}`}
          defaultChecked={!rooms.missingTools?.includes(tool)}
        />
      ))}
    </fieldset>
  );
}

function MoneyFields({
  rooms,
  actionData,
  workshop,
}: {
  readonly rooms: Rooms;
  readonly actionData: Answered;
  readonly workshop: Workshop;
}) {
  return (
    <fieldset className="panel grid gap-3">
      <legend className="font-head text-[19px] font-semibold">Time and money</legend>
      <div className="grid items-start gap-3 sm:grid-cols-3">
        <Field
          label="Longest filament plate, h"
          name="longestHours"
          inputMode="decimal"
          defaultValue={rooms.longestPlateMinutes / 60}
          hint="What one failure may cost."
          problems={actionData?.problems}
        />
        <Choice
          label="Money is told in"
          name="currency"
          defaultValue={workshop.currency}
          options={currencyOptions()}
          hint="Prices that were typed stay the numbers they are."
        />
        <Field
          label="An hour of your hands is worth"
          name="hourWorth"
          inputMode="decimal"
          defaultValue={(rooms.hourWorthMinor / 100).toFixed(2)}
          hint="Weighs hands against machines."
          problems={actionData?.problems}
        />
        <Field
          label="Power, a kWh"
          name="power"
          inputMode="decimal"
          defaultValue={(rooms.powerMinorPerKwh / 100).toFixed(2)}
          problems={actionData?.problems}
        />
      </div>
    </fieldset>
  );
}

function NoiseFields({
  rooms,
  actionData,
  loud,
}: {
  readonly rooms: Rooms;
  readonly actionData: Answered;
  readonly loud: Printer[];
}) {
  return (
    <fieldset className="panel grid gap-3">
      <legend className="font-head text-[19px] font-semibold">Noise</legend>
      <div className="grid items-start gap-3 sm:grid-cols-3">
        <Field
          label="Quiet from"
          name="quietFrom"
          type="time"
          defaultValue={rooms.quiet ? clockText(rooms.quiet.from) : ""}
        />
        <Field
          label="until"
          name="quietTo"
          type="time"
          defaultValue={rooms.quiet ? clockText(rooms.quiet.to) : ""}
          problems={actionData?.problems}
        />
        <Field
          label="Nothing louder then than, dB"
          name="mostDb"
          inputMode="numeric"
          defaultValue={rooms.quiet?.mostDb ?? 45}
          problems={actionData?.problems}
        />
      </div>
      <p className="text-[14px] text-ink-2">
        {loud.length > 0
          ? `${loud.map((p) => `${p.name} (${p.noiseDb} dB)`).join(", ")} ${loud.length === 1 ? "stands" : "stand"} still in quiet hours.`
          : "No machine is held back by quiet hours."}
      </p>
    </fieldset>
  );
}

function WeatherFields({ rooms, actionData }: { readonly rooms: Rooms; readonly actionData: Answered }) {
  return (
    <fieldset className="panel grid gap-3">
      <legend className="font-head text-[19px] font-semibold">Weather at the bench</legend>
      <div className="grid items-start gap-3 sm:grid-cols-2">
        <Field
          label="Usually, degrees C"
          name="temperature"
          inputMode="decimal"
          defaultValue={rooms.weather.temperatureC}
          hint={`Water acrylic then takes ${weatherFactor("water", rooms.weather).value.toFixed(1)} times as long, enamel ${weatherFactor("enamel or oil", rooms.weather).value.toFixed(1)} (common practice).`}
          problems={actionData?.problems}
        />
        <Field
          label="Humidity, %"
          name="humidity"
          inputMode="decimal"
          defaultValue={Math.round(100 * rooms.weather.humidity)}
          hint={barredNow(rooms.weather)}
          problems={actionData?.problems}
        />
      </div>
      {rooms.days.length > 0 && (
        <ul className="grid gap-1">
          {rooms.days.map((d) => (
            <li key={d.day}>
              <Tick
                label={`${dateText(localNow().today, d.day)}: ${d.temperatureC} C, ${Math.round(100 * d.humidity)} %. ${barredNow(d)} Tick to take it away.`}
                name={`drop-${d.day}`}
              />
            </li>
          ))}
        </ul>
      )}
      <OtherDay actionData={actionData} rooms={rooms} />
    </fieldset>
  );
}

function OtherDay({ actionData, rooms }: { readonly actionData: Answered; readonly rooms: Rooms }) {
  return (
    <div className="grid items-start gap-3 sm:grid-cols-3">
      <Field
        label="Another day"
        name="day"
        type="date"
        defaultValue=""
        hint="What cannot stand its air waits for the next."
        problems={actionData?.problems}
      />
      <Field
        label="degrees C"
        name="dayTemperature"
        inputMode="decimal"
        defaultValue={rooms.weather.temperatureC}
        problems={actionData?.problems}
      />
      <Field
        label="humidity, %"
        name="dayHumidity"
        inputMode="decimal"
        defaultValue={Math.round(100 * rooms.weather.humidity)}
        problems={actionData?.problems}
      />
    </div>
  );
}

function AirFields({ rooms, actionData }: { readonly rooms: Rooms; readonly actionData: Answered }) {
  return (
    <fieldset className="panel grid gap-3">
      <legend className="font-head text-[19px] font-semibold">Air</legend>
      <Choice
        label="Ventilation"
        name="ventilation"
        defaultValue={rooms.ventilation}
        options={[
          ["none", "none to speak of"],
          ["window", "a window"],
          ["extraction", "an extractor to the outside"],
        ]}
        hint={
          rooms.ventilation === "none"
            ? "Brush on water-based primer and varnish; no sprays, no solvents."
            : "Solvent sprays only with air moving outward."
        }
      />
      <Tick
        label="Dust is sucked off where it is made"
        name="dustExtraction"
        defaultChecked={rooms.dustExtraction}
      />
      <Tick label="There is a place outdoors to spray" name="outdoors" defaultChecked={rooms.outdoors} />
      <Tick label="Liquid resin is allowed here" name="resinAllowed" defaultChecked={rooms.resinAllowed} />
      <Field
        label="Most time a week over resin, solvent and spray, min"
        name="exposure"
        inputMode="numeric"
        defaultValue={rooms.exposureMinutesAWeek ?? ""}
        hint="Empty: no limit of your own. Safety sheets and local rules come first."
        problems={actionData?.problems}
      />
    </fieldset>
  );
}
