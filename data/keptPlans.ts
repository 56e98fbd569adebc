import Dexie, { type EntityTable } from "dexie";
import type { Plan } from "#core/plan/plan";
import type { SceneLine } from "#core/plan/sceneLine";
import type { PlanInput } from "#core/scene/planInput";

/**
 * The last plan that was made of a scene, under a key of everything it depends on but the hour. Without the
 * measurements, which are kept by themselves.
 */
export type KeptPlan = {
  readonly sceneId: string;
  readonly key: string;
  readonly now: PlanInput["now"];
  readonly plan: Plan;
};

type PlanDatabase = Dexie & {
  plans: EntityTable<KeptPlan, "sceneId">;
  lines: EntityTable<SceneLine, "sceneId">;
};

/** A database of its own: what is in it can be thrown away at any time, and is in no archive and no undo. */
export const PLAN_DATABASE = "inch-hollow-plans";

let opened: PlanDatabase | undefined;
function database(): PlanDatabase {
  if (!opened) {
    opened = new Dexie(PLAN_DATABASE) as PlanDatabase;
    opened.version(1).stores({ plans: "sceneId", lines: "sceneId" });
  }
  return opened;
}

/** @returns null where none is kept under that key, or none can be had */
export async function keptPlan(sceneId: string, key: string): Promise<KeptPlan | null> {
  try {
    const kept = await database().plans.get(sceneId);
    return kept?.key === key ? kept : null;
  } catch {
    return null;
  }
}

/**
 * Keeps a plan in the place of the one before, and lets go of those of scenes that are gone. Where there is no room
 * it is made again the next time.
 */
export async function keepPlan(kept: KeptPlan, line: SceneLine, sceneIds: readonly string[]): Promise<void> {
  try {
    const db = database();
    await db.transaction("rw", db.plans, db.lines, async () => {
      await db.plans.put(kept);
      await db.lines.put(line);
      const gone = (await db.plans.toCollection().primaryKeys()).filter((id) => !sceneIds.includes(id));
      await db.plans.bulkDelete(gone);
      await db.lines.bulkDelete(gone);
    });
  } catch {
    // Nothing is lost but the time to make it again.
  }
}

/** What was last said of each scene in the list, of whatever hour; nothing where none can be had. */
export async function keptLines(): Promise<ReadonlyMap<string, SceneLine>> {
  try {
    return new Map((await database().lines.toArray()).map((line) => [line.sceneId, line]));
  } catch {
    return new Map();
  }
}
