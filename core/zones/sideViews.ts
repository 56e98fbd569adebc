import { dot, type Vec3 } from "#core/mesh/pose";
import { traced } from "#core/mesh/silhouette";
import type { ZonedMesh } from "#core/zones/zonedMesh";

/** The sides that a part is drawn from: toward the eye, and what is right on the paper. */
export const sides = {
  front: { toward: [0, -1, 0], right: [1, 0, 0] },
  back: { toward: [0, 1, 0], right: [-1, 0, 0] },
  left: { toward: [-1, 0, 0], right: [0, -1, 0] },
  right: { toward: [1, 0, 0], right: [0, 1, 0] },
  top: { toward: [0, 0, 1], right: [1, 0, 0] },
  underside: { toward: [0, 0, -1], right: [1, 0, 0] },
} as const satisfies Record<string, { toward: Vec3; right: Vec3 }>;
export type SideName = keyof typeof sides;
export const sideNames = Object.keys(sides) as readonly SideName[];

/** A part from one side: its outline, and what is seen of some zones. Lengths in the mesh's units, from its corner. */
export type SideView = {
  readonly side: SideName;
  readonly wide: number;
  readonly high: number;
  readonly outline: readonly (readonly number[])[];
  readonly zones: readonly { readonly zone: number; readonly lines: readonly (readonly number[])[] }[];
};

/** Cells along the longer side of a drawing. */
const CELLS = 320;

/** A part from every side from which something of these zones is seen; what stands before it hides it. */
export const sideViews = (zoned: ZonedMesh, zones: readonly number[]): readonly SideView[] =>
  sideNames.map((side) => sideView(zoned, zones, side)).filter((v) => v.zones.length > 0);

export function sideView({ mesh, of }: ZonedMesh, zones: readonly number[], side: SideName): SideView {
  const { toward, right } = sides[side];
  const up: Vec3 = side === "top" ? [0, 1, 0] : side === "underside" ? [0, -1, 0] : [0, 0, 1];
  const n = mesh.positions.length / 3;
  const seen = new Float32Array(3 * n);
  const low = [Infinity, Infinity];
  const top = [-Infinity, -Infinity];
  for (let v = 0; v < n; v++) {
    const at: Vec3 = [mesh.positions[3 * v]!, mesh.positions[3 * v + 1]!, mesh.positions[3 * v + 2]!];
    const own = [dot(at, right), dot(at, up), dot(at, toward)];
    seen.set(own, 3 * v);
    for (const k of [0, 1]) {
      low[k] = Math.min(low[k]!, own[k]!);
      top[k] = Math.max(top[k]!, own[k]!);
    }
  }
  const [wide, high] = [top[0]! - low[0]!, top[1]! - low[1]!];
  const cell = Math.max(wide, high, 1e-9) / CELLS;
  const columns = Math.ceil(wide / cell) + 2;
  const rows = Math.ceil(high / cell) + 2;
  const face = faceRaster({ seen, triangles: mesh.triangles }, { low, cell, columns, rows });
  const lines = (isIn: (f: number) => boolean) =>
    traced(
      Uint8Array.from(face, (f) => (f >= 0 && isIn(f) ? 1 : 0)),
      columns,
      rows,
    ).map((line) => line.map((v) => (v - 1) * cell));
  return {
    ...{ side, wide, high },
    outline: lines(() => true),
    zones: zones.flatMap((zone) => {
      const own = lines((f) => of[f] === zone);
      return own.length > 0 ? [{ zone, lines: own }] : [];
    }),
  };
}

type Grid = {
  readonly low: readonly number[];
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
};

/** The face that is nearest to the eye in every cell; -1 where there is none. */
function faceRaster(
  { seen, triangles }: { readonly seen: Float32Array; readonly triangles: Uint32Array },
  { low, cell, columns, rows }: Grid,
): Int32Array {
  const face = new Int32Array(columns * rows).fill(-1);
  const depth = new Float32Array(columns * rows).fill(-Infinity);
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [3 * triangles[t]!, 3 * triangles[t + 1]!, 3 * triangles[t + 2]!];
    const x = [a, b, c].map((v) => (seen[v]! - low[0]!) / cell + 1);
    const y = [a, b, c].map((v) => (seen[v + 1]! - low[1]!) / cell + 1);
    const area = (x[1]! - x[0]!) * (y[2]! - y[0]!) - (x[2]! - x[0]!) * (y[1]! - y[0]!);
    // What looks away, or is seen edge on, hides behind what looks this way.
    if (area <= 1e-12) continue;
    const fromX = Math.max(0, Math.floor(Math.min(...x) - 0.5));
    const toX = Math.min(columns - 1, Math.ceil(Math.max(...x)));
    const fromY = Math.max(0, Math.floor(Math.min(...y) - 0.5));
    const toY = Math.min(rows - 1, Math.ceil(Math.max(...y)));
    for (let j = fromY; j <= toY; j++)
      for (let i = fromX; i <= toX; i++) {
        const [px, py] = [i + 0.5, j + 0.5];
        const w0 = ((x[1]! - px) * (y[2]! - py) - (x[2]! - px) * (y[1]! - py)) / area;
        const w1 = ((x[2]! - px) * (y[0]! - py) - (x[0]! - px) * (y[2]! - py)) / area;
        const w2 = 1 - w0 - w1;
        if (w0 < -1e-6 || w1 < -1e-6 || w2 < -1e-6) continue;
        const z = w0 * seen[a + 2]! + w1 * seen[b + 2]! + w2 * seen[c + 2]!;
        const at = j * columns + i;
        if (z <= depth[at]!) continue;
        depth[at] = z;
        face[at] = t / 3;
      }
  }
  return face;
}
