import { productName } from "#core/materials/products";
import type { Outcome } from "#core/outcome";
import type { Mishap } from "#core/order/mishaps";
import type { KeptChange, OrderChange } from "#core/order/change";
import type { Step } from "#core/steps/step";
import { newLogEntry } from "#core/plan/log/newLogEntry";
import { powerOf } from "#core/paint/cover";
import type { Paint } from "#core/paint/paint";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import type { Scene } from "#core/scene/scene";
import type { StepRecord } from "#core/scene/stepRecord";
import type { Change, Written } from "#data/journal";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";

/** Something said of a step at the bench. */
type Said = {
  readonly scene: Scene;
  readonly step: Step;
  /** Hands on it since it was opened; 0 when that is not known. */
  readonly minutes: number;
  readonly note: string;
  /**
   * The plan as it stands, kept with the first thing said where none is kept yet: from then on it does not
   * shuffle.
   */
  readonly keep: AcceptedPlan | null;
  /** What it drew, as shares of it are done; nothing where the shelf is not known. */
  readonly drawn?: (share: number) => readonly Change[];
  /** The pots that a step is laid with; nothing where the shelf is not known. */
  readonly pots?: (step: Step) => readonly string[];
};
type Kept = Promise<Outcome<Written>>;

/** Longest name of a timer, and room for what stands behind it. */
const TIMER_NAME = 110;

const planKept = ({ keep: plan }: Said): readonly Change[] => (plan ? [{ table: "plans", put: plan }] : []);

function timerOf(scene: Scene, step: Step, minutes: number): Change {
  const { ms } = localNow();
  const put = {
    id: crypto.randomUUID(),
    sceneId: scene.id,
    stepId: step.id,
    name: `${step.onWhat}, ${step.product === null ? step.action : productName(step.product)}`.slice(
      0,
      TIMER_NAME,
    ),
    startedAtMs: ms,
    endsAtMs: ms + minutes * 60_000,
  };
  return { table: "timers", put };
}

const waitOf = ({ scene, step }: Said): readonly Change[] =>
  step.waitMinutes >= 1 ? [timerOf(scene, step, step.waitMinutes)] : [];

function record(said: Said, state: StepRecord["state"], pieces: number | null, at: string): Change {
  const { scene, step, minutes, note } = said;
  const actualMinutes = minutes > 0 ? minutes : null;
  const put = {
    id: `${scene.id}|${step.id}`,
    sceneId: scene.id,
    stepId: step.id,
    state,
    at,
    actualMinutes,
    pieces,
    note,
  };
  return { table: "records", put };
}

/**
 * What was learned of its minutes; nothing where they are not known. `share`: how much of the step they were
 * for.
 */
function logged(
  { scene, step, minutes, note }: Said,
  share: number,
  good: boolean,
  at: string,
): readonly Change[] {
  if (minutes <= 0) return [];
  const put = newLogEntry({
    id: crypto.randomUUID(),
    kind: "step",
    key: step.action,
    what: `${step.title}, ${step.onWhat}`,
    at,
    sceneId: scene.id,
    estimatedMinutes: step.handsMinutes.value * share,
    actualMinutes: minutes,
    outcome: good ? "good" : "failed",
    note,
  });
  return [{ table: "log", put }];
}

/** Done, for all of it: it leaves the plan, its wait begins, its minutes are learned. */
export function stepDone(said: Said): Kept {
  const { at } = localNow();
  const done = record(said, "done", null, at);
  return keep(`Done: ${said.step.title}`, [
    ...planKept(said),
    done,
    ...logged(said, 1, true, at),
    ...waitOf(said),
    ...(said.drawn?.(1) ?? []),
  ]);
}

/**
 * Done, for everything that went in one go: one change, one wait.
 * @param whole the session as one step, for its name and its wait
 * @param drawn by all of it together
 */
export function sessionDone(saids: readonly Said[], whole: Step, drawn: readonly Change[]): Kept {
  if (saids.length === 1) return stepDone(saids[0]!);
  const { at } = localNow();
  return keep(`Done: ${whole.title}, ${saids.length} in one go`, [
    ...planKept(saids[0]!),
    ...saids.flatMap((said) => [record(said, "done", null, at), ...logged(said, 1, true, at)]),
    ...waitOf({ ...saids[0]!, step: whole }),
    ...drawn,
  ]);
}

/** Left out, all of what would have gone in one go. */
export function sessionSkipped(saids: readonly Said[], whole: Step): Kept {
  const { at } = localNow();
  return keep(`Skip: ${whole.title}`, [
    ...planKept(saids[0]!),
    ...saids.map((said) => record(said, "skipped", null, at)),
  ]);
}

