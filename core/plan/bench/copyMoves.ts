import type { WorkPlan } from "#core/plan/order/planWork";
import { partRef } from "#core/reference";
import type { CopyState, Part } from "#core/scene/part";
import { isBoardWide, type Step } from "#core/steps/step";

/** How the copies of a part stand once something is done: all that are so far are moved on. */
export type CopyMove = { readonly partId: string; readonly copies: readonly CopyState[] };

/**
 * The copies that steps move on: in place once they are set on the board, finished once nothing else of their own is
 * left to do. What is still to print, or spoilt, stays so.
 * @param now what is done with this
 */
export function copyMoves(
  now: readonly Step[],
  { steps, done }: Pick<WorkPlan, "steps" | "done">,
  parts: readonly Part[],
): readonly CopyMove[] {
  const ids = new Set(now.map((s) => s.id));
  return parts.flatMap((part): readonly CopyMove[] => {
    const target = partRef(part.id);
    if (!now.some((s) => isOwn(s, target))) return [];
    const left = steps.filter((s) => isOwn(s, target) && !done.has(s.id) && !ids.has(s.id));
    const isPlaced = now.some((s) => s.action === "place" && s.targets.includes(target));
    const to = isPlaced ? "in place" : left.every((s) => s.action === "place") ? "finished" : null;
    if (to === null) return [];
    const copies = copiesOf(part).map((was) => (moves(was, part, to) ? to : was));
    return copies.every((c, i) => c === part.history.copies[i]) ? [] : [{ partId: part.id, copies }];
  });
}

/** On the part itself; what is laid on the whole board is not. */
const isOwn = (s: Step, target: Step["targets"][number]) => s.targets.includes(target) && !isBoardWide(s);

const copiesOf = ({ history, count }: Part): readonly CopyState[] =>
  Array.from({ length: count }, (_, i) => history.copies[i] ?? "to make");

/** What is built or bought is there without a run; a print is not until it came out. */
const moves = (was: CopyState, { made }: Part, to: CopyState): boolean =>
  was === "printed" || (was === "finished" && to === "in place") || (was === "to make" && made !== "printed");
