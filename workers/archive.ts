import { proxy } from "comlink";
import type { ArchiveJson } from "#core/formats/archiveFile";
import type { Outcome } from "#core/outcome";
import type { ArchiveApi, ArchiveBlob, Unpacked } from "#workers/archive.worker";
import { openWorker } from "#workers/openWorker";

export type { ArchiveBlob, Unpacked } from "#workers/archive.worker";

const open = () =>
  openWorker<ArchiveApi>(
    () => new Worker(new URL("./archive.worker.ts", import.meta.url), { type: "module" }),
  );
/** One for what somebody waits for, one for what is saved meanwhile: cancelling the one leaves the other. */
const asked = open();
const meanwhile = open();

type Tell = (share: number) => void;

/** Unpacks an archive away from the page. @param tell share in [0, 1], never going back */
export const unpackArchive = (file: Blob, tell: Tell, signal?: AbortSignal) =>
  asked((api) => api.unpack(file, proxy(tell)) as Promise<Outcome<Unpacked>>, signal);

/** What a file that came with the app holds, unpacked away from the page. @throws where it is damaged */
export const unpackShipped = (packed: Blob): Promise<unknown> => asked((api) => api.unpackShipped(packed));

/** Packs an archive away from the page. */
export const packArchiveFile = (
  json: ArchiveJson,
  meshes: readonly ArchiveBlob[],
  tell: Tell,
  signal?: AbortSignal,
) => asked((api) => api.pack(json, meshes, proxy(tell)) as Promise<Outcome<Blob>>, signal);

/** The same while nobody waits for it. */
export const packArchiveMeanwhile = (json: ArchiveJson, meshes: readonly ArchiveBlob[]) =>
  meanwhile(
    (api) =>
      api.pack(
        json,
        meshes,
        proxy(() => undefined),
      ) as Promise<Outcome<Blob>>,
  );
