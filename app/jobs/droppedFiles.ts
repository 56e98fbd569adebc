import { besideKind } from "#core/formats/besideModels";
import { isBesideModels } from "#app/jobs/besideModels";

/** What of a folder may be a model; what else lies in it is told and left aside. */
const MODEL_NAME = /\.(stl|obj|3mf|ply|zip)$/i;
/** More pictures than these are an album; what is beyond them is left aside. */
const MOST_PICTURES = 24;
/** More folders in folders than anybody makes by hand. */
const DEEPEST = 12;

/** Where in a dropped folder a file stood; a browser tells it only of folders that were picked. */
const paths = new WeakMap<File, string>();

/** The path of a file in the folder that it came with, or its name. */
export const pathOf = (file: File): string => paths.get(file) ?? (file.webkitRelativePath || file.name);

/** Files that were dropped or picked: those to take in, and the names of what lay beside them in folders. */
export type Dropped = { readonly files: readonly File[]; readonly aside: readonly string[] };

/**
 * Files by themselves are taken whatever they are called: what they hold decides. Of folders only models, and what
 * says something of them.
 */
export function modelsAmong(all: readonly File[]): Dropped {
  const pictures = all.filter((f) => besideKind(f.name, f.size) === "picture");
  const album = new Set(pictures.slice(MOST_PICTURES));
  const isTaken = (file: File) =>
    !album.has(file) && (!pathOf(file).includes("/") || MODEL_NAME.test(file.name) || isBesideModels(file));
  return {
    files: all.filter(isTaken),
    aside: all.filter((f) => !isTaken(f) && !f.name.startsWith(".")).map(pathOf),
  };
}

/** What was dropped, folders with all that is in them. */
export async function droppedFiles(transfer: Pick<DataTransfer, "files" | "items">): Promise<Dropped> {
  // They are there only until the event is over: all are asked for before the first is waited for.
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry?.() ?? null);
  const loose = [...transfer.files];
  if (!entries.some((e) => e?.isDirectory)) return modelsAmong(loose);
  const found = await Promise.all(entries.map((entry) => (entry ? filesIn(entry, 0) : [])));
  return modelsAmong(found.flat());
}

async function filesIn(entry: FileSystemEntry, depth: number): Promise<readonly File[]> {
  if (entry.isFile) {
    const file = await new Promise<File>((done, fail) => (entry as FileSystemFileEntry).file(done, fail));
    paths.set(file, entry.fullPath.replace(/^\//, ""));
    return [file];
  }
  if (depth >= DEEPEST) return [];
  const inside = await entriesOf((entry as FileSystemDirectoryEntry).createReader());
  return (await Promise.all(inside.map((e) => filesIn(e, depth + 1)))).flat();
}

/** All entries of a folder: a browser hands them out a hundred at a time. */
async function entriesOf(reader: FileSystemDirectoryReader): Promise<readonly FileSystemEntry[]> {
  const all: FileSystemEntry[] = [];
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((done, fail) => reader.readEntries(done, fail));
    if (some.length === 0) return all;
    all.push(...some);
  }
}
