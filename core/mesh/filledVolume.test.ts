import { describe, expect, it } from "vitest";
import { filledVolume } from "#core/mesh/filledVolume";
import { measureMesh } from "#core/mesh/measure";
import { box, insideOut, moved, sphere, together, torus } from "#core/mesh/testing";
import { boundingBox, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";

const filled = (m: TriangleMesh) => filledVolume(m, boundingBox(m.positions));
const enclosed = (m: TriangleMesh) => {
  const { volume, volumeLow, volumeHigh, overlap } = measureMesh(soupOf(m)).measurement;
  return { volume, volumeLow, volumeHigh, overlap };
};
const cross = together(box(60, 10, 10), moved(box(10, 60, 10), 25, -25, 0));

describe("what faces enclose", () => {
  it("is the closed form of one solid, whichever way it looks", () => {
    const ball = (4 / 3) * Math.PI * 1000;
    expect(filled(sphere(10, 80, 120)).filled / ball).toBeCloseTo(1, 2);
    expect(filled(insideOut(sphere(10, 80, 120))).inverted / ball).toBeCloseTo(1, 2);
    expect(filled(torus(20, 6, 60, 40)).filled / (2 * Math.PI ** 2 * 20 * 36)).toBeCloseTo(1, 1);
  });
  it("counts two bars across each other once where they meet, and says how much that is", () => {
    const { filled: all, overlap } = filled(cross);
    expect(all / 11_000).toBeCloseTo(1, 1);
    expect(overlap / 1000).toBeCloseTo(1, 1);
  });
});

describe("the volume of a closed mesh", () => {
  it("is one figure where its shells stand apart, or one is a hollow in the other", () => {
    for (const m of [
      together(box(10, 10, 10), moved(box(5, 5, 5), 20, 0, 0)),
      together(sphere(10, 40, 60), insideOut(sphere(6, 40, 60))),
      together(box(10, 10, 10), moved(box(10, 10, 10), 10.1, 0, 0)),
    ]) {
      const { volume, volumeLow, volumeHigh, overlap } = enclosed(m);
      expect([volumeLow, volumeHigh, overlap]).toEqual([volume, volume, 0]);
    }
  });
  it("of a shell inside out beside its like is anything from nothing to both", () => {
    const pair = enclosed(together(box(10, 10, 10), insideOut(moved(box(10, 10, 10), 20, 0, 0))));
    expect(pair.volumeLow).toBeCloseTo(0, 6);
    expect(pair.volumeHigh).toBeCloseTo(2000, -1);
    expect(pair.volume).toBeGreaterThan(1900);
  });
  it("of shells partly inside each other holds what is filled once, and both counted", () => {
    const { volume, volumeLow, volumeHigh, overlap } = enclosed(cross);
    expect(volume / 11_000).toBeCloseTo(1, 1);
    expect(volumeLow).toBeLessThanOrEqual(11_000 * 1.01);
    expect(volumeHigh).toBeCloseTo(12_000, 0);
    expect(overlap).toBeGreaterThan(900);
  });
});
