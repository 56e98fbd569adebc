import type { ScaleQuestion } from "#core/plan/parts/scaleQuestions";
import { boxSize } from "#core/mesh/triangleMesh";
import type { Reading } from "#core/scale/drawnAt/guessScale";
import { type LengthSystem, realText } from "#core/scale/lengthFormat";
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

/** The likeliest sizes of a part, each as it is drawn beside a person. Real mm. */
export type ChoiceCard = {
  readonly reading: Reading;
  readonly text: string;
  readonly sizeText: string;
  /** How often such a guess is right; null of what has no true size to be right about. */
  readonly percent: number | null;
  readonly realSize: readonly [width: number, depth: number, height: number];
};

export function choiceCards(
  { measurement, guess }: ScaleQuestion,
  system: LengthSystem = "metric",
): readonly ChoiceCard[] {
  const shown = guess.readings.slice(0, SHOWN).filter((r, i) => i === 0 || r.share >= LEAST_SHARE);
  return shown.map((reading) => {
    const [w, d, h] = boxSize(measurement.box).map((v) => v * reading.realMm) as [number, number, number];
    return {
      reading,
      text: readingText(reading),
      sizeText: [w, d, h].map((mm) => realText(mm, system)).join(" × "),
      percent: guess.scaleless === null ? Math.round(100 * reading.share) : null,
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
    return `It may be any size (${guess.scaleless}): tap the one you want, or say another.`;
  const [best] = guess.readings;
  if (!best) return "Nothing says what it was drawn at.";
  const why = best.reasons.join("; ");
  const head = guess.state === "sure" ? "Sure" : guess.state === "likely" ? "Likely" : "Not clear";
  return `${head}: ${readingText(best)}${why === "" ? "" : ` (${why})`}.`;
}

/** The button that takes all that are sure. */
export const takeText = (count: number): string =>
  count === 1 ? "Take the one that is sure" : `Take the ${count} that are sure`;
