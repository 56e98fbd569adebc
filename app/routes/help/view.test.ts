import { describe, expect, it } from "vitest";
import { type Calibration, loadCalibration, sureText } from "./view";

const calibration: Calibration = {
  things: 250,
  bins: [{ count: 250, said: 0.7, right: 0.68 }],
  error: 0.064,
  sure: 94,
  sureWrong: 3,
};

describe("how sure a guess of scale is", () => {
  it("is told with what was wrong", () => {
    expect(sureText(calibration)).toMatch(
      /^Of 250 .* 94 were told as sure and 3 of those wrongly\. .* 6 in 100/,
    );
  });
  it("is left out where it cannot be read", async () => {
    const answers = (ok: boolean, body: string) =>
      (() => Promise.resolve(new Response(body, { status: ok ? 200 : 404 }))) as typeof fetch;
    expect(await loadCalibration(answers(false, ""))).toBeNull();
    expect(await loadCalibration(answers(true, "no json"))).toBeNull();
    expect(await loadCalibration((() => Promise.reject(new Error("away"))) as typeof fetch)).toBeNull();
    expect(await loadCalibration(answers(true, JSON.stringify(calibration)))).toEqual(calibration);
  });
});
