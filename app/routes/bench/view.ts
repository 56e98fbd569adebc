import { isJoint, partRef, type Reference } from "#core/reference";
import type { Figure } from "#core/figure";
import { learnedFactor } from "#core/log/corrections";
import type { OrderConflict } from "#core/order/conflict";
import { type ZonesToTouch, zonesToTouch } from "#core/plan/bench/zonesToTouch";
import { notToTouch, type Touch } from "#core/order/touch";
import type { StepSlot } from "#core/order/pass";
import { makesDust } from "#core/order/rules/ask";
import { dropsFor, gramsFor, neatMillilitres } from "#core/paint/amount";
import type { Finding } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import type { CautionId } from "#core/safety/cautions";
import { airOf } from "#core/scene/rooms";
import type { PlanInput } from "#core/scene/planInput";
import type { Part } from "#core/scene/part";
import type { Workshop } from "#core/scene/workshop";
import { placeName } from "#core/scene/zone";
import type { Action, Step } from "#core/steps/step";
import { type MixBlock, mixBlocks } from "#app/mixBlocks";

const DAY_MINUTES = 1440;
const dayOf = (minute: number) => Math.floor(minute / DAY_MINUTES);

/** What an evening at the bench is: its steps as they begin, which of them this is, and the work left in it. */
export type Evening = {
  readonly slots: readonly StepSlot[];
  /** 1 for the first. */
  readonly place: number;
  /** Of this step and those after it, as far as it is done on this day: a long one goes on on others. */
  readonly leftMinutes: number;
};

/** The evening on which a step begins. */
export function eveningOf(all: readonly StepSlot[], slot: StepSlot): Evening {
  const day = dayOf(slot.startsAt);
  const slots = all.filter((s) => dayOf(s.startsAt) === day);
  const place = slots.indexOf(slot) + 1;
  const leftMinutes = slots
    .slice(place - 1)
    .flatMap((s) => s.parts)
    .filter((p) => dayOf(p.from) === day)
    .reduce((sum, p) => sum + p.to - p.from, 0);
  return { slots, place, leftMinutes };
}

/** What is told of a part's colours concerns these. */
const painting: readonly Action[] = ["paint", "drybrush", "shade", "pigment"];
/** More than these are not drawn, and not told. */
const MOST_PARTS = 6;
const MOST_SOFT = 4;

/** The parts with a model that a step is done to, as many as are drawn. */
export const partsOf = (step: Step, parts: readonly PartPlan[]): readonly PartPlan[] =>
  parts.filter((p) => step.targets.includes(partRef(p.part.id)) && p.measurement).slice(0, MOST_PARTS);

/** What keeps steps from being begun: rules that it breaks, and what is found of the colours of their parts. */
export function hindrances(
  steps: readonly Step[],
  { work, findings, parts }: Pick<Plan, "work" | "findings" | "parts">,
): { readonly broken: readonly OrderConflict[]; readonly found: readonly Finding[] } {
  const about = new Set<Reference>(steps.flatMap((s) => partsOf(s, parts).map((p) => partRef(p.part.id))));
  const ids = new Set(steps.map((s) => s.id));
  return {
    broken: work.conflicts.filter((c) => ids.has(c.after) || (c.before !== null && ids.has(c.before))),
    found: steps.some((s) => painting.includes(s.action))
      ? findings.filter((f) => f.stage === "colour" && about.has(f.about))
      : [],
  };
}

/** What is too soft to be touched now, by name, the last to be free first. */
export function softNow(
  { now, workshop }: Pick<PlanInput, "now" | "workshop">,
  { work, parts }: Pick<Plan, "work" | "parts">,
): readonly (Touch & { readonly name: string })[] {
  const nameOf = (target: Reference) =>
    parts.find((p) => partRef(p.part.id) === target)?.part.name ??
    (isJoint(target) ? "a joint" : "the ground");
  return notToTouch(work.steps, work.times, now.minute, airOf(workshop.rooms))
    .slice(0, MOST_SOFT)
    .map((t) => ({ ...t, name: nameOf(t.target) }));
}

