import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { Lamp } from "./view";

/** Half circle over the card, px of its drawing. */
const WIDE = 200;
const HIGH = 108;
const RADIUS = 92;
const STEP_DEG = 4;

/** A paper lamp that is dragged on a half circle, or moved by the arrow keys. */
export function LampArc({ lamp, set }: { readonly lamp: Lamp; readonly set: (lamp: Lamp) => void }) {
  const arc = useRef<SVGSVGElement>(null);
  const turn = (angleDeg: number) => set({ ...lamp, angleDeg: Math.max(0, Math.min(180, angleDeg)) });
  const follow = (e: PointerEvent<SVGSVGElement>) => {
    const box = arc.current!.getBoundingClientRect();
    const [x, y] = [e.clientX - box.left - box.width / 2, box.bottom - 8 - e.clientY];
    turn((Math.atan2(Math.max(0, y), x) * 180) / Math.PI);
  };
  const onKey = (e: KeyboardEvent) => {
    const by = e.key === "ArrowLeft" ? STEP_DEG : e.key === "ArrowRight" ? -STEP_DEG : 0;
    if (by === 0) return;
    e.preventDefault();
    e.stopPropagation();
    turn(lamp.angleDeg + by);
  };
  const a = (lamp.angleDeg * Math.PI) / 180;
  const [x, y] = [WIDE / 2 + RADIUS * Math.cos(a), HIGH - 8 - RADIUS * Math.sin(a)];
  return (
    <svg
      ref={arc}
      role="slider"
      tabIndex={0}
      aria-label="Where the lamp stands"
      aria-valuemin={0}
      aria-valuemax={180}
      aria-valuenow={Math.round(lamp.angleDeg)}
      aria-valuetext={`${Math.round(lamp.angleDeg)} degrees from the right`}
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      className="absolute top-2 left-1/2 w-[200px] -translate-x-1/2 cursor-pointer touch-none"
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        follow(e);
      }}
      onPointerMove={(e) => {
        if (e.buttons === 0) return;
        e.stopPropagation();
        follow(e);
      }}
      onKeyDown={onKey}
    >
      <path
        d={`M ${WIDE / 2 - RADIUS} ${HIGH - 8} A ${RADIUS} ${RADIUS} 0 0 1 ${WIDE / 2 + RADIUS} ${HIGH - 8}`}
        fill="none"
        stroke="#101413"
        strokeWidth={1.5}
        strokeDasharray="3 4"
      />
      <g transform={`translate(${x} ${y}) rotate(${90 - lamp.angleDeg})`}>
        <path d="M -5 -8 L 5 -8 L 12 9 L -12 9 Z" fill="#f3f5f0" stroke="#101413" strokeWidth={1.5} />
        <path d="M -7 9 Q 0 15 7 9 Z" fill="#f0c93a" stroke="#101413" strokeWidth={1} />
      </g>
    </svg>
  );
}
