import type { Outcome } from "#core/outcome";
import type { Nested } from "#core/print/nest";
import type { LaidPiece, PlatePlan } from "#core/plan/plates/planPlates";
import type { PlateLayout } from "#core/scene/plateLayout";
import type { Change, Written } from "#data/journal";
import { keep } from "#app/jobs/keep";

type Kept = Promise<Outcome<Written>>;

const asNested = ({ id, xMm, yMm, turnDeg }: Nested): Nested => ({ id, xMm, yMm, turnDeg });

/** A plate laid by hand without some of its pieces, as it stands when that is written. */
const without = (id: string, pieces: ReadonlySet<string>): Change => ({
  table: "layouts",
  id,
  patch: ({ laid }) => ({ laid: laid.filter((n) => !pieces.has(n.id)) }),
  ifThere: true,
});

/**
 * Keeps where pieces lie on a plate: they stay there, and others are laid round them.
 * @param from a plate that a piece is taken off
 */
export function layByHand(
  plate: PlatePlan,
  laid: readonly LaidPiece[],
  layouts: readonly PlateLayout[],
  label: string,
  from?: PlatePlan,
): Kept {
  const known = layouts.find((l) => l.id === plate.layoutId);
  const ids = new Set(laid.map((l) => l.id));
  const last = Math.max(0, ...layouts.map((l) => l.position));
  const put: PlateLayout = {
    id: known?.id ?? crypto.randomUUID(),
    sceneId: plate.sceneId,
    printerId: plate.printer.id,
    position: known?.position ?? last + 1,
    laid: laid.map(asNested),
  };
  // A piece lies on one plate only.
  const shares = (l: PlateLayout) => l.id === from?.layoutId || l.laid.some((n) => ids.has(n.id));
  const others = layouts.filter((l) => l.id !== put.id && shares(l)).map((l) => without(l.id, ids));
  return keep(label, [{ table: "layouts", put }, ...others]);
}

export const layByPlan = (layout: PlateLayout): Kept =>
  keep("Lay a plate again", [{ table: "layouts", remove: layout.id }]);

export const unlockPiece = (layout: PlateLayout, piece: LaidPiece): Kept =>
  keep(`Let ${piece.partName} be moved`, [without(layout.id, new Set([piece.id]))]);
