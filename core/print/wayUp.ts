import { convexHull } from "#core/mesh/convexHull";
import { planHull, smallestRectangle } from "#core/mesh/footprint";
import { layerRegions } from "#core/mesh/layerRegions";
import { layerSweep, midHeights } from "#core/mesh/layerSweep";
import { type NormalBin, normalBins } from "#core/mesh/normalBins";
import { dot, posedMesh, type Pose, turned, turnOf, unit, type Vec3 } from "#core/mesh/pose";
import { restingSides } from "#core/mesh/resting";
import { solidProperties } from "#core/mesh/solidProperties";
import { degToRad } from "#core/units";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { type Printer, usableBed } from "#core/print/printer";
import { resinPlateMinutes } from "#core/print/resinEstimate";
import { recordOf } from "#core/print/reprints";
import { failureOdds, type RiskyPiece } from "#core/print/simulatedRun";
import { LEANING, RAISED_MM, staysFlat } from "#core/print/supports";

/** Sides of the disagreement on how to lay a part. A default follows from the process. */
export const laySchools = ["avoid supports", "tilt", "flat on the plate"] as const;
export type LaySchool = (typeof laySchools)[number];

/**
 * One way to lay a part, with what it trades. Areas mm2, lengths mm, on the bench.
 *
 * - `supportMm2`: underside that needs support, seen from above; `scarSeenMm2`: what of it will be seen as
 *   the part stands
 * - `plainMm2`: surface whose steps show plainly from the viewing distance, as the part stands in the scene
 * - `bedMm2`: what lies on the plate; 0 when it hangs on supports alone
 * - `largestMm2`, `jumpMm2`, `peelMm4`, `islands`, `cups`: of its sections, for resin; NaN until sections
 *   were taken
 * - `failsShare`: how often it is expected to fail on a machine without a record, [0, 1]
 * - `tipDeg`: how far it can lean before it falls over, 0 when it does not stand by itself
 */
export type Lay = {
  readonly pose: Pose;
  readonly raised: boolean;
  readonly supportMm2: number;
  readonly scarSeenMm2: number;
  readonly frontScarMm2: number;
  readonly plainMm2: number;
  readonly heightMm: number;
  readonly minutes: number;
  readonly bedMm2: number;
  readonly widthMm: number;
  readonly depthMm: number;
  readonly fits: boolean;
  readonly failsShare: number;
  readonly tipDeg: number;
  readonly largestMm2: number;
  readonly jumpMm2: number;
  readonly peelMm4: number;
  readonly islands: number;
  readonly cups: number;
  /** What it is best at among those shown. */
  readonly bestAt: readonly string[];
};

/**
 * How strongly steps show on a face, by its normal and the direction of building, both as the part stands: 1
 * plain, 0.25 raking only, 0 unseen.
 */
export type StepsSeen = (normal: Vec3, build: Vec3) => number;

/** What of a way to lie tempts fate, but for its islands, which its supports hold. */
type Risky = Omit<RiskyPiece, "pieceId" | "name" | "islands">;

/** Surface of a zone by where it looks: one that mates is to stay clean, one that is never seen may take all. */
export type MarkedFace = {
  readonly normal: Vec3;
  readonly area: number;
  readonly is: "mating" | "never seen";
};

export type LayWishes = {
  readonly school: LaySchool | null;
  /** Direction in the file of the side that must stay clean. */ readonly front: Vec3 | null;
  /** Faces that were marked, by where they look; absent of a part without any. Areas in file units. */
  readonly marked?: readonly MarkedFace[];
  /** From machine minutes to what supports cost, and so on: filament minutes per mm3 of part. */
  readonly minutesPerMm3: number;
};

/** Level undersides: within 5 degrees, as for resin that is planned. */
const LEVEL_COS = Math.cos((5 * Math.PI) / 180);
/** A way that fails so much oftener than the safest is not proposed, whatever else speaks for it (our choice). */
const OFTENER = 0.1;
const LEANING_COS = Math.cos(degToRad(180 - LEANING.fromDeg));
const OVERHANG_COS = Math.cos(Math.PI / 4);
/** What stands on a point or an edge is propped under this share of its outline besides (common practice). */
const PROPPED = { filament: 0.3, resin: 0.05 } as const;
const DIRECTIONS = 500;
const REFINED = 24;
const SHOWN = 5;
const SECTIONS = 48;
/** Ways nearer to each other than this are one. */
const APART_COS = Math.cos((15 * Math.PI) / 180);

