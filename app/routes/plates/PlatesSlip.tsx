import { counted } from "#core/words";
import { Link } from "react-router";
import { FigureView } from "#ui/FigureView";
import { dayText, momentText } from "#app/clock";
import { stagePath } from "#app/stages";
import { Slip, SlipLines } from "#route/scenes/Slip";
import type { Plan } from "#core/plan/plan";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { Scene } from "#core/scene/scene";
import type { MaterialId } from "#core/materials/materials";
import { runCautions, cautionById, CAUTIONS_END } from "#core/safety/cautions";

/** The plate that is selected, with what to mind while it runs. */
export function ChosenPlate({
  chosen,
  path,
  plan,
  today,
  scene,
}: {
  readonly chosen: PlatePlan;
  readonly path: (id: string) => string;
  readonly plan: Plan;
  readonly today: string;
  readonly scene: Scene;
}) {
  return (
    <Slip
      title={`Plate ${chosen.number}`}
      subtitle={`${chosen.printer.name}, ${counted(chosen.laid.length, "piece", "pieces")}`}
    >
      <Link className="button justify-center" data-kind="main" to={path(chosen.id)}>
        {chosen.running ? "Open this plate" : "Open and start this plate"}
      </Link>
      <SlipLines
        title="It takes"
        lines={[
          ["time", <FigureView key="t" figure={chosen.minutes} label="Time of this plate" />],
          ["material", <FigureView key="g" figure={chosen.grams} label="Material" />],
          ["runs to expect", <FigureView key="r" figure={chosen.runs} label="Runs for one good plate" />],
        ]}
      />
      <SlipLines
        title="When"
        lines={plan.runs
          .filter((r) => r.plateId === chosen.id)
          .flatMap(
            (r) =>
              [
                ["set up", momentText(today, r.setupAt)],
                ["runs until", momentText(today, r.endsAt)],
                ["cleared", momentText(today, r.clearedAt)],
              ] as const,
          )}
      />
      <SlipLines
        title="On it"
        lines={[...new Map(chosen.laid.map((l) => [l.partId, l])).values()].map((l) => [
          <Link key={l.partId} to={`${stagePath(scene.id, "plates")}/part/${l.partId}`}>
            {l.partName}
          </Link>,
          `× ${chosen.laid.filter((k) => k.partId === l.partId).length}`,
        ])}
      />
      <RunCautions process={chosen.printer.process} plastic={chosen.material?.plastic ?? null} />
    </Slip>
  );
}

/** All plates together. */
export function PlatesTotals({ today, plan }: { readonly today: string; readonly plan: Plan }) {
  return (
    <Slip title="Plates" subtitle={`done printing ${dayText(today, plan.printing.finishAt)}`}>
      <SlipLines
        title="Together"
        lines={[
          [
            "machine time",
            <FigureView
              key="m"
              figure={plan.totals.machineMinutes}
              label="Machine time, failures counted in"
            />,
          ],
          [
            "material",
            <FigureView key="c" figure={plan.totals.material} label="Print material, reprints counted in" />,
          ],
          ["power and wear", <FigureView key="w" figure={plan.totals.machineCost} label="Power and wear" />],
        ]}
      />
      <p>Select a plate to see what is on it.</p>
    </Slip>
  );
}
/** What to mind while a plate runs and when it is taken off. */
const RunCautions = ({ process, plastic }: { process: "filament" | "resin"; plastic: MaterialId | null }) => (
  <section aria-label="Cautions" className="grid gap-1 text-[13px] text-ink-2">
    {runCautions(process, plastic)
      .map(cautionById)
      .map((c) => (
        <p key={c.id}>
          <b>{c.title}.</b> {c.text}
        </p>
      ))}
    <p>{CAUTIONS_END}</p>
  </section>
);
