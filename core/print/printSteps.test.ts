import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { printSteps, type PrintWork } from "#core/print/printSteps";
import type { AddStep } from "#core/steps/partBase";

const work = (given: Partial<PrintWork>): PrintWork => ({
  process: "filament",
  count: 4,
  areaCm2: exact(10, "cm2", "computed"),
  supported: false,
  supportMinutes: 0,
  brimMm: 0,
  takeOffAdvice: null,
  bath: "alcohol",
  lets: "usual",
  slender: false,
  facts: {},
  ...given,
});
const stepsOf = (given: Partial<PrintWork>) => {
  const steps: Parameters<AddStep>[0][] = [];
  printSteps(
    work(given),
    ((step: Parameters<AddStep>[0]) => void steps.push(step)) as unknown as AddStep,
    {},
  );
  return steps;
};
const minutesOf = (action: string, given: Partial<PrintWork>) =>
  stepsOf(given).find((s) => s.action === action)?.minutes ?? 0;

describe("taking prints off", () => {
  it("T8: four parts with brims of 40 cm take 20 minutes more, and the step says so", () => {
    expect(minutesOf("clip", { brimMm: 400 }) - minutesOf("clip", {})).toBeCloseTo(20, 9);
    expect(stepsOf({ brimMm: 400 })[0]!.notes).toEqual(["Cut the brim off: 40 cm round each."]);
    expect(stepsOf({})[0]!.notes).toEqual([]);
  });
  it("takes the hands of the supports that there are, on either machine", () => {
    expect(minutesOf("clip", { supportMinutes: 3 }) - minutesOf("clip", {})).toBeCloseTo(12, 9);
    const resin = { process: "resin", supported: true } as const;
    expect(minutesOf("remove supports", { ...resin, supportMinutes: 2.5 })).toBeCloseTo(0.5 + 10, 9);
    expect(stepsOf({ process: "resin" }).map((s) => s.action)).toEqual(["wash resin", "cure"]);
  });
  it("is nothing of what is not printed", () => {
    expect(stepsOf({ process: null })).toEqual([]);
  });
});
