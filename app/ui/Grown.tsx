import { type ReactNode, useEffect, useRef, useState } from "react";

/**
 * A long list drawn as far as it was scrolled, so that a scene of hundreds of parts opens at once.
 * @param first drawn before anything is scrolled; each time the end comes near, as many more
 * @param least drawn in any case, for what is selected: up to this place in the list
 * @returns what is drawn, and what to put below it
 */
export function useGrown<T>(
  items: readonly T[],
  first: number,
  least = 0,
): { readonly drawn: readonly T[]; readonly below: ReactNode } {
  const [count, setCount] = useState(first);
  const shown = Math.max(count, least);
  const left = items.length - shown;
  return {
    drawn: left > 0 ? items.slice(0, shown) : items,
    below: left > 0 ? <Below left={left} grow={() => setCount(shown + first)} /> : null,
  };
}

/** How many are not drawn yet. It presses itself when it comes near, and can be pressed. */
function Below({ left, grow }: { readonly left: number; readonly grow: () => void }) {
  const button = useRef<HTMLButtonElement>(null);
  const latest = useRef(grow);
  useEffect(() => {
    latest.current = grow;
  });
  useEffect(() => {
    const seen = new IntersectionObserver(
      (entries) => entries.some((e) => e.isIntersecting) && latest.current(),
      { rootMargin: "400px" },
    );
    seen.observe(button.current!);
    return () => seen.disconnect();
    // Looked at anew for each length: what is still in sight after growing grows again.
  }, [left]);
  return (
    <button ref={button} type="button" className="button justify-self-start" onClick={grow}>
      {left} more
    </button>
  );
}
