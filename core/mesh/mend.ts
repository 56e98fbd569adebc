import { meshFlaws } from "#core/mesh/flaws";
import { faceNormal } from "#core/mesh/faces";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import { unionFind } from "#core/unionFind";

/** What was done to a mesh, counted. */
export type MendReport = {
  readonly joinedVertices: number;
  readonly droppedFaces: number;
  readonly turnedFaces: number;
};

/**
 * How close corners are taken for one, file units: 1e-5 of the diagonal, or four steps of single precision at
 * the
 * largest coordinate.
 */
export function weldTolerance({ positions }: TriangleMesh): number {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  let largest = 0;
  for (let i = 0; i < positions.length; i++) {
    const k = i % 3;
    const v = positions[i]!;
    low[k] = Math.min(low[k]!, v);
    high[k] = Math.max(high[k]!, v);
    largest = Math.max(largest, Math.abs(v));
  }
  if (positions.length === 0) return 0;
  return Math.max(
    1e-5 * Math.hypot(high[0]! - low[0]!, high[1]! - low[1]!, high[2]! - low[2]!),
    4 * largest * 2 ** -23,
  );
}

/**
 * The mends that change no shape: corners within the tolerance become one, faces without area and repeated
 * faces go,
 * patches that look the other way are turned, and a closed shell that is inside out is turned unless it is
 * the hollow of another.
 * Holes are not filled.
 */
export function mendMesh(source: TriangleMesh): { readonly mesh: TriangleMesh; readonly report: MendReport } {
  const joined = joinClose(source, weldTolerance(source));
  const kept = withoutEmptyFaces(joined.mesh);
  const turned = turnedOutward(kept.mesh);
  return {
    mesh: turned.mesh,
    report: { joinedVertices: joined.count, droppedFaces: kept.count, turnedFaces: turned.count },
  };
}

/** Joins vertices closer than the tolerance; each goes to the first of its neighbourhood. */
function joinClose(
  { positions, triangles }: TriangleMesh,
  tolerance: number,
): { mesh: TriangleMesh; count: number } {
  const n = positions.length / 3;
  const groups = unionFind(n);
  // Cells several tolerances wide: most vertices then have to look into one only. Keys may clash; distances
  // are checked.
  const cell = 8 * tolerance || 1;
  const keyOf = (x: number, y: number, z: number) =>
    Math.imul(x, 73856093) ^ Math.imul(y, 19349663) ^ Math.imul(z, 83492791);
  const cells = new Map<number, number[]>();
  let count = 0;
  const near = (px: number, py: number, pz: number): number => {
    for (let x = Math.floor((px - tolerance) / cell); x <= Math.floor((px + tolerance) / cell); x++) {
      for (let y = Math.floor((py - tolerance) / cell); y <= Math.floor((py + tolerance) / cell); y++) {
        for (let z = Math.floor((pz - tolerance) / cell); z <= Math.floor((pz + tolerance) / cell); z++) {
          for (const w of cells.get(keyOf(x, y, z)) ?? []) {
            if (
              Math.hypot(px - positions[3 * w]!, py - positions[3 * w + 1]!, pz - positions[3 * w + 2]!) <=
              tolerance
            )
              return w;
          }
        }
      }
    }
    return -1;
  };
  for (let v = 0; v < n; v++) {
    const x = positions[3 * v]!;
    const y = positions[3 * v + 1]!;
    const z = positions[3 * v + 2]!;
    const found = near(x, y, z);
    if (found >= 0) {
      groups.join(found, v);
      count++;
      continue;
    }
    const key = keyOf(Math.floor(x / cell), Math.floor(y / cell), Math.floor(z / cell));
    const list = cells.get(key);
    if (list) list.push(v);
    else cells.set(key, [v]);
  }
  return { mesh: { positions, triangles: triangles.map((v) => groups.find(v)) }, count };
}

