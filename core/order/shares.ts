import { type Job, dayOf } from "#core/order/job";
import type { StepSlot } from "#core/order/pass";
import type { Step } from "#core/steps/step";

/**
 * Scenes that share one pair of hands: whose a step is, and the minute of the plan's clock at which a scene
 * is wanted.
 */
export type Shares = { readonly of: (step: Step) => string; readonly dueAt: ReadonlyMap<string, number> };

/** What a plan is held against where several scenes share the hours. */
export type Sharing = {
  /** Whole days by which scenes end after they are wanted, all together. */
  readonly lateDays: (slots: readonly StepSlot[]) => number;
  /**
   * Days until each scene ends, all together: of two plans that end together, the one that has the others
   * ready sooner.
   */
  readonly days: (slots: readonly StepSlot[]) => number;
  /**
   * Score for every step by how soon its scene is wanted: gently, and before everything. Empty for one scene
   * alone.
   */
  readonly tastes: readonly Float64Array[];
};

/** Minutes of score between one scene and the next. The strong one outweighs any chain within a scene. */
const GENTLE = 2000;
const STRONG = 20_000;

/**
 * The scene that is wanted first goes first; of those that nobody has named a day for, the one with the least
 * work.
 */
export function sharingOf(job: Job, shares: Shares | undefined): Sharing {
  const groupOf = job.steps.map((s) => shares?.of(s) ?? "");
  const work = new Map<string, number>();
  groupOf.forEach((g, i) => work.set(g, (work.get(g) ?? 0) + job.hands[i]!));
  const due = (g: string) => shares?.dueAt.get(g) ?? Infinity;
  const inTurn = [...work.keys()].sort((a, b) =>
    due(a) === due(b) ? work.get(a)! - work.get(b)! || (a < b ? -1 : 1) : due(a) - due(b),
  );
  const place = new Map(inTurn.map((g, k) => [g, inTurn.length - 1 - k]));
  const index = new Map(job.steps.map((s, i) => [s.id, i]));
  const ends = (slots: readonly StepSlot[]) => {
    const last = new Map<string, number>();
    for (const s of slots) {
      const i = index.get(s.stepId)!;
      const g = groupOf[i]!;
      last.set(g, Math.max(last.get(g) ?? job.from, s.endsAt + job.steps[i]!.waitMinutes));
    }
    return [...last];
  };
  // The last moment of a day belongs to it.
  const dayAt = (t: number) => dayOf(t - 1e-6);
  return {
    lateDays: (slots) =>
      ends(slots).reduce((sum, [g, at]) => sum + (due(g) < at ? dayAt(at) - dayAt(due(g)) : 0), 0),
    days: (slots) => ends(slots).reduce((sum, [, at]) => sum + dayAt(at), 0),
    tastes:
      inTurn.length > 1
        ? [GENTLE, STRONG].map((per) => Float64Array.from(groupOf, (g) => per * place.get(g)!))
        : [],
  };
}
