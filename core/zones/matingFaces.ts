import { areaOfFace, unitNormals } from "#core/mesh/faces";
import { type NearestFace, nearestInto } from "#core/mesh/nearest";
import { buildRayTree } from "#core/mesh/rayTree";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { patchGraph } from "#core/zones/patchGraph";
import { smoothPatches, CREASE_DEG } from "#core/zones/smoothPatches";
import { spreadPoints } from "#core/zones/spread";

/** Faces meet where they look against each other within this. */
const AGAINST = -0.8;
/** Points felt over a whole mesh, at least one a face; and the share of a face that has to touch. */
const POINTS = 20_000;
const MOST_OF = 0.5;

/**
 * The faces of a mesh that lie against another one in the same frame: drawn in place, as the bodies of one file are.
 * @param within as near as this, file units
 */
export function touchingFaces(mesh: TriangleMesh, other: TriangleMesh, within: number): Uint32Array {
  const tree = buildRayTree(other);
  const [own, others] = [unitNormals(mesh), unitNormals(other)];
  const found: NearestFace = { distance: 0, place: -1 };
  const count = mesh.triangles.length / 3;
  const felt = new Uint32Array(count);
  const touched = new Uint32Array(count);
  const feel = (face: number, at: readonly [number, number, number]) => {
    const looks = (place: number) => {
      const g = 3 * tree.faces[place]!;
      const f = 3 * face;
      return own[f]! * others[g]! + own[f + 1]! * others[g + 1]! + own[f + 2]! * others[g + 2]! <= AGAINST;
    };
    nearestInto(tree, ...at, within, found, looks);
    felt[face]!++;
    if (found.place >= 0) touched[face]!++;
  };
  for (const { face, at } of spreadPoints(mesh, felt.keys(), POINTS)) feel(face, at);
  for (let f = 0; f < count; f++)
    if (felt[f] === 0 && areaOfFace(mesh, f) > 0)
      for (const { at } of spreadPoints(mesh, [f], 1)) feel(f, at);
  return Uint32Array.from([...felt.keys()].filter((f) => felt[f]! > 0 && touched[f]! >= MOST_OF * felt[f]!));
}

/** Flat sides are of one size within this. */
const ALIKE = 0.03;
/** A side is flat where its normals, summed by area, are this much of its area. */
const FLAT = 0.999;

/**
 * The one flat side of a mesh that has its like on another: as large and with as long an outline. Where several have,
 * nobody can tell which it is.
 * @param factors from the file units of each to mm on the bench
 * @returns its faces; null where none or more than one pair fits
 */
export function matchingSide(
  mesh: TriangleMesh,
  other: TriangleMesh,
  [factor, otherFactor]: readonly [number, number],
): Uint32Array | null {
  const [own, its] = [flatSides(mesh, factor), flatSides(other, otherFactor)];
  const isAlike = (a: number, b: number) => Math.abs(a - b) <= ALIKE * Math.max(a, b);
  const pairs = own.sides.filter((a) =>
    its.sides.some((b) => isAlike(a.area, b.area) && isAlike(a.rim, b.rim)),
  );
  if (pairs.length !== 1) return null;
  const { patch } = pairs[0]!;
  return Uint32Array.from([...own.of.keys()].filter((f) => own.of[f] === patch));
}

/** More patches than this are no sides that anybody could match. */
const MOST_PATCHES = 5000;
/** Smaller than this on the bench is no face to join by, mm2. */
const LEAST_MM2 = 25;

function flatSides(mesh: TriangleMesh, factor: number) {
  const { twin } = findTwins(mesh);
  const patches = smoothPatches(mesh, twin, CREASE_DEG);
  if (patches.count > MOST_PATCHES) return { of: patches.of, sides: [] };
  const sides = patchGraph(mesh, twin, patches).flatMap((p, patch) =>
    Math.hypot(...p.toward) >= FLAT * p.area && p.area * factor ** 2 >= LEAST_MM2
      ? [{ patch, area: p.area * factor ** 2, rim: p.rim * factor }]
      : [],
  );
  return { of: patches.of, sides };
}
