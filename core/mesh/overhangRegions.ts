import { faceCentre, faceNormal } from "#core/mesh/faces";
import { castRayInto, noHit, type RayTree } from "#core/mesh/rayTree";
import { nextHalfEdge, type TriangleMesh } from "#core/mesh/triangleMesh";
import { unionFind } from "#core/unionFind";

/**
 * A patch that nothing below it holds while it is printed. File units, z as the mesh lies.
 *
 * - `area`: seen from above
 * - `columns`: volume from the patch straight down to what lies below it, the bed or the part itself
 * - `onPart`: share of the area below which the part itself lies, so that supports would stand on it
 * - `bridge`: a flat span held by walls at both ends; `span` is how far it reaches between them
 */
export type OverhangRegion = {
  readonly area: number;
  readonly columns: number;
  readonly at: readonly [number, number, number];
  readonly lowestZ: number;
  readonly highestZ: number;
  readonly onPart: number;
  readonly bridge: boolean;
  readonly span: number;
  readonly faces: number;
};

/** Rays cast straight down to see what lies below, over the whole mesh. */
const RAYS = 4000;
/** Flatter than this from straight down is a flat underside. */
const FLAT_COS = Math.cos((5 * Math.PI) / 180);

/**
 * Downward faces flatter than the limit and not on the bed, as patches that hang together; largest first.
 * @param limitDeg a downward face is held by the layer below while it stands steeper than this from the
 * horizontal
 *   (45 by default: common practice)
 */
export function overhangRegions(
  mesh: TriangleMesh,
  twin: Int32Array,
  tree: RayTree,
  limitDeg = 45,
  most = 200,
): readonly OverhangRegion[] {
  const { positions, triangles } = mesh;
  const n = triangles.length / 3;
  const { bottom, top } = heights(positions);
  const clear = bottom + 1e-4 * (top - bottom);
  const limit = -Math.cos((limitDeg * Math.PI) / 180);
  const hangs = new Uint8Array(n);
  let count = 0;
  for (let f = 0; f < n; f++) {
    const [x, y, z] = faceNormal(mesh, f);
    if (z >= 0 || z > limit * Math.sqrt(x * x + y * y + z * z)) continue;
    if (
      positions[3 * triangles[3 * f]! + 2]! <= clear &&
      positions[3 * triangles[3 * f + 1]! + 2]! <= clear &&
      positions[3 * triangles[3 * f + 2]! + 2]! <= clear
    )
      continue;
    hangs[f] = 1;
    count++;
  }
  if (count === 0) return [];
  const groups = unionFind(n);
  for (let h = 0; h < twin.length; h++) {
    const g = twin[h]!;
    if (g > h && hangs[(h / 3) | 0] && hangs[(g / 3) | 0]) groups.join((h / 3) | 0, (g / 3) | 0);
  }
  const every = Math.max(1, Math.ceil(count / RAYS));
  const hit = noHit();
  const gathered = new Map<number, Gathered>();
  let seen = 0;
  for (let f = 0; f < n; f++) {
    if (!hangs[f]) continue;
    const root = groups.find(f);
    let g = gathered.get(root);
    if (!g)
      gathered.set(
        root,
        (g = {
          area: 0,
          x: 0,
          y: 0,
          z: 0,
          low: Infinity,
          high: -Infinity,
          drop: 0,
          onPart: 0,
          felt: 0,
          flat: 0,
          faces: 0,
          box: [Infinity, Infinity, -Infinity, -Infinity],
          held: [],
        }),
      );
    const [nx, ny, nz] = faceNormal(mesh, f);
    const area = -nz / 2;
    const at = faceCentre(mesh, f);
    g.area += area;
    g.x += area * at[0];
    g.y += area * at[1];
    g.z += area * at[2];
    g.faces++;
    if (-nz >= FLAT_COS * Math.hypot(nx, ny, nz)) g.flat += area;
    for (let k = 0; k < 3; k++) {
      const v = 3 * triangles[3 * f + k]!;
      const x = positions[v]!;
      const y = positions[v + 1]!;
      const z = positions[v + 2]!;
      g.low = Math.min(g.low, z);
      g.high = Math.max(g.high, z);
      g.box = [Math.min(g.box[0], x), Math.min(g.box[1], y), Math.max(g.box[2], x), Math.max(g.box[3], y)];
      heldEdge(mesh, twin, hangs, 3 * f + k, g);
    }
    if (seen++ % every === 0) {
      castRayInto(tree, at[0], at[1], at[2], 0, 0, -1, 1e-5 * (top - bottom), Infinity, -1e-6, f, hit);
      const below = hit.face < 0 ? at[2] - bottom : hit.distance;
      g.drop += area * below;
      g.felt += area;
      if (hit.face >= 0) g.onPart += area;
    }
  }
  return [...gathered.values()]
    .map((g): OverhangRegion => {
      const drop = g.felt > 0 ? g.drop / g.felt : g.z / g.area - bottom;
      const { bridge, span } = bridgeOf(g);
      return {
        area: g.area,
        columns: g.area * drop,
        at: [g.x / g.area, g.y / g.area, g.z / g.area],
        lowestZ: g.low,
        highestZ: g.high,
        onPart: g.felt > 0 ? g.onPart / g.felt : 0,
        bridge,
        span,
        faces: g.faces,
      };
    })
    .sort((p, q) => q.area - p.area)
    .slice(0, most);
}

type Gathered = {
  area: number;
  x: number;
  y: number;
  z: number;
  low: number;
  high: number;
  drop: number;
  onPart: number;
  felt: number;
  flat: number;
  faces: number;
  box: [number, number, number, number];
  held: [number, number][];
};

function heights(positions: Float32Array): { bottom: number; top: number } {
  let bottom = Infinity;
  let top = -Infinity;
  for (let i = 2; i < positions.length; i += 3) {
    if (positions[i]! < bottom) bottom = positions[i]!;
    if (positions[i]! > top) top = positions[i]!;
  }
  return { bottom, top };
}

/** Notes the middle of an edge of the patch over which a wall goes down: there it is held. */
function heldEdge(
  { positions, triangles }: TriangleMesh,
  twin: Int32Array,
  hangs: Uint8Array,
  h: number,
  g: Gathered,
): void {
  const other = twin[h]!;
  if (other < 0 || hangs[(other / 3) | 0]) return;
  const a = 3 * triangles[h]!;
  const b = 3 * triangles[nextHalfEdge(h)]!;
  const third = 3 * triangles[other % 3 === 0 ? other + 2 : other - 1]!;
  if (positions[third + 2]! < Math.min(positions[a + 2]!, positions[b + 2]!))
    g.held.push([(positions[a]! + positions[b]!) / 2, (positions[a + 1]! + positions[b + 1]!) / 2]);
}

/** A flat patch that is held near both of its ends along x or y is a bridge over that length. */
function bridgeOf({ flat, area, box: [x0, y0, x1, y1], held }: Gathered): { bridge: boolean; span: number } {
  const spans = [x1 - x0, y1 - y0] as const;
  const narrow = Math.min(...spans);
  if (flat < 0.95 * area) return { bridge: false, span: narrow };
  const bridged = ([0, 1] as const).filter((axis) => {
    const low = axis === 0 ? x0 : y0;
    const size = spans[axis];
    return held.some((p) => p[axis] < low + 0.1 * size) && held.some((p) => p[axis] > low + 0.9 * size);
  });
  return bridged.length === 0
    ? { bridge: false, span: narrow }
    : { bridge: true, span: Math.min(...bridged.map((axis) => spans[axis])) };
}
