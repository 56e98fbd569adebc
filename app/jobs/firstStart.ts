import { addDays, daysBetween } from "#core/plan/calendarDay";
import type { Scene } from "#core/plan/sceneData";
import { appDatabase } from "#data/db";
import { write } from "#data/journal";
import { localNow } from "#app/clock";

/** The scene that a first start opens on. */
export const DEMO_SCENE = "withy-sluice";
export const demoScenes: readonly string[] = [DEMO_SCENE, "osier-carr"];

/** Brings the demo in and moves its dates so that it starts today. @throws when the archive that ships with the app is damaged */
export async function importDemo(): Promise<void> {
  const { importArchive } = await import("#data/archive");
  const response = await fetch("/demo/scenes.zip");
  if (!response.ok) throw new Error("The demo scenes that ship with the app could not be opened. Reload the page.");
  const { today, at } = localNow();
  const outcome = await importArchive(new Uint8Array(await response.arrayBuffer()), "add", at);
  if (!outcome.ok) throw new Error(`The demo scenes are damaged: ${outcome.problems[0]!.message}`);
  const db = appDatabase();
  const scenes = await db.scenes.where("id").anyOf(demoScenes).toArray();
  const moved = scenes.map((s): Scene => {
    const days = daysBetween(s.startOn, today);
    return { ...s, startOn: today, finishBy: s.finishBy && addDays(s.finishBy, days), createdAt: `${today}${s.createdAt.slice(10)}`, changedAt: at };
  });
  await write("Open the demo", [...moved.map((put) => ({ table: "scenes" as const, put })), { table: "settings", put: { id: "started", demoAt: at } }], at);
}

let starting: Promise<boolean> | undefined;

/** On the very first start imports the demo. @returns whether it did */
export function firstStart(): Promise<boolean> {
  starting ??= (async () => {
    const db = appDatabase();
    if ((await db.settings.get("started")) || (await db.scenes.count()) > 0) return false;
    await importDemo();
    return true;
  })();
  return starting;
}
