import type { ScaleQuestion } from "#core/plan/parts/scaleQuestions";
import { boxSize } from "#core/mesh/triangleMesh";
import type { Reading } from "#core/scale/drawnAt/guessScale";
import { ratioText } from "#core/scale/ratio";

/** How many of the likeliest sizes are drawn, and from what share. */
const SHOWN = 3;
const LEAST_SHARE = 0.01;

const unitNames: Readonly<Partial<Record<Reading["unit"], string>>> = {
  millimeter: "mm",
  inch: "inches",
  centimeter: "cm",
  meter: "m",
};

/** What a part was drawn at, in words: `1:48, in mm`. */
export function readingText({ source, unit }: Pick<Reading, "source" | "unit">): string {
  const at =
    source.kind === "full"
      ? "full size"
      : source.kind === "figure"
        ? `for ${source.figureMm} mm figures`
        : ratioText(source.denominator);
  return `${at}, in ${unitNames[unit] ?? unit}`;
}

/** Real length, mm, as one says it: `3.4 m`, `65 cm`, `9 mm`. */
export const realText = (mm: number): string =>
  mm >= 1000
    ? `${Number((mm / 1000).toPrecision(mm >= 100_000 ? 3 : 2)).toLocaleString("en")} m`
    : mm >= 100
      ? `${Math.round(mm / 10)} cm`
      : `${Number(mm.toPrecision(2))} mm`;

/** The likeliest sizes of a part, each as it is drawn beside a person. Real mm. */
export type ChoiceCard = {
  readonly reading: Reading;
  readonly text: string;
  readonly sizeText: string;
  readonly percent: number;
  readonly realSize: readonly [width: number, depth: number, height: number];
};

export function choiceCards({ measurement, guess }: ScaleQuestion): readonly ChoiceCard[] {
  const shown = guess.readings.slice(0, SHOWN).filter((r, i) => i === 0 || r.share >= LEAST_SHARE);
  return shown.map((reading) => {
    const [w, d, h] = boxSize(measurement.box).map((v) => v * reading.realMm) as [number, number, number];
    return {
      reading,
      text: readingText(reading),
      sizeText: `${realText(w)} × ${realText(d)} × ${realText(h)}`,
      percent: Math.round(100 * reading.share),
      realSize: [w, d, h],
    };
  });
}

/** What is sent when sizes are taken: the part, what it was drawn at, and its unit. */
export type TakenScale = Pick<Reading, "source" | "unitMm"> & { readonly id: string };

export const takenScale = (question: ScaleQuestion, reading: Reading): TakenScale => ({
  id: question.part.id,
  source: reading.source,
  unitMm: reading.unitMm,
});

/** The parts whose scale is sure enough to be taken together. */
export const sureScales = (questions: readonly ScaleQuestion[]): readonly TakenScale[] =>
  questions.flatMap((q) => (q.guess.state === "sure" ? [takenScale(q, q.guess.readings[0]!)] : []));

/** Why a size is asked for or offered, in one sentence. */
export function questionText({ guess }: ScaleQuestion): string {
  if (guess.scaleless !== null)
    return `A ${guess.scaleless} is made at any size: tap the one you want, or say another.`;
  const [best] = guess.readings;
  if (!best) return "Nothing says what it was drawn at.";
  const why = best.reasons.join("; ");
  const head = guess.state === "sure" ? "Sure" : guess.state === "likely" ? "Likely" : "Not clear";
  return `${head}: ${readingText(best)}${why === "" ? "" : ` (${why})`}.`;
}
