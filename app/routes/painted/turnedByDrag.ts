import type { PointerEvent } from "react";

/** Handlers that turn what is drawn by a drag. */
export const turnedByDrag = (by: (around: number, up: number) => void) => ({
  onPointerDown: (e: PointerEvent<HTMLDivElement>) => e.currentTarget.setPointerCapture(e.pointerId),
  onPointerMove: (e: PointerEvent<HTMLDivElement>) => {
    if (e.buttons !== 0) by(e.movementX * 0.01, e.movementY * 0.01);
  },
});
