import type Dexie from "dexie";

/**
 * Why nothing can be kept in this tab any more: another tab has brought the data to a newer version, this browser holds
 * data of a newer version than this page knows, or the browser has closed or removed it.
 */
export type StoreTrouble = "newer tab" | "newer data" | "closed";

/** What to tell of each: what it is, that nothing is lost, what to do. */
export const troubleWords: Readonly<Record<StoreTrouble, string>> = {
  "newer tab":
    "A newer Inch Hollow is open in another tab, so this one keeps nothing any more. Everything up to here is kept. Reload this tab to go on.",
  "newer data":
    "What is stored here was written by a newer Inch Hollow. Nothing of it was touched. Reload this tab to take the newer version.",
  closed:
    "The browser has closed what is stored here; it may have been cleared. Reload this tab to see what is there.",
};

let trouble: StoreTrouble | null = null;
const listeners = new Set<() => void>();

export const storeTrouble = (): StoreTrouble | null => trouble;

/** @returns the way to stop */
export function onStoreTrouble(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function tell(what: StoreTrouble): void {
  // The first is the cause; what follows from it is not news.
  if (trouble) return;
  trouble = what;
  for (const listener of listeners) listener();
}

/** Thrown while a database is opened that a newer version has written: an older page must not write into it. */
export class NewerData extends Error {
  override readonly name = "NewerData";
}

/**
 * Lets an old tab stop writing as soon as a newer one comes, and never begin on newer data. By itself the library would
 * close, open the newer database again at the next write, and write old rows into it.
 */
export function watchStore(db: Dexie, version: number): void {
  db.on("versionchange", (event: IDBVersionChangeEvent) => {
    tell(event.newVersion === null ? "closed" : "newer tab");
    db.close();
    return false;
  });
  db.on("close", () => tell("closed"));
  db.on(
    "ready",
    () => {
      // The library counts ten to a version.
      const installed = Math.round(db.backendDB().version / 10);
      if (installed <= version) return;
      tell("newer data");
      throw new NewerData(troubleWords["newer data"]);
    },
    true,
  );
}
