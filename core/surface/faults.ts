import { degToRad } from "#core/units";
import type { SlopePatch } from "#core/mesh/slopes";
import { lookTest, type PrintedBy } from "#core/surface/lookTest";

/**
 * Steps that stand out: area of one copy, cm2, and how far the plainest of it stands above the threshold of
 * sight.
 */
export type Standing = { readonly cm2: number; readonly times: number };
/** Under flat light; and what stands out only where light rakes the face. */
export type StandingSteps = { readonly flat: Standing; readonly raking: Standing };

/**
 * Layer steps that stand further above the threshold of sight than something forgives.
 * @param factor from file units to millimetres on the bench
 * @param forgiven multiples of the threshold that pass
 */
export function stepsOver(
  slopes: readonly SlopePatch[],
  factor: number,
  by: PrintedBy,
  distanceMm: number,
  forgiven: number,
): StandingSteps {
  const none = { cm2: 0, times: 0 };
  const found = { flat: { ...none }, raking: { ...none } };
  for (const { slopeDeg, area, patchArea, onBed } of slopes) {
    if (onBed) continue;
    const { flat, raking } = lookTest(
      { ...by, slopeRad: degToRad(slopeDeg), patchMm2: patchArea * factor * factor },
      distanceMm,
    );
    if (Math.max(flat, raking) < forgiven) continue;
    const light = flat >= forgiven ? "flat" : "raking";
    const to = found[light];
    to.cm2 += (area * factor * factor) / 100;
    to.times = Math.max(to.times, light === "flat" ? flat : raking);
  }
  return found;
}
