import { type Outcome, refused, success } from "#core/outcome";
import { type FormatProblem, type ReadModel, soupProblem } from "#core/formats/model";
import { readObj } from "#core/formats/obj";
import { readPly } from "#core/formats/ply";
import { holdsModels, readZipOfModels } from "#core/formats/zipOfModels";
import { isBinaryStl, readBinaryStl, readTextStl } from "#core/formats/stl";
import { readThreeMf } from "#core/formats/readThreeMf";

/** Largest file that is read: above it the numbers no longer fit a worker's memory beside the result. */
export const LARGEST_FILE_BYTES = 800e6;

export type ModelFormat = "stl" | "obj" | "3mf" | "ply" | "zip";

/** How a file is to be taken apart. */
export type ReadOptions = {
  /** The groups of an OBJ as bodies of their own instead of as one. */
  readonly objGroupsApart?: boolean;
};

const isZip = (bytes: Uint8Array) => bytes[0] === 80 && bytes[1] === 75 && bytes[2] === 3 && bytes[3] === 4;

const zipInZip = (path: string) =>
  refused("zip/refused", `${path} is an archive in an archive. Unpack it and add the one inside by itself.`);

/** Text in two bytes a letter grows to this at the most while it is brought into one. */
const LARGEST_TEXT_BYTES = 200e6;

/** Text of two bytes a letter, as some editors save it, in UTF-8; any other bytes as they are. */
function inUtf8(bytes: Uint8Array): Uint8Array {
  const label =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? "utf-16le"
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? "utf-16be"
        : null;
  if (label === null || bytes.byteLength > LARGEST_TEXT_BYTES) return bytes;
  return new TextEncoder().encode(new TextDecoder(label).decode(bytes));
}

/**
 * What the bytes are, whatever the file is called: a ZIP is a 3MF, a length that fits the count is a binary
 * STL,
 * `solid` and a facet a text STL, `ply` on a line of its own a PLY, lines that begin with `v` an OBJ.
 */
export function sniffFormat(bytes: Uint8Array): ModelFormat | null {
  if (isZip(bytes)) return "3mf";
  if (bytes[0] === 112 && bytes[1] === 108 && bytes[2] === 121 && (bytes[3] ?? 0) <= 32) return "ply";
  if (isBinaryStl(bytes)) return "stl";
  const head = new TextDecoder().decode(bytes.subarray(0, 4096));
  if (/^\s*solid\b[\s\S]*\b(facet|endsolid)\b/i.test(head)) return "stl";
  if (
    /^v\s+[-+.\d]/m.test(head) ||
    (/^(#|o |g |mtllib )/m.test(head) && /^v\s/m.test(new TextDecoder().decode(bytes.subarray(0, 65536))))
  )
    return "obj";
  return null;
}

/**
 * Reads any model file. Never throws on any bytes.
 * @param name file name, for the sentences and the names of bodies that have none of their own
 */
export function readModelFile(
  file: Uint8Array,
  name: string,
  options: ReadOptions = {},
): Outcome<{ readonly format: ModelFormat; readonly models: readonly ReadModel[] }, FormatProblem> {
  const bytes = inUtf8(file);
  if (bytes.byteLength === 0) return refused("file/empty", `${name} is empty. Copy or export it again.`);
  if (bytes.byteLength > LARGEST_FILE_BYTES)
    return refused(
      "file/too-large",
      `${name} is ${Math.round(bytes.byteLength / 1e6)} MB; up to ${LARGEST_FILE_BYTES / 1e6} MB is read. Export it with less detail.`,
    );
  if (isZip(bytes) && holdsModels(bytes)) {
    const all = readZipOfModels(bytes, name, LARGEST_FILE_BYTES, (inside, path) => {
      const one =
        isZip(inside) && holdsModels(inside) ? zipInZip(path) : readModelFile(inside, path, options);
      return one.ok ? success(one.value.models) : one;
    });
    if (!all.ok) return all;
    return success({ format: "zip", models: all.value });
  }
  const format = sniffFormat(bytes) ?? (looksBinary(bytes) && /\.stl$/i.test(name) ? "stl" : null);
  if (format === null) {
    return refused(
      "file/unknown",
      `${name} is not a model that can be read here: its content is neither STL, OBJ, 3MF nor PLY. Check that it is the right file.`,
    );
  }
  const outcome =
    format === "3mf"
      ? readThreeMf(bytes)
      : format === "obj"
        ? readObj(bytes, options.objGroupsApart)
        : format === "ply"
          ? readPly(bytes)
          : readStl(bytes);
  if (!outcome.ok)
    return { ok: false, problems: outcome.problems.map((p) => ({ ...p, message: `${name}: ${p.message}` })) };
  for (const model of outcome.value) {
    const problem = soupProblem(
      model.soup,
      outcome.value.length > 1 && model.name !== "" ? `${name}, body “${model.name}”` : name,
    );
    if (problem) return { ok: false, problems: [problem] };
  }
  return success({ format, models: outcome.value });
}

function readStl(bytes: Uint8Array): Outcome<readonly ReadModel[], FormatProblem> {
  const startsAsText = /^\s*solid\b/i.test(new TextDecoder().decode(bytes.subarray(0, 64)));
  if (!isBinaryStl(bytes) && startsAsText) return readTextStl(bytes);
  const binary = readBinaryStl(bytes);
  return binary.ok ? success([{ name: "", soup: binary.value.soup, unitMm: null }]) : binary;
}

/** Bytes that no text has, near the start. */
function looksBinary(bytes: Uint8Array): boolean {
  const head = bytes.subarray(0, 512);
  return head.some((b) => b < 9 || (b > 13 && b < 32));
}
