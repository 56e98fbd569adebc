import { moneyText } from "#core/money";
import { printOf } from "#core/scene/part";
import { exact, type Figure, sum, times } from "#core/figure";
import { layerAmounts } from "#core/ground/groundLayer";
import { chooseResistor } from "#core/ground/resistor";
import { type MixPrediction, predictMix } from "#core/paint/paint";
import { daysBetween, weekdayOf } from "#core/plan/calendarDay";
import { type Finding, finding, type Stage, stages, worstFirst } from "#core/plan/finding";
import type { GroundPlan, LampPlan } from "#core/plan/ground/groundPlan";
import { type JointPlan, planJoint } from "#core/plan/joints/planJoint";
import { boardOf, boardWeight } from "#core/plan/lay/boardWeight";
import { planWork, type WorkPlan } from "#core/plan/order/planWork";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { planMemory, type PlanMemory } from "#core/plan/planMemory";
import type { Wanted } from "#core/plan/plates/derivedKeys";
import { planChance } from "#core/plan/plates/planChance";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { PlannedChance } from "#core/plan/plates/plannedChance";
import { type DayLoad, loadByDay, type OtherRun, planPrinting } from "#core/plan/plates/printing";
import { plateFindings, printerFindings, sizingFindings } from "#core/plan/plates/plateFindings";
import { layFindings } from "#core/plan/lay/layFindings";
import { storeFindings } from "#core/plan/stores/storeFindings";
import { orderFindings } from "#core/plan/order/orderFindings";
import { groundFindings, lampFindings } from "#core/plan/ground/groundFindings";
import { jointFindings } from "#core/plan/joints/jointFindings";
import { planStores } from "#core/plan/stores/planStores";
import { chainTo, type RunSlot } from "#core/print/printCalendar";
import { jointRef, partRef } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";
import { type Clock, hasHours } from "#core/steps/hours";
import type { StockLine } from "#core/stores/draw";

export type Readiness = { readonly settled: number; readonly of: number; readonly findings: number };

/**
 * The whole plan of a scene: what its decisions lead to. Made by `makePlan` alone; nothing of it is stored.
 */
export type Plan = {
  readonly parts: readonly PartPlan[];
  readonly plates: readonly PlatePlan[];
  readonly runs: readonly RunSlot[];
  /** Runs of the other open scenes on the same machines. */
  readonly otherRuns: readonly OtherRun[];
  /** Hands wanted in each day, of all open scenes. */
  readonly load: readonly DayLoad[];
  /** The plates, then the steps, that decide the finish. */
  readonly critical: { readonly plateIds: readonly string[]; readonly stepIds: readonly string[] };
  readonly printing: { readonly finishAt: number; readonly boundAt: number };
  readonly chance: PlannedChance | null;
  /** What is reckoned so far and could be worked out on the meshes. */
  readonly wanted: readonly Wanted[];
  readonly work: WorkPlan;
  readonly joints: readonly JointPlan[];
  readonly grounds: readonly GroundPlan[];
  readonly boardGrams: Figure;
  readonly lamps: readonly LampPlan[];
  readonly mixes: ReadonlyMap<string, MixPrediction>;
  readonly stores: readonly StockLine[];
  readonly findings: readonly Finding[];
  readonly readiness: Readonly<Record<Stage, Readiness>>;
  readonly totals: {
    readonly machineMinutes: Figure;
    readonly handsMinutes: Figure;
    readonly cost: Figure;
    readonly finishAt: number;
    readonly boundAt: number;
  };
  readonly clock: Clock;
};

/**
 * The same input always gives the same plan. Runs in a worker for the app and in Node for `npm run plan`.
 * @param others the other open scenes, which take hours of the same machines
 * @param memory kept from plan to plan, so that only what a change touches is worked out again
 */
