import { recipeOf, paintOf } from "#core/paint/scheme";
import { printOf } from "#core/scene/part";
import { withAmounts } from "#core/plan/order/putInAmounts";
import { groundMaterial, takesTwo } from "#core/ground/groundLayer";
import { boardOf, boardWeight } from "#core/plan/lay/boardWeight";
import type { Figure } from "#core/figure";
import { learnedFactor } from "#core/log/corrections";
import { applyChanges } from "#core/order/applyChanges";
import { checkPlan, type StepTime } from "#core/order/checkPlan";
import { productOf } from "#core/materials/products";
import { gapOnBenchMm } from "#core/plan/joints/planJoint";
import { madeOf } from "#core/plan/parts/madeOf";
import { canBeMade } from "#core/plan/parts/plannable";
import { insertForgotten } from "#core/order/insertForgotten";
import type { MixOf } from "#core/paint/paintSteps";
import { behindOwn, ownSteps, ownStepsIn, type ThingWorkedOn } from "#core/order/ownSteps";
import { groundRef, jointRef, partRef, type Target } from "#core/reference";
import { makeSteps, type PartWork, workedOn } from "#core/plan/order/makeSteps";
import { boundOf, criticalChain, schedule, type Schedule, type StepSlot } from "#core/order/schedule";
import { sequence, type Sequence, wishesOf } from "#core/order/sequence";
import type { OrderConflict } from "#core/order/conflict";
import { orderRules } from "#core/order/rules";
import { plasticOf } from "#core/materials/printMaterials";
import { labOfHex } from "#core/paint/colour";
import type { PrintMaterial } from "#core/print/printer";
import { type LampLight, SLENDER } from "#core/print/printSteps";
import { weatherBar } from "#core/materials/weather";
import { weathered } from "#core/order/weathered";
import { LAMP_PIECES } from "#core/order/places";
import type { Action, Step } from "#core/steps/step";
import { type MixPrediction, predictMix } from "#core/paint/paint";
import type { Clock } from "#core/steps/hours";
import { daysBetween, weekdayOf } from "#core/plan/calendarDay";
import { visibleSteps } from "#core/plan/surface/visibleSteps";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { SceneParts } from "#core/plan/plates/printing";
import type { PlanInput } from "#core/scene/planInput";
import { airOf, type Rooms } from "#core/scene/rooms";
import { layerInRooms, stepInRooms } from "#core/plan/inRooms";
import { withSharedMixes } from "#core/plan/order/sharedMixes";
import { typedPairs } from "#core/plan/order/typedOrder";
import { withinExposure } from "#core/plan/order/withinExposure";
import { exposureByWeek, type WeekExposure } from "#core/safety/exposure";

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

/** Lightness of a resin up to which its lamp needs half as long again. */
const DARK_L = 30;

type Span = { readonly from: number; readonly to: number };

/**
 * Everything of one scene's work but its calendar. `open`: what is still to do, with the waits that done
 * steps started.
 */
type Draft = {
  readonly own: PlanInput;
  readonly steps: readonly Step[];
  readonly ordered: Sequence;
  readonly open: readonly Step[];
  readonly doneAt: ReadonlyMap<string, number>;
  readonly skipped: ReadonlySet<string>;
  readonly some: ReadonlyMap<string, number>;
  readonly from: number;
};

/**
 * The work of a scene: steps from all stages, in an order that breaks no rule, in the builder's hours. All
 * open scenes
 * share one pair of hands, so they are fitted into the hours together, and batches go over all of them.
 * @param scenes the scene itself first
 */
