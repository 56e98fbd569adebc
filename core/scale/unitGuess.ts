import { meshUnits, type MeshUnit } from "#core/units";

/**
 * What a file may count in, and how long its longest side is then, millimetres of the file's own subject or
 * print.
 */
export type UnitGuess = {
  readonly unit: MeshUnit;
  readonly unitMm: number;
  readonly longestMm: number;
  readonly likely: boolean;
};

const offered: readonly MeshUnit[] = ["millimeter", "inch", "centimeter", "meter"];
/**
 * Longest sides that files for printing have, mm (common practice); a building drawn at full size may be
 * larger.
 */
const PRINTED = { least: 4, most: 450 };

/**
 * The units a file without one may have, most likely first. Files for printing count in millimetres far more
 * often than
 * in anything else, so they are taken whenever that gives a thing between 4 and 450 mm long, and for anything
 * longer;
 * what would be a crumb in millimetres is taken for the next unit that gives a thing. A guess (common
 * practice).
 * @param longest longest side in the units of the file
 */
export function guessUnit(longest: number): readonly UnitGuess[] {
  const all = offered.map((unit) => ({
    unit,
    unitMm: meshUnits[unit],
    longestMm: longest * meshUnits[unit],
  }));
  const printable = all.find((g) => g.longestMm >= PRINTED.least && g.longestMm <= PRINTED.most);
  const best = longest > PRINTED.most ? all[0]! : (printable ?? all.at(-1)!);
  return [{ ...best, likely: true }, ...all.filter((g) => g !== best).map((g) => ({ ...g, likely: false }))];
}
