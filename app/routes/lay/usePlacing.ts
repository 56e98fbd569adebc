import {
  type KeyboardEvent,
  type PointerEvent,
  startTransition,
  useEffect,
  useEffectEvent,
  useRef,
  useState,
} from "react";
import { useFetcher } from "react-router";
import type { Placement } from "#core/scene/part";
import type { Plan } from "#core/plan/plan";

/** One copy of a part on its way: which, and where it is now. */
export type Moving = { readonly partId: string; readonly index: number; readonly at: Placement };

/** What was moved by keys is written when they rest for so long, ms. */
const REST_MS = 350;

export type Placing = ReturnType<typeof usePlacing>;

/**
 * Copies moved on the board by pointer and by keys. They are shown where they were put until the plan has
 * them there, and written at the latest when the part or the page is left.
 */
export function usePlacing(plan: Plan, onSelect: (partId: string) => void) {
  const save = useSavePlacement(plan);
  const [moving, setMoving] = useState<Moving | null>(null);
  const drag = useRef<{ dx: number; dy: number } | null>(null);
  const settle = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const latest = useRef<Moving | null>(null);
  const write = (m: Moving) =>
    save(m, () => startTransition(() => setMoving((now) => (now === m ? null : now))));
  const move = (m: Moving) => {
    latest.current = m;
    setMoving(m);
  };
  const onLeave = () => {
    if (settle.current === undefined || !latest.current) return;
    clearTimeout(settle.current);
    settle.current = undefined;
    write(latest.current);
    latest.current = null;
  };
  useWhenHidden(onLeave);
  return {
    onLeave,
    at: (partId: string, index: number, placed: Placement) =>
      moving?.partId === partId && moving.index === index ? moving.at : placed,
    press: (e: PointerEvent<SVGGraphicsElement>, { partId, at }: Moving) => {
      const { x, y } = pointOf(e);
      drag.current = { dx: at.xMm - x, dy: at.yMm - y };
      e.currentTarget.setPointerCapture(e.pointerId);
      latest.current = null;
      onSelect(partId);
    },
    drag: (e: PointerEvent<SVGGraphicsElement>, m: Moving) => {
      if (!drag.current) return;
      const { x, y } = pointOf(e);
      move({ ...m, at: { ...m.at, xMm: toHalf(x + drag.current.dx), yMm: toHalf(y + drag.current.dy) } });
    },
    drop: () => {
      drag.current = null;
      if (latest.current) write(latest.current);
    },
    onKey: (e: KeyboardEvent, m: Moving) => {
      if (e.key === "Enter" || e.key === " ") {
        e.preventDefault();
        return onSelect(m.partId);
      }
      const at = placedByKey(e, m.at);
      if (!at) return undefined;
      e.preventDefault();
      move({ ...m, at });
      clearTimeout(settle.current);
      settle.current = setTimeout(onLeave, REST_MS);
      return undefined;
    },
  };
}

/** Writes where one copy stands; `then` is called when the plan has it there, or it was refused. */
function useSavePlacement(plan: Plan) {
  const fetcher = useFetcher();
  return (m: Moving, then: () => void) => {
    const part = plan.parts.find((p) => p.part.id === m.partId)?.part;
    if (!part) return;
    const placements = part.place.placements.map((p, i) => (i === m.index ? m.at : p));
    fetcher
      .submit(
        { intent: "place", partId: part.id, name: part.name, placements: JSON.stringify(placements) },
        { method: "post", action: "?index" },
      )
      .then(then, then);
  };
}

/** Called when the page is hidden for good, and when the board is left. */
function useWhenHidden(leave: () => void) {
  const onHide = useEffectEvent(leave);
  useEffect(() => {
    const hide = () => onHide();
    window.addEventListener("pagehide", hide);
    return () => {
      window.removeEventListener("pagehide", hide);
      hide();
    };
  }, []);
}

/** A point of the page in mm on the board. */
export function pointOf(event: PointerEvent<SVGGraphicsElement>): { readonly x: number; readonly y: number } {
  const inner = event.currentTarget.ownerSVGElement!.querySelector("g")!;
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(inner.getScreenCTM()!.inverse());
  return { x: p.x, y: p.y };
}

const toHalf = (mm: number) => Math.round(mm * 2) / 2;

/** Arrows move by 1 mm, with shift by 10; comma and full stop turn by 5 degrees. Null for any other key. */
export function placedByKey(
  { key, shiftKey }: { readonly key: string; readonly shiftKey: boolean },
  at: Placement,
): Placement | null {
  const step = shiftKey ? 10 : 1;
  switch (key) {
    case "ArrowLeft":
      return { ...at, xMm: at.xMm - step };
    case "ArrowRight":
      return { ...at, xMm: at.xMm + step };
    case "ArrowUp":
      return { ...at, yMm: at.yMm + step };
    case "ArrowDown":
      return { ...at, yMm: at.yMm - step };
    case ",":
      return { ...at, turnDeg: at.turnDeg + 5 };
    case ".":
      return { ...at, turnDeg: at.turnDeg - 5 };
    default:
      return null;
  }
}
