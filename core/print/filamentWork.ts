import { layerSweep, type LayerContours, type LayerProfile, midHeights } from "#core/mesh/layerSweep";
import { straightened } from "#core/mesh/silhouette";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { beadAreaMm2, beadSpacingMm, beadWidthMm, moveSeconds } from "#core/print/bead";
import type { PrintBody } from "#core/print/body";
import { loopSeconds, moveList } from "#core/print/kinematics";
import type { FilamentPrinter } from "#core/print/printer";

/** A range of heights with its own infill, mm above the bed. */
export type InfillBand = { readonly fromMm: number; readonly toMm: number; readonly share: number };

/**
 * What printing one copy on a filament machine comes to, without supports, warm-up and hands: lengths of bead
 * in mm and
 * seconds, by kind of path.
 *
 * - `bandSeconds`: seconds of each of equal bands of height, lowest first
 * - `wallsOff`: share by which the walls may be off, for following only some layers exactly
 * - `exactLayers`: how many layers' walls were followed; 0 where they were only reckoned from perimeters
 *   and turns
 */
export type FilamentWork = {
  readonly layers: number;
  readonly mm: {
    readonly walls: number;
    readonly solid: number;
    readonly sparse: number;
    readonly skirt: number;
  };
  readonly seconds: {
    readonly walls: number;
    readonly fill: number;
    readonly skirt: number;
    readonly travel: number;
    readonly waits: number;
  };
  readonly bandSeconds: readonly number[];
  readonly wallsOff: number;
  readonly exactLayers: number;
};

/** Area left of closed lines pushed in by each distance: what a polygon library is asked for. */
export type InsetAreas = (
  points: ArrayLike<number>,
  ends: readonly number[],
  distances: readonly number[],
) => ArrayLike<number>;

/**
 * Each of actual layers, bottom first. Areas mm2, lengths mm. `wallMm` and `wallSeconds` are of all walls
 * together.
 */
type Layers = {
  readonly count: number;
  readonly area: Float64Array;
  readonly perimeter: Float64Array;
  readonly contours: ArrayLike<number>;
  readonly wallMm: Float64Array;
  readonly wallSeconds: Float64Array;
  readonly inner: Float64Array;
  readonly solid: Float64Array;
};

const BANDS = 24;
/** Going up to the next layer, s (common practice). */
const LAYER_HOP_S = 0.6;

/** Speeds that the nozzle can keep up with. */
function speedsOf(printer: FilamentPrinter) {
  const bead = beadAreaMm2(beadWidthMm(printer.nozzleMm), printer.layerMm);
  const melted = (speed: number) => Math.min(speed, printer.flowLimit / bead);
  return {
    bead,
    wall: melted(printer.wallSpeed),
    fill: melted(printer.infillSpeed),
    first: melted(printer.firstLayerSpeed),
  };
}

export const layerCount = (heightMm: number, layerMm: number) =>
  Math.max(1, Math.ceil(heightMm / layerMm - 1e-6));

const infillAt = (zMm: number, printer: FilamentPrinter, bands: readonly InfillBand[]) =>
  bands.reduce(
    (share, b) => (zMm >= b.fromMm && zMm < b.toMm ? Math.max(share, b.share) : share),
    printer.infillShare,
  );

/**
 * Adds up layer by layer: walls, skins, infill, travels, the first layer slow, and the wait where a layer is
 * too small to set.
 */
