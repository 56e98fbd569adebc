import { type RefObject, useEffect, useMemo, useState } from "react";
import type { Turn } from "./partShape";

/** Share of the shorter side that the part reaches from the middle. */
const FILLS = 0.47;

/** What is wide is this much wider than it is high, from wherever it is seen. */
const WIDE = 2;

const START: Turn = { around: 0.6, up: 0.45, near: 1 };
const views: Readonly<Record<string, Turn>> = {
  "1": { around: 0, up: 0, near: 1 },
  "2": { around: -Math.PI / 2, up: 0, near: 1 },
  "3": { around: 0, up: Math.PI / 2, near: 1 },
  Home: START,
};

/** Sides that a whole scene is looked at from. */
export const sceneTurn: Readonly<Record<string, Turn>> = {
  "eye height": { around: 0.35, up: 0.14, near: 1 },
  "from above": { around: 0, up: Math.PI / 2, near: 0.95 },
  "from the back": { around: Math.PI + 0.35, up: 0.3, near: 1 },
};

/** How much a key turns a part, and brings it nearer. */
const keyTurns: Readonly<Record<string, readonly [around: number, up: number, near: number]>> = {
  ArrowLeft: [-0.15, 0, 1],
  ArrowRight: [0.15, 0, 1],
  ArrowUp: [0, -0.12, 1],
  ArrowDown: [0, 0.12, 1],
  "+": [0, 0, 1.2],
  "-": [0, 0, 1 / 1.2],
};

/**
 * How a part is turned, with its reach in pixels of the area it is drawn in.
 * @param isWide it is twice as wide as it is high, like a board
 * @returns the turn, how to turn it by so much, and by a key: whether it was one that turns
 */
export function usePartTurn(
  area: RefObject<HTMLDivElement | null>,
  { first = START, isWide = false }: { readonly first?: Turn; readonly isWide?: boolean } = {},
) {
  const [view, setTurn] = useState(first);
  const [unitPx, setUnitPx] = useState(150);
  useEffect(() => {
    const resized = new ResizeObserver(([entry]) =>
      setUnitPx(FILLS * Math.min(entry!.contentRect.width, (isWide ? WIDE : 1) * entry!.contentRect.height)),
    );
    resized.observe(area.current!);
    return () => resized.disconnect();
  }, [area, isWide]);
  const turn = useMemo(() => ({ ...view, near: view.near * unitPx }), [view, unitPx]);
  const by = (around: number, up: number, near = 1) =>
    setTurn((t) => ({
      around: t.around + around,
      up: Math.max(-1.5, Math.min(1.58, t.up + up)),
      near: Math.max(0.3, Math.min(20, t.near * near)),
    }));
  const byKey = (key: string): boolean => {
    const turns = keyTurns[key];
    const wanted = views[key];
    if (turns) by(...turns);
    else if (wanted) setTurn(wanted);
    return turns !== undefined || wanted !== undefined;
  };
  return { turn, by, byKey, set: setTurn };
}
