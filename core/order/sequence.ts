import { familyOf } from "#core/order/families";
import { type OrderRule, orderRules, type Severity, type Wait } from "#core/order/rules";
import type { Step } from "#core/order/step";
import { usualWeather, type Weather } from "#core/order/weather";

/** One step before another and why: a rule, the recipe it belongs to, or the builder's wish. */
export type Constraint = { readonly before: string; readonly after: string; readonly lagMinutes: number; readonly from: "rule" | "recipe" | "wish"; readonly ruleId: string | null };

/** The builder wants one step before another; `override` names a rule that they set aside, with a note. */
export type OrderWish = { readonly before: string; readonly after: string; readonly override: string | null; readonly note: string };

export type OrderConflict = {
  readonly ruleId: string;
  readonly severity: Severity;
  readonly before: string | null;
  readonly after: string;
  readonly sentence: string;
  readonly mend: string;
  readonly overridden: boolean;
};

export type Sequence = { readonly order: readonly string[]; readonly constraints: readonly Constraint[]; readonly conflicts: readonly OrderConflict[] };

const lagOf = (step: Step, wait: Wait, weather: Weather): number => {
  if (wait === "none") return step.waitMinutes;
  const family = step.family ? familyOf(step.family, weather) : null;
  if (!family) return step.waitMinutes;
  const minutes = wait === "recoat" ? family.recoatMinutes : wait === "handle" ? family.handleMinutes : family.cureMinutes;
  return Math.max(step.waitMinutes, minutes);
};

/**
 * An order of steps that breaks no rule, or the conflicts that remain. Rules win over wishes, except where the builder
 * has set the rule aside for that pair; then the wish holds and the conflict stays visible.
 * Of steps that could come next the one with the smallest rank and id goes first, so that the same steps always give
 * the same order, however they were listed.
 */
export function sequence(steps: readonly Step[], wishes: readonly OrderWish[] = [], rules: readonly OrderRule[] = orderRules, weather: Weather = usualWeather): Sequence {
  const sorted = [...steps].sort((a, b) => rank(a) - rank(b) || (a.id < b.id ? -1 : 1));
  const byId = new Map(sorted.map((s) => [s.id, s]));
  const conflicts: OrderConflict[] = [];
  const constraints: Constraint[] = [];
  for (const step of sorted) for (const before of step.after) if (byId.has(before)) constraints.push({ before, after: step.id, lagMinutes: lagOf(byId.get(before)!, "none", weather), from: "recipe", ruleId: null });
  const recipe = new Set(constraints.map((c) => `${c.before} ${c.after}`));

  const waived = new Map<string, OrderWish>();
  for (const wish of wishes) if (wish.override) waived.set(`${wish.override} ${wish.after} ${wish.before}`, wish);
  for (const [a, b] of pairsSharingTarget(sorted)) {
    for (const rule of rules) {
      const wait = rule.precedes?.(a, b);
      if (wait === undefined || wait === null) continue;
      // A recipe says the opposite on purpose: a second sanding comes after the filler it smooths.
      if (recipe.has(`${b.id} ${a.id}`) || reaches(recipeNext(constraints), b.id, a.id)) continue;
      const waiver = waived.get(`${rule.id} ${a.id} ${b.id}`);
      if (waiver) {
        conflicts.push(conflict(rule, a, b, true));
        continue;
      }
      constraints.push({ before: a.id, after: b.id, lagMinutes: lagOf(a, wait, weather), from: "rule", ruleId: rule.id });
    }
  }
  for (const step of sorted) {
    for (const rule of rules) {
      if (rule.forbids?.(step)) conflicts.push({ ruleId: rule.id, severity: rule.severity, before: null, after: step.id, sentence: `${rule.says} ${rule.because}`, mend: rule.mend, overridden: false });
    }
  }
  const held = withoutLoops(sorted, constraints);
  for (const wish of wishes) {
    if (!byId.has(wish.before) || !byId.has(wish.after)) continue;
    const next = nextOf(held);
    if (!reaches(next, wish.after, wish.before)) {
      held.push({ before: wish.before, after: wish.after, lagMinutes: 0, from: "wish", ruleId: null });
      continue;
    }
    // The wish goes against a rule; the rule on the way back is the one to name.
    const why = ruleOnPath(held, wish.after, wish.before);
    const rule = rules.find((r) => r.id === why?.ruleId);
    if (rule) conflicts.push(conflict(rule, byId.get(why!.before)!, byId.get(why!.after)!, false));
  }
  return { order: topological(sorted, held), constraints: held, conflicts };
}

const conflict = (rule: OrderRule, a: Step, b: Step, overridden: boolean): OrderConflict => ({
  ruleId: rule.id, severity: rule.severity, before: a.id, after: b.id,
  sentence: `You want “${b.title}” (${b.onWhat}) before “${a.title}” (${a.onWhat}). ${rule.because}`, mend: rule.mend, overridden,
});