/** Points spread evenly over a ball. @source Fibonacci lattice (from memory) */
export const spreadDirections = (n: number): readonly Vec3[] =>
  Array.from({ length: n }, (_, i) => {
    const z = 1 - (2 * i + 1) / n;
    const r = Math.sqrt(1 - z * z);
    const a = i * 2.399963229728653;
    return [r * Math.cos(a), r * Math.sin(a), z];
  });

/**
 * Looks for good ways to lay a part: over its resting sides and directions all round, by sums over where its
 * surface
 * looks; then the best by their sections. A few distinct ones come out, each best at something.
 * @param factor from file units to mm on the bench
 * @param onShare told the share done; returning false stops and gives an empty list
 */
export function waysUp(
  mesh: TriangleMesh,
  twin: Int32Array,
  factor: number,
  printer: Printer,
  steps: StepsSeen,
  wishes: LayWishes,
  onShare?: (share: number) => boolean,
): readonly Lay[] {
  const bins = normalBins(mesh);
  const f2 = factor * factor;
  const { centroid, volume } = solidProperties(mesh);
  const hull = convexHull(mesh.positions);
  const hullPoints = [...new Set(hull.triangles.flat())].map((v): Vec3 => [
    mesh.positions[3 * v]!,
    mesh.positions[3 * v + 1]!,
    mesh.positions[3 * v + 2]!,
  ]);
  if (hullPoints.length === 0) return [];
  if (onShare?.(0.1) === false) return [];
  const resting = restingSides(mesh.positions, centroid, 24);
  const seen = memoised(steps);
  const cares = caresFor(bins, wishes.marked ?? []);
  const judge = (down: Vec3, rest: { area: number; tipDeg: number } | null): Lay =>
    judged(
      down,
      rest,
      bins,
      hullPoints,
      f2,
      factor,
      printer,
      seen,
      wishes,
      Math.abs(volume) * f2 * factor,
      cares,
    );
  const candidates: Lay[] = resting.map((side) => judge(side.down, side));
  // Filament lies on something; only resin hangs on its supports. What is as drawn is always among them.
  const asDrawn: Vec3 = [0, 0, -1];
  const drawnSide = resting.find((r) => dot(r.down, asDrawn) > 0.9999);
  if (!drawnSide) candidates.push(judge(asDrawn, null));
  const free =
    printer.process === "resin"
      ? spreadDirections(DIRECTIONS)
      : spreadDirections(DIRECTIONS).filter((d) => resting.every((r) => dot(r.down, d) < 0.9));
  free.forEach((d, i) => {
    if ((i & 63) === 0) onShare?.(0.1 + (0.25 * i) / free.length);
    candidates.push(judge(d, null));
  });
  if (onShare?.(0.35) === false) return [];

  const fitting = candidates.filter((c) => c.fits);
  const field = fitting.length > 0 ? fitting : candidates;
  const short = shortlist(field, wishes, printer, REFINED);
  const refined: Lay[] = [];
  for (const [i, lay] of short.entries()) {
    if (onShare?.(0.35 + (0.65 * i) / short.length) === false) return [];
    refined.push(printer.process === "resin" ? withSections(lay, mesh, twin, factor) : lay);
  }
  return bestOf(refined, wishes, printer);
}

/** How much of the surface in a bin mates, and how much of it is never seen, shares of it. */
type Care = { readonly mating: number; readonly unseen: number };
type Cares = ReadonlyMap<NormalBin, Care>;
const nobodyCares: Care = { mating: 0, unseen: 0 };
/** A marked face belongs to the bin that looks the same way within this. */
const MARKED_COS = Math.cos(degToRad(12));

function caresFor(bins: readonly NormalBin[], marked: readonly MarkedFace[]): Cares {
  const sums = new Map<NormalBin, { mating: number; unseen: number }>();
  for (const { normal, area, is } of marked) {
    const nearest = bins.reduce((best, b) => (dot(b.normal, normal) > dot(best.normal, normal) ? b : best));
    if (dot(nearest.normal, normal) < MARKED_COS) continue;
    const sum = sums.get(nearest) ?? sums.set(nearest, { mating: 0, unseen: 0 }).get(nearest)!;
    sum[is === "mating" ? "mating" : "unseen"] += area;
  }
  return new Map(
    [...sums].map(([bin, { mating, unseen }]) => [
      bin,
      { mating: Math.min(1, mating / bin.area), unseen: Math.min(1, unseen / bin.area) },
    ]),
  );
}

