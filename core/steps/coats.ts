import type { Step } from "#core/steps/step";

const COAT = /\/coat-\d+$/;

/** The id of a coat before the last, by that of the last, which is its layer's own. */
export const coatId = (layerStepId: string, number: number): string => `${layerStepId}/coat-${number}`;

/** The id of the last coat of a layer, of any of its coats; of a step that is no coat its own. */
export const layerStepId = (stepId: string): string => stepId.replace(COAT, "");

/** The ids of all coats of the layer that a step is one of, the last first; its own where it is no coat of several. */
export function coatIds({ id, coat }: Pick<Step, "id" | "coat">): readonly string[] {
  const last = layerStepId(id);
  return coat ? [last, ...Array.from({ length: coat.of - 1 }, (_, i) => coatId(last, i + 1))] : [id];
}

/** A coat of several as it is laid on one piece after another, in the same order each time. Minutes. */
export type CoatRound = {
  /** Once round all pieces. */
  readonly roundMinutes: number;
  /** Until the next coat may begin on the first piece, after the round. */
  readonly waitMinutes: number;
  /** From so many pieces on the first is dry when the last is laid, and nobody waits. */
  readonly gaplessPieces: number;
};

/**
 * How a coat goes round its pieces: the first of them dries while the others are laid. Pieces without a gap are at
 * least 1 + flash-off / minutes a piece.
 * @param coat `waitMinutes` is its flash-off, the time until the next coat of its product
 */
export function coatRound({
  handsMinutes,
  waitMinutes,
  pieces = 1,
}: Pick<Step, "handsMinutes" | "waitMinutes" | "pieces">): CoatRound {
  const each = handsMinutes.value / pieces;
  return {
    roundMinutes: handsMinutes.value,
    waitMinutes: Math.max(0, waitMinutes - each * (pieces - 1)),
    gaplessPieces: 1 + Math.ceil(waitMinutes / each - 1e-9),
  };
}

/** The same in a sentence, of a coat that another follows; null of any other step. */
export function coatRoundText(step: Step): string | null {
  if (!step.coat || step.coat.number === step.coat.of) return null;
  const { pieces = 1, waitMinutes: flashOff } = step;
  const round = coatRound(step);
  const minutes = (v: number) => `${v < 10 ? Number(v.toFixed(1)) : Math.round(v)} min`;
  const each = `${minutes(round.roundMinutes / pieces)} a piece, ${minutes(flashOff)} between coats`;
  if (round.waitMinutes === 0)
    return `Go round all ${pieces}: ${each}; the first is dry when the last is laid, so the next coat follows at once.`;
  const wait = `${pieces === 1 ? "One piece" : `Go round all ${pieces}`}: ${each}, so ${minutes(round.waitMinutes)} of waiting`;
  return `${wait}; from ${round.gaplessPieces} pieces on there is none.`;
}

/** What is done, without which coat it is. */
export const coatlessTitle = ({ title }: Pick<Step, "title">): string =>
  title.replace(/, coat \d+ of \d+$/, "");
