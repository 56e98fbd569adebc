import { useEffect } from "react";

/**
 * Keeps the screen from going dark while something is open on it; browsers that cannot do so let it go dark.
 */
export function useAwake(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const hold = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        const got = await navigator.wakeLock.request("screen");
        if (over) void got.release();
        else lock = got;
      } catch {
        // A low battery refuses it: then the screen goes dark as usual.
      }
    };
    const again = () => void hold();
    document.addEventListener("visibilitychange", again);
    void hold();
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", again);
      void lock?.release();
    };
  }, [wanted]);
}
