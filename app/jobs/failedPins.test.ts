import { describe, expect, it } from "vitest";
import { causeOf } from "#app/jobs/failedPins";

describe("pins of a look that failed", () => {
  it.each([
    ["No strings across openings", "string"],
    ["No pinholes or bubbles", "bubble"],
    ["Seams are closed", "seam"],
    ["No two-toned stripes are left", "layers"],
    ["Nothing rocks", "scar"],
  ])("%s: %s", (point, cause) => expect(causeOf(point)).toBe(cause));
});
