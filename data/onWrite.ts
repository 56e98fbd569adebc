import Dexie from "dexie";

/** Calls back after a write to the database from anywhere: this tab, another, a job. @returns the way to stop */
export function onWrite(listener: () => void): () => void {
  Dexie.on("storagemutated", listener);
  return () => Dexie.on.storagemutated.unsubscribe(listener);
}
