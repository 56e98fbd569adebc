import { type Process } from "#core/print/printer";
import { NOTHING_OVER, type Over } from "#core/surface/finishOver";
import {
  BEAD_SHARE,
  deepest,
  levelledTo,
  LEVEL_RAD,
  type Relief,
  reliefOf,
  terraceMm,
} from "#core/surface/layerSteps";

export type LookClass = "unseen" | "raking only" | "plain";

/** How a face was printed. */
export type PrintedBy = {
  readonly layerMm: number;
  readonly process: Process;
  /** Distance of the lines of a level top, mm; null where it has none: resin, ironed. */
  readonly skinLinesMm: number | null;
  /** What lies over it, and what looks have taught; bare and untaught where it is absent. */
  readonly over?: Over;
};

/**
 * A face as it was printed and as it stands before the viewer. Build direction is taken as up in the scene.
 */
export type LookFace = PrintedBy & {
  /** Angle of the outward normal from straight up, radians: 0 a flat top, pi a flat underside. */
  readonly slopeRad: number;
  /** Area that is seen as one face, mm2. */
  readonly patchMm2: number;
  /** Nothing is deeper than this after coats, mm; as printed when it is left out. */
  readonly depthMm?: number;
};

/**
 * How strongly the steps show, in multiples of the threshold of sight: under flat light and under the worst
 * raking light.
 */
export type LookTest = {
  readonly flat: number;
  readonly raking: number;
  readonly frequencyPerDegree: number;
  readonly look: LookClass;
};

/**
 * Steps count as shown from here; 1 would be a trained observer's threshold. Our choice, after common
 * practice.
 */
export const SHOWN = 3;
const LUMINANCE = 100;
/** The viewer looks down at a model; further down at what lies level. */
const VIEW_ELEVATION = Math.PI / 6;
const LEVEL_ELEVATION = Math.PI / 4;
const FLAT_LIGHT = { ambient: 0.6, elevation: (50 * Math.PI) / 180 };
const RAKING_LIGHT = { ambient: 0.15, grazing: (15 * Math.PI) / 180 };
/** Filament layers differ from each other: a weaker pattern of four times the period (common practice). */
const BANDING = 0.1;

type Vec = readonly [number, number, number];
const dot = (a: Vec, b: Vec) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/**
 * Contrast sensitivity of the eye at u cycles a degree; 0 above 60.
 * @param patchDeg width of the pattern, degrees
 * @source P. G. J. Barten, approximation formula (SPIE 5294, 2004; from memory)
 */
export function contrastSensitivity(u: number, patchDeg: number, luminance = LUMINANCE): number {
  if (u > 60 || u <= 0) return 0;
  const fall = 5200 * Math.exp(-0.0016 * u * u * (1 + 100 / luminance) ** 0.08);
  const size = 1 + 144 / (patchDeg * patchDeg) + 0.64 * u * u;
  const noise = 63 / luminance ** 0.83 + 1 / (1 - Math.exp(-0.02 * u * u));
  return fall / Math.sqrt(size * noise);
}

/**
 * Whether what printing leaves on a face is seen from a distance: facets of layer steps, ridges of beads or lines
 * of a skin under a lamp, their contrast at the viewer's angle, each harmonic against its own threshold. Right to
 * about one class at the borders (a factor of 2). The part stands in the scene as it was built.
 * @source facets: derived; thresholds of harmonics: Campbell and Robson 1968 (from memory)
 */
export function lookTest(face: LookFace, distanceMm: number): LookTest {
  return lookTestStanding(face, [Math.sin(face.slopeRad), 0, Math.cos(face.slopeRad)], [0, 0, 1], distanceMm);
}

/**
 * The same of a face that stands in the scene otherwise than it was built.
 * @param normal outward, in the scene; @param build the direction in which layers were added, in the scene.
 * Unit vectors.
 */
