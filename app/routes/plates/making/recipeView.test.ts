import { expect, it } from "vitest";
import { exact } from "#core/figure";
import type { ProposedRecipe } from "#core/plan/plates/proposedRecipe";
import { differsFrom, savedText, settingText } from "./recipeView";

/** Beside 600 minutes and 80 g as planned. */
const all = { minutes: exact(600, "min", "computed"), grams: exact(80, "g", "computed") };
const so = (minutes: number, grams: number) => ({
  minutesShare: minutes / 600,
  gramsShare: grams / 80,
  plainCm2: 0,
});
const proposed = (given: Partial<ProposedRecipe> = {}): ProposedRecipe => ({
  printerId: "f",
  printerName: "Longbed",
  settings: [{ field: "walls", from: 2, to: 5, why: "" }],
  material: null,
  usual: so(600, 80),
  proposed: so(414, 95),
  ...given,
});
const printed = (walls: number, materialId = "a") =>
  ({ printer: { walls }, material: { id: materialId } }) as never;

it("says what is saved and what is more, and what stays the same", () => {
  expect(savedText(proposed(), all)).toBe("Beside the usual: 3.1 h saved, 15 g more.");
  expect(savedText(proposed({ proposed: so(601, 80) }), all)).toBe(
    "Beside the usual: the same hours, the same material.",
  );
});
it("is as proposed once its machine is set so, in the material that was named", () => {
  expect(differsFrom(proposed(), printed(2))).toBe(true);
  expect(differsFrom(proposed(), printed(5))).toBe(false);
  const other = proposed({ material: { id: "b", name: "", why: "" } });
  expect(differsFrom(other, printed(5, "a"))).toBe(true);
  expect(differsFrom(other, printed(5, "b"))).toBe(false);
  expect(differsFrom(proposed(), null)).toBe(true);
});
it("tells settings with their units", () => {
  expect([settingText("infillShare", 0.1), settingText("layerMm", 0.3), settingText("walls", 5)]).toEqual([
    "10 %",
    "0.3 mm",
    "5",
  ]);
});
