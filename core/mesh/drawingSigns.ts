import { faceNormal } from "#core/mesh/faces";
import { type LayerContours, layerSweep } from "#core/mesh/layerSweep";
import { type Outline, outlineArea, straightened } from "#core/mesh/silhouette";
import { type Box3, boxSize, type TriangleMesh } from "#core/mesh/triangleMesh";

/** Things that repeat at one distance, risers, rungs, courses, boards: so many in a row, so far apart. */
export type EqualSteps = {
  readonly axis: 0 | 1 | 2;
  readonly step: number;
  readonly count: number;
};

/** A rectangular hole through a sheet, or one that is open at its foot, as a doorway is. */
export type Opening = {
  readonly width: number;
  readonly height: number;
  readonly toFoot: boolean;
};

/**
 * What a mesh shows of the scale it was drawn at, file units.
 *
 * - `roundBase`: diameter where it stands on a flat disc
 * - `flatBase`: share of its footprint that it stands on
 * - `feet`: share of each side of its box that is flat there: low x, high x, low y, high y, low z, high z
 */
export type DrawingSigns = {
  readonly steps: readonly EqualSteps[];
  readonly openings: readonly Opening[];
  readonly roundBase: number | null;
  readonly flatBase: number;
  readonly feet: readonly number[];
};

/** A face looks along an axis within about 8 degrees. */
const ALONG = 0.99;
/** Flats of less than this share of the largest are trim. */
const LEAST_FLAT = 0.02;
const LEAST_OF_BOX = 0.002;
/** At one height, as a share of the extent. */
const NEAR = 0.004;
const LEVEL = 0.001;
const SAME_STEP = 0.03;
const LEAST_STEPS = 3;
/** Sheets thinner than this share of the shortest side across them are looked through. */
const SHEET = 0.25;
const MOST_SHEETS = 4;
/** How far a corner lies off the straight, as a share of the size, to be one. */
const STRAIGHT = 1e-3;
/** What fills its box less is no rectangle. */
const RECTANGLE = 0.93;

type Flat = { readonly at: number; readonly area: number };

/** Reads the signs of a mesh: flats along the axes, sections through its sheets, what it stands on. */
export function drawingSigns(mesh: TriangleMesh, twin: Int32Array, box: Box3): DrawingSigns {
  const size = boxSize(box);
  const flats = flatsOf(mesh, size);
  const steps = flats.flatMap(({ plus, minus }, axis) =>
    [plus, minus].flatMap((side): EqualSteps[] => {
      const found = equalSteps(side);
      return found ? [{ axis: axis as 0 | 1 | 2, ...found }] : [];
    }),
  );
  const openings = ([0, 1, 2] as const).flatMap((axis) =>
    openingsAlong(mesh, twin, box, axis, sheetsOf(flats[axis]!.plus, flats[axis]!.minus, size, axis)),
  );
  const base = standsOn(mesh, twin, box);
  return { steps: longestEach(steps), openings: alikeOnce(openings), ...base, feet: feetOf(flats, box) };
}

/** How much of each side of the box lies flat in it. */
function feetOf(flats: readonly Flats[], box: Box3): readonly number[] {
  const size = boxSize(box);
  return flats.flatMap(({ plus, minus }, axis) => {
    const side = size[(axis + 1) % 3]! * size[(axis + 2) % 3]!;
    const share = (list: readonly Flat[], at: number) => {
      const there = list.filter((flat) => Math.abs(flat.at - at) <= NEAR * size[axis]!);
      return side > 0 ? there.reduce((sum, flat) => sum + flat.area, 0) / side : 0;
    };
    return [share(minus, box.min[axis]!), share(plus, box.max[axis]!)];
  });
}

type Flats = { readonly plus: readonly Flat[]; readonly minus: readonly Flat[] };

/** Where faces look along each axis and how much of them; flats at one place are one. */
function flatsOf(mesh: TriangleMesh, size: readonly number[]): readonly Flats[] {
  const { positions, triangles } = mesh;
  const found = [0, 1, 2].map(() => ({ plus: [] as Flat[], minus: [] as Flat[] }));
  for (let f = 0; f < triangles.length / 3; f++) {
    const [nx, ny, nz] = faceNormal(mesh, f);
    const length = Math.sqrt(nx * nx + ny * ny + nz * nz);
    const least = ALONG * length;
    const axis = Math.abs(nx) >= least ? 0 : Math.abs(ny) >= least ? 1 : Math.abs(nz) >= least ? 2 : -1;
    if (axis === -1 || length === 0) continue;
    const p = positions[3 * triangles[3 * f]! + axis]!;
    const q = positions[3 * triangles[3 * f + 1]! + axis]!;
    const r = positions[3 * triangles[3 * f + 2]! + axis]!;
    // A ring of a dome may look up: it is flat where its corners lie at one height.
    if (Math.max(p, q, r) - Math.min(p, q, r) > LEVEL * size[axis]!) continue;
    const at = (p + q + r) / 3;
    const side = (axis === 0 ? nx : axis === 1 ? ny : nz) > 0 ? found[axis]!.plus : found[axis]!.minus;
    side.push({ at, area: length / 2 });
  }
  return found.map(({ plus, minus }, axis) => ({
    plus: atOnePlace(plus, size[axis]!, leastOf(size, axis)),
    minus: atOnePlace(minus, size[axis]!, leastOf(size, axis)),
  }));
}