/** Without faces that have no area, and each set of three corners kept once. Unused vertices go too. */
function withoutEmptyFaces(mesh: TriangleMesh): { mesh: TriangleMesh; count: number } {
  const { positions, triangles } = mesh;
  const seen = new Set<string>();
  const kept: number[] = [];
  for (let f = 0; f < triangles.length / 3; f++) {
    const corners = [triangles[3 * f]!, triangles[3 * f + 1]!, triangles[3 * f + 2]!] as const;
    const [x, y, z] = faceNormal(mesh, f);
    if (x === 0 && y === 0 && z === 0) continue;
    const key = [...corners].sort((p, q) => p - q).join(",");
    if (seen.has(key)) continue;
    seen.add(key);
    kept.push(...corners);
  }
  const newOf = new Map<number, number>();
  const positionsKept: number[] = [];
  const renumbered = Uint32Array.from(kept, (v) => {
    let at = newOf.get(v);
    if (at === undefined) {
      newOf.set(v, (at = newOf.size));
      positionsKept.push(positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!);
    }
    return at;
  });
  return {
    mesh: { positions: Float32Array.from(positionsKept), triangles: renumbered },
    count: (triangles.length - kept.length) / 3,
  };
}

/**
 * Turns the smaller side of every disagreement, then whole closed shells that face inward and lie in no
 * other.
 */
function turnedOutward(mesh: TriangleMesh): { mesh: TriangleMesh; count: number } {
  const n = mesh.triangles.length / 3;
  const twins = findTwins(mesh);
  const turn = new Uint8Array(n);
  const shellOf = new Int32Array(n).fill(-1);
  const shells: number[][] = [];
  for (let seed = 0; seed < n; seed++) {
    if (shellOf[seed]! >= 0) continue;
    const faces = [seed];
    shellOf[seed] = shells.length;
    for (let i = 0; i < faces.length; i++) {
      const f = faces[i]!;
      for (let h = 3 * f; h < 3 * f + 3; h++) {
        const g = twins.twin[h]!;
        if (g < 0) continue;
        const other = (g / 3) | 0;
        if (shellOf[other]! >= 0) continue;
        shellOf[other] = shells.length;
        turn[other] = turn[f]! ^ (mesh.triangles[h] === mesh.triangles[g] ? 1 : 0);
        faces.push(other);
      }
    }
    const turnedArea = [0, 0];
    for (const f of faces) turnedArea[turn[f]!]! += Math.hypot(...faceNormal(mesh, f));
    if (turnedArea[1]! > turnedArea[0]!) for (const f of faces) turn[f]! ^= 1;
    shells.push(faces);
  }
  let agreeing = withTurned(mesh, turn);
  const flaws = meshFlaws(agreeing, findTwins(agreeing));
  if (flaws.shells.some((s) => s.kind === "inside out")) {
    for (const faces of shells) {
      const shell = flaws.shells.find(
        (s) => s.kind === "inside out" && s.faces === faces.length && sameBox(agreeing, faces, s.box),
      );
      if (shell) for (const f of faces) turn[f]! ^= 1;
    }
    agreeing = withTurned(mesh, turn);
  }
  return { mesh: agreeing, count: turn.reduce((sum, t) => sum + t, 0) };
}

function sameBox(
  { positions, triangles }: TriangleMesh,
  faces: readonly number[],
  box: { readonly min: readonly number[]; readonly max: readonly number[] },
): boolean {
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  for (const f of faces) {
    for (let i = 0; i < 9; i++) {
      const k = i % 3;
      const v = positions[3 * triangles[3 * f + Math.floor(i / 3)]! + k]!;
      min[k] = Math.min(min[k]!, v);
      max[k] = Math.max(max[k]!, v);
    }
  }
  return min.every((v, k) => v === box.min[k]) && max.every((v, k) => v === box.max[k]);
}

function withTurned({ positions, triangles }: TriangleMesh, turn: Uint8Array): TriangleMesh {
  const turned = triangles.slice();
  turn.forEach((t, f) => {
    if (t === 1) [turned[3 * f + 1], turned[3 * f + 2]] = [turned[3 * f + 2]!, turned[3 * f + 1]!];
  });
  return { positions, triangles: turned };
}