function addUp(
  l: Layers,
  printer: FilamentPrinter,
  bands: readonly InfillBand[],
  wallsOff: number,
  exactLayers: number,
): FilamentWork {
  const speeds = speedsOf(printer);
  const width = beadWidthMm(printer.nozzleMm);
  const spacing = beadSpacingMm(width, printer.layerMm);
  const mm = { walls: 0, solid: 0, sparse: 0, skirt: 0 };
  const seconds = { walls: 0, fill: 0, skirt: 0, travel: 0, waits: 0 };
  const bandSeconds = new Array<number>(BANDS).fill(0);
  for (let i = 0; i < l.count; i++) {
    const contours = Math.max(1, l.contours[i]!);
    const solid = l.solid[i]! / spacing;
    const sparse =
      ((l.inner[i]! - l.solid[i]!) * infillAt((i + 0.5) * printer.layerMm, printer, bands)) / spacing;
    const line = Math.max(2, Math.sqrt(l.inner[i]!));
    const first = i === 0;
    const wall = first ? (l.wallSeconds[i]! * speeds.wall) / speeds.first : l.wallSeconds[i]!;
    const fill =
      ((solid + sparse) / line) * moveSeconds(line, first ? speeds.first : speeds.fill, printer.acceleration);
    let skirtMm = 0;
    if (first) {
      for (let k = 0; k < Math.round(printer.brimMm / width); k++)
        skirtMm += l.perimeter[0]! + 2 * Math.PI * (k + 0.5) * width;
      for (let k = 0; k < printer.skirtLoops; k++)
        skirtMm += 4 * Math.sqrt(l.area[0]!) + 2 * Math.PI * (5 + k * width);
    }
    const skirt = skirtMm / speeds.first;
    // One way to each line and one to the fill inside it.
    const travels = 2 * contours;
    const travel =
      travels *
        (moveSeconds(
          0.5 * Math.sqrt(Math.max(1e-6, l.area[i]!) / contours),
          printer.travelSpeed,
          printer.acceleration,
        ) +
          printer.retractSeconds) +
      LAYER_HOP_S;
    const wait = Math.max(0, printer.minimumLayerSeconds - wall - fill - skirt - travel);
    mm.walls += l.wallMm[i]!;
    mm.solid += solid;
    mm.sparse += sparse;
    mm.skirt += skirtMm;
    seconds.walls += wall;
    seconds.fill += fill;
    seconds.skirt += skirt;
    seconds.travel += travel;
    seconds.waits += wait;
    bandSeconds[Math.floor((i * BANDS) / l.count)]! += wall + fill + skirt + travel + wait;
  }
  return { layers: l.count, mm, seconds, bandSeconds, wallsOff, exactLayers };
}

/**
 * Walls reckoned from perimeters and turns are off by this much at the third wall of rough ground, and less
 * on plain shapes.
 */
const RECKONED_OFF = 0.05;

/**
 * From the kept profile alone: a wall pushed in by d is the perimeter less 2 d x turning, until an edge
 * vanishes; solid
 * where the section changes. What is shown until the layers themselves were followed.
 */
export function quickFilamentWork(
  body: PrintBody,
  printer: FilamentPrinter,
  bands: readonly InfillBand[] = [],
): FilamentWork {
  const t = printer.layerMm;
  const count = layerCount(body.sizeMm[2], t);
  const { profile } = body;
  const width = beadWidthMm(printer.nozzleMm);
  const spacing = beadSpacingMm(width, t);
  const skins = Math.max(1, Math.round(printer.topBottomMm / t));
  const speeds = speedsOf(printer);
  const sampleOf = (layer: number) =>
    Math.min(profile.areasMm2.length - 1, Math.max(0, Math.floor(((layer + 0.5) * t) / profile.stepMm)));
  const areaAt = (layer: number) => (layer < 0 || layer >= count ? 0 : profile.areasMm2[sampleOf(layer)]!);
  const l = {
    count,
    area: new Float64Array(count),
    perimeter: new Float64Array(count),
    contours: new Uint32Array(count),
    wallMm: new Float64Array(count),
    wallSeconds: new Float64Array(count),
    inner: new Float64Array(count),
    solid: new Float64Array(count),
  };
  for (let i = 0; i < count; i++) {
    const k = sampleOf(i);
    const area = profile.areasMm2[k]!;
    const perimeter = profile.perimetersMm[k]!;
    const contours = Math.max(1, profile.contours[k]!);
    const corners = Math.max(2 * contours, profile.corners[k]!);
    let walls = 0;
    for (let w = 0; w < printer.walls; w++)
      walls += insetLength(perimeter, area, profile.turning[k]!, width / 2 + w * spacing);
    walls = Math.min(walls, area / spacing);
    l.area[i] = area;
    l.perimeter[i] = perimeter;
    l.contours[i] = contours;
    l.wallMm[i] = walls;
    l.wallSeconds[i] =
      corners *
      printer.walls *
      moveSeconds(walls / corners / Math.max(1, printer.walls), speeds.wall, printer.acceleration);
    l.inner[i] = Math.max(0, area - walls * spacing);
    // Open above or below within the skin: what the sections there do not cover.
    let below = Infinity;
    let above = Infinity;
    for (let s = 1; s <= skins; s++) {
      below = Math.min(below, areaAt(i - s));
      above = Math.min(above, areaAt(i + s));
    }
    l.solid[i] = Math.min(l.inner[i]!, Math.max(0, area - below) + Math.max(0, area - above));
  }
  return addUp(l, printer, bands, RECKONED_OFF, 0);
}

