import { expect, it } from "vitest";
import { slicedText } from "./slicedText";

it("tells the longest side that was measured as drawn and as sliced, and asks for a piece of a new roll", () => {
  const wall = { body: { sizeMm: [120, 30, 200] } } as never;
  const shrink = { grow: [50 / 49.72, 50 / 49.72, 1], sdMm: 0.04, copies: 3, otherRoll: false } as const;
  expect(slicedText(wall, shrink)).toBe("x 120.00, 120.68 mm");
  expect(slicedText(wall, { ...shrink, otherRoll: true })).toMatch(/measure one piece of this$/);
  expect(slicedText(wall, { ...shrink, grow: [1, 1, 1] })).toBe("as drawn");
});
