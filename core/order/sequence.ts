import { productOf } from "#core/materials/products";
import { usualWeather, type Weather } from "#core/materials/weather";
import type { OrderChange } from "#core/order/change";
import type { Constraint, OrderConflict } from "#core/order/conflict";
import { edgesFrom, knots, reaches, topological } from "#core/order/graph";
import { eachPair, groupsOf } from "#core/order/groups";
import { moveBefore } from "#core/order/mends";
import { conflict, rulesBetween } from "#core/order/precedences";
import type { OrderRule, Precedence, Severity, Spacing, Wait } from "#core/order/rule";
import { orderRules } from "#core/order/rules";
import { isFilm } from "#core/order/rules/ask";
import { coatRound, layerStepId } from "#core/steps/coats";
import type { Step } from "#core/steps/step";

/** The builder wants one step before another; `override` names a rule that they set aside, with a note. */
export type OrderWish = {
  readonly before: string;
  readonly after: string;
  readonly override: string | null;
  readonly note: string;
  readonly minutes?: number;
};

export type Sequence = {
  readonly order: readonly string[];
  readonly constraints: readonly Constraint[];
  readonly conflicts: readonly OrderConflict[];
  /** What was typed in one order and comes in the other, by the rule that wants it so. */
  readonly retyped: readonly Retyped[];
};

/** Two steps that come the other way round than they were typed; the rule is null where wishes want it so. */
export type Retyped = { readonly before: string; readonly after: string; readonly ruleId: string | null };

/** Moves and waits that mends asked for, as wishes. */
export const wishesOf = (changes: readonly OrderChange[]): readonly OrderWish[] =>
  changes.flatMap((c) =>
    c.kind === "move" || c.kind === "wait"
      ? [
          {
            before: c.before,
            after: c.after,
            override: null,
            note: "",
            minutes: c.kind === "wait" ? c.minutes : 0,
          },
        ]
      : [],
  );

const lagOf = (step: Step, wait: Wait | number, weather: Weather): number => {
  if (typeof wait === "number") return wait;
  if (wait === "none") return step.waitMinutes;
  const family = step.product ? productOf(step.product, weather) : null;
  if (!family) return step.waitMinutes;
  const minutes =
    wait === "recoat" ? family.recoatMinutes : wait === "handle" ? family.handleMinutes : family.cureMinutes;
  return Math.max(step.waitMinutes, minutes);
};

/** What recipes say of their own steps: what comes before, and what has to begin while a film is workable. */
function recipeConstraints(sorted: readonly Step[], byId: ReadonlyMap<string, Step>, weather: Weather) {
  const constraints: Constraint[] = [];
  for (const step of sorted) {
    for (const before of step.after)
      if (byId.has(before))
        constraints.push({
          before,
          after: step.id,
          lagMinutes: lagOf(byId.get(before)!, "none", weather),
          from: "recipe",
          ruleId: null,
        });
    const { window } = step;
    if (window && byId.has(window.after))
      constraints.push({
        before: window.after,
        after: step.id,
        lagMinutes: window.fromMinutes,
        latestMinutes: window.untilMinutes,
        from: "recipe",
        ruleId: null,
      });
  }
  return constraints;
}

/** What a rule wants of two steps that meet. */
type Match = {
  readonly a: Step;
  readonly b: Step;
  readonly rule: OrderRule;
  readonly precedence: Precedence;
};

/** What rules say of steps, kept for the next time that the same steps are asked about with others between them. */
export type KnownMatches = { steps: readonly Step[]; matches: readonly Match[] };
export const noMatches = (): KnownMatches => ({ steps: [], matches: [] });