export function lookTestStanding(
  face: Omit<LookFace, "slopeRad">,
  normal: Vec,
  build: Vec,
  distanceMm: number,
): LookTest {
  const unseen: LookTest = { flat: 0, raking: 0, frequencyPerDegree: 0, look: "unseen" };
  const isUnder = dot(normal, build) < 0;
  const up = isUnder ? ([-build[0], -build[1], -build[2]] as const) : build;
  const slope = Math.acos(Math.min(1, dot(normal, up)));
  const relief = reliefLeft(face, slope, isUnder);
  const { contrast, grainMm } = face.over ?? NOTHING_OVER;
  if (deepest(relief) <= grainMm) return unseen;
  const frame = frameOf(normal, up, slope);
  const view = viewOf(normal, slope < LEVEL_RAD ? LEVEL_ELEVATION : VIEW_ELEVATION);
  const facing = dot(normal, view);
  if (facing <= 0.02) return unseen;
  const period = slope < LEVEL_RAD ? (face.skinLinesMm ?? 1) : terraceMm(face.layerMm, slope);
  const seenPeriod = (period * facing) / Math.sqrt(Math.max(1e-9, 1 - dot(frame.along, view) ** 2));
  const pattern: Pattern = {
    frequency: (distanceMm * Math.PI) / 180 / seenPeriod,
    patchDeg: Math.min(10, Math.max(0.5, (57.3 * Math.sqrt(face.patchMm2)) / distanceMm)),
    uneven: face.process === "filament" && slope >= LEVEL_RAD,
  };
  const shapes = shapesOf(relief, slope, face);
  const seenUnder = (ambient: number, lights: readonly Vec[]) =>
    Math.max(
      0,
      ...shapes.flatMap((shape) =>
        lights.map((light) => visibility(shape, normal, frame.tau, view, light, ambient, pattern)),
      ),
    );
  const flat = contrast * seenUnder(FLAT_LIGHT.ambient, flatLights(view));
  const raking = contrast * seenUnder(RAKING_LIGHT.ambient, rakingLights(normal, frame.tau));
  return { flat, raking, frequencyPerDegree: pattern.frequency, look: classOf(flat, raking) };
}

/** Stripes as they are seen on a face: light of both facets, the share of the first, and their period, mm. */
export type Stripes = {
  readonly light: readonly [number, number];
  readonly share: number;
  readonly periodMm: number;
};

/**
 * What a face shows under one lamp, of the profile that stands out most: what a picture of it has to draw.
 * @param view from the face to the viewer, and `light` to the lamp, unit vectors in the scene
 * @returns null where it is smooth or looks away
 */
export function stripesSeen(
  face: Omit<LookFace, "slopeRad">,
  normal: Vec,
  build: Vec,
  view: Vec,
  light: Vec,
  ambient: number,
): Stripes | null {
  const isUnder = dot(normal, build) < 0;
  const up = isUnder ? ([-build[0], -build[1], -build[2]] as const) : build;
  const slope = Math.acos(Math.min(1, dot(normal, up)));
  const relief = reliefLeft(face, slope, isUnder);
  const { contrast, grainMm } = face.over ?? NOTHING_OVER;
  if (deepest(relief) <= grainMm || dot(normal, view) <= 0.02) return null;
  const { tau } = frameOf(normal, up, slope);
  const periodMm = slope < LEVEL_RAD ? (face.skinLinesMm ?? 1) : terraceMm(face.layerMm, slope);
  const seen = shapesOf(relief, slope, face).map((shape) =>
    facetsSeen(shape, normal, tau, view, light, ambient),
  );
  const most = seen.sort((a, b) => modulation(b) - modulation(a))[0];
  if (!most) return null;
  const mean = most.w * most.l1 + (1 - most.w) * most.l2;
  const seenAs = (l: number) => Math.max(0, mean + contrast * (l - mean));
  return { light: [seenAs(most.l1), seenAs(most.l2)], share: most.w, periodMm };
}

