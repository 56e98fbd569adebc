import type { Outcome, Problem } from "#core/outcome";
import type { ReadOptions } from "#core/formats/readModel";
import type { FirstFigures, MeshMeasurement } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";
import { noOrigin } from "#core/scene/part";
import type { Part } from "#core/scene/part";
import { guessUnit } from "#core/scale/unitGuess";
import type { Change, Written } from "#data/journal";
import type { IntakeProgress, TakenModel, TakeFile } from "#workers/intake";
import { WorkerStopped } from "#workers/openWorker";
import { counted } from "#core/words";
import { isBesideModels, partsBeside, partsPictured, saidBeside, takesOf } from "#app/jobs/besideModels";
import { localNow } from "#app/clock";
import { besideKind } from "#core/formats/besideModels";
import type { Drawing } from "#core/scene/drawing";
import { type SmallPicture, smallPictureOf } from "#app/jobs/smallPicture";
import { pathOf } from "#app/jobs/droppedFiles";
import { freshPart } from "#app/jobs/freshPart";
import { keep } from "#app/jobs/keep";

export type FileState = {
  readonly name: string;
  readonly share: number;
  readonly stage: string;
  /** What is known of it while it is still measured. */
  readonly first: FirstFigures | null;
  readonly done: boolean;
  readonly problem: Problem | null;
  readonly parts: number;
};

/** What takes a file in, and how many files at a time. */
export type Intake = {
  readonly lanes: number;
  readonly take: TakeFile;
  /** Makes a picture small enough to keep. */
  readonly shrink?: (file: File) => Promise<SmallPicture>;
};

/** One drop of files: they are one change to undo, however many come of them and however long it takes. */
type Drop = {
  readonly sceneId: string;
  readonly options: ReadOptions;
  readonly signal: AbortSignal;
  readonly take: TakeFile;
  readonly shrink: (file: File) => Promise<SmallPicture>;
  /** Writes of one drop go one after the other, so that each can go on with the change before it. */
  readonly write: (
    files: string,
    changes: () => readonly Change[],
    models: readonly TakenModel[],
  ) => Promise<Outcome<Written>>;
  /** The part that each mesh of this drop became: one that comes again is one copy more of it. */
  readonly partOf: Map<string, string>;
  /** Parts that were written, in their order. */
  readonly made: Part[];
};

/**
 * Takes files in, several at a time: read and measured in workers, stored as meshes and parts. A file that is
 * refused, or in
 * which something goes wrong that nobody thought of, leaves the others alone and nothing behind.
 */
export async function addFiles(
  sceneId: string,
  files: readonly File[],
  options: ReadOptions,
  onChange: (states: readonly FileState[]) => void,
  signal: AbortSignal,
  { lanes, take, shrink = smallPictureOf }: Intake,
): Promise<void> {
  const states = files.map(({ name }): FileState => ({
    name,
    share: 0,
    stage: "waiting",
    first: null,
    done: false,
    problem: null,
    parts: 0,
  }));
  const change = (i: number, state: Partial<FileState>) => {
    states[i] = { ...states[i]!, ...state };
    onChange([...states]);
  };
  onChange([...states]);
  const drop: Drop = {
    ...{ sceneId, options, signal, take, shrink },
    ...{ write: oneChange(), partOf: new Map(), made: [] },
  };
  const beside = [...files.keys()].filter((i) => isBesideModels(files[i]!));
  const models = [...files.keys()].filter((i) => !isBesideModels(files[i]!));
  let next = 0;
  const lane = async (number: number) => {
    while (next < models.length) {
      const i = models[next++]!;
      if (signal.aborted) change(i, { done: true, stage: "cancelled" });
      // A worker may still tell how far it was when its file is over.
      else change(i, await taken(drop, number, files[i]!, (state) => states[i]!.done || change(i, state)));
    }
  };
  await Promise.all(Array.from({ length: Math.min(lanes, models.length) }, (_, number) => lane(number)));
  // What is said of models is kept when they are there.
  for (const i of beside) change(i, signal.aborted ? ended("cancelled") : await keptBeside(drop, files[i]!));
}

