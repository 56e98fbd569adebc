import { weekdayOf } from "#core/plan/calendarDay";
import { sceneLine } from "#core/plan/sceneLine";
import type { ReadArchive } from "#data/archiveIn";
import { appDatabase } from "#data/db";
import type { Op } from "#data/rows";
import { keepPlan } from "#data/keptPlans";
import { keepShippedWork, type ShippedPlans, type ShippedWork } from "#data/shippedWork";
import { getPlanInputs } from "#data/workshop";
import { startingOn } from "#demo/startingOn";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { keepOutside, keptOutside } from "#app/jobs/keptOutside";
import { codeName, planKey } from "#app/jobs/planKey";
import { lastStamp } from "#app/jobs/stamp";

/** The scene that a first start opens on. */
export const DEMO_SCENE = "withy-sluice";
export const demoScenes: readonly string[] = [DEMO_SCENE, "osier-carr"];

type Put = ReadArchive["reading"]["good"][number];

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
    op.table === "scenes" ? { ...op, put: startingOn(today, at, op.put) } : op,
  );
  const started: Put = { table: "settings", put: { id: "started", demoAt: at } };
  const whole = { reading: { ...reading, good: [...moved, started] }, meshes };
  const outcome = await bringIn(whole, "add", "leave out", at, appDatabase(), "Open the demo");
  if (!outcome.ok) throw new Error(outcome.problems[0]!.message);
  await bringInShippedWork(today);
}

/** What came with the app, unpacked. */
async function shipped<T>(path: string): Promise<T> {
  const response = await fetch(path);
  if (!response.ok) throw new Error(`${path} is not there.`);
  const { unpackShipped } = await import("#workers/archive");
  return (await unpackShipped(await response.blob())) as T;
}

/**
 * What was measured on the demo when the app was built, and its plans for a start on this day of the week. Where it
 * cannot be had all of it is made here.
 */
async function bringInShippedWork(today: string): Promise<void> {
  try {
    const [work, plans] = await Promise.all([
      shipped<ShippedWork>("/demo/measured.bin"),
      shipped<ShippedPlans>(`/demo/plans-${weekdayOf(today)}.bin`),
    ]);
    await keepShippedWork(work);
    if (plans.code === codeName()) await keepShippedPlans(plans, today);
  } catch (error) {
    console.warn("What was worked out with the build could not be read; it is worked out again.", error);
  }
}

/** Keeps plans that came along as if they had been made here today, for the scenes as they were brought in. */
async function keepShippedPlans({ plans, minute }: ShippedPlans, today: string): Promise<void> {
  const now = { today, minute, ms: new Date(`${today}T00:00`).getTime() + minute * 60_000 };
  const inputs = await getPlanInputs(now);
  for (const { sceneId, plan } of plans) {
    const input = inputs.find((i) => i.scene.id === sceneId);
    if (!input) continue;
    const key = await planKey(
      input,
      inputs.filter((i) => i !== input && !i.scene.aside),
    );
    if (key === null) continue;
    const ids = inputs.map((i) => i.scene.id);
    await keepPlan({ sceneId, key, now, plan }, sceneLine(input, plan), ids);
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
