import { layersOfSequence, type PaintSequence } from "#core/paint/paintSequence";
import { kindOf } from "#core/paint/layerKinds";
import { shippedSequences } from "#core/paint/shippedSequences";
import { productName } from "#core/materials/products";
import { type LaidOn, sequenceTakes } from "#core/plan/colour/sequenceTakes";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { printOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import { counted } from "#core/words";
import { colourName } from "./copyLines";
import { colourOf } from "./saidOfColour";

/** Sequences as they are chosen: one's own first. */
export const sequenceOptions = (kept: readonly PaintSequence[]): readonly (readonly [string, string])[] =>
  [...kept, ...shippedSequences].map((s) => [s.id, s.name] as const);

/** A layer of a sequence in a line: `drybrush with pale grey, 30 %, along it`. */
export const layerLine = ({ slots }: PaintSequence, layer: PaintSequence["layers"][number]): string => {
  const { kind, slot, coats, coverage, stroke, product } = layer;
  const what = slot === null ? productName(product) : slots[slot]!;
  return [
    `${kindOf(kind).says}: ${what}`,
    ...(coats > 1 ? [counted(coats, "coat", "coats")] : []),
    ...(coverage < 1 ? [`${Math.round(100 * coverage)} %`] : []),
    ...(stroke ? [stroke] : []),
  ].join(", ");
};

/** Parts that a sequence may be laid on beside the one that is shown. */
export const otherParts = (parts: readonly PartPlan[], shown: string): readonly PartPlan[] =>
  parts.filter((p) => p.part.id !== shown && p.held === null && !printOf(p.part).pieceOf && !p.part.tool);

/** What a sequence will take on what is chosen, in words and pots. */
export function takesOf(
  sequence: PaintSequence,
  slots: readonly string[],
  on: readonly LaidOn[],
  isInstead: boolean,
  own: PlanInput,
) {
  let next = 0;
  const layers = layersOfSequence(
    sequence,
    sequence.slots.map((_, i) => colourOf(slots[i] ?? "")),
    () => `${next++}`,
  );
  const takes = sequenceTakes(layers, on, isInstead, own);
  const copies = on.reduce((n, { plan }) => n + plan.part.count, 0);
  return {
    words: `${Math.round(takes.minutes)} min of hands on ${counted(copies, "copy", "copies")}, ${counted(
      takes.rounds,
      "round",
      "rounds",
    )}: each goes over all of them before the next.`,
    pots: takes.pots.map(({ colour, product, ml }) => ({
      name: colour ? colourName(colour, own.workshop) : productName(product),
      ml,
    })),
  };
}
