import { patchedPart } from "#core/scene/part";
import { partRef } from "#core/reference";
import type { OrderChange } from "#core/order/change";
import { coatlessTitle, layerStepId } from "#core/steps/coats";
import type { Action, Step } from "#core/steps/step";
import { daysBetween } from "#core/plan/calendarDay";
import { makePlan, type Plan } from "#core/plan/plan";
import { themeForgives } from "#core/plan/surface/stopRule";
import { planMemory, type PlanMemory } from "#core/plan/planMemory";
import type { PlanInput } from "#core/scene/planInput";
import { type Scene, type Tier, tiers } from "#core/scene/scene";

/**
 * A step that may be left out: minutes won, what is then missing, and how much of it is seen, as a share of
 * the finest detail.
 */
export type Droppable = {
  readonly stepIds: readonly string[];
  readonly what: string;
  readonly onWhat: string;
  readonly minutes: number;
  readonly looks: string;
  readonly seen: number;
};
export type Triage = {
  /** In the order in which they are dropped. */
  readonly dropped: readonly Droppable[];
  readonly finishAt: number;
  readonly dueAt: number | null;
  readonly onTime: boolean;
  readonly minutesWon: number;
};

/**
 * What may be left out and what is missing then, with how much it does for the look of a thing (common
 * practice).
 */
const optional: Partial<Record<Action, { readonly looks: string; readonly worth: number }>> = {
  drybrush: { looks: "edges stay flat", worth: 0.5 },
  shade: { looks: "recesses stay light", worth: 0.8 },
  pigment: { looks: "no dust: it looks new", worth: 0.35 },
  "gloss effect": { looks: "nothing looks wet", worth: 0.3 },
  "line in": { looks: "lines between stones stay dull", worth: 0.3 },
  "fill seam": { looks: "the seam is seen from near", worth: 0.6 },
  sand: { looks: "layer steps stay", worth: 0.7 },
  fill: { looks: "layer steps stay", worth: 0.7 },
  level: { looks: "layer steps stay", worth: 0.7 },
  "touch up": { looks: "the scar of the handle stays", worth: 0.4 },
  inspect: { looks: "faults are found later", worth: 0.45 },
};
/** What takes faults away: the more the subject forgives, the less it is missed. */
const hides: readonly Action[] = ["fill seam", "sand", "fill", "level", "touch up", "inspect"];
/** What depends on what: without the filler there is nothing to sand. */
const together: readonly (readonly Action[])[] = [["sand", "fill", "level", "wash"]];
const MINUTES_OF_ARC = 5;
const RAD_PER_ARCMIN = Math.PI / 180 / 60;

/** How large a thing is beside the least that is seen at the distance: 1 where all of it is seen. */
function seenShare(plan: Plan, step: Step, distanceMm: number): number {
  const part = plan.parts.find((p) => step.targets.includes(partRef(p.part.id)));
  const size = part?.sizeMm ? Math.max(...part.sizeMm) : 50;
  return Math.min(1, size / (12 * distanceMm * MINUTES_OF_ARC * RAD_PER_ARCMIN));
}

/**
 * What of a plan may be left out, least missed for its minutes first. Safety, what holds, and what closes
 * always stay.
 */
