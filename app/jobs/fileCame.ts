import type { Part } from "#core/scene/part";
import { takeFile, type TakenModel } from "#workers/intake";
import { WorkerStopped } from "#workers/openWorker";
import { modelSize } from "#app/jobs/addFiles";
import { keep } from "#app/jobs/keep";
import { OPEN_ZONE } from "#core/scene/zoneMap";
import type { Change } from "#data/journal";
import { replacedVersion } from "#app/jobs/newVersion";
import { carriedMap } from "#app/jobs/zoneMaps";

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
): Promise<Came> {
  return tookFile(file, tell, signal, async ([model, ...more]) => {
    const patch = ({ origin }: Part) => ({
      meshId: model.id,
      origin: { ...origin, fileName: file.name.slice(0, 4000) },
      size: { ...modelSize(model.unitMm, model.measurement), source: { kind: "unknown" as const } },
    });
    const kept = await keep(`The file of ${part.name}`, [{ table: "parts", id: part.id, patch }], {
      meshes: [model],
    });
    if (!kept.ok) return nothing(kept.problems[0]!.message);
    return {
      said: `${part.name} has its model now${ofSeveral(more.length)}. Say what scale it was drawn at.`,
      changed: true,
    };
  });
}

/**
 * Gives a part a newer file of the same thing: it keeps its size, its decisions and its zones, as far as they find
 * themselves on it; the old file stays among its versions.
 */
export async function newerFile(
  part: Part,
  file: File,
  factor: number,
  tell: (share: number, stage: string) => void,
  signal: AbortSignal,
): Promise<Came> {
  return tookFile(file, tell, signal, async ([model, ...more]) => {
    if (model.id === part.meshId) return nothing(`${file.name} holds the very model that ${part.name} has.`);
    const version = replacedVersion(part, `newer file: ${file.name}`.slice(0, 4000));
    const patch = ({ origin, history: { versions } }: Part) => ({
      meshId: model.id,
      origin: { ...origin, fileName: file.name.slice(0, 4000) },
      history: { versions: [...versions, version] },
      print: { pose: null },
    });
    const zones = await carriedMap(part, model, null, factor);
    const change = { table: "parts", id: part.id, patch } as const;
    const kept = await keep(`A newer file of ${part.name}`, [change, ...zones], { meshes: [model] });
    if (!kept.ok) return nothing(kept.problems[0]!.message);
    return {
      said: `${part.name} has its newer file${ofSeveral(more.length)}${zonesText(zones)}.`,
      changed: true,
    };
  });
}

type Came = { readonly said: string; readonly changed: boolean };
const nothing = (said: string): Came => ({ said, changed: false });
const ofSeveral = (more: number): string => (more > 0 ? `, the first of ${more + 1} in the file` : "");

/** What became of its zones, in words; nothing where nobody parted it. */
function zonesText(changes: readonly Change[]): string {
  const map = changes.flatMap((c) => ("put" in c && c.table === "zoneMaps" ? [c.put] : []))[0];
  if (!map) return "";
  const open = map.measures.find((m) => m.number === OPEN_ZONE);
  const whole = map.measures.reduce((sum, m) => sum + m.area, 0);
  return open
    ? `; its zones are carried over but for ${Math.max(1, Math.round((100 * open.area) / whole))} % of its surface, which is open`
    : " and all its zones";
}

type TakenModels = readonly [TakenModel, ...TakenModel[]];

async function tookFile(
  file: File,
  tell: (share: number, stage: string) => void,
  signal: AbortSignal,
  keepIt: (models: TakenModels) => Promise<Came>,
): Promise<Came> {
  try {
    const taken = await takeFile(0, file, { objGroupsApart: false }, tell, signal);
    if (!taken.ok) return nothing(taken.problems[0]!.message);
    const [first, ...more] = taken.value.models;
    return first
      ? await keepIt([first, ...more])
      : nothing(`${file.name} holds no model. Nothing was changed.`);
  } catch (error) {
    if (signal.aborted) return nothing("Cancelled; nothing was changed.");
    if (error instanceof WorkerStopped)
      return nothing(`${file.name} could not be worked out: ${error.message}`);
    throw error;
  }
}
