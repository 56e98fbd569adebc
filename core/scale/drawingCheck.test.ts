import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checkDrawing, lengthOnPicture } from "#core/scale/drawingCheck";
import type { Dimensioned, DrawnLine } from "#core/scale/drawnLine";

/** A front of three metres across a picture of twice its height, with openings end to end. */
const line = (id: string, from: number, to: number, realMm: number): DrawnLine => ({
  id,
  name: id,
  from: [from, 0.5],
  to: [to, 0.5],
  realMm,
});
const metre = 0.3;
const drawn = (third: number): Dimensioned => ({
  aspect: 2,
  rulerId: "overall",
  lines: [
    line("overall", 0.05, 0.05 + 3 * metre, 3000),
    line("pier", 0.05, 0.05 + 0.6 * metre, 600),
    line("door post", 0.05 + 0.6 * metre, 0.05 + 0.9 * metre, 300),
    line("gate", 0.05 + 0.9 * metre, 0.05 + 2.7 * metre, third),
    line("end", 0.05 + 2.7 * metre, 0.05 + 3 * metre, 300),
  ],
  chains: [{ id: "c", lineIds: ["pier", "door post", "gate", "end"], overallId: "overall" }],
});

describe("R2: a drawing and its chains", () => {
  it("adds 0.60, 0.30, 1.20 and 0.30 to 2.40 under 3.00, and says that the 1.20 measures 1.8", () => {
    const { chains, lines, mmPerWidth } = checkDrawing(drawn(1200));
    expect(mmPerWidth).toBeCloseTo(3000 / 0.9, 9);
    expect(chains[0]!.sentence).toBe(
      "It adds up to 2.40 m under an overall of 3.00 m; the 1.20 m measures 1.80 m.",
    );
    expect(chains[0]!.sum).toBe("0.60 + 0.30 + 1.20 + 0.30 m");
    expect(lines.filter((l) => l.isOff).map((l) => l.line.name)).toEqual(["gate"]);
    expect(lines[3]!.off).toBeCloseTo(0.5, 9);
  });
  it("closes when it is corrected to 1.80", () => {
    const { chains, lines } = checkDrawing(drawn(1800));
    expect(chains[0]!.closes).toBe(true);
    expect(chains[0]!.sentence).toBe("It closes: 3.00 m under an overall of 3.00 m.");
    expect(lines.some((l) => l.isOff)).toBe(false);
  });
  it("says that one may be missing where all that are there measure what they say", () => {
    const whole = drawn(1800);
    const short = { ...whole, chains: [{ ...whole.chains[0]!, lineIds: ["pier", "gate"] }] };
    expect(checkDrawing(short).chains[0]!.sentence).toMatch(/one may be missing/);
  });
  it("measures nothing before there is a ruler, nor by a ruler of no length", () => {
    expect(checkDrawing({ ...drawn(1200), rulerId: null }).lines[3]!.measuredMm).toBeNull();
    const point = { ...drawn(1200), lines: [line("overall", 0.5, 0.5, 3000), ...drawn(1200).lines.slice(1)] };
    expect(checkDrawing(point).mmPerWidth).toBeNull();
    expect(checkDrawing(point).chains[0]!.suspect).toBeNull();
  });
  it("leaves out a chain whose overall is gone", () => {
    const whole = drawn(1200);
    expect(checkDrawing({ ...whole, lines: whole.lines.slice(1) }).chains).toEqual([]);
  });
});

it("measures the same whichever way a line runs, whatever the shape of the picture", () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  fc.assert(
    fc.property(
      share,
      share,
      share,
      share,
      fc.double({ min: 0.2, max: 5, noNaN: true }),
      (x, y, u, v, aspect) => {
        const there = lengthOnPicture({ from: [x, y], to: [u, v] }, aspect);
        const back = lengthOnPicture({ from: [u, v], to: [x, y] }, aspect);
        expect(back).toBe(there);
        // In pixels of a picture 1000 wide.
        const pixels = Math.hypot(1000 * (u - x), (1000 / aspect) * (v - y));
        expect(1000 * there).toBeCloseTo(pixels, 6);
      },
    ),
  );
});