/**
 * Length of a contour set pushed in by d: P - 2 d x turning, exact until an edge vanishes; never more than
 * fits the area.
 */
function insetLength(perimeter: number, area: number, turning: number, d: number): number {
  const straight = perimeter - 2 * d * turning;
  return Math.max(
    0,
    Math.min(
      straight > 0.3 * perimeter ? straight : 0.3 * perimeter,
      (2 * area) / Math.max(d, 1e-9),
      perimeter * 1.2,
    ),
  );
}

/** Contours are thinned to this before they are pushed in, mm: no visible loss (common practice). */
const THINNED_MM = 0.02;
/**
 * Layers followed exactly: this many to begin with, more while the walls are surer than wanted only with
 * them, at most this share.
 */
const EXACT_FIRST = 14;
const CHANGES_FIRST = 18;
const EXACT_LEAST = 12;
const EXACT_SHARE = 0.15;
const EXACT_BATCH = 8;
/** Both sides of a change of the section by more than this are followed. */
const CHANGED = 0.03;
/** How sure the walls are to be, as a share (twice the standard error). */
const WANTED = 0.01;

/** Middles of actual layers; of a top layer that is cut short, the middle of what there is. File units. */
export function layerMiddles(bottom: number, top: number, layer: number): Float64Array {
  const count = layerCount(top - bottom, layer);
  const heights = midHeights(bottom, bottom + count * layer, count);
  heights[count - 1] = (bottom + (count - 1) * layer + top) / 2;
  return heights;
}

/**
 * Follows the layers of a mesh: areas, perimeters and turns of all of them from one sweep, real inset walls
 * of a sample,
 * and between those the ratio of real to reckoned walls.
 * @source ratio estimation over a systematic sample (Cochran, sampling text; from memory)
 * @param factor from file units to mm on the bench
 * @param insetAreas asked for the area left of a layer's lines pushed in
 * @returns null when it was stopped
 */