/** Looks of whole classes of faces are worked out once: directions in steps of about 4 degrees. */
function memoised(steps: StepsSeen): StepsSeen {
  const known = new Map<number, number>();
  const q = (v: number, most: number) => Math.max(0, Math.min(most - 1, Math.floor(((v + 1) / 2) * most)));
  return (n, b) => {
    // What matters is how high the face looks, its angle to the layers, and how the layers run across it.
    const level = Math.hypot(n[0], n[1]);
    const across = level > 1e-9 ? (b[1] * n[0] - b[0] * n[1]) / level : b[0];
    const key = q(n[2], 40) + 40 * (q(dot(n, b), 60) + 60 * q(across, 24));
    let v = known.get(key);
    if (v === undefined) known.set(key, (v = steps(n, b)));
    return v;
  };
}

function judged(
  down: Vec3,
  rest: { area: number; tipDeg: number } | null,
  bins: readonly NormalBin[],
  hullPoints: readonly Vec3[],
  f2: number,
  factor: number,
  printer: Printer,
  seen: StepsSeen,
  wishes: LayWishes,
  volumeMm3: number,
  cares: Cares,
): Lay {
  const up: Vec3 = [-down[0], -down[1], -down[2]];
  let support = 0;
  let scarSeen = 0;
  let frontScar = 0;
  let plain = 0;
  let lying = 0;
  let lyingClean = 0;
  let level = 0;
  const leansFrom = printer.process === "resin" ? LEANING_COS : OVERHANG_COS;
  for (const bin of bins) {
    const { normal, area } = bin;
    const { mating, unseen } = cares.get(bin) ?? nobodyCares;
    const c = dot(normal, up);
    if (c < -0.9999) {
      lying += area;
      lyingClean += area * mating;
    }
    if (c < -LEVEL_COS) level += area;
    if (c < -leansFrom && c >= -OVERHANG_COS) support += -c * area * LEANING.share;
    if (c < -OVERHANG_COS) {
      support += -c * area;
      // Seen are faces that do not look down in the scene; those of the front count whole, the others half.
      if (normal[2] > -0.5) scarSeen += area * (1 - unseen);
      const clean = wishes.front && dot(normal, wishes.front) > 0.5 ? 1 : mating;
      frontScar += area * clean * (1 - unseen);
    }
    if (normal[2] > -0.7) plain += area * (1 - unseen) * seen(normal, up);
  }
  const onBed = rest ? Math.min(rest.area, lying) : 0;
  const hanging = Math.max(0, support - onBed);
  const raised = isRaised(printer, rest !== null, hanging * f2, onBed * f2, wishes.school);
  // What lies on the plate needs no support and shows no scar; a foot that is raised has both.
  if (!raised) {
    support = hanging;
    if (rest && down[2] > -0.5) scarSeen = Math.max(0, scarSeen - onBed);
    const spared = wishes.front && dot(down, wishes.front) > 0.5 ? onBed : Math.min(onBed, lyingClean);
    if (rest) frontScar = Math.max(0, frontScar - spared);
  }
  let low = Infinity;
  let high = -Infinity;
  const t = turnOf({ down, turnDeg: 0 });
  const xs: number[] = [];
  const ys: number[] = [];
  for (const p of hullPoints) {
    const [x, y, z] = turned(t, p);
    xs.push(x);
    ys.push(y);
    low = Math.min(low, z);
    high = Math.max(high, z);
  }
  const box = smallestRectangle(planHull(xs, ys));
  const bed = usableBed(printer);
  const width = box.width * factor;
  const depth = box.depth * factor;
  const height = (high - low) * factor;
  const total = height + (raised ? RAISED_MM : 0);
  const along = bed[0] >= bed[1];
  const turnDeg = (((along ? -box.turnDeg : 90 - box.turnDeg) % 180) + 180) % 180;
  const supportMm2 = support * f2 + (rest ? 0 : PROPPED[printer.process] * width * depth);
  // Filament: the part itself takes the same whichever way; layers and supports make the difference.
  const minutes =
    printer.process === "resin"
      ? resinPlateMinutes(total, printer).value
      : volumeMm3 * wishes.minutesPerMm3 +
        (height / printer.layerMm) * 0.03 +
        supportMm2 * (height / 2) * printer.supportShare * wishes.minutesPerMm3;
  const failsShare = failsShareOf(printer, {
    slender: height / Math.max(1e-9, Math.min(width, depth)),
    flatMm2: Math.max(0, level - (raised ? 0 : onBed)) * f2,
    // A filament part that lies on no face of its own lies on its supports, which lift as a foot does.
    baseMm: onBed > 0 || printer.process === "filament" ? Math.max(width, depth) : 0,
  });
  return {
    pose: { down: unit(down), turnDeg: Math.abs(turnDeg - 180) < 1e-6 ? 0 : turnDeg },
    raised,
    supportMm2,
    scarSeenMm2: scarSeen * f2,
    frontScarMm2: frontScar * f2,
    plainMm2: plain * f2,
    heightMm: height,
    minutes,
    bedMm2: raised ? 0 : onBed * f2,
    widthMm: width,
    depthMm: depth,
    fits:
      total <= bed[2] + 1e-6 &&
      Math.max(width, depth) <= Math.max(bed[0], bed[1]) + 1e-6 &&
      Math.min(width, depth) <= Math.min(bed[0], bed[1]) + 1e-6,
    failsShare,
    tipDeg: rest?.tipDeg ?? 0,
    largestMm2: Number.NaN,
    jumpMm2: Number.NaN,
    peelMm4: Number.NaN,
    islands: Number.NaN,
    cups: Number.NaN,
    bestAt: [],
  };
}

