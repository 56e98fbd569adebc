import type { Part } from "#core/scene/part";
import { takeFile } from "#workers/intake";
import { WorkerStopped } from "#workers/openWorker";
import { modelSize } from "#app/jobs/addFiles";
import { keep } from "#app/jobs/keep";

/**
 * Gives a part that had none its model: the first body of a file. Its size is then the model's, whose scale is asked
 * for as of any other.
 * @param tell share in [0, 1] and what is being done
 * @returns what came in a sentence, or why nothing was changed
 */
export async function fileCame(
  part: Part,
  file: File,
  tell: (share: number, stage: string) => void,
  signal: AbortSignal,
): Promise<{ readonly said: string; readonly changed: boolean }> {
  const nothing = (said: string) => ({ said, changed: false });
  try {
    const taken = await takeFile(0, file, { objGroupsApart: false }, tell, signal);
    if (!taken.ok) return nothing(taken.problems[0]!.message);
    const { models } = taken.value;
    const [model] = models;
    if (!model) return nothing(`${file.name} holds no model. Nothing was changed.`);
    const patch = ({ origin }: Part) => ({
      meshId: model.id,
      origin: { ...origin, fileName: file.name.slice(0, 4000) },
      size: { ...modelSize(model.unitMm, model.measurement), source: { kind: "unknown" as const } },
    });
    const kept = await keep(`The file of ${part.name}`, [{ table: "parts", id: part.id, patch }], {
      meshes: [model],
    });
    if (!kept.ok) return nothing(kept.problems[0]!.message);
    const more = models.length - 1;
    const which = more > 0 ? `, the first of ${models.length} in the file` : "";
    return { said: `${part.name} has its model now${which}. Say what scale it was drawn at.`, changed: true };
  } catch (error) {
    if (signal.aborted) return nothing("Cancelled; nothing was changed.");
    if (error instanceof WorkerStopped)
      return nothing(`${file.name} could not be worked out: ${error.message}`);
    throw error;
  }
}
