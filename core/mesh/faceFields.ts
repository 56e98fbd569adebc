import { diagonalOf, faceCentre, faceNormal } from "#core/mesh/faces";
import { buildRayTree, castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { unionFind } from "#core/unionFind";
import { type Side, wallDistance } from "#core/mesh/wallRays";

/** Faces worked out between two looks at whether to go on. */
const STRETCH = 4096;

/**
 * The wall thickness or gap width at the middle of every face, file units; Infinity where no wall faces back.
 * One ray a face, and the four leaning ones where the first is under three times the limit.
 * @param limit what counts as thin
 * @param onStretch told the share done; returning false stops, and what is left stays NaN
 */
export function wallField(
  mesh: TriangleMesh,
  side: Side,
  limit: number,
  tree: RayTree = buildRayTree(mesh),
  onStretch?: (share: number) => boolean,
): Float32Array {
  const n = mesh.triangles.length / 3;
  const field = new Float32Array(n).fill(Number.NaN);
  const diagonal = diagonalOf(mesh);
  for (let i = 0; i < n; i++) {
    if (i % STRETCH === 0 && onStretch?.(i / n) === false) break;
    const face = tree.faces[i]!;
    const normal = faceNormal(mesh, face);
    field[face] =
      normal[0] === 0 && normal[1] === 0 && normal[2] === 0
        ? Infinity
        : wallDistance(
            tree,
            side,
            face,
            faceCentre(mesh, face),
            normal,
            (face * 2.399963) % (2 * Math.PI),
            1e-5 * diagonal,
            side === "inside" ? 2 * diagonal : Math.min(2 * diagonal, 6 * limit),
            3 * limit,
          );
  }
  return field;
}

/** Faces that hang together and are all under the limit. File units. */
export type ThinPlace = {
  readonly area: number;
  readonly least: number;
  readonly at: readonly [number, number, number];
  readonly faces: number;
};

/** Groups the faces under a limit into places, largest area first. */
export function thinPlaces(
  mesh: TriangleMesh,
  twin: Int32Array,
  field: Float32Array,
  limit: number,
): readonly ThinPlace[] {
  const n = field.length;
  const groups = unionFind(n);
  for (let h = 0; h < twin.length; h++) {
    const g = twin[h]!;
    if (g > h && field[(h / 3) | 0]! < limit && field[(g / 3) | 0]! < limit)
      groups.join((h / 3) | 0, (g / 3) | 0);
  }
  const places = new Map<number, { area: number; least: number; leastFace: number; faces: number }>();
  for (let f = 0; f < n; f++) {
    if (!(field[f]! < limit)) continue;
    const root = groups.find(f);
    const place = places.get(root) ?? { area: 0, least: Infinity, leastFace: f, faces: 0 };
    place.area += Math.hypot(...faceNormal(mesh, f)) / 2;
    place.faces++;
    if (field[f]! < place.least) {
      place.least = field[f]!;
      place.leastFace = f;
    }
    places.set(root, place);
  }
  return [...places.values()]
    .sort((p, q) => q.area - p.area)
    .map((p) => ({ area: p.area, least: p.least, at: faceCentre(mesh, p.leastFace), faces: p.faces }));
}

const hit = noHit();
const GOLDEN = 2.399963229728653;

/**
 * How open the surface is at a point: the share of cosine-weighted rays over the outer half-space that meet
 * nothing
 * within reach. Plane 1, inside of a hemisphere 0.5, middle of the bottom of a long groove sin(atan(w / 2
 * depth)).
 * Under 0.75 is a recess, under 0.5 a deep one (derived).
 */
export function opennessAt(
  tree: RayTree,
  face: number,
  point: readonly number[],
  normal: readonly number[],
  least: number,
  reach: number,
  rays = 64,
): number {
  const length = Math.hypot(normal[0]!, normal[1]!, normal[2]!);
  const nx = normal[0]! / length;
  const ny = normal[1]! / length;
  const nz = normal[2]! / length;
  const sx = Math.abs(nx) < 0.6 ? 0 : -nz;
  const sy = Math.abs(nx) < 0.6 ? nz : 0;
  const sz = Math.abs(nx) < 0.6 ? -ny : nx;
  const sl = Math.hypot(sx, sy, sz);
  const ax = sx / sl;
  const ay = sy / sl;
  const az = sz / sl;
  const bx = ny * az - nz * ay;
  const by = nz * ax - nx * az;
  const bz = nx * ay - ny * ax;
  let free = 0;
  for (let k = 0; k < rays; k++) {
    // Points spread evenly over a disc and lifted to the half ball are cosine-weighted directions.
    const r = Math.sqrt((k + 0.5) / rays);
    const turn = k * GOLDEN;
    const up = Math.sqrt(1 - r * r);
    const c = r * Math.cos(turn);
    const s = r * Math.sin(turn);
    castRayInto(
      tree,
      point[0]!,
      point[1]!,
      point[2]!,
      c * ax + s * bx + up * nx,
      c * ay + s * by + up * ny,
      c * az + s * bz + up * nz,
      least,
      reach,
      0,
      face,
      hit,
    );
    if (hit.face < 0) free++;
  }
  return free / rays;
}

/** Openness at the middle of every face. */
export function opennessField(
  mesh: TriangleMesh,
  reach: number,
  rays: number,
  tree: RayTree = buildRayTree(mesh),
  onStretch?: (share: number) => boolean,
): Float32Array {
  const n = mesh.triangles.length / 3;
  const field = new Float32Array(n).fill(Number.NaN);
  const least = 1e-5 * diagonalOf(mesh);
  for (let i = 0; i < n; i++) {
    if (i % STRETCH === 0 && onStretch?.(i / n) === false) break;
    const face = tree.faces[i]!;
    const normal = faceNormal(mesh, face);
    field[face] =
      normal[0] === 0 && normal[1] === 0 && normal[2] === 0
        ? 1
        : opennessAt(tree, face, faceCentre(mesh, face), normal, least, reach, rays);
  }
  return field;
}
