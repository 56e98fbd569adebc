import type { Process } from "#core/print/printer";
import { stepDepthMm, terraceMm } from "#core/surface/layerSteps";

export type LookClass = "unseen" | "raking only" | "plain";

/**
 * A face as it was printed and as it stands before the viewer. Build direction is taken as up in the scene.
 */
export type LookFace = {
  /** Angle of the outward normal from straight up, radians: 0 a flat top, pi a flat underside. */
  readonly slopeRad: number;
  /** Area that is seen as one face, mm2. */
  readonly patchMm2: number;
  readonly layerMm: number;
  readonly process: Process;
  /** Depth after coats, mm; the printed depth when it is left out. */
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
const VIEW_ELEVATION = Math.PI / 6;
const FLAT_LIGHT = { ambient: 0.6, elevation: (50 * Math.PI) / 180 };
const RAKING_LIGHT = { ambient: 0.15, grazing: (15 * Math.PI) / 180 };
/** Filament layers differ from each other: a weaker pattern of four times the period (common practice). */
const BANDING = 0.1;
const BEAD = 0.28;

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
 * Whether layer steps on a face are seen from a distance: facets of the steps under a lamp, their contrast at
 * the
 * viewer's angle, each harmonic against its own threshold. Right to about one class at the borders (a factor
 * of 2).
 * The part stands in the scene as it was built.
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
  const n = normal;
  const up = dot(n, build) < 0 ? ([-build[0], -build[1], -build[2]] as const) : build;
  const cos = Math.min(1, dot(n, up));
  const th = Math.acos(cos);
  if (th < (0.5 * Math.PI) / 180) return unseen;
  const sin = Math.sin(th);
  // Up the face, and along its steps.
  const tau: Vec = [(up[0] - cos * n[0]) / sin, (up[1] - cos * n[1]) / sin, (up[2] - cos * n[2]) / sin];
  const along: Vec = [
    (up[1] * n[2] - up[2] * n[1]) / sin,
    (up[2] * n[0] - up[0] * n[2]) / sin,
    (up[0] * n[1] - up[1] * n[0]) / sin,
  ];
  // The viewer is turned to the face.
  const level = Math.hypot(n[0], n[1]);
  const ax = level > 1e-9 ? n[0] / level : 1;
  const ay = level > 1e-9 ? n[1] / level : 0;
  const v: Vec = [Math.cos(VIEW_ELEVATION) * ax, Math.cos(VIEW_ELEVATION) * ay, Math.sin(VIEW_ELEVATION)];
  const facing = dot(n, v);
  if (facing <= 0.02) return unseen;
  const depth = face.depthMm ?? stepDepthMm(face.layerMm, th, face.process);
  const period = terraceMm(face.layerMm, th);
  const seenPeriod = (period * facing) / Math.sqrt(Math.max(1e-9, 1 - dot(along, v) ** 2));
  const frequency = (distanceMm * Math.PI) / 180 / seenPeriod;
  const patchDeg = Math.min(10, Math.max(0.5, (57.3 * Math.sqrt(face.patchMm2)) / distanceMm));

  const stair = cos < 0.01 ? 1 : depth / (face.layerMm * cos);
  const shapes: { a1: number; a2: number; u1: number; u2: number }[] = [
    {
      a1: Math.atan(stair * Math.tan(th)),
      a2: Math.atan(stair / Math.tan(th)),
      u1: cos * cos,
      u2: sin * sin,
    },
  ];
  if (face.process === "filament" && th > Math.PI / 4) {
    const a = Math.atan((0.56 * depth) / (BEAD * face.layerMm));
    shapes.push({ a1: a, a2: a, u1: 0.5, u2: 0.5 });
  }
  const seenUnder = (ambient: number, lights: readonly Vec[]) =>
    Math.max(
      0,
      ...shapes.flatMap((shape) =>
        lights.map((light) =>
          visibility(shape, n, tau, v, light, ambient, frequency, patchDeg, face.process),
        ),
      ),
    );
  const azimuths = [0, 1, 2, 3].map((q): Vec => {
    const a = (q * Math.PI) / 2;
    const out = Math.cos(FLAT_LIGHT.elevation);
    return [
      out * (Math.cos(a) * ax - Math.sin(a) * ay),
      out * (Math.cos(a) * ay + Math.sin(a) * ax),
      Math.sin(FLAT_LIGHT.elevation),
    ];
  });
  const s = Math.sin(RAKING_LIGHT.grazing);
  const c = Math.cos(RAKING_LIGHT.grazing);
  const rakes = [1, -1]
    .map((side): Vec => [
      n[0] * s + side * tau[0] * c,
      n[1] * s + side * tau[1] * c,
      n[2] * s + side * tau[2] * c,
    ])
    .filter((light) => light[2] >= 0);
  const flat = seenUnder(FLAT_LIGHT.ambient, azimuths);
  const raking = seenUnder(RAKING_LIGHT.ambient, rakes);
  return { flat, raking, frequencyPerDegree: frequency, look: classOf(flat, raking) };
}

/**
 * The class of a face from how far its steps stand above the threshold of sight, under flat and raking light.
 */
export const classOf = (flat: number, raking: number): LookClass =>
  flat >= SHOWN ? "plain" : raking >= SHOWN ? "raking only" : "unseen";

function visibility(
  shape: { a1: number; a2: number; u1: number; u2: number },
  n: Vec,
  tau: Vec,
  v: Vec,
  light: Vec,
  ambient: number,
  frequency: number,
  patchDeg: number,
  process: Process,
): number {
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
  if (e1 + e2 <= 0) return 0;
  const w = e1 / (e1 + e2);
  const mean = w * l1 + (1 - w) * l2;
  if (mean <= 0) return 0;
  const contrast = (k: number) =>
    (((2 / (Math.PI * k)) * Math.abs(l1 - l2)) / mean) * Math.abs(Math.sin(Math.PI * k * w));
  let most = 0;
  for (let k = 1; k <= 8; k++)
    most = Math.max(most, contrast(k) * contrastSensitivity(k * frequency, patchDeg));
  if (process === "filament")
    most = Math.max(most, BANDING * contrast(1) * contrastSensitivity(frequency / 4, patchDeg));
  return most;
}

/**
 * Greatest depth at which the steps of a face are no longer plain under flat light, mm: what coats have to
 * reach.
 */
export function unseenDepthMm(face: LookFace, distanceMm: number): number {
  const printed = stepDepthMm(
    face.layerMm,
    face.slopeRad > Math.PI / 2 ? Math.PI - face.slopeRad : face.slopeRad,
    face.process,
  );
  const shown = (depthMm: number) => lookTest({ ...face, depthMm }, distanceMm).flat >= SHOWN;
  if (!shown(printed)) return printed;
  let low = 0;
  let high = printed;
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (shown(middle)) high = middle;
    else low = middle;
  }
  return low;
}
