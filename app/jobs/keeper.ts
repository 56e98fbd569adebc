import { collectMeshes } from "#data/collectMeshes";
import { appDatabase } from "#data/db";
import { keepIfPossible } from "#data/storeProblem";
import { onStoreTrouble, storeTrouble, type StoreTrouble } from "#data/storeState";
import { onWrite } from "#data/onWrite";
import { localNow } from "#app/clock";
import { canKeepFolder, type FolderState, folderState, writeToFolder } from "#app/jobs/backupFolder";
import { keepOutside, keptOutside, type SavedFile } from "#app/jobs/keptOutside";
import { changesBetween, lastStamp } from "#app/jobs/stamp";

/** How safe what is stored here is. */
export type Keeping = {
  readonly trouble: StoreTrouble | null;
  /** Changes that are in no saved file, and since when. */
  readonly unsaved: number;
  readonly unsavedSince: string | null;
  readonly saved: SavedFile | null;
  readonly folder: { readonly name: string; readonly state: FolderState; readonly said: string } | null;
  readonly canKeepFolder: boolean;
  /** Whether the browser has promised to clear nothing by itself; null while it was not asked. */
  readonly persisted: boolean | null;
  readonly room: { readonly usedBytes: number; readonly freeBytes: number } | null;
  /** Rows of older versions that have no place. */
  readonly unplaced: number;
  readonly quietUntil: string | null;
};

const QUIET_MS = 60_000;
/** Models that nothing needs any more are let go of once a start, when the page has come to rest. */
const COLLECT_MS = 15_000;
const SETTLE_MS = 400;

let state: Keeping = {
  trouble: null,
  unsaved: 0,
  unsavedSince: null,
  saved: null,
  folder: null,
  canKeepFolder: false,
  persisted: null,
  room: null,
  unplaced: 0,
  quietUntil: null,
};
const listeners = new Set<() => void>();

export const keepingNow = (): Keeping => state;
export function onKeeping(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function tell(more: Partial<Keeping>): void {
  state = { ...state, ...more };
  for (const listener of listeners) listener();
}

/** Looks again how things stand. */
export async function lookAgain(): Promise<void> {
  if (storeTrouble()) return tell({ trouble: storeTrouble() });
  const db = appDatabase();
  // Before there was a start, and after the browser cleared it, what is remembered outside is all there is.
  if (!(await db.settings.get("started"))) return;
  const [stamp, scenes, unplaced, folder, persisted, estimate] = await Promise.all([
    lastStamp(),
    db.scenes.toArray(),
    db.unplaced.count(),
    folderState(),
    navigator.storage?.persisted?.() ?? false,
    navigator.storage?.estimate?.() ?? {},
  ]);
  const before = keptOutside();
  const unsaved = changesBetween(before.savedStamp, stamp);
  const { at } = localNow();
  const own = unsaved > 0 || before.saved !== null;
  const names = scenes.filter((s) => !s.aside).map((s) => s.name);
  const kept = own
    ? keepOutside({
        scenes: names.slice(0, 5),
        changedAt: unsaved > 0 ? at : (before.changedAt ?? at),
        unsavedSince: unsaved > 0 ? (before.unsavedSince ?? at) : null,
      })
    : before;
  const { usage, quota } = estimate;
  tell({
    trouble: storeTrouble(),
    unsaved,
    unsavedSince: kept.unsavedSince,
    saved: kept.saved,
    folder:
      kept.folder === null ? null : { name: kept.folder, state: folder, said: state.folder?.said ?? "" },
    canKeepFolder: canKeepFolder(),
    persisted: state.persisted === null && !persisted && !before.persistenceTold ? null : persisted,
    room:
      usage === undefined || quota === undefined
        ? null
        : { usedBytes: usage, freeBytes: Math.max(0, quota - usage) },
    unplaced,
    quietUntil: kept.quietUntil,
  });
}

/**
 * Asks the browser to clear nothing by itself. It is asked at the first change, not before there is something
 * to keep.
 */
async function askToPersist(): Promise<void> {
  if (state.persisted !== null || !navigator.storage?.persist) return;
  tell({ persisted: (await navigator.storage.persisted()) || (await navigator.storage.persist()) });
}

/** Writes the folder if something is in no file yet. Only one tab does; another finds nothing left to do. */
async function saveToFolder(): Promise<void> {
  if (storeTrouble() || (await folderState()) !== "ready") return;
  await navigator.locks.request("inch-hollow-folder", async () => {
    if ((await lastStamp()) === keptOutside().savedStamp && keptOutside().saved?.where === "folder") return;
    const written = await writeToFolder();
    const said =
      written.ok || written.problems[0]!.code === "folder/empty" ? "" : written.problems[0]!.message;
    if (state.folder) tell({ folder: { ...state.folder, said } });
  });
  await lookAgain();
}

let running = false;

/**
 * Watches over what is stored for as long as the page is open: counts what is in no file, asks the browser to
 * keep it, writes
 * the folder after a quiet minute.
 * @returns the way to stop
 */
export function startKeeper(): () => void {
  if (running) return () => undefined;
  running = true;
  let quiet: ReturnType<typeof setTimeout> | undefined;
  let settle: ReturnType<typeof setTimeout> | undefined;
  const look = () => void lookAgain().catch(() => tell({ trouble: storeTrouble() }));
  const afterQuiet = () => {
    clearTimeout(quiet);
    quiet = setTimeout(() => void saveToFolder().catch(look), QUIET_MS);
  };
  look();
  // What was not saved when the page was closed last is saved now.
  afterQuiet();
  const collect = setTimeout(() => void keepIfPossible(() => collectMeshes()), COLLECT_MS);
  const stops = [
    onWrite((tables) => {
      if (!tables.includes("journal")) return;
      afterQuiet();
      clearTimeout(settle);
      settle = setTimeout(() => {
        look();
        void askToPersist();
      }, SETTLE_MS);
    }),
    onStoreTrouble(look),
  ];
  return () => {
    running = false;
    clearTimeout(quiet);
    clearTimeout(settle);
    clearTimeout(collect);
    for (const stop of stops) stop();
  };
}
