import { saidOf } from "#core/plan/parts/held";
import { Link } from "react-router";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Length } from "#ui/Length";
import { dateText, dayText } from "#app/clock";
import { LeafForm } from "./LeafForm";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { totalLines } from "#route/scenes/totalLines";
import type { Finding, Mend } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import type { Scene } from "#core/scene/scene";

/** The part that is selected on the board. */
export function PlacedSlip({
  part,
  mend,
  scene,
}: {
  readonly part: PartPlan;
  readonly mend: (finding: Finding, mend: Mend) => Promise<void>;
  readonly scene: Scene;
}) {
  return (
    <Slip title={part.part.name} subtitle={part.reason}>
      {part.sizeMm && !part.held && (
        <SlipLines
          title="Size"
          lines={[
            ["width", <Length key="w" modelMm={part.sizeMm[0]} />],
            ["depth", <Length key="d" modelMm={part.sizeMm[1]} />],
            ["height", <Length key="h" modelMm={part.sizeMm[2]} />],
          ]}
        />
      )}
      <SlipLines
        title="Place"
        lines={[["copies placed", `${part.part.place.placements.length} of ${part.part.count}`]]}
      />
      <LeafForm part={part} />
      <FindingList findings={saidOf(part)} onMend={(f, m) => void mend(f, m)} />
      <Link to={`/scenes/${scene.id}/parts/${part.part.id}`} className="button justify-self-start">
        Open the part
      </Link>
    </Slip>
  );
}

/** The whole scene: totals and dates. */
export function TotalsSlip({
  scene,
  plan,
  today,
}: {
  readonly scene: Scene;
  readonly plan: Plan;
  readonly today: string;
}) {
  return (
    <Slip
      title={scene.name}
      subtitle={`${scene.tier}, seen from ${(scene.viewingDistanceMm / 10).toFixed(0)} cm`}
    >
      <SlipLines
        title="Totals"
        lines={[
          ...totalLines(plan),
          ["weight", <FigureView key="w" figure={plan.boardGrams} label="Finished board" />],
        ]}
      />
      <SlipLines
        title="Date"
        lines={[
          ["ready", dayText(today, plan.totals.finishAt)],
          ["not before", dayText(today, plan.totals.boundAt)],
          ["wanted", scene.finishBy ? dateText(today, scene.finishBy) : "no date set"],
        ]}
      />
    </Slip>
  );
}
