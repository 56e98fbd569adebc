import { describe, expect, it } from "vitest";
import { leafOutline } from "#core/plan/lay/leafCopies";
import { standingLines } from "#core/plan/lay/standing";
import {
  boxCorners,
  cornersBox,
  MOST_SCENE_FACES,
  sceneSurface,
  seenFrom,
  standsAt,
  type Surface,
} from "#core/plan/lay/sceneSurface";
import { LEAF_DEG } from "#core/scene/leaf";

const painted = (corners: Float32Array, red: number): Surface => ({
  corners,
  faces: Uint8Array.from({ length: (4 * corners.length) / 9 }, (_, i) => (i % 4 === 0 ? red : 0)),
});
const block = boxCorners([10, 20, 5], [40, 30, 25]);
const place = { xMm: 100, yMm: 60, turnDeg: 30 };
const points = (c: Float32Array) =>
  Array.from({ length: c.length / 3 }, (_, i) => [c[3 * i]!, c[3 * i + 1]!, c[3 * i + 2]!] as const);

describe("parts at their places", () => {
  it("stand on the board where the lay draws them", () => {
    const stands = points(standsAt(block, place));
    expect(Math.min(...stands.map((p) => p[2]))).toBe(0);
    expect(Math.max(...stands.map((p) => p[2]))).toBeCloseTo(20, 5);
    const part = { measurement: null, rescale: { factor: 1 }, sizeMm: [30, 10, 20] } as never;
    const [lines] = standingLines(part, [place]);
    for (let i = 0; i < lines![0]!.length; i += 2) {
      const [x, y] = [lines![0]![i]!, lines![0]![i + 1]!];
      expect(stands.some((p) => Math.hypot(p[0] - x, p[1] - y) < 1e-3)).toBe(true);
    }
  });
  it("a leaf is turned on its hinge as the lay draws it, on either hinge and to either side", () => {
    for (const hinge of ["left", "right"] as const)
      for (const way of ["front", "back"] as const) {
        const corners = leafOutline([30, 10], place, { hinge, way }, LEAF_DEG.ajar);
        const stands = points(standsAt(block, place, { leaf: { hinge, way }, openDeg: LEAF_DEG.ajar }));
        for (const [x, y] of corners)
          expect(
            stands.some((p) => Math.hypot(p[0] - x, p[1] - y) < 1e-3),
            `${hinge} ${way}`,
          ).toBe(true);
      }
  });
  it("the scene is its board and every copy, each in its colours", () => {
    const at = [place, { ...place, xMm: 200 }];
    const scene = sceneSurface(
      [
        { surface: painted(block, 200), placements: at },
        { surface: painted(block, 90), placements: [{ ...place, xMm: 300 }] },
      ],
      { widthMm: 400, depthMm: 150 },
    );
    expect(scene.leftOut).toBe(0);
    expect(scene.corners).toHaveLength(9 * 12 * 4);
    expect(scene.faces).toHaveLength(4 * 12 * 4);
    const reds = Array.from({ length: 48 }, (_, f) => scene.faces[4 * f]);
    expect(reds.filter((r) => r === 200)).toHaveLength(24);
    expect(reds.filter((r) => r === 90)).toHaveLength(12);
    const box = cornersBox(scene.corners);
    expect([box.min[0], box.min[1], box.max[0], box.max[1]]).toEqual([0, 0, 400, 150]);
    expect(box.min[2]).toBeLessThan(0);
  });
  it("where it would be too much, further copies are left out and counted, never a part", () => {
    const large = painted(new Float32Array(9 * 400_000), 1);
    const scene = sceneSurface(
      [
        { surface: large, placements: [place, place, place] },
        { surface: painted(block, 7), placements: [place] },
      ],
      { widthMm: 400, depthMm: 150 },
    );
    expect(scene.leftOut).toBe(1);
    expect(scene.corners.length / 9).toBeLessThanOrEqual(MOST_SCENE_FACES);
    expect(Array.from({ length: 12 }, (_, i) => scene.faces[4 * (12 + 400_000 + i)])).toContain(7);
  });
  it("a part sees itself where its file has it, and its neighbour beside it", () => {
    const back = seenFrom(block, place, standsAt(block, place));
    back.forEach((v, i) => expect(v).toBeCloseTo(block[i]!, 4));
    // Beside it on the board by 50 mm along its own length.
    const beside = { ...place, xMm: place.xMm + 50 * Math.cos(Math.PI / 6), yMm: place.yMm + 25 };
    const seen = seenFrom(block, place, standsAt(block, beside));
    seen.forEach((v, i) => expect(v).toBeCloseTo(block[i]! + (i % 3 === 0 ? 50 : 0), 3));
  });
  it("an empty lay is its board alone", () => {
    expect(sceneSurface([], { widthMm: 100, depthMm: 50 }).corners).toHaveLength(9 * 12);
  });
});
