import { useEffect, useRef } from "react";

export type KeyMap = Readonly<Record<string, () => void>>;

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName));

/**
 * Keys of the page: `w`, `=`, or two in a row like `g p`. They never fire while typing, with a modifier held,
 * or over a dialog.
 */
export function useKeys(map: KeyMap): void {
  const latest = useRef(map);
  useEffect(() => {
    latest.current = map;
  });
  useEffect(() => {
    let first: string | null = null;
    let forget: ReturnType<typeof setTimeout> | undefined;
    const onKey = (event: KeyboardEvent) => {
      if (
        event.defaultPrevented ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        isTyping(event.target) ||
        document.querySelector('[role="dialog"]')
      )
        return;
      const key = event.key === " " ? "space" : event.key;
      const pair = first && latest.current[`${first} ${key}`];
      const run = pair ?? latest.current[key];
      clearTimeout(forget);
      const starts = !pair && Object.keys(latest.current).some((k) => k.startsWith(`${key} `));
      first = starts ? key : null;
      if (starts) {
        forget = setTimeout(() => {
          first = null;
        }, 1200);
      }
      // Space and Enter belong to a focused button or link first.
      if (
        !run ||
        ((key === "space" || key === "Enter") &&
          event.target instanceof HTMLElement &&
          event.target.closest("button, a, [role='button'], summary"))
      )
        return;
      event.preventDefault();
      run();
    };
    window.addEventListener("keydown", onKey);
    return () => {
      clearTimeout(forget);
      window.removeEventListener("keydown", onKey);
    };
  }, []);
}