/** What rules say of every pair that meets; of steps that were put in they say nothing. */
function matchesOf(sorted: readonly Step[], rules: readonly OrderRule[], known: KnownMatches) {
  const asked = sorted.filter((s) => !s.tied);
  if (asked.length === known.steps.length && asked.every((s, i) => s === known.steps[i]))
    return known.matches;
  const matches: Match[] = [];
  const match = (a: Step, b: Step) => {
    for (const { rule, precedence } of rulesBetween(a, b, rules)) matches.push({ a, b, rule, precedence });
  };
  eachPair(asked, (i, j) => {
    match(asked[i]!, asked[j]!);
    match(asked[j]!, asked[i]!);
  });
  known.steps = asked;
  known.matches = matches;
  return matches;
}

/** Adds what rules say of every pair that meets; where the builder set a rule aside, its conflict. */
function addRules(
  matches: readonly Match[],
  weather: Weather,
  waived: ReadonlySet<string>,
  constraints: Constraint[],
  conflicts: OrderConflict[],
): void {
  const recipe = edgesFrom(constraints);
  for (const { a, b, rule, precedence } of matches) {
    // A recipe says the opposite on purpose: a second sanding comes after the filler it smooths.
    if (recipe.has(b.id) && reaches(recipe, b.id, a.id)) continue;
    if (waived.has(`${rule.id} ${a.id} ${b.id}`)) conflicts.push(conflict(rule, a, b, true));
    else
      constraints.push({
        before: a.id,
        after: b.id,
        lagMinutes: lagOf(a, precedence.wait, weather),
        from: "rule",
        ruleId: rule.id,
      });
  }
}

/** What had to be left out so that rules and recipes go round in no circle. */
const circles = (
  dropped: readonly Constraint[],
  held: readonly Constraint[],
  byId: ReadonlyMap<string, Step>,
  rules: readonly OrderRule[],
): readonly OrderConflict[] => {
  const next = edgesFrom(dropped.length === 0 ? [] : held);
  return dropped.flatMap((c) => {
    const rule = rules.find((r) => r.id === c.ruleId);
    if (!rule) return [];
    const words = "Rules and recipes go round in a circle:";
    return [
      {
        ...conflict(rule, byId.get(c.before)!, byId.get(c.after)!, false, words),
        circle: [c, ...pathBetween(next, c.after, c.before)],
      },
    ];
  });
};

/** Holds a wish, unless what is held says the opposite: then the rule on the way back is the one to name. */
function holdWish(
  wish: OrderWish,
  held: Constraint[],
  byId: ReadonlyMap<string, Step>,
  rules: readonly OrderRule[],
): readonly OrderConflict[] {
  const { before, after } = wish;
  if (!byId.has(before) || !byId.has(after) || before === after) return [];
  const next = edgesFrom(held);
  if (!reaches(next, after, before)) {
    held.push({ before, after, lagMinutes: wish.minutes ?? 0, from: "wish", ruleId: null });
    return [];
  }
  const path = pathBetween(next, after, before);
  const why = strictest(path, rules);
  const rule = rules.find((r) => r.id === why?.ruleId);
  const circle: readonly Constraint[] = [
    { before, after, lagMinutes: 0, from: "wish", ruleId: null },
    ...path,
  ];
  return rule
    ? [{ ...conflict(rule, byId.get(why!.before)!, byId.get(why!.after)!, false), circle }]
    : [{ ...roundWish(byId.get(before)!, byId.get(after)!), circle }];
}

const inRank = (steps: readonly Step[]) =>
  [...steps].sort((a, b) => rank(a) - rank(b) || (a.id < b.id ? -1 : 1));

/** What recipes and rules want of steps, as far as it goes round in no circle. */
function demands(
  sorted: readonly Step[],
  rules: readonly OrderRule[],
  weather: Weather,
  { waived = new Set<string>(), known = noMatches() }: { waived?: ReadonlySet<string>; known?: KnownMatches },
) {
  const ids = sorted.map((s) => s.id);
  const byId = new Map(sorted.map((s) => [s.id, s]));
  const conflicts: OrderConflict[] = [];
  const constraints = recipeConstraints(sorted, byId, weather);
  addRules(matchesOf(sorted, rules, known), weather, waived, constraints, conflicts);
  tie(sorted, constraints, weather);
  const { held, dropped } = withoutLoops(ids, constraints, rules);
  conflicts.push(...circles(dropped, held, byId, rules));
  return { ids, byId, held, conflicts };
}