/** On supports above the plate: as a part is planned, but where a school says otherwise. */
function isRaised(
  printer: Printer,
  rests: boolean,
  hangingMm2: number,
  footMm2: number,
  school: LaySchool | null,
): boolean {
  if (printer.process === "filament") return false;
  if (!rests || school === "tilt") return true;
  return school !== "flat on the plate" && !staysFlat(printer, hangingMm2, footMm2);
}

/** What is counted, each over the median of all, with how much it weighs for a school. */
function weights(
  lays: readonly Lay[],
  wishes: LayWishes,
  printer: Printer,
): readonly (readonly [of: (l: Lay) => number, weight: number])[] {
  const avoid =
    wishes.school === "avoid supports" || (wishes.school === null && printer.process === "filament");
  const tilt = wishes.school === "tilt" || (wishes.school === null && printer.process === "resin");
  const mostBed = Math.max(1e-9, ...lays.map((l) => l.bedMm2));
  return [
    [(l) => l.supportMm2, avoid ? 3 : 1],
    [(l) => l.scarSeenMm2, 1.5],
    [(l) => l.frontScarMm2, 4],
    [(l) => l.plainMm2, 1.5],
    [(l) => l.minutes, 1],
    [(l) => l.failsShare, 2],
    [(l) => (Number.isNaN(l.peelMm4) ? 0 : l.peelMm4), tilt ? 1.5 : 0.5],
    [(l) => (Number.isNaN(l.islands) ? 0 : l.islands), 0.5],
    [(l) => (Number.isNaN(l.cups) ? 0 : l.cups), 1],
    [
      (l) => (l.tipDeg > 0 ? Math.max(0, 15 - l.tipDeg) : printer.process === "filament" ? 60 : 15),
      printer.process === "filament" ? 1.5 : 0.2,
    ],
    [(l) => 1 - l.bedMm2 / mostBed, wishes.school === "flat on the plate" ? 6 : 0],
    [
      (l) => (wishes.school === "tilt" && l.bedMm2 > 0 && -l.pose.down[2] > 0.99 ? 1 : 0),
      wishes.school === "tilt" ? 2 : 0,
    ],
  ];
}

const medianOf = (values: readonly number[]) => [...values].sort((p, q) => p - q)[values.length >> 1] ?? 0;

/**
 * A sum over everything counted, so that ways can be ranked; the parts stay beside it and are what is shown.
 */
function scorer(lays: readonly Lay[], wishes: LayWishes, printer: Printer): (l: Lay) => number {
  const terms = weights(lays, wishes, printer).map(([of, weight]) => {
    const all = lays.map(of);
    const middle = medianOf(all);
    const most = Math.max(...all);
    return [of, weight, middle > 0 ? middle : most > 0 ? most : 1] as const;
  });
  return (l) => terms.reduce((sum, [of, weight, unitOf]) => sum + weight * Math.min(10, of(l) / unitOf), 0);
}

