import type { Problem } from "#core/outcome";
import type { ReadOptions } from "#core/formats/readModel";
import type { MeshMeasurement } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";
import { noOrigin } from "#core/plan/newPart";
import type { Part } from "#core/plan/sceneData";
import { guessUnit } from "#core/scale/unitGuess";
import { write } from "#data/journal";
import { storeMesh } from "#data/meshes";
import { intakeLanes, takeFile } from "#workers/intake";
import { WorkerStopped } from "#workers/openWorker";
import { localNow } from "#app/clock";
import { freshPart } from "#app/jobs/freshPart";

/** A file that says no unit gets the likeliest, kept as a guess until the builder confirms it. */
const unitOf = (unitMm: number | null, m: MeshMeasurement) => ({ unitMm: unitMm ?? guessUnit(Math.max(...boxSize(m.box)))[0]!.unitMm, unitSure: unitMm !== null });

export type FileState = { readonly name: string; readonly share: number; readonly stage: string; readonly done: boolean; readonly problem: Problem | null; readonly parts: number };

/**
 * Takes files in, several at a time: read and measured in workers, stored as meshes and parts. A file that is refused
 * leaves the others alone and nothing behind.
 */
export async function addFiles(sceneId: string, files: readonly File[], options: ReadOptions, onChange: (states: readonly FileState[]) => void, signal: AbortSignal): Promise<void> {
  const states: FileState[] = files.map((f) => ({ name: f.name, share: 0, stage: "waiting", done: false, problem: null, parts: 0 }));
  const change = (i: number, state: Partial<FileState>) => {
    states[i] = { ...states[i]!, ...state };
    onChange([...states]);
  };
  onChange([...states]);
  let next = 0;
  const lane = async (number: number) => {
    while (next < files.length) {
      const i = next++;
      if (signal.aborted) change(i, { done: true, stage: "cancelled" });
      else await addFile(number, sceneId, files[i]!, options, (state) => change(i, state), signal);
    }
  };
  await Promise.all(Array.from({ length: Math.min(intakeLanes, files.length) }, (_, number) => lane(number)));
}

async function addFile(lane: number, sceneId: string, file: File, options: ReadOptions, change: (state: Partial<FileState>) => void, signal: AbortSignal): Promise<void> {
  try {
    const outcome = await takeFile(lane, file, options, (share, stage) => change({ share, stage }), signal);
    if (!outcome.ok) {
      change({ done: true, stage: "refused", problem: outcome.problems[0]! });
      return;
    }
    const { models } = outcome.value;
    const base = file.name.replace(/\.[^.]+$/, "");
    const parts: Part[] = [];
    for (const [k, model] of models.entries()) {
      await storeMesh(model.id, model.name || base, { corners: model.corners }, model.measurement);
      parts.push(freshPart(sceneId, { name: (model.name || (models.length > 1 ? `${base} ${k + 1}` : base)).slice(0, 120), meshId: model.id, ...unitOf(model.unitMm, model.measurement), origin: { ...noOrigin, fileName: file.name } }));
    }
    await write(`Add ${file.name}`, parts.map((put) => ({ table: "parts" as const, put })), localNow().at);
    change({ share: 1, done: true, stage: "measured", parts: parts.length });
  } catch (error) {
    if (!(error instanceof WorkerStopped)) throw error;
    change({ done: true, stage: signal.aborted ? "cancelled" : "refused", problem: signal.aborted ? null : { code: "worker/stopped", path: [], message: `${file.name} could not be worked out: ${error.message} Try it alone, or with less detail.` } });
  }
}
