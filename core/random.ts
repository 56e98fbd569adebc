/**
 * A number in [0, 1) that depends on nothing but its keys: the same in every run and in every plan. For searches
 * that try many changes and want another draw for each.
 */
export function chanceOf(seed: number, i: number, j = 0): number {
  let h =
    Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^ Math.imul(i + 1, 0xc2b2ae35) ^ Math.imul(j + 1, 0x27d4eb2f);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return ((h ^ (h >>> 15)) >>> 0) / 2 ** 32;
}

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