/** What of parts with several zones may be held now, and which are soft or covered. */
export const zonesNow = (
  { now, workshop }: Pick<PlanInput, "now" | "workshop">,
  { work, parts }: Pick<Plan, "work" | "parts">,
): readonly ZonesToTouch[] =>
  zonesToTouch(
    work.steps,
    work.times,
    now.minute,
    parts.map((p) => p.part),
    airOf(workshop.rooms),
  ).slice(0, MOST_SOFT);

/** What is laid from a mix or a pot: its blocks, and how much is put out; that is null of a coat whose mix is there. */
export type BenchMix = {
  readonly blocks: readonly MixBlock[];
  readonly thinnerShare: number;
  readonly out: BenchAmount | null;
};

/** Put out for a step: ml as used, drops and grams of each pot. */
export type BenchAmount = {
  readonly millilitres: number;
  readonly drops: readonly number[];
  readonly grams: readonly number[];
};

export function mixOf(
  step: Step,
  { paints, recipes }: Pick<Workshop, "paints" | "recipes">,
): BenchMix | null {
  const recipe = recipes.find((r) => r.id === step.recipeId);
  const pot = paints.find((p) => p.id === step.paintId);
  if ((!recipe && !pot) || (step.mixMl === null && !step.coat)) return null;
  const thinnerShare = recipe?.thinnerShare ?? 0;
  const shares = recipe ? recipe.parts.map((p) => p.parts) : [1];
  const mixMl = step.mixNow?.ml ?? step.mixMl;
  const neat = mixMl && neatMillilitres(mixMl.value, thinnerShare);
  return {
    blocks: recipe ? mixBlocks(recipe, paints) : [{ name: pot!.name, hex: pot!.hex, parts: 1 }],
    thinnerShare,
    out:
      neat === null
        ? null
        : {
            millilitres: mixMl!.value,
            drops: dropsFor(shares, neat),
            grams: gramsFor(shares, neat),
          },
  };
}

/** Hands that steps like this took before, as a factor of what was estimated; common practice when unknown. */
export const ownSpeed = (step: Step, { log }: Pick<Workshop, "log">): Figure =>
  learnedFactor(
    log
      .filter((e) => e.kind === "step")
      .map((e) => ({ key: e.key, estimated: e.estimatedMinutes, actual: e.actualMinutes })),
    step.action,
  );

/** How many of its pieces are done and how many are left; at least one is. */
export function piecesOf(step: Step, some: ReadonlyMap<string, number>) {
  const done = some.get(step.id) ?? 0;
  return { done, left: Math.max(1, (step.pieces ?? 1) - done) };
}

/** An evening away from a step is not work on it: longer than this many times its hands, and half an hour. */
const AWAY_TIMES = 6;
const AWAY_MINUTES = 30;

/** Minutes since a step was opened, as hands on it; 0 where that cannot be. */
export function spentMinutes(step: Step, openedAtMs: number, nowMs: number): number {
  const minutes = (nowMs - openedAtMs) / 60_000;
  const most = AWAY_TIMES * step.handsMinutes.value + AWAY_MINUTES;
  return openedAtMs > 0 && minutes >= 0 && minutes < most ? Number(minutes.toFixed(2)) : 0;
}

/**
 * The caution that has to be confirmed before work begins, because nobody sees its harm while it is done: dust of
 * resin. Null of everything else.
 */
export const toConfirm = (steps: readonly Step[]): CautionId | null =>
  steps.some((s) => s.process === "resin" && makesDust(s)) ? "C2" : null;

/** Whether colours are looked at while it is done. */
export const isPainting = ({ action }: Pick<Step, "action">): boolean => painting.includes(action);

/** Colours that the zones of a step are to have, and spots of its parts that are still to do. */
export function spotsOf(step: Step, parts: readonly Part[]) {
  const on = parts.filter((p) => step.targets.includes(partRef(p.id)));
  return {
    wanted: on.flatMap((part) =>
      part.zones.flatMap((zone) => (zone.wanted ? [{ name: placeName(part, zone), lab: zone.wanted }] : [])),
    ),
    spots: on.flatMap((part) =>
      (part.spots ?? []).filter((s) => !s.done).map((s) => ({ ...s, partName: part.name })),
    ),
  };
}
