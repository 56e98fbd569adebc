import { expect, it } from "vitest";
import { brushedOut, SWATCH_COATS } from "#core/paint/brushedOut";
import { labOfHex } from "#core/paint/colour";
import { ciede2000 } from "#core/paint/ciede2000";
import { testPaint } from "#core/plan/testing";

const lab = (hex: string) => {
  const said = labOfHex(hex);
  if (!said.ok) throw new Error(hex);
  return said.value;
};

it("a pot brushed out shows less of its stripes the thicker it is and the better it covers", () => {
  const off = (opacity: "opaque" | "semi" | "translucent") => {
    const { overBlack, overWhite } = brushedOut({ ...testPaint(opacity, "#a0522d"), opacity });
    return SWATCH_COATS.map((_, i) => ciede2000(lab(overBlack[i]!), lab(overWhite[i]!)));
  };
  const [opaque, semi, thin] = [off("opaque"), off("semi"), off("translucent")];
  for (let i = 1; i < SWATCH_COATS.length; i++) expect(semi[i]!).toBeGreaterThanOrEqual(semi[i - 1]! - 0.5);
  for (let i = 0; i < SWATCH_COATS.length; i++) expect(thin[i]!).toBeGreaterThanOrEqual(opaque[i]! - 0.5);
  expect(opaque[0]!).toBeLessThan(1);
  expect(thin.at(-1)!).toBeGreaterThan(20);
});
