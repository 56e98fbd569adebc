import type { SetAside } from "#core/order/change";
import { edgesFrom, reaches } from "#core/order/graph";
import { groupsOf } from "#core/order/groups";
import { conflict, rulesBetween } from "#core/order/precedences";
import type { Breach, OrderRule, Placed, Situation } from "#core/order/rule";
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
  /** Steps that are looked at; all where it is left out. */
  readonly only?: (step: Step) => boolean;
};

/** Rules about a product in the weather are told once for the product. */
const oncePerProduct = new Set(["O49", "O60"]);
/** Where the same is broken by many steps, what it is told of once: a layer for all its coats. */
const toldOf = (ruleId: string, step: Step) =>
  oncePerProduct.has(ruleId) ? step.product : ruleId === "O24" ? step.recipeId : layerStepId(step.id);

/** Steps in the order of their time; one without a time is left out. */
const placedIn = (steps: readonly Step[], times: ReadonlyMap<string, StepTime>): readonly Placed[] =>
  steps
    .flatMap((step) => {
      const time = times.get(step.id);
      return time ? [{ step, ...time }] : [];
    })
    .sort((a, b) => a.startsAt - b.startsAt || a.endsAt - b.endsAt || (a.step.id < b.step.id ? -1 : 1));

/** What each step has round it: what is done to the same things before and after it, worked out when asked. */
function situations(
  placed: readonly Placed[],
  weatherOn: (day: number) => Weather,
): (i: number) => Situation {
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
  return (i) => {
    let near: number[] | null = null;
    let earlier: Placed[] | null = null;
    let after: Placed[] | null = null;
    const around = () => (near ??= meeting(i));
    const at = placed[i]!.startsAt;
    return {
      at,
      wide: wideSet.has(i),
      weather: weatherOn(Math.floor(at / 1440)),
      get before() {
        return (earlier ??= around().flatMap((k) => (k < i ? [placed[k]!] : [])));
      },
      get later() {
        return (after ??= around().flatMap((k) => (k > i ? [placed[k]!] : [])));
      },
    };
  };
}

/** Breaks that the builder has set aside or wished, as rule, step and other. */
const setAsideKeys = (aside: readonly SetAside[], wishes: readonly OrderWish[]): ReadonlySet<string> =>
  new Set([
    ...aside.map((a) => `${a.ruleId} ${a.stepId} ${a.other ?? ""}`),
    ...wishes
      .filter((w) => w.override)
      .flatMap((w) => [`${w.override} ${w.after} ${w.before}`, `${w.override} ${w.before} ${w.after}`]),
  ]);

/** A breach as it is told: of which step, after which, and how it is mended. */
function conflictOf(
  rule: OrderRule,
  breach: Breach,
  step: Step,
  other: Step | undefined,
  overridden: boolean,
): OrderConflict {
  const where = `“${step.title}” on ${step.onWhat}${other ? `, after “${other.title}”` : ""}`;
  return {
    ruleId: rule.id,
    severity: breach.severity ?? rule.severity,
    before: other?.id ?? null,
    after: step.id,
    mend: rule.mend,
    mends: breach.mends,
    sentence: `${where}: ${breach.detail ?? rule.because}`,
    overridden,
    circle: [],
  };
}

/**
 * Every rule that the plan breaks as it stands: an independent look at the result, trusting no builder of it.
 * Steps without a time are left out.
 */
export function checkPlan(
  steps: readonly Step[],
  times: ReadonlyMap<string, StepTime>,
  { rules = orderRules, weatherOn = () => usualWeather, aside = [], wishes = [], only }: Asked = {},
): readonly OrderConflict[] {
  const placed = placedIn(steps, times);
  const inTime = placed.map((p) => p.step);
  const situationOf = situations(placed, weatherOn);
  const asideKeys = setAsideKeys(aside, wishes);
  const checked = rules.filter((r) => r.check);
  const reported = new Set<string>();
  const isNew = (key: string) => !reported.has(key) && reported.add(key) !== undefined;
  const found: OrderConflict[] = [];
  const recipe = edgesFrom(inTime.flatMap((s) => s.after.map((before) => ({ before, after: s.id }))));
  for (const [i, { step }] of placed.entries()) {
    if (only && !only(step)) continue;
    const situation = situationOf(i);
    for (const rule of checked) {
      const breach = rule.check!(step, situation);
      if (!breach || !isNew(`${rule.id} ${toldOf(rule.id, step)}`)) continue;
      const other = breach.other ? inTime.find((s) => s.id === breach.other) : undefined;
      const overridden = asideKeys.has(`${rule.id} ${step.id} ${other?.id ?? ""}`);
      found.push(conflictOf(rule, breach, step, other, overridden));
    }
    // What came earlier though a rule wants it after: done out of turn, or left out of a circle of rules.
    for (const { step: e } of situation.before)
      for (const { rule } of rulesBetween(step, e, rules)) {
        if (recipe.has(e.id) && reaches(recipe, e.id, step.id)) continue;
        if (!isNew(`${rule.id} ${e.id}`)) continue;
        const overridden = asideKeys.has(`${rule.id} ${step.id} ${e.id}`);
        found.push(conflict(rule, step, e, overridden, "The plan has"));
      }
  }
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
