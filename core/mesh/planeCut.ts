import { counted } from "#core/words";
import { type Outcome, type Problem, refused, success } from "#core/outcome";
import { type CapLoop, capTriangles } from "#core/mesh/capPlane";
import { inRing } from "#core/mesh/layerPolygons";
import { cross, dot, unit, type Vec3 } from "#core/mesh/pose";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";

/** Points with normal . p above `offset` lie above it. Normal of length 1, file units. */
export type CutPlane = { readonly normal: Vec3; readonly offset: number };

/**
 * A round peg that stands out of one piece and the socket for it in the other. `at` is the middle of its
 * foot, on the
 * plane. The socket is wider by `clearance` all round and deeper by as much.
 */
export type Peg = {
  readonly at: Vec3;
  readonly radius: number;
  readonly depth: number;
  readonly clearance: number;
  readonly on: "below" | "above";
};

/**
 * Both pieces, closed where the plane went through. `offset` is where it really was cut: a hair off, where
 * corners lay on the plane.
 */
export type Cut = {
  readonly below: TriangleMesh;
  readonly above: TriangleMesh;
  readonly capArea: number;
  readonly offset: number;
};

export type CutProblem = Problem<"cut/misses" | "cut/open" | "cut/peg-outside">;

/** Sides of a peg: within 0.5 % of a circle's area at this count (derived). */
const PEG_SIDES = 36;
/** Corners nearer to the plane than this share of the mesh's size would make faces without area. */
const NEAR = 1e-6;

/**
 * Cuts a mesh in two along a plane. Faces that the plane crosses are split, their new corners shared between
 * neighbours
 * and equal to the last bit in both pieces; the openings are filled flat. What is open elsewhere stays open.
 */
export function cutMesh(
  mesh: TriangleMesh,
  plane: CutPlane,
  pegs: readonly Peg[] = [],
): Outcome<Cut, CutProblem> {
  const normal = unit(plane.normal);
  const { distances, offset, low, high } = distancesClearOf(mesh, normal, plane.offset);
  if (!(low < 0 && high > 0))
    return refused("cut/misses", "The plane does not meet the part. Move it until it does.");
  const { triangles, positions } = mesh;
  const { twin } = findTwins(mesh);

  // One new corner for each edge that crosses, shared by its two faces.
  const crossing = new Int32Array(triangles.length).fill(-1);
  const fresh: number[] = [];
  let open = 0;
  let openAt: Vec3 | null = null;
  for (let h = 0; h < triangles.length; h++) {
    const a = triangles[h]!;
    const b = triangles[nextHalfEdge(h)]!;
    const above = distances[a]! >= 0;
    if (above === distances[b]! >= 0 || crossing[h]! >= 0) continue;
    const g = twin[h]!;
    if (g < 0 || triangles[g] === a) {
      open++;
      openAt ??= [positions[3 * a]!, positions[3 * a + 1]!, positions[3 * a + 2]!];
      continue;
    }
    crossing[h] = crossing[g] = fresh.length / 3;
    // From the lower number to the higher, so that the same edge gives the same corner from either side.
    const p = a < b ? a : b;
    const q = a < b ? b : a;
    const t = distances[p]! / (distances[p]! - distances[q]!);
    for (let k = 0; k < 3; k++)
      fresh.push(positions[3 * p + k]! + t * (positions[3 * q + k]! - positions[3 * p + k]!));
  }
  if (open > 0)
    return refused(
      "cut/open",
      `The plane goes through ${counted(open, "edge that is", "edges that are")} open or shared by more than two faces, one at ${openAt!.map((v) => v.toFixed(1)).join(", ")}. Mend the part first, or move the plane past the hole.`,
    );

  const below = pieceBuilder(mesh, fresh);
  const above = pieceBuilder(mesh, fresh);
  const next = new Int32Array(fresh.length / 3).fill(-1);
  for (let t = 0; t < triangles.length; t += 3) {
    const a = distances[triangles[t]!]! >= 0;
    const b = distances[triangles[t + 1]!]! >= 0;
    const c = distances[triangles[t + 2]!]! >= 0;
    if (a === b && b === c) {
      (a ? above : below).face(triangles[t]!, triangles[t + 1]!, triangles[t + 2]!);
      continue;
    }
    // Turned so that the corner alone on its side comes first.
    const k = b === c ? 0 : a === c ? 1 : 2;
    const h0 = t + k;
    const h2 = t + ((k + 2) % 3);
    const va = triangles[h0]!;
    const vb = triangles[t + ((k + 1) % 3)]!;
    const vc = triangles[h2]!;
    const p = crossing[h0]!;
    const q = crossing[h2]!;
    const apexAbove = distances[va]! >= 0;
    const alone = apexAbove ? above : below;
    const pair = apexAbove ? below : above;
    alone.faceOfAlone(va, p, q);
    pair.faceOfPair(p, vb, vc, q);
    // The lower piece's lid runs against its faces.
    if (apexAbove) next[p] = q;
    else next[q] = p;
  }

  const frame = frameOf(normal);
  const loops = loopsOf(next, fresh, frame);
  const spoilt = pegs.findIndex((peg) => !pegFits(peg, loops, frame));
  if (spoilt >= 0)
    return refused(
      "cut/peg-outside",
      `Peg ${spoilt + 1} does not lie within the cut. Move it inward or make it thinner.`,
      ["pegs", spoilt],
    );
  closePiece(below, "below", loops, pegs, normal, offset, frame);
  closePiece(above, "above", loops, pegs, normal, offset, frame);
  const capArea = loops.reduce((sum, l) => sum + areaOf(l.points), 0);
  return success({ below: below.done(), above: above.done(), capArea, offset });
}

