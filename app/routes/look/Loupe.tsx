import { type RefObject, useEffect, useState } from "react";
import { LookView } from "#ui/LookView";
import type { ComponentProps } from "react";
import { LOUPE } from "./view";

/** How wide the window is, px. */
const WIDE = 190;

type Seen = Omit<ComponentProps<typeof LookView>, "centre">;

/** A round paper window that shows what lies under the pointer, or under the middle, eight times as large. */
export function Loupe({ area, ...seen }: Seen & { readonly area: RefObject<HTMLDivElement | null> }) {
  const [at, setAt] = useState<readonly [number, number]>([0, 0]);
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
      className="pointer-events-none absolute bottom-12 left-4 overflow-hidden rounded-full border-[5px] border-[#f3f5f0] bg-[#7d8380]"
      style={{ width: WIDE, height: WIDE }}
    >
      <LookView
        {...seen}
        turn={{ ...seen.turn, near: seen.turn.near * LOUPE }}
        centre={[at[0] * LOUPE, at[1] * LOUPE]}
      />
    </div>
  );
}
