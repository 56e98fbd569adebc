// npm run bench -- plan: the whole plan of the demo scene and of a scene of many parts, cold and after one change
// of a count, with the same plan asked for fresh beside it.
import { median } from "./median";
import "fake-indexeddb/auto";
import { readFile } from "node:fs/promises";
import { makePlan } from "#core/plan/plan";
import { planMemory } from "#core/plan/planMemory";
import type { PlanInput } from "#core/scene/planInput";
import { bringIn, readArchive } from "#data/archiveIn";
import { openDatabase } from "#data/db";
import { getPlanInput } from "#data/workshop";
import { manyParts } from "./manyParts";
import { measureAll } from "./measured";

const DEMO = "withy-sluice";
const NOW = { today: "2026-03-02", minute: 9 * 60, ms: 0 };
const CHANGES = 7;
const many = Number(process.env.MANY ?? 500);

const db = openDatabase("bench");
const read = await readArchive(await readFile("public/demo/scenes.zip"));
if (!read.ok) throw new Error("Build the demo first: npm run build.");
await bringIn(read.value, "replace", "leave out", "2026-01-05T09:00", db);
await measureAll(db);
const demo = (await getPlanInput(DEMO, NOW, db))!;

function timed<T>(work: () => T): readonly [number, T] {
  const from = performance.now();
  const made = work();
  return [performance.now() - from, made];
}

/** A plan made with what is kept is the plan made afresh. */
const text = (plan: ReturnType<typeof makePlan>) =>
  JSON.stringify(plan, (_, v: unknown) => (v instanceof Map ? [...v] : v));

let wrong = 0;
for (const [name, input, goalColdMs, goalChangeMs] of [
  ["the demo", demo, 400, 100],
  [`${many} parts`, manyParts(demo, many), 2500, 300],
] as const) {
  const memory = planMemory();
  const [first, plan] = timed(() => makePlan(input, [], memory));
  const [cold] = timed(() => makePlan(input, [], planMemory()));
  const changed = (i: number): PlanInput => ({
    ...input,
    parts: input.parts.map((p, k) => (k === 3 + i ? { ...p, count: p.count + 1 } : p)),
  });
  const times = Array.from({ length: CHANGES }, (_, i) => timed(() => makePlan(changed(i), [], memory))[0]);
  const same = text(makePlan(changed(0), [], memory)) === text(makePlan(changed(0)));
  if (!same) wrong++;
  const after = median(times);
  console.log(
    `${name.padEnd(12)} first ${first.toFixed(0)} ms, cold ${cold.toFixed(0)} ms (goal ${goalColdMs}), ` +
      `after a change ${after.toFixed(0)} ms, worst ${Math.max(...times).toFixed(0)} (goal ${goalChangeMs}); ` +
      `${plan.work.steps.length} steps, ${plan.plates.length} plates; kept and fresh are ${same ? "the same" : "NOT THE SAME"}`,
  );
}
process.exit(wrong > 0 ? 1 : 0);
