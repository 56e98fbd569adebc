/** A file with everything in it that was saved outside the browser's database. */
export type SavedFile = {
  readonly name: string;
  /** The builder's own day and clock: `2026-03-14T19:30`. */
  readonly at: string;
  /** Handed to the browser to save, or written into the folder that the builder picked. */
  readonly where: "download" | "folder";
};

/**
 * What is remembered beside the database, in the browser's small storage, which a cleared database leaves
 * alone: that there
 * were scenes, and where they were saved last.
 */
export type KeptOutside = {
  /** Which browser's data this is, in the names of saved files. */
  readonly storeId: string;
  readonly scenes: readonly string[];
  readonly changedAt: string | null;
  readonly saved: SavedFile | null;
  /** What the database stood at when it was saved last; null before anything was the builder's own. */
  readonly savedStamp: string | null;
  /** Since when there is something that is in no file. */
  readonly unsavedSince: string | null;
  readonly folder: string | null;
  /** Day until which nothing is to be said of saving. */
  readonly quietUntil: string | null;
  readonly persistenceTold: boolean;
};

const KEY = "inch-hollow-kept";
const LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

const freshId = () =>
  Array.from(crypto.getRandomValues(new Uint8Array(4)), (v) => LETTERS[v % LETTERS.length]).join("");
const nothing = (): KeptOutside => ({
  storeId: freshId(),
  scenes: [],
  changedAt: null,
  saved: null,
  savedStamp: null,
  unsavedSince: null,
  folder: null,
  quietUntil: null,
  persistenceTold: false,
});

/** What is remembered; nothing in a browser that has no small storage or spoilt it. */
export function keptOutside(): KeptOutside {
  try {
    const text = localStorage.getItem(KEY);
    const said: unknown = text === null ? null : JSON.parse(text);
    return { ...nothing(), ...(typeof said === "object" ? (said as Partial<KeptOutside>) : {}) };
  } catch {
    return nothing();
  }
}

/** Remembers something more. @returns all that is remembered */
export function keepOutside(more: Partial<KeptOutside>): KeptOutside {
  const kept = { ...keptOutside(), ...more };
  try {
    localStorage.setItem(KEY, JSON.stringify(kept));
  } catch {
    // Without a small storage a cleared database cannot be told from a first start; nothing else depends on
    // it.
  }
  return kept;
}
