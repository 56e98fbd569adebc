import type { Outcome } from "#core/outcome";
import { success } from "#core/outcome";
import { localNow } from "#app/clock";
import { lookAgain } from "#app/jobs/keeper";
import { keepOutside } from "#app/jobs/keptOutside";
import { saveFile } from "#app/jobs/saveFile";
import { lastStamp } from "#app/jobs/stamp";

/** Hands a file with everything in it to the browser to save, and remembers that it did. @returns its name */
export async function saveCopy(
  tell: (share: number) => void,
  signal?: AbortSignal,
): Promise<Outcome<string>> {
  const stamp = await lastStamp();
  // Loaded with the first file that is saved, which keeps it out of every start.
  const { archiveFile } = await import("#app/jobs/archiveOut");
  const packed = await archiveFile(tell, signal);
  if (!packed.ok) return packed;
  const { today, at } = localNow();
  const name = `inch-hollow-${today}.zip`;
  saveFile(packed.value, name, "application/zip");
  keepOutside({ saved: { name, at, where: "download" }, savedStamp: stamp, unsavedSince: null });
  await lookAgain();
  return success(name);
}
