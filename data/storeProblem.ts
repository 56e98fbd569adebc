import type { Problem } from "#core/outcome";
import { NewerData, storeTrouble, troubleWords } from "#data/storeState";

const FULL =
  "This browser has no room left, so nothing of this was kept; what was here before is. " +
  "Save a copy under Workshop, Archive, then let go of what is no longer needed.";

/** Names of an error and of all that caused it: libraries wrap what the browser says. */
function* namesOf(error: unknown): Generator<string> {
  let next = error;
  for (let depth = 0; depth < 5 && typeof next === "object" && next !== null; depth++) {
    if ("name" in next) yield String(next.name);
    next = "inner" in next ? next.inner : "cause" in next ? next.cause : null;
  }
}

/** What the builder is told when the store itself refuses, or null for an error that is somebody's mistake. */
export function storeProblem(error: unknown): Problem | null {
  const names = [...namesOf(error)];
  if (names.includes("QuotaExceededError")) return { code: "store/full", path: [], message: FULL };
  const trouble = storeTrouble() ?? (error instanceof NewerData ? "newer data" : null);
  if (trouble) return { code: `store/${trouble.replace(" ", "-")}`, path: [], message: troubleWords[trouble] };
  if (!names.includes("DatabaseClosedError")) return null;
  return { code: "store/closed", path: [], message: troubleWords.closed };
}