export function planWork(scenes: readonly SceneParts[], clock: Clock, busy: readonly Span[]): WorkPlan {
  const drafts = scenes.map(draftWork);
  const mine = drafts[0]!;
  const {
    own: { scene, workshop, now },
    steps,
    ordered,
    doneAt,
    skipped,
    some,
  } = mine;
  const { days, shelfPieces } = workshop.rooms;
  const weather = airOf(workshop.rooms);
  const airOn = new Map(days.map((d) => [daysBetween(now.today, d.day), d]));
  // Ids of their own, the same whichever scene is looked at.
  const named = (d: Draft) => (id: string) => `${d.own.scene.id}\u0000${id}`;
  const all = drafts.flatMap((d) => d.open.map((s) => ({ ...s, id: named(d)(s.id) })));
  const constraints = drafts.flatMap((d) =>
    d.ordered.constraints.map((c) => ({ ...c, before: named(d)(c.before), after: named(d)(c.after) })),
  );
  const dueAt = new Map(
    drafts.flatMap((d) =>
      d.own.scene.finishBy === null
        ? []
        : [[d.own.scene.id, (daysBetween(now.today, d.own.scene.finishBy) + 1) * 1440] as const],
    ),
  );
  const before = new Map(
    drafts.flatMap((d) => [...acceptedSpans(d.own)].map(([id, span]) => [named(d)(id), span] as const)),
  );
  const inBadAir = (s: Step, day: number) =>
    s.product !== null &&
    airOn.has(day) &&
    weatherBar(productOf(s.product, weather).weather, airOn.get(day)!) !== null;
  // Weeks begin on Mondays.
  const monday = (weekdayOf(now.today) + 6) % 7;
  const weekOf = (day: number) => Math.floor((day + monday) / 7);
  const joint = withinExposure(all, workshop.rooms.exposureMinutesAWeek, weekOf, (isOver) =>
    schedule(all, constraints, clock, Math.min(...drafts.map((d) => d.from)), {
      busy,
      ...(before.size > 0 ? { before } : {}),
      shares: { of: (s) => s.id.slice(0, s.id.indexOf("\u0000")), dueAt },
      capacity: { lamp: LAMP_PIECES, ...(shelfPieces === null ? {} : { "drying shelf": shelfPieces }) },
      barred: (s, day) => inBadAir(s, day) || isOver(s, day),
    }),
  );
  const allById = new Map(all.map((s) => [s.id, s]));
  const prefix = named(mine)("");
  const slots = joint.slots
    .filter((s) => s.stepId.startsWith(prefix))
    .map((s) => ({ ...s, stepId: s.stepId.slice(prefix.length) }));
  const openById = new Map(mine.open.map((s) => [s.id, s]));
  const finishAt = slots.reduce(
    (last, s) => Math.max(last, s.endsAt + openById.get(s.stepId)!.waitMinutes),
    mine.from,
  );
  const planned: Schedule = {
    slots,
    finishAt,
    boundAt: Math.min(finishAt, boundOf(mine.open, ordered.constraints, clock, mine.from, busy)),
    setups: slots.filter((s) => s.setupMinutes > 0).length,
    critical: criticalChain(slots, ordered.constraints, finishAt, openById),
    moved: joint.moved.filter((id) => id.startsWith(prefix)).map((id) => id.slice(prefix.length)),
  };
  const times = new Map<string, StepTime>([
    ...[...doneAt]
      .filter(([id]) => !skipped.has(id))
      .map(([id, at]) => [id, { startsAt: at, endsAt: at }] as const),
    ...slots.map((s) => [s.stepId, { startsAt: s.startsAt, endsAt: s.endsAt }] as const),
  ]);
  const wishes = [...scene.orderWishes, ...wishesOf(scene.orderChanges.map((c) => c.change))];
  const found = checkPlan(steps, times, {
    weatherOn: (day) => {
      const air = airOn.get(day);
      return air ? { ...weather, ...air } : weather;
    },
    aside: scene.setAside,
    wishes,
  });
  // A wish that a rule stands against is told once, by the sequence, even where the plan as it stands breaks
  // the rule as well.
  const told = new Set(ordered.conflicts.map((c) => `${c.ruleId} ${c.after}`));
  return {
    steps,
    sequence: ordered,
    schedule: planned,
    otherSlots: joint.slots.filter((s) => !s.stepId.startsWith(prefix)),
    times,
    some,
    exposure: exposureByWeek(
      joint.slots.map(({ stepId, startsAt }) => {
        const work = allById.get(stepId)!;
        return { work, minutes: work.handsMinutes.value, startsAt };
      }),
      (minute) => weekOf(Math.floor(minute / 1440)),
    ).map(({ week, ...rest }) => ({ ...rest, week, fromDay: 7 * week - monday })),
    conflicts: [...ordered.conflicts, ...found.filter((c) => !told.has(`${c.ruleId} ${c.after}`))],
    done: new Set(doneAt.keys()),
  };
}

