import { namedScales } from "#core/scale/namedScales";
import { type Kind, kinds, scaleless } from "#core/scale/drawnAt/kinds";
import { type MeshUnit, meshUnits } from "#core/units";

/** What names say of the scale, unit and kind of a thing; each with the words that said it. */
export type NameSigns = {
  /** Ratios 1:N that are named, from `1-48`, `1_72`, `1to35`, `scale48`, letters of the rails. */
  readonly ratios: readonly { readonly denominator: number; readonly word: string }[];
  /** Heights of figures that are named, from `28mm`. */
  readonly figuresMm: readonly { readonly mm: number; readonly word: string }[];
  readonly units: readonly { readonly unit: MeshUnit; readonly word: string }[];
  readonly fullSize: string | null;
  readonly kind: (Kind & { readonly word: string }) | null;
  /** It is of a sort that is made at any size. */
  readonly scaleless: string | null;
  /** It is a half or a section of its kind, which says little of its own size. */
  readonly pieceOf: boolean;
  /** Every word of them, singular. */
  readonly all: readonly string[];
};

/** Heights that figures are called by, mm. */
export const figureHeights = [6, 10, 12, 15, 18, 20, 25, 28, 30, 32, 35, 40, 54, 75, 90] as const;

const railLetters: Readonly<Record<string, number>> = { h0: 87, ho: 87.1, oo: 76.2, tt: 120 };
/** Letters that stand for much else too count only beside a word of railways. */
const railLettersBeside: Readonly<Record<string, number>> = { n: 160, z: 220, o: 48, s: 64 };
const besideRails = /\b(gauge|spur|rail|railway|train|locomotive)\b/;
const unitWords: Readonly<Record<string, MeshUnit>> = {
  inch: "inch",
  inches: "inch",
  metre: "meter",
  metres: "meter",
  meter: "meter",
  meters: "meter",
  centimetre: "centimeter",
  centimeter: "centimeter",
  cm: "centimeter",
  millimetre: "millimeter",
  millimeter: "millimeter",
};

const pieceWords = new Set(["half", "halve", "quarter", "piece", "section", "segment", "portion"]);

/** Ratios that are written so in names; another number after a one is a version or a count. */
const knownRatios = new Set([
  ...namedScales.map((s) => s.denominator),
  ...[6, 8, 10, 18, 20, 25, 30, 43, 60, 76, 90, 110, 150, 285, 300, 500, 1000],
]);

/** Reads names: of a file, its folder, its bodies. @param text any of them, joined by blanks */
export function nameSigns(text: string): NameSigns {
  const lower = ` ${text.toLowerCase().replaceAll(/\.(stl|obj|3mf|ply)\b/g, " ")} `;
  const spaced = lower.replaceAll(/[_\-./\\]+/g, " ");
  const words = spaced.split(/[^a-z0-9%]+/).filter((w) => w !== "");
  const kindWord = words.map(singular).findLast((w) => w in kinds);
  return {
    ratios: ratiosIn(lower, spaced, words),
    figuresMm: [...spaced.matchAll(/\b(\d{1,2})\s?mm\b/g)].flatMap(([word, n]) =>
      (figureHeights as readonly number[]).includes(Number(n)) ? [{ mm: Number(n), word: word.trim() }] : [],
    ),
    units: words.flatMap((word) => (word in unitWords ? [{ unit: unitWords[word]!, word }] : [])),
    fullSize: fullSizeIn(lower, spaced),
    kind: kindWord === undefined ? null : { ...kinds[kindWord]!, word: kindWord },
    pieceOf: words.some((w) => pieceWords.has(singular(w))),
    all: words.map(singular),
    scaleless: words.map(singular).find((w) => scaleless.has(w)) ?? null,
  };
}

/** A one beside a one is a count when a ratio stands elsewhere, as in `quay 1 1-72`. */
function fullSizeIn(lower: string, spaced: string): string | null {
  const said = /\b(full size|fullsize|real size|life size|lifesize)\b/.exec(spaced);
  const written = /(?<![\d.])1(?:[-_:/]|to)1(?![\d.]|[-_:/]\d)/.exec(lower);
  return (said ?? written)?.[0] ?? null;
}

function ratiosIn(lower: string, spaced: string, words: readonly string[]): NameSigns["ratios"] {
  const written = [
    ...lower.matchAll(/(?<![\d.])1\s?(?:[-_:/]|to|zu|in)\s?(\d{1,4}(?:\.\d)?)(?![\d.])/g),
    ...lower.matchAll(/\bscale[-_ ]?(?:1[-_:/])?(\d{2,4})\b/g),
  ].flatMap(([word, n]) => {
    const denominator = Number(n);
    return knownRatios.has(denominator) ? [{ denominator, word: word.trim() }] : [];
  });
  const letters = words.flatMap((word) => {
    const denominator = railLetters[word] ?? (besideRails.test(spaced) ? railLettersBeside[word] : undefined);
    return denominator === undefined ? [] : [{ denominator, word }];
  });
  const all = [...written, ...letters];
  return all.filter((r, i) => all.findIndex((o) => o.denominator === r.denominator) === i);
}

const singular = (word: string) =>
  word in kinds || scaleless.has(word) || !word.endsWith("s")
    ? word
    : word.replace(/(?:es|s)$/, (end) =>
        `${word.slice(0, -end.length)}` in kinds ? "" : end === "es" ? "e" : "",
      );

/** Millimetres in a unit that files may count in. */
export const fileUnits: readonly { readonly unit: MeshUnit; readonly mm: number }[] = (
  ["millimeter", "inch", "centimeter", "meter"] as const
).map((unit) => ({ unit, mm: meshUnits[unit] }));
