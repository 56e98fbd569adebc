import { recipeOf, paintOf } from "#core/paint/scheme";
import { printOf } from "#core/scene/part";
import { takesTwo } from "#core/ground/groundLayer";
import { boardOf, boardWeight } from "#core/plan/lay/boardWeight";
import type { Figure } from "#core/figure";
import { learnedFactor } from "#core/log/corrections";
import { applyChanges } from "#core/order/applyChanges";
import { checkPlan, type StepTime } from "#core/order/checkPlan";
import { productOf } from "#core/materials/products";
import { madeOf } from "#core/plan/parts/madeOf";
import { insertForgotten } from "#core/order/insertForgotten";
import type { LightnessOf } from "#core/paint/paintSteps";
import { makeSteps, type PartWork } from "#core/plan/order/makeSteps";
import { boundOf, criticalChain, schedule, type Schedule, type StepSlot } from "#core/order/schedule";
import { sequence, type Sequence, wishesOf } from "#core/order/sequence";
import type { OrderConflict } from "#core/order/conflict";
import { orderRules } from "#core/order/rules";
import { weatherBar } from "#core/materials/weather";
import { weathered } from "#core/order/weathered";
import type { Action, Step } from "#core/steps/step";
import { type MixPrediction, predictMix } from "#core/paint/paint";
import type { Clock } from "#core/steps/hours";
import { daysBetween } from "#core/plan/calendarDay";
import { visibleSteps } from "#core/plan/surface/visibleSteps";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { SceneParts } from "#core/plan/plates/printing";
import type { PlanInput } from "#core/scene/planInput";
import { airOf } from "#core/scene/rooms";

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
};

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
  const joint = schedule(all, constraints, clock, Math.min(...drafts.map((d) => d.from)), {
    busy,
    ...(before.size > 0 ? { before } : {}),
    shares: { of: (s) => s.id.slice(0, s.id.indexOf("\u0000")), dueAt },
    capacity: { lamp: 1, ...(shelfPieces === null ? {} : { "drying shelf": shelfPieces }) },
    barred: (s, day) =>
      s.product !== null &&
      airOn.has(day) &&
      weatherBar(productOf(s.product, weather).weather, airOn.get(day)!) !== null,
  });
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
    conflicts: [...ordered.conflicts, ...found.filter((c) => !told.has(`${c.ruleId} ${c.after}`))],
    done: new Set(doneAt.keys()),
  };
}

function draftWork({ own, parts, readyAt }: SceneParts): Draft {
  const { scene, joints, grounds, records, workshop, now } = own;
  const weather = airOf(workshop.rooms);
  const from = Math.max(now.minute, daysBetween(now.today, scene.startOn) * 1440);
  const factors = new Map(parts.map((p) => [p.part.id, p.rescale.factor]));
  const made = makeSteps(
    parts.map((p) => partWork(p, scene, readyAt.get(p.part.id) ?? from)),
    joints.map((j) => ({
      id: j.id,
      name: j.name,
      partIds: j.partIds,
      glue: j.glue,
      count: j.count,
      shows: j.shows,
      magnet: j.fit === "magnet pocket",
      gapMm: j.gapInFileMm === null ? null : j.gapInFileMm * (factors.get(j.partIds[0] ?? "") ?? 1),
    })),
    [...grounds]
      .sort((a, b) => a.position - b.position)
      .map((g) => ({ layer: g, wetWith: g.wetWith, flock: g.flock })),
    { ...boardOf(own), heavy: takesTwo(boardWeight(own, parts).value, boardOf(own)) },
    speedOf(own),
    lightnessOf(own),
    scene.tier,
    scene.orderSchools,
  );
  const wishes = [...scene.orderWishes, ...wishesOf(scene.orderChanges.map((c) => c.change))];
  const steps = applyChanges(insertForgotten(made), scene.orderChanges).map((s) => weathered(s, weather));
  const ordered = sequence(steps, wishes, orderRules, weather);
  const doneAt = new Map(
    records
      .filter((r) => r.state === "done" || r.state === "skipped")
      .map((r) => [r.stepId, minuteOf(r.at, now.today)]),
  );
  const skipped = new Set(records.filter((r) => r.state === "skipped").map((r) => r.stepId));
  // What was to be done into the wet of a step that was skipped has nothing to be done to.
  for (const s of steps)
    if (s.window && skipped.has(s.window.after) && !doneAt.has(s.id)) {
      doneAt.set(s.id, doneAt.get(s.window.after)!);
      skipped.add(s.id);
    }
  const some = new Map(
    records.flatMap((r) => (r.state === "some" && r.pieces !== null ? [[r.stepId, r.pieces] as const] : [])),
  );
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

function lightnessOf({ workshop }: PlanInput): LightnessOf {
  const paints = new Map(workshop.paints.map((p) => [p.id, p]));
  const mixes = new Map<string, MixPrediction | null>();
  return (layer) => {
    const recipeId = recipeOf(layer);
    if (recipeId === null) return paints.get(paintOf(layer) ?? "")?.lab.l ?? null;
    if (!mixes.has(recipeId)) {
      const recipe = workshop.recipes.find((r) => r.id === recipeId);
      mixes.set(recipeId, recipe ? (predictMix(recipe, paints) ?? null) : null);
    }
    return mixes.get(recipeId)?.lab.l ?? null;
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

function partWork(p: PartPlan, { viewingDistanceMm, tier }: PlanInput["scene"], releaseAt: number): PartWork {
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
    scheme: print.pieceOf ? [] : part.scheme,
    lamp: print.pieceOf ? null : part.place.lamp,
    onBoard: !print.pieceOf && part.place.placements.length > 0,
    releaseAt,
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
