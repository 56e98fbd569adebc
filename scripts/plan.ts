// npm run plan -- [ARCHIVE.zip] [SCENE] [YYYY-MM-DD] [--json]: the whole plan of an exported archive without
// the interface.
// Without an archive: the demo scenes. Times and walls are reckoned; nothing is kept.
import "fake-indexeddb/auto";
import { readFile } from "node:fs/promises";
import { digits, type Figure } from "#core/figure";
import { makePlan, type Plan } from "#core/plan/plan";
import type { PlanInput } from "#core/scene/planInput";
import { bringIn, readArchive } from "#data/archiveIn";
import { openDatabase } from "#data/db";
import { listScenes } from "#data/scenes";
import { getPlanInput } from "#data/workshop";
import { measureAll } from "./measured";

const args = process.argv.slice(2);
const json = args.includes("--json");
const file = args.find((a) => a.endsWith(".zip")) ?? "public/demo/scenes.zip";
const day = args.find((a) => /^\d{4}-\d{2}-\d{2}$/.test(a));
const wanted = args.find((a) => a !== file && a !== day && !a.startsWith("--"));

function stop(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

const bytes = await readFile(file).catch(() =>
  stop(`${file} cannot be read. Give the path of an archive that was exported.`),
);
const db = openDatabase("plan");
const read = await readArchive(bytes);
if (!read.ok) stop(read.problems.map((p) => p.message).join("\n"));
for (const { table, name, why } of read.value.reading.bad)
  console.error(`Left out: ${table}, ${name}: ${why}`);
const outcome = await bringIn(read.value, "replace", "leave out", "2026-01-05T09:00", db);
if (!outcome.ok) stop(outcome.problems.map((p) => p.message).join("\n"));

const scenes = await listScenes(db);
if (wanted && !scenes.some((s) => s.id === wanted || s.name === wanted))
  stop(`${file} has no scene ${wanted}. It has: ${scenes.map((s) => s.name).join(", ")}.`);
await measureAll(db);
const inputs: PlanInput[] = [];
for (const { id, startOn } of scenes)
  inputs.push((await getPlanInput(id, { today: day ?? startOn, minute: 9 * 60, ms: 0 }, db))!);
const made = inputs
  .filter((i) => !wanted || wanted === i.scene.id || wanted === i.scene.name)
  .map((input) => {
    const from = performance.now();
    const others = inputs.filter((i) => i !== input && !i.scene.aside);
    return { input, plan: makePlan(input, others), ms: performance.now() - from };
  });
if (json)
  console.log(
    JSON.stringify(
      made.map(({ input, plan }) => ({ scene: input.scene, today: input.now.today, plan: bare(plan) })),
      (_, v: unknown) =>
        v instanceof Map ? Object.fromEntries(v) : ArrayBuffer.isView(v) ? Array.from(v as Uint8Array) : v,
    ),
  );
else for (const m of made) tell(m);

/** Without the measurements, which are larger than all the rest and can be had again. */
function bare({ parts, ...rest }: Plan) {
  return { ...rest, parts: parts.map(({ measurement: _m, asItLies: _l, ...p }) => p) };
}

function tell({ input, plan, ms }: (typeof made)[number]): void {
  const at = (minute: number) =>
    Number.isFinite(minute)
      ? `day ${Math.floor(minute / 1440)} ${String(Math.floor((minute % 1440) / 60)).padStart(2, "0")}:${String(Math.floor(minute % 60)).padStart(2, "0")}`
      : "never";
  const range = (f: Figure) => `${digits(f.value)} (${digits(f.low)} to ${digits(f.high)})`;
  console.log(
    `\n${input.scene.name}, 1:${input.scene.denominator}, from ${input.now.today}   (planned in ${ms.toFixed(0)} ms)`,
  );
  for (const p of plan.parts) {
    console.log(
      `  ${p.part.name} x ${p.part.count}: ${p.sizeMm?.map((v) => v.toFixed(1)).join(" x ") ?? "no size"} mm; thinnest ${p.thinnestMm ? digits(p.thinnestMm.value) : "-"}; ${p.chosen ? `${p.chosen.printer.name} ${range(p.chosen.all.minutes)} min, ${range(p.chosen.all.grams)} g, plain ${digits(p.chosen.surface.visible.value)} cm2. ${p.reason}` : p.reason}`,
    );
  }
  for (const plate of plan.plates) {
    const r = plan.runs.find((x) => x.plateId === plate.id);
    console.log(
      `  plate ${plate.number} on ${plate.printer.name}, ${plate.laid.length} pieces, ${range(plate.minutes)} min, fails ${Math.round(100 * plate.odds.total)} in 100: ${r ? `${at(r.startsAt)} to ${at(r.endsAt)}, cleared ${at(r.clearedAt)}` : "no hour found"}`,
    );
  }
  if (plan.chance?.dueAt != null)
    console.log(
      `  done by ${input.scene.finishBy}: ${Math.round(100 * plan.chance.chance)} in 100; four times in five by ${at(plan.chance.at80)}`,
    );
  console.log(`  printed ${at(plan.printing.finishAt)}, in no order before ${at(plan.printing.boundAt)}`);
  console.log(
    `  ${plan.work.steps.length} steps, ${plan.work.schedule.setups} set-ups, finish ${at(plan.totals.finishAt)}, not before ${at(plan.totals.boundAt)}`,
  );
  console.log(
    `  board ${(plan.boardGrams.value / 1000).toFixed(2)} kg, machines ${(plan.totals.machineMinutes.value / 60).toFixed(1)} h, hands ${(plan.totals.handsMinutes.value / 60).toFixed(1)} h, cost ${(plan.totals.cost.value / 100).toFixed(2)}`,
  );
  for (const f of plan.findings) console.log(`  ${f.severity.padEnd(8)} ${f.stage.padEnd(8)} ${f.sentence}`);
}
