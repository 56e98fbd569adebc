import { exact, type Figure } from "#core/figure";
import { productOf } from "#core/materials/products";
import { coatMillilitres } from "#core/paint/amount";
import type { Action, Step } from "#core/steps/step";

/** What may be put in as a coat of its own. */
const coats: readonly Action[] = ["prime", "paint", "varnish", "seal"];
/** Of a face with filled spots, what is primed again (common practice). */
const SPOTS = 0.1;
/** What is sealed gets two coats (common practice); a board is so thick where nobody said, mm. */
const SEAL_COATS = 2;
const BOARD_MM = 10;
/** Hands of a coat on a board with a broad brush: 20 min a square metre (common practice). */
const SEAL_MINUTES_PER_CM2 = 0.002;

/** Both faces and all edges of a board, cm2. */
export const boardFacesCm2 = (widthMm: number, depthMm: number, thickMm: number): number =>
  (2 * widthMm * depthMm + 2 * (widthMm + depthMm) * thickMm) / 100;

/**
 * Coats that a rule or the builder put in with what they take, by their area, so that they stand in the stores: a
 * board is sealed on both faces and its edges, the bed of water where the water stands, filled spots are a tenth of
 * the face.
 * @param board its sides and how thick the wood or foam under everything is, mm; null where nobody said
 */
export function withAmounts(
  steps: readonly Step[],
  board: { readonly widthMm: number; readonly depthMm: number; readonly thickMm: number | null },
): readonly Step[] {
  return steps.map((s) => {
    if (s.insertedBy === null || s.product === null || s.mixMl !== null || !coats.includes(s.action))
      return s;
    const isBoard = s.insertedBy === "O74" || (s.action === "seal" && s.targets.join() === "board");
    const cm2 = isBoard
      ? boardFacesCm2(board.widthMm, board.depthMm, board.thickMm ?? BOARD_MM)
      : (s.areaCm2 ?? 0) * (s.insertedBy === "O44" ? SPOTS : 1);
    if (cm2 === 0) return s;
    const product = productOf(s.product);
    const areaCm2 = exact(cm2, "cm2", "computed");
    const mixMl = coatMillilitres({
      areaCm2,
      coats: s.action === "seal" && s.insertedBy !== "O67" ? SEAL_COATS : 1,
      method: product.sprayed ? "can" : "brush",
      product,
      thinnerShare: 0,
    });
    return isBoard
      ? {
          ...s,
          areaCm2: cm2,
          mixMl,
          handsMinutes: atLeast(s.handsMinutes, SEAL_MINUTES_PER_CM2 * SEAL_COATS * cm2),
        }
      : { ...s, mixMl };
  });
}

const atLeast = (f: Figure, minutes: number): Figure =>
  minutes <= f.value
    ? f
    : { ...f, value: minutes, low: (f.low / f.value) * minutes, high: (f.high / f.value) * minutes };
