import { useEffect } from "react";
import { useRevalidator } from "react-router";
import { onWrite } from "#data/onWrite";

const SETTLE_MS = 60;

/** Runs the loaders of the page again after writes from anywhere: another tab, a job that ended. */
export function useDatabaseRevalidation(): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = onWrite(() => {
      clearTimeout(timer);
      timer = setTimeout(() => void revalidate(), SETTLE_MS);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [revalidate]);
}
