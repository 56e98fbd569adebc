import { type Outcome, refused, success } from "#core/outcome";

const SENTENCE = "Give the bed as width, depth and height in mm, like 220 x 220 x 250, or leave it empty.";
const SMALLEST_MM = 20;
const LARGEST_MM = 5000;

/** A bed as it is typed: three lengths in mm with an x, a star or spaces between. Null where nothing was typed. */
export function bedOf(typed: string, path: string): Outcome<readonly [number, number, number] | null> {
  if (typed.trim() === "") return success(null);
  const numbers = typed
    .replace(/mm/gi, " ")
    .split(/[x×*\s]+/i)
    .filter(Boolean)
    .map((n) => Number(n.replace(",", ".")));
  const [x, y, z] = numbers;
  return numbers.length === 3 && numbers.every((n) => n >= SMALLEST_MM && n <= LARGEST_MM)
    ? success([x!, y!, z!] as const)
    : refused("bed/none", SENTENCE, [path]);
}

export const bedText = (bedMm: readonly number[]): string => bedMm.join(" x ");
