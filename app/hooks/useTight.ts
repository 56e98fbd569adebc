import { useSyncExternalStore } from "react";

/** A phone, or a page at 200 %: too little room for ruler, slip and stages beside the work. As in `app.css`. */
const query = "(max-width: 639px), (max-height: 559px)";

export const useTight = (): boolean =>
  useSyncExternalStore(
    (changed) => {
      const list = matchMedia(query);
      list.addEventListener("change", changed);
      return () => list.removeEventListener("change", changed);
    },
    () => matchMedia(query).matches,
    () => false,
  );
