import earcut from "earcut";
import { inRing } from "#core/mesh/layerPolygons";

/**
 * A closed line in a plane: `ids` of its points in turn and their places, x and y of each. Outer lines run
 * counter-clockwise, holes clockwise.
 */
export type CapLoop = { readonly ids: readonly number[]; readonly points: readonly number[] };

/**
 * Fills closed lines with triangles, counter-clockwise, as triplets of ids. Every stretch of every line is
 * the side of
 * exactly one triangle, so that what is closed with them has no crack, however many points lie in one
 * straight line.
 * Lines that cross each other are filled as fans: closed and right in volume, with folds inside the plane.
 */
export function capTriangles(loops: readonly CapLoop[]): number[] {
  const rings = loops
    .filter((l) => l.ids.length >= 3)
    .map((loop) => ({ loop, area: signedArea(loop.points) }));
  const outers = rings.filter((r) => r.area > 0).sort((p, q) => p.area - q.area);
  const holes = new Map<CapLoop, CapLoop[]>(outers.map((o) => [o.loop, []]));
  const out: number[] = [];
  for (const { loop, area } of rings) {
    if (area > 0) continue;
    const home = outers.find(
      (o) => o.area > -area && inRing(o.loop.points, loop.points[0]!, loop.points[1]!),
    );
    if (home) holes.get(home.loop)!.push(loop);
    else fan(loop, out);
  }
  for (const [outer, inner] of holes) {
    const filled = fill([outer, ...inner]);
    if (filled) for (const id of filled) out.push(id);
    else for (const loop of [outer, ...inner]) fan(loop, out);
  }
  return out;
}

function signedArea(points: readonly number[]): number {
  let area2 = 0;
  for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2)
    area2 += points[j]! * points[i + 1]! - points[i]! * points[j + 1]!;
  return area2 / 2;
}

function fan({ ids }: CapLoop, out: number[]): void {
  for (let i = 1; i + 1 < ids.length; i++) out.push(ids[0]!, ids[i]!, ids[i + 1]!);
}

/** Triangles over one outer line and its holes; null where the result would leave a crack. */
function fill(loops: readonly CapLoop[]): number[] | null {
  const data: number[] = [];
  const ids: number[] = [];
  const starts: number[] = [];
  for (const loop of loops) {
    if (ids.length > 0) starts.push(ids.length);
    for (const v of loop.points) data.push(v);
    for (const id of loop.ids) ids.push(id);
  }
  const triangles = earcut(data, starts.length > 0 ? starts : undefined, 2);
  const n = ids.length;
  // Which triangle has its side from a to b.
  const owner = new Map<number, number>();
  for (let t = 0; t < triangles.length; t += 3)
    for (let k = 0; k < 3; k++) owner.set(triangles[t + k]! * n + triangles[t + ((k + 1) % 3)]!, t);
  const kept = new Uint8Array(n);
  for (const v of triangles) kept[v] = 1;
  let from = 0;
  for (const loop of loops) {
    if (!sewn(triangles, owner, kept, from, loop.ids.length, n)) return null;
    from += loop.ids.length;
  }
  return triangles.map((v) => ids[v]!);
}

/**
 * The triangulation leaves out points in a straight line; here the triangles along such a line are split at
 * them.
 * @returns false when a stretch of the line is no side of a triangle
 */
function sewn(
  triangles: number[],
  owner: Map<number, number>,
  kept: Uint8Array,
  from: number,
  count: number,
  n: number,
): boolean {
  let first = 0;
  while (first < count && !kept[from + first]) first++;
  if (first === count) return false;
  for (let i = 0; i < count;) {
    const a = from + ((first + i) % count);
    let length = 1;
    while (length < count && !kept[from + ((first + i + length) % count)]) length++;
    const b = from + ((first + i + length) % count);
    const t = owner.get(a * n + b);
    if (t === undefined) return false;
    if (length > 1) {
      const k =
        triangles[t] === a && triangles[t + 1] === b
          ? 0
          : triangles[t + 1] === a && triangles[t + 2] === b
            ? 1
            : 2;
      const c = triangles[t + ((k + 2) % 3)]!;
      let last = a;
      for (let step = 1; step <= length; step++) {
        const next = step === length ? b : from + ((first + i + step) % count);
        const at = step === 1 ? t : triangles.length;
        triangles[at] = last;
        triangles[at + 1] = next;
        triangles[at + 2] = c;
        owner.set(last * n + next, at);
        owner.set(next * n + c, at);
        owner.set(c * n + last, at);
        last = next;
      }
    }
    i += length;
  }
  return true;
}
