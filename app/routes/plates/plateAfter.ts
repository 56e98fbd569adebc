import type { PlatePlan } from "#core/plan/plates/planPlates";

type Laid = Pick<PlatePlan, "id" | "laid">;

/** Where most of a plate's pieces lie now; null when none of them is on a plate any more. */
export function plateAfter<P extends Laid>(was: Laid, plates: readonly P[]): P | null {
  const pieces = new Set(was.laid.map((l) => l.id));
  const shared = (p: Laid) => p.laid.filter((l) => pieces.has(l.id)).length;
  return plates.reduce<P | null>((best, p) => (shared(p) > (best ? shared(best) : 0) ? p : best), null);
}
