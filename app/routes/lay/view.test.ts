import { expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { areaOf } from "#core/print/nest";
import { boardOutline } from "#core/plan/lay/standing";
import { boardPath, boardShare, nearestCopy, readinessText, standingPath } from "./view";

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

it("draws all copies of a part as one, each where it stands and turned as it is", () => {
  const places = [
    { xMm: 100, yMm: 50, turnDeg: 0 },
    { xMm: 20, yMm: 30, turnDeg: 90 },
  ];
  const part = { measurement: measured(box(30, 20, 10)), rescale: { factor: 0.5 }, sizeMm: [15, 10, 5] };
  const numbers = [...standingPath(part as never, places).matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(
    ([, x, y]) => [Number(x), Number(y)],
  );
  const spanOf = (points: number[][], axis: number) => {
    const at = points.map((q) => q[axis]!);
    return [Math.min(...at), Math.max(...at)];
  };
  const [first, second] = [numbers.slice(0, 4), numbers.slice(4)];
  // The outline is read off a picture of the part, so it is out by a fraction of a millimetre.
  const near = (found: number[], told: number[]) =>
    found.forEach((v, i) => expect(Math.abs(v - told[i]!)).toBeLessThan(0.15));
  near([...spanOf(first, 0), ...spanOf(first, 1)], [92.5, 107.5, 45, 55]);
  near([...spanOf(second, 0), ...spanOf(second, 1)], [15, 25, 22.5, 37.5]);
  const boxed = standingPath({ ...part, measurement: null } as never, places.slice(0, 1));
  expect(boxed).toContain("107.5");
  expect(nearestCopy(places, 25, 30)).toBe(1);
  expect(nearestCopy([], 0, 0)).toBe(-1);
});
