import type { Mishap } from "#core/order/mishaps";
import type { OrderChange } from "#core/order/change";
import type { Step } from "#core/order/step";
import { newLogEntry } from "#core/plan/newLogEntry";
import type { AcceptedPlan, Scene } from "#core/plan/sceneData";
import { appDatabase, type Op } from "#data/db";
import { write } from "#data/journal";
import { localNow } from "#app/clock";

/** Something said of a step at the bench. `minutes`: hands on it since it was opened; 0 when that is not known. */
type Said = { readonly scene: Scene; readonly step: Step; readonly minutes: number; readonly note: string; /** The plan as it stands, kept with the first thing said where none is kept yet: from then on it does not shuffle. */ readonly keep: AcceptedPlan | null };

const kept = ({ keep }: Said): readonly Op[] => (keep ? [{ table: "plans", put: keep }] : []);

const timerOf = ({ scene, step }: Said, minutes: number): Op => {
  const now = localNow().ms;
  return { table: "timers", put: { id: crypto.randomUUID(), sceneId: scene.id, stepId: step.id, name: `${step.onWhat}, ${step.family ?? step.action}`.slice(0, 110), startedAtMs: now, endsAtMs: now + minutes * 60_000 } };
};
const record = ({ scene, step, minutes, note }: Said, state: "done" | "some" | "went wrong" | "skipped", pieces: number | null, at: string): Op => ({ table: "records", put: { id: `${scene.id}|${step.id}`, sceneId: scene.id, stepId: step.id, state, at, actualMinutes: minutes > 0 ? minutes : null, pieces, note } });
const logged = ({ scene, step, minutes, note }: Said, share: number, good: boolean, at: string): readonly Op[] => (minutes > 0 ? [{ table: "log", put: newLogEntry({ id: crypto.randomUUID(), kind: "step", key: step.action, what: `${step.title}, ${step.onWhat}`, at, sceneId: scene.id, estimatedMinutes: step.handsMinutes.value * share, actualMinutes: minutes, outcome: good ? "good" : "failed", note }) }] : []);

/** Done, for all of it: it leaves the plan, its wait begins, its minutes are learned. */
export const stepDone = (said: Said) => {
  const { at } = localNow();
  return write(`Done: ${said.step.title}`, [...kept(said), record(said, "done", null, at), ...logged(said, 1, true, at), ...(said.step.waitMinutes >= 1 ? [timerOf(said, said.step.waitMinutes)] : [])], at);
};

/** Done for some of its pieces: the rest stays in the plan with the rest of its time. */
export const stepDoneForSome = (said: Said, before: number, pieces: number, of: number) => {
  const { at } = localNow();
  return write(`${said.step.title}: ${before + pieces} of ${before + of}`, [...kept(said), record(said, "some", before + pieces, at), ...logged(said, pieces / of, true, at), ...(said.step.waitMinutes >= 1 ? [timerOf(said, said.step.waitMinutes)] : [])], at);
};

export const stepSkipped = (said: Said) => {
  const { at } = localNow();
  return write(`Skip: ${said.step.title}`, [...kept(said), record(said, "skipped", null, at)], at);
};

/** What went wrong, with its repair put into the plan. */
export async function stepWentWrong(said: Said, mishap: Mishap): Promise<void> {
  const { at } = localNow(), scene = (await appDatabase().scenes.get(said.scene.id)) ?? said.scene, taken = new Set(scene.orderChanges.map(({ change: c }) => (c.kind === "insert" ? c.id : "")));
  const note = `${mishap.seen}. ${said.note}`.trim(), told = { ...said, note };
  const repairs = mishap.repair(said.step).map((change) => ({ ruleId: null, note: mishap.seen, change: change.kind === "insert" ? fresh(change, taken) : change }));
  await write(`Went wrong: ${said.step.title}`, [...kept(said), record(told, mishap.again ? "went wrong" : "done", null, at), ...logged(told, 1, false, at), ...(repairs.length > 0 ? [{ table: "scenes" as const, put: { ...scene, orderChanges: [...scene.orderChanges, ...repairs] } }] : [])], at);
}

/** Points of a look that failed: each goes back into the order, for that spot only. */
export async function pointsFailed(said: Said, points: readonly string[], changeFor: (point: string) => OrderChange): Promise<void> {
  const { at } = localNow(), scene = (await appDatabase().scenes.get(said.scene.id)) ?? said.scene, taken = new Set(scene.orderChanges.map(({ change: c }) => (c.kind === "insert" ? c.id : "")));
  const repairs = points.map((point) => {
    const change = changeFor(point);
    return { ruleId: null, note: point, change: change.kind === "insert" ? fresh(change, taken) : change };
  });
  await write(`${said.step.title}: ${points.length} failed`, [...kept(said), record({ ...said, note: `Failed: ${points.join(", ")}` }, "done", null, at), ...logged(said, 1, true, at), { table: "scenes", put: { ...scene, orderChanges: [...scene.orderChanges, ...repairs] } }], at);
}

/** An id that is not taken yet: the same may go wrong twice. */
function fresh<C extends Extract<OrderChange, { kind: "insert" }>>(change: C, taken: Set<string>): C {
  let id = change.id;
  for (let n = 2; taken.has(id); n++) id = `${change.id}-${n}`;
  taken.add(id);
  return { ...change, id };
}

export const startTimer = (scene: Scene, step: Step, minutes: number) => write(`Start a timer for ${step.title}`, [timerOf({ scene, step, minutes: 0, note: "", keep: null }, minutes)], localNow().at);
export const clearTimer = (id: string) => write("Clear a timer", [{ table: "timers", remove: id }], localNow().at);
export const addNote = (sceneId: string, stepId: string, text: string, picture: string | null) => {
  const { at } = localNow();
  return write(picture ? "Keep a picture" : "Keep a note", [{ table: "notes", put: { id: crypto.randomUUID(), sceneId, stepId, at, text, picture } }], at);
};
export const removeNote = (id: string) => write("Take a note away", [{ table: "notes", remove: id }], localNow().at);

/** Longest side of a kept picture, and how hard it is pressed. */
const PICTURE_PX = 1200, QUALITY = 0.78;

/** A picture made small enough to keep. @throws an Error with a sentence when the file is no picture */
export async function smallPicture(file: File): Promise<string> {
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) throw new Error(`${file.name} cannot be read as a picture. Take a JPEG or PNG.`);
  const shrink = Math.min(1, PICTURE_PX / Math.max(bitmap.width, bitmap.height)), canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(bitmap.width * shrink));
  canvas.height = Math.max(1, Math.round(bitmap.height * shrink));
  canvas.getContext("2d")!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return canvas.toDataURL("image/jpeg", QUALITY);
}
