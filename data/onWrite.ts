import Dexie from "dexie";

import { PLAN_DATABASE } from "#data/keptPlans";

/** `idb://inch-hollow/parts/` and what of it: which table a mark of the library is about. */
const tableOf = (mark: string) => mark.split("/")[3] ?? "";
/** What is kept of plans follows from the rest, and is no news. */
const isNews = (mark: string) => mark.split("/")[2] !== PLAN_DATABASE;

/**
 * Calls back after a write to the database from anywhere: this tab, another, a job.
 * @param listener is given the names of the tables that were written to
 * @returns the way to stop
 */
export function onWrite(listener: (tables: readonly string[]) => void): () => void {
  const heard = (parts: object) => {
    const marks = Object.keys(parts).filter(isNews);
    if (marks.length > 0) listener([...new Set(marks.map(tableOf))]);
  };
  Dexie.on("storagemutated", heard);
  return () => Dexie.on.storagemutated.unsubscribe(heard);
}
