import { expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { mirrored } from "#core/mesh/mirror";
import { posedMesh } from "#core/mesh/pose";
import { box, moved, together } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { isMirrorImage } from "#core/plan/parts/twins";

const measured = (mesh: TriangleMesh) => measureMesh(soupOf(mesh)).measurement;
const stair = together(box(40, 10, 10), moved(box(12, 10, 30), 0, 0, 10), moved(box(6, 20, 10), 0, 10, 0));
const other = measureMesh(mirrored(soupOf(stair))).measurement;

it("P13: two stairs are a pair where one is the other in a mirror", () => {
  expect(isMirrorImage(measured(stair), other)).toBe(true);
  expect(isMirrorImage(other, measured(stair))).toBe(true);
});

it("knows the same stair, the stair turned round, and another stair for none", () => {
  expect(isMirrorImage(measured(stair), measured(stair))).toBe(false);
  const turned = posedMesh(stair, { down: [0, 0, -1], turnDeg: 180 });
  expect(isMirrorImage(measured(stair), measured(turned))).toBe(false);
  expect(isMirrorImage(measured(stair), measured(box(40, 20, 40)))).toBe(false);
});
