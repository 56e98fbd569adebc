import { describe, expect, it } from "vitest";
import { ciede2000 } from "#core/paint/ciede2000";
import { isTransparent, tintBefore } from "#core/paint/clearTint";
import { labOfHex } from "#core/paint/colour";

const lab = (hex: string) => {
  const read = labOfHex(hex);
  if (!read.ok) throw new Error(hex);
  return read.value;
};
const yellow = lab("#e0c060");

describe("C24: a tint of what is clear", () => {
  it("a yellow of #e0c060 shows #7f6d36 before a grey inside and #352c12 before a dark one", () => {
    expect(ciede2000(tintBefore(yellow, 1, "a grey inside"), lab("#7f6d36"))).toBeLessThan(2);
    expect(ciede2000(tintBefore(yellow, 1, "a dark inside"), lab("#352c12"))).toBeLessThan(2);
  });
  it("no coat is clear, each coat makes it darker and stronger, and a lamp is dimmed less than a wall", () => {
    expect(ciede2000(tintBefore(yellow, 0, "a grey inside"), lab("#929292"))).toBeLessThan(0.5);
    const coats = [1, 2, 3, 4].map((n) => tintBefore(yellow, n, "white card"));
    coats.slice(1).forEach((c, i) => expect(c.l).toBeLessThan(coats[i]!.l));
    expect(tintBefore(yellow, 2, "a lamp").l).toBeGreaterThan(tintBefore(yellow, 2, "white card").l);
    // Twice through for what is behind, once for a lamp: two coats before a lamp are one before white.
    expect(ciede2000(tintBefore(yellow, 2, "a lamp"), tintBefore(yellow, 1, "white card"))).toBeLessThan(1.5);
  });
  it("clear colours and ink let light through, nothing else does", () => {
    expect(isTransparent({ kind: "transparent" }) && isTransparent({ kind: "ink" })).toBe(true);
    expect(isTransparent({ kind: "wash" }) || isTransparent({})).toBe(false);
  });
});
