import type { FileVersion, Part } from "#core/scene/part";
import { localNow } from "#app/clock";

/** The mesh that a part had until now, kept beside what was done to it here. */
export const replacedVersion = (part: Part, change: string): FileVersion => ({
  id: crypto.randomUUID(),
  meshId: part.meshId,
  fileName: part.origin.fileName,
  at: localNow().at,
  change,
  flaw: "",
  corrected: true,
  trialCopies: 0,
  saidBy: "",
});
