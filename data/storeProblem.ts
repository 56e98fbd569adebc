import type { Problem } from "#core/outcome";
import { diskRefused, isNewerData, storeTrouble, troubleWords } from "#data/storeState";

const FULL =
  "This browser has no room left, so nothing of this was kept; what was here before is. " +
  "Save a copy under Workshop, Archive, then let go of what is no longer needed.";

/**
 * What engines say when a transaction ends without anybody's asking: the disk is full or cannot be written
 * to.
 */
const isDiskError = (error: Cause) =>
  error.name === "AbortError" ||
  error.name === "UnknownError" ||
  (error.name === "DataError" && /IO ?Error|write/i.test(error.message));

type Cause = { readonly name: string; readonly message: string };

/** An error and all that caused it: libraries wrap what the browser says. */
function* causesOf(error: unknown): Generator<Cause> {
  let next = error;
  for (let depth = 0; depth < 5 && typeof next === "object" && next !== null; depth++) {
    if ("name" in next)
      yield { name: String(next.name), message: "message" in next ? String(next.message) : "" };
    next = "inner" in next ? next.inner : "cause" in next ? next.cause : null;
  }
}

/** What is told while nothing can be written from here, or null. */
export function standingProblem(): Problem | null {
  const trouble = storeTrouble();
  return trouble && { code: `store/${trouble.replace(" ", "-")}`, path: [], message: troubleWords[trouble] };
}

/**
 * What the builder is told when the store itself refuses, or null for an error that is somebody's mistake.
 */
export function storeProblem(error: unknown): Problem | null {
  const causes = [...causesOf(error)];
  const names = causes.map((c) => c.name);
  if (names.includes("QuotaExceededError")) return { code: "store/full", path: [], message: FULL };
  if (isNewerData(error)) return { code: "store/newer-data", path: [], message: troubleWords["newer data"] };
  const standing = standingProblem();
  if (standing) return standing;
  if (names.includes("DatabaseClosedError"))
    return { code: "store/closed", path: [], message: troubleWords.closed };
  if (!causes.some(isDiskError)) return null;
  diskRefused();
  return standingProblem();
}

/** Keeps something that can be made again: where the store refuses, it is made again another time. */
export async function keepIfPossible(work: () => PromiseLike<unknown>): Promise<void> {
  if (storeTrouble()) return;
  try {
    await work();
  } catch (error) {
    if (!storeProblem(error)) throw error;
  }
}
