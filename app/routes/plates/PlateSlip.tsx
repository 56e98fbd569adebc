import { type PlatePlan } from "#core/plan/plates/planPlates";
import { FigureView } from "#ui/FigureView";
import { momentText } from "#app/clock";
import { Slip, SlipLines } from "#route/scenes/Slip";
import type { RunSlot } from "#core/print/printCalendar";
import type { Workshop } from "#core/scene/workshop";

/** What the plate takes, when it runs, and with which settings. */
export function PlateSlip({
  plate,
  run,
  today,
  workshop,
}: {
  readonly plate: PlatePlan;
  readonly run: RunSlot | undefined;
  readonly today: string;
  readonly workshop: Workshop;
}) {
  return (
    <Slip title={`Plate ${plate.number}`} subtitle={`${plate.printer.name}, ${plate.laid.length} pieces`}>
      <SlipLines
        title="It takes"
        lines={[
          ["time", <FigureView key="t" figure={plate.minutes} label="Time of this plate" />],
          ["material", <FigureView key="g" figure={plate.grams} label="Material" />],
          ["runs to expect", <FigureView key="r" figure={plate.runs} label="Runs for one good plate" />],
          [
            "fails",
            `${Math.round(100 * plate.odds.total)} in 100 (common practice and this machine's record)`,
          ],
          ["layers", plate.layers.toLocaleString("en")],
        ]}
      />
      {run && (
        <SlipLines
          title="When"
          lines={[
            ["set up", momentText(today, run.setupAt)],
            ["runs until", momentText(today, run.endsAt)],
            ["cleared", momentText(today, run.clearedAt)],
          ]}
        />
      )}
      <SlipLines
        title="Printed with"
        lines={Object.entries(plate.settings)
          .filter(([k]) => k !== "kind")
          .slice(0, 6)
          .map(([k, v]) => [settingWord(k), String(v)])}
      />
      <p className="text-[13px] text-ink-2">
        {workshop.unattended ? "Runs may go on while nobody is there." : "It runs only while you are there."}
      </p>
    </Slip>
  );
}
const settingWord = (key: string) =>
  key
    .replace(/Mm$/, ", mm")
    .replace(/Seconds$/, ", s")
    .replaceAll(/([A-Z])/g, (c) => ` ${c.toLowerCase()}`);
