import { type Figure } from "#core/figure";
import { layerAmounts } from "#core/ground/groundLayer";
import { chooseResistor } from "#core/ground/resistor";
import { type MixPrediction, predictMix } from "#core/paint/paint";
import { daysBetween, weekdayOf } from "#core/plan/calendarDay";
import { type Finding, finding, type Stage } from "#core/plan/finding";
import type { GroundPlan, LampPlan } from "#core/plan/ground/groundPlan";
import { type JointPlan, planJoint } from "#core/plan/joints/planJoint";
import { boardOf, boardWeight } from "#core/plan/lay/boardWeight";
import { planWork, type WorkPlan } from "#core/plan/order/planWork";
import { assumedFindings } from "#core/plan/parts/assumed";
import { colourFindings } from "#core/plan/colour/colourFindings";
import { bareColourFindings } from "#core/plan/parts/bareColours";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { overAYear } from "#core/plan/overAYear";
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
import { boardSag } from "#core/plan/ground/boardSag";
import { groundFindings, lampFindings } from "#core/plan/ground/groundFindings";
import { jointFindings } from "#core/plan/joints/jointFindings";
import { staked } from "#core/plan/stakes";
import { planStores } from "#core/plan/stores/planStores";
import { type Readiness, readinessOf } from "#core/plan/readiness";
import { type Totals, totalsOf } from "#core/plan/totals";
import { chainTo, type RunSlot } from "#core/print/printCalendar";
import type { PlanInput } from "#core/scene/planInput";
import { type Clock, hasHours } from "#core/steps/hours";
import type { StockLine } from "#core/stores/draw";

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
  /** Of a board held at its ends alone; null where nothing of it bears. */
  readonly boardSagMm: Figure | null;
  readonly lamps: readonly LampPlan[];
  readonly mixes: ReadonlyMap<string, MixPrediction>;
  readonly stores: readonly StockLine[];
  readonly findings: readonly Finding[];
  readonly readiness: Readonly<Record<Stage, Readiness>>;
  readonly totals: Totals;
  readonly clock: Clock;
};

/** What of a plan is being made, in this order. */
export type PlanPhase = "parts and plates" | "the order of work" | "the calendar" | "what it all comes to";

/** Told before each phase, with the share that is done by then, in [0, 1) (measured on large scenes). */
export type TellPhase = (phase: PlanPhase, share: number) => void;

/**
 * The same input always gives the same plan. Runs in a worker for the app and in Node for `npm run plan`.
 * @param others the other open scenes, which take hours of the same machines
 * @param memory kept from plan to plan, so that only what a change touches is worked out again
 */
export function makePlan(
  input: PlanInput,
  others: readonly PlanInput[] = [],
  memory: PlanMemory = planMemory(),
  tell: TellPhase = () => undefined,
): Plan {
  const clock = clockOf(input);
  tell("parts and plates", 0);
  const printing = planPrinting(input, others, memory, clock);
  const { parts, plates, runs, others: otherRuns, busy } = printing;
  tell("the order of work", 0.3);
  const work = planWork(printing.scenes, clock, busy, () => tell("the calendar", 0.65));
  tell("what it all comes to", 0.9);
  const stores = planStores(input, parts, plates, work);
  const grounds = [...input.grounds]
    .sort((a, b) => a.position - b.position)
    .map((ground) => ({ ground, amounts: layerAmounts(ground, boardOf(input)) }));
  const boardGrams = boardWeight(input, parts);
  const boardSagMm = boardSag(input.grounds, boardOf(input), boardGrams);
  const joints = input.joints.map((j) => planJoint(j, parts, input.workshop));
  const lamps = lampPlans(parts);
  const planned = { parts, plates, runs, work, joints, stores };
  const totals = totalsOf(planned, input.workshop.rooms.powerMinorPerKwh, input.workshop.currency);
  const from = firstMinute(input);
  const findings = staked(
    [
      ...overAYear(totals, from, input.workshop.printers.length),
      ...allFindings(planned, input, lamps, boardGrams, boardSagMm),
    ],
    planned,
    input.workshop.rooms.hourWorthMinor,
  );
  const made = { ...planned, findings };
  return {
    otherRuns,
    wanted: printing.wanted,
    load: loadByDay(
      clock,
      busy,
      [...work.schedule.slots, ...work.otherSlots].flatMap((s) => s.parts),
    ),
    critical: { plateIds: criticalPlates(printing, work), stepIds: work.schedule.critical },
    printing: {
      finishAt: Math.max(from, ...runs.map((r) => r.clearedAt)),
      boundAt: printing.printedBoundAt,
    },
    chance: chanceOf(input, printing, work, clock, totals.finishAt, memory),
    ...made,
    grounds,
    boardGrams,
    boardSagMm,
    lamps,
    mixes: mixesOf(input.workshop),
    clock,
    readiness: readinessOf(input, made),
    totals,
  };
}

