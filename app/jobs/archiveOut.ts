import type { Outcome } from "#core/outcome";
import { archiveContent } from "#data/archiveOut";
import { packArchiveFile, packArchiveMeanwhile } from "#workers/archive";

/** Everything there is as one file. @param tell share in [0, 1], never going back */
export async function archiveFile(
  tell: (share: number) => void,
  signal?: AbortSignal,
): Promise<Outcome<Blob>> {
  const { json, meshes } = await archiveContent();
  return packArchiveFile(json, meshes, tell, signal);
}

/** The same while nobody waits for it. */
export async function archiveMeanwhile(): Promise<Outcome<Blob>> {
  const { json, meshes } = await archiveContent();
  return packArchiveMeanwhile(json, meshes);
}
