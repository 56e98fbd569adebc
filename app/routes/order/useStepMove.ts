import { type KeyboardEvent, type PointerEvent, type RefObject, useRef, useState } from "react";
import { type LanesView, nextStart } from "./lanesView";

/** Pixels from which a press is a drag. */
const DRAG_PX = 6;

export type Moving = { readonly stepId: string; readonly at: number };
type Drag = { readonly id: string; readonly fromX: number; readonly began: number; moved: boolean };

export type StepMove = ReturnType<typeof useStepMove>;

/**
 * A step moved in time by pointer or by keys.
 * @param svg what they are drawn in: it keeps the pointer
 * @returns what is on its way, and what to do on press, move, drop and keys
 */
export function useStepMove(
  { scale, slots, slotOf }: LanesView,
  svg: RefObject<SVGSVGElement | null>,
  onMove: (stepId: string, startsAt: number) => void,
) {
  const [moving, setMoving] = useState<Moving | null>(null);
  const drag = useRef<Drag | null>(null);
  const shift = (id: string, by: 1 | -1) => {
    const at = moving?.stepId === id ? moving.at : slotOf.get(id)!.startsAt;
    const next = nextStart(slots, id, at, by);
    if (next !== undefined) setMoving({ stepId: id, at: next });
  };
  const drop = () => {
    if (!moving) return;
    onMove(moving.stepId, moving.at);
    setMoving(null);
  };
  const putBack = () => {
    drag.current = null;
    setMoving(null);
  };
  return {
    moving,
    putBack,
    press: (e: PointerEvent, id: string, chosen: boolean) => {
      if (e.button !== 0) return;
      drag.current = { id, fromX: e.clientX, began: slotOf.get(id)!.startsAt, moved: false };
      if (e.pointerType === "mouse" || chosen) svg.current?.setPointerCapture(e.pointerId);
    },
    point: (e: PointerEvent) => {
      const d = drag.current;
      if (!d || !svg.current) return;
      const dx = e.clientX - d.fromX;
      if (!d.moved && Math.abs(dx) < DRAG_PX) return;
      d.moved = true;
      setMoving({ stepId: d.id, at: scale.of.invert(scale.of(d.began) + dx) });
    },
    letGo: () => {
      if (drag.current?.moved) drop();
      drag.current = null;
    },
    wasDragged: () => drag.current?.moved === true,
    /** @returns whether the key was one that moves steps */
    onKey: (e: KeyboardEvent, id: string): boolean => {
      const inMotion = moving?.stepId === id;
      const aside = e.key === "ArrowLeft" ? -1 : e.key === "ArrowRight" ? 1 : null;
      if (e.shiftKey && aside !== null) shift(id, aside);
      else if (inMotion && e.key === "Enter") drop();
      else if (inMotion && e.key === "Escape") setMoving(null);
      else return false;
      e.preventDefault();
      e.stopPropagation();
      return true;
    },
  };
}