export function filamentWork(
  mesh: TriangleMesh,
  twin: Int32Array,
  factor: number,
  printer: FilamentPrinter,
  bands: readonly InfillBand[],
  insetAreas: InsetAreas,
  onShare?: (share: number) => boolean,
): FilamentWork | null {
  const box = boundingBox(mesh.positions);
  const t = printer.layerMm;
  const heights = layerMiddles(box.min[2], box.max[2], t / factor);
  const count = heights.length;
  const width = beadWidthMm(printer.nozzleMm);
  const spacing = beadSpacingMm(width, t);
  const profile = layerSweep(mesh, twin, heights);
  if (onShare?.(0.35) === false) return null;
  const area = profile.areas.map((a) => Math.abs(a) * factor * factor);
  const perimeter = profile.perimeters.map((p) => p * factor);
  const estimatedLayer = (i: number) => {
    const p = perimeter[i]!;
    const turning = profile.turning[i]!;
    const n = printer.walls;
    const straight = n * p - 2 * turning * (n * (width / 2) + (spacing * n * (n - 1)) / 2);
    return straight > 0.3 * n * p ? straight : n * p;
  };
  const most = Math.min(count, Math.max(EXACT_LEAST, Math.floor(EXACT_SHARE * count)));
  const followed = new Map<number, Followed>();
  const follow = (layers: readonly number[]) =>
    followExactly(
      mesh,
      twin,
      heights,
      layers,
      factor,
      printer,
      width,
      spacing,
      insetAreas,
      followed,
      () => onShare?.(0.35 + 0.6 * Math.min(1, followed.size / most)) !== false,
    );
  if (!follow(firstLayersOf(area, profile.contours, count, most))) return null;
  let exact = [...followed.keys()].sort((p, q) => p - q);
  let doubt = wallDoubt(exact, followed, estimatedLayer, count);
  while (doubt.share > WANTED && exact.length < most && doubt.gaps.length > 0) {
    if (!follow(doubt.gaps.slice(0, Math.min(EXACT_BATCH, most - exact.length)))) return null;
    exact = [...followed.keys()].sort((p, q) => p - q);
    doubt = wallDoubt(exact, followed, estimatedLayer, count);
  }

  const l = {
    count,
    area,
    perimeter,
    contours: profile.contours,
    wallMm: new Float64Array(count),
    wallSeconds: new Float64Array(count),
    inner: new Float64Array(count),
    solid: new Float64Array(count),
  };
  let e = 0;
  for (let i = 0; i < count; i++) {
    while (e + 1 < exact.length && exact[e + 1]! <= i) e++;
    const a = exact[e]!;
    const b = exact[Math.min(e + 1, exact.length - 1)]!;
    const share = b > a ? (i - a) / (b - a) : 0;
    const fa = followed.get(a)!;
    const fb = followed.get(b)!;
    const mix = (x: number, y: number) => x + (y - x) * share;
    const ratio = mix(
      fa.wallMm / Math.max(1e-9, estimatedLayer(a)),
      fb.wallMm / Math.max(1e-9, estimatedLayer(b)),
    );
    l.wallMm[i] = Math.min(ratio * estimatedLayer(i), area[i]! / spacing);
    l.inner[i] = Math.min(
      area[i]!,
      area[i]! * mix(fa.inner / Math.max(1e-9, area[a]!), fb.inner / Math.max(1e-9, area[b]!)),
    );
    l.wallSeconds[i] = l.wallMm[i]! * mix(fa.secondsPerMm, fb.secondsPerMm);
  }
  solidAreas(mesh, box.min[2], factor, printer, l, spacing);
  onShare?.(1);
  return addUp(l, printer, bands, doubt.share, exact.length);
}

/** First and last, both sides of the largest changes, and some at equal steps. */
function firstLayersOf(
  area: Float64Array,
  contours: LayerProfile["contours"],
  count: number,
  most: number,
): number[] {
  const chosen = new Set([0, count - 1]);
  const changes: { at: number; by: number }[] = [];
  for (let i = 1; i < count; i++) {
    const by = Math.abs(area[i]! - area[i - 1]!) / Math.max(1e-9, area[i]!, area[i - 1]!);
    if (by > CHANGED || contours[i] !== contours[i - 1])
      changes.push({ at: i, by: by + (contours[i] === contours[i - 1] ? 0 : 0.05) });
  }
  for (const { at } of changes.sort((p, q) => q.by - p.by || p.at - q.at)) {
    if (chosen.size + 2 > Math.max(2, Math.min(CHANGES_FIRST, 0.75 * most))) break;
    chosen.add(at - 1).add(at);
  }
  const step = Math.max(1, count / EXACT_FIRST);
  for (let i = step / 2; i < count && chosen.size < most; i += step) chosen.add(Math.floor(i));
  return [...chosen].sort((p, q) => p - q);
}

type Followed = { wallMm: number; inner: number; secondsPerMm: number };

/**
 * The real walls of chosen layers, by the area that each leaves; and how long a mm of wall takes, along its
 * own corners.
 * @returns false when it was stopped
 */
