import { castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";
import { faceNormal, vertexOf } from "#core/mesh/faces";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

type Point = readonly [number, number, number];

/** A point picked on a mesh, and what it was drawn to. */
export type Picked = { readonly at: Point; readonly on: "corner" | "edge" | "face"; readonly normal: Point };

/**
 * The first face along a ray from far outside, and the point on it, drawn to a corner or an edge that is
 * near.
 */
export function pickAlong(
  mesh: TriangleMesh,
  tree: RayTree,
  origin: Point,
  direction: Point,
  within: number,
): Picked | null {
  const hit = noHit();
  castRayInto(tree, ...origin, ...direction, 0, Infinity, 0, -1, hit);
  if (hit.face < 0) return null;
  return snapped(
    mesh,
    hit.face,
    [
      origin[0] + hit.distance * direction[0],
      origin[1] + hit.distance * direction[1],
      origin[2] + hit.distance * direction[2],
    ],
    within,
  );
}

/**
 * Draws a point of a face to the nearest of its corners within reach, else to the nearest edge, else leaves
 * it.
 * @param within how far a point is drawn, file units
 */
export function snapped(mesh: TriangleMesh, face: number, point: Point, within: number): Picked {
  const n = faceNormal(mesh, face);
  const l = Math.hypot(...n) || 1;
  const normal: Point = [n[0] / l, n[1] / l, n[2] / l];
  const corners = [0, 1, 2].map((k) => vertexOf(mesh, mesh.triangles[3 * face + k]!));
  const nearest = (points: readonly Point[]) =>
    points.map((p) => ({ p, d: distance(p, point) })).sort((a, b) => a.d - b.d)[0]!;
  const corner = nearest(corners);
  if (corner.d <= within) return { at: corner.p, on: "corner", normal };
  const edge = nearest(corners.map((p, k) => closestOn(p, corners[(k + 1) % 3]!, point)));
  return edge.d <= within ? { at: edge.p, on: "edge", normal } : { at: point, on: "face", normal };
}

const distance = (p: Point, q: Point) => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

function closestOn(p: Point, q: Point, x: Point): Point {
  const ex = q[0] - p[0];
  const ey = q[1] - p[1];
  const ez = q[2] - p[2];
  const s = Math.max(
    0,
    Math.min(
      1,
      ((x[0] - p[0]) * ex + (x[1] - p[1]) * ey + (x[2] - p[2]) * ez) / (ex * ex + ey * ey + ez * ez || 1),
    ),
  );
  return [p[0] + s * ex, p[1] + s * ey, p[2] + s * ez];
}

/**
 * The length between two picked points: between two flat faces that look the same or opposite ways it is
 * taken square
 * to them, so that it does not matter where on them was picked.
 */
export function pickedLength(a: Picked, b: Picked): { readonly length: number; readonly square: boolean } {
  const along = a.normal[0] * b.normal[0] + a.normal[1] * b.normal[1] + a.normal[2] * b.normal[2];
  const straight = distance(a.at, b.at);
  if (a.on !== "face" || b.on !== "face" || Math.abs(along) < 0.999)
    return { length: straight, square: false };
  const gap = Math.abs(
    (b.at[0] - a.at[0]) * a.normal[0] + (b.at[1] - a.at[1]) * a.normal[1] + (b.at[2] - a.at[2]) * a.normal[2],
  );
  return gap > 1e-6 * straight ? { length: gap, square: true } : { length: straight, square: false };
}
