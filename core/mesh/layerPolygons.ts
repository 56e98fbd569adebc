import type { LayerContours } from "#core/mesh/layerSweep";

/** One island of a layer: its outer line and its holes, x and y in turn, each closed. */
export type LayerPolygon = {
  readonly outer: Float64Array;
  readonly holes: readonly Float64Array[];
  readonly area: number;
};

type Ring = { points: Float64Array; area: number; x0: number; y0: number; x1: number; y1: number };

/**
 * Puts each hole of a layer into the smallest outer line round it. An inside-out outer line counts as a hole
 * of nothing and is left out.
 */
export function layerPolygons({ points, ends }: LayerContours): readonly LayerPolygon[] {
  const rings: Ring[] = [];
  let from = 0;
  for (const to of ends) {
    if (to - from >= 3) rings.push(ringOf(points.slice(2 * from, 2 * to)));
    from = to;
  }
  const outers = rings.filter((r) => r.area > 0).sort((p, q) => p.area - q.area);
  const holes = new Map<Ring, Ring[]>();
  for (const hole of rings) {
    if (hole.area >= 0) continue;
    const x = hole.points[0]!;
    const y = hole.points[1]!;
    const home = outers.find(
      (o) =>
        o.area > -hole.area && x >= o.x0 && x <= o.x1 && y >= o.y0 && y <= o.y1 && inRing(o.points, x, y),
    );
    if (!home) continue;
    const list = holes.get(home);
    if (list) list.push(hole);
    else holes.set(home, [hole]);
  }
  return outers.reverse().map((o) => {
    const inner = holes.get(o) ?? [];
    return {
      outer: o.points,
      holes: inner.map((h) => h.points),
      area: o.area + inner.reduce((sum, h) => sum + h.area, 0),
    };
  });
}

function ringOf(points: Float64Array): Ring {
  let area2 = 0;
  let x0 = Infinity;
  let y0 = Infinity;
  let x1 = -Infinity;
  let y1 = -Infinity;
  const n = points.length;
  for (let i = 0; i < n; i += 2) {
    const x = points[i]!;
    const y = points[i + 1]!;
    const j = i + 2 === n ? 0 : i + 2;
    area2 += (x - points[0]!) * (points[j + 1]! - points[1]!) - (points[j]! - points[0]!) * (y - points[1]!);
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
  }
  return { points, area: area2 / 2, x0, y0, x1, y1 };
}

/** Whether a point lies in a closed line, by how often a ray to the right crosses it. */
export function inRing(points: ArrayLike<number>, x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
    const yi = points[i + 1]!;
    const yj = points[j + 1]!;
    if (yi > y !== yj > y && x < ((points[j]! - points[i]!) * (y - yi)) / (yj - yi) + points[i]!)
      inside = !inside;
  }
  return inside;
}
