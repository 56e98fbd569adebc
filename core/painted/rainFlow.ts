import { buildRayTree, castRayInto, noHit } from "#core/mesh/rayTree";
import type { FaceShape } from "#core/painted/faceShape";

/** Rain on a part: what runs past every corner, and where it all goes. In mm2 of level ground that it fell on. */
export type RainFlow = {
  /** Past every vertex. */
  readonly past: Float64Array;
  readonly fallen: number;
  /** Off the part, and what stays where nothing leads on. */
  readonly left: number;
  readonly pooled: number;
};

/** A corner that is lower by less than this share of the part's height is as high: rain does not run there. */
const LEVEL = 1e-7;

/**
 * Lets rain run over a mesh in its pose. Every face receives what falls on it as far as the sky sees it; at each vertex
 * it goes the steepest way across a face beside it, split over the two edges next to that way by their angles. What has
 * no lower neighbour drips where it hangs, and is pooled where it stands.
 */
export function rainFlow({ mesh, area, normal, skyHere: sky }: FaceShape): RainFlow {
  const { positions: p, triangles: t } = mesh;
  const vertices = p.length / 3;
  const past = new Float64Array(vertices);
  let fallen = 0;
  for (let f = 0; f < area.length; f++) {
    const rain = area[f]! * Math.max(0, normal[3 * f + 2]!) * sky[f]!;
    if (rain === 0) continue;
    fallen += rain;
    for (let k = 0; k < 3; k++) past[t[3 * f + k]!]! += rain / 3;
  }
  const { starts, corners } = cornersByVertex(t, vertices);
  const order = Uint32Array.from({ length: vertices }, (_, v) => v).sort(
    (a, b) => p[3 * b + 2]! - p[3 * a + 2]!,
  );
  const low = LEVEL * Math.max(1e-9, p[3 * order[0]! + 2]! - p[3 * order[vertices - 1]! + 2]!);
  const drips = dripper(mesh, low);
  let [left, pooled] = [0, 0];
  for (let i = 0; i < vertices; i++) {
    const v = order[i]!;
    const flow = past[v]!;
    if (flow === 0) continue;
    const way = steepest(p, t, corners, starts[v]!, starts[v + 1]!, low);
    if (way) {
      past[way.to]! += flow * (1 - way.share);
      past[way.other]! += flow * way.share;
      continue;
    }
    if (!hangs(normal, corners, starts[v]!, starts[v + 1]!)) pooled += flow;
    else {
      const below = drips(v);
      if (below.length === 0) left += flow;
      for (const to of below) past[to]! += flow / below.length;
    }
  }
  return { past, fallen, left, pooled };
}

/** The half-edges that begin at every vertex. */
function cornersByVertex(t: Uint32Array, vertices: number) {
  const starts = new Uint32Array(vertices + 1);
  for (let h = 0; h < t.length; h++) starts[t[h]! + 1]!++;
  for (let v = 0; v < vertices; v++) starts[v + 1]! += starts[v]!;
  const corners = new Uint32Array(t.length);
  const fill = starts.slice(0, vertices);
  for (let h = 0; h < t.length; h++) corners[fill[t[h]!]!++] = h;
  return { starts, corners };
}

/** Where rain goes from a vertex: a share of it to another corner of the same face. */
type Way = { readonly to: number; readonly other: number; readonly share: number };

function steepest(
  p: Float32Array,
  t: Uint32Array,
  corners: Uint32Array,
  from: number,
  until: number,
  low: number,
): Way | null {
  let best: Way | null = null;
  let steep = 0;
  for (let i = from; i < until; i++) {
    const h = corners[i]!;
    const v = t[h]!;
    const a = t[h % 3 === 2 ? h - 2 : h + 1]!;
    const b = t[h % 3 === 0 ? h + 2 : h - 1]!;
    const [ux, uy, uz] = [
      p[3 * a]! - p[3 * v]!,
      p[3 * a + 1]! - p[3 * v + 1]!,
      p[3 * a + 2]! - p[3 * v + 2]!,
    ];
    const [wx, wy, wz] = [
      p[3 * b]! - p[3 * v]!,
      p[3 * b + 1]! - p[3 * v + 1]!,
      p[3 * b + 2]! - p[3 * v + 2]!,
    ];
    const u = Math.hypot(ux, uy, uz);
    const w = Math.hypot(wx, wy, wz);
    // Along its edges, where no face leads down between them.
    if (-uz > low && -uz / u > steep) {
      steep = -uz / u;
      best = { to: a, other: a, share: 0 };
    }
    if (-wz > low && -wz / w > steep) {
      steep = -wz / w;
      best = { to: b, other: b, share: 0 };
    }
    if (-uz <= low || -wz <= low) continue;
    const [nx, ny, nz] = [uy * wz - uz * wy, uz * wx - ux * wz, ux * wy - uy * wx];
    const n = Math.hypot(nx, ny, nz);
    if (n === 0) continue;
    // Straight down, in the plane of the face.
    const [dx, dy, dz] = [(nz * nx) / n / n, (nz * ny) / n / n, (nz * nz) / n / n - 1];
    const down = Math.hypot(dx, dy, dz);
    if (down === 0 || -dz / down <= steep) continue;
    const toU = angle(dx, dy, dz, ux, uy, uz, down * u);
    const toW = angle(dx, dy, dz, wx, wy, wz, down * w);
    const between = angle(ux, uy, uz, wx, wy, wz, u * w);
    if (toU + toW > between + 1e-6) continue;
    steep = -dz / down;
    best = { to: a, other: b, share: toU / Math.max(1e-12, toU + toW) };
  }
  return best;
}

const angle = (
  ax: number,
  ay: number,
  az: number,
  bx: number,
  by: number,
  bz: number,
  lengths: number,
): number => Math.acos(Math.max(-1, Math.min(1, (ax * bx + ay * by + az * bz) / lengths)));

/** Whether a vertex hangs: what is beside it looks down more than up. */
function hangs(normal: Float32Array, corners: Uint32Array, from: number, until: number): boolean {
  let up = 0;
  for (let i = from; i < until; i++) up += normal[3 * ((corners[i]! / 3) | 0) + 2]!;
  return up < 0;
}

/** Finds the corners of the face straight below a vertex that are lower than it; none where it drips off the part. */
function dripper(mesh: FaceShape["mesh"], low: number): (v: number) => readonly number[] {
  const { positions: p, triangles: t } = mesh;
  const hit = noHit();
  let tree: ReturnType<typeof buildRayTree> | null = null;
  return (v) => {
    tree ??= buildRayTree(mesh);
    const z = p[3 * v + 2]!;
    castRayInto(tree, p[3 * v]!, p[3 * v + 1]!, z, 0, 0, -1, 2 * low + 1e-4, Infinity, 0, -1, hit);
    if (hit.face < 0) return [];
    return [0, 1, 2].map((k) => t[3 * hit.face + k]!).filter((c) => p[3 * c + 2]! < z - low);
  };
}
