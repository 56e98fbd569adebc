// Everything that the app would measure and work out on the meshes of a database, done ahead.
import { measureMesh } from "#core/mesh/measure";
import { posedId, posedSoup } from "#core/mesh/pose";
import type { Solids } from "#core/mesh/solids";
import { withoutMeasurements } from "#core/plan/measurements";
import { makePlan } from "#core/plan/plan";
import { shellWorkedOut, waysWorkedOut, workedOutOf } from "#core/plan/plates/workedOut";
import type { Wanted } from "#core/plan/plates/derivedKeys";
import { printOf } from "#core/scene/part";
import type { Database } from "#data/db";
import { loadMesh, storeMeasurement, storeResults } from "#data/meshes";
import type { ResultRow } from "#data/rows";
import { listScenes } from "#data/scenes";
import type { ShippedPlans, ShippedWork } from "#data/shippedWork";
import { startingOn } from "#demo/startingOn";
import { getPlanInput, getPlanInputs } from "#data/workshop";

/** Plans are made for the morning. */
const MINUTE = 540;
/** A plan may want more once the first results change what it chooses. */
const MOST_ROUNDS = 6;

/** Measures every mesh of a database, as drawn and as it lies, and keeps the measurements in it. */
export async function measureAll(db: Database): Promise<void> {
  for (const part of await db.parts.toArray()) {
    const { meshId } = part;
    const soup = meshId ? await loadMesh(meshId, db) : null;
    if (!soup) continue;
    for (const lies of [null, printOf(part).pose])
      if (!(await db.measurements.get(posedId(meshId!, lies))))
        await storeMeasurement(posedId(meshId!, lies), measureMesh(posedSoup(soup, lies)).measurement, db);
  }
}

async function resultOf(wanted: Wanted, db: Database, solids: Solids): Promise<ResultRow | null> {
  const { key, meshId } = wanted;
  const soup = (await loadMesh(meshId, db))!;
  if (wanted.kind === "work") {
    const { pose, factor, printer, bands } = wanted;
    const work = workedOutOf(soup, pose, factor, printer, bands, solids.insetAreas);
    return { key, meshId, value: { kind: "work", work } };
  }
  if (wanted.kind === "ways") {
    const { ways, lying } = waysWorkedOut(soup, wanted);
    if (lying) await storeMeasurement(posedId(meshId, lying.pose), lying.measurement, db);
    return { key, meshId, value: { kind: "ways", ways } };
  }
  const shell = shellWorkedOut(soup, wanted.factor, wanted.wallMm);
  return shell.ok ? { key, meshId, value: { kind: "shell", shell: shell.value } } : null;
}

/** What the app would measure of a database and work out for the plans of its scenes as they stand. */
export async function measuredOf(db: Database, solids: Solids): Promise<ShippedWork> {
  await measureAll(db);
  const scenes = await listScenes(db);
  const done = new Set<string>();
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const inputs = await Promise.all(
      scenes.map(async (s) => (await getPlanInput(s.id, { today: s.startOn, minute: MINUTE, ms: 0 }, db))!),
    );
    const wanted = inputs
      .flatMap(
        (input) =>
          makePlan(
            input,
            inputs.filter((other) => other !== input),
          ).wanted,
      )
      .filter((w) => !done.has(w.key));
    if (wanted.length === 0) break;
    for (const one of wanted) {
      done.add(one.key);
      const row = await resultOf(one, db, solids);
      if (row) await storeResults([row], db);
    }
  }
  return { measurements: await db.measurements.toArray(), results: await db.results.toArray() };
}

/** The plans of all scenes of a database as if they had been begun on a day. @param code names the code that runs */
export async function shippedPlans(db: Database, day: string, code: string): Promise<ShippedPlans> {
  const inputs = (await getPlanInputs({ today: day, minute: MINUTE, ms: 0 }, db)).map((input) => ({
    ...input,
    scene: startingOn(day, day, input.scene),
  }));
  const plans = inputs.map((input) => {
    const others = inputs.filter((other) => other !== input && !other.scene.aside);
    return { sceneId: input.scene.id, plan: withoutMeasurements(makePlan(input, others)) };
  });
  return { code, minute: MINUTE, plans };
}
