import { type Outcome, type Problem, refused, success } from "#core/outcome";
import { ambiguousComma, commaAsked } from "#core/scale/commas";
import { parseLength, type TypedLength } from "#core/scale/lengthText";
import { parseRatio, ratioText, type TypedRatio } from "#core/scale/ratio";

/** What the converter made of a line: lengths both ways, a ratio, or a factor between two scales. */
export type Conversion =
  | {
      readonly kind: "length";
      readonly understood: string;
      readonly typedMm: number;
      readonly asModelMm: number;
      readonly asRealMm: number;
      readonly system: "metric" | "inch";
    }
  | { readonly kind: "ratio"; readonly understood: string; readonly ratio: TypedRatio }
  | {
      readonly kind: "factor";
      readonly understood: string;
      readonly factor: number;
      readonly low: number;
      readonly high: number;
    }
  | { readonly kind: "ratio-from-sizes"; readonly understood: string; readonly denominator: number };

const arrow = /\s*(?:->|=>|→|\bto\b(?!\s+the\b)(?!\s+a\b)|\binto\b)\s*/i;

/**
 * Understands what people type into a scale converter and says back what it understood.
 * `6'8"`, `2.1 m`, `1:76 -> 1:72`, `28mm figure to 15mm figure`, `2 m = 27.8 mm`, `35th`.
 * @param denominator N of the scene's ratio, for lengths
 */
export function convert(text: string, denominator: number): Outcome<Conversion> {
  const sizes = /^(.+?)\s*(?:=|\bis\b|\bas\b)\s*(.+)$/i.exec(text.trim());
  if (sizes) {
    const [a, b] = [parseLength(sizes[1]!, 1), parseLength(sizes[2]!, 1)];
    // As on a drawing the smaller is the bench, whichever is named first.
    if (a.ok && b.ok)
      return success(a.value.mm >= b.value.mm ? fromSizes(a.value, b.value) : fromSizes(b.value, a.value));
  }
  const comma = ambiguousComma(text);
  if (comma) return refused("convert/comma", commaAsked(text, comma));
  const sides = text
    .split(arrow)
    .map((side) => side.trim())
    .filter((side) => side !== "");
  if (sides.length === 2) {
    const from = parseRatio(sides[0]!);
    const to = parseRatio(sides[1]!);
    if (from.ok && to.ok) return success(factorBetween(from.value, to.value));
  }
  // A bare number and a fraction alone mean a scale here; anything with a unit is a length unless it says it
  // is a scale.
  const ratio = parseRatio(text);
  if (ratio.ok && (saysScale(text) || !parseLength(text).ok)) {
    return success({
      kind: "ratio",
      understood: `a scale: ${ratio.value.said}, ${ratioText(ratio.value.denominator)}`,
      ratio: ratio.value,
    });
  }
  const length = parseLength(text);
  if (length.ok) {
    const { mm, said, system } = length.value;
    return success({
      kind: "length",
      understood: `a length: ${said}`,
      typedMm: mm,
      asModelMm: mm / denominator,
      asRealMm: mm * denominator,
      system,
    });
  }
  if (ratio.ok)
    return success({ kind: "ratio", understood: `a scale: ${ratio.value.said}`, ratio: ratio.value });
  const problem: Problem =
    ratio.problems[0]!.code === "ratio/not-understood" ? length.problems[0]! : ratio.problems[0]!;
  return refused(
    "convert/not-understood",
    problem.code === "length/empty"
      ? "Type a length or a scale: 6'8\", 2.1 m, 1:76 -> 1:72, 28mm figure."
      : problem.message,
  );
}

const saysScale = (text: string) =>
  /:|figure|miniature|scale|%|\bper\b|\/\s*(ft|foot)|to the f|\d(st|nd|rd|th)\b/i.test(text);

function factorBetween(from: TypedRatio, to: TypedRatio): Conversion {
  const factor = from.denominator / to.denominator;
  const low = (from.band?.low ?? from.denominator) / (to.band?.high ?? to.denominator);
  const high = (from.band?.high ?? from.denominator) / (to.band?.low ?? to.denominator);
  return {
    kind: "factor",
    understood: `from ${from.said} to ${to.said}: multiply every length`,
    factor,
    low,
    high,
  };
}

const fromSizes = (real: TypedLength, model: TypedLength): Conversion => ({
  kind: "ratio-from-sizes",
  understood: `${real.said} in the world is ${model.said} on the bench`,
  denominator: real.mm / model.mm,
});
