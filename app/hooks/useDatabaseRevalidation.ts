import { useEffect } from "react";
import { useRevalidator } from "react-router";
import { onWrite } from "#data/onWrite";
import { storeTrouble } from "#data/storeState";
import { onAgain } from "#app/jobs/again";

const SETTLE_MS = 60;

/** Runs the loaders of the page again after writes from anywhere, another tab, a job, and when a plan is old. */
export function useDatabaseRevalidation(): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const soon = () => {
      clearTimeout(timer);
      // A store that is closed to this tab has nothing new to show; what is on the page stays readable.
      const isOpen = () => [null, "disk"].includes(storeTrouble());
      timer = setTimeout(() => void (isOpen() && revalidate()), SETTLE_MS);
    };
    const stops = [onWrite(soon), onAgain(soon)];
    return () => {
      clearTimeout(timer);
      for (const stop of stops) stop();
    };
  }, [revalidate]);
}
