import { exact, sum } from "#core/figure";
import { batchKey } from "#core/order/job";
import type { StepSlot } from "#core/order/pass";
import type { Step } from "#core/steps/step";

/**
 * What is done in one go: the same work, with the same product and tool at the same place, on one thing after
 * another, things got out once. Most are one step; a bath of prints, a booth full of walls are many.
 *
 * - `id`: that of its first step
 * - `setupMinutes`: getting things out; `handsMinutes`: of all of it, that counted in
 * - `waitMinutes`: the longest that any of it waits after
 */
export type Session = {
  readonly id: string;
  readonly steps: readonly Step[];
  readonly slots: readonly StepSlot[];
  readonly startsAt: number;
  readonly endsAt: number;
  readonly setupMinutes: number;
  readonly handsMinutes: number;
  readonly waitMinutes: number;
  readonly pieces: number;
};

/** Steps this close belong together, minutes. */
const CLOSE = 1;

/**
 * Slots as sessions, in their order. A step joins the one before it when nothing is got out in between, neither is
 * parted by an evening, and they are done to different things: a second coat is a session of its own.
 */
export function sessionsOf(slots: readonly StepSlot[], steps: readonly Step[]): readonly Session[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  const groups: { slots: StepSlot[]; steps: Step[] }[] = [];
  for (const slot of slots) {
    const step = byId.get(slot.stepId);
    if (!step) continue;
    const last = groups.at(-1);
    if (last && goesOn(last, slot, step)) {
      last.slots.push(slot);
      last.steps.push(step);
    } else groups.push({ slots: [slot], steps: [step] });
  }
  return groups.map(({ slots: own, steps: all }) => ({
    id: all[0]!.id,
    steps: all,
    slots: own,
    startsAt: own[0]!.startsAt,
    endsAt: own.at(-1)!.endsAt,
    setupMinutes: own[0]!.setupMinutes,
    handsMinutes: all.reduce((total, s) => total + s.handsMinutes.value, 0) + own[0]!.setupMinutes,
    waitMinutes: Math.max(...all.map((s) => s.waitMinutes)),
    pieces: all.reduce((total, s) => total + (s.pieces ?? 1), 0),
  }));
}

type Group = { readonly slots: readonly StepSlot[]; readonly steps: readonly Step[] };

function goesOn({ slots, steps }: Group, slot: StepSlot, step: Step): boolean {
  const before = slots.at(-1)!;
  const first = steps[0]!;
  return (
    step.action === first.action &&
    batchKey(step) === batchKey(first) &&
    slot.setupMinutes < 1e-6 &&
    slot.startsAt - before.endsAt < CLOSE &&
    before.parts.length === 1 &&
    slot.parts.length === 1 &&
    !step.window &&
    !first.window &&
    looks(step) === looks(first) &&
    step.targets.every((t) => t === "board" || !steps.some((s) => s.targets.includes(t)))
  );
}

/** The points that a step looks at, by name: those of one session are the same. */
const looks = ({ facts }: Step) => (facts?.checks ?? []).join();

/** What a session is done to, in words: `stone wall`, or `stone wall, 12 × tile and 3 more`. */
export function onWhatOf({ steps }: Pick<Session, "steps">, named = 2): string {
  const names = steps.map((s) => s.onWhat);
  const rest = names.length - named;
  return rest <= 0 ? names.join(" and ") : `${names.slice(0, named).join(", ")} and ${rest} more`;
}

/** A session as one step: its hands, its mix, its things and what to mind together, under the first one's id. */
export function asOneStep({ steps, setupMinutes, waitMinutes, pieces }: Session): Step {
  const [first] = steps as readonly [Step, ...Step[]];
  if (steps.length === 1) return first;
  const mixes = steps.map((s) => s.mixMl).filter((m) => m !== null);
  return {
    ...first,
    title: steps.every((s) => s.title === first.title) ? first.title : `${first.title} and the like`,
    onWhat: onWhatOf({ steps }),
    targets: [...new Set(steps.flatMap((s) => s.targets))],
    handsMinutes: sum(
      [...steps.map((s) => s.handsMinutes), exact(setupMinutes, "min", "practice")],
      "min",
      "shared",
    ),
    waitMinutes,
    pieces,
    mixMl: mixes.length === 0 ? null : sum(mixes, "ml", "shared"),
    areaCm2: steps.reduce<number | null>(
      (all, s) => (s.areaCm2 === null ? all : (all ?? 0) + s.areaCm2),
      null,
    ),
    notes: [...new Set(steps.flatMap((s) => s.notes))],
  };
}
