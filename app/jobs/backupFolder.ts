import { type Outcome, refused, success } from "#core/outcome";
import { appDatabase } from "#data/db";
import { localNow } from "#app/clock";
import { keepOutside, keptOutside } from "#app/jobs/keptOutside";
import { lastStamp } from "#app/jobs/stamp";

/** A folder as the browser hands it out; what the types of the platform do not tell yet. */
type Folder = FileSystemDirectoryHandle & {
  values(): AsyncIterable<FileSystemFileHandle | FileSystemDirectoryHandle>;
  queryPermission?(wish: { mode: "readwrite" }): Promise<PermissionState>;
  requestPermission?(wish: { mode: "readwrite" }): Promise<PermissionState>;
};
type MovableFile = FileSystemFileHandle & { move?(name: string): Promise<void> };
type PickingWindow = Window & { showDirectoryPicker?: (options: object) => Promise<Folder> };

/** Generations that are kept: the last one, and the one before in case that was cut off. */
const GENERATIONS = 2;
const PART = ".part";

const picking = () => (window as PickingWindow).showDirectoryPicker;
/** Whether this browser lets a page keep a folder at all. */
export const canKeepFolder = (): boolean => typeof window !== "undefined" && picking() !== undefined;

/** May be written to; may be after the builder has said so again; there is none, or it is gone. */
export type FolderState = "ready" | "ask" | "none";

async function keptFolder(): Promise<Folder | null> {
  const row = await appDatabase().local.get("folder");
  return (row?.value as Folder | undefined) ?? null;
}

const allowed = async (folder: Folder) =>
  (await folder.queryPermission?.({ mode: "readwrite" })) ?? "granted";

export async function folderState(): Promise<FolderState> {
  const folder = await keptFolder();
  if (!folder) return "none";
  return (await allowed(folder)) === "granted" ? "ready" : "ask";
}

/** Asks for a folder and keeps it. @returns null when the builder changed their mind */
export async function pickFolder(): Promise<string | null> {
  const folder = await askForFolder();
  if (!folder) return null;
  await appDatabase().local.put({ key: "folder", value: folder });
  keepOutside({ folder: folder.name });
  return folder.name;
}

async function askForFolder(): Promise<Folder | null> {
  try {
    return (await picking()!.call(window, { id: "inch-hollow", mode: "readwrite" })) ?? null;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") return null;
    throw error;
  }
}

/** Asks the browser for leave to write to the folder again. */
export async function allowFolder(): Promise<FolderState> {
  const folder = await keptFolder();
  await folder?.requestPermission?.({ mode: "readwrite" });
  return folderState();
}

export async function forgetFolder(): Promise<void> {
  await appDatabase().local.delete("folder");
  keepOutside({ folder: null });
}

const ofStore = (storeId: string) => new RegExp(`^inch-hollow .* ${storeId}\\.zip(\\${PART})?$`);

/** `inch-hollow 2026-03-14 193005 k7f2.zip`: sorted by name they are sorted by age. */
function nameNow(storeId: string): string {
  const { at, ms } = localNow();
  const seconds = String(Math.floor(ms / 1000) % 60).padStart(2, "0");
  return `inch-hollow ${at.replace("T", " ").replace(":", "")}${seconds} ${storeId}.zip`;
}

/**
 * Writes everything into the folder: beside what is there, and under its name only when it is whole; then all
 * but the last
 * two are taken away. An empty store is never written over what was saved.
 * @returns the name of the file, or why nothing was written
 */
export async function writeToFolder(): Promise<Outcome<string>> {
  const folder = await keptFolder();
  if (!folder || (await allowed(folder)) !== "granted") {
    return refused("folder/none", "The folder may not be written to; allow it again.");
  }
  if ((await appDatabase().scenes.count()) === 0)
    return refused("folder/empty", "There is nothing to save yet.");
  const stamp = await lastStamp();
  // Loaded with the first file that is written, which keeps it out of every start.
  const { archiveMeanwhile } = await import("#app/jobs/archiveOut");
  const packed = await archiveMeanwhile();
  if (!packed.ok) return packed;
  const { storeId } = keptOutside();
  const name = nameNow(storeId);
  try {
    await writeWhole(folder, name, packed.value);
    await prune(folder, storeId);
  } catch (error) {
    if (!(error instanceof DOMException)) throw error;
    return refused(
      "folder/failed",
      `The folder ${folder.name} could not be written to (${error.name}). Pick it again.`,
    );
  }
  keepOutside({
    saved: { name, at: localNow().at, where: "folder" },
    savedStamp: stamp,
    unsavedSince: null,
    storeId,
  });
  return success(name);
}

async function writeWhole(folder: Folder, name: string, blob: Blob): Promise<void> {
  const write = async (as: string) => {
    const file: MovableFile = await folder.getFileHandle(as, { create: true });
    const stream = await file.createWritable();
    await stream.write(blob);
    await stream.close();
    return file;
  };
  const file = await write(`${name}${PART}`);
  if (file.move) await file.move(name);
  else {
    // Where a file cannot be renamed, the browser itself writes beside it and exchanges the two at the end.
    await write(name);
    await folder.removeEntry(`${name}${PART}`);
  }
  const whole = await (await folder.getFileHandle(name)).getFile();
  if (whole.size !== blob.size) throw new DOMException("The file was cut off.", "DataError");
}

async function prune(folder: Folder, storeId: string): Promise<void> {
  const names: string[] = [];
  for await (const entry of folder.values()) if (ofStore(storeId).test(entry.name)) names.push(entry.name);
  const whole = names.filter((name) => !name.endsWith(PART)).sort();
  const gone = [...whole.slice(0, -GENERATIONS), ...names.filter((name) => name.endsWith(PART))];
  for (const name of gone) await folder.removeEntry(name);
}

/**
 * Asks for the folder again and opens the latest archive in it, of whatever browser. Null when there is none.
 */
export async function latestOfFolder(): Promise<File | null> {
  if ((await pickFolder()) === null) return null;
  const folder = (await keptFolder())!;
  const files: FileSystemFileHandle[] = [];
  for await (const entry of folder.values()) {
    if (entry.kind === "file" && /^inch-hollow .*\.zip$/.test(entry.name)) files.push(entry);
  }
  const latest = files.sort((a, b) => (a.name < b.name ? 1 : -1))[0];
  return latest ? latest.getFile() : null;
}