/** How far each corner lies above the plane, the plane moved by a hair if corners lie on it. */
function distancesClearOf(
  { positions }: TriangleMesh,
  normal: Vec3,
  wanted: number,
): { distances: Float64Array; offset: number; low: number; high: number } {
  const n = positions.length / 3;
  const distances = new Float64Array(n);
  let low = Infinity;
  let high = -Infinity;
  let largest = 0;
  for (let v = 0; v < n; v++) {
    const d =
      normal[0] * positions[3 * v]! +
      normal[1] * positions[3 * v + 1]! +
      normal[2] * positions[3 * v + 2]! -
      wanted;
    distances[v] = d;
    if (d < low) low = d;
    if (d > high) high = d;
    const far = Math.abs(d + wanted);
    if (far > largest) largest = far;
  }
  // Single precision is as coarse as the coordinates are large.
  const near = Math.max(NEAR * (high - low), 2 ** -22 * largest);
  let shift = 0;
  for (let attempt = 1; attempt < 24; attempt++) {
    let clear = true;
    for (let v = 0; v < n; v++) {
      if (Math.abs(distances[v]! - shift) < near) {
        clear = false;
        break;
      }
    }
    if (clear) break;
    shift = (attempt % 2 === 1 ? 1 : -1) * 3 * near * Math.ceil(attempt / 2);
  }
  if (shift !== 0) for (let v = 0; v < n; v++) distances[v]! -= shift;
  return { distances, offset: wanted + shift, low: low - shift, high: high - shift };
}

/** Two directions in the plane that with its normal make a right-handed frame. */
type Frame = { readonly u: Vec3; readonly v: Vec3 };
function frameOf(normal: Vec3): Frame {
  const u = unit(cross(Math.abs(normal[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0], normal));
  return { u, v: cross(normal, u) };
}

const flat = (frame: Frame, p: Vec3): [number, number] => [dot(frame.u, p), dot(frame.v, p)];

/** Follows the new corners round; counter-clockwise as seen from above the plane. */
function loopsOf(next: Int32Array, fresh: readonly number[], frame: Frame): CapLoop[] {
  const seen = new Uint8Array(next.length);
  const loops: CapLoop[] = [];
  for (let start = 0; start < next.length; start++) {
    if (seen[start]) continue;
    const ids: number[] = [];
    const points: number[] = [];
    for (let i = start; i >= 0 && !seen[i]; i = next[i]!) {
      seen[i] = 1;
      ids.push(i);
      points.push(...flat(frame, [fresh[3 * i]!, fresh[3 * i + 1]!, fresh[3 * i + 2]!]));
    }
    loops.push({ ids, points });
  }
  return loops;
}

function areaOf(points: readonly number[]): number {
  let area2 = 0;
  for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2)
    area2 += points[j]! * points[i + 1]! - points[i]! * points[j + 1]!;
  return area2 / 2;
}

/** True where the whole socket lies within the cut: its circle in one island and in none of its holes. */
function pegFits(peg: Peg, loops: readonly CapLoop[], frame: Frame): boolean {
  const [x, y] = flat(frame, peg.at);
  const r = peg.radius + peg.clearance;
  let winding = 0;
  for (const { points } of loops) {
    if (inRing(points, x, y)) winding += areaOf(points) > 0 ? 1 : -1;
    for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
      const ax = points[j]!;
      const ay = points[j + 1]!;
      const ux = points[i]! - ax;
      const uy = points[i + 1]! - ay;
      const t = Math.max(0, Math.min(1, ((x - ax) * ux + (y - ay) * uy) / (ux * ux + uy * uy || 1)));
      if (Math.hypot(x - ax - t * ux, y - ay - t * uy) <= r) return false;
    }
  }
  return winding > 0;
}

type PieceBuilder = ReturnType<typeof pieceBuilder>;

