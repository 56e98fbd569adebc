import { describe, expect, it } from "vitest";
import { calibrationOf, heldOutOf, isRight, scaleCases, tunedOf } from "./scaleCalibration";

describe("how sure a guess of scale is", () => {
  const all = scaleCases();
  const cases = heldOutOf(all);
  const calibration = calibrationOf(cases);
  it("is told over things that tuned nothing, each counted once", () => {
    expect(new Set([...cases, ...tunedOf(all)]).size).toBe(all.length);
    expect(calibration.bins.reduce((sum, b) => sum + b.count, 0)).toBe(calibration.things);
    const right = calibration.bins.reduce((sum, b) => sum + b.count * b.right, 0);
    expect(right).toBeCloseTo(cases.filter((c) => isRight(c, 0)).length, 6);
    expect(calibration.things).toBeGreaterThan(200);
  });
  it("holds: of what is told as sure at most one in twenty is wrong, and shares are off by under a tenth", () => {
    expect(calibration.sure).toBeGreaterThan(50);
    expect(calibration.sureWrong / calibration.sure).toBeLessThanOrEqual(0.05);
    expect(calibration.error).toBeLessThan(0.1);
  });
});
