import { checkPlan, type StepTime } from "#core/order/checkPlan";
import { productOf } from "#core/materials/products";
import { boundOf, criticalChain, schedule, type Schedule, type StepSlot } from "#core/order/schedule";
import { type Sequence, wishesOf } from "#core/order/sequence";
import type { OrderConflict } from "#core/order/conflict";
import { weatherBar } from "#core/materials/weather";
import { LAMP_PIECES } from "#core/order/places";
import { mixNowText, mixOnce, type MixUse } from "#core/plan/order/mixOnce";
import type { MixNow, Step } from "#core/steps/step";
import type { Clock } from "#core/steps/hours";
import { daysBetween, weekdayOf } from "#core/plan/calendarDay";
import { standsReady } from "#core/stores/draw";
import type { SceneParts } from "#core/plan/plates/printing";
import type { PlanInput } from "#core/scene/planInput";
import { airOf } from "#core/scene/rooms";
import { withinExposure } from "#core/plan/order/withinExposure";
import { exposureByWeek, type WeekExposure } from "#core/safety/exposure";
import { draftWork, type WorkDraft } from "#core/plan/order/draftWork";

export type WorkPlan = {
  readonly steps: readonly Step[];
  readonly sequence: Sequence;
  readonly schedule: Schedule;
  /** What the other open scenes take of the same hours. */
  readonly otherSlots: readonly StepSlot[];
  readonly conflicts: readonly OrderConflict[];
  readonly done: ReadonlySet<string>;
  /** When each step is or was done; what was skipped has no time. */
  readonly times: ReadonlyMap<string, StepTime>;
  /** Pieces that are done of steps that are not done for all. */
  readonly some: ReadonlyMap<string, number>;
  /** What is still planned over resin, spray, solvent and dust, of all open scenes; `fromDay`: its Monday. */
  readonly exposure: readonly (WeekExposure & { readonly fromDay: number })[];
};

type Span = { readonly from: number; readonly to: number };

/** Between the scene's id and a step's own, so that steps of several scenes have ids of their own. */
const OF = "\u0000";

/** A step's id among those of all open scenes, the same whichever scene is looked at. */
const nameIn = (d: WorkDraft) => (id: string) => `${d.own.scene.id}${OF}${id}`;

/** The week of a day of the plan; weeks begin on Mondays. `monday`: days since the last one. */
const weeksFrom = (today: string) => {
  const monday = (weekdayOf(today) + 6) % 7;
  return { monday, weekOf: (day: number) => Math.floor((day + monday) / 7) };
};

/** The work of all open scenes in the hours that they share. */
function inSharedHours(drafts: readonly WorkDraft[], clock: Clock, busy: readonly Span[]) {
  const { workshop, now } = drafts[0]!.own;
  const { rooms } = workshop;
  const all = drafts.flatMap((d) => d.open.map((s) => ({ ...s, id: nameIn(d)(s.id) })));
  const constraints = drafts.flatMap((d) =>
    d.ordered.constraints.map((c) => ({ ...c, before: nameIn(d)(c.before), after: nameIn(d)(c.after) })),
  );
  const dueAt = new Map(
    drafts.flatMap(({ own: { scene } }) =>
      scene.finishBy === null
        ? []
        : [[scene.id, (daysBetween(now.today, scene.finishBy) + 1) * 1440] as const],
    ),
  );
  const before = new Map(
    drafts.flatMap((d) => [...acceptedSpans(d.own)].map(([id, span]) => [nameIn(d)(id), span] as const)),
  );
  const inBadAir = badAir(drafts[0]!.own);
  const { weekOf } = weeksFrom(now.today);
  const joint = withinExposure(all, rooms.exposureMinutesAWeek, weekOf, (isOver) =>
    schedule(all, constraints, clock, Math.min(...drafts.map((d) => d.from)), {
      busy,
      ...(before.size > 0 ? { before } : {}),
      shares: { of: (s) => s.id.slice(0, s.id.indexOf(OF)), dueAt },
      capacity: {
        lamp: LAMP_PIECES,
        ...(rooms.shelfPieces === null ? {} : { "drying shelf": rooms.shelfPieces }),
      },
      barred: (s, day) => inBadAir(s, day) || isOver(s, day),
    }),
  );
  return { all, joint };
}

/** The days with air of their own, by their number in the plan. */
const airByDay = ({ workshop, now }: PlanInput) =>
  new Map(workshop.rooms.days.map((d) => [daysBetween(now.today, d.day), d]));

/** Whether a step's product cannot be laid in the air of a day. */
function badAir(own: PlanInput): (s: Step, day: number) => boolean {
  const airOn = airByDay(own);
  const weather = airOf(own.workshop.rooms);
  return (s, day) =>
    s.product !== null &&
    airOn.has(day) &&
    weatherBar(productOf(s.product, weather).weather, airOn.get(day)!) !== null;
}

