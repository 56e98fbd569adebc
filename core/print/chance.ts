/**
 * A stream of chance that depends on nothing but its numbers: the same seed, run, plate and try have the same
 * luck in
 * every plan, so that two plans can be compared. Each call gives the next number in (0, 1).
 */
export type Luck = () => number;

export function luckOf(...keys: readonly number[]): Luck {
  let state = 0x9e3779b9;
  for (const k of keys) state = mixed(state ^ Math.imul((k | 0) + 0x7f4a7c15, 0x85ebca6b));
  let counter = 0;
  return () => (mixed(state ^ Math.imul(++counter, 0xc2b2ae35)) + 0.5) / 2 ** 32;
}

function mixed(h: number): number {
  let v = h | 0;
  v = Math.imul(v ^ (v >>> 16), 0x21f0aaad);
  v = Math.imul(v ^ (v >>> 15), 0x735a2d97);
  return (v ^ (v >>> 15)) >>> 0;
}

/** A number for a name, for `luckOf`. */
export function keyOf(name: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < name.length; i++) h = Math.imul(h ^ name.charCodeAt(i), 0x01000193);
  return h;
}

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