function followExactly(
  mesh: TriangleMesh,
  twin: Int32Array,
  heights: Float64Array,
  layers: readonly number[],
  factor: number,
  printer: FilamentPrinter,
  width: number,
  spacing: number,
  insetAreas: InsetAreas,
  followed: Map<number, Followed>,
  goOn: () => boolean,
): boolean {
  const motion = { acceleration: printer.acceleration, cornerMm: printer.cornerMm };
  const moves = moveList();
  const speed = speedsOf(printer).wall;
  const distances = Array.from(
    { length: printer.walls + 1 },
    (_, k) => width / 2 - spacing / 2 + k * spacing,
  );
  const ascending = [...layers].sort((p, q) => p - q);
  let stopped = false;
  layerSweep(
    mesh,
    twin,
    Float64Array.from(ascending, (i) => heights[i]!),
    (k, contours) => {
      if (stopped || !goOn()) {
        stopped = true;
        return;
      }
      const { points, ends } = thinned(contours, factor);
      const areas = insetAreas(points, ends, distances);
      let length = 0;
      let seconds = 0;
      let from = 0;
      for (const to of ends) {
        for (let p = from; p < to; p++) {
          const q = p + 1 === to ? from : p + 1;
          length += Math.hypot(points[2 * q]! - points[2 * p]!, points[2 * q + 1]! - points[2 * p + 1]!);
        }
        seconds += loopSeconds(points, from, to, speed, motion, moves);
        from = to;
      }
      followed.set(ascending[k]!, {
        wallMm: Math.max(0, (areas[0]! - areas[printer.walls]!) / spacing),
        inner: Math.max(0, areas[printer.walls]!),
        secondsPerMm: length > 0 ? seconds / length : 1 / speed,
      });
    },
  );
  return !stopped;
}

/** The lines of a layer in mm with the points left out that change nothing. */
function thinned({ points, ends }: LayerContours, factor: number): { points: number[]; ends: number[] } {
  const out: number[] = [];
  const outEnds: number[] = [];
  let from = 0;
  for (const to of ends) {
    const line: number[] = [];
    for (let p = 2 * from; p < 2 * to; p++) line.push(points[p]! * factor);
    from = to;
    const kept = straightened(line, THINNED_MM);
    if (kept.length < 6) continue;
    for (const v of kept) out.push(v);
    outEnds.push(out.length / 2);
  }
  return { points: out, ends: outEnds };
}

/**
 * Flatter than this from the horizontal a face is a top or an underside; steeper ones are a slope, mostly
 * covered by the walls.
 */
const TOP_COS = Math.cos((20 * Math.PI) / 180);

/**
 * Solid where faces look up within the top thickness above or down within the bottom thickness below. The
 * strip that a
 * slope opens runs along the outline, where the walls already are.
 */
