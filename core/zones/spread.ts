import { areaOfFace } from "#core/mesh/faces";
import type { Vec3 } from "#core/mesh/pose";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** A point on a mesh with the face that it lies on. */
export type SurfacePoint = { readonly face: number; readonly at: Vec3 };

/** The golden ratio's share, which spreads points evenly however many there are. */
const GOLDEN = 0.618_033_988_749_895;

/**
 * Points spread evenly over some faces, the same ones every time. @param count about so many
 */
export function spreadPoints(
  mesh: TriangleMesh,
  faces: Iterable<number>,
  count: number,
): readonly SurfacePoint[] {
  const all = [...faces];
  const whole = all.reduce((sum, f) => sum + areaOfFace(mesh, f), 0);
  if (!(whole > 0)) return [];
  const step = whole / count;
  const points: SurfacePoint[] = [];
  let passed = step / 2;
  for (const face of all) {
    const area = areaOfFace(mesh, face);
    for (; passed < area; passed += step) {
      const i = points.length + 1;
      points.push({ face, at: pointOn(mesh, face, (i * GOLDEN) % 1, (i * GOLDEN * GOLDEN) % 1) });
    }
    passed -= area;
  }
  return points;
}

/** A point of a face; u and v in 0 to 1 cover it evenly. */
function pointOn({ positions, triangles }: TriangleMesh, face: number, u: number, v: number): Vec3 {
  const r = Math.sqrt(u);
  const [a, b, c] = [1 - r, r * (1 - v), r * v];
  const [i, j, k] = [3 * triangles[3 * face]!, 3 * triangles[3 * face + 1]!, 3 * triangles[3 * face + 2]!];
  const on = (axis: number) => a * positions[i + axis]! + b * positions[j + axis]! + c * positions[k + axis]!;
  return [on(0), on(1), on(2)];
}
