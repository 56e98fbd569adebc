import { type Outcome, refused, success } from "#core/outcome";
import { readBinaryStl, writeBinaryStl } from "#core/formats/stl";
import { openZip } from "#core/formats/zip";
import { zipWriter } from "#core/formats/zipWriter";
import { contentId } from "#core/mesh/contentId";

/** What stands in `archive.json`, see docs/format.md; its rows are looked at by whoever keeps them. */
export type ArchiveJson = {
  readonly format: "inch-hollow";
  readonly version: number;
  readonly tables: Readonly<Record<string, readonly unknown[]>>;
  readonly meshes: readonly ArchiveMesh[];
};
export type ArchiveMesh = { readonly id: string; readonly name: string };

/** Most that an archive may unpack to. Its own program wrote it, so it may be large. */
const UNPACKED_LIMIT = 16 * 2 ** 30;
/** A ZIP of the usual kind counts its bytes in 32 bits. */
const LARGEST_BYTES = 4e9;
const JSON_NAME = "archive.json";
const meshName = (id: string) => `meshes/${id}.stl`;
const isWanted = (name: string) => name === JSON_NAME || /^meshes\/[0-9a-f]{32}\.stl$/.test(name);

/**
 * Packs an archive, one mesh at a time.
 * @param cornersOf the triangles of a mesh of `json.meshes`
 * @param onChunk receives the bytes in order
 * @param onShare how far it is, 0 to 1
 * @returns its length in bytes, or that it would be too long; what came until then is to be thrown away
 */
export async function packArchive(
  json: ArchiveJson,
  cornersOf: (id: string) => Promise<Float32Array>,
  onChunk: (chunk: Uint8Array<ArrayBuffer>) => void,
  onShare: (share: number) => void = () => undefined,
): Promise<Outcome<number>> {
  let length = 0;
  const zip = zipWriter((chunk) => {
    length += chunk.byteLength;
    onChunk(chunk);
  });
  for (const [i, { id }] of json.meshes.entries()) {
    onShare(i / (json.meshes.length + 1));
    if (length > LARGEST_BYTES) return tooLarge();
    // Triangles hardly become smaller by more effort.
    zip.add(meshName(id), writeBinaryStl({ corners: await cornersOf(id) }), 3);
  }
  zip.add(JSON_NAME, new TextEncoder().encode(JSON.stringify(json, null, 1)), 6);
  zip.end();
  onShare(1);
  return length > LARGEST_BYTES ? tooLarge() : success(length);
}

const tooLarge = () =>
  refused(
    "archive/too-large",
    "An archive holds up to 4 GB. Take away scenes that are finished, one by one as archives of " +
      "their own, and delete them here.",
  );

/** An archive that was opened: its JSON as it stands there, and its meshes when they are asked for. */
export type OpenArchive = {
  readonly json: unknown;
  /** The triangles of a mesh, or that it is missing, damaged or not the one that was exported. */
  readonly mesh: (mesh: ArchiveMesh) => Promise<Outcome<Float32Array>>;
};

export function openArchive(bytes: Uint8Array): Outcome<OpenArchive> {
  const zip = openZip(bytes, isWanted, { limitBytes: UNPACKED_LIMIT });
  if (!zip.ok) return zip;
  if (!zip.value.names.includes(JSON_NAME)) {
    return refused(
      "archive/none",
      "This ZIP is no archive of Inch Hollow: it has no archive.json. Choose a file that was saved here.",
    );
  }
  const text = zip.value.read(JSON_NAME);
  if (!text.ok) return text;
  const json = parsed(text.value);
  if (!json.ok) return json;
  const mesh = async ({ id, name }: ArchiveMesh): Promise<Outcome<Float32Array>> => {
    const said = name || id;
    const missing = refused("archive/mesh", `The mesh ${said} is missing or damaged.`, ["meshes", id]);
    const file = meshName(id);
    if (!zip.value.names.includes(file)) return missing;
    const unpacked = zip.value.read(file);
    const stl = unpacked.ok ? readBinaryStl(unpacked.value) : null;
    if (!stl?.ok) return missing;
    const { corners } = stl.value.soup;
    if ((await contentId(corners)) === id) return success(corners);
    return refused("archive/mesh-changed", `The mesh ${said} is not the one that was saved.`, ["meshes", id]);
  };
  return success({ json: json.value, mesh });
}

function parsed(bytes: Uint8Array): Outcome<unknown> {
  try {
    return success(JSON.parse(new TextDecoder().decode(bytes)) as unknown);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    const message = "archive.json is damaged and cannot be read. Take another copy of the archive.";
    return refused("archive/broken", message, [JSON_NAME]);
  }
}
