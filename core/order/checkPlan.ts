import type { SetAside } from "#core/order/change";
import { edgesFrom, reaches } from "#core/order/graph";
import { groupsOf } from "#core/order/groups";
import { conflict, rulesBetween } from "#core/order/precedences";
import type { OrderRule, Placed, Situation } from "#core/order/rule";
import { orderRules } from "#core/order/rules";
import type { OrderWish } from "#core/order/sequence";
import type { OrderConflict } from "#core/order/conflict";
import { layerStepId } from "#core/steps/coats";
import type { Step } from "#core/steps/step";
import { usualWeather, type Weather } from "#core/materials/weather";

/** When a step is done, minutes of the plan's clock. */
export type StepTime = { readonly startsAt: number; readonly endsAt: number };

type Asked = {
  readonly rules?: readonly OrderRule[];
  readonly weatherOn?: (day: number) => Weather;
  readonly aside?: readonly SetAside[];
  readonly wishes?: readonly OrderWish[];
};

/** Rules about a product in the weather are told once for the product. */
const oncePerProduct = new Set(["O49", "O60"]);
/** Where the same is broken by many steps, what it is told of once: a layer for all its coats. */
const toldOf = (ruleId: string, step: Step) =>
  oncePerProduct.has(ruleId) ? step.product : ruleId === "O24" ? step.recipeId : layerStepId(step.id);

/**
 * Every rule that the plan breaks as it stands: an independent look at the result, trusting no builder of it.
 * Steps
 * without a time are left out.
 */
export function checkPlan(
  steps: readonly Step[],
  times: ReadonlyMap<string, StepTime>,
  { rules = orderRules, weatherOn = () => usualWeather, aside = [], wishes = [] }: Asked = {},
): readonly OrderConflict[] {
  const placed: Placed[] = steps
    .flatMap((step) => {
      const time = times.get(step.id);
      return time ? [{ step, ...time }] : [];
    })
    .sort((a, b) => a.startsAt - b.startsAt || a.endsAt - b.endsAt || (a.step.id < b.step.id ? -1 : 1));
  const inTime = placed.map((p) => p.step);
  const { byTarget, board, wide } = groupsOf(inTime);
  const wideSet = new Set(wide);
  const meeting = (i: number): number[] => {
    const found = new Set<number>();
    for (const t of inTime[i]!.targets)
      for (const k of t === "board" ? (wideSet.has(i) ? board : wide) : (byTarget.get(t) ?? []))
        if (k !== i) found.add(k);
    return [...found].sort((a, b) => a - b);
  };
  const asideKeys = new Set([
    ...aside.map((a) => `${a.ruleId} ${a.stepId} ${a.other ?? ""}`),
    ...wishes
      .filter((w) => w.override)
      .flatMap((w) => [`${w.override} ${w.after} ${w.before}`, `${w.override} ${w.before} ${w.after}`]),
  ]);
  const checked = rules.filter((r) => r.check);
  const told = new Set<string>();
  const found: OrderConflict[] = [];
  const recipe = edgesFrom(inTime.flatMap((s) => s.after.map((before) => ({ before, after: s.id }))));
  placed.forEach((p, i) => {
    let near: number[] | null = null;
    let earlier: Placed[] | null = null;
    let after: Placed[] | null = null;
    const around = () => (near ??= meeting(i));
    const here: Situation = {
      at: p.startsAt,
      wide: wideSet.has(i),
      weather: weatherOn(Math.floor(p.startsAt / 1440)),
      get before() {
        return (earlier ??= around()
          .filter((k) => k < i)
          .map((k) => placed[k]!));
      },
      get later() {
        return (after ??= around()
          .filter((k) => k > i)
          .map((k) => placed[k]!));
      },
    };
    for (const rule of checked) {
      const breach = rule.check!(p.step, here);
      if (!breach) continue;
      const key = `${rule.id} ${toldOf(rule.id, p.step)}`;
      if (told.has(key)) continue;
      told.add(key);
      const other = breach.other ? inTime.find((s) => s.id === breach.other) : undefined;
      found.push({
        ruleId: rule.id,
        severity: breach.severity ?? rule.severity,
        before: other?.id ?? null,
        after: p.step.id,
        mend: rule.mend,
        mends: breach.mends,
        sentence: `“${p.step.title}” on ${p.step.onWhat}${other ? `, after “${other.title}”` : ""}: ${breach.detail ?? rule.because}`,
        overridden: asideKeys.has(`${rule.id} ${p.step.id} ${other?.id ?? ""}`),
        circle: [],
      });
    }
    // What came earlier though a rule wants it after: done out of turn, or left out of a circle of rules.
    for (const { step: e } of here.before) {
      for (const { rule } of rulesBetween(p.step, e, rules)) {
        const key = `${rule.id} ${e.id}`;
        if (told.has(key) || (recipe.has(e.id) && reaches(recipe, e.id, p.step.id))) continue;
        told.add(key);
        found.push(
          conflict(rule, p.step, e, asideKeys.has(`${rule.id} ${p.step.id} ${e.id}`), "The plan has"),
        );
      }
    }
  });
  return found;
}

/**
 * Pairs that came out the wrong way round, too soon, too late or inside a closed window: nothing the sequence
 * promised may be broken by the calendar.
 */
export function checkConstraints(
  constraints: readonly {
    before: string;
    after: string;
    lagMinutes: number;
    latestMinutes?: number;
    closed?: { fromMinutes: number; untilMinutes: number };
  }[],
  startsAt: ReadonlyMap<string, number>,
  endsAt: ReadonlyMap<string, number>,
): readonly { before: string; after: string }[] {
  return constraints.filter((c) => {
    const end = endsAt.get(c.before);
    const start = startsAt.get(c.after);
    if (end === undefined || start === undefined) return false;
    const gap = start - end;
    return (
      gap < c.lagMinutes - 1e-6 ||
      gap > (c.latestMinutes ?? Infinity) + 1e-6 ||
      (c.closed !== undefined && gap > c.closed.fromMinutes + 1e-6 && gap < c.closed.untilMinutes - 1e-6)
    );
  });
}
