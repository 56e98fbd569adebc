import { faceCentre } from "#core/mesh/faces";
import { cross, dot, unit, type Vec3 } from "#core/mesh/pose";
import type { FoundOn } from "#core/zones/findFaces";
import type { ZoneCut } from "#core/zones/splitMesh";

/** A figure that is drawn on a face: from corner to corner, or from its middle to its rim. */
export const outlines = ["rectangle", "circle"] as const;
export type Outline = (typeof outlines)[number];

/** A circle is drawn with so many sides, and has the area of the circle. */
const SIDES = 32;
/** Faces that look further away from the one that was tapped are behind it or beside it. */
const FACING = 0.5;

const minus = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const along = (a: Vec3, v: Vec3, t: number): Vec3 => [a[0] + t * v[0], a[1] + t * v[1], a[2] + t * v[2]];

/** Across and up in the plane of a face; of a level one along the axes of the part. */
function frameOf(normal: Vec3): { readonly across: Vec3; readonly up: Vec3 } {
  const isLevel = Math.abs(normal[2]) > 0.99 * Math.hypot(...normal);
  const across: Vec3 = isLevel ? [1, 0, 0] : unit(cross([0, 0, 1], normal));
  return { across, up: unit(cross(normal, across)) };
}

/**
 * The cuts of a figure, square to the face that it is drawn on; their normals look outward. File units.
 * @param first a corner, or the middle; @param second the corner opposite, or a point of the rim
 * @returns null where both points are one
 */
export function outlineCuts(
  outline: Outline,
  first: Vec3,
  second: Vec3,
  normal: Vec3,
): readonly ZoneCut[] | null {
  const { across, up } = frameOf(normal);
  const way = minus(second, first);
  if (outline === "circle") return circleCuts(first, Math.hypot(dot(way, across), dot(way, up)), across, up);
  const [w, h] = [dot(way, across), dot(way, up)];
  if (Math.abs(w) < 1e-9 || Math.abs(h) < 1e-9) return null;
  const at = along(along(first, across, w / 2), up, h / 2);
  const radius = 1.001 * Math.hypot(w / 2, h / 2);
  return [
    [across, Math.abs(w)] as const,
    [along([0, 0, 0], across, -1), Math.abs(w)] as const,
    [up, Math.abs(h)] as const,
    [along([0, 0, 0], up, -1), Math.abs(h)] as const,
  ].map(([n, size]) => ({ normal: n, offset: dot(n, at) + size / 2, within: { at, radius } }));
}

function circleCuts(at: Vec3, radius: number, across: Vec3, up: Vec3): readonly ZoneCut[] | null {
  if (radius < 1e-9) return null;
  const inner = radius * Math.sqrt(Math.PI / SIDES / Math.tan(Math.PI / SIDES));
  const within = { at, radius: (1.001 * inner) / Math.cos(Math.PI / SIDES) };
  return Array.from({ length: SIDES }, (_, k): ZoneCut => {
    const turn = (2 * Math.PI * k) / SIDES;
    const n = along(along([0, 0, 0], across, Math.cos(turn)), up, Math.sin(turn));
    return { normal: n, offset: dot(n, at) + inner, within };
  });
}

/** The faces within a figure that look as the one does that it was drawn on, once the mesh is parted along its cuts. */
export function withinOutline(
  { mesh, normals }: FoundOn,
  cuts: readonly ZoneCut[],
  normal: Vec3,
): Uint32Array {
  const toward = unit(normal);
  const found: number[] = [];
  for (let f = 0; f < normals.length / 3; f++) {
    const looks =
      normals[3 * f]! * toward[0] + normals[3 * f + 1]! * toward[1] + normals[3 * f + 2]! * toward[2];
    if (looks < FACING) continue;
    const c = faceCentre(mesh, f);
    const isNear = cuts.every(
      ({ normal: n, offset, within }) =>
        dot(n, c) <= offset && (!within || Math.hypot(...minus(c, within.at)) <= within.radius),
    );
    if (isNear) found.push(f);
  }
  return Uint32Array.from(found);
}
