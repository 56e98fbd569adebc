import { partRef, type Target } from "#core/reference";
import { type Draft, draftStep, type Speed } from "#core/steps/draftStep";
import type { StepFacts } from "#core/steps/facts";
import type { Step } from "#core/steps/step";

/** What all steps on the copies of one part share. */
export type PartBase = Pick<Step, "process" | "clear" | "releaseAt" | "thinnestMm"> & {
  readonly id: string;
  /** The part that it is a piece of. */
  readonly pieceOf: string | null;
  readonly name: string;
  readonly count: number;
  readonly facts: StepFacts;
};

/** How the copies of a part are called in a step. */
export const copiesText = ({ name, count }: Pick<PartBase, "name" | "count">): string =>
  count > 1 ? `${name} x ${count}` : name;

/** A step on the part; `key` is the end of its id, its action where none is given. */
export type AddStep = (
  draft: Omit<Draft, "id" | "targets" | "onWhat"> & { key?: string; targets?: readonly Target[] },
) => Step;

/** A list that steps on one part are added to, in the order of its own recipe. */
export function stepsOn(base: PartBase, speed: Speed): { readonly steps: Step[]; readonly add: AddStep } {
  const { id, pieceOf, name: _, count, ...shared } = base;
  const target = partRef(id);
  const steps: Step[] = [];
  const add: AddStep = ({ key, ...draft }) => {
    const made = draftStep(
      {
        ...shared,
        targets: pieceOf === null ? [target] : [target, partRef(pieceOf)],
        onWhat: copiesText(base),
        pieces: count,
        ...draft,
        id: `${target}/${key ?? draft.action.replaceAll(" ", "-")}`,
      } as Draft,
      speed,
    );
    steps.push(made);
    return made;
  };
  return { steps, add };
}
