import type { PartPlan } from "#core/plan/parts/partPlan";
import { leafCopies, leafText } from "#core/plan/lay/leafCopies";
import { groundMaterial, takesTwo } from "#core/ground/groundLayer";
import { orderRules } from "#core/order/rules";
import { sequence, type Sequence, wishesOf } from "#core/order/sequence";
import { weathered } from "#core/order/weathered";
import { daysBetween } from "#core/plan/calendarDay";
import { stepInRooms } from "#core/plan/inRooms";
import { markAssumed } from "#core/plan/parts/assumed";
import { gapOnBenchMm, seamFilling } from "#core/plan/joints/planJoint";
import { boardOf, boardWeight } from "#core/plan/lay/boardWeight";
import { decided } from "#core/plan/order/decided";
import { mixOf, speedOf } from "#core/plan/order/learnt";
import { makeSteps } from "#core/plan/order/makeSteps";
import { partWork } from "#core/plan/order/partWork";
import { withAmounts } from "#core/plan/order/putInAmounts";
import { withSharedMixes } from "#core/plan/order/sharedMixes";
import { typedPairs } from "#core/plan/order/typedOrder";
import type { SceneParts } from "#core/plan/plates/printing";
import { lookedAt } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import { airOf } from "#core/scene/rooms";
import { coatRoundText } from "#core/steps/coats";
import type { Step } from "#core/steps/step";

/**
 * Everything of one scene's work but its calendar. `open`: what is still to do, with the waits that done
 * steps started.
 */
export type WorkDraft = {
  readonly own: PlanInput;
  readonly steps: readonly Step[];
  readonly ordered: Sequence;
  readonly open: readonly Step[];
  readonly doneAt: ReadonlyMap<string, number>;
  readonly skipped: ReadonlySet<string>;
  readonly some: ReadonlyMap<string, number>;
  readonly from: number;
};

/** The steps of a scene in an order that breaks no rule, and what of them is still to do. */
export function draftWork(scene: SceneParts): WorkDraft {
  const { own } = scene;
  const { workshop, now, records } = own;
  const weather = airOf(workshop.rooms);
  const from = Math.max(now.minute, daysBetween(now.today, own.scene.startOn) * 1440);
  const { planned, works } = plannedSteps(scene, from);
  const wishes = [...own.scene.orderWishes, ...wishesOf(own.scene.orderChanges.map((c) => c.change))];
  const ordered = sequence(planned, wishes, orderRules, weather, typedPairs(works, planned));
  const { doneAt, skipped } = doneOf(planned, own);
  const some = new Map(
    records.flatMap((r) => (r.state === "some" && r.pieces !== null ? [[r.stepId, r.pieces] as const] : [])),
  );
  const steps = withSharedMixes(planned, workshop, new Set(doneAt.keys()), some);
  const open = stillOpen({ steps, ordered, doneAt, skipped, some, from });
  return { own, steps, ordered, open, doneAt, skipped, some, from };
}

/** How the copies of a leaf stand open. */
function leafWords(p: PartPlan, parts: readonly PartPlan[]): { readonly leaf?: string } {
  const copies = leafCopies(p, parts);
  return copies.length > 0 ? { leaf: `It opens: ${leafText(copies)}.` } : {};
}

/** Everything that all stages want done, with what is decided, its amounts, and the weather it is done in. */
function plannedSteps({ own, parts, readyAt }: SceneParts, from: number) {
  const { scene, grounds, workshop } = own;
  const weather = airOf(workshop.rooms);
  const held = new Set(parts.flatMap((p) => (p.held ? [p.part.id] : [])));
  const joints = own.joints.filter((j) => !j.partIds.some((id) => held.has(id)));
  const works = parts
    .filter((p) => p.held === null && !lookedAt(p.part))
    .map((p) => ({ ...partWork(p, own, readyAt.get(p.part.id) ?? from), ...leafWords(p, parts) }));
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
      hardware: j.hardware,
      gapMm: gapOnBenchMm(j, parts),
      seam: seamFilling(j),
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
  const assumed = new Set(parts.flatMap((p) => (p.paintAssumed ? [p.part.id] : [])));
  const inRooms = decided(markAssumed(made, assumed), own, works, joints).map((s) =>
    stepInRooms(s, workshop.rooms),
  );
  const thickMm = grounds.find((g) => ["wood", "foam"].includes(groundMaterial(g.material).kind))?.depthMm;
  const planned = withAmounts(inRooms, { ...boardOf(own), thickMm: thickMm ?? null }).map((s) =>
    withCoatRound(weathered(s, weather)),
  );
  return { works, planned };
}

/** When what is on record was done, and what of it was skipped; with what follows from it for other steps. */
function doneOf(planned: readonly Step[], { records, now }: PlanInput) {
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
  // Of a layer whose later coat is done the earlier ones are.
  for (const s of [...planned].sort((a, b) => (b.coat?.number ?? 0) - (a.coat?.number ?? 0)))
    if (s.coat && s.tied && !doneAt.has(s.id) && doneAt.has(s.tied.to)) {
      doneAt.set(s.id, doneAt.get(s.tied.to)!);
      if (skipped.has(s.tied.to)) skipped.add(s.id);
    }
  return { doneAt, skipped };
}

/**
 * What is done or skipped leaves the plan; only the wait that a done step started still counts. What is done
 * for some takes the rest of its time.
 */
function stillOpen({ steps, ordered, doneAt, skipped, some, from }: Omit<WorkDraft, "own" | "open">) {
  const waitsOf = new Map<string, number[]>();
  for (const c of ordered.constraints)
    if (doneAt.has(c.before) && !skipped.has(c.before))
      (waitsOf.get(c.after) ?? waitsOf.set(c.after, []).get(c.after)!).push(
        doneAt.get(c.before)! + c.lagMinutes,
      );
  return steps
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
}

/** A coat with how it goes round its pieces. */
function withCoatRound(step: Step): Step {
  const round = coatRoundText(step);
  return round === null ? step : { ...step, notes: [...step.notes, round] };
}

/** Minutes of the plan's clock of a local date and time, `2026-03-14T19:30`. */
const minuteOf = (at: string, today: string) =>
  daysBetween(today, at.slice(0, 10)) * 1440 + Number(at.slice(11, 13)) * 60 + Number(at.slice(14, 16));

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
