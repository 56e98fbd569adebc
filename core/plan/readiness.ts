import { type Finding, type Stage, stages } from "#core/plan/finding";
import type { JointPlan } from "#core/plan/joints/planJoint";
import type { WorkPlan } from "#core/plan/order/planWork";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { jointRef, partRef } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";
import type { StockLine } from "#core/stores/draw";
import { printOf, schemeOf } from "#core/scene/part";

/**
 * How far a stage is: settled by the builder or measured, assumed as is usual, the rest of `of` open; and how much
 * was found in it.
 */
export type Readiness = {
  readonly settled: number;
  readonly assumed: number;
  readonly of: number;
  readonly findings: number;
};
/** What it is read from. */
type Settled = {
  readonly parts: readonly PartPlan[];
  readonly joints: readonly JointPlan[];
  readonly work: WorkPlan;
  readonly stores: readonly StockLine[];
  readonly findings: readonly Finding[];
};
type Share = Omit<Readiness, "findings">;

const share = (list: readonly unknown[], settled: number, assumed = 0): Share => ({
  settled,
  assumed,
  of: list.length,
});
/** Something that is there as a whole or not at all. */
const oneThing = (isThere: boolean, settled: boolean, assumed = false): Share => ({
  settled: isThere && settled && !assumed ? 1 : 0,
  assumed: isThere && settled && assumed ? 1 : 0,
  of: isThere ? 1 : 0,
});

/** Every stage of the spine, as far as it is settled. */
export function readinessOf(input: PlanInput, plan: Settled): Readonly<Record<Stage, Readiness>> {
  const { findings, joints, work, stores } = plan;
  const of: Record<Stage, Share> = {
    ...partReadiness(plan.parts, findings, input.scene.surfaceSchool !== null),
    ground: share(input.grounds, input.grounds.length),
    joints: share(
      joints,
      joints.filter((j) => !troubled(findings, "joints").has(jointRef(j.joint.id))).length,
    ),
    order: oneThing(
      work.steps.length > 0,
      work.conflicts.every((c) => c.overridden),
      work.steps.some((s) => s.assumed),
    ),
    bench: share(work.steps, work.steps.filter((s) => work.done.has(s.id)).length),
    stores: share(stores, stores.filter((l) => l.state === "enough").length),
    log: oneThing(input.workshop.log.length > 0, true),
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

function partReadiness(all: readonly PartPlan[], findings: readonly Finding[], schoolSaid: boolean) {
  // A body of a way that was not chosen waits for nothing.
  const parts = all.filter((p) => p.held?.because !== "another way");
  const wholes = parts.filter((p) => !printOf(p.part).pieceOf && !p.part.tool);
  const models = wholes.filter((p) => p.part.meshId !== null);
  const printed = parts.filter((p) => p.part.made === "printed");
  const faced = wholes.filter((p) => p.finish !== null);
  const coloured = wholes.filter((p) => !printOf(p.part).clear);
  const settled = (
    stage: Stage,
    list: readonly PartPlan[],
    is: (p: PartPlan) => boolean,
    assumed: (p: PartPlan) => boolean = () => false,
  ) => {
    const bad = troubled(findings, stage);
    const good = list.filter((p) => is(p) && !bad.has(partRef(p.part.id)));
    const guessed = good.filter(assumed).length;
    return share(list, good.length - guessed, guessed);
  };
  const sized = (p: PartPlan) =>
    p.held === null && p.part.size.source.kind !== "unknown" && p.sizeMm !== null;
  return {
    lay: share(wholes, wholes.filter((p) => p.part.place.placements.length >= 1).length),
    rule: settled("rule", models, sized, (p) => p.rescale.sure !== "stated" && p.rescale.sure !== "measured"),
    parts: settled("parts", wholes, sized),
    plates: settled("plates", printed, (p) => p.chosen?.fit.kind === "fits"),
    surface: settled(
      "surface",
      faced,
      () => true,
      (p) => p.treatment !== null && p.part.zones.every((z) => z.school === null) && !schoolSaid,
    ),
    colour: share(
      coloured,
      coloured.filter((p) => !p.paintAssumed && schemeOf(p.part).length > 0).length,
      coloured.filter((p) => p.paintAssumed).length,
    ),
  };
}
