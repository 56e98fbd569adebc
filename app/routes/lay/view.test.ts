import { expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { areaOf } from "#core/print/nest";
import { boardOutline, boardPath, boardShare, readinessText } from "./view";

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

it("tells how much of the board is taken: each copy that stands on it, none that is held or has no size", () => {
  const part = (copies: number, sizeMm: readonly [number, number, number] | null, held = false) =>
    ({ part: { place: { placements: Array(copies).fill({}) } }, sizeMm, held: held ? {} : null }) as never;
  const board = { boardWidthMm: 300, boardDepthMm: 200 };
  expect(boardShare([part(2, [30, 50, 9]), part(0, [99, 99, 9])], board)).toBeCloseTo(0.05, 12);
  expect(boardShare([part(1, [300, 200, 1], true), part(1, null)], board)).toBe(0);
});

it("says of a stage what is assumed and what was found, or that nothing is there yet", () => {
  const text = (of: number, assumed: number, findings: number) =>
    readinessText({ of, assumed, findings, settled: 0 });
  expect(text(0, 0, 0)).toBe("nothing yet");
  expect(text(4, 3, 0)).toBe("3 assumed");
  expect(text(4, 3, 2)).toBe("3 assumed, 2 to look at");
  expect(text(4, 0, 0)).toBe("");
});