const modulation = ({ l1, l2, w }: Facets): number => {
  const mean = w * l1 + (1 - w) * l2;
  return mean > 0 ? (Math.abs(l1 - l2) / mean) * Math.abs(Math.sin(Math.PI * w)) : 0;
};

/** What is left of the relief of a face; an underside has no skin of its own. */
function reliefLeft(face: Omit<LookFace, "slopeRad">, slope: number, isUnder: boolean): Relief {
  const printed = reliefOf(face.layerMm, slope, face.process, isUnder ? null : face.skinLinesMm);
  return face.depthMm === undefined ? printed : levelledTo(printed, face.depthMm);
}

/** Up the face across its lines, and along them; on a level face the lines run as they please. */
function frameOf(n: Vec, up: Vec, slope: number): { readonly tau: Vec; readonly along: Vec } {
  if (slope < LEVEL_RAD) return { tau: [1, 0, 0], along: [0, 1, 0] };
  const [cos, sin] = [Math.cos(slope), Math.sin(slope)];
  return {
    tau: [(up[0] - cos * n[0]) / sin, (up[1] - cos * n[1]) / sin, (up[2] - cos * n[2]) / sin],
    along: [
      (up[1] * n[2] - up[2] * n[1]) / sin,
      (up[2] * n[0] - up[0] * n[2]) / sin,
      (up[0] * n[1] - up[1] * n[0]) / sin,
    ],
  };
}

/** From the face to the viewer, who is turned to it. */
function viewOf(n: Vec, elevation: number): Vec {
  const level = Math.hypot(n[0], n[1]);
  const [x, y] = level > 1e-9 ? [n[0] / level, n[1] / level] : [1, 0];
  return [Math.cos(elevation) * x, Math.cos(elevation) * y, Math.sin(elevation)];
}

/** Lamps of an ordinary room, from four sides of the viewer. */
function flatLights(view: Vec): readonly Vec[] {
  const level = Math.hypot(view[0], view[1]);
  const [x, y] = [view[0] / level, view[1] / level];
  const out = Math.cos(FLAT_LIGHT.elevation);
  return [0, 1, 2, 3].map((quarter): Vec => {
    const a = (quarter * Math.PI) / 2;
    return [
      out * (Math.cos(a) * x - Math.sin(a) * y),
      out * (Math.cos(a) * y + Math.sin(a) * x),
      Math.sin(FLAT_LIGHT.elevation),
    ];
  });
}

/** A lamp that grazes the face across its lines, up it and down it, but not from under the horizon. */
function rakingLights(n: Vec, tau: Vec): readonly Vec[] {
  const s = Math.sin(RAKING_LIGHT.grazing);
  const c = Math.cos(RAKING_LIGHT.grazing);
  return [1, -1]
    .map((side): Vec => [
      n[0] * s + side * tau[0] * c,
      n[1] * s + side * tau[1] * c,
      n[2] * s + side * tau[2] * c,
    ])
    .filter((light) => light[2] >= 0);
}

/** Two facets, tilted up the face by `a1` and down by `a2`, and their shares of its plane. */
type Shape = { readonly a1: number; readonly a2: number; readonly u1: number; readonly u2: number };

/** The profiles that a face may be seen by: stairs, ridges of beads, lines of a skin. */
function shapesOf(
  { stairMm, ridgeMm, skinMm }: Relief,
  slope: number,
  { layerMm, skinLinesMm }: Omit<LookFace, "slopeRad">,
): readonly Shape[] {
  const even = (a: number): Shape => ({ a1: a, a2: a, u1: 0.5, u2: 0.5 });
  if (slope < LEVEL_RAD) return [even(Math.atan((2 * skinMm) / (skinLinesMm ?? 1)))];
  const [cos, sin] = [Math.cos(slope), Math.sin(slope)];
  const shapes: Shape[] = [];
  if (cos > 1e-6 && stairMm > 0) {
    const stair = stairMm / (layerMm * cos);
    const tan = sin / cos;
    shapes.push({ a1: Math.atan(stair * tan), a2: Math.atan(stair / tan), u1: cos * cos, u2: sin * sin });
  }
  if (ridgeMm > 0) shapes.push(even(Math.atan((0.56 * ridgeMm) / (BEAD_SHARE * layerMm))));
  return shapes;
}

