import { describe, expect, it } from "vitest";
import { bedOf, bedText } from "#core/print/bedText";

describe("a bed as it is typed", () => {
  it.each([
    ["220 x 220 x 250", [220, 220, 250]],
    ["143×89×165 mm", [143, 89, 165]],
    ["120,5 * 68 200", [120.5, 68, 200]],
  ])("%s", (typed, bed) => {
    expect(bedOf(typed, "bed")).toMatchObject({ ok: true, value: bed });
  });
  it("is nothing where nothing was typed", () => {
    expect(bedOf("  ", "bed")).toMatchObject({ ok: true, value: null });
  });
  it.each([
    "220",
    "220 x 220",
    "0 x 0 x 0",
    "10 x 220 x 250",
    "a x b x c",
    "220 x 220 x 250 x 4",
    "1e9 x 1 x 1",
  ])("is refused as “%s”, with what to do", (typed) => {
    const outcome = bedOf(typed, "filamentBed");
    expect(outcome.ok).toBe(false);
    if (!outcome.ok) expect(outcome.problems[0]).toMatchObject({ path: ["filamentBed"] });
  });
  it("comes back from its own words", () => {
    expect(bedOf(bedText([143, 89, 165]), "bed")).toMatchObject({ value: [143, 89, 165] });
  });
});