/** One scene's own part of the shared hours. */
function ownSchedule(mine: WorkDraft, joint: Schedule, clock: Clock, busy: readonly Span[]): Schedule {
  const prefix = nameIn(mine)("");
  const own = (id: string) => id.slice(prefix.length);
  const slots = joint.slots
    .filter((s) => s.stepId.startsWith(prefix))
    .map((s) => ({ ...s, stepId: own(s.stepId) }));
  const openById = new Map(mine.open.map((s) => [s.id, s]));
  const { constraints } = mine.ordered;
  const finishAt = slots.reduce(
    (last, s) => Math.max(last, s.endsAt + openById.get(s.stepId)!.waitMinutes),
    mine.from,
  );
  return {
    slots,
    finishAt,
    boundAt: Math.min(finishAt, boundOf(mine.open, constraints, clock, mine.from, busy)),
    setups: slots.filter((s) => s.setupMinutes > 0).length,
    critical: criticalChain(slots, constraints, finishAt, openById),
    moved: joint.moved.filter((id) => id.startsWith(prefix)).map(own),
  };
}

/** Every rule that the plan breaks as it stands; what the sequence tells already is told once. */
function conflictsOf({ own, steps, ordered }: WorkDraft, times: ReadonlyMap<string, StepTime>) {
  const { scene, workshop } = own;
  const weather = airOf(workshop.rooms);
  const airOn = airByDay(own);
  const found = checkPlan(steps, times, {
    weatherOn: (day) => {
      const air = airOn.get(day);
      return air ? { ...weather, ...air } : weather;
    },
    aside: scene.setAside,
    wishes: [...scene.orderWishes, ...wishesOf(scene.orderChanges.map((c) => c.change))],
  });
  // A wish that a rule stands against is told once, by the sequence, even where the plan as it stands breaks
  // the rule as well.
  const known = new Set(ordered.conflicts.map((c) => `${c.ruleId} ${c.after}`));
  return [...ordered.conflicts, ...found.filter((c) => !known.has(`${c.ruleId} ${c.after}`))];
}

/**
 * The work of a scene: steps from all stages, in an order that breaks no rule, in the builder's hours. All
 * open scenes share one pair of hands, so they are fitted into the hours together, and batches go over all of
 * them.
 * @param scenes the scene itself first
 * @param onOrdered told when the order stands and the calendar begins
 */
export function planWork(
  scenes: readonly SceneParts[],
  clock: Clock,
  busy: readonly Span[],
  onOrdered: () => void = () => undefined,
): WorkPlan {
  const drafts = scenes.map(draftWork);
  onOrdered();
  const mine = drafts[0]!;
  const { own, steps, ordered, doneAt, skipped, some } = mine;
  const { all, joint } = inSharedHours(drafts, clock, busy);
  const allById = new Map(all.map((s) => [s.id, s]));
  const planned = ownSchedule(mine, joint, clock, busy);
  const times = new Map<string, StepTime>([
    ...[...doneAt]
      .filter(([id]) => !skipped.has(id))
      .map(([id, at]) => [id, { startsAt: at, endsAt: at }] as const),
    ...planned.slots.map((s) => [s.stepId, { startsAt: s.startsAt, endsAt: s.endsAt }] as const),
  ]);
  const { monday, weekOf } = weeksFrom(own.now.today);
  const mixes = mixedForAll(drafts, joint);
  return {
    steps: mixes.size === 0 ? steps : steps.map((s) => withMixNow(s, mixes.get(nameIn(mine)(s.id)))),
    sequence: ordered,
    schedule: planned,
    otherSlots: joint.slots.filter((s) => !s.stepId.startsWith(nameIn(mine)(""))),
    times,
    some,
    exposure: exposureByWeek(
      joint.slots.map(({ stepId, startsAt }) => {
        const work = allById.get(stepId)!;
        return { work, minutes: work.handsMinutes.value, startsAt };
      }),
      (minute) => weekOf(Math.floor(minute / 1440)),
    ).map(({ week, ...rest }) => ({ ...rest, week, fromDay: 7 * week - monday })),
    conflicts: conflictsOf(mine, times),
    done: new Set(doneAt.keys()),
  };
}

/** What is mixed at once for several things, of all open scenes; by the step's name among them all. */
function mixedForAll(drafts: readonly WorkDraft[], joint: Schedule): ReadonlyMap<string, MixNow> {
  const startsAt = new Map(joint.slots.map((s) => [s.stepId, s.startsAt]));
  const { own } = drafts[0]!;
  const { recipes, stock } = own.workshop;
  const ready = new Set(recipes.filter((r) => standsReady(r.id, stock)).map((r) => r.id));
  const uses = drafts.flatMap((d) =>
    d.open.flatMap((step): readonly MixUse[] => {
      const id = nameIn(d)(step.id);
      const at = startsAt.get(id);
      const elsewhere = d.own.scene.id === own.scene.id ? "" : ` in ${d.own.scene.name}`;
      return at === undefined
        ? []
        : [{ step: { ...step, id }, startsAt: at, called: `${step.onWhat}${elsewhere}` }];
    }),
  );
  return mixOnce(uses, ready);
}

const withMixNow = (step: Step, mixNow: MixNow | undefined): Step =>
  mixNow ? { ...step, mixNow, notes: [mixNowText(mixNow), ...step.notes] } : step;

/** The plan that was accepted, in minutes of today's plan. */
function acceptedSpans({ accepted, now }: PlanInput): ReadonlyMap<string, Span> {
  if (!accepted) return new Map();
  const shift = daysBetween(now.today, accepted.day) * 1440;
  return new Map(
    Object.entries(accepted.slots).map(([id, [a, b]]) => [id, { from: a + shift, to: b + shift }]),
  );
}
