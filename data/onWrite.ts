import Dexie from "dexie";

/** `idb://inch-hollow/parts/` and what of it: which table a mark of the library is about. */
const tableOf = (mark: string) => mark.split("/")[3] ?? "";

/**
 * Calls back after a write to the database from anywhere: this tab, another, a job.
 * @param listener is given the names of the tables that were written to
 * @returns the way to stop
 */
export function onWrite(listener: (tables: readonly string[]) => void): () => void {
  const heard = (parts: object) => listener([...new Set(Object.keys(parts).map(tableOf))]);
  Dexie.on("storagemutated", heard);
  return () => Dexie.on.storagemutated.unsubscribe(heard);
}
