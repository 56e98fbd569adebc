// npm run plan: the whole plan of a demo scene, or of a scene in an archive, as text.
// npm run plan -- [ARCHIVE.zip] [SCENE] [YYYY-MM-DD]
import "fake-indexeddb/auto";
import { readFile } from "node:fs/promises";
import { measureMesh } from "#core/mesh/measure";
import { digits } from "#core/figure";
import { makePlan } from "#core/plan/plan";
import { importArchive } from "#data/archive";
import { openDatabase } from "#data/db";
import { loadMesh, storeMeasurement } from "#data/meshes";
import { listScenes } from "#data/scenes";
import { getPlanInput } from "#data/workshop";

const args = process.argv.slice(2);
const file = args.find((a) => a.endsWith(".zip")) ?? "public/demo/scenes.zip";
const today = args.find((a) => /^\d{4}-\d{2}-\d{2}$/.test(a)) ?? "2026-01-05";
const wanted = args.find((a) => a !== file && a !== today);
const db = openDatabase("plan");
const outcome = await importArchive(await readFile(file), "replace", `${today}T09:00`, db);
if (!outcome.ok) {
  for (const p of outcome.problems) console.error(`${p.path.join("/")}: ${p.message}`);
  process.exit(1);
}
for (const { id, name } of await listScenes(db)) {
  if (wanted && wanted !== id && wanted !== name) continue;
  const parts = await db.parts.where("sceneId").equals(id).toArray();
  for (const meshId of new Set(parts.flatMap((p) => p.meshId ?? []))) await storeMeasurement(meshId, measureMesh((await loadMesh(meshId, db))!).measurement, db);
  const input = (await getPlanInput(id, { today, minute: 9 * 60, ms: 0 }, db))!;
  const from = performance.now();
  const plan = makePlan(input);
  const at = (minute: number) => `day ${Math.floor(minute / 1440)} ${String(Math.floor((minute % 1440) / 60)).padStart(2, "0")}:${String(Math.floor(minute % 60)).padStart(2, "0")}`;
  console.log(`\n${name}, 1:${input.scene.denominator}   (planned in ${(performance.now() - from).toFixed(0)} ms)`);
  for (const p of plan.parts) {
    console.log(`  ${p.part.name} x ${p.part.count}: ${p.sizeMm?.map((v) => v.toFixed(1)).join(" x ") ?? "no size"} mm; thinnest ${p.thinnestMm ? digits(p.thinnestMm.value) : "-"}; ${p.chosen ? `${p.chosen.printer.name} ${digits(p.chosen.all.minutes.value)} min, ${digits(p.chosen.all.grams.value)} g, plain ${digits(p.chosen.surface.plain.value)} cm2. ${p.reason}` : p.reason}`);
  }
  for (const r of plan.runs) console.log(`  plate ${plan.plates.find((p) => p.id === r.plateId)!.number} on ${r.printerId}: ${at(r.startsAt)} to ${at(r.endsAt)}`);
  console.log(`  ${plan.work.steps.length} steps, ${plan.work.schedule.setups} set-ups, finish ${at(plan.totals.finishAt)}, not before ${at(plan.totals.boundAt)}`);
  console.log(`  board ${(plan.boardGrams.value / 1000).toFixed(2)} kg, machines ${(plan.totals.machineMinutes.value / 60).toFixed(1)} h, hands ${(plan.totals.handsMinutes.value / 60).toFixed(1)} h, cost ${(plan.totals.cost.value / 100).toFixed(2)}`);
  for (const f of plan.findings) console.log(`  ${f.severity.padEnd(8)} ${f.stage.padEnd(8)} ${f.sentence}`);
}