/** What lies beside models, kept with the parts it is about. @returns how its line ends */
async function keptBeside(drop: Drop, file: File, path = pathOf(file)): Promise<Partial<FileState>> {
  return besideKind(path, file.size) === "picture"
    ? keptPicture(drop, file, path)
    : keptText(drop, file, path);
}

/** A read-me or a licence. */
async function keptText(drop: Drop, file: File, path: string): Promise<Partial<FileState>> {
  const name = baseName(path);
  const parts = partsBeside(path, drop.made);
  const said = saidBeside(name, await file.text());
  const what = said.note !== null ? "note" : "licence";
  if (parts.length === 0 || (said.note === null && said.licence === null))
    return refusal("beside/none", `${name} says nothing of a model that came with it.`);
  const changes = () => parts.map(({ id }): Change => ({ table: "parts", id, patch: takesOf(said) }));
  return keptAs(what, parts, await drop.write(name, changes, []), file);
}

/** A picture, made small. */
async function keptPicture(drop: Drop, file: File, path: string): Promise<Partial<FileState>> {
  const name = baseName(path);
  const parts = partsPictured(path, drop.made);
  if (parts.length === 0)
    return refusal(
      "beside/picture",
      `${name} is a picture, and no model came with it. A drawing goes under the ruler on Rule.`,
    );
  try {
    const small = await drop.shrink(file);
    const row: Drawing = {
      ...{ id: crypto.randomUUID(), sceneId: drop.sceneId, at: localNow().at, ...small },
      ...{ name: withoutEnding(name).slice(0, NAME_LENGTH), partIds: parts.map((p) => p.id) },
      ...{ rulerId: null, lines: [], chains: [] },
    };
    return keptAs(
      "picture",
      parts,
      await drop.write(name, () => [{ table: "drawings", put: row }], []),
      file,
    );
  } catch (error) {
    return refusal("beside/picture", (error as Error).message);
  }
}

const keptAs = (
  what: string,
  parts: readonly Part[],
  written: Outcome<Written>,
  file: File,
): Partial<FileState> =>
  written.ok
    ? { share: 1, done: true, stage: `kept as ${what} of ${counted(parts.length, "part", "parts")}` }
    : ended("refused", withFile(file, written.problems[0]!));

/** What lay beside the models of an archive, kept with them; what is nothing is left aside. @returns how many were */
async function keptOfArchive(drop: Drop, archive: File, beside: readonly File[]): Promise<number> {
  let kept = 0;
  for (const file of beside) {
    const ended = await keptBeside(drop, file, `${pathOf(archive)}/${file.name}`);
    if (!ended.problem) kept++;
  }
  return kept;
}

/** Writes file after file as one change of the journal. */
function oneChange(): Drop["write"] {
  let before: Promise<unknown> = Promise.resolve();
  let seq: number | null = null;
  let count = 0;
  return (file, changes, models) => {
    const mine = before.then(async () => {
      const label = count === 0 ? `Add ${file}` : `Add ${count + 1} files`;
      const written = await keep(label, changes(), { meshes: models, joins: seq });
      if (written.ok) {
        seq = written.value.seq;
        count++;
      }
      return written;
    });
    before = mine.catch(() => undefined);
    return mine;
  };
}

const ended = (stage: string, problem: Problem | null = null): Partial<FileState> => ({
  done: true,
  stage,
  problem,
});
const refusal = (code: string, message: string) => ended("refused", { code, path: [], message });

