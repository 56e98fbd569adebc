import { type Outcome, refused, success } from "#core/outcome";
import { ambiguousComma, commaAsked } from "#core/scale/commas";
import { MM_PER_FOOT, MM_PER_INCH, MM_PER_YARD } from "#core/units";

export type LengthProblem = {
  readonly code:
    "length/empty" | "length/not-understood" | "length/absurd" | "length/no-unit" | "length/comma";
  readonly path: readonly (string | number)[];
  readonly message: string;
};

/**
 * A length as it was typed: in millimetres, and said back in words so that the builder can see what was
 * understood.
 */
export type TypedLength = { readonly mm: number; readonly said: string; readonly system: "metric" | "inch" };

const units: readonly {
  readonly pattern: RegExp;
  readonly mm: number;
  readonly word: string;
  readonly system: "metric" | "inch";
}[] = [
  { pattern: /^(µm|um|microns?|micrometers?|micrometres?)$/, mm: 0.001, word: "µm", system: "metric" },
  { pattern: /^(mm|millimetres?|millimeters?)$/, mm: 1, word: "mm", system: "metric" },
  { pattern: /^(cm|centimetres?|centimeters?)$/, mm: 10, word: "cm", system: "metric" },
  { pattern: /^(m|metres?|meters?)$/, mm: 1000, word: "m", system: "metric" },
  { pattern: /^(km|kilometres?|kilometers?)$/, mm: 1e6, word: "km", system: "metric" },
  { pattern: /^("|″|”|in|inch|inches|'')$/, mm: MM_PER_INCH, word: "in", system: "inch" },
  { pattern: /^('|′|’|ft|foot|feet)$/, mm: MM_PER_FOOT, word: "ft", system: "inch" },
  { pattern: /^(yd|yds|yard|yards)$/, mm: MM_PER_YARD, word: "yd", system: "inch" },
];

const vulgar: Record<string, string> = {
  "½": " 1/2",
  "¼": " 1/4",
  "¾": " 3/4",
  "⅛": " 1/8",
  "⅜": " 3/8",
  "⅝": " 5/8",
  "⅞": " 7/8",
  "⅓": " 1/3",
  "⅔": " 2/3",
};

/** Longest length that is taken seriously: 100 km. Anything larger is a slip of the finger. */
const ABSURD_MM = 1e8;

const number = String.raw`(\d+(?:[.,]\d+)?|[.,]\d+)`;
const quantity = new RegExp(
  String.raw`^(?:(\d+)\s*/\s*(\d+)|${number}(?:[\s-]+(\d+)\s*/\s*(\d+))?)\s*([a-zµ]+|''|["'″′”’])?\s*`,
  "i",
);

/** `1,5` and `1.5` alike; null when a fraction divides by zero. */
function amountOf(match: RegExpExecArray): number | null {
  const [, topOnly, bottomOnly, whole, top, bottom] = match;
  if (topOnly !== undefined) return Number(bottomOnly) === 0 ? null : Number(topOnly) / Number(bottomOnly);
  const base = Number(whole!.replace(",", "."));
  if (top === undefined) return base;
  return Number(bottom) === 0 ? null : base + Number(top) / Number(bottom);
}

/**
 * Reads a length as people type it: `6'8"`, `6 ft 8`, `17 1/2 in`, `2.1 m`, `2,1 m`, `210cm`, `5 3/16"`, `1 m
 * 20`.
 * @param defaultUnitMm factor for a number without a unit; without it such a number is refused
 */
export function parseLength(text: string, defaultUnitMm?: number): Outcome<TypedLength, LengthProblem> {
  const tidy = text.replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (sign) => vulgar[sign] ?? sign).trim();
  if (tidy === "") return refused("length/empty", "Type a length, for instance 6'8\" or 2.1 m.");
  const comma = ambiguousComma(tidy);
  if (comma) return refused("length/comma", commaAsked(text, comma));
  let rest = tidy;
  let mm = 0;
  let previous: (typeof units)[number] | undefined;
  const said: string[] = [];
  while (rest !== "") {
    const match = quantity.exec(rest);
    if (!match)
      return refused(
        "length/not-understood",
        `“${text.trim()}” was not understood as a length at “${rest.slice(0, 12)}”. Type it like 6'8", 17 1/2 in, or 2.1 m.`,
      );
    const amount = amountOf(match);
    if (amount === null)
      return refused(
        "length/not-understood",
        `“${text.trim()}” divides by zero. Type the fraction like 1/2.`,
      );
    const unitText = match[6]?.toLowerCase();
    const unit =
      unitText === undefined
        ? impliedUnit(previous, defaultUnitMm)
        : units.find((u) => u.pattern.test(unitText));
    if (!unit) {
      return unitText === undefined
        ? refused("length/no-unit", `“${text.trim()}” has no unit. Add mm, cm, m, in or ft.`)
        : refused(
            "length/not-understood",
            `“${unitText}” is not a unit known here. Use mm, cm, m, in, ft or yd.`,
          );
    }
    if (previous && unit.mm >= previous.mm)
      return refused(
        "length/not-understood",
        `“${text.trim()}” names a larger unit after a smaller one. Type feet before inches, metres before centimetres.`,
      );
    mm += amount * unit.mm;
    said.push(`${trimmed(amount)} ${unit.word}`);
    previous = unit;
    rest = rest.slice(match[0].length).replace(/^(,|and|-)\s*/, "");
  }
  if (!(mm > 0))
    return refused("length/absurd", `“${text.trim()}” is no length. Type something longer than nothing.`);
  if (mm > ABSURD_MM) return refused("length/absurd", `“${text.trim()}” is over 100 km. Check the unit.`);
  return success({ mm, said: said.join(" "), system: previous!.system });
}

/** After feet a bare number is inches, after metres centimetres; alone it takes the field's own unit. */
function impliedUnit(previous: (typeof units)[number] | undefined, defaultUnitMm: number | undefined) {
  if (previous?.word === "ft") return units.find((u) => u.word === "in");
  if (previous?.word === "m") return units.find((u) => u.word === "cm");
  if (previous || defaultUnitMm === undefined) return undefined;
  return units.find((u) => u.mm === defaultUnitMm);
}

const trimmed = (value: number) => String(Number(value.toFixed(4)));
