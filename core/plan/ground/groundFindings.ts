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
          `The lamp in ${name} needs a resistor of ${lamp.choice.ohm} ohm: ${lamp.choice.currentMa.toFixed(1)} mA, ${lamp.choice.milliwatts.toFixed(0)} mW${lamp.choice.hours === null ? "" : `, about ${lamp.choice.hours.toFixed(0)} h from its cell`}.`,
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

export function groundFindings(weight: Figure): Finding[] {
  return weight.value > HEAVY_BOARD_G
    ? [
        finding(
          "weakens",
          "ground",
          "board",
          "Board",
          "heavy",
          `The finished board weighs about ${(weight.value / 1000).toFixed(1)} kg: two people carry it.`,
        ),
      ]
    : [];
}
