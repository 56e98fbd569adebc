import { type KeyboardEvent, useEffect, useState } from "react";
import type { Taps } from "./useTaps";
import type { ZoneSession } from "./useZoneSession";
import { benchCm2 } from "./view";

type Props = {
  readonly session: ZoneSession;
  readonly taps: Taps;
  readonly creaseDeg: number;
  readonly factor: number;
  readonly show: (marked: Uint8Array | null) => void;
};
type Side = { readonly area: number; readonly face: number };
const MOST_SIDES = 60;

/** The sides of a part by size, for whoever works by keys: arrows go through them, space takes one. */
export function SideList({ session: { ask, drawn }, taps, creaseDeg, factor, show }: Props) {
  const sides = useSides(ask, creaseDeg, drawn?.of.length ?? 0);
  const [at, setAt] = useState(0);
  const go = async (to: number) => {
    const next = Math.max(0, Math.min(sides.length - 1, to));
    setAt(next);
    const side = sides[next];
    if (side) show(await ask((api) => api.side(side.face, creaseDeg)));
  };
  const onKey = (e: KeyboardEvent) => {
    if (e.key === "ArrowDown") void go(at + 1);
    else if (e.key === "ArrowUp") void go(at - 1);
    else if (e.key === " " && sides[at]) void taps.takeFace(sides[at].face);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    <details className="panel">
      <summary className="font-head font-semibold">Its sides by size, for the keys</summary>
      <p className="py-1 text-[13px] text-ink-2">
        Arrows go through them, space takes the one that is hatched.
      </p>
      <ul
        role="listbox"
        aria-label="Sides by size"
        tabIndex={0}
        aria-activedescendant={sides.length > 0 ? `side-${at}` : undefined}
        className="max-h-56 overflow-y-auto rounded-cut border border-primer-3"
        onKeyDown={onKey}
        onFocus={() => void go(at)}
        onBlur={() => show(null)}
      >
        {sides.map((s, i) => (
          <li
            key={s.face}
            id={`side-${i}`}
            role="option"
            aria-selected={i === at}
            className="figures px-2 py-1 aria-selected:bg-primer-3"
            onClick={() => void go(i)}
          >
            side {i + 1}: {benchCm2(s.area, factor).toFixed(2)} cm²
          </li>
        ))}
      </ul>
    </details>
  );
}

/** The largest sides at a crease, found away from the page. @param faces of the mesh; 0 while there is none */
function useSides(ask: ZoneSession["ask"], creaseDeg: number, faces: number): readonly Side[] {
  const [sides, setSides] = useState<readonly Side[]>([]);
  useEffect(() => {
    if (faces === 0) return;
    let over = false;
    void ask((api) => api.sides(creaseDeg, MOST_SIDES)).then((found) => {
      if (!over) setSides(found);
    });
    return () => {
      over = true;
    };
  }, [ask, creaseDeg, faces]);
  return sides;
}
