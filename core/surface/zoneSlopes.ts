import type { Vec3 } from "#core/mesh/pose";
import type { SlopePatch } from "#core/mesh/slopes";
import type { ZoneDirection } from "#core/zones/zoneMeasure";

/** A face lies on the bed when it looks down within this, degrees, and nothing lies lower by this share of the size. */
const ON_BED_DEG = 1;
const ON_BED_SHARE = 1e-3;

/**
 * The slopes of a zone for a way to lie.
 * @param down the side of the part that is below, as drawn, length 1
 * @param lowest how far the part reaches that way from the file's origin
 * @param size of the part, the same units
 */
export const zoneSlopes = (
  directions: readonly ZoneDirection[],
  down: Vec3,
  lowest: number,
  size: number,
): readonly SlopePatch[] =>
  directions.flatMap(({ normal, area, patchArea, reach, outmost }): SlopePatch[] => {
    const below = normal[0] * down[0] + normal[1] * down[1] + normal[2] * down[2];
    const slopeDeg = (Math.acos(Math.max(-1, Math.min(1, -below))) * 180) / Math.PI;
    const isDown = 180 - slopeDeg <= ON_BED_DEG && reach >= lowest - ON_BED_SHARE * size;
    const onBed = isDown ? Math.min(area, outmost) : 0;
    return [
      ...(onBed > 0 ? [{ slopeDeg, area: onBed, patchArea, onBed: true }] : []),
      ...(area - onBed > 0 ? [{ slopeDeg, area: area - onBed, patchArea, onBed: false }] : []),
    ];
  });
