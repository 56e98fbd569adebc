import { describe, expect, it } from "vitest";
import { wholeZone } from "#core/scene/zone";
import { linesText, markedLines } from "./markedLines";

const zone = (number: number, grooves: object | null, ridges: object | null = null) => ({
  zone: { ...wholeZone, number },
  measure: { grooves, ridges },
});
/** Drawn twenty times as large as it stands on the bench. */
const wing = {
  rescale: { factor: 0.05 },
  zones: [
    zone(0, { count: 15, length: 12_000 }),
    zone(1, { count: 4, length: 1_000 }, { count: 1, length: 500 }),
    { zone: { ...wholeZone, number: 2 }, measure: null },
  ],
} as never;

describe("C17: lines and marks that were read from the mesh", () => {
  it("fifteen scribed runs on a face show as 15 lines with their length together", () => {
    expect(linesText(wing, [0], "recesses")).toBe("15 lines cut into it, 600 mm together.");
    expect(markedLines(wing, [0, 1, 2], "grooves")).toEqual({ count: 19, lengthMm: expect.closeTo(650, 9) });
  });
  it("what is raised is told of what is raised, and of nothing else", () => {
    expect(linesText(wing, [1], "raised")).toBe("1 line raised on it, 25 mm together.");
    expect(linesText(wing, [0], "raised")).toBeNull();
    expect(linesText(wing, [0], "edges")).toBeNull();
    expect(linesText(wing, [2], "recesses")).toBeNull();
    expect(linesText(undefined, [0], "recesses")).toBeNull();
  });
});
