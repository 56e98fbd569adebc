// npm run fuzz -- rules [--scenes 4000] [--seed 1]: scenes made only by sending forms through the stages' own
// actions. Prints for every rule of the order how often it put a step in or was broken, and the first seed.
import "fake-indexeddb/auto";
import { mock } from "node:test";
import { isLive } from "#core/order/ruleScope";
import { orderRules } from "#core/order/rules";
import { openWorkshop, trippedBy } from "./ruleScenes";

const option = (name: string, otherwise: number): number => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(process.argv[at + 1]);
};

const scenes = option("scenes", 4000);
const firstSeed = option("seed", 1);
mock.timers.enable({ apis: ["Date"], now: Date.parse("2026-03-02T18:00:00") });
await openWorkshop();
const tripped = new Map<string, { times: number; readonly first: number }>();
for (let seed = firstSeed; seed < firstSeed + scenes; seed++) {
  for (const id of await trippedBy(seed)) {
    const so = tripped.get(id);
    if (so) so.times++;
    else tripped.set(id, { times: 1, first: seed });
  }
  if ((seed - firstSeed + 1) % 200 === 0) console.error(`${seed - firstSeed + 1} of ${scenes} scenes`);
}
console.log("rule   scenes  first seed");
const silent: string[] = [];
for (const rule of orderRules) {
  const so = tripped.get(rule.id);
  if (!isLive(rule)) {
    console.log(`${rule.id.padEnd(5)} ${(rule.kind === "advice" ? "advice" : "told elsewhere").padStart(8)}`);
    continue;
  }
  if (!so) silent.push(rule.id);
  console.log(
    `${rule.id.padEnd(5)} ${String(so?.times ?? 0).padStart(8)} ${String(so?.first ?? "").padStart(8)}`,
  );
}
console.log(
  silent.length === 0
    ? `Every live rule was tripped in ${scenes} scenes.`
    : `${silent.length} rules stayed silent: ${silent.join(", ")}.`,
);
process.exit(silent.length === 0 ? 0 : 1);
