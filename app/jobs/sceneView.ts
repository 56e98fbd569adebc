import { printOf } from "#core/scene/part";
import type { MeshMeasurement } from "#core/mesh/measure";
import { posedId } from "#core/mesh/pose";
import { withMeasurements, withoutMeasurements } from "#core/plan/measurements";
import type { Plan } from "#core/plan/plan";
import { sceneLine } from "#core/plan/sceneLine";
import type { PlanInput } from "#core/scene/planInput";
import { appDatabase } from "#data/db";
import type { TimerRow } from "#data/rows";
import { keepPlan, keptPlan } from "#data/keptPlans";
import { loadMeshBlob, storeMeasurement } from "#data/meshes";
import { onWrite } from "#data/onWrite";
import { getHabits, getPlanInputs, type Habits } from "#data/workshop";
import { measurePosed } from "#workers/print";
import { planScene } from "#workers/plan";
import { localNow } from "#app/clock";
import { makeAgain, roundNow } from "#app/jobs/again";
import { keptWhile } from "#app/jobs/keptWhile";
import { whilePlanning } from "#app/jobs/planning";
import { planKey } from "#app/jobs/planKey";

/**
 * What every view of a scene is given: its rows, its plan, the other open scenes, and how lengths are shown.
 */
export type SceneView = {
  readonly input: PlanInput;
  readonly others: readonly PlanInput[];
  readonly plan: Plan;
  readonly habits: Habits;
  readonly timers: readonly TimerRow[];
  /** It was made some time ago, as of `input.now`, and is being made again. */
  readonly again: boolean;
};

/**
 * A view of every scene that was asked for, kept until something is written or a quarter of an hour has
 * passed.
 */
const views = new Map<string, () => Promise<SceneView | null>>();
let inputs: { readonly key: string; readonly all: Promise<readonly PlanInput[]> } | null = null;
/** Measurements that were read once; they never change under their id. */
const known = new Map<string, MeshMeasurement>();
let writes = 0;
let watching = false;
/** Scenes that were looked at since the page was opened: the first look is at the plan that was kept. */
const lookedAtOnce = new Set<string>();
const QUARTER = 15;

function quarterNow(): PlanInput["now"] {
  const { today, minute, ms } = localNow();
  const quarter = Math.floor(minute / QUARTER) * QUARTER;
  return { today, minute: quarter, ms: ms - (minute - quarter) * 60_000 };
}
const keyNow = () => {
  const { today, minute } = quarterNow();
  return `${writes} ${roundNow()} ${today} ${minute}`;
};

/** @returns null when there is no such scene */
export function sceneView(sceneId: string): Promise<SceneView | null> {
  if (!watching) {
    watching = true;
    onWrite(() => writes++);
  }
  const view = views.get(sceneId) ?? keptWhile(keyNow, () => makeView(sceneId, keyNow(), quarterNow()));
  views.set(sceneId, view);
  return view();
}

/** The rows of every scene, read once for all views made at one moment. */
function allInputs(key: string, now: PlanInput["now"]): Promise<readonly PlanInput[]> {
  if (inputs?.key !== key) {
    const all = (async () => {
      const read = await getPlanInputs(now, appDatabase(), known);
      for (const input of read) for (const [id, m] of input.measurements) known.set(id, m);
      return read;
    })();
    inputs = { key, all };
    all.catch(() => (inputs = null));
  }
  return inputs!.all;
}

async function makeView(sceneId: string, key: string, now: PlanInput["now"]): Promise<SceneView | null> {
  const [all, habits, timers] = await Promise.all([
    allInputs(key, now),
    getHabits(),
    appDatabase().timers.toArray(),
  ]);
  const read = all.find((i) => i.scene.id === sceneId);
  if (!read) return null;
  const input = await measured(read);
  const others = all.filter((i) => i.scene.id !== sceneId && !i.scene.aside);
  const rest = { others, habits, timers };
  const planned = await planKey(input, others);
  if (planned !== null && !lookedAtOnce.has(sceneId)) {
    lookedAtOnce.add(sceneId);
    const kept = await keptPlan(sceneId, planned);
    if (kept) {
      const again = kept.now.today !== now.today || kept.now.minute !== now.minute;
      if (again) setTimeout(makeAgain);
      return { ...rest, input: { ...input, now: kept.now }, plan: withMeasurements(kept.plan, input), again };
    }
  }
  const plan = await whilePlanning((tell) => planScene(input, others, tell));
  if (planned !== null) {
    const kept = { sceneId, key: planned, now, plan: withoutMeasurements(plan) };
    void keepPlan(
      kept,
      sceneLine(input, plan),
      all.map((i) => i.scene.id),
    );
  }
  return { ...rest, input, plan, again: false };
}

/** Measures meshes that have no measurement yet or one of an older version, as drawn and as they lie. */
async function measured(input: PlanInput): Promise<PlanInput> {
  const measurements = new Map(input.measurements);
  for (const part of input.parts) {
    const { meshId } = part;
    const { pose } = printOf(part);
    if (!meshId) continue;
    for (const lies of [null, pose]) {
      const id = posedId(meshId, lies);
      if (measurements.has(id)) continue;
      const corners = known.has(id) ? null : await loadMeshBlob(meshId);
      if (corners) {
        const measurement = await measurePosed(corners, lies);
        await storeMeasurement(id, measurement);
        known.set(id, measurement);
      }
      if (known.has(id)) measurements.set(id, known.get(id)!);
    }
  }
  return { ...input, measurements };
}