/** Smaller flats are facets of something uneven. @returns a share of the box as it is seen along an axis */
const leastOf = (size: readonly number[], axis: number) =>
  LEAST_OF_BOX * size[(axis + 1) % 3]! * size[(axis + 2) % 3]!;

/**
 * What lies at one height is one flat. Faces that follow each other closely over a wider stretch are a slope or a
 * curve, and none: else where they were parted would look like equal steps.
 */
function atOnePlace(found: Flat[], extent: number, leastArea: number): readonly Flat[] {
  found.sort((x, y) => x.at - y.at);
  const near = NEAR * extent;
  const stretches: { from: number; to: number; area: number; moment: number }[] = [];
  for (const { at, area } of found) {
    const last = stretches.at(-1);
    if (last && at - last.to < near) {
      last.to = at;
      last.area += area;
      last.moment += area * at;
    } else stretches.push({ from: at, to: at, area, moment: area * at });
  }
  const flats = stretches.filter((s) => s.to - s.from < near && s.area >= leastArea);
  const most = flats.reduce((m, f) => Math.max(m, f.area), 0);
  return flats
    .filter((f) => f.area >= LEAST_FLAT * most)
    .map(({ area, moment }) => ({ at: moment / area, area }));
}

/** The longest row of flats that lie equally far apart, three steps at least; null where there is none. */
function equalSteps(flats: readonly Flat[]): { readonly step: number; readonly count: number } | null {
  let best: { step: number; count: number } | null = null;
  const n = Math.min(flats.length, 120);
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < Math.min(n, i + 4); j++) {
      const step = flats[j]!.at - flats[i]!.at;
      const end = followed(flats, j, step);
      const count = end.count + 1;
      if (count >= LEAST_STEPS && (best === null || count > best.count))
        best = { step: (end.at - flats[i]!.at) / count, count };
    }
  return best;
}

/** How many more flats follow one after the other at a step, and where the last is. */
function followed(flats: readonly Flat[], from: number, step: number): { count: number; at: number } {
  let count = 0;
  let at = flats[from]!.at;
  for (let k = from + 1; k < flats.length; k++) {
    const gap = flats[k]!.at - at;
    if (gap < step * (1 - SAME_STEP)) continue;
    if (gap > step * (1 + SAME_STEP)) break;
    at = flats[k]!.at;
    count++;
  }
  return { count, at };
}

/** The longer of the rows that both sides of the same things make. */
const longestEach = (rows: readonly EqualSteps[]): readonly EqualSteps[] =>
  ([0, 1, 2] as const).flatMap((axis) => {
    const mine = rows.filter((r) => r.axis === axis).sort((p, q) => q.count - p.count || p.step - q.step);
    return mine.slice(0, 1);
  });

/** Middles of sheets that lie square to an axis: a flat and the flat behind it, a little apart. */
function sheetsOf(
  plus: readonly Flat[],
  minus: readonly Flat[],
  size: readonly number[],
  axis: number,
): readonly number[] {
  const across = Math.min(...size.filter((_, k) => k !== axis));
  const found: { at: number; area: number }[] = [];
  for (const front of plus) {
    const back = minus.filter((b) => b.at < front.at).at(-1);
    if (back && front.at - back.at < SHEET * across)
      found.push({ at: (front.at + back.at) / 2, area: Math.min(front.area, back.area) });
  }
  return found
    .sort((p, q) => q.area - p.area)
    .slice(0, MOST_SHEETS)
    .map((s) => s.at)
    .sort((p, q) => p - q);
}

