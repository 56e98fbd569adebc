/** A seeded generator of whole numbers below a limit: the same seed gives the same file on every machine. */
export type Dice = (below: number) => number;

/** Mulberry32, by its author in the public domain. */
export function diceOf(seed: number): Dice {
  let state = (seed * 0x9e3779b1) >>> 0;
  return (below) => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 2 ** 32) * below);
  };
}

const joined = (...parts: readonly Uint8Array[]) => new Uint8Array(Buffer.concat(parts));
const text = (t: string) => new TextEncoder().encode(t);

/** Words and numbers that readers stumble over, put in the middle of a file. */
const stumbles = [
  "nan",
  "inf",
  "-inf",
  "1e999",
  "-1e-999",
  "0x10",
  "4294967295",
  "-1",
  "99999999999999999999",
  "\u0000",
  "\ufeff",
  "\r",
  "\n\n\n",
  '"',
  "'",
  "<",
  ">",
  "&#x0;",
  "]]>",
  "<!--",
  "\\\n",
  "solid ",
  "endsolid",
  "facet",
  "f 1 2 3",
  "f 0 0 0",
  "v 1",
  "element vertex 4000000000",
  "G1 X1e30",
  "G2 I1e9",
  "PK\u0003\u0004",
  "{",
  "[[[[[[[[",
  '"__proto__":',
  "null",
  ",,,,",
  ";;;",
] as const;

/** One wound of a file; several follow one another. */
type Wound = (bytes: Uint8Array, dice: Dice) => Uint8Array;
const wounds: readonly Wound[] = [
  // A few bytes become others.
  (bytes, dice) => {
    const hurt = bytes.slice();
    for (let k = 0; k <= dice(8); k++) hurt[dice(hurt.length)] = dice(256);
    return hurt;
  },
  // The end is missing.
  (bytes, dice) => bytes.slice(0, dice(bytes.length + 1)),
  // A stretch is missing.
  (bytes, dice) => {
    const from = dice(bytes.length + 1);
    return joined(bytes.slice(0, from), bytes.slice(from + dice(400)));
  },
  // A stretch stands twice.
  (bytes, dice) => {
    const from = dice(bytes.length + 1);
    const to = Math.min(bytes.length, from + dice(400));
    return joined(bytes.slice(0, to), bytes.slice(from));
  },
  // Something else stands in the middle.
  (bytes, dice) => {
    const at = dice(bytes.length + 1);
    return joined(bytes.slice(0, at), text(stumbles[dice(stumbles.length)]!), bytes.slice(at));
  },
  // A number of four bytes becomes as large as it can be, or nought.
  (bytes, dice) => {
    const hurt = bytes.slice();
    const at = dice(Math.max(1, hurt.length - 4));
    hurt.fill([0, 255, 127][dice(3)]!, at, at + 4);
    return hurt;
  },
  // Two stretches change places.
  (bytes, dice) => {
    const [a, b, c] = [dice(bytes.length + 1), dice(bytes.length + 1), dice(bytes.length + 1)].sort(
      (p, q) => p - q,
    ) as [number, number, number];
    return joined(bytes.slice(0, a), bytes.slice(b, c), bytes.slice(a, b), bytes.slice(c));
  },
  // Every digit of a stretch becomes a nine.
  (bytes, dice) => {
    const hurt = bytes.slice();
    const from = dice(hurt.length + 1);
    for (let k = from; k < Math.min(hurt.length, from + 60); k++)
      if (hurt[k]! >= 48 && hurt[k]! <= 57) hurt[k] = 57;
    return hurt;
  },
];

/** A file hurt in one to four ways. */
export function wounded(bytes: Uint8Array, dice: Dice): Uint8Array {
  let hurt = bytes;
  for (let k = 0; k <= dice(4); k++)
    hurt = hurt.length === 0 ? hurt : wounds[dice(wounds.length)]!(hurt, dice);
  return hurt;
}

/** Bytes of no kind. */
export const noise = (dice: Dice): Uint8Array => Uint8Array.from({ length: dice(3000) }, () => dice(256));
