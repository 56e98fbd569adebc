import { parse } from "devalue";
import { type ArchiveJson, type ArchiveMesh, openArchive, packArchive } from "#core/formats/archiveFile";
import { failure, type Outcome, refused, success } from "#core/outcome";
import { serve } from "#workers/serve";

/** A mesh of an archive: its corners as the bytes of single-precision numbers. */
export type ArchiveBlob = ArchiveMesh & { readonly corners: Blob };
/** An archive that was unpacked: its JSON as it stands there, the meshes that are whole. */
export type Unpacked = { readonly json: unknown; readonly meshes: readonly ArchiveBlob[] };

type Tell = (share: number) => void;

/** Longest file that fits the memory of a page. */
const LARGEST_BYTES = 2e9;

const listed = (json: unknown): readonly ArchiveMesh[] => {
  const meshes = (json as Partial<ArchiveJson> | null)?.meshes;
  const known = Array.isArray(meshes) ? meshes.filter((m) => typeof m?.id === "string") : [];
  return known.map(({ id, name }) => ({ id, name: typeof name === "string" ? name : "" }));
};

const api = {
  /** Unpacks an archive and looks at its meshes. Problems come back as values. */
  async unpack(file: Blob, tell: Tell): Promise<Outcome<Unpacked>> {
    if (file.size > LARGEST_BYTES) {
      return refused(
        "archive/too-large",
        `This archive is ${(file.size / 1e9).toFixed(1)} GB; up to 2 GB is read here.`,
      );
    }
    const opened = openArchive(new Uint8Array(await file.arrayBuffer()));
    if (!opened.ok) return opened;
    const { json, mesh } = opened.value;
    const all = listed(json);
    const meshes: ArchiveBlob[] = [];
    for (const [i, { id, name }] of all.entries()) {
      tell(i / all.length);
      const corners = await mesh({ id, name });
      if (corners.ok)
        meshes.push({ id, name, corners: new Blob([corners.value as Float32Array<ArrayBuffer>]) });
    }
    return success({ json, meshes });
  },
  /** What a file that came with the app holds. @throws where it is damaged */
  async unpackShipped(packed: Blob): Promise<unknown> {
    const plain = packed.stream().pipeThrough(new DecompressionStream("gzip"));
    return parse(await new Response(plain).text());
  },
  /** Packs an archive; the triangles of one mesh at a time are in memory. */
  async pack(json: ArchiveJson, blobs: readonly ArchiveBlob[], tell: Tell): Promise<Outcome<Blob>> {
    const corners = new Map(blobs.map((b) => [b.id, b.corners]));
    const chunks: Uint8Array<ArrayBuffer>[] = [];
    const cornersOf = async (id: string) => new Float32Array(await corners.get(id)!.arrayBuffer());
    const packed = await packArchive(json, cornersOf, (chunk) => chunks.push(chunk), tell);
    return packed.ok ? success(new Blob(chunks, { type: "application/zip" })) : failure(...packed.problems);
  },
};
export type ArchiveApi = typeof api;
serve(api);
