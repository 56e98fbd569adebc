import type { TriangleMesh, TriangleSoup } from "#core/mesh/triangleMesh";

export type Vec3 = readonly [number, number, number];

/**
 * How a thing lies on a bed: which direction of its own file points straight down, and by how much it is then
 * turned
 * about the upright. Turning comes after tipping, counter-clockwise seen from above.
 */
export type Pose = { readonly down: Vec3; readonly turnDeg: number };

/** As it was drawn: its own z is up. */
export const AS_DRAWN: Pose = { down: [0, 0, -1], turnDeg: 0 };

export const dot = (a: Vec3, b: Vec3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export function unit(a: Vec3): Vec3 {
  const l = Math.hypot(a[0], a[1], a[2]) || 1;
  return [a[0] / l, a[1] / l, a[2] / l];
}

/** Nine numbers, row by row, that bring a direction or a point from the file to how it lies. */
export type Turn3 = readonly [number, number, number, number, number, number, number, number, number];

/**
 * The shortest tip that brings `down` to straight down, then the turn about the upright. A thing upside down
 * is tipped
 * over its x axis.
 * @source rotation between two directions: Rodrigues (from memory; checked against quaternions of three)
 */
export function turnOf({ down, turnDeg }: Pose): Turn3 {
  const [x, y, z] = unit(down);
  // From d to (0, 0, -1): axis d x (0, 0, -1) = (-y, x, 0), cosine -z.
  const c = -z;
  const k = 1 + c;
  const tip: Turn3 =
    k < 1e-9
      ? [1, 0, 0, 0, -1, 0, 0, 0, -1]
      : [c + (y * y) / k, (-x * y) / k, x, (-x * y) / k, c + (x * x) / k, y, -x, -y, c];
  const a = (turnDeg * Math.PI) / 180;
  const ca = Math.cos(a);
  const sa = Math.sin(a);
  return turnDeg === 0
    ? tip
    : [
        ca * tip[0] - sa * tip[3],
        ca * tip[1] - sa * tip[4],
        ca * tip[2] - sa * tip[5],
        sa * tip[0] + ca * tip[3],
        sa * tip[1] + ca * tip[4],
        sa * tip[2] + ca * tip[5],
        tip[6],
        tip[7],
        tip[8],
      ];
}

export const turned = (t: Turn3, [x, y, z]: Vec3): Vec3 => [
  t[0] * x + t[1] * y + t[2] * z,
  t[3] * x + t[4] * y + t[5] * z,
  t[6] * x + t[7] * y + t[8] * z,
];
/** The way back: the same numbers read down instead of across. */
export const turnedBack = (t: Turn3, [x, y, z]: Vec3): Vec3 => [
  t[0] * x + t[3] * y + t[6] * z,
  t[1] * x + t[4] * y + t[7] * z,
  t[2] * x + t[5] * y + t[8] * z,
];

/** True for a pose that changes nothing. */
export const isAsDrawn = (pose: Pose | null): boolean =>
  pose === null || (pose.turnDeg % 360 === 0 && unit(pose.down)[2] < -1 + 1e-9);

function turnedNumbers(numbers: Float32Array, pose: Pose): Float32Array<ArrayBuffer> {
  const t = turnOf(pose);
  const out = new Float32Array(numbers.length);
  for (let i = 0; i < numbers.length; i += 3) {
    const x = numbers[i]!;
    const y = numbers[i + 1]!;
    const z = numbers[i + 2]!;
    out[i] = t[0] * x + t[1] * y + t[2] * z;
    out[i + 1] = t[3] * x + t[4] * y + t[5] * z;
    out[i + 2] = t[6] * x + t[7] * y + t[8] * z;
  }
  return out;
}

/** The mesh as it lies. */
export const posedMesh = (mesh: TriangleMesh, pose: Pose | null): TriangleMesh =>
  isAsDrawn(pose) ? mesh : { positions: turnedNumbers(mesh.positions, pose!), triangles: mesh.triangles };
export const posedSoup = (soup: TriangleSoup, pose: Pose | null): TriangleSoup =>
  isAsDrawn(pose) ? soup : { corners: turnedNumbers(soup.corners, pose!) };

/**
 * A name for a mesh as it lies, under which what was measured of it is kept. The mesh's own id where it lies
 * as drawn.
 */
export function posedId(meshId: string, pose: Pose | null): string {
  if (isAsDrawn(pose)) return meshId;
  const [x, y, z] = unit(pose!.down);
  return `${meshId}@${[x, y, z].map((v) => (Math.round(v * 1e4) / 1e4 || 0).toString()).join(",")},${(((pose!.turnDeg % 360) + 360) % 360).toFixed(2)}`;
}
