import { isPart, partRef, type Reference } from "#core/reference";
import { productName, type ProductId } from "#core/materials/products";
import { toolOf, type ToolId } from "#core/materials/tools";
import type { OrderChange } from "#core/order/change";
import type { Constraint } from "#core/order/conflict";
import { ruleById } from "#core/order/rules";
import type { RuleState } from "#core/order/ruleScope";
import { counted } from "#core/words";
import { type Session, sessionsOf } from "#core/order/sessions";
import { type Film, stacks } from "#core/order/stacks";
import type { StepSlot } from "#core/order/pass";
import { hexOfLab } from "#core/paint/colour";
import type { Plan } from "#core/plan/plan";
import type { WorkPlan } from "#core/plan/order/planWork";
import type { Workshop } from "#core/scene/workshop";
import type { Step } from "#core/steps/step";
import { durationText } from "#ui/Duration";

const DAY_MINUTES = 1440;
const dayOf = (minute: number) => Math.floor(minute / DAY_MINUTES);

/** How the screen calls a step, by its id. */
export type NameOf = (stepId: string) => string;

/** A step by its title and what it is done to; by its id when it is no longer there. */
export function namesOf(steps: readonly Step[]): NameOf {
  const byId = new Map(steps.map((s) => [s.id, s]));
  return (id) => {
    const step = byId.get(id);
    return step ? `${step.title}, ${step.onWhat}` : id;
  };
}

/** Why there is no order to show, and where that is mended; null when there is one. */
export function emptyOrder(
  work: Pick<WorkPlan, "steps" | "done" | "schedule">,
): { readonly title: string; readonly to: "hours" | "parts" } | null {
  if (work.schedule.slots.length > 0) return null;
  if (work.steps.length === 0) return { title: "Nothing to do yet", to: "parts" };
  if (work.done.size === work.steps.length) return { title: "Everything is done", to: "parts" };
  return { title: "No hours to work in", to: "hours" };
}

/** What the list is narrowed to; "" is all of it. */
export type OrderFilter = { readonly on: string; readonly day: string; readonly product: string };

export const filterOf = (search: URLSearchParams): OrderFilter => ({
  on: search.get("on") ?? "",
  day: search.get("day") ?? "",
  product: search.get("product") ?? "",
});
export const isNarrow = (filter: OrderFilter) => filter.on + filter.day + filter.product !== "";

/** What a step is done with: its product, or its tool where it takes none. */
const withOf = (s: Step): ProductId | ToolId => s.product ?? s.tool;
const withName = (s: Step) => (s.product === null ? toolOf(s.tool).name : productName(s.product));

/** One line of the list: a step and its time. */
export type OrderRow = { readonly step: Step; readonly slot: StepSlot; readonly because: string };

/** The steps in the order of their times, as far as they pass the filter. */
export function orderRows(
  work: Pick<WorkPlan, "steps" | "schedule">,
  { on, day, product }: OrderFilter,
): readonly OrderRow[] {
  const byId = new Map(work.steps.map((s) => [s.id, s]));
  return work.schedule.slots
    .map((slot) => ({ slot, step: byId.get(slot.stepId)! }))
    .filter(
      ({ step, slot }) =>
        (on === "" || step.targets.includes(on as never)) &&
        (day === "" || dayOf(slot.startsAt) === Number(day)) &&
        (product === "" || withOf(step) === product),
    )
    .map((row) => ({ ...row, because: insertedText(row.step) }));
}

/** Why a step is there that no stage asked for. */
function insertedText({ insertedBy }: Step): string {
  if (insertedBy === null) return "";
  return insertedBy === "yours" ? "you put it in" : `${insertedBy}: ${ruleById(insertedBy)?.because ?? ""}`;
}

/** What is done in one go, in the order of time: one line of the list, opening to its steps. */
export type SessionRow = { readonly session: Session; readonly rows: readonly OrderRow[] };

/** Rows by session: what passes a filter keeps its place. */
export function sessionRows(
  rows: readonly OrderRow[],
  work: Pick<WorkPlan, "steps" | "schedule">,
): SessionRow[] {
  const shown = new Map(rows.map((r) => [r.step.id, r]));
  return sessionsOf(work.schedule.slots, work.steps).flatMap((whole) => {
    const own = whole.steps.flatMap((s) => shown.get(s.id) ?? []);
    if (own.length === 0) return [];
    const session =
      own.length === whole.steps.length
        ? whole
        : sessionsOf(
            own.map((r) => r.slot),
            own.map((r) => r.step),
          )[0]!;
    return [{ session, rows: own }];
  });
}

/** What holds a step where it stands: of all that comes before it, what ends last; "" where nothing does. */
export function placedText(
  step: Step,
  { sequence, times }: Pick<WorkPlan, "sequence" | "times">,
  name: NameOf,
): string {
  const ends = (c: Constraint) => (times.get(c.before)?.endsAt ?? -Infinity) + c.lagMinutes;
  const last = sequence.constraints
    .filter((c) => c.after === step.id && Number.isFinite(ends(c)))
    .reduce<Constraint | null>((a, c) => (a === null || ends(c) > ends(a) ? c : a), null);
  if (last === null) return step.releaseAt > 0 ? "once it is printed" : "nothing is before it";
  const wait = last.lagMinutes >= 1 ? `${durationText(last.lagMinutes)} ` : "";
  return `${wait}after ${name(last.before)}${last.ruleId === null ? "" : ` (${last.ruleId})`}`;
}