/** Done for some of its pieces: the rest stays in the plan with the rest of its time. */
export function stepDoneForSome(said: Said, before: number, pieces: number, of: number): Kept {
  const { at } = localNow();
  const some = record(said, "some", before + pieces, at);
  const learned = logged(said, pieces / of, true, at);
  const label = `${said.step.title}: ${before + pieces} of ${before + of}`;
  return keep(label, [
    ...planKept(said),
    some,
    ...learned,
    ...waitOf(said),
    ...(said.drawn?.(pieces / of) ?? []),
  ]);
}

/** Repairs put into the order of a scene, as it stands when they are written. */
function withRepairs(
  { id }: Scene,
  repairs: readonly { readonly note: string; readonly change: OrderChange }[],
): Change {
  const patch = ({ orderChanges }: Scene) => {
    const taken = new Set(orderChanges.map(({ change }) => (change.kind === "insert" ? change.id : "")));
    const own = repairs.map(({ note, change }): KeptChange => ({
      ruleId: null,
      note,
      change: fresh(change, taken),
    }));
    return { orderChanges: [...orderChanges, ...own] };
  };
  return { table: "scenes", id, patch };
}

/** How many pieces it happened to, of those that were left to do, and how many were done before. */
export type Hurt = { readonly pieces: number; readonly left: number; readonly before: number };

/** What went wrong, with its repair put into the plan; the pieces that came out well are done. */
export function stepWentWrong(
  said: Said,
  mishap: Mishap,
  { pieces, left, before }: Hurt = { pieces: 1, left: 1, before: 0 },
): Kept {
  const { at } = localNow();
  const { scene, step } = said;
  const withMishap = { ...said, note: `${mishap.seen}. ${said.note}`.trim() };
  const repairs = mishap.repair(step, pieces).map((change) => ({ note: mishap.seen, change }));
  const well = mishap.again ? left - pieces : 0;
  return keep(`Went wrong: ${step.title}`, [
    ...planKept(said),
    well > 0
      ? record(withMishap, "some", before + well, at)
      : record(withMishap, mishap.again ? "went wrong" : "done", null, at),
    ...(well > 0 ? (said.drawn?.(well / left) ?? []) : []),
    ...logged(withMishap, 1, false, at),
    ...(repairs.length > 0 ? [withRepairs(scene, repairs)] : []),
    ...(mishap.id === "thin" ? (said.pots?.(step).map(coversLess(step)) ?? []) : []),
  ]);
}

/** A pot whose coats did not hide what they were to: each of them covers by so much less. */
const coversLess =
  ({ coat }: Step) =>
  (paintId: string): Change => {
    const laid = coat?.of ?? 1;
    const patch = (pot: Paint) => ({ power: (powerOf(pot) * laid) / (laid + 1) });
    return { table: "paints", id: paintId, patch, ifThere: true };
  };

/** Points of a look that failed: each goes back into the order, for that spot only. */
export function pointsFailed(
  said: Said,
  points: readonly string[],
  changeFor: (point: string) => OrderChange,
): Kept {
  const { at } = localNow();
  const { scene, step } = said;
  const failed = { ...said, note: `Failed: ${points.join(", ")}` };
  return keep(`${step.title}: ${points.length} failed`, [
    ...planKept(said),
    record(failed, "done", null, at),
    ...logged(said, 1, true, at),
    withRepairs(
      scene,
      points.map((point) => ({ note: point, change: changeFor(point) })),
    ),
  ]);
}

/** The change under an id that is not taken yet: the same may go wrong twice. */
function fresh(change: OrderChange, taken: Set<string>): OrderChange {
  if (change.kind !== "insert") return change;
  let id = change.id;
  for (let n = 2; taken.has(id); n++) id = `${change.id}-${n}`;
  taken.add(id);
  return { ...change, id };
}

export const startTimer = (scene: Scene, step: Step, minutes: number): Kept =>
  keep(`Start a timer for ${step.title}`, [timerOf(scene, step, minutes)]);
export const clearTimer = (id: string): Kept => keep("Clear a timer", [{ table: "timers", remove: id }]);

export function addNote(sceneId: string, stepId: string, text: string, picture: string | null): Kept {
  const put = { id: crypto.randomUUID(), sceneId, stepId, at: localNow().at, text, picture };
  return keep(picture ? "Keep a picture" : "Keep a note", [{ table: "notes", put }]);
}
export const removeNote = (id: string): Kept => keep("Take a note away", [{ table: "notes", remove: id }]);