const stageRank: Record<string, number> = {
  "wash resin": 0, "remove supports": 1, cure: 2, inspect: 3, clip: 4, flame: 5, sand: 6, level: 7, fill: 8, wash: 9, "dry fit": 10, wire: 11, glue: 12, "fill seam": 13,
  paste: 14, prime: 15, mask: 16, paint: 17, shade: 18, drybrush: 19, unmask: 20, place: 21, "lay ground": 22, flock: 23, varnish: 24, pigment: 25, "gloss effect": 26, "pour water": 27, "paint edge": 28,
};
const rank = (s: Step) => stageRank[s.action] ?? 99;

/** Ordered pairs of different steps that share a target, each once. */
function* pairsSharingTarget(steps: readonly Step[]): Generator<readonly [Step, Step]> {
  const byTarget = new Map<string, Step[]>();
  for (const s of steps) for (const t of s.targets) byTarget.set(t, [...(byTarget.get(t) ?? []), s]);
  const seen = new Set<string>();
  for (const group of byTarget.values()) {
    for (const a of group) {
      for (const b of group) {
        const key = `${a.id} ${b.id}`;
        if (a === b || seen.has(key)) continue;
        seen.add(key);
        yield [a, b];
      }
    }
  }
}

const nextOf = (constraints: readonly Constraint[]) => {
  const next = new Map<string, Constraint[]>();
  for (const c of constraints) {
    const list = next.get(c.before);
    if (list) list.push(c);
    else next.set(c.before, [c]);
  }
  return next;
};
const recipeCache = new WeakMap<readonly Constraint[], { size: number; next: Map<string, Constraint[]> }>();
function recipeNext(constraints: readonly Constraint[]) {
  const count = constraints.findIndex((c) => c.from !== "recipe");
  const size = count < 0 ? constraints.length : count;
  const cached = recipeCache.get(constraints);
  if (cached && cached.size === size) return cached.next;
  const next = nextOf(constraints.slice(0, size));
  recipeCache.set(constraints, { size, next });
  return next;
}

function reaches(next: ReadonlyMap<string, readonly Constraint[]>, from: string, to: string): boolean {
  const stack = [from], seen = new Set<string>();
  while (stack.length > 0) {
    const id = stack.pop()!;
    if (id === to) return true;
    if (seen.has(id)) continue;
    seen.add(id);
    for (const c of next.get(id) ?? []) stack.push(c.after);
  }
  return false;
}

/** The strictest rule on the way from one step to another. */
function ruleOnPath(constraints: readonly Constraint[], from: string, to: string): Constraint | undefined {
  const next = nextOf(constraints);
  const came = new Map<string, Constraint>();
  const queue = [from];
  for (let i = 0; i < queue.length; i++) {
    for (const c of next.get(queue[i]!) ?? []) {
      if (came.has(c.after) || c.after === from) continue;
      came.set(c.after, c);
      queue.push(c.after);
    }
  }
  const severity = { ruins: 0, weakens: 1, wastes: 2 };
  let worst: Constraint | undefined;
  for (let at = to; at !== from; ) {
    const c = came.get(at);
    if (!c) return undefined;
    const level = (k: Constraint) => severity[orderRules.find((r) => r.id === k.ruleId)?.severity ?? "wastes"] ?? 3;
    if (c.ruleId && (!worst || level(c) < level(worst))) worst = c;
    at = c.before;
  }
  return worst;
}

/** Rules that go round in a circle: the softest of the circle is left out, until none is left. */
function withoutLoops(steps: readonly Step[], constraints: readonly Constraint[]): Constraint[] {
  const kept: Constraint[] = [];
  const next = new Map<string, Constraint[]>();
  const severity: Record<string, number> = { ruins: 1, weakens: 2, wastes: 3 };
  const level = (c: Constraint) => (c.from === "recipe" ? 0 : (severity[orderRules.find((r) => r.id === c.ruleId)?.severity ?? "wastes"] ?? 3));
  // In most plans nothing goes round: then one pass over all of them shows it.
  if (topological(steps, constraints).length === steps.length) return [...constraints];
  for (const c of [...constraints].sort((a, b) => level(a) - level(b))) {
    if (reaches(next, c.after, c.before)) continue;
    kept.push(c);
    next.set(c.before, [...(next.get(c.before) ?? []), c]);
  }
  return kept;
}

/** Kahn's order; with a loop the steps on it are missing from the result. */
function topological(steps: readonly Step[], constraints: readonly Constraint[]): string[] {
  const waitingFor = new Map(steps.map((s) => [s.id, 0]));
  for (const c of constraints) waitingFor.set(c.after, waitingFor.get(c.after)! + 1);
  const next = nextOf(constraints);
  const place = new Map(steps.map((s, i) => [s.id, i]));
  const ready = steps.filter((s) => waitingFor.get(s.id) === 0).map((s) => s.id);
  const order: string[] = [];
  while (ready.length > 0) {
    let best = 0;
    for (let i = 1; i < ready.length; i++) if (place.get(ready[i]!)! < place.get(ready[best]!)!) best = i;
    const id = ready[best]!;
    ready[best] = ready[ready.length - 1]!;
    ready.pop();
    order.push(id);
    for (const c of next.get(id) ?? []) {
      const left = waitingFor.get(c.after)! - 1;
      waitingFor.set(c.after, left);
      if (left === 0) ready.push(c.after);
    }
  }
  return order;
}
