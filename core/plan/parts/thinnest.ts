import { exact, type Figure } from "#core/figure";
import type { MeshMeasurement } from "#core/mesh/measure";
import { thicknessAt } from "#core/mesh/thickness";
import { thinnestWall } from "#core/mesh/thinWalls";
import type { Box3 } from "#core/mesh/triangleMesh";
import { modelText } from "#core/scale/lengthFormat";

/**
 * How thin a part goes on the bench, mm.
 *
 * - `place`: where, in words; null where that is no one place
 * - `surfaceMm`: what a share of the whole surface stays under
 */
export type Thinnest = { readonly mm: Figure; readonly place: string | null; readonly surfaceMm: number };

/** Sharp edges are always thin: less than this share of a surface says nothing by itself. */
const SHARE = { least: 0.02, likely: 0.03, most: 0.042 } as const;

/**
 * The thinnest wall that is more than a rim, or what a share of the surface stays under where that is less; null of a
 * mesh where no wall was felt.
 * @param factor from file units to bench mm
 */
export function thinnest(m: MeshMeasurement, factor: number): Thinnest | null {
  if (m.thickness.sorted.length === 0) return null;
  const at = (share: number) => thicknessAt(m.thickness, share) * factor;
  const wall = thinnestWall(m.thinWalls, factor);
  const surfaceMm = at(SHARE.likely);
  if (wall && wall.thickness * factor <= surfaceMm) {
    const place = placeOn(m.box, wall.at);
    const text = `a wall that keeps this for ${modelText(wall.length * factor)}, ${place}; rims are not counted`;
    const mm = exact(wall.thickness * factor, "mm", "measured", [{ text, basis: "measured" }]);
    return { mm, place, surfaceMm };
  }
  return {
    place: null,
    surfaceMm,
    mm: {
      value: surfaceMm,
      low: at(SHARE.least),
      high: at(SHARE.most),
      unit: "mm",
      basis: "measured",
      working: [
        {
          text: `${m.thickness.sorted.length} points spread over the surface, five rays inward at each; 3 % of them are thinner (sharp edges are always thin, so less says nothing)`,
          basis: "measured",
        },
      ],
    },
  };
}

const third = (share: number, words: readonly [string, string, string]) =>
  words[share < 1 / 3 ? 0 : share > 2 / 3 ? 2 : 1];

/** Where on a part, as it was drawn: `at the top, left, at the back`. */
export function placeOn({ min, max }: Box3, at: readonly [number, number, number]): string {
  const share = (axis: 0 | 1 | 2) => (at[axis] - min[axis]) / Math.max(1e-12, max[axis] - min[axis]);
  return [
    third(share(2), ["at the bottom", "halfway up", "at the top"]),
    third(share(0), ["left", "in the middle", "right"]),
    third(share(1), ["in front", "", "at the back"]),
  ]
    .filter((w) => w !== "")
    .join(", ");
}
