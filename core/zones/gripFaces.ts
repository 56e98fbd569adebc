import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import type { FoundOn } from "#core/zones/findFaces";
import { faceCentre } from "#core/mesh/faces";
import type { ZoneCut } from "#core/zones/splitMesh";

/** Hands take hold of the lowest 40 mm (a default), as wide as a hand's four fingers, 80 mm (common practice). */
export const GRIP = { heightMm: 40, widthMm: 80 } as const;
/** Longer than so many times its width a thing is taken by its two ends. */
const LONG = 2;
/** A face is one that a hand closes on where it looks sideways at least so much. */
const SIDEWAYS = 0.5;

/** Where hands lift a thing: planes to part it along, and which of its faces they leave for the hands. */
export type Grip = {
  readonly by: "its two ends" | "its two sides";
  readonly cuts: readonly ZoneCut[];
  readonly faces: (on: FoundOn) => Uint32Array;
};

/**
 * Where a thing is lifted by its shape and weight: a long one by its two ends, any other by the sides at its centre of
 * gravity, and always near the ground.
 * @param centre of gravity, file units @param factor from file units to mm on the bench
 */
export function gripOf(mesh: TriangleMesh, centre: readonly [number, number, number], factor: number): Grip {
  const { min, max } = boundingBox(mesh.positions);
  const size = (k: 0 | 1) => max[k] - min[k];
  const long: 0 | 1 = size(0) >= size(1) ? 0 : 1;
  const across: 0 | 1 = long === 0 ? 1 : 0;
  const top = min[2] + GRIP.heightMm / factor;
  const isLong = size(long) >= LONG * size(across);
  const axis = (k: number): [number, number, number] => [k === 0 ? 1 : 0, k === 1 ? 1 : 0, k === 2 ? 1 : 0];
  const half = Math.min(GRIP.widthMm / factor, size(long)) / 2;
  const [low, high] = isLong
    ? [min[long] + 0.15 * size(long), max[long] - 0.15 * size(long)]
    : [centre[long] - half, centre[long] + half];
  const cuts = [
    { normal: axis(2), offset: top },
    { normal: axis(long), offset: low },
    { normal: axis(long), offset: high },
  ];
  const inReach = (at: number) => (isLong ? at <= low || at >= high : at >= low && at <= high);
  return {
    by: isLong ? "its two ends" : "its two sides",
    cuts,
    faces: ({ mesh: parted, normals }) =>
      Uint32Array.from(
        Array.from({ length: normals.length / 3 }, (_, f) => f).filter((f) => {
          const c = faceCentre(parted, f);
          const sideways = Math.abs(normals[3 * f + (isLong ? long : across)]!);
          return c[2] <= top && inReach(c[long]) && sideways >= SIDEWAYS;
        }),
      ),
  };
}
