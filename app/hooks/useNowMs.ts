import { useEffect, useState } from "react";

/** The time, again every so often while it is wanted. */
export function useNowMs(everyMs: number, wanted = true): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!wanted) return undefined;
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [everyMs, wanted]);
  return now;
}
