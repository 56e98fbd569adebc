import type { Plan } from "#core/plan/plan";

/** A layer where it lies: how far below the top of the board it begins, mm. */
export type StackedLayer = Plan["grounds"][number] & { readonly belowTopMm: number };

/** The layers of the board from the bottom up, and how thick they are together, mm. */
export function stackedLayers(grounds: Plan["grounds"]): {
  readonly layers: readonly StackedLayer[];
  readonly thickMm: number;
} {
  const thickMm = grounds.reduce((sum, g) => sum + g.ground.depthMm, 0);
  let topMm = 0;
  const layers = grounds.map((g) => {
    topMm += g.ground.depthMm;
    return { ...g, belowTopMm: thickMm - topMm };
  });
  return { layers, thickMm };
}

/** A lamp as its slip shows it: what, and how much. */
export const lampLines = (
  choice: NonNullable<Plan["lamps"][number]["choice"]>,
): readonly (readonly [string, string])[] => [
  ["resistor", `${choice.ohm} Ω`],
  ["worked out", `${choice.exactOhm.toFixed(0)} Ω, next of E24`],
  ["current", `${choice.currentMa.toFixed(1)} mA`],
  ["heat", `${choice.milliwatts.toFixed(0)} mW`],
  ["size to buy", `${choice.ratingW} W or more`],
  ...(choice.hours === null ? [] : [["cell lasts", `about ${choice.hours.toFixed(0)} h`] as const]),
];
