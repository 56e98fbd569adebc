import type { Figure } from "#core/figure";
import { HEAVY_BOARD_G } from "#core/ground/groundLayer";
import { type Finding, finding } from "#core/plan/finding";
import type { LampPlan } from "#core/plan/ground/groundPlan";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { partRef } from "#core/reference";

export function lampFindings(lamps: readonly LampPlan[], parts: readonly PartPlan[]): Finding[] {
  return lamps.map((lamp) => {
    const name = parts.find((p) => p.part.id === lamp.partId)!.part.name;
    return lamp.choice
      ? finding(
          "missing",
          "ground",
          partRef(lamp.partId),
          name,
          "resistor",
          `The lamp in ${name} needs a resistor of ${lamp.choice.ohm} ohm: ${lamp.choice.currentMa.toFixed(1)} mA, ${lamp.choice.milliwatts.toFixed(0)} mW, so one of ${lamp.choice.ratingW} W${lamp.choice.hours === null ? "" : `, about ${lamp.choice.hours.toFixed(0)} h from its cell`}.${unswitched(lamp, parts)}`,
        )
      : finding(
          "ruins",
          "ground",
          partRef(lamp.partId),
          name,
          "lamp",
          `The lamp in ${name}: ${lamp.problem}`,
        );
  });
}

/** A lamp that was told to have no switch burns its cell down: the holder has to stay within reach. */
function unswitched({ partId, choice }: LampPlan, parts: readonly PartPlan[]): string {
  const lamp = parts.find((p) => p.part.id === partId)?.part.place.lamp;
  if (lamp?.isSwitched !== false || lamp.cellMah === null || !choice?.hours) return "";
  return ` It has no switch: it is out after ${choice.hours.toFixed(0)} h, so the cell goes in when it is shown, and its holder stays within reach.`;
}

/** A board that hangs by more than one part in so many of its length is seen to. */
const SPAN_PER_SAG = 300;

export const groundFindings = (weight: Figure, sag: Figure | null, spanMm: number): Finding[] =>
  [heavy(weight), hangs(sag, spanMm)].filter((f) => f !== null);

const heavy = (weight: Figure): Finding | null =>
  weight.value > HEAVY_BOARD_G
    ? finding(
        "weakens",
        "ground",
        "board",
        "Board",
        "heavy",
        `The finished board weighs about ${(weight.value / 1000).toFixed(1)} kg: two people carry it.`,
      )
    : null;

const hangs = (sag: Figure | null, spanMm: number): Finding | null =>
  sag !== null && sag.value > spanMm / SPAN_PER_SAG
    ? finding(
        "weakens",
        "ground",
        "board",
        "Board",
        "sags",
        `Held at its ends alone the board hangs about ${sag.value.toFixed(0)} mm in its middle ` +
          `(${sag.low.toFixed(0)} to ${sag.high.toFixed(0)}). Put battens along it, take a thicker board, or let it lie on a table.`,
      )
    : null;
