import { type ComponentProps, type RefObject, useEffect, useState } from "react";
import { Vector3 } from "three";
import { LookView } from "#ui/LookView";
import { LOUPE } from "./loupeTimes";
import { matrixOf, type Shape, type Turn } from "./partShape";

/** More faces than this are looked through in steps. */
const LOOKED_THROUGH = 100_000;

/** Where the middle of the largest face that looks this way lies, px to the right and up. */
function largestFace(shape: Shape, turn: Turn): readonly [number, number] {
  const { array } = shape.faces.getAttribute("position");
  const matrix = matrixOf(turn);
  const at = (i: number) => new Vector3(array[i], array[i + 1], array[i + 2]).applyMatrix4(matrix);
  const step = 9 * Math.max(1, Math.ceil(array.length / 9 / LOOKED_THROUGH));
  let most = 0;
  let found: readonly [number, number] = [0, 0];
  for (let i = 0; i < array.length; i += step) {
    const [a, b, c] = [at(i), at(i + 3), at(i + 6)];
    const towards = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
    if (towards <= most) continue;
    most = towards;
    found = [(a.x + b.x + c.x) / 3, (a.y + b.y + c.y) / 3];
  }
  return found;
}

/** How wide the window is, px. */
const WIDE = 168;

type Seen = Omit<ComponentProps<typeof LookView>, "centre">;

/** A round paper window that shows what lies under the pointer, or under the middle, eight times as large. */
export function Loupe({ area, ...seen }: Seen & { readonly area: RefObject<HTMLDivElement | null> }) {
  const { shape, turn } = seen;
  // Until something is pointed at it shows the middle of the largest face.
  const [at, setAt] = useState<readonly [number, number]>(() => largestFace(shape, turn));
  const width = area.current?.clientWidth ?? 0;
  const isAfter = at[0] < (seen.divide - 0.5) * width;
  useEffect(() => {
    const card = area.current;
    if (!card) return;
    const follow = (e: PointerEvent) => {
      // A drag turns the part; the window follows what is only pointed at.
      if (e.buttons !== 0) return;
      const box = card.getBoundingClientRect();
      setAt([e.clientX - box.left - box.width / 2, box.top + box.height / 2 - e.clientY]);
    };
    card.addEventListener("pointermove", follow);
    return () => card.removeEventListener("pointermove", follow);
  }, [area]);
  return (
    <div
      data-loupe
      role="img"
      aria-label={`Loupe, ${LOUPE} times`}
      className="pointer-events-none relative shrink-0 overflow-hidden rounded-full border-[5px] border-[#f3f5f0] bg-[#7d8380]"
      style={{ width: WIDE, height: WIDE }}
    >
      <LookView
        {...seen}
        divide={isAfter ? 1 : 0}
        turn={{ ...seen.turn, near: seen.turn.near * LOUPE }}
        centre={[at[0] * LOUPE, at[1] * LOUPE]}
      />
    </div>
  );
}