export function droppable(plan: Plan, { scene, parts }: PlanInput): readonly Droppable[] {
  const open = plan.work.steps.filter(
    (s) =>
      !plan.work.done.has(s.id) &&
      (s.optional ||
        (optional[s.action] && !s.facts?.closedHollow && (s.insertedBy === null || s.action === "line in"))),
  );
  const groups = new Map<string, Step[]>();
  for (const s of open) {
    const bundle = s.optional ? undefined : together.find((t) => t.includes(s.action));
    const key = bundle ? `${bundle[0]} ${s.targets.join()}` : layerStepId(s.id);
    (groups.get(key) ?? groups.set(key, []).get(key)!).push(s);
  }
  return [...groups.values()]
    .map((steps): Droppable & { rank: number } => {
      const first = steps[0]!;
      const { looks, worth } = optional[first.action] ?? { looks: "what it was for is missing", worth: 0.3 };
      const minutes = steps.reduce((sum, s) => sum + s.handsMinutes.value, 0);
      const seen = seenShare(plan, first, scene.viewingDistanceMm);
      const tier = parts.find((p) => first.targets.includes(partRef(p.id)))?.tier ?? scene.tier;
      const care =
        (tier === "play" ? 0.5 : tier === "display" ? 1 : 2) /
        (hides.includes(first.action) ? themeForgives[scene.theme] : 1);
      return {
        stepIds: steps.map((s) => s.id),
        what:
          steps.length === 1
            ? first.title
            : first.coat
              ? `${coatlessTitle(first)}, ${steps.length} coats`
              : "All that hides its layer steps",
        onWhat: first.onWhat,
        minutes,
        looks,
        seen,
        rank: (worth * seen * care) / Math.max(1, minutes),
      };
    })
    .sort((a, b) => a.rank - b.rank || (a.stepIds[0]! < b.stepIds[0]! ? -1 : 1))
    .map(({ rank: _, ...d }) => d);
}

export const withoutSteps = (
  scene: Scene,
  dropped: readonly Droppable[],
  note = "to be in time",
): Scene["orderChanges"] => [
  ...scene.orderChanges,
  ...dropped.flatMap((d) =>
    d.stepIds.map((stepId): Scene["orderChanges"][number] => ({
      ruleId: null,
      note,
      change: { kind: "leave out", stepId } satisfies OrderChange,
    })),
  ),
];

/**
 * The least that must be dropped for the date, found by halving; all that may be dropped where even that is
 * not enough.
 */
export function triage(
  input: PlanInput,
  others: readonly PlanInput[],
  memory: PlanMemory = planMemory(),
  onShare: (share: number) => void = () => {},
): Triage {
  const base = makePlan(input, others, memory);
  const { scene, now } = input;
  const list = droppable(base, input);
  const dueAt = scene.finishBy ? (daysBetween(now.today, scene.finishBy) + 1) * 1440 : null;
  const finish = (count: number) =>
    count === 0
      ? base.totals.finishAt
      : makePlan(
          { ...input, scene: { ...scene, orderChanges: withoutSteps(scene, list.slice(0, count)) } },
          others,
          memory,
        ).totals.finishAt;
  const result = (count: number, finishAt: number): Triage => ({
    dropped: list.slice(0, count),
    finishAt,
    dueAt,
    onTime: dueAt === null || finishAt <= dueAt,
    minutesWon: list.slice(0, count).reduce((sum, d) => sum + d.minutes, 0),
  });
  if (dueAt === null || base.totals.finishAt <= dueAt || list.length === 0)
    return result(0, base.totals.finishAt);
  let low = 0;
  let high = list.length;
  let at = finish(high);
  let round = 0;
  if (at > dueAt) return result(high, at);
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const then = finish(middle);
    onShare(Math.min(0.95, ++round / Math.ceil(Math.log2(list.length + 1))));
    if (then <= dueAt) [high, at] = [middle, then];
    else low = middle;
  }
  return result(high, at);
}

/** What the scene would take at one tier: hands, steps, and when it is ready (plan minutes). */
export type TierHours = {
  readonly tier: Tier;
  readonly handsMinutes: number;
  readonly finishAt: number;
  readonly steps: number;
};

/** What the scene would take at every tier: hands and date, as it stands otherwise. */
export const tierHours = (
  input: PlanInput,
  others: readonly PlanInput[],
  tell: (share: number) => void = () => undefined,
): readonly TierHours[] =>
  tiers.map((tier, i) => {
    tell(i / tiers.length);
    const plan = makePlan(
      {
        ...input,
        scene: { ...input.scene, tier, surfaceSchool: null },
        parts: input.parts.map((p) => patchedPart(p, { tier: null, school: null })),
      },
      others,
    );
    return {
      tier,
      handsMinutes: plan.totals.handsMinutes.value,
      finishAt: plan.totals.finishAt,
      steps: plan.work.steps.length,
    };
  });
