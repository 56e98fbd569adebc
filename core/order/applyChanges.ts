import { between, type Figure, times } from "#core/figure";
import type { KeptChange, OrderChange } from "#core/order/change";
import { type ProductId, productOf } from "#core/materials/products";
import { patchFacts } from "#core/steps/facts";
import { coatIds } from "#core/steps/coats";
import type { Step } from "#core/steps/step";

/** Minutes of a step that was put in: within a third either way (common practice). */
const SPREAD = 0.35;

const longer = (hands: Figure, minutes: number): Figure =>
  minutes === 0
    ? hands
    : between(
        Math.max(0, hands.low + minutes * (1 - SPREAD)),
        Math.max(0, hands.value + minutes),
        Math.max(0, hands.high + minutes * (1 + SPREAD)),
        "min",
        hands.basis,
        [
          ...hands.working,
          {
            text: "done otherwise than planned at first",
            value: `${minutes > 0 ? "+" : ""}${minutes} min`,
            basis: "practice",
          },
        ],
      );

/**
 * What has to begin while another step's film is workable follows its product, and goes where there is none
 * any more.
 */
function reopen(byId: Map<string, Step>, stepId: string, productId: ProductId | null): void {
  const product = productId === null ? null : productOf(productId);
  for (const s of byId.values()) {
    if (s.window?.after !== stepId) continue;
    if (productId !== null && product?.workable)
      byId.set(s.id, {
        ...s,
        product: productId,
        waitMinutes: product.recoatMinutes,
        window: { after: stepId, ...product.workable },
      });
    else byId.delete(s.id);
  }
}

/** The step that is changed; of a layer all its coats, since what is decided of one is decided of them all. */
const coatsOf = (byId: ReadonlyMap<string, Step>, stepId: string): readonly Step[] => {
  const step = byId.get(stepId);
  return step ? coatIds(step).flatMap((id) => byId.get(id) ?? []) : [];
};

/** Takes a step out: what came after it comes after what it came after. */
function leaveOut(byId: Map<string, Step>, gone: Step): void {
  byId.delete(gone.id);
  reopen(byId, gone.id, null);
  for (const s of byId.values())
    if (s.after.includes(gone.id))
      byId.set(s.id, { ...s, after: [...s.after.filter((id) => id !== gone.id), ...gone.after] });
}

type Insert = Extract<OrderChange, { kind: "insert" }>;

/** What one coat of a step takes again for some of its pieces; the mix of several coats stands with the first. */
function mixAgain(byId: ReadonlyMap<string, Step>, step: Step, pieces: number): Figure | null {
  const first = byId.get(coatIds(step)[0]!);
  const own = step.mixMl ?? (first?.mixMl ? times(first.mixMl, 1 / (step.coat?.of ?? 1)) : null);
  return own && times(own, pieces / (step.pieces ?? 1));
}

/** What a step that was put in is mixed of, within a third either way (common practice). */
const mixWith = ({ with: what }: Insert): Figure | null =>
  what
    ? between(
        what.millilitres * (1 - SPREAD),
        what.millilitres,
        what.millilitres * (1 + SPREAD),
        "ml",
        "practice",
      )
    : null;

/** A step that a rule or the builder put in beside another: like it, but for what the change says. */
function insertStep(byId: Map<string, Step>, c: Insert, ruleId: string | null): void {
  const anchor = byId.get(c.stepId);
  if (!anchor || byId.has(c.id)) return;
  const again = c.again && byId.get(c.again.stepId);
  const { window: _, redo: _redo, ...like } = anchor;
  byId.set(c.id, {
    ...like,
    id: c.id,
    action: c.action,
    title: c.title,
    product: c.product,
    sheen: c.sheen,
    tool: c.tool,
    place: c.place,
    waitMinutes: c.waitMinutes,
    facts: c.facts,
    recipeId: again?.recipeId ?? c.with?.recipeId ?? null,
    paintId: again?.paintId ?? c.with?.paintId ?? null,
    mixMl: again ? mixAgain(byId, again, c.again!.pieces) : mixWith(c),
    ...(again ? { pieces: c.again!.pieces } : {}),
    alcohol: false,
    after: c.loose && c.at === "after" ? [c.stepId] : [],
    notes: [],
    insertedBy: ruleId ?? "yours",
    ...(c.loose ? {} : { tied: { to: c.stepId, at: c.at } }),
    handsMinutes: between(c.minutes * (1 - SPREAD), c.minutes, c.minutes * (1 + SPREAD), "min", "practice", [
      { text: "a step that was put in", basis: "practice" },
    ]),
  });
  if (c.loose && c.at === "before") byId.set(c.stepId, { ...anchor, after: [...anchor.after, c.id] });
}

/** Another product for a layer, with its waits, and what is done while its film is workable. */
function replaceProduct(byId: Map<string, Step>, c: Extract<OrderChange, { kind: "product" }>): void {
  for (const step of coatsOf(byId, c.stepId)) {
    byId.set(step.id, {
      ...step,
      product: c.product,
      sheen: c.sheen ?? step.sheen,
      tool: c.tool ?? step.tool,
      place: c.place ?? step.place,
      waitMinutes: productOf(c.product).recoatMinutes,
      handsMinutes: longer(step.handsMinutes, c.minutes / (step.coat?.of ?? 1)),
    });
    reopen(byId, step.id, c.product);
  }
}

/** Another way of doing it. */
function alterWay(byId: Map<string, Step>, c: Extract<OrderChange, { kind: "facts" }>): void {
  for (const step of coatsOf(byId, c.stepId))
    byId.set(step.id, {
      ...step,
      alcohol: c.alcohol ?? step.alcohol,
      facts: patchFacts(step.facts, c.facts),
      handsMinutes: longer(step.handsMinutes, c.minutes / (step.coat?.of ?? 1)),
    });
}

/** A recipe that says the opposite of a move gives way: the moved step takes its place before the other one. */
function giveWay(byId: Map<string, Step>, c: Extract<OrderChange, { kind: "move" }>): void {
  const later = byId.get(c.before);
  if (!later?.after.includes(c.after)) return;
  const before = byId.get(c.after)?.after.filter((id) => id !== c.before) ?? [];
  byId.set(c.before, { ...later, after: [...later.after.filter((id) => id !== c.after), ...before] });
  for (const s of byId.values())
    if (s.id !== c.after && s.after.includes(c.before) && !s.after.includes(c.after))
      byId.set(s.id, { ...s, after: [...s.after, c.after] });
}

/**
 * The steps with the builder's changes: products replaced, ways altered, steps put in and left out. A change
 * that names a step which is no longer there changes nothing. Waits and moves are wishes, for the sequence.
 */
export function applyChanges(
  steps: readonly Step[],
  changes: readonly Pick<KeptChange, "change" | "ruleId">[],
): readonly Step[] {
  if (changes.length === 0) return steps;
  const byId = new Map(steps.map((s) => [s.id, s]));
  for (const { change: c, ruleId } of changes) {
    if (c.kind === "insert") insertStep(byId, c, ruleId);
    else if (c.kind === "product") replaceProduct(byId, c);
    else if (c.kind === "facts") alterWay(byId, c);
    else if (c.kind === "leave out") for (const gone of coatsOf(byId, c.stepId)) leaveOut(byId, gone);
    else if (c.kind === "move") giveWay(byId, c);
  }
  return [...byId.values()];
}