/** Gathers the faces of one piece; corners of the mesh and new ones are numbered as they come. */
function pieceBuilder(mesh: TriangleMesh, fresh: readonly number[]) {
  const { positions } = mesh;
  const ofOld = new Int32Array(positions.length / 3).fill(-1);
  const ofNew = new Int32Array(fresh.length / 3).fill(-1);
  let corners = new Float32Array(Math.max(64, positions.length));
  let cornerCount = 0;
  let faces = new Uint32Array(Math.max(64, mesh.triangles.length));
  let faceCount = 0;
  const corner = (x: number, y: number, z: number): number => {
    if (cornerCount + 3 > corners.length) {
      const longer = new Float32Array(2 * corners.length);
      longer.set(corners);
      corners = longer;
    }
    corners[cornerCount] = x;
    corners[cornerCount + 1] = y;
    corners[cornerCount + 2] = z;
    cornerCount += 3;
    return cornerCount / 3 - 1;
  };
  const old = (v: number) =>
    ofOld[v]! >= 0
      ? ofOld[v]!
      : (ofOld[v] = corner(positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!));
  const made = (i: number) =>
    ofNew[i]! >= 0 ? ofNew[i]! : (ofNew[i] = corner(fresh[3 * i]!, fresh[3 * i + 1]!, fresh[3 * i + 2]!));
  const triangle = (a: number, b: number, c: number) => {
    if (faceCount + 3 > faces.length) {
      const longer = new Uint32Array(2 * faces.length);
      longer.set(faces);
      faces = longer;
    }
    faces[faceCount] = a;
    faces[faceCount + 1] = b;
    faces[faceCount + 2] = c;
    faceCount += 3;
  };
  return {
    corner,
    made,
    triangle,
    face: (a: number, b: number, c: number) => triangle(old(a), old(b), old(c)),
    faceOfAlone: (a: number, p: number, q: number) => triangle(old(a), made(p), made(q)),
    faceOfPair(p: number, b: number, c: number, q: number) {
      triangle(made(p), old(b), old(c));
      triangle(made(p), old(c), made(q));
    },
    done: (): TriangleMesh => ({
      positions: corners.slice(0, cornerCount),
      triangles: faces.slice(0, faceCount),
    }),
  };
}

/** Fills the opening of a piece, with a hole for each peg or socket, and builds those. */
function closePiece(
  piece: PieceBuilder,
  side: "below" | "above",
  loops: readonly CapLoop[],
  pegs: readonly Peg[],
  normal: Vec3,
  offset: number,
  frame: Frame,
): void {
  const lid: CapLoop[] = loops.map(({ ids, points }) => ({ ids: ids.map((i) => piece.made(i)), points }));
  for (const peg of pegs) {
    const stands = peg.on === side;
    const radius = stands ? peg.radius : peg.radius + peg.clearance;
    const depth = stands ? peg.depth : peg.depth + peg.clearance;
    // A peg of the lower piece stands up; its socket in the upper piece goes up into it. And the other way
    // round.
    const rise = peg.on === "below" ? depth : -depth;
    const foot = dot(normal, peg.at) - offset;
    const ring = (height: number) =>
      Array.from({ length: PEG_SIDES }, (_, i) => {
        const a = (2 * Math.PI * i) / PEG_SIDES;
        const x = radius * Math.cos(a);
        const y = radius * Math.sin(a);
        const z = height - foot;
        return piece.corner(
          peg.at[0] + x * frame.u[0] + y * frame.v[0] + z * normal[0],
          peg.at[1] + x * frame.u[1] + y * frame.v[1] + z * normal[1],
          peg.at[2] + x * frame.u[2] + y * frame.v[2] + z * normal[2],
        );
      });
    const base = ring(0);
    const end = ring(rise);
    const middle = piece.corner(
      ...([0, 1, 2].map((k) => peg.at[k]! + (rise - foot) * normal[k]!) as [number, number, number]),
    );
    // The wall of a peg looks away from its axis and that of a socket toward it. Above the plane and below it
    // the sense turns over once more.
    const outward = stands === rise > 0;
    const put = (a: number, b: number, c: number) =>
      outward ? piece.triangle(a, b, c) : piece.triangle(a, c, b);
    for (let i = 0; i < PEG_SIDES; i++) {
      const j = (i + 1) % PEG_SIDES;
      put(base[i]!, base[j]!, end[j]!);
      put(base[i]!, end[j]!, end[i]!);
      put(middle, end[i]!, end[j]!);
    }
    const [x, y] = flat(frame, peg.at);
    // A hole runs clockwise.
    const order = Array.from({ length: PEG_SIDES }, (_, i) => (PEG_SIDES - i) % PEG_SIDES);
    lid.push({
      ids: order.map((i) => base[i]!),
      points: order.flatMap((i) => [
        x + radius * Math.cos((2 * Math.PI * i) / PEG_SIDES),
        y + radius * Math.sin((2 * Math.PI * i) / PEG_SIDES),
      ]),
    });
  }
  const faces = capTriangles(lid);
  for (let t = 0; t < faces.length; t += 3) {
    if (side === "below") piece.triangle(faces[t]!, faces[t + 1]!, faces[t + 2]!);
    else piece.triangle(faces[t]!, faces[t + 2]!, faces[t + 1]!);
  }
}