/**
 * The order of `sequence` alone, where nothing is wished or typed.
 * @param known filled, so that asking again with steps put in between is quick
 */
export function orderOf(steps: readonly Step[], known: KnownMatches): readonly string[] {
  const { ids, held } = demands(inRank(steps), orderRules, usualWeather, { known });
  return topological(ids, held);
}

/**
 * An order of steps that breaks no rule, or the conflicts that remain. Rules win over wishes, except where
 * the builder has set the rule aside for that pair; then the wish holds and the conflict stays visible. What
 * was typed in an order stays in it where nothing stands against that. Of steps that could come next the one
 * with the smallest rank and id goes first, so that the same steps always give the same order, however they
 * were listed.
 */
export function sequence(
  steps: readonly Step[],
  wishes: readonly OrderWish[] = [],
  rules: readonly OrderRule[] = orderRules,
  weather: Weather = usualWeather,
  typed: readonly { readonly before: string; readonly after: string }[] = [],
): Sequence {
  const sorted = inRank(steps);
  const waived = new Set(wishes.filter((w) => w.override).map((w) => `${w.override} ${w.after} ${w.before}`));
  const { ids, byId, held, conflicts } = demands(sorted, rules, weather, { waived });
  const firstCoats = firstCoatsOf(sorted);
  const onFirstCoat = <T extends { readonly after: string }>(pair: T): T => ({
    ...pair,
    after: firstCoats.get(pair.after) ?? pair.after,
  });
  for (const wish of wishes) conflicts.push(...holdWish(onFirstCoat(wish), held, byId, rules));
  const retyped = asTyped(
    typed.map(onFirstCoat).filter((t) => byId.has(t.before) && byId.has(t.after)),
    held,
    { ids, rules, lag: (id) => lagOf(byId.get(id)!, "none", weather) },
  );
  const order = topological(ids, held);
  const inOrder = order.map((id) => byId.get(id)!);
  return { order, retyped, constraints: [...held, ...spacings(inOrder, rules, weather)], conflicts };
}

/**
 * Adds to what is held what was typed in an order, as far as nothing stands against it.
 * @returns what comes the other way round
 */
function asTyped(
  typed: readonly { readonly before: string; readonly after: string }[],
  held: Constraint[],
  {
    ids,
    rules,
    lag,
  }: {
    readonly ids: readonly string[];
    readonly rules: readonly OrderRule[];
    readonly lag: (id: string) => number;
  },
): readonly Retyped[] {
  if (typed.length === 0) return [];
  const place = new Map(topological(ids, held).map((id, i) => [id, i]));
  const next = edgesFrom(held);
  const add = ({ before, after }: (typeof typed)[number]) => {
    const made: Constraint = { before, after, lagMinutes: lag(before), from: "typed", ruleId: null };
    held.push(made);
    (next.get(before) ?? next.set(before, []).get(before)!).push(made);
  };
  // What stands in that order anyhow can go round in no circle, with all of its like: the search is for the few others.
  const isSo = ({ before, after }: (typeof typed)[number]) => place.get(before)! < place.get(after)!;
  typed.filter(isSo).forEach(add);
  return typed
    .filter((t) => !isSo(t))
    .flatMap((t): readonly Retyped[] => {
      const path = pathBetween(next, t.after, t.before);
      if (path.length === 0) {
        add(t);
        return [];
      }
      return [{ before: t.before, after: t.after, ruleId: strictest(path, rules)?.ruleId ?? null }];
    });
}

/** Wishes that go round in a circle with each other or with a recipe. */
const roundWish = (wanted: Step, before: Step): OrderConflict => ({
  ruleId: "wish",
  severity: "wastes",
  before: before.id,
  after: wanted.id,
  sentence: `“${wanted.title}” (${wanted.onWhat}) cannot come before “${before.title}” (${before.onWhat}): your other wishes, or the recipe that both belong to, want it the other way round.`,
  mend: "Take one of the wishes back.",
  mends: [moveBefore(before, wanted)],
  overridden: false,
  circle: [],
});

