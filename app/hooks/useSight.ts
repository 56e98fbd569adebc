import { type RefObject, useEffect, useState } from "react";

/** What is in sight moves in steps of so much, and there is as much room on both sides, px. */
const STEP_PX = 400;

/** What of a wide box is in sight, px from its left, in steps, with room on both sides. */
export function useSight(scroller: RefObject<HTMLElement | null>): {
  readonly from: number;
  readonly to: number;
} {
  const [sight, setSight] = useState({ from: 0, to: 2400 });
  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    const look = () =>
      setSight((s) => {
        const from = Math.floor(box.scrollLeft / STEP_PX) * STEP_PX - STEP_PX;
        const to = from + box.clientWidth + 3 * STEP_PX;
        return s.from === from && s.to === to ? s : { from, to };
      });
    look();
    box.addEventListener("scroll", look, { passive: true });
    const resized = new ResizeObserver(look);
    resized.observe(box);
    return () => {
      box.removeEventListener("scroll", look);
      resized.disconnect();
    };
  }, [scroller]);
  return sight;
}