/** Rectangular holes in sections square to an axis. The section's own upright is z, or y where it is cut along z. */
function openingsAlong(
  mesh: TriangleMesh,
  twin: Int32Array,
  box: Box3,
  axis: 0 | 1 | 2,
  sheets: readonly number[],
): readonly Opening[] {
  if (sheets.length === 0) return [];
  const [u, v] = (
    [
      [1, 2],
      [2, 0],
      [0, 1],
    ] as const
  )[axis];
  const { positions } = mesh;
  const turned = { positions: new Float32Array(positions.length), triangles: mesh.triangles };
  for (let i = 0; i < positions.length; i += 3) {
    turned.positions[i] = positions[i + u]!;
    turned.positions[i + 1] = positions[i + v]!;
    turned.positions[i + 2] = positions[i + axis]!;
  }
  // Cut along y the section has z across and x up: it is looked at with z up.
  const uprightIsX = axis === 1;
  const foot = box.min[uprightIsX ? u : v];
  const tall = box.max[uprightIsX ? u : v] - foot;
  const found: Opening[] = [];
  layerSweep(turned, twin, Float64Array.from(sheets), (_, contours) => {
    for (const line of linesOf(contours, tall)) {
      const walked = pointsOf(line);
      // Turned over with its axes, so that the solid stays on the left.
      const points = uprightIsX ? [...walked].reverse().map(([x, y]) => [y, x] as const) : walked;
      const area = outlineArea(line);
      const hole = area < 0 ? rectangle(points, -area) : null;
      if (hole) found.push({ ...hole, toFoot: false });
      if (area > 0) found.push(...doorways(points, foot, tall));
    }
  });
  return found;
}

type Point = readonly [number, number];

/** The closed lines of a section, each without the points that lie on a straight between others. */
function linesOf({ points, ends }: LayerContours, size: number): readonly Outline[] {
  let from = 0;
  return ends.map((to) => {
    const line = straightened(Array.from(points.subarray(2 * from, 2 * to)), STRAIGHT * size);
    from = to;
    return line;
  });
}

const pointsOf = (line: Outline): readonly Point[] =>
  Array.from({ length: line.length / 2 }, (_, i): Point => [line[2 * i]!, line[2 * i + 1]!]);

function rectangle(
  points: readonly Point[],
  area: number,
): { readonly width: number; readonly height: number } | null {
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const width = Math.max(...xs) - Math.min(...xs);
  const height = Math.max(...ys) - Math.min(...ys);
  return area > RECTANGLE * width * height ? { width, height } : null;
}

/** Notches from the foot of an outline: up, across and down again, upright sides of one height. */
function doorways(points: readonly Point[], foot: number, tall: number): readonly Opening[] {
  const n = points.length;
  const near = 0.02 * tall;
  return points.flatMap((a, i): Opening[] => {
    const [b, c, d] = [1, 2, 3].map((k) => points[(i + k) % n]!) as [Point, Point, Point];
    const upright = Math.abs(a[0] - b[0]) < near && Math.abs(c[0] - d[0]) < near;
    const fromFoot = a[1] < foot + near && d[1] < foot + near;
    const level = Math.abs(b[1] - c[1]) < near && b[1] > foot + 4 * near && b[1] < foot + 0.97 * tall;
    const width = Math.abs(c[0] - b[0]);
    // Walked with the solid on the left, a notch in the foot is crossed from left to right at its head.
    return upright && fromFoot && level && c[0] > b[0] && width > near
      ? [{ width, height: b[1] - foot, toFoot: true }]
      : [];
  });
}

/** Openings of one size are told once: eight windows alike say no more than one. */
function alikeOnce(openings: readonly Opening[]): readonly Opening[] {
  const told: Opening[] = [];
  for (const o of openings)
    if (
      !told.some(
        (t) =>
          t.toFoot === o.toFoot &&
          Math.abs(t.width / o.width - 1) < SAME_STEP &&
          Math.abs(t.height / o.height - 1) < SAME_STEP,
      )
    )
      told.push(o);
  return told.slice(0, 8);
}

/** The section just above the lowest point: how much of the footprint it fills, and whether it is a disc. */
function standsOn(
  mesh: TriangleMesh,
  twin: Int32Array,
  box: Box3,
): { readonly roundBase: number | null; readonly flatBase: number } {
  const [x, y, z] = boxSize(box);
  if (!(x > 0 && y > 0 && z > 0)) return { roundBase: null, flatBase: 0 };
  let roundBase: number | null = null;
  let flatBase = 0;
  layerSweep(mesh, twin, Float64Array.of(box.min[2] + 0.01 * z), (_, contours) => {
    const lines = linesOf(contours, Math.max(x, y));
    const filled = lines.reduce((sum, line) => sum + outlineArea(line), 0);
    flatBase = Math.max(0, Math.min(1, filled / (x * y)));
    if (lines.length !== 1) return;
    const line = pointsOf(lines[0]!);
    const around = line.reduce((sum, p, i) => {
      const q = line[(i + 1) % line.length]!;
      return sum + Math.hypot(q[0] - p[0], q[1] - p[1]);
    }, 0);
    const width = Math.max(...line.map((p) => p[0])) - Math.min(...line.map((p) => p[0]));
    if (line.length >= 12 && (4 * Math.PI * filled) / around ** 2 > 0.97) roundBase = width;
  });
  return { roundBase, flatBase };
}