const stageRank: Record<string, number> = {
  print: -2,
  test: -1,
  "wash resin": 0,
  "remove supports": 1,
  cure: 2,
  inspect: 3,
  clip: 4,
  flame: 5,
  sand: 6,
  level: 7,
  fill: 8,
  wash: 9,
  sterilise: 9,
  "dry fit": 10,
  warm: 10,
  wire: 11,
  "release film": 11,
  glue: 12,
  "fill seam": 13,
  paste: 14,
  seal: 14,
  prime: 15,
  mask: 16,
  paint: 17,
  decal: 17.5,
  shade: 18,
  drybrush: 19,
  "line in": 19,
  unmask: 20,
  varnish: 20.5,
  place: 21,
  "lay ground": 22,
  flock: 23,
  pigment: 25,
  "gloss effect": 26,
  "pour water": 27,
  "touch up": 27,
  "draw back": 18,
  "paint edge": 28,
  carry: 29,
};

const rank = (s: Step) => stageRank[s.action] ?? 99;

/** The first coat of every layer of several, by the id of the last: what comes before the layer comes before it. */
function firstCoatsOf(steps: readonly Step[]): ReadonlyMap<string, string> {
  const first = new Map<string, string>();
  for (const s of steps) if (s.coat?.number === 1 && s.tied) first.set(layerStepId(s.id), s.id);
  return first;
}

/**
 * A step that was put in takes over the place of its anchor: after all that comes before it, or before all
 * that comes after it. What is put in before a layer comes before its first coat.
 */
function tie(steps: readonly Step[], constraints: Constraint[], weather: Weather): void {
  const byId = new Map(steps.map((s) => [s.id, s]));
  const firstCoats = firstCoatsOf(steps);
  const into = new Map<string, Constraint[]>();
  const from = new Map<string, Constraint[]>();
  const list = (of: Map<string, Constraint[]>, id: string) => of.get(id) ?? of.set(id, []).get(id)!;
  const file = (c: Constraint) => {
    list(into, c.after).push(c);
    list(from, c.before).push(c);
  };
  constraints.forEach(file);
  const demand = (before: string, after: string, lagMinutes: number, like: Partial<Constraint> = {}) => {
    const made: Constraint = { ...like, before, after, lagMinutes, from: "recipe", ruleId: null };
    constraints.push(made);
    file(made);
  };
  const put = (step: Step, to: string): void => {
    const lag = step.coat ? coatRound(step).waitMinutes : lagOf(step, "recoat", weather);
    if (step.tied!.at === "before") {
      for (const { before, after: _, ...like } of [...list(into, to)])
        if (before !== step.id) demand(before, step.id, like.lagMinutes, like);
      if (step.window?.after !== to) demand(step.id, to, lag);
      return;
    }
    for (const { after, latestMinutes } of [...list(from, to)]) {
      if (after === step.id) continue;
      // What has a window at the anchor goes first: it cannot wait.
      if (latestMinutes !== undefined) demand(after, step.id, lagOf(byId.get(after)!, "none", weather));
      else demand(step.id, after, lag);
    }
    // A window that opens at the anchor has its own times.
    if (step.window?.after !== to) demand(to, step.id, lagOf(byId.get(to)!, "none", weather));
  };
  // Coats first: what is put in before a layer has its first coat for an anchor.
  const waiting = [...steps.filter((s) => s.tied && s.coat), ...steps.filter((s) => s.tied && !s.coat)];
  const placed = new Set(steps.filter((s) => !s.tied).map((s) => s.id));
  while (waiting.length > 0) {
    const at = waiting.findIndex((s) => placed.has(s.tied!.to));
    if (at < 0) return;
    const [step] = waiting.splice(at, 1) as [Step];
    const { to, at: side } = step.tied!;
    placed.add(step.id);
    put(step, (side === "before" && !step.coat && firstCoats.get(to)) || to);
  }
}