/** Takes one file in. @returns how its line ends: it always does */
async function taken(
  drop: Drop,
  lane: number,
  file: File,
  tell: (state: Partial<FileState>) => void,
): Promise<Partial<FileState>> {
  const { sceneId, options, signal } = drop;
  try {
    const progress: IntakeProgress = (share, stage, first) =>
      tell({ share, stage, ...(first ? { first } : {}) });
    const outcome = await drop.take(lane, file, options, progress, signal);
    if (!outcome.ok) return ended("refused", outcome.problems[0]!);
    const { models, beside = [] } = outcome.value;
    const parts = partsOf(sceneId, file, models);
    const changes = () => parts.map((part) => placeOf(drop, part));
    const written = await drop.write(file.name, changes, models);
    if (!written.ok) {
      for (const { id, meshId } of parts) if (drop.partOf.get(meshId!) === id) drop.partOf.delete(meshId!);
      return ended("refused", withFile(file, written.problems[0]!));
    }
    drop.made.push(...parts.filter((p) => drop.partOf.get(p.meshId!) === p.id));
    const kept = await keptOfArchive(drop, file, beside);
    const stage = kept === 0 ? "measured" : `measured, and ${kept} kept that lay beside`;
    return { share: 1, done: true, stage, parts: models.length };
  } catch (error) {
    if (signal.aborted) return ended("cancelled");
    if (error instanceof WorkerStopped) {
      const why = `${file.name} could not be worked out: ${error.message}`;
      return refusal("worker/stopped", `${why} Try it alone, or with less detail.`);
    }
    console.error(error);
    const why = error instanceof Error ? error.message : String(error);
    return refusal(
      "intake/unexpected",
      `Something went wrong with ${file.name} (${why.slice(0, 120)}). Nothing of it was kept.`,
    );
  }
}

const withFile = ({ name }: File, problem: Problem): Problem =>
  problem.code.startsWith("store/") ? problem : { ...problem, message: `${name}: ${problem.message}` };

/** A file that says no unit gets the likeliest, kept as a guess until the builder confirms it. */
export const modelSize = (unitMm: number | null, m: MeshMeasurement) => ({
  unitMm: unitMm ?? guessUnit(Math.max(...boxSize(m.box)))[0]!.unitMm,
  unitSure: unitMm !== null,
});

/** Longest name of a part. */
const NAME_LENGTH = 120;

/** A part of its own, or a copy more of the one that its mesh became before. */
function placeOf({ partOf }: Drop, part: Part): Change {
  const before = partOf.get(part.meshId!);
  if (before !== undefined)
    return { table: "parts", id: before, patch: ({ count }: Part) => ({ count: count + part.count }) };
  partOf.set(part.meshId!, part.id);
  return { table: "parts", put: part };
}

const baseName = (path: string) => path.replace(/^.*\//, "");
const withoutEnding = (path: string) =>
  baseName(path)
    .replace(/\.[^.]*$/, "")
    .trim() || "unnamed file";

/**
 * Every body of a file as a part: under the file's name, and its own behind it where there are several. The same body
 * again is one copy more. Of an archive every file in it goes by its own name.
 */
function partsOf(sceneId: string, file: File, models: readonly TakenModel[]): readonly Part[] {
  const copies = new Map<string, number>();
  for (const { id } of models) copies.set(id, (copies.get(id) ?? 0) + 1);
  const first = new Map<string, TakenModel>();
  for (const model of models) if (!first.has(model.id)) first.set(model.id, model);
  const bodies = [...first.values()];
  const inFile = new Map<string | undefined, number>();
  for (const { path } of bodies) inFile.set(path, (inFile.get(path) ?? 0) + 1);
  const numbered = new Map<string | undefined, number>();
  return bodies.map((model) => {
    const number = (numbered.get(model.path) ?? 0) + 1;
    numbered.set(model.path, number);
    const named = model.name.trim();
    const own = inFile.get(model.path) === 1 ? "" : named ? `, ${named}` : ` ${number}`;
    const room = Math.max(20, NAME_LENGTH - own.length);
    const fileName = model.path === undefined ? pathOf(file) : `${pathOf(file)}/${model.path}`;
    return freshPart(sceneId, {
      name: `${withoutEnding(model.path ?? file.name).slice(0, room)}${own}`.slice(0, NAME_LENGTH).trim(),
      meshId: model.id,
      count: copies.get(model.id)!,
      size: modelSize(model.unitMm, model.measurement),
      origin: { ...noOrigin, fileName: fileName.slice(0, 4000) },
    });
  });
}
