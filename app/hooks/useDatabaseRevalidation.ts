import { useEffect } from "react";
import { useRevalidator } from "react-router";
import { onWrite } from "#data/onWrite";
import { storeTrouble } from "#data/storeState";

const SETTLE_MS = 60;

/** Runs the loaders of the page again after writes from anywhere: another tab, a job that ended. */
export function useDatabaseRevalidation(): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = onWrite(() => {
      clearTimeout(timer);
      // A store that is closed to this tab has nothing new to show; what is on the page stays readable.
      const isOpen = () => [null, "disk"].includes(storeTrouble());
      timer = setTimeout(() => void (isOpen() && revalidate()), SETTLE_MS);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [revalidate]);
}