function shortlist(lays: readonly Lay[], wishes: LayWishes, printer: Printer, most: number): Lay[] {
  const score = scorer(lays, wishes, printer);
  const by = [
    score,
    (l: Lay) => l.supportMm2 + 0.1 * l.scarSeenMm2,
    (l: Lay) => l.plainMm2,
    (l: Lay) => l.minutes,
    (l: Lay) => l.scarSeenMm2 + 5 * l.frontScarMm2,
    (l: Lay) => (l.bedMm2 > 0 ? -l.bedMm2 : 1),
  ];
  const out: Lay[] = [];
  const add = (l: Lay) => {
    if (out.length < most && !out.includes(l) && out.every((o) => dot(o.pose.down, l.pose.down) < APART_COS))
      out.push(l);
  };
  const drawn = lays.find((l) => l.pose.down[2] < -0.9999);
  if (drawn) out.push(drawn);
  for (const key of by)
    for (const l of [...lays].sort((p, q) => key(p) - key(q) || score(p) - score(q)).slice(0, 60))
      if (out.filter((o) => o === l).length === 0) {
        add(l);
        if (out.length >= (most * (by.indexOf(key) + 1)) / by.length + 1) break;
      }
  return out;
}

/** Sections of a way to lie: largest, largest growth, peel, islands and cups, on a coarse grid. */
function withSections(lay: Lay, mesh: TriangleMesh, twin: Int32Array, factor: number): Lay {
  const posed = posedMesh(mesh, { down: lay.pose.down, turnDeg: 0 });
  const box = boundingBox(posed.positions);
  const { areas, peel } = layerSweep(posed, twin, midHeights(box.min[2], box.max[2], SECTIONS));
  const regions = layerRegions(posed, twin, box, { cells: 80, layers: SECTIONS });
  const f2 = factor * factor;
  let jump = areas[0]! * (lay.raised ? 1 : 0);
  let largest = 0;
  let hardest = 0;
  for (let i = 0; i < areas.length; i++) {
    if (i > 0) jump = Math.max(jump, areas[i]! - areas[i - 1]!);
    largest = Math.max(largest, areas[i]!);
    hardest = Math.max(hardest, peel[i]!);
  }
  return {
    ...lay,
    largestMm2: largest * f2,
    jumpMm2: jump * f2,
    peelMm4: hardest * f2 * f2,
    islands: regions.islands.length,
    cups: regions.spaces.length + (lay.raised ? 0 : regions.onBed.length),
  };
}

/** How often one copy by itself is expected to fail so. */
const failsShareOf = ({ process }: Printer, risky: Risky): number =>
  failureOdds(process, [{ pieceId: "", name: "", ...risky, islands: 0 }], recordOf([])).total;

/** The best of all together first, then the best at each single thing, distinct ones only. */
function bestOf(lays: readonly Lay[], wishes: LayWishes, printer: Printer): readonly Lay[] {
  if (lays.length === 0) return [];
  const score = scorer(lays, wishes, printer);
  const byScore = [...lays].sort((p, q) => score(p) - score(q));
  const things: readonly (readonly [string, (l: Lay) => number])[] = [
    ["all together", score],
    ["least support", (l) => l.supportMm2],
    ["least seen scars", (l) => l.scarSeenMm2 + 5 * l.frontScarMm2],
    ["fewest steps seen", (l) => l.plainMm2],
    ["soonest done", (l) => l.minutes],
    ["fails least", (l) => l.failsShare],
    ...(printer.process === "resin"
      ? [["gentlest peel", (l: Lay) => l.peelMm4] as const]
      : [["stands firmest", (l: Lay) => -l.tipDeg] as const]),
  ];
  const safest = Math.min(...lays.map((l) => l.failsShare));
  const safe = byScore.filter((l) => l.failsShare <= safest + OFTENER);
  const best = new Map<Lay, string[]>();
  for (const [name, key] of things) {
    const from = key === score ? safe : byScore;
    const least = Math.min(...from.map(key));
    // Of those as good as the best, the one that is best in all.
    const winner = from.find((l) => key(l) <= least + 1e-9 * Math.abs(least) + 1e-12)!;
    best.set(winner, [...(best.get(winner) ?? []), name]);
  }
  const [first, ...others] = best.keys();
  const chosen = [first!, ...others.sort((p, q) => score(p) - score(q))].slice(0, SHOWN);
  const drawn = lays.find((l) => l.pose.down[2] < -0.9999);
  if (drawn && !chosen.includes(drawn)) chosen.push(drawn);
  return chosen.map((l) => ({ ...l, bestAt: best.get(l) ?? [] }));
}
