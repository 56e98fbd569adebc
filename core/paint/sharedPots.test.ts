import { expect, it } from "vitest";
import type { FoundMix } from "#core/paint/bestMixes";
import { sharedPots } from "#core/paint/sharedPots";

const mix = (difference: number, ...pots: readonly string[]): FoundMix => ({
  parts: pots.map((paintId) => ({ paintId, parts: 1 })),
  lab: { l: 50, a: 0, b: 0 },
  ...{ difference, isBest: true },
});
const pots = (of: readonly (FoundMix | null)[]) =>
  new Set(of.flatMap((m) => m?.parts.map((p) => p.paintId) ?? [])).size;

it("targets share pots where that costs nothing that is seen, and only there", () => {
  const found = [
    [mix(0.5, "a", "b"), mix(1.2, "c", "d")],
    [mix(0.4, "c", "d")],
    [mix(0.2, "e"), mix(0.9, "c"), mix(3, "d")],
  ];
  const chosen = sharedPots(found);
  expect(chosen.map((m) => m!.difference)).toEqual([1.2, 0.4, 0.9]);
  expect(pots(chosen)).toBe(2);
  expect(sharedPots([found[0]!, []])).toEqual([found[0]![0], null]);
});

it("takes the nearest where no pot is spared by another", () => {
  expect(sharedPots([[mix(0.9, "a"), mix(0.3, "b")]])[0]!.difference).toBe(0.3);
});
