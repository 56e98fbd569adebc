import type { PartPlan } from "#core/plan/parts/partPlan";
import { counted } from "#core/words";

/** Grooves, or what stands out, on some zones of one copy: how many lines, and how long together, mm on the bench. */
export function markedLines(
  { zones, rescale }: Pick<PartPlan, "zones" | "rescale">,
  on: readonly number[],
  kind: "grooves" | "ridges",
): { readonly count: number; readonly lengthMm: number } {
  const own = zones.filter((z) => on.includes(z.zone.number)).flatMap((z) => z.measure?.[kind] ?? []);
  return {
    count: own.reduce((sum, l) => sum + l.count, 0),
    lengthMm: own.reduce((sum, l) => sum + l.length, 0) * rescale.factor,
  };
}

/** `15 lines cut into it, 600 mm together`: what was measured of such a place; null where nothing was. */
export function linesText(
  p: Pick<PartPlan, "zones" | "rescale"> | undefined,
  on: readonly number[],
  place: string,
): string | null {
  const kind = place === "recesses" ? "grooves" : place === "raised" ? "ridges" : null;
  if (!p || !kind) return null;
  const { count, lengthMm } = markedLines(p, on, kind);
  if (count === 0) return null;
  const what = kind === "grooves" ? "cut into it" : "raised on it";
  return `${counted(count, "line", "lines")} ${what}, ${Math.round(lengthMm)} mm together.`;
}
