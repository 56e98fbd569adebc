// How sure guesses of scale are: over generated things of known drawing, of which the even half tuned the weights and
// the odd half is the one that counts.
import { guessScale, type ScaleGuess, SURE } from "#core/scale/drawnAt/guessScale";
import { type TestThing, testThing } from "#core/scale/drawnAt/testing";

const THINGS = 600;
const OWN = 72;
/** As far as the same figure measured to the eye is from one measured to the crown. */
const SAME = 0.07;
const BINS = 10;

export type ScaleCase = { readonly thing: TestThing; readonly guess: ScaleGuess };

/** All things, guessed. */
export const scaleCases = (): readonly ScaleCase[] =>
  Array.from({ length: THINGS }, (_, i): ScaleCase => {
    const thing = testThing(i);
    return { thing, guess: guessScale(thing.given, OWN) };
  });
export const heldOutOf = (all: readonly ScaleCase[]) => all.filter((_, i) => i % 2 === 1);
export const tunedOf = (all: readonly ScaleCase[]) => all.filter((_, i) => i % 2 === 0);

/** Whether the reading in place `k`, from 0, is the true one. */
export const isRight = ({ thing, guess }: ScaleCase, k: number): boolean =>
  thing.realMm !== null && Math.abs((guess.readings[k]?.realMm ?? 0) / thing.realMm - 1) < SAME;

const saidOf = ({ guess }: ScaleCase) => guess.readings[0]!.share;

/** Guesses that were told with about the same share: the mean of what was said, and how often it was right. */
export type CalibrationBin = { readonly count: number; readonly said: number; readonly right: number };

/** What the guesses said of themselves, beside how often they were right. */
export type Calibration = {
  readonly things: number;
  readonly bins: readonly CalibrationBin[];
  /** Mean distance of the two, weighed by how many. */
  readonly error: number;
  readonly sure: number;
  readonly sureWrong: number;
};

export function calibrationOf(cases: readonly ScaleCase[]): Calibration {
  const whole = cases.filter((c) => c.thing.realMm !== null);
  const bins = Array.from({ length: BINS }, (_, b): CalibrationBin => {
    const bin = whole.filter((c) => Math.min(BINS - 1, Math.floor(BINS * saidOf(c))) === b);
    const count = Math.max(1, bin.length);
    return {
      count: bin.length,
      said: bin.reduce((sum, c) => sum + saidOf(c), 0) / count,
      right: bin.filter((c) => isRight(c, 0)).length / count,
    };
  });
  const sure = whole.filter((c) => saidOf(c) >= SURE);
  return {
    things: whole.length,
    bins,
    error: bins.reduce((sum, b) => sum + (b.count / whole.length) * Math.abs(b.right - b.said), 0),
    sure: sure.length,
    sureWrong: sure.filter((c) => !isRight(c, 0)).length,
  };
}
