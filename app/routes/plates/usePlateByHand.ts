import { useState } from "react";
import { type LaidPiece, outlineOf, type PlatePlan, SPACING_MM } from "#core/plan/plates/planPlates";
import type { NestPiece } from "#core/print/nest";
import { usableBed } from "#core/print/printer";
import { undoAction } from "#app/jobs/keep";
import { layByHand } from "#app/jobs/plateLayouts";
import type { SceneView } from "#app/jobs/sceneView";
import { useToast } from "#ui/Toasts";
import { placeOnPlate } from "#workers/plan";
import { refusal } from "./refusal";

/** Plates that what lies on this one could lie on as well: same machine, same material, not started. */
export const siblingsOf = (plates: readonly PlatePlan[], plate: PlatePlan): readonly PlatePlan[] =>
  plates.filter(
    (p) =>
      p.id !== plate.id &&
      p.printer.id === plate.printer.id &&
      p.material?.id === plate.material?.id &&
      !p.running,
  );

/**
 * Pieces laid by hand: moved on their plate, or put on another.
 * @returns why the last move was refused, and what can be done
 */
export function usePlateByHand({ input, plan }: SceneView) {
  const say = useToast();
  const [refused, setRefused] = useState("");
  const settle = (plate: PlatePlan, next: LaidPiece) => {
    const [widthMm, depthMm] = usableBed(plate.printer);
    const why = refusal(next, plate.laid, [widthMm, depthMm], SPACING_MM[plate.printer.process]);
    setRefused(why ?? "");
    if (why) return;
    const laid = plate.laid.map((l) => (l.id === next.id ? next : l));
    void layByHand(plate, laid, input.layouts, `Move ${next.partName}`);
  };
  const moveTo = async (plate: PlatePlan, piece: LaidPiece, target: PlatePlan) => {
    // As its part has it, before it was turned.
    const part = plan.parts.find((x) => x.part.id === piece.partId);
    const place = await roomOn(target, piece.id, part?.asItLies ? outlineOf(part) : piece.lines);
    if (!place)
      return setRefused(
        `There is no room for ${piece.partName} on plate ${target.number}. Take something off it first.`,
      );
    setRefused("");
    const laid = [...target.laid, { ...piece, xMm: place.xMm, yMm: place.yMm, turnDeg: place.turnDeg }];
    const label = `Move ${piece.partName} to plate ${target.number}`;
    const kept = await layByHand(target, laid, input.layouts, label, plate);
    if (kept.ok) say(`${piece.partName} lies on plate ${target.number} now.`, undoAction);
  };
  return { refused, setRefused, settle, moveTo };
}

/** Where a piece finds room among what lies on a plate; null where it finds none. */
function roomOn(target: PlatePlan, id: string, outline: LaidPiece["lines"]) {
  const [widthMm, depthMm] = usableBed(target.printer);
  return placeOnPlate(
    { id, shape: "moved", outline },
    target.laid.map((l): NestPiece => ({ id: l.id, shape: l.id, outline: l.lines })),
    target.laid.map((l) => ({ id: l.id, xMm: 0, yMm: 0, turnDeg: 0 })),
    widthMm,
    depthMm,
    SPACING_MM[target.printer.process],
  );
}
