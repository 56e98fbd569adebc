import { type Finding, type Stage, stages } from "#core/plan/finding";
import type { JointPlan } from "#core/plan/joints/planJoint";
import type { WorkPlan } from "#core/plan/order/planWork";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { jointRef, partRef } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";
import type { StockLine } from "#core/stores/draw";
import { printOf } from "#core/scene/part";

/** How much of a stage is settled, of how much, and how much was found in it. */
export type Readiness = { readonly settled: number; readonly of: number; readonly findings: number };
/** What it is read from. */
type Settled = {
  readonly parts: readonly PartPlan[];
  readonly joints: readonly JointPlan[];
  readonly work: WorkPlan;
  readonly stores: readonly StockLine[];
  readonly findings: readonly Finding[];
};
type Share = Omit<Readiness, "findings">;

const share = (list: readonly unknown[], settled: number): Share => ({ settled, of: list.length });

/** Every stage of the spine, as far as it is settled. */
export function readinessOf(input: PlanInput, plan: Settled): Readonly<Record<Stage, Readiness>> {
  const { findings, joints, work, stores } = plan;
  const of: Record<Stage, Share> = {
    ...partReadiness(plan.parts, findings),
    rule: { settled: 1, of: 1 },
    ground: share(input.grounds, input.grounds.length),
    joints: share(
      joints,
      joints.filter((j) => !troubled(findings, "joints").has(jointRef(j.joint.id))).length,
    ),
    order: { settled: work.conflicts.filter((c) => !c.overridden).length === 0 ? 1 : 0, of: 1 },
    bench: share(work.steps, work.steps.filter((s) => work.done.has(s.id)).length),
    stores: share(stores, stores.filter((l) => l.state === "enough").length),
    log: { settled: input.workshop.log.length > 0 ? 1 : 0, of: 1 },
  };
  return Object.fromEntries(
    stages.map((stage) => [
      stage,
      { ...of[stage], findings: findings.filter((f) => f.stage === stage).length },
    ]),
  ) as Record<Stage, Readiness>;
}

/** What something worse than a waste was found of, in one stage. */
const troubled = (findings: readonly Finding[], stage: Stage) =>
  new Set(findings.filter((f) => f.stage === stage && f.severity !== "wastes").map((f) => f.about));

function partReadiness(parts: readonly PartPlan[], findings: readonly Finding[]) {
  const wholes = parts.filter((p) => !printOf(p.part).pieceOf);
  const printed = parts.filter((p) => p.part.made === "printed");
  const faced = wholes.filter((p) => p.finish !== null);
  const coloured = wholes.filter((p) => !printOf(p.part).clear);
  const settled = (stage: Stage, list: readonly PartPlan[], is: (p: PartPlan) => boolean) => {
    const bad = troubled(findings, stage);
    return share(list, list.filter((p) => is(p) && !bad.has(partRef(p.part.id))).length);
  };
  const sized = (p: PartPlan) => p.part.size.source.kind !== "unknown" && p.sizeMm !== null;
  return {
    lay: share(wholes, wholes.filter((p) => p.part.place.placements.length >= 1).length),
    parts: settled("parts", wholes, sized),
    plates: settled("plates", printed, (p) => p.chosen?.fit.kind === "fits"),
    surface: settled("surface", faced, () => true),
    colour: share(coloured, coloured.filter((p) => p.part.scheme.length > 0).length),
  };
}