function draftWork({ own, parts, readyAt }: SceneParts): Draft {
  const { scene, joints, grounds, records, workshop, now } = own;
  const weather = airOf(workshop.rooms);
  const from = Math.max(now.minute, daysBetween(now.today, scene.startOn) * 1440);
  const works = parts
    .filter(canBeMade)
    .map((p) => partWork(p, scene, workshop.rooms, readyAt.get(p.part.id) ?? from));
  const made = makeSteps(
    works,
    joints.map((j) => ({
      id: j.id,
      name: j.name,
      partIds: j.partIds,
      glue: j.glue,
      count: j.count,
      shows: j.shows,
      fit: j.fit,
      gapMm: gapOnBenchMm(j, parts),
    })),
    [...grounds]
      .sort((a, b) => a.position - b.position)
      .map((g) => ({ layer: g, wetWith: g.wetWith, flock: g.flock })),
    { ...boardOf(own), heavy: takesTwo(boardWeight(own, parts).value, boardOf(own)) },
    speedOf(own),
    mixOf(own),
    scene.tier,
    scene.orderSchools,
  );
  const wishes = [...scene.orderWishes, ...wishesOf(scene.orderChanges.map((c) => c.change))];
  const inRooms = decided(made, own, works, joints).map((s) => stepInRooms(s, workshop.rooms));
  const thickMm = grounds.find((g) => ["wood", "foam"].includes(groundMaterial(g.material).kind))?.depthMm;
  const planned = withAmounts(inRooms, { ...boardOf(own), thickMm: thickMm ?? null }).map((s) =>
    weathered(s, weather),
  );
  const ordered = sequence(planned, wishes, orderRules, weather, typedPairs(works, planned));
  const doneAt = new Map(
    records
      .filter((r) => r.state === "done" || r.state === "skipped")
      .map((r) => [r.stepId, minuteOf(r.at, now.today)]),
  );
  const skipped = new Set(records.filter((r) => r.state === "skipped").map((r) => r.stepId));
  // What was to be done into the wet of a step that was skipped has nothing to be done to.
  for (const s of planned)
    if (s.window && skipped.has(s.window.after) && !doneAt.has(s.id)) {
      doneAt.set(s.id, doneAt.get(s.window.after)!);
      skipped.add(s.id);
    }
  const some = new Map(
    records.flatMap((r) => (r.state === "some" && r.pieces !== null ? [[r.stepId, r.pieces] as const] : [])),
  );
  const steps = withSharedMixes(planned, workshop, new Set(doneAt.keys()), some);
  const waitsOf = new Map<string, number[]>();
  for (const c of ordered.constraints)
    if (doneAt.has(c.before) && !skipped.has(c.before))
      (waitsOf.get(c.after) ?? waitsOf.set(c.after, []).get(c.after)!).push(
        doneAt.get(c.before)! + c.lagMinutes,
      );
  // What is done or skipped leaves the plan; only the wait that a done step started still counts. What is
  // done for some takes the rest of its time.
  const open = steps
    .filter((s) => !doneAt.has(s.id))
    .map((s) => {
      // The step that opened its window is done: then the part is there as well.
      const opened = s.window && doneAt.get(s.window.after);
      return {
        ...s,
        ...(opened === undefined ? {} : { beginBy: opened + s.window!.untilMinutes }),
        ...(some.has(s.id) ? restOf(s, some.get(s.id)!) : {}),
        releaseAt: Math.max(opened === undefined ? s.releaseAt : from, from, ...(waitsOf.get(s.id) ?? [])),
      };
    });
  return { own, steps, ordered, open, doneAt, skipped, some, from };
}

/**
 * Steps with what the builder decided: own steps and what is told of steps first, so that the rules look at them
 * as at any other and put in what is missing; then what is changed of all that.
 */
function decided(
  made: readonly Step[],
  input: PlanInput,
  works: readonly PartWork[],
  joints: PlanInput["joints"],
): readonly Step[] {
  const { orderChanges } = input.scene;
  const own = ownStepsIn(orderChanges);
  const all = [...made, ...ownSteps(own, thingsOf(works, joints, input.grounds), speedOf(input))];
  const there = new Set(all.map((s) => s.id));
  const early = orderChanges.filter(
    ({ ruleId, change }) => ruleId === null && change.kind === "facts" && there.has(change.stepId),
  );
  const rest = orderChanges.filter((c) => !early.includes(c));
  return behindOwn(applyChanges(insertForgotten(applyChanges(all, early)), rest), own);
}

/** What a step of one's own may be done to. */
function thingsOf(
  works: readonly PartWork[],
  joints: PlanInput["joints"],
  grounds: PlanInput["grounds"],
): ReadonlyMap<Target, ThingWorkedOn> {
  const bare = { process: null, clear: false, releaseAt: 0, thinnestMm: null, facts: {}, pieces: 1 };
  return new Map<Target, ThingWorkedOn>([
    ...works.map((w) => [partRef(w.id), workedOn(w)] as const),
    ...joints.map((j) => {
      const members = works.filter((w) => j.partIds.includes(w.id));
      const releaseAt = Math.max(0, ...members.map((w) => w.releaseAt));
      return [jointRef(j.id), { ...bare, onWhat: j.name, releaseAt, pieces: j.count }] as const;
    }),
    ...grounds.map((g) => [groundRef(g.id), { ...bare, onWhat: g.name }] as const),
    ["board", { ...bare, onWhat: "board" }],
  ]);
}

/** Minutes of the plan's clock of a local date and time, `2026-03-14T19:30`. */
const minuteOf = (at: string, today: string) =>
  daysBetween(today, at.slice(0, 10)) * 1440 + Number(at.slice(11, 13)) * 60 + Number(at.slice(14, 16));

