import { expect, it } from "vitest";
import { firstRunGood } from "#core/plan/parts/firstRun";

it("P3: a first run is as likely as common practice has it, moved by the record of its source", () => {
  expect(firstRunGood({ runs: 0, good: 0 })).toBeCloseTo(0.8, 12);
  // What is common counts as five runs: 4 + 4 good of 5 + 9, 4 + 11 of 5 + 12.
  expect(firstRunGood({ runs: 9, good: 4 })).toBeCloseTo(8 / 14, 12);
  expect(firstRunGood({ runs: 12, good: 11 })).toBeCloseTo(15 / 17, 12);
});