function solidAreas(
  { positions, triangles }: TriangleMesh,
  bottom: number,
  factor: number,
  printer: FilamentPrinter,
  l: Layers,
  spacing: number,
): void {
  const t = printer.layerMm;
  const f2 = (factor * factor) / 2;
  const open = {
    topUp: new Float64Array(l.count),
    slopeUp: new Float64Array(l.count),
    topDown: new Float64Array(l.count),
    slopeDown: new Float64Array(l.count),
  };
  for (let h = 0; h < triangles.length; h += 3) {
    const a = 3 * triangles[h]!;
    const b = 3 * triangles[h + 1]!;
    const c = 3 * triangles[h + 2]!;
    const ux = positions[b]! - positions[a]!;
    const uy = positions[b + 1]! - positions[a + 1]!;
    const uz = positions[b + 2]! - positions[a + 2]!;
    const vx = positions[c]! - positions[a]!;
    const vy = positions[c + 1]! - positions[a + 1]!;
    const vz = positions[c + 2]! - positions[a + 2]!;
    const nz = ux * vy - uy * vx;
    if (nz === 0) continue;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const top = Math.abs(nz) > TOP_COS * Math.sqrt(nx * nx + ny * ny + nz * nz);
    const into = nz > 0 ? (top ? open.topUp : open.slopeUp) : top ? open.topDown : open.slopeDown;
    const low = ((Math.min(positions[a + 2]!, positions[b + 2]!, positions[c + 2]!) - bottom) * factor) / t;
    const high = ((Math.max(positions[a + 2]!, positions[b + 2]!, positions[c + 2]!) - bottom) * factor) / t;
    // A top lies on the layer under it, an underside on the one over it.
    const from = Math.max(
      0,
      Math.min(l.count - 1, nz > 0 ? Math.ceil(low - 1e-6) - 1 : Math.floor(low + 1e-6)),
    );
    const to = Math.max(
      from,
      Math.min(l.count - 1, nz > 0 ? Math.ceil(high - 1e-6) - 1 : Math.floor(high + 1e-6)),
    );
    const each = (Math.abs(nz) * f2) / (to - from + 1);
    for (let i = from; i <= to; i++) into[i]! += each;
  }
  const skins = Math.max(1, Math.round(printer.topBottomMm / t));
  for (let i = 0; i < l.count; i++) {
    let tops = 0;
    let slopes = 0;
    for (let s = 0; s < skins; s++) {
      tops += (open.topUp[i + s] ?? 0) + (open.topDown[i - s] ?? 0);
      slopes += (open.slopeUp[i + s] ?? 0) + (open.slopeDown[i - s] ?? 0);
    }
    l.solid[i] = Math.min(
      l.inner[i]!,
      tops * (l.area[i]! > 0 ? l.inner[i]! / l.area[i]! : 1) + Math.max(0, slopes - l.wallMm[i]! * spacing),
    );
  }
}

/**
 * By how much all walls together may be off, as a share: every followed layer but the first and last is
 * predicted from
 * its two neighbours, and what that misses by is taken as the error of the layers between. Conservative: it
 * predicts over
 * twice the gap. `gaps` are the layers whose following would tell most, best first.
 */
function wallDoubt(
  exact: readonly number[],
  followed: ReadonlyMap<number, Followed>,
  estimate: (i: number) => number,
  count: number,
): { share: number; gaps: number[] } {
  const ratio = (i: number) => followed.get(i)!.wallMm / Math.max(1e-9, estimate(i));
  const missed: { by: number; at: number }[] = [];
  let total = 0;
  for (let k = 1; k + 1 < exact.length; k++) {
    const [p, i, n] = [exact[k - 1]!, exact[k]!, exact[k + 1]!];
    // Neighbouring layers both sides of a change say nothing of a gap.
    if (n - p <= 2) continue;
    missed.push({
      by: (ratio(p) + ((ratio(n) - ratio(p)) * (i - p)) / (n - p)) * estimate(i) - followed.get(i)!.wallMm,
      at: k,
    });
  }
  for (let i = 0; i < count; i++) total += estimate(i);
  total *=
    exact.reduce((s, i) => s + followed.get(i)!.wallMm, 0) /
    Math.max(
      1e-9,
      exact.reduce((s, i) => s + estimate(i), 0),
    );
  if (missed.length === 0 || total === 0) return { share: 0, gaps: [] };
  const sd = Math.sqrt(missed.reduce((s, m) => s + m.by ** 2, 0) / missed.length);
  const gaps = missed.flatMap(({ by, at }) =>
    [
      [exact[at - 1]!, exact[at]!],
      [exact[at]!, exact[at + 1]!],
    ].flatMap(([a, b]) => (b! - a! > 1 ? [{ layer: (a! + b!) >> 1, worth: Math.abs(by) * (b! - a!) }] : [])),
  );
  const best = new Map<number, number>();
  for (const g of gaps) best.set(g.layer, Math.max(best.get(g.layer) ?? 0, g.worth));
  return {
    share: (2 * sd * Math.sqrt(exact.length) * (count / exact.length)) / 2 / total,
    gaps: [...best].sort((p, q) => q[1] - p[1] || p[0] - q[0]).map(([layer]) => layer),
  };
}