/**
 * The class of a face from how far its steps stand above the threshold of sight, under flat and raking light.
 */
export const classOf = (flat: number, raking: number): LookClass =>
  flat >= SHOWN ? "plain" : raking >= SHOWN ? "raking only" : "unseen";

/** How fine a pattern is, how wide the face, and whether its lines differ from each other. */
type Pattern = { readonly frequency: number; readonly patchDeg: number; readonly uneven: boolean };

/** Luminance of both facets, and the share of the first in what is seen. */
type Facets = { readonly l1: number; readonly l2: number; readonly w: number };

function facetsSeen(shape: Shape, n: Vec, tau: Vec, v: Vec, light: Vec, ambient: number): Facets {
  const tilt = (a: number): Vec => [
    n[0] * Math.cos(a) + tau[0] * Math.sin(a),
    n[1] * Math.cos(a) + tau[1] * Math.sin(a),
    n[2] * Math.cos(a) + tau[2] * Math.sin(a),
  ];
  const n1 = tilt(shape.a1);
  const n2 = tilt(-shape.a2);
  const l1 = ambient + (1 - ambient) * Math.max(0, dot(n1, light));
  const l2 = ambient + (1 - ambient) * Math.max(0, dot(n2, light));
  const e1 = (shape.u1 * Math.max(0, dot(n1, v))) / Math.max(1e-9, dot(n1, n));
  const e2 = (shape.u2 * Math.max(0, dot(n2, v))) / Math.max(1e-9, dot(n2, n));
  return { l1, l2, w: e1 + e2 > 0 ? e1 / (e1 + e2) : 0 };
}

function visibility(
  shape: Shape,
  n: Vec,
  tau: Vec,
  v: Vec,
  light: Vec,
  ambient: number,
  { frequency, patchDeg, uneven }: Pattern,
): number {
  const { l1, l2, w } = facetsSeen(shape, n, tau, v, light, ambient);
  const mean = w * l1 + (1 - w) * l2;
  if (mean <= 0) return 0;
  const contrast = (k: number) =>
    (((2 / (Math.PI * k)) * Math.abs(l1 - l2)) / mean) * Math.abs(Math.sin(Math.PI * k * w));
  let most = 0;
  for (let k = 1; k <= 8; k++)
    most = Math.max(most, contrast(k) * contrastSensitivity(k * frequency, patchDeg));
  if (uneven) most = Math.max(most, BANDING * contrast(1) * contrastSensitivity(frequency / 4, patchDeg));
  return most;
}

/** Depths that are tried from the shallowest up, as shares of what was printed. */
const DEPTHS = Array.from({ length: 80 }, (_, i) => (i + 1) / 80);

/**
 * Greatest depth below which nothing of a face shows, mm: what coats have to reach. Depths are tried from the
 * shallowest up, since visibility does not grow with the depth everywhere.
 * @param light where it is looked at: under the light of a room, or with a lamp that rakes it
 */
export function unseenDepthMm(face: LookFace, distanceMm: number, light: "flat" | "raking" = "flat"): number {
  const printed = printedDepthMm(face);
  const first = DEPTHS.findIndex(
    (share) => lookTest({ ...face, depthMm: share * printed }, distanceMm)[light] >= SHOWN,
  );
  return first < 0 ? printed : first === 0 ? 0 : DEPTHS[first - 1]! * printed;
}

/** Depth of what printing left on a face, mm. */
export function printedDepthMm({ slopeRad, layerMm, process, skinLinesMm }: LookFace): number {
  const isUnder = slopeRad > Math.PI / 2;
  const slope = isUnder ? Math.PI - slopeRad : slopeRad;
  return deepest(reliefOf(layerMm, slope, process, isUnder ? null : skinLinesMm));
}
