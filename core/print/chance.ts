import type { Luck } from "#core/random";

/** Normally spread about 0 with spread 1. @source Box and Muller 1958 (from memory) */
export const normal = (luck: Luck): number =>
  Math.sqrt(-2 * Math.log(luck())) * Math.cos(2 * Math.PI * luck());

/** @source Marsaglia and Tsang 2000, for shape 1 and over; below it by a power (from memory) */
function gamma(shape: number, luck: Luck): number {
  if (shape < 1) return gamma(shape + 1, luck) * luck() ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(luck);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(luck()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}

/** A share drawn from a Beta spread: what is known of a machine that came out a - 1 times of a + b - 2. */
export function beta(a: number, b: number, luck: Luck): number {
  const x = gamma(a, luck);
  return x / (x + gamma(b, luck));
}
