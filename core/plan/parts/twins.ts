import type { MeshMeasurement } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";

/** Figures of a mesh and its mirror image agree this well, as a share. */
const SAME = 1e-4;
/** So far off the middle of the box, as a share of its side, a centre of mass has a side. */
const OFF_MIDDLE = 1e-3;

const near = (a: number, b: number, scale: number) => Math.abs(a - b) <= SAME * Math.max(scale, 1e-9);

/** Where the centre of mass lies off the middle of the box, as a share of each side. */
function leaning({ box, centroid }: Pick<MeshMeasurement, "box" | "centroid">): readonly number[] {
  const size = boxSize(box);
  return [0, 1, 2].map((k) => (centroid[k]! - (box.min[k]! + box.max[k]!) / 2) / (size[k]! || 1));
}

type Solid = Pick<
  MeshMeasurement,
  "triangles" | "vertices" | "box" | "area" | "volume" | "centroid" | "signs"
>;

/**
 * Whether one mesh is the other in a mirror, as drawn: the same figures, its weight on the other side of one axis,
 * and its feet likewise.
 */
export function isMirrorImage(a: Solid, b: Solid): boolean {
  const [sa, sb] = [boxSize(a.box), boxSize(b.box)];
  const longest = Math.max(...sa);
  const same =
    a.triangles === b.triangles &&
    a.vertices === b.vertices &&
    sa.every((v, k) => near(v, sb[k]!, longest)) &&
    near(a.area, b.area, a.area) &&
    near(a.volume, b.volume, Math.abs(a.volume));
  if (!same) return false;
  const [la, lb] = [leaning(a), leaning(b)];
  const turned = [0, 1, 2].filter(
    (k) => Math.abs(la[k]! + lb[k]!) < OFF_MIDDLE && Math.abs(la[k]!) > OFF_MIDDLE,
  );
  const kept = [0, 1, 2].filter((k) => Math.abs(la[k]! - lb[k]!) < OFF_MIDDLE);
  const [axis] = turned;
  return turned.length === 1 && kept.length === 2 && feetTurned(a, b, axis!);
}

/** What stood flat on the low side of the axis stands on the high one. */
const feetTurned = (a: Solid, b: Solid, axis: number) =>
  [0, 1, 2].every((k) => {
    const other = k === axis ? 1 : 0;
    return [0, 1].every(
      (side) => Math.abs(a.signs.feet[2 * k + side]! - b.signs.feet[2 * k + (side ^ other)]!) < 0.02,
    );
  });

/** The part that is the other hand of this one; null where none of the scene is. */
export const twinOf = (p: PartPlan, parts: readonly PartPlan[]): PartPlan | null =>
  parts.find(
    (q) =>
      q.part.meshId !== p.part.meshId &&
      p.measurement !== null &&
      q.measurement !== null &&
      isMirrorImage(p.measurement, q.measurement),
  ) ?? null;