/** Waits between steps that meet and come in this order anyhow, and windows that shut. */
function spacings(order: readonly Step[], rules: readonly OrderRule[], weather: Weather): Constraint[] {
  const spaced = rules.filter((r) => r.spacing);
  const made: Constraint[] = [];
  const { byTarget } = groupsOf(order);
  const between = (i: number, j: number) =>
    order[i]!.targets.some(
      (t) =>
        order[j]!.targets.includes(t) &&
        (byTarget.get(t) ?? []).some(
          (k) => k > i && k < j && (isFilm(order[k]!) || order[k]!.action === "sand"),
        ),
    );
  eachPair(order, (i, j) => {
    const a = order[i]!;
    const b = order[j]!;
    for (const rule of spaced) {
      const space: Spacing | null = rule.spacing!(a, b);
      // What would have to wait the other way round keeps to this way.
      if (!space && rule.spacing!(b, a))
        made.push({ before: a.id, after: b.id, lagMinutes: 0, from: "rule", ruleId: rule.id, soft: true });
      if (!space || (space.closed && between(i, j))) continue;
      made.push({
        before: a.id,
        after: b.id,
        lagMinutes: lagOf(a, space.atLeast, weather),
        from: "rule",
        ruleId: rule.id,
        soft: true,
        ...(space.closed ? { closed: space.closed } : {}),
      });
    }
  });
  return made;
}

const severityRank: Record<Severity, number> = { ruins: 1, weakens: 2, wastes: 3 };

const levels = (rules: readonly OrderRule[]) => {
  const severity = new Map(rules.map((r) => [r.id, severityRank[r.severity]]));
  return (c: Constraint) => (c.from === "recipe" ? 0 : (severity.get(c.ruleId ?? "") ?? 3));
};

/** The shortest row of demands from one step to another; empty when there is none. */
function pathBetween(
  next: ReadonlyMap<string, readonly Constraint[]>,
  from: string,
  to: string,
): readonly Constraint[] {
  const came = new Map<string, Constraint>();
  const queue = [from];
  for (let i = 0; i < queue.length; i++) {
    for (const c of next.get(queue[i]!) ?? []) {
      if (came.has(c.after) || c.after === from) continue;
      came.set(c.after, c);
      queue.push(c.after);
    }
  }
  const path: Constraint[] = [];
  for (let at = to; at !== from; at = path[0]!.before) {
    const c = came.get(at);
    if (!c) return [];
    path.unshift(c);
  }
  return path;
}

/** The strictest rule on a way. */
function strictest(path: readonly Constraint[], rules: readonly OrderRule[]): Constraint | undefined {
  const level = levels(rules);
  return path.filter((c) => c.ruleId !== null).sort((a, b) => level(a) - level(b))[0];
}

/** Rules that go round in a circle: in each knot the softest is left out, until none goes round. */
function withoutLoops(
  ids: readonly string[],
  constraints: readonly Constraint[],
  rules: readonly OrderRule[],
): { readonly held: Constraint[]; readonly dropped: readonly Constraint[] } {
  // In most plans nothing goes round: then one pass over all of them shows it.
  if (topological(ids, constraints).length === ids.length) return { held: [...constraints], dropped: [] };
  const knot = knots(ids, constraints);
  const level = levels(rules);
  const inKnot = (c: Constraint) => knot.get(c.before) === knot.get(c.after);
  const kept = constraints.filter((c) => !inKnot(c));
  const dropped: Constraint[] = [];
  const next = new Map<string, Constraint[]>();
  for (const c of constraints.filter(inKnot).sort((a, b) => level(a) - level(b))) {
    if (reaches(next, c.after, c.before)) {
      dropped.push(c);
      continue;
    }
    kept.push(c);
    (next.get(c.before) ?? next.set(c.before, []).get(c.before)!).push(c);
  }
  return { held: kept, dropped };
}
