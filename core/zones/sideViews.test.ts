import { describe, expect, it } from "vitest";
import { unitNormals } from "#core/mesh/faces";
import { outlineArea } from "#core/mesh/silhouette";
import { box, moved, together } from "#core/mesh/testing";
import { sideView, sideViews } from "#core/zones/sideViews";

/** A box with its front, its top and its right side as zones 1, 2 and 3. */
const parted = () => {
  const mesh = box(40, 20, 30);
  const n = unitNormals(mesh);
  const of = Uint8Array.from({ length: n.length / 3 }, (_, f) =>
    n[3 * f + 1]! < -0.9 ? 1 : n[3 * f + 2]! > 0.9 ? 2 : n[3 * f]! > 0.9 ? 3 : 0,
  );
  return { mesh, of };
};
const area = (lines: readonly (readonly number[])[]) => lines.reduce((sum, l) => sum + outlineArea(l), 0);

describe("a part from its sides", () => {
  it("is drawn from those from which something of its zones is seen", () => {
    expect(sideViews(parted(), [1, 2]).map((v) => v.side)).toEqual(["front", "top"]);
    expect(sideViews(parted(), [3]).map((v) => v.side)).toEqual(["right"]);
    expect(sideViews(parted(), [9])).toEqual([]);
  });
  it("its outline and its zones have the size of that side", () => {
    const front = sideView(parted(), [1, 2], "front");
    expect([front.wide, front.high]).toEqual([40, 30]);
    expect(area(front.outline) / 1200).toBeCloseTo(1, 1);
    expect(front.zones.map((z) => z.zone)).toEqual([1]);
    expect(area(front.zones[0]!.lines) / 1200).toBeCloseTo(1, 1);
    const top = sideView(parted(), [2], "top");
    expect([top.wide, top.high]).toEqual([40, 20]);
  });
  it("what stands before a zone hides it; left and right are as they are seen", () => {
    const wall = box(40, 2, 30);
    const block = moved(box(20, 4, 30), 0, -10, 0);
    const both = together(wall, block);
    const of = Uint8Array.from({ length: both.triangles.length / 3 }, (_, f) => (f < 12 ? 1 : 2));
    const front = sideView({ mesh: both, of }, [1, 2], "front");
    expect(area(front.zones[0]!.lines)).toBeCloseTo(600, -2);
    const left = (lines: readonly (readonly number[])[]) =>
      Math.min(...lines.flatMap((l) => l.filter((_, i) => i % 2 === 0)));
    expect(left(front.zones[1]!.lines)).toBeLessThan(left(front.zones[0]!.lines));
    const back = sideView({ mesh: both, of }, [1, 2], "back");
    expect(back.zones.map((z) => z.zone)).toEqual([1]);
  });
});
