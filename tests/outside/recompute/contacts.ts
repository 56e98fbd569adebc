import type { Archive, Row, Shown, Untyped } from "./read";

/** Tips of resin supports stand about 3.5 mm apart (common practice), and one more row of them round the edge. */
const APART_MM = 3.5;
/** Columns along the longer side. */
const COLUMNS = 900;
/** Undersides steeper than this hold themselves. */
const LIMIT = Math.cos(Math.PI / 4);

/**
 * Support tips under raised resin parts, by looking straight up at a raster of columns: every underside that is met
 * and is flatter than 45 degrees, patches grown cell by cell, tips by area.
 */
export function contacts({ tables, mesh }: Archive, { scene, plan }: Shown): readonly Row[] {
  return plan.parts
    .filter((p: Untyped) => p.chosen?.printer.process === "resin" && p.chosen.raised && !p.part.print.pose)
    .map((p: Untyped): Row => {
      const { meshId } = tables["parts"]!.find((x) => x.id === p.part.id)!;
      const good = tables["log"]!.filter(
        (e) => e.kind === "run" && !e.simulated && e.key === p.chosen.printer.id && e.outcome === "good",
      );
      const density = good.length >= 5 ? 1 : 1.25;
      const least = Math.max(0.25, (4 * p.chosen.printer.pixelMm) ** 2);
      const patches = undersides(mesh(meshId), p.rescale.factor).filter((mm2) => mm2 >= least);
      const tips = patches.reduce(
        (sum, mm2) => sum + Math.max(1, Math.ceil((density * (mm2 + APART_MM ** 2)) / APART_MM ** 2)),
        0,
      );
      return {
        scene: scene.name,
        what: `${p.part.name}: support tips`,
        shown: p.chosen.supports.contacts,
        recomputed: tips,
        unit: "tips",
        off: 0.1,
      };
    });
}

/** Areas of the patches that look down, seen from below, mm2 on the bench. */
function undersides(corners: Float32Array, factor: number): readonly number[] {
  const bound = (axis: number, pick: (a: number, b: number) => number, from: number) => {
    let v = from;
    for (let i = axis; i < corners.length; i += 3) v = pick(v, corners[i]!);
    return v;
  };
  const [x0, y0] = [bound(0, Math.min, Infinity), bound(1, Math.min, Infinity)];
  const longest = Math.max(bound(0, Math.max, -Infinity) - x0, bound(1, Math.max, -Infinity) - y0);
  const cell = longest / COLUMNS;
  const met = new Map<number, number[]>();
  for (let t = 0; t < corners.length; t += 9) eachUnderside(corners.subarray(t, t + 9), x0, y0, cell, met);
  return patchesOf(met, cell).map((cells) => cells * (cell * factor) ** 2);
}

/** Notes the height of a face that looks down in every column that it covers. */
function eachUnderside(
  face: Float32Array,
  x0: number,
  y0: number,
  cell: number,
  met: Map<number, number[]>,
): void {
  const [ax, ay, az, bx, by, bz, cx, cy, cz] = face as unknown as number[];
  const [ux, uy, uz, vx, vy, vz] = [bx! - ax!, by! - ay!, bz! - az!, cx! - ax!, cy! - ay!, cz! - az!];
  const n = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx] as const;
  if (n[2] >= 0 || -n[2] < LIMIT * Math.hypot(...n)) return;
  const range = (values: readonly number[], from: number) =>
    [
      Math.floor((Math.min(...values) - from) / cell),
      Math.ceil((Math.max(...values) - from) / cell),
    ] as const;
  const [i0, i1] = range([ax!, bx!, cx!], x0);
  const [k0, k1] = range([ay!, by!, cy!], y0);
  for (let i = Math.max(0, i0); i <= i1; i++)
    for (let k = Math.max(0, k0); k <= k1; k++) {
      const [dx, dy] = [x0 + (i + 0.5) * cell - ax!, y0 + (k + 0.5) * cell - ay!];
      const s = (dx * vy - dy * vx) / n[2];
      const r = (ux * dy - uy * dx) / n[2];
      if (s < 0 || r < 0 || s + r > 1) continue;
      const at = i * 4096 + k;
      (met.get(at) ?? met.set(at, []).get(at)!).push(az! + s * uz + r * vz);
    }
}

/** Cells of each patch: columns side by side whose undersides go on from each other, at most as steep as the limit. */
function patchesOf(met: Map<number, number[]>, cell: number): readonly number[] {
  const open = new Map([...met].map(([at, heights]) => [at, new Set(heights)]));
  const sizes: number[] = [];
  for (const [at, heights] of open)
    for (const z of heights) {
      heights.delete(z);
      const queue: [number, number][] = [[at, z]];
      for (let q = 0; q < queue.length; q++) {
        const [node, height] = queue[q]!;
        for (const next of [node - 1, node + 1, node - 4096, node + 4096])
          for (const other of open.get(next) ?? [])
            if (Math.abs(other - height) <= 1.5 * cell) {
              open.get(next)!.delete(other);
              queue.push([next, other]);
            }
      }
      sizes.push(queue.length);
    }
  return sizes;
}
