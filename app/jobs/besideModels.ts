import { besideKind } from "#core/formats/besideModels";
import type { PartPatch } from "#core/scene/part";
import type { Part } from "#core/scene/part";

const NOTE_LENGTH = 1000;
const LICENCE_LENGTH = 120;
const LICENCE =
  /\b(CC0|CC[- ]BY(?:[- ](?:NC|SA|ND))*(?:[- ]?[1-4]\.0)?|creative commons[^\n.]{0,60}|public domain|personal use[^\n.]{0,40}|MIT licen[cs]e|GPL(?:[- ]?v?[23])?)/i;

export const isBesideModels = ({ name, size }: Pick<File, "name" | "size">): boolean =>
  besideKind(name, size) !== null;

/** What a text beside models says of them. */
export type Said = { readonly note: string | null; readonly licence: string | null };

/** A licence is one; of a read-me all of it is a note, and a licence that it names is one too. */
export function saidBeside(name: string, text: string): Said {
  // What holds a zero is no text, whatever it is called.
  if (text.includes("\0")) return { note: null, licence: null };
  const named = LICENCE.exec(text)?.[0].trim() ?? null;
  const first = text.split("\n").find((line) => line.trim() !== "");
  if (/^read/i.test(name)) return { note: text.trim().slice(0, NOTE_LENGTH) || null, licence: named };
  return { note: null, licence: (named ?? first?.trim() ?? "").slice(0, LICENCE_LENGTH) || null };
}

/** What of it a part takes: nothing that it has already. */
export const takesOf =
  ({ note, licence }: Said) =>
  (part: Part): PartPatch => ({
    ...(note !== null && part.note === "" ? { note } : {}),
    ...(licence !== null && part.origin.licence === "" ? { origin: { ...part.origin, licence } } : {}),
  });

const folderOf = (path: string) => path.slice(0, path.lastIndexOf("/") + 1);

const nameOnly = (path: string) =>
  path
    .slice(path.lastIndexOf("/") + 1)
    .replace(/\.[^.]*$/, "")
    .toLowerCase();

/** The parts that a picture shows: those it is called by, or all of its folder. */
export function partsPictured(path: string, parts: readonly Part[]): readonly Part[] {
  const around = partsBeside(path, parts);
  const called = around.filter((p) => nameOnly(path).startsWith(nameOnly(p.origin.fileName)));
  return called.length > 0 ? called : around;
}

/** The parts that a text is about: what came from its folder or from one in it. */
export const partsBeside = (path: string, parts: readonly Part[]): readonly Part[] =>
  parts.filter((p) => p.origin.fileName.startsWith(folderOf(path)));
