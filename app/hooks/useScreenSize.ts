import { useCallback, useSyncExternalStore } from "react";

/** How large this screen draws, and how far the eyes are from it. Of this browser alone. */
export type ScreenSize = { readonly pxPerMm: number; readonly eyesMm: number; readonly isMeasured: boolean };

const KEY = "screen-size";
/** Ninety-six to the inch is what browsers suppose; an arm's length is what most sit at. */
export const supposedScreen: ScreenSize = { pxPerMm: 96 / 25.4, eyesMm: 600, isMeasured: false };
const listeners = new Set<() => void>();
let held: { text: string | null; value: ScreenSize } = { text: null, value: supposedScreen };

/** What was kept, as far as it can be: a screen draws 1 to 30 px a mm, and eyes are 10 cm to 5 m away. */
export function readScreen(text: string | null): ScreenSize {
  try {
    const said = (text ? JSON.parse(text) : {}) as Partial<Record<keyof ScreenSize, unknown>>;
    const within = (v: unknown, low: number, high: number): v is number =>
      typeof v === "number" && v >= low && v <= high;
    if (!within(said.pxPerMm, 1, 30) || !within(said.eyesMm, 100, 5000)) return supposedScreen;
    return { pxPerMm: said.pxPerMm, eyesMm: said.eyesMm, isMeasured: said.isMeasured === true };
  } catch {
    return supposedScreen;
  }
}

function screenSize(): ScreenSize {
  const text = localStorage.getItem(KEY);
  if (text !== held.text) held = { text, value: readScreen(text) };
  return held.value;
}

/** The size of this screen, and how to set it. */
export function useScreenSize() {
  const value = useSyncExternalStore((tell) => {
    listeners.add(tell);
    return () => listeners.delete(tell);
  }, screenSize);
  const set = useCallback((next: ScreenSize) => {
    localStorage.setItem(KEY, JSON.stringify(next));
    listeners.forEach((l) => l());
  }, []);
  return [value, set] as const;
}
