// Makes the demo archive that the app imports on first start: public/demo/scenes.zip, or the file that is given.
import "fake-indexeddb/auto";
import { mkdir, writeFile } from "node:fs/promises";
import { dirname, join } from "node:path";
import { addDays, weekdayOf } from "#core/plan/calendarDay";
import { ruleExamples } from "#core/plan/order/ruleExamples";
import { makePlan } from "#core/plan/plan";
import { weld } from "#core/mesh/weld";
import { rescale } from "#core/scale/rescale";
import type { Part } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import { demoZones } from "#demo/zones";
import { soupOf, type TriangleSoup } from "#core/mesh/triangleMesh";
import { exportArchive } from "#data/archiveOut";
import { openDatabase } from "#data/db";
import type { Op } from "#data/rows";
import { write } from "#data/journal";
import { contentId } from "#core/mesh/contentId";
import { openSolids as openMeshSolids } from "#core/mesh/solids";
import type { NewMesh } from "#data/meshes";
import { packShipped } from "#data/shippedWork";
import { listScenes } from "#data/scenes";
import { getPlanInput, usualHabits, usualHours } from "#data/workshop";
import { osierCarr, withySluice } from "#demo/scenes";
import { openSolids } from "#demo/solids";
import { measuredOf, shippedPlans } from "./measured";
import { calibrationOf, heldOutOf, scaleCases } from "./scaleCalibration";
import { demoLog, demoMaterials, demoPaints, demoPrinters, demoRecipes, demoStock } from "#demo/workshop";
import { osierMeshes, withyMeshes } from "#demo/withyMeshes";

/** The day the demo scenes start on in the archive; the app moves them to today when it imports them. */
const START = "2026-01-05";

const db = openDatabase("demo");
const solids = await openSolids();
const ids = new Map<string, string>();
const made: (NewMesh & TriangleSoup)[] = [];
for (const [name, mesh] of Object.entries({ ...withyMeshes(solids), ...osierMeshes(solids) })) {
  const soup = soupOf(mesh);
  const id = await contentId(soup.corners);
  ids.set(name, id);
  made.push({ id, name, corners: soup.corners, measurement: null });
}
/** Rows of a scene's parts, those of meshes that are worked by places with their zones and maps. */
function partRows(parts: readonly Part[], { id: sceneId, denominator }: Scene): Op[] {
  const maps = new Map<string, ReturnType<typeof demoZones>>();
  const rows = parts.map((p): Op => {
    const name = p.meshId;
    if (!name) return { table: "parts", put: p };
    const { source, unitMm, ownFactor } = p.size;
    const factor = rescale(source, unitMm, denominator).factor * ownFactor;
    const soup = made.find((m) => m.name === name)!;
    const meshId = ids.get(name)!;
    if (!maps.has(name)) maps.set(name, demoZones(name, meshId, sceneId, weld(soup), factor));
    const zoned = maps.get(name);
    return { table: "parts", put: { ...p, meshId, ...(zoned ? { zones: zoned.zonesOf(p) } : {}) } };
  });
  return [
    ...rows,
    ...[...maps.values()].flatMap((m): Op[] => (m ? [{ table: "zoneMaps", put: m.map }] : [])),
  ];
}
const scenes = [withySluice(START), osierCarr(START)];
const ops: Op[] = [
  ...scenes.flatMap(({ scene, parts, joints, grounds, ledger }): Op[] => [
    { table: "scenes", put: scene },
    ...partRows(parts, scene),
    ...joints.map((put): Op => ({ table: "joints", put })),
    ...grounds.map((put): Op => ({ table: "grounds", put })),
    ...ledger.map((put): Op => ({ table: "ledger", put })),
  ]),
  ...demoPrinters.map((put): Op => ({ table: "printers", put })),
  ...demoMaterials.map((put): Op => ({ table: "materials", put })),
  ...demoPaints.map((put): Op => ({ table: "paints", put })),
  ...demoRecipes.map((put): Op => ({ table: "recipes", put })),
  ...demoStock.map((put): Op => ({ table: "stock", put })),
  ...demoLog.map((put): Op => ({ table: "log", put })),
  { table: "settings", put: usualHours },
  { table: "settings", put: usualHabits },
];
const written = await write("demo", ops, START, db, { meshes: made });
if (!written.ok) throw new Error(written.problems.map((p) => `${p.path.join("/")}: ${p.message}`).join("\n"));
const bytes = await exportArchive(db);
const path = process.argv[2] ?? "public/demo/scenes.zip";
await mkdir(dirname(path), { recursive: true });
await writeFile(path, bytes);
console.log(`${path}: ${(bytes.byteLength / 1e6).toFixed(2)} MB, ${ids.size} meshes`);

const from = performance.now();
const work = await measuredOf(db, await openMeshSolids());
const packed = await packShipped(work);
await writeFile(join(dirname(path), "measured.bin"), packed);
console.log(
  `measured.bin: ${(packed.byteLength / 1e6).toFixed(2)} MB, ${work.measurements.length} measurements, ` +
    `${work.results.length} results in ${((performance.now() - from) / 1000).toFixed(1)} s`,
);

const calibration = calibrationOf(heldOutOf(scaleCases()));
await writeFile(join(dirname(path), "scale.json"), JSON.stringify(calibration));

const first = (await listScenes(db)).find((s) => s.id === withySluice(START).scene.id)!;
const shown = await getPlanInput(first.id, { today: first.startOn, minute: 540, ms: 0 }, db);
await writeFile(join(dirname(path), "rules.json"), JSON.stringify(ruleExamples(makePlan(shown!))));

for (let days = 0; days < 7; days++) {
  const day = addDays(START, days);
  const plans = await packShipped(await shippedPlans(db, day, process.env.BUILD ?? ""));
  await writeFile(join(dirname(path), `plans-${weekdayOf(day)}.bin`), plans);
}
