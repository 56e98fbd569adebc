import { useRef } from "react";
import type { OpenPicture } from "./usePicture";

const STEP_PX = 12;
const moves: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The picture under its mark. */
export function MarkedPicture({
  open: { pixels, url, name },
  at,
  onMove,
  onTap,
}: {
  readonly open: OpenPicture;
  readonly at: readonly [number, number];
  readonly onMove: (at: readonly [number, number]) => void;
  readonly onTap: (x: number, y: number) => void;
}) {
  const place = useRef<HTMLButtonElement>(null);
  return (
    <button
      ref={place}
      type="button"
      className="relative block w-full cursor-crosshair"
      aria-label={`${name}: arrows move the mark, Enter takes what is under it`}
      onClick={(e) => {
        const box = place.current!.getBoundingClientRect();
        // A click by Enter has no place of its own.
        if (e.detail === 0) return onTap(at[0], at[1]);
        onTap(
          ((e.clientX - box.left) / box.width) * pixels.width,
          ((e.clientY - box.top) / box.height) * pixels.height,
        );
      }}
      onKeyDown={(e) => {
        const by = moves[e.key];
        if (!by) return;
        e.preventDefault();
        onMove([
          Math.min(pixels.width - 1, Math.max(0, at[0] + by[0] * STEP_PX)),
          Math.min(pixels.height - 1, Math.max(0, at[1] + by[1] * STEP_PX)),
        ]);
      }}
    >
      <img src={url} alt="" className="block w-full" />
      <span
        aria-hidden
        className="absolute size-5 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-[var(--tape)]"
        style={{ left: `${(100 * at[0]) / pixels.width}%`, top: `${(100 * at[1]) / pixels.height}%` }}
      />
    </button>
  );
}
