/**
 * The smallest turned rectangle round points in plan: its sides, width the longer, and the turn of that side
 * from x.
 */
export type TurnedBox = { readonly width: number; readonly depth: number; readonly turnDeg: number };

/**
 * Convex hull of points in plan, counter-clockwise, x and y in turn. @source Andrew 1979, monotone chain
 * (from memory)
 */
export function planHull(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
): readonly (readonly [number, number])[] {
  const order = Array.from({ length: xs.length }, (_, i) => i).sort(
    (p, q) => xs[p]! - xs[q]! || ys[p]! - ys[q]!,
  );
  const half = (indices: readonly number[]) => {
    const chain: [number, number][] = [];
    for (const i of indices) {
      const x = xs[i]!;
      const y = ys[i]!;
      for (;;) {
        const p = chain.at(-2);
        const q = chain.at(-1);
        if (!p || !q || (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]) > 0) break;
        chain.pop();
      }
      chain.push([x, y]);
    }
    return chain;
  };
  const lower = half(order);
  const upper = half(order.reverse());
  return lower.length + upper.length <= 2 ? lower : [...lower.slice(0, -1), ...upper.slice(0, -1)];
}

/**
 * Convex hull in plan of a mesh's vertices. Those that cannot be on it are passed over by a ring of
 * directions first.
 */
export function meshPlanHull(positions: Float32Array): readonly (readonly [number, number])[] {
  const n = positions.length / 3;
  const RING = 24;
  const extreme: number[] = [];
  for (let k = 0; k < RING; k++) {
    const c = Math.cos((2 * Math.PI * k) / RING);
    const s = Math.sin((2 * Math.PI * k) / RING);
    let best = 0;
    let far = -Infinity;
    for (let v = 0; v < n; v++) {
      const d = c * positions[3 * v]! + s * positions[3 * v + 1]!;
      if (d > far) {
        far = d;
        best = v;
      }
    }
    extreme.push(best);
  }
  const inner = planHull(
    extreme.map((v) => positions[3 * v]!),
    extreme.map((v) => positions[3 * v + 1]!),
  );
  const xs: number[] = [];
  const ys: number[] = [];
  for (let v = 0; v < n; v++) {
    const x = positions[3 * v]!;
    const y = positions[3 * v + 1]!;
    let inside = inner.length > 2;
    for (let i = 0; i < inner.length && inside; i++) {
      const p = inner[i]!;
      const q = inner[(i + 1) % inner.length]!;
      inside = (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]) > 0;
    }
    if (inside) continue;
    xs.push(x);
    ys.push(y);
  }
  return planHull(xs, ys);
}

/**
 * Smallest rectangle by area round a convex line: one of its sides lies along a side of the line. @source
 * Freeman and Shapira 1975 (from memory)
 */
export function smallestRectangle(hull: readonly (readonly [number, number])[]): TurnedBox {
  let best: TurnedBox = { width: 0, depth: 0, turnDeg: 0 };
  let least = Infinity;
  hull.forEach((p, i) => {
    const q = hull[(i + 1) % hull.length]!;
    const l = Math.hypot(q[0] - p[0], q[1] - p[1]);
    if (l === 0) return;
    const c = (q[0] - p[0]) / l;
    const s = (q[1] - p[1]) / l;
    let u0 = Infinity;
    let u1 = -Infinity;
    let v0 = Infinity;
    let v1 = -Infinity;
    for (const [x, y] of hull) {
      const u = c * x + s * y;
      const v = c * y - s * x;
      u0 = Math.min(u0, u);
      u1 = Math.max(u1, u);
      v0 = Math.min(v0, v);
      v1 = Math.max(v1, v);
    }
    const along = u1 - u0;
    const across = v1 - v0;
    if (along * across >= least * (1 - 1e-9)) return;
    least = along * across;
    const turn = (Math.atan2(s, c) * 180) / Math.PI + (along >= across ? 0 : 90);
    best = {
      width: Math.max(along, across),
      depth: Math.min(along, across),
      turnDeg: ((turn % 180) + 180) % 180,
    };
  });
  return best;
}