/** From when anything can be done, plan minutes. */
const firstMinute = ({ now, scene }: PlanInput) =>
  Math.max(now.minute, daysBetween(now.today, scene.startOn) * 1440);

/** What all stages found. */
function allFindings(
  {
    parts,
    plates,
    runs,
    work,
    joints,
    stores,
  }: Pick<Plan, "parts" | "plates" | "runs" | "work" | "joints" | "stores">,
  input: PlanInput,
  lamps: readonly LampPlan[],
  boardGrams: Figure,
  boardSagMm: Figure | null,
): readonly Finding[] {
  const { scene, workshop, now } = input;
  const there = hasHours(workshop.hours);
  return [
    ...parts.flatMap((p) => p.findings),
    ...(there ? [] : [noHours]),
    ...lampFindings(
      lamps,
      parts.filter((p) => p.held === null),
    ),
    ...jointFindings(joints, input, parts),
    ...plateFindings(plates, runs, there, now.today),
    ...sizingFindings(parts, input, plates, runs),
    ...printerFindings(workshop.printers),
    ...groundFindings(boardGrams, boardSagMm, Math.max(scene.boardWidthMm, scene.boardDepthMm)),
    ...orderFindings(work, input, there),
    ...storeFindings(stores),
    ...layFindings(parts, input),
    ...assumedFindings(parts, input),
    ...bareColourFindings(parts),
    ...colourFindings(parts, input),
  ];
}

/** The runs up to the one that the first step of the critical chain waits for; to the last where none is left. */
function criticalPlates(
  { runs, calendar }: ReturnType<typeof planPrinting>,
  { schedule: { critical }, steps }: WorkPlan,
): readonly string[] {
  const released = steps.find((s) => s.id === critical[0])?.releaseAt;
  const gate =
    runs.find((r) => r.clearedAt === released) ?? (critical.length === 0 ? runs.at(-1) : undefined);
  return gate ? chainTo(calendar.runs, gate.plateId) : [];
}

/** Chance of the date; null where nothing is printed, or nobody is ever there. */
function chanceOf(
  input: PlanInput,
  { plates, allPlates, calendar }: ReturnType<typeof planPrinting>,
  work: WorkPlan,
  clock: Clock,
  plannedFinish: number,
  memory: PlanMemory,
): PlannedChance | null {
  const { scene, workshop, now } = input;
  if (!hasHours(workshop.hours) || plates.length === 0) return null;
  const dueAt = scene.finishBy ? (daysBetween(now.today, scene.finishBy) + 1) * 1440 : null;
  const from = firstMinute(input);
  const run = { sceneId: scene.id, plates: allPlates, runs: calendar.runs, work, clock, from, plannedFinish };
  return planChance(run, dueAt, memory);
}

/** When work starts and on which hours: from today, without the evenings that are lost. */
function clockOf({ now, workshop }: PlanInput): Clock {
  const away = workshop.rooms.away.map((d) => daysBetween(now.today, d)).filter((d) => d >= 0);
  return {
    startWeekday: weekdayOf(now.today),
    hours: workshop.hours,
    ...(away.length > 0 ? { away } : {}),
  };
}

/** The resistor of every lamp, or why there is none. */
const lampPlans = (parts: readonly PartPlan[]): readonly LampPlan[] =>
  parts
    .filter((p) => p.part.place.lamp)
    .map((p) => {
      const choice = chooseResistor(p.part.place.lamp!);
      return {
        partId: p.part.id,
        choice: choice.ok ? choice.value : null,
        problem: choice.ok ? null : choice.problems[0]!.message,
      };
    });

/** Every mix as it is predicted, by the id of its recipe; none of one without a paint. */
function mixesOf({ paints, recipes }: PlanInput["workshop"]): Plan["mixes"] {
  const byId = new Map(paints.map((p) => [p.id, p]));
  return new Map(
    recipes.flatMap((r) => {
      const mix = predictMix(r, byId);
      return mix ? [[r.id, mix] as const] : [];
    }),
  );
}

const noHours = finding(
  "missing",
  "order",
  "hours",
  "Hours",
  "no-hours",
  "There are no working hours yet. Say when you are at the bench to get dates.",
);
