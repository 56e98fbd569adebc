import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { type Pose, posedMesh, posedSoup, type Vec3 } from "#core/mesh/pose";
import { box, sphere } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { boxSize } from "#core/mesh/triangleMesh";
import { leaningFoot } from "#core/print/firstLayer";
import { degToRad } from "#core/units";

/** A mesh whose own z leans by so many degrees about its y axis. */
const leaning = (mesh: TriangleMesh, deg: number): TriangleMesh =>
  posedMesh(mesh, { down: [Math.sin(degToRad(deg)), 0, -Math.cos(degToRad(deg))], turnDeg: 0 });
const found = (mesh: TriangleMesh, layerMm: number, pose: Pose | null = null, factor = 1) => {
  const m = measureMesh(soupOf(mesh)).measurement;
  const lies = pose ? measureMesh(posedSoup(soupOf(mesh), pose)).measurement : m;
  const size = boxSize(m.box).map((v) => v * factor) as unknown as Vec3;
  const onBed = lies.slopes.filter((s) => s.onBed).reduce((sum, s) => sum + s.area * factor * factor, 0);
  return leaningFoot(m.resting, pose, size, layerMm, factor, onBed);
};
const house = leaning(box(60, 40, 35), 0.7);

describe("T4: the first layer that really lies", () => {
  it("finds a house tilted by 0.7 degrees: 10 of its 60 mm lie in a layer of 0.12 mm", () => {
    const foot = found(house, 0.12)!;
    expect(foot.leanDeg).toBeCloseTo(0.7, 2);
    expect(foot.lyingMm).toBeCloseTo(0.12 / Math.tan(degToRad(0.7)), 1);
    expect(Math.round(foot.lyingMm)).toBe(10);
    expect(foot.ofMm).toBeGreaterThan(59.9);
    expect(foot.ofMm).toBeLessThan(60.6);
  });
  it("is gone once it is laid on that side", () => {
    const { down } = found(house, 0.12)!;
    expect(found(house, 0.12, { down, turnDeg: 30 })).toBeNull();
  });
  it("says nothing of what lies flat, of what leans on purpose, or of what has no side to lie on", () => {
    expect(found(box(60, 40, 35), 0.12)).toBeNull();
    expect(found(leaning(box(60, 40, 35), 12), 0.12)).toBeNull();
    expect(found(sphere(20, 24, 36), 0.12)).toBeNull();
  });
  it("says nothing where the layer is as thick as the lean of a small foot is high", () => {
    expect(found(leaning(box(6, 4, 5), 0.7), 0.12)).toBeNull();
    expect(found(leaning(box(6, 4, 5), 2.5), 0.12)).not.toBeNull();
  });
  it("counts in millimetres of the print, whatever the file counts in", () => {
    const small = leaning(box(6, 4, 3.5), 0.7);
    expect(found(small, 0.12, null, 10)!.lyingMm).toBeCloseTo(found(house, 0.12)!.lyingMm, 3);
  });
});
