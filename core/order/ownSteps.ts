import { exact } from "#core/figure";
import type { KeptChange, OrderChange } from "#core/order/change";
import type { Target } from "#core/reference";
import { draftStep, type Speed } from "#core/steps/draftStep";
import type { Step } from "#core/steps/step";

/** A step of the builder's own, as it is kept. */
export type OwnStep = Extract<OrderChange, { kind: "own" }>;

/** What steps on a thing are like: how it was made, when it is there, what lies bare. */
export type ThingWorkedOn = Pick<Step, "onWhat" | "process" | "clear" | "releaseAt" | "thinnestMm"> & {
  readonly facts: Step["facts"];
  readonly pieces: number;
};

export const ownStepsIn = (changes: readonly Pick<KeptChange, "change">[]): readonly OwnStep[] =>
  changes.flatMap(({ change }) => (change.kind === "own" ? [change] : []));

/**
 * The builder's own steps, for the rules to look at like at any other. What they were to be done to and is no
 * longer there takes them along.
 */
export function ownSteps(
  own: readonly OwnStep[],
  things: ReadonlyMap<Target, ThingWorkedOn>,
  speed: Speed,
): readonly Step[] {
  return own.flatMap((o): Step[] => {
    const targets = o.targets.filter((t) => things.has(t));
    const on = targets.map((t) => things.get(t)!);
    const [first] = on;
    if (!first) return [];
    return [
      draftStep(
        {
          id: o.id,
          action: o.action,
          title: o.title,
          targets,
          onWhat: on.map((t) => t.onWhat).join(" and "),
          process: first.process,
          clear: on.some((t) => t.clear),
          releaseAt: Math.max(...on.map((t) => t.releaseAt)),
          thinnestMm: first.thinnestMm,
          product: o.product,
          sheen: o.sheen,
          paintId: o.paintId,
          tool: o.tool,
          place: o.place,
          minutes: o.minutes,
          waitMinutes: o.waitMinutes,
          mixMl: o.millilitres === null ? null : exact(o.millilitres, "ml", "yours"),
          pieces: on.reduce((sum, t) => sum + t.pieces, 0),
          insertedBy: "yours",
          facts: { ...first.facts, ...o.facts },
          ...(o.optional ? { optional: true as const } : {}),
          ...(o.at === null || o.at.within === "some time"
            ? { after: o.at?.side === "after" ? [o.at.stepId] : [] }
            : { tied: { to: o.at.stepId, at: o.at.side } }),
        },
        speed,
      ),
    ];
  });
}

/** Steps that a step of one's own is to come before, some time, wait for it. */
export function behindOwn(steps: readonly Step[], own: readonly OwnStep[]): readonly Step[] {
  const first = new Map<string, string[]>();
  for (const { id, at } of own)
    if (at?.side === "before" && at.within === "some time")
      (first.get(at.stepId) ?? first.set(at.stepId, []).get(at.stepId)!).push(id);
  if (first.size === 0) return steps;
  return steps.map((s) => (first.has(s.id) ? { ...s, after: [...s.after, ...first.get(s.id)!] } : s));
}
