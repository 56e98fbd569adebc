import type Dexie from "dexie";

/**
 * Why nothing can be kept in this tab any more: another tab has brought the data to a newer version, this
 * browser holds
 * data of a newer version than this page knows, the browser has closed or removed it, or its disk took no
 * more.
 *
 * After the first write that the disk did not take, nothing more is written before the page is opened again:
 * a browser that
 * finds not a byte left at its next write clears everything of the page by itself (seen on a disk that was
 * full).
 */
export type StoreTrouble = "newer tab" | "newer data" | "closed" | "disk";

/** What to tell of each: what it is, that nothing is lost, what to do. */
export const troubleWords: Readonly<Record<StoreTrouble, string>> = {
  "newer tab":
    "A newer Inch Hollow is open in another tab, so this one keeps nothing any more. Everything " +
    "up to here is kept. Reload this tab to go on.",
  "newer data":
    "What is stored here was written by a newer Inch Hollow. Nothing of it was touched. Reload " +
    "this tab to take the newer version.",
  closed:
    "The browser has closed what is stored here: its disk may be full, or it was cleared. Reload " +
    "this tab to see what is there.",
  disk:
    "The browser could not write to its disk, which is probably full. What was here before is kept, " +
    "but a browser without any disk left may clear it: save a copy elsewhere now, make room, then " +
    "reload this tab. Until then nothing is written from here.",
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

/** Other tabs of this browser write to the same disk. */
const otherTabs =
  typeof BroadcastChannel === "undefined" || typeof window === "undefined"
    ? null
    : new BroadcastChannel("inch-hollow-store");
otherTabs?.addEventListener("message", ({ data }: MessageEvent<unknown>) => {
  if (data === "disk") tell("disk");
});

/** Notes that the disk took no more: all tabs stop writing. */
export function diskRefused(): void {
  if (trouble === null) otherTabs?.postMessage("disk");
  tell("disk");
}

/**
 * Thrown while a database is opened that a newer version has written: an older page must not write into it.
 */
class NewerData extends Error {
  override readonly name = "NewerData";
}

/** Whether data of a newer version was met; the library wraps the error in its own. */
export const isNewerData = (error: unknown): boolean =>
  error instanceof NewerData ||
  (error instanceof Error && "inner" in error && error.inner instanceof NewerData);

/** Lets nobody begin on data of a newer version: the library would, and would write old rows into it. */
export function refuseNewer(db: Dexie, version: number): void {
  const look = () => {
    // The library counts ten to a version.
    const installed = Math.round(db.backendDB().version / 10);
    if (installed > version) throw new NewerData(troubleWords["newer data"]);
  };
  db.on("ready", look, true);
}

/**
 * Lets the app's own database stop writing as soon as a newer tab comes or the browser closes it. By itself
 * the library would
 * close, and open the newer or emptied database again at the next write.
 */
export function watchStore(db: Dexie): void {
  db.on("versionchange", (event: IDBVersionChangeEvent) => {
    tell(event.newVersion === null ? "closed" : "newer tab");
    db.close();
    return false;
  });
  db.on("close", () => tell("closed"));
  db.open().catch((error: unknown) => {
    if (isNewerData(error)) tell("newer data");
  });
}