/** What the list can be narrowed to: days of the plan's clock, and what is worked with, by name. */
export function filterChoices(work: Pick<WorkPlan, "steps" | "schedule">) {
  const days = [...new Set(work.schedule.slots.map((s) => dayOf(s.startsAt)))];
  const products = [...new Map(work.steps.map((s) => [withOf(s), withName(s)] as const))];
  return { days, products: products.sort(([, a], [, b]) => (a < b ? -1 : 1)) };
}

/** A change of one's own, in words. */
export function changeText(change: OrderChange, name: NameOf): string {
  switch (change.kind) {
    case "move":
      return `${name(change.before)} before ${name(change.after)}`;
    case "wait":
      return `${durationText(change.minutes)} between ${name(change.before)} and ${name(change.after)}`;
    case "product":
      return `${name(change.stepId)}: ${productName(change.product)}`;
    case "leave out":
      return `Left out: ${name(change.stepId)}`;
    case "insert":
      return `Put in: ${change.title}, ${change.at} ${name(change.stepId)}`;
    case "own":
      return `Put in: ${change.title}${change.at ? `, ${change.at.side} ${name(change.at.stepId)}` : ""}`;
    case "facts":
      return `${name(change.stepId)}: done otherwise`;
  }
}

/** How a rule stands here, in a few words. */
export function ruleStateText(state: RuleState): string {
  switch (state.is) {
    case "advice":
      return "told at the bench";
    case "elsewhere":
      return state.where;
    case "broken":
      return `broken${state.times > 1 ? ` ${counted(state.times, "time", "times")}` : ""}`;
    case "set aside":
      return "set aside by you";
    case "puts in":
      return `put ${counted(state.times, "step", "steps")} in`;
    case "kept":
      return "kept";
    case "nothing here":
      return "nothing here that it is about";
  }
}

/** How many rules this plan could break, and how it stands with them. */
export function ruleSummary(states: ReadonlyMap<string, RuleState>): string {
  const count = (...is: readonly RuleState["is"][]) =>
    [...states.values()].filter((s) => is.includes(s.is)).length;
  const broken = count("broken");
  const aside = count("set aside");
  return [
    `This plan could break ${count("kept", "puts in", "broken", "set aside")} of them`,
    `keeps ${count("kept", "puts in")}`,
    ...(count("puts in") > 0 ? [`got steps from ${count("puts in")}`] : []),
    ...(aside > 0 ? [`has ${aside} set aside`] : []),
    `breaks ${broken === 0 ? "none" : broken}.`,
  ].join(", ");
}

/** The first reason for every pair of steps, of those that one step comes after or before. */
export function reasonsFor(step: Step, constraints: readonly Constraint[]) {
  const once = (list: readonly Constraint[]) => [
    ...new Map(list.map((c) => [`${c.before}${c.after}`, c])).values(),
  ];
  return {
    earlier: once(constraints.filter((c) => c.after === step.id)),
    later: once(constraints.filter((c) => c.before === step.id)),
  };
}

/** When the step before it and the one after it begin; undefined at the ends and without a time of its own. */
export function neighbours(slots: readonly StepSlot[], slot: StepSlot | undefined) {
  if (!slot) return { before: undefined, after: undefined };
  const others = slots
    .filter((s) => s.stepId !== slot.stepId)
    .map((s) => s.startsAt)
    .sort((a, b) => a - b);
  return {
    before: others.filter((t) => t < slot.startsAt).at(-1),
    after: others.find((t) => t >= slot.endsAt),
  };
}

/** The films on what a step is done to, from the substrate up. */
export type Films = { readonly films: readonly Film[]; readonly bare: string };

export function filmsUnder(step: Step, { work, parts }: Pick<Plan, "work" | "parts">): Films {
  const target = step.targets.find(isPart) ?? step.targets[0]!;
  const starts = new Map([...work.times].map(([id, t]) => [id, t.startsAt]));
  return {
    films: stacks(work.steps, starts).get(target) ?? [],
    bare: step.facts?.bare ?? bareOf(target, parts),
  };
}

function bareOf(target: Reference, parts: Plan["parts"]): string {
  if (!isPart(target)) return "board";
  const part = parts.find((p) => partRef(p.part.id) === target);
  return part?.chosen?.printer.process === "resin" ? "resin" : "plastic";
}

/** The colour that a step lays, as hex: its mix as predicted, or its pot; null where it has none. */
export function colourOfStep(
  step: Step | undefined,
  { paints }: Pick<Workshop, "paints">,
  mixes: Plan["mixes"],
): string | null {
  if (step?.recipeId) {
    const mix = mixes.get(step.recipeId);
    return mix ? hexOfLab(mix.lab) : null;
  }
  return paints.find((p) => p.id === step?.paintId)?.hex ?? null;
}
