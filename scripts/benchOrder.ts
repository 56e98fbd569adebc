import { partRef } from "#core/reference";
// The third part of npm run bench: the order of work against its goals, with the results checked beside the
// times.
import { exact } from "#core/figure";
import type { Clock } from "#core/steps/hours";
import { checkConstraints, checkPlan } from "#core/order/checkPlan";
import { insertForgotten } from "#core/order/insertForgotten";
import { schedule } from "#core/order/schedule";
import { sequence } from "#core/order/sequence";
import type { Action, Step } from "#core/steps/step";

const evenings: Clock = {
  startWeekday: 1,
  hours: [[], ...Array.from({ length: 5 }, () => [{ from: 1170, to: 1260 }]), [{ from: 600, to: 840 }]],
};
const actions: readonly (readonly [Action, Step["product"], Step["tool"], Step["place"], number])[] = [
  ["clip", null, "clippers and blade", "bench", 3],
  ["sand", null, "abrasive 240", "bench", 12],
  ["wash", null, "brush and water", "sink", 4],
  ["prime", "primer can", "spray can", "booth", 5],
  ["paint", "acrylic", "brush", "bench", 20],
  ["paint", "acrylic airbrushed", "airbrush", "booth", 10],
  ["shade", "acrylic wash", "soft brush", "bench", 8],
  ["drybrush", "acrylic", "old brush", "bench", 8],
  ["varnish", "varnish", "brush", "bench", 6],
  ["place", "PVA", "glue", "bench", 4],
];
const steps = (count: number): readonly Step[] =>
  Array.from({ length: count }, (_, i): Step => {
    const part = Math.floor(i / actions.length);
    const [action, product, tool, place, minutes] = actions[i % actions.length]!;
    return {
      id: `p${part}-${i % actions.length}-${action}`,
      action,
      title: action,
      targets: [partRef(String(part)), ...(action === "place" ? (["board"] as const) : [])],
      onWhat: `part ${part}`,
      process: "filament",
      product,
      sheen: "matte",
      recipeId: product ? `colour ${part % 7}` : null,
      paintId: null,
      mixMl: null,
      areaCm2: null,
      tool,
      place,
      handsMinutes: exact(minutes * (0.6 + ((part * 7 + i) % 9) / 10), "min", "practice"),
      waitMinutes: product ? 20 : 0,
      alcohol: false,
      clear: false,
      releaseAt: (part % 20) * 720,
      after: [],
      insertedBy: null,
      thinnestMm: null,
      notes: [],
      lightness: (part % 7) * 15,
    };
  });

let wrong = 0;
function timed<T>(work: () => T): readonly [number, T] {
  const from = performance.now();
  const value = work();
  return [performance.now() - from, value];
}
console.log("\nOrder of work\n");
const perStep: number[] = [];
for (const [count, goalMs] of [
  [100, null],
  [600, 1000],
  [1000, null],
  [5000, 10_000],
  [10_000, null],
] as const) {
  const made = steps(count);
  if (count === 100)
    for (let warm = 0; warm < 3; warm++)
      schedule(made, sequence(insertForgotten(made)).constraints, evenings, 0);
  const [all, { whole, ordered, plan, broken }] = timed(() => {
    const whole = insertForgotten(made);
    const ordered = sequence(whole);
    const plan = schedule(whole, ordered.constraints, evenings, 0);
    return { whole, ordered, plan, broken: checkPlan(whole, new Map(plan.slots.map((s) => [s.stepId, s]))) };
  });
  const before = new Map(plan.slots.map((s) => [s.stepId, { from: s.startsAt, to: s.endsAt }]));
  const gone = plan.slots[0]!.stepId;
  const rest = whole.filter((s) => s.id !== gone);
  const [again, replanned] = timed(() =>
    schedule(rest, sequence(rest).constraints, evenings, 30, { before }),
  );
  const right =
    plan.slots.length === whole.length &&
    checkConstraints(
      ordered.constraints,
      new Map(plan.slots.map((s) => [s.stepId, s.startsAt])),
      new Map(plan.slots.map((s) => [s.stepId, s.endsAt])),
    ).length === 0;
  if (!right || broken.length > 0) wrong++;
  perStep.push(all / (count * Math.log2(count)));
  console.log(
    `${count} steps: rules, order, batches, calendar and check ${all.toFixed(0)} ms${goalMs ? `; goal ${goalMs} ms: ${all <= goalMs ? "reached" : "not reached"}` : ""}; one change ${again.toFixed(0)} ms${count === 600 ? `; goal 200 ms: ${again <= 200 ? "reached" : "not reached"}` : ""}, ${replanned.moved.length} steps on another day`,
  );
  console.log(
    `  ready in ${(plan.finishAt / 1440).toFixed(1)} days, bound ${(plan.boundAt / 1440).toFixed(1)}: gap ${(100 * (plan.finishAt / plan.boundAt - 1)).toFixed(1)} %; ${plan.setups} set-ups; ${broken.length} rules broken; every promise kept: ${right ? "ok" : "WRONG"}`,
  );
}
console.log(`  time for n log2 n, us: ${perStep.map((x) => (1000 * x).toFixed(1)).join(", ")}`);
process.exit(wrong > 0 ? 1 : 0);
