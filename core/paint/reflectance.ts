import { BANDS, weights } from "#core/paint/observer";
import type { Xyz } from "#core/paint/lab";

/** Reflectance from 0 to 1 in each of the 36 bands of observer.ts. */
export type Reflectance = Float64Array;

/** Darkest and lightest that a paint on a photo can be; colours outside are brought here first. */
const DARKEST = 0.01;
const LIGHTEST = 0.97;

export function xyzOfReflectance(r: Reflectance): Xyz {
  const sum = (axis: number) => {
    const w = weights[axis]!;
    let total = 0;
    for (let i = 0; i < BANDS; i++) total += w[i]! * r[i]!;
    return total;
  };
  return [sum(0), sum(1), sum(2)];
}

/**
 * The smoothest reflectance curve that looks like a colour: minimises the squared steps of z, R = (tanh z +
 * 1) / 2,
 * under the three equations of the colour, by Newton's method on z and three multipliers.
 * @returns the curve, and whether the colour had to be moved toward grey to be a possible paint
 * @source S. A. Burns, Numerical methods for smoothest reflectance reconstruction, Color Research and
 * Application 45 (2020), from memory
 */
export function smoothestReflectance(target: Xyz): {
  readonly reflectance: Reflectance;
  readonly moved: boolean;
} {
  let xyz: Xyz = target;
  // A colour no smooth paint can have (too pure) is pulled toward the grey of its own lightness until one is
  // found.
  const y = Math.min(LIGHTEST, Math.max(DARKEST, target[1]));
  const grey: Xyz = [y * 0.950456, y, y * 1.089058];
  for (let pull = 0; pull <= 1.0001; pull += 0.05) {
    xyz = [0, 1, 2].map(
      (k) => (1 - pull) * Math.max(1e-4, target[k]!) * (y / Math.max(1e-4, target[1])) + pull * grey[k]!,
    ) as unknown as Xyz;
    const reflectance = newton(xyz);
    if (reflectance) return { reflectance, moved: xyz.some((v, k) => Math.abs(v - target[k]!) > 1e-9) };
  }
  return {
    reflectance: new Float64Array(BANDS).fill(y),
    moved: true,
  };
}

function newton(xyz: Xyz): Reflectance | null {
  const n = BANDS;
  const m = n + 3;
  const z = new Float64Array(n).fill(Math.atanh(2 * Math.min(0.98, Math.max(0.02, xyz[1])) - 1));
  const lambda = [0, 0, 0];
  for (let round = 0; round < 40; round++) {
    const jacobian = Array.from({ length: m }, () => new Float64Array(m + 1));
    let residual = 0;
    for (let i = 0; i < n; i++) {
      const th = Math.tanh(z[i]!);
      const slope = (1 - th * th) / 2;
      const bend = -th * (1 - th * th);
      let gradient = 0;
      let pulled = 0;
      for (let k = 0; k < 3; k++) {
        const w = weights[k]![i]!;
        pulled += lambda[k]! * w;
        jacobian[i]![n + k] = w * slope;
        jacobian[n + k]![i] = w * slope;
      }
      if (i > 0) {
        gradient += 2 * (z[i]! - z[i - 1]!);
        jacobian[i]![i]! += 2;
        jacobian[i]![i - 1]! -= 2;
      }
      if (i < n - 1) {
        gradient += 2 * (z[i]! - z[i + 1]!);
        jacobian[i]![i]! += 2;
        jacobian[i]![i + 1]! -= 2;
      }
      jacobian[i]![i]! += pulled * bend;
      jacobian[i]![m] = -(gradient + pulled * slope);
      residual = Math.max(residual, Math.abs(jacobian[i]![m]!));
    }
    for (let k = 0; k < 3; k++) {
      let g = -xyz[k]!;
      for (let i = 0; i < n; i++) g += (weights[k]![i]! * (Math.tanh(z[i]!) + 1)) / 2;
      jacobian[n + k]![m] = -g;
      residual = Math.max(residual, Math.abs(g));
    }
    if (residual < 1e-10) return z.map((v) => (Math.tanh(v) + 1) / 2);
    const step = solve(jacobian);
    if (!step) return null;
    for (let i = 0; i < n; i++) z[i]! += Math.min(2, Math.max(-2, step[i]!));
    for (let k = 0; k < 3; k++) lambda[k]! += step[n + k]!;
    if (!z.every((v) => Math.abs(v) < 30)) return null;
  }
  return null;
}

/** Gaussian elimination with partial pivots; the right side is the last column. Null when singular. */
function solve(rows: Float64Array[]): Float64Array | null {
  const n = rows.length;
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(rows[r]![c]!) > Math.abs(rows[pivot]![c]!)) pivot = r;
    if (Math.abs(rows[pivot]![c]!) < 1e-14) return null;
    [rows[c], rows[pivot]] = [rows[pivot]!, rows[c]!];
    const top = rows[c]!;
    for (let r = c + 1; r < n; r++) {
      const row = rows[r]!;
      const factor = row[c]! / top[c]!;
      if (factor === 0) continue;
      for (let k = c; k <= n; k++) row[k]! -= factor * top[k]!;
    }
  }
  const x = new Float64Array(n);
  for (let r = n - 1; r >= 0; r--) {
    let value = rows[r]![n]!;
    for (let k = r + 1; k < n; k++) value -= rows[r]![k]! * x[k]!;
    x[r] = value / rows[r]![r]!;
  }
  return x;
}
