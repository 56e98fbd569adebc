import { describe, expect, it } from "vitest";
import { AS_DRAWN } from "#core/mesh/pose";
import { box, moved, sphere, together } from "#core/mesh/testing";
import { scaledMesh, type TriangleMesh } from "#core/mesh/triangleMesh";
import { supportCut } from "#core/print/supportCuts";
import { testFilament, testResin } from "#core/print/testing";

/** A turned shape: radius by height, as a lathe would have it. */
function lathe(profile: readonly (readonly [radius: number, z: number])[], sides = 48): TriangleMesh {
  const positions: number[] = [0, 0, profile[0]![1]];
  for (const [r, z] of profile)
    for (let i = 0; i < sides; i++) {
      const a = (2 * Math.PI * i) / sides;
      positions.push(r * Math.cos(a), r * Math.sin(a), z);
    }
  const top = positions.length / 3;
  positions.push(0, 0, profile.at(-1)![1]);
  const at = (ring: number, i: number) => 1 + ring * sides + (i % sides);
  const triangles: number[] = [];
  for (let i = 0; i < sides; i++) {
    triangles.push(0, at(0, i + 1), at(0, i));
    for (let ring = 0; ring + 1 < profile.length; ring++)
      triangles.push(
        ...[at(ring, i), at(ring, i + 1), at(ring + 1, i + 1)],
        ...[at(ring, i), at(ring + 1, i + 1), at(ring + 1, i)],
      );
    triangles.push(top, at(profile.length - 1, i), at(profile.length - 1, i + 1));
  }
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}
/** A stem of 90 mm round, and a cap with a flat underside. */
const stemRadius = 90 / (2 * Math.PI);
const mushroom = lathe([
  [stemRadius, 0],
  [stemRadius, 30],
  [35, 30],
  [32, 40],
  [20, 50],
]);

describe("T13: cuts that avoid supports", () => {
  it("cuts a mushroom at the cap: no supports for a seam of 90 mm", () => {
    for (const printer of [testFilament]) {
      const cut = supportCut(mushroom, AS_DRAWN, null, 1, printer)!;
      expect(cut.whole.ml).toBeGreaterThan(0);
      expect(cut.cut).toMatchObject({ contacts: 0, ml: 0, seconds: 0 });
      expect(cut.axis).toBe(2);
      expect(cut.share * 50).toBeCloseTo(30, 1);
      // A polygon of 48 sides is 0.07 % shorter than its circle.
      expect(cut.seamMm).toBeGreaterThan(89.8);
      expect(cut.seamMm).toBeLessThanOrEqual(90.001);
    }
  });
  it("finds it however large the file is drawn and wherever it stands", () => {
    const elsewhere = moved(scaledMesh(mushroom, 25.4), 400, -80, 1000);
    const cut = supportCut(elsewhere, AS_DRAWN, null, 1 / 25.4, testFilament)!;
    expect(cut.cut.ml).toBe(0);
    expect(cut.seamMm).toBeCloseTo(89.94, 1);
  });
  it("cuts a ball where it begins to lean over, and not in half: both lie on their cut, and the seam is shorter", () => {
    const cut = supportCut(sphere(20, 24, 48), AS_DRAWN, null, 4, testFilament)!;
    // A ball leans by more than 45 degrees under 1 - sqrt(1/2) of its radius: 14.6 % of its height.
    expect(Math.min(cut.share, 1 - cut.share)).toBeCloseTo(1 / 6, 2);
    expect(cut.cut.ml).toBe(0);
    expect(cut.seamMm).toBeLessThan(2 * Math.PI * 80 * Math.sqrt(1 - (2 / 3) ** 2) + 0.1);
    expect(cut.downs).toEqual([cut.plane.normal, cut.plane.normal.map((v) => 0 - v)]);
  });
  it("proposes none where nothing hangs, and none that spares nothing", () => {
    expect(supportCut(box(30, 20, 10), AS_DRAWN, null, 1, testFilament)).toBeNull();
  });
  it("never proposes what takes more than the whole, on either kind of machine", () => {
    const shapes: TriangleMesh[] = [
      mushroom,
      sphere(15, 16, 24),
      together(box(40, 8, 8), moved(box(8, 40, 30), 16, 0, 0)),
    ];
    for (const printer of [testFilament, testResin])
      for (const mesh of shapes) {
        const cut = supportCut(mesh, AS_DRAWN, null, 1, printer);
        if (!cut) continue;
        const work = (s: typeof cut.cut) => s.cleanMinutes + s.seconds / 60;
        expect(work(cut.cut) + cut.seamMinutes).toBeLessThan(work(cut.whole));
        expect(cut.share).toBeGreaterThan(0);
        expect(cut.share).toBeLessThan(1);
      }
  });
  it("stops when it is told to", () => {
    expect(supportCut(mushroom, AS_DRAWN, null, 1, testFilament, () => false)).toBeNull();
  });
});
