import { boundsOf, turnedOutline } from "#core/print/nestShape";
import type { LaidPiece } from "#core/plan/plates/planPlates";

export const movedPiece = (p: LaidPiece, dx: number, dy: number): LaidPiece => ({
  ...p,
  xMm: p.xMm + dx,
  yMm: p.yMm + dy,
  lines: p.lines.map((line) => line.map((v, i) => v + (i % 2 === 0 ? dx : dy))),
});

/** Turned about the middle of its box; its own origin turns with it. */
export function turnedPiece(p: LaidPiece, deg: number): LaidPiece {
  const b = boundsOf(p.lines);
  const cx = (b.x0 + b.x1) / 2;
  const cy = (b.y0 + b.y1) / 2;
  const about = (line: readonly number[]) =>
    turnedOutline([line.map((v, i) => v - (i % 2 === 0 ? cx : cy))], deg)[0]!.map(
      (v, i) => v + (i % 2 === 0 ? cx : cy),
    );
  const [x, y] = about([p.xMm, p.yMm]);
  return {
    ...p,
    xMm: x!,
    yMm: y!,
    turnDeg: (((p.turnDeg + deg) % 360) + 360) % 360,
    lines: p.lines.map(about),
  };
}
