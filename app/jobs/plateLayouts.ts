import type { Nested } from "#core/print/nest";
import type { LaidPiece, PlatePlan } from "#core/plan/planPlates";
import type { PlateLayout } from "#core/plan/sceneData";
import type { Op } from "#data/db";
import { write } from "#data/journal";
import { localNow } from "#app/clock";

const asNested = ({ id, xMm, yMm, turnDeg }: Nested): Nested => ({ id, xMm, yMm, turnDeg });

/** Keeps where pieces lie on a plate: they stay there, and others are laid round them. @param from a plate that a piece is taken off */
export async function layByHand(plate: PlatePlan, laid: readonly LaidPiece[], layouts: readonly PlateLayout[], label: string, from?: PlatePlan): Promise<void> {
  const known = layouts.find((l) => l.id === plate.layoutId);
  const ids = new Set(laid.map((l) => l.id));
  const put: PlateLayout = { id: known?.id ?? crypto.randomUUID(), sceneId: plate.sceneId, printerId: plate.printer.id, position: known?.position ?? Math.max(0, ...layouts.map((l) => l.position)) + 1, laid: laid.map(asNested) };
  // A piece lies on one plate only.
  const others = layouts.filter((l) => l.id !== put.id && (l.id === from?.layoutId || l.laid.some((n) => ids.has(n.id)))).map((l): Op => ({ table: "layouts", put: { ...l, laid: l.laid.filter((n) => !ids.has(n.id)) } }));
  await write(label, [{ table: "layouts", put }, ...others], localNow().at);
}

export const layByPlan = (layout: PlateLayout) => write("Lay a plate again", [{ table: "layouts", remove: layout.id }], localNow().at);

export const unlockPiece = (layout: PlateLayout, piece: LaidPiece) => write(`Let ${piece.partName} be moved`, [{ table: "layouts", put: { ...layout, laid: layout.laid.filter((n) => n.id !== piece.id) } }], localNow().at);
