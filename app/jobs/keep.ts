import type { Outcome } from "#core/outcome";
import { type Changes, undoLast, write, type WriteOptions, type Written } from "#data/journal";
import { storeProblem } from "#data/storeProblem";
import { localNow } from "#app/clock";
import { sayOnPage } from "#app/jobs/pageMessages";

/**
 * Writes a change of the builder's; what could not be kept is said on the page, and given back to whoever
 * asked.
 */
export async function keep(
  label: string,
  changes: Changes,
  options: WriteOptions = {},
): Promise<Outcome<Written>> {
  const outcome = await write(label, changes, localNow().at, undefined, options);
  if (!outcome.ok) sayOnPage(outcome.problems[0]!.message);
  return outcome;
}

/** Takes the last change back and says which it was. */
export async function takeBack(): Promise<void> {
  try {
    const label = await undoLast();
    sayOnPage(label ? `Taken back: ${label}.` : "There is nothing to take back.");
  } catch (error) {
    const problem = storeProblem(error);
    if (!problem) throw error;
    sayOnPage(problem.message);
  }
}

/** The action of a message that says what was done. */
export const undoAction = { label: "Undo", run: () => void takeBack() };
