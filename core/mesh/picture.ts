import type { TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * A small grey picture of a mesh seen from the front, the right and above: 0 is empty, 1 to 255 dark to
 * light, rows from the top.
 */
export type MeshPicture = { readonly side: number; readonly shades: Uint8Array };

const SIDE = 72;
const AROUND = (-30 * Math.PI) / 180;
const DOWN = (28 * Math.PI) / 180;

/** Draws every face into a depth buffer, lit from the upper left. */
export function meshPicture({ positions, triangles }: TriangleMesh, side = SIDE): MeshPicture {
  const n = positions.length / 3;
  const c = Math.cos(AROUND);
  const s = Math.sin(AROUND);
  const cd = Math.cos(DOWN);
  const sd = Math.sin(DOWN);
  const xs = new Float32Array(n);
  const ys = new Float32Array(n);
  const ds = new Float32Array(n);
  let x0 = Infinity;
  let x1 = -Infinity;
  let y0 = Infinity;
  let y1 = -Infinity;
  for (let v = 0; v < n; v++) {
    const x = positions[3 * v]!;
    const y = positions[3 * v + 1]!;
    const z = positions[3 * v + 2]!;
    const across = c * x - s * y;
    const away = s * x + c * y;
    xs[v] = across;
    ys[v] = sd * away + cd * z;
    ds[v] = cd * away - sd * z;
    x0 = Math.min(x0, across);
    x1 = Math.max(x1, across);
    y0 = Math.min(y0, ys[v]!);
    y1 = Math.max(y1, ys[v]!);
  }
  const shades = new Uint8Array(side * side);
  const depth = new Float32Array(side * side).fill(Infinity);
  const scale = (side - 4) / (Math.max(x1 - x0, y1 - y0) || 1);
  const left = side / 2 - (scale * (x0 + x1)) / 2;
  const top = side / 2 + (scale * (y0 + y1)) / 2;
  for (let t = 0; t < triangles.length; t += 3) {
    const a = triangles[t]!;
    const b = triangles[t + 1]!;
    const d = triangles[t + 2]!;
    const ax = left + scale * xs[a]!;
    const ay = top - scale * ys[a]!;
    const bx = left + scale * xs[b]!;
    const by = top - scale * ys[b]!;
    const dx = left + scale * xs[d]!;
    const dy = top - scale * ys[d]!;
    const twice = (bx - ax) * (dy - ay) - (dx - ax) * (by - ay);
    if (twice >= 0) continue;
    const shade = shadeOf(xs, ys, ds, a, b, d);
    const r0 = Math.max(0, Math.floor(Math.min(ay, by, dy)));
    const r1 = Math.min(side - 1, Math.ceil(Math.max(ay, by, dy)));
    const c0 = Math.max(0, Math.floor(Math.min(ax, bx, dx)));
    const c1 = Math.min(side - 1, Math.ceil(Math.max(ax, bx, dx)));
    for (let row = r0; row <= r1; row++) {
      for (let column = c0; column <= c1; column++) {
        const px = column + 0.5;
        const py = row + 0.5;
        const u = ((bx - px) * (dy - py) - (dx - px) * (by - py)) / twice;
        const v = ((dx - px) * (ay - py) - (ax - px) * (dy - py)) / twice;
        // A little beyond its edges, so that faces smaller than a cell still show.
        if (u < -0.02 || v < -0.02 || u + v > 1.02) continue;
        const at = row * side + column;
        const away = u * ds[a]! + v * ds[b]! + (1 - u - v) * ds[d]!;
        if (away >= depth[at]!) continue;
        depth[at] = away;
        shades[at] = shade;
      }
    }
  }
  return { side, shades };
}

/**
 * How light a face is: its normal, in the picture's frame, against a light from the upper left and the front.
 */
function shadeOf(
  xs: Float32Array,
  ys: Float32Array,
  ds: Float32Array,
  a: number,
  b: number,
  d: number,
): number {
  const ux = xs[b]! - xs[a]!;
  const uy = ys[b]! - ys[a]!;
  const ud = ds[b]! - ds[a]!;
  const vx = xs[d]! - xs[a]!;
  const vy = ys[d]! - ys[a]!;
  const vd = ds[d]! - ds[a]!;
  const nx = uy * vd - ud * vy;
  const ny = ud * vx - ux * vd;
  const nd = ux * vy - uy * vx;
  const l = Math.hypot(nx, ny, nd) || 1;
  // The frame (right, up, away) turns the other way round than (right, away, up).
  const light = Math.abs((-0.45 * nx + 0.7 * ny - 0.55 * nd) / l);
  return Math.round(70 + 185 * Math.min(1, light));
}