export function makePlan(
  input: PlanInput,
  others: readonly PlanInput[] = [],
  memory: PlanMemory = planMemory(),
): Plan {
  const { scene, workshop } = input;
  const away = workshop.rooms.away.map((d) => daysBetween(input.now.today, d)).filter((d) => d >= 0);
  const clock: Clock = {
    startWeekday: weekdayOf(input.now.today),
    hours: workshop.hours,
    ...(away.length > 0 ? { away } : {}),
  };
  const from = Math.max(input.now.minute, daysBetween(input.now.today, scene.startOn) * 1440);
  const there = hasHours(workshop.hours);
  const {
    parts,
    plates,
    runs,
    others: otherRuns,
    allPlates,
    calendar,
    printedBoundAt,
    busy,
    wanted,
    scenes,
  } = planPrinting(input, others, memory, clock);
  const work = planWork(scenes, clock, busy);
  const stores = planStores(input, plates, work.steps, work.sequence.order);
  const grounds = [...input.grounds]
    .sort((a, b) => a.position - b.position)
    .map((ground) => ({ ground, amounts: layerAmounts(ground, boardOf(input)) }));
  const weight = boardWeight(input, parts);
  const joints = input.joints.map((j) => planJoint(j, parts, workshop));
  const lamps = parts
    .filter((p) => p.part.place.lamp)
    .map((p): LampPlan => {
      const choice = chooseResistor(p.part.place.lamp!);
      return {
        partId: p.part.id,
        choice: choice.ok ? choice.value : null,
        problem: choice.ok ? null : choice.problems[0]!.message,
      };
    });
  const paints = new Map(workshop.paints.map((p) => [p.id, p]));
  const mixes = new Map(
    workshop.recipes.flatMap((r) => {
      const mix = predictMix(r, paints);
      return mix ? [[r.id, mix] as const] : [];
    }),
  );
  const findings = [
    ...parts.flatMap((p) => p.findings),
    ...(there
      ? []
      : [
          finding(
            "missing",
            "order",
            "hours",
            "Hours",
            "no-hours",
            "There are no working hours yet. Say when you are at the bench to get dates.",
          ),
        ]),
    ...lampFindings(lamps, parts),
    ...jointFindings(joints, input, parts),
    ...plateFindings(plates, runs, there),
    ...sizingFindings(parts, input, plates, runs),
    ...printerFindings(workshop.printers),
    ...groundFindings(weight),
    ...orderFindings(work, input, there),
    ...storeFindings(stores),
    ...layFindings(parts, input),
  ].sort(worstFirst);
  const finishAt = Math.max(work.schedule.finishAt, ...runs.map((r) => r.clearedAt));
  const dueAt = scene.finishBy ? (daysBetween(input.now.today, scene.finishBy) + 1) * 1440 : null;
  const money = (minor: number) => moneyText(minor, input.workshop.currency);
  const fromShelf = stores
    .filter((l) => !l.needKey.startsWith("material:"))
    .reduce((total, l) => total + l.cost, 0);
  const firstStep = work.schedule.critical[0];
  const released = work.steps.find((s) => s.id === firstStep)?.releaseAt;
  const gate =
    runs.find((r) => r.clearedAt === released) ??
    (work.schedule.critical.length === 0 ? runs.at(-1) : undefined);
  return {
    otherRuns,
    wanted,
    load: loadByDay(
      clock,
      busy,
      [...work.schedule.slots, ...work.otherSlots].flatMap((s) => s.parts),
    ),
    critical: { plateIds: gate ? chainTo(calendar.runs, gate.plateId) : [], stepIds: work.schedule.critical },
    printing: { finishAt: Math.max(from, ...runs.map((r) => r.clearedAt)), boundAt: printedBoundAt },
    chance:
      there && plates.length > 0
        ? planChance(allPlates, calendar.runs, clock, from, finishAt, dueAt, memory)
        : null,
    parts,
    plates,
    runs,
    work,
    joints,
    grounds,
    boardGrams: weight,
    lamps,
    mixes,
    stores,
    findings,
    clock,
    readiness: readiness(input, parts, joints, work, stores, findings),
    totals: {
      machineMinutes: sum(
        plates.map((p) => times(p.minutes, p.runs.value)),
        "min",
        "shared",
        plates.map((p) => ({
          text: `plate ${p.number} on ${p.printer.name}, ${p.runs.value.toFixed(2)} runs expected`,
          value: `${(p.minutes.value * p.runs.value).toFixed(0)} min`,
          basis: p.minutes.basis,
        })),
      ),
      handsMinutes: sum(
        work.steps.map((s) => s.handsMinutes),
        "min",
        "shared",
        [{ text: `${work.steps.length} steps`, basis: "practice" }],
      ),
      cost: sum(
        [...parts.filter((p) => p.chosen).map((p) => p.chosen!.all.cost), exact(fromShelf, "minor", "yours")],
        "minor",
        "shared",
        [
          ...parts
            .filter((p) => p.chosen)
            .map((p) => ({
              text: p.part.name,
              value: money(p.chosen!.all.cost.value),
              basis: p.chosen!.all.cost.basis,
            })),
          {
            text: "products from the shelf",
            value: money(fromShelf),
            basis: "yours",
          },
        ],
      ),
      finishAt,
      boundAt: work.schedule.boundAt,
    },
  };
}

function readiness(
  input: PlanInput,
  parts: readonly PartPlan[],
  joints: readonly JointPlan[],
  work: WorkPlan,
  stores: readonly StockLine[],
  findings: readonly Finding[],
): Plan["readiness"] {
  const wholes = parts.filter((p) => !printOf(p.part).pieceOf);
  const printed = parts.filter((p) => p.part.made === "printed");
  const seen = wholes.filter((p) => p.finish !== null);
  const share = (list: readonly unknown[], settled: number) => ({ settled, of: list.length });
  const bad = (stage: Stage) =>
    new Set(findings.filter((f) => f.stage === stage && f.severity !== "wastes").map((f) => f.about));
  const clean = (stage: Stage, list: readonly PartPlan[]) =>
    list.filter((p) => !bad(stage).has(partRef(p.part.id))).length;
  const coloured = wholes.filter((p) => !printOf(p.part).clear);
  const of: Record<Stage, { settled: number; of: number }> = {
    lay: share(wholes, wholes.filter((p) => p.part.place.placements.length >= 1).length),
    rule: { settled: 1, of: 1 },
    parts: share(
      wholes,
      wholes.filter(
        (p) =>
          p.part.size.source.kind !== "unknown" && p.sizeMm !== null && !bad("parts").has(partRef(p.part.id)),
      ).length,
    ),
    plates: share(
      printed,
      printed.filter((p) => p.chosen?.fit.kind === "fits" && !bad("plates").has(partRef(p.part.id))).length,
    ),
    surface: share(seen, clean("surface", seen)),
    colour: share(coloured, coloured.filter((p) => p.part.scheme.length > 0).length),
    ground: share(input.grounds, input.grounds.length),
    joints: share(joints, joints.filter((j) => !bad("joints").has(jointRef(j.joint.id))).length),
    order: { settled: work.conflicts.filter((c) => !c.overridden).length === 0 ? 1 : 0, of: 1 },
    bench: share(work.steps, work.steps.filter((s) => work.done.has(s.id)).length),
    stores: share(stores, stores.filter((l) => l.state === "enough").length),
    log: { settled: input.workshop.log.length > 0 ? 1 : 0, of: 1 },
  };
  return Object.fromEntries(
    stages.map((stage) => [
      stage,
      { ...of[stage], findings: findings.filter((f) => f.stage === stage).length },
    ]),
  ) as Record<Stage, Readiness>;
}
