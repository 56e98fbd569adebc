import { converter } from "culori";
import fc from "fast-check";
import { expect, it } from "vitest";
import { labOfLch, lchOf } from "#core/paint/lch";

const part = fc.double({ min: -100, max: 100, noNaN: true });

it("lightness, strength and hue lead back to the colour, and agree with a colour library", () => {
  const toLch = converter("lch65");
  fc.assert(
    fc.property(fc.double({ min: 0, max: 100, noNaN: true }), part, part, (l, a, b) => {
      const lch = lchOf({ l, a, b });
      const back = labOfLch(lch);
      expect(back.a).toBeCloseTo(a, 6);
      expect(back.b).toBeCloseTo(b, 6);
      expect(lch.h).toBeGreaterThanOrEqual(0);
      expect(lch.h).toBeLessThan(360);
      const theirs = toLch({ mode: "lab65", l, a, b });
      expect(lch.c).toBeCloseTo(theirs.c, 6);
    }),
  );
});
