import { type KeyboardEvent, type PointerEvent, type RefObject, useEffect, useState } from "react";
import { usableBed } from "#core/print/printer";
import { type LaidPiece, type PlatePlan, SPACING_MM } from "#core/plan/plates/planPlates";
import { movedPiece, turnedPiece } from "./movePiece";
import { refusal } from "./refusal";

/** A plan takes a moment: for so long a piece stands where it was just put, ms. */
const AHEAD_MS = 2000;
/** A press that moves a piece by less is no move, mm. */
const STILL_MM = 0.5;

type Dragged = {
  readonly piece: LaidPiece;
  readonly fromX: number;
  readonly fromY: number;
  readonly dx: number;
  readonly dy: number;
};

export type BedHand = ReturnType<typeof useBedHand>;

/**
 * Moving pieces on a bed by pointer and by keys.
 * @param bedArea what pointers are measured in
 * @returns where a piece is shown, and what to do on press, move and keys
 */
export function useBedHand(
  plate: PlatePlan,
  bedArea: RefObject<SVGGElement | null>,
  onMove: (piece: LaidPiece) => void,
  onRefused: (sentence: string) => void,
) {
  const [dragged, setDragged] = useState<Dragged | null>(null);
  // Keys come faster than plans: the next one moves on from the last.
  const [ahead, setAhead] = useState<LaidPiece | null>(null);
  useEffect(() => {
    if (!ahead) return undefined;
    const timer = setTimeout(() => setAhead(null), AHEAD_MS);
    return () => clearTimeout(timer);
  }, [ahead]);
  const now = (l: LaidPiece) => (ahead?.id === l.id ? ahead : l);
  /** A point of the page in mm on the bed. */
  const mmOf = (e: PointerEvent) => {
    const matrix = bedArea.current?.getScreenCTM();
    return matrix ? new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse()) : new DOMPoint();
  };
  const settle = (piece: LaidPiece) => {
    const [w, d] = usableBed(plate.printer);
    const refused = refusal(piece, plate.laid, [w, d], SPACING_MM[plate.printer.process]);
    if (refused) return onRefused(refused);
    setAhead(piece);
    return onMove(piece);
  };
  return {
    shown: (l: LaidPiece) =>
      dragged?.piece.id === l.id ? movedPiece(dragged.piece, dragged.dx, dragged.dy) : now(l),
    press: (e: PointerEvent, l: LaidPiece) => {
      e.currentTarget.setPointerCapture(e.pointerId);
      const at = mmOf(e);
      setDragged({ piece: now(l), fromX: at.x, fromY: at.y, dx: 0, dy: 0 });
    },
    drag: (e: PointerEvent, l: LaidPiece) => {
      if (dragged?.piece.id !== l.id) return;
      const at = mmOf(e);
      setDragged({ ...dragged, dx: at.x - dragged.fromX, dy: at.y - dragged.fromY });
    },
    drop: () => {
      if (dragged && Math.hypot(dragged.dx, dragged.dy) > STILL_MM)
        settle(movedPiece(dragged.piece, dragged.dx, dragged.dy));
      setDragged(null);
    },
    putBack: () => setDragged(null),
    onKey: (e: KeyboardEvent, l: LaidPiece) => {
      const moved = movedByKey(e, now(l));
      if (!moved || plate.running !== null) return;
      e.preventDefault();
      e.stopPropagation();
      settle(moved);
    },
  };
}

/** Arrows move, q and e turn; with shift further, or finer. Null for any other key. */
export function movedByKey(
  { key, shiftKey }: { readonly key: string; readonly shiftKey: boolean },
  piece: LaidPiece,
): LaidPiece | null {
  const by = shiftKey ? 10 : 1;
  const turn = shiftKey ? 5 : 90;
  switch (key.length === 1 ? key.toLowerCase() : key) {
    case "ArrowLeft":
      return movedPiece(piece, -by, 0);
    case "ArrowRight":
      return movedPiece(piece, by, 0);
    case "ArrowUp":
      return movedPiece(piece, 0, by);
    case "ArrowDown":
      return movedPiece(piece, 0, -by);
    case "q":
      return turnedPiece(piece, turn);
    case "e":
      return turnedPiece(piece, -turn);
    default:
      return null;
  }
}
