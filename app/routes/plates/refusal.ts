import type { LaidPiece } from "#core/plan/plates/planPlates";
import { isClear } from "#core/print/nest";
import { boundsOf } from "#core/print/nestShape";

/** Why a piece cannot lie there; null where it can. */
export function refusal(
  piece: LaidPiece,
  others: readonly LaidPiece[],
  [w, d]: readonly [number, number],
  spacing: number,
): string | null {
  const b = boundsOf(piece.lines);
  const over = [
    [-b.x0, "left"],
    [-b.y0, "front"],
    [b.x1 - w, "right"],
    [b.y1 - d, "back"],
  ].find(([v]) => (v as number) > 1e-6);
  if (over)
    return `${piece.partName} would hang ${(over[0] as number).toFixed(1)} mm over the ${String(over[1])} of the usable bed. It stays where it was.`;
  const near = others.find(
    (o) => o.id !== piece.id && !isClear(piece.lines, 0, 0, b, o.lines, 0, 0, spacing),
  );
  return near
    ? `${piece.partName} would come nearer than ${spacing} mm to ${near.partName}. It stays where it was.`
    : null;
}