/** The builder's own speed by kind of step, from the log. */
export function speedOf({ workshop }: PlanInput): (action: Action) => number {
  const observations = workshop.log
    .filter((e) => e.kind === "step")
    .map((e) => ({ key: e.key, estimated: e.estimatedMinutes, actual: e.actualMinutes }));
  const speeds = new Map<string, number>();
  return (action) => {
    let factor = speeds.get(action);
    if (factor === undefined) {
      const learned: Figure = learnedFactor(observations, action);
      speeds.set(action, (factor = learned.basis === "learned" ? learned.value : 1));
    }
    return factor;
  };
}

/** What each layer is laid with, as far as its mix or its pot is known. */
function mixOf({ workshop }: PlanInput): MixOf {
  const paints = new Map(workshop.paints.map((p) => [p.id, p]));
  const mixes = new Map<string, MixPrediction | null>();
  return (layer) => {
    const recipe = workshop.recipes.find((r) => r.id === recipeOf(layer));
    if (!recipe) return { lightness: paints.get(paintOf(layer) ?? "")?.lab.l ?? null, thinnerShare: 0 };
    if (!mixes.has(recipe.id)) mixes.set(recipe.id, predictMix(recipe, paints) ?? null);
    return { lightness: mixes.get(recipe.id)?.lab.l ?? null, thinnerShare: recipe.thinnerShare };
  };
}

/** What is left of a step that is done for some of its pieces. */
function restOf(step: Step, pieces: number): Pick<Step, "handsMinutes" | "pieces"> {
  const all = step.pieces ?? 1;
  const share = Math.max(0.02, 1 - pieces / Math.max(1, all));
  const { handsMinutes: h } = step;
  return {
    pieces: Math.max(1, all - pieces),
    handsMinutes: { ...h, value: h.value * share, low: h.low * share, high: h.high * share },
  };
}

/** The plan that was accepted, in minutes of today's plan. */
function acceptedSpans({ accepted, now }: PlanInput): ReadonlyMap<string, Span> {
  if (!accepted) return new Map();
  const shift = daysBetween(now.today, accepted.day) * 1440;
  return new Map(
    Object.entries(accepted.slots).map(([id, [a, b]]) => [id, { from: a + shift, to: b + shift }]),
  );
}

/** How far the lamp reaches into a material, by what it is and how it is called. */
function lampLight(material: PrintMaterial | null): LampLight {
  if (material && plasticOf(material.plastic)?.print.clear) return "deep";
  const dark = material?.colour != null && labOfHex(material.colour);
  return dark && dark.ok && dark.value.l < DARK_L ? "little" : "usual";
}

const isSlender = (sizeMm: readonly number[] | null): boolean =>
  sizeMm !== null && Math.max(...sizeMm) > SLENDER * Math.min(...sizeMm);

function partWork(
  p: PartPlan,
  { viewingDistanceMm, tier }: PlanInput["scene"],
  rooms: Rooms,
  releaseAt: number,
): PartWork {
  const { part, chosen, finish } = p;
  const print = printOf(part);
  const steps = visibleSteps(p, viewingDistanceMm);
  const shown = print.pieceOf ? null : (finish?.surface.plain ?? null);
  return {
    id: part.id,
    name: part.name,
    count: part.count,
    process: chosen?.printer.process ?? null,
    clear: print.clear,
    areaCm2: p.areaCm2,
    treatCm2: shown
      ? {
          ...shown,
          value: shown.value * part.count,
          low: shown.low * part.count,
          high: shown.high * part.count,
        }
      : { value: 0, low: 0, high: 0, unit: "cm2", basis: "computed", working: [] },
    thinnestMm: p.thinnestMm?.value ?? null,
    stepDepthMm: steps?.depthMm ?? null,
    unseenDepthMm: steps?.unseenMm ?? null,
    treatment: p.treatment,
    scheme: print.pieceOf ? [] : part.scheme.map((layer) => layerInRooms(layer, rooms)),
    lamp: print.pieceOf ? null : part.place.lamp,
    onBoard: !print.pieceOf && part.place.placements.length > 0,
    releaseAt,
    bath: plasticOf(p.chosen?.material?.plastic ?? null)?.print.bath ?? "alcohol",
    lets: lampLight(p.chosen?.material ?? null),
    slender: isSlender(p.sizeMm),
    supported: chosen ? !chosen.supports.needless : true,
    pieceOf: print.pieceOf?.partId ?? null,
    wholeProcess: finish?.printer.process ?? null,
    bare: madeOf(p),
    hollow:
      print.hollow === null
        ? null
        : print.hollow.drains > 0 || print.hollow.holes.length > 0
          ? "drained"
          : "closed",
    handled: (part.tier ?? tier) === "play",
  };
}
