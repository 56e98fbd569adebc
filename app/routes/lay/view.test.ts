import { expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { areaOf } from "#core/print/nest";
import { boardOutline, boardPath } from "./view";

const measured = (mesh: Parameters<typeof soupOf>[0]) => measureMesh(soupOf(mesh)).measurement;
const areas = (lines: readonly (readonly number[])[]) => lines.reduce((sum, l) => sum + areaOf(l), 0);

it("keeps an outline with fewer points, and no more away from it than can be seen", () => {
  const ball = measured(sphere(20, 90, 180));
  const drawn = boardOutline(ball, 1);
  expect(drawn[0]!.length).toBeLessThan(ball.plan[0]!.length / 2);
  expect(areas(drawn) / areas(ball.plan)).toBeGreaterThan(0.97);
  expect(boardPath(ball, 1).match(/[ML]/g)).toHaveLength(drawn.reduce((n, l) => n + l.length / 2, 0));
});

it("thins by what the part is on the board: the same file drawn larger keeps more points", () => {
  const ball = measured(sphere(20, 90, 180));
  const small = boardOutline(ball, 0.1)[0]!.length;
  expect(boardOutline(ball, 1)[0]!.length).toBeGreaterThan(small);
});

it("leaves corners where they are", () => {
  const wall = measured(box(30, 20, 10));
  expect(areas(boardOutline(wall, 1))).toBeCloseTo(areas(wall.plan), 6);
});
