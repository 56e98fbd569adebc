import { type Outcome, refused, success } from "#core/outcome";
import { MM_PER_FOOT, type ModelMm, modelMm, type RealMm, realMm } from "#core/units";
import { ambiguousComma, commaAsked } from "#core/scale/commas";
import { parseLength } from "#core/scale/lengthText";
import { figureBand, type FigureConvention } from "#core/scale/figureSize";

export type RatioProblem = {
  readonly code: "ratio/empty" | "ratio/not-understood" | "ratio/absurd" | "ratio/comma";
  readonly path: readonly (string | number)[];
  readonly message: string;
};

/** A scale as it was typed. `denominator` is N of 1:N; `band` is set where a figure size allows several. */
export type TypedRatio = {
  readonly denominator: number;
  readonly said: string;
  readonly band?: {
    readonly low: number;
    readonly high: number;
    readonly figureMm: number;
    readonly convention: FigureConvention | "either";
  };
};

/** Ratios outside this are slips: a model 1000 times its subject, or a continent on a shelf. */
const LIMIT = { least: 0.001, most: 1e6 };

export const toModel = (length: RealMm, denominator: number): ModelMm => modelMm(length / denominator);
export const toReal = (length: ModelMm, denominator: number): RealMm => realMm(length * denominator);

/** `1:72`, `1:87.1`: without trailing zeros. */
export const ratioText = (denominator: number) =>
  denominator >= 1 ? `1:${Number(denominator.toFixed(3))}` : `${Number((1 / denominator).toFixed(3))}:1`;

const num = String.raw`(\d+(?:[.,]\d+)?|[.,]\d+)`;
const value = (text: string) => Number(text.replace(",", "."));

/** Inches as `1/4`, `3/16`, `0.25` or `1 1/2`. */
function inches(text: string): number {
  const fraction = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(text.trim());
  if (!fraction) return value(text);
  return Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]);
}

/**
 * Reads a scale as people write it: `1:72`, `1/72`, `72`, `35th`, `4 mm/ft`, `1/4" scale`, `28mm figure`, `50
 * %`, `2:1`.
 * @source mm to the foot: N = 304.8 / m; inches to the foot: N = 12 / q (definition of the foot, 1959)
 */
export function parseRatio(text: string): Outcome<TypedRatio, RatioProblem> {
  const tidy = text
    .trim()
    .toLowerCase()
    .replace(/\s+scale$/, "");
  if (tidy === "") return refused("ratio/empty", "Type a scale, for instance 1:72 or 28mm figure.");
  const comma = ambiguousComma(tidy);
  if (comma) return refused("ratio/comma", commaAsked(text, comma));
  const drawing = drawingScale(tidy);
  if (drawing) return checked(text, drawing.denominator, drawing.said);
  const figure = new RegExp(
    `^${num}\\s*mm\\s*(?:figures?|miniatures?|minis?)(?:\\s*(?:to the)?\\s*(eyes?|crown|top))?$`,
  ).exec(tidy);
  if (figure) return figureRatio(value(figure[1]!), figure[2]);
  const perFoot = new RegExp(`^${num}\\s*mm\\s*(?:/|per|to the|to a)\\s*(?:ft|foot|')$`).exec(tidy);
  if (perFoot) return checked(text, MM_PER_FOOT / value(perFoot[1]!), `${perFoot[1]} mm to the foot`);
  const inchScale =
    /^((?:\d+[\s-]+)?\d+\s*\/\s*\d+|\d+(?:[.,]\d+)?)\s*(?:"|″|”|in|inch|inches)(?:\s*(?:\/|per|to the|=)\s*(?:1\s*)?(?:ft|foot|'))?$/.exec(
      tidy,
    );
  if (inchScale) return checked(text, 12 / inches(inchScale[1]!), `${inchScale[1]} in to the foot`);
  const nth = new RegExp(`^${num}\\s*(?:st|nd|rd|th)$`).exec(tidy);
  if (nth) return checked(text, value(nth[1]!), `one ${nth[1]}th of full size`);
  const percent = new RegExp(`^${num}\\s*%$`).exec(tidy);
  if (percent) return checked(text, 100 / value(percent[1]!), `${percent[1]} % of full size`);
  const pair = new RegExp(`^${num}\\s*(?::|/|to|in)\\s*${num}$`).exec(tidy);
  if (pair) return checked(text, value(pair[2]!) / value(pair[1]!), `${pair[1]} to ${pair[2]}`);
  if (/^(full size|life size|real size)$/.test(tidy)) return checked(text, 1, "full size");
  const bare = new RegExp(`^${num}$`).exec(tidy);
  if (bare) return checked(text, value(bare[1]!), `1 to ${bare[1]}`);
  return refused(
    "ratio/not-understood",
    `“${text.trim()}” was not understood as a scale. Type it like 1:72, 35th, 4 mm/ft, or 28mm figure.`,
  );
}

/**
 * Two lengths with their units, as on a drawing: `1/4" = 1'`, `1 in = 6 ft`, `3 mm : 1 ft`. The smaller is the
 * bench.
 */
function drawingScale(tidy: string): { readonly denominator: number; readonly said: string } | null {
  const sides = tidy.split(/\s*(?:=|:|\bequals\b|\bto\b)\s*/);
  if (sides.length !== 2) return null;
  const [a, b] = sides.map((side) => parseLength(side));
  if (!a?.ok || !b?.ok) return null;
  const [bench, real] = a.value.mm <= b.value.mm ? [a.value, b.value] : [b.value, a.value];
  return { denominator: real.mm / bench.mm, said: `${bench.said} for ${real.said}` };
}

function checked(text: string, denominator: number, said: string): Outcome<TypedRatio, RatioProblem> {
  if (!Number.isFinite(denominator) || denominator < LIMIT.least || denominator > LIMIT.most) {
    return refused(
      "ratio/absurd",
      `“${text.trim()}” is no scale: the ratio must lie between 1000:1 and 1:1000000. Type it like 1:72.`,
    );
  }
  return success({ denominator, said });
}

function figureRatio(figureMm: number, to: string | undefined): Outcome<TypedRatio, RatioProblem> {
  if (!(figureMm > 0) || figureMm > 1750)
    return refused("ratio/absurd", `A figure of ${figureMm} mm is no figure size. Type it like 28mm figure.`);
  const convention = to === undefined ? "either" : to.startsWith("eye") ? "eye" : "crown";
  const band = figureBand(figureMm);
  const low = convention === "crown" ? band.crown : band.eye;
  const high = convention === "eye" ? band.eye : band.crown;
  const said =
    convention === "either"
      ? `${figureMm} mm figure, to the eye or to the crown`
      : `${figureMm} mm figure, to the ${convention}`;
  return success({ denominator: (low + high) / 2, said, band: { low, high, figureMm, convention } });
}
