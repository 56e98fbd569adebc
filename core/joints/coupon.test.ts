import { describe, expect, it } from "vitest";
import { isClosed, meshHealth } from "#core/mesh/health";
import { solidProperties } from "#core/mesh/solidProperties";
import { findTwins } from "#core/mesh/twins";
import { extruded } from "#core/mesh/extrude";
import { clearances, fits } from "#core/joints/clearance";
import { couponGaps, couponMesh } from "#core/joints/coupon";

describe("a trial of a fit", () => {
  it.each(["filament", "resin"] as const)(
    "offers gaps that hold the usual ones for every fit in %s, each larger than the last",
    (process) => {
      for (const fit of fits) {
        const gaps = couponGaps(process, fit);
        const [low, high] = clearances[process][fit];
        expect(gaps[0]!).toBeLessThanOrEqual(low + 0.026);
        expect(gaps.at(-1)!).toBeGreaterThanOrEqual(Math.min(high, gaps[0]! + 0.05) - 1e-9);
        for (let i = 1; i < gaps.length; i++) expect(gaps[i]! - gaps[i - 1]!).toBeGreaterThan(0.02);
      }
    },
  );
  it("is two closed bodies whose sockets are as much larger than the peg as they say", () => {
    const { strip, peg, gaps } = couponMesh("filament", "slide");
    for (const m of [strip, peg]) {
      expect(isClosed(meshHealth(m, findTwins(m)))).toBe(true);
      expect(solidProperties(m).volume).toBeGreaterThan(0);
    }
    const full = couponMesh("filament", "slide").strip;
    const sockets = gaps.reduce((s, g) => s + (6 + 2 * g) ** 2 * 5, 0);
    const pitch = 6 + 2 * Math.max(...gaps) + 4;
    const depth = 6 + 2 * Math.max(...gaps) + 8;
    const length = gaps.length * pitch + 4;
    const notches = (length * depth * 5 - sockets - solidProperties(full).volume) / 5;
    expect(notches).toBeGreaterThan(10);
    expect(Math.abs(notches - Math.round(notches))).toBeLessThan(1e-3);
  });
  it("draws lines up to a prism of their area", () => {
    const m = extruded(
      [
        [0, 0, 10, 0, 10, 10, 0, 10],
        [2, 2, 2, 4, 4, 4, 4, 2],
      ],
      1,
      4,
    );
    expect(solidProperties(m).volume).toBeCloseTo(96 * 3, 3);
    expect(solidProperties(m).centroid[2]).toBeCloseTo(2.5, 5);
  });
});
