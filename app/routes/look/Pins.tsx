import { useState } from "react";
import { useFetcher } from "react-router";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { buriedUnder, offersFor, plannedAnswer } from "#core/plan/surface/pins";
import { USUAL_TALC_PARTS } from "#core/surface/fillers";
import { type Pin, pinCauses, pinFinds, pinSize } from "#core/scene/pin";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";

/** Where a pin is set: a point of the part and its zone. */
export type PinPlace = { readonly at: readonly [number, number, number]; readonly zone: number };

type Props = {
  readonly p: PartPlan;
  readonly place: PinPlace | null;
  readonly isArmed: boolean;
  readonly arm: (armed: boolean) => void;
};

/** Defects and gaps of a part: what mends each or comes over it, and what is still to be looked at. */
export function Pins({ p, place, isArmed, arm }: Props) {
  const { input } = useScene();
  const pins = input.pins.filter((pin) => pin.partId === p.part.id);
  return (
    <section className="grid gap-2" aria-label="Pins">
      <h2 className="text-[16px]">Pins</h2>
      {pins.length === 0 && (
        <p className="text-[14px] text-ink-2">
          A gap, a scar, a bubble: set a pin, and see what mends it or hides it.
        </p>
      )}
      <ul className="grid gap-2" aria-label="Pins of this part">
        {pins.map((pin) => (
          <PinLine key={pin.id} pin={pin} p={p} />
        ))}
      </ul>
      <Button aria-pressed={isArmed} kind={isArmed ? "main" : "plain"} onClick={() => arm(!isArmed)}>
        {isArmed ? "Tap the place on the part, or press Enter" : "Set a pin"}
      </Button>
      {place && <PinForm key={place.at.join()} p={p} place={place} done={() => arm(false)} />}
    </section>
  );
}

function PinLine({ pin, p }: { readonly pin: Pin; readonly p: PartPlan }) {
  const { input } = useScene();
  const fetcher = useFetcher();
  const send = (fields: Record<string, string>) =>
    void fetcher.submit({ id: pin.id, ...fields }, { method: "post" });
  const offers = offersFor(pin, p, input.grounds);
  const planned = plannedAnswer(pin, p, input.grounds);
  const under = buriedUnder(pin, p, input.grounds);
  const zone = p.part.zones.find((z) => z.number === pin.zone)?.name;
  return (
    <li className="panel grid gap-1 text-[14px]">
      <strong className="font-semibold">
        {pin.cause}
        {pinSize(pin)}
        {zone && p.part.zones.length > 1 ? `, ${zone}` : ""}
      </strong>
      <span className="text-ink-2">
        {pin.wanted ? "wanted as it is" : pin.state === "open" ? (planned?.words ?? "nothing") : pin.state}
        {under && pin.state === "open" && !pin.wanted && `; under the ${under}: closed, not sanded`}
      </span>
      {pin.state === "open" && !pin.wanted && offers.length > 1 && (
        <select
          className="input"
          aria-label={`What mends the ${pin.cause}`}
          value={planned?.answer ?? ""}
          onChange={(e) => send({ intent: "pin-change", answer: e.target.value })}
        >
          {offers.map((o) => (
            <option key={o.answer} value={o.answer}>
              {o.answer}: {o.words}
            </option>
          ))}
        </select>
      )}
      {planned?.answer === "paste" && <Talc pin={pin} send={send} />}
      <div className="flex flex-wrap gap-1">
        {pin.state === "open" && !pin.wanted && (
          <Button onClick={() => send({ intent: "pin-change", state: "done" })}>Done</Button>
        )}
        {pin.state === "done" && (
          <Button onClick={() => send({ intent: "pin-change", state: "checked" })}>Checked again</Button>
        )}
        {pin.state !== "open" && (
          <Button onClick={() => send({ intent: "pin-change", state: "open" })}>Open again</Button>
        )}
        <Button onClick={() => send({ intent: "pin-change", wanted: pin.wanted ? "no" : "yes" })}>
          {pin.wanted ? "Not wanted after all" : "Wanted as it is"}
        </Button>
        <Button onClick={() => send({ intent: "pin-remove" })}>Take out</Button>
      </div>
    </li>
  );
}

/** The ratio of its paste. */
const Talc = ({
  pin,
  send,
}: {
  readonly pin: Pin;
  readonly send: (fields: Record<string, string>) => void;
}) => (
  <label className="flex items-center gap-2">
    parts of talc to 1 of resin
    <input
      className="input !w-20"
      inputMode="decimal"
      defaultValue={pin.talcParts ?? USUAL_TALC_PARTS}
      onBlur={({ target: { value, defaultValue } }) => {
        if (value !== defaultValue) send({ intent: "pin-change", talcParts: value });
      }}
    />
  </label>
);

function PinForm({
  p,
  place,
  done,
}: {
  readonly p: PartPlan;
  readonly place: PinPlace;
  readonly done: () => void;
}) {
  const fetcher = useFetcher();
  const [cause, setCause] = useState<string>(pinCauses[0]);
  const zone = p.part.zones.find((z) => z.number === place.zone);
  return (
    <fetcher.Form
      method="post"
      className="panel grid gap-2 text-[14px]"
      aria-label="A new pin"
      onSubmit={done}
    >
      <input type="hidden" name="intent" value="pin" />
      <input type="hidden" name="at" value={place.at.join(",")} />
      <input type="hidden" name="zone" value={zone ? zone.number : ""} />
      <div className="grid grid-cols-2 gap-2">
        <label className="grid gap-1">
          what it is
          <select className="input" name="cause" value={cause} onChange={(e) => setCause(e.target.value)}>
            {pinCauses.map((c) => (
              <option key={c}>{c}</option>
            ))}
          </select>
        </label>
        <label className="grid gap-1">
          found
          <select className="input" name="find">
            {pinFinds.map((f) => (
              <option key={f}>{f}</option>
            ))}
          </select>
        </label>
        {cause === "plain patch" ? (
          <Size name="areaCm2" text="area, cm²" />
        ) : (
          <>
            <Size name="widthMm" text="width, mm" />
            <Size name="depthMm" text="depth, mm" />
            <Size name="lengthMm" text="length, mm" />
          </>
        )}
      </div>
      <Faces />
      <Button type="submit" kind="main">
        Keep the pin
      </Button>
    </fetcher.Form>
  );
}

const Faces = () => (
  <>
    <label className="flex items-center gap-2">
      <input type="checkbox" name="textured" /> its face has a texture
    </label>
    <label className="flex items-center gap-2">
      <input type="checkbox" name="sandable" defaultChecked /> sandpaper reaches it
    </label>
  </>
);

const Size = ({ name, text }: { readonly name: string; readonly text: string }) => (
  <label className="grid gap-1">
    {text}
    <input className="input" name={name} inputMode="decimal" autoComplete="off" />
  </label>
);
