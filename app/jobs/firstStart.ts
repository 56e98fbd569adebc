import { addDays, daysBetween } from "#core/plan/calendarDay";
import type { Scene } from "#core/scene/scene";
import type { ReadArchive } from "#data/archiveIn";
import { appDatabase } from "#data/db";
import type { Op } from "#data/rows";
import { keepShippedWork, type ShippedWork } from "#data/shippedWork";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { keepOutside, keptOutside } from "#app/jobs/keptOutside";
import { lastStamp } from "#app/jobs/stamp";

/** The scene that a first start opens on. */
export const DEMO_SCENE = "withy-sluice";
export const demoScenes: readonly string[] = [DEMO_SCENE, "osier-carr"];

type Put = ReadArchive["reading"]["good"][number];

/** A sample scene as if it had been made today. */
function movedTo(today: string, at: string, scene: Scene): Scene {
  const days = daysBetween(scene.startOn, today);
  return {
    ...scene,
    startOn: today,
    finishBy: scene.finishBy && addDays(scene.finishBy, days),
    createdAt: `${today}${scene.createdAt.slice(10)}`,
    changedAt: at,
  };
}

/**
 * Brings the demo in with its dates moved so that it starts today, and notes that there was a start: all of
 * it or nothing.
 * @throws when the archive that ships with the app is damaged or cannot be kept
 */
export async function importDemo(): Promise<void> {
  const response = await fetch("/demo/scenes.zip");
  if (!response.ok)
    throw new Error("The demo scenes that ship with the app could not be opened. Reload the page.");
  const { today, at } = localNow();
  const [{ bringIn }, { readArchiveFile }] = await Promise.all([
    import("#data/archiveIn"),
    import("#app/jobs/archiveIn"),
  ]);
  const read = await readArchiveFile(await response.blob(), () => undefined);
  if (!read.ok) throw new Error(`The demo scenes are damaged: ${read.problems[0]!.message}`);
  const { reading, meshes } = read.value;
  const moved = reading.good.map((op): Put =>
    op.table === "scenes" ? { ...op, put: movedTo(today, at, op.put) } : op,
  );
  const started: Put = { table: "settings", put: { id: "started", demoAt: at } };
  const whole = { reading: { ...reading, good: [...moved, started] }, meshes };
  const outcome = await bringIn(whole, "add", "leave out", at, appDatabase(), "Open the demo");
  if (!outcome.ok) throw new Error(outcome.problems[0]!.message);
  await bringInShippedWork();
}

/** What was measured on the demo when the app was built. Where it cannot be had all of it is measured here. */
async function bringInShippedWork(): Promise<void> {
  try {
    const response = await fetch("/demo/measured.bin");
    if (!response.ok) return;
    const { unpackJson } = await import("#workers/archive");
    await keepShippedWork((await unpackJson(await response.blob())) as ShippedWork);
  } catch (error) {
    console.warn("What was measured with the build could not be read; it is measured again.", error);
  }
}

/**
 * How a start went: the demo was brought in, everything is as it was left, or the browser has cleared what
 * there was.
 */
export type Start = "demo" | "as before" | "cleared";

let starting: Promise<Start> | undefined;

/**
 * Looks once what there is, and on the very first start brings the demo in. One that was cut off is done
 * again.
 */
export function firstStart(): Promise<Start> {
  starting ??= begin();
  // A start that failed is tried again at the next page.
  starting.catch(() => (starting = undefined));
  return starting;
}

async function begin(): Promise<Start> {
  const db = appDatabase();
  if (await db.settings.get("started")) return "as before";
  const scenes = await db.scenes.toCollection().primaryKeys();
  // Older versions brought the demo in and noted the start afterwards: what was cut off in between is
  // finished now.
  if (scenes.some((id) => !demoScenes.includes(id))) return "as before";
  if (scenes.length === 0 && keptOutside().changedAt !== null) return "cleared";
  await importDemo();
  keepOutside({ savedStamp: await lastStamp() });
  return "demo";
}

/**
 * After a cleared database the builder chose how to go on: with the demo, from nothing, or with what was just
 * brought in.
 * @param withDemo null where something was brought in
 */
export async function startAgain(withDemo: boolean | null): Promise<void> {
  if (withDemo) await importDemo();
  else if (withDemo === false) await keep("Start with nothing", [emptyStart(localNow().at)]);
  else if (!(await appDatabase().settings.get("started"))) await keep("Start", [emptyStart(localNow().at)]);
  keepOutside({ scenes: [], changedAt: null, savedStamp: await lastStamp(), unsavedSince: null });
  starting = Promise.resolve("as before");
}

/** That there was a start, so that the next one does not bring the demo in. */
export const emptyStart = (at: string): Op => ({ table: "settings", put: { id: "started", demoAt: at } });
