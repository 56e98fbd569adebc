import type { KeptChange, RuleMend, OrderChange } from "#core/order/change";
import type { OrderConflict } from "#core/order/conflict";
import type { FactsPatch } from "#core/steps/facts";
import type { Scene } from "#core/scene/scene";

type Changed = Pick<Scene, "orderWishes" | "orderChanges">;

/** Two changes that decide the same thing: the later one takes the place of the earlier. */
function sameThing(a: OrderChange, b: OrderChange): boolean {
  if ("id" in a || "id" in b) return "id" in a && "id" in b && a.id === b.id;
  if (a.kind !== b.kind) return false;
  return "before" in a
    ? "before" in b && a.before === b.before && a.after === b.after
    : "stepId" in b && a.stepId === b.stepId && a.kind !== "facts";
}

/** A scene's decisions with one change more. */
export const withChange = (scene: Changed, kept: KeptChange): Changed => ({
  orderWishes: scene.orderWishes,
  orderChanges: [...scene.orderChanges.filter((c) => !sameThing(c.change, kept.change)), kept],
});

/** The same with a step moved; a move that wanted the opposite is gone. */
export const withMove = (scene: Changed, move: Extract<OrderChange, { kind: "move" }>): Changed =>
  withChange(
    {
      ...scene,
      orderChanges: scene.orderChanges.filter(
        ({ change: c }) => !(c.kind === "move" && c.before === move.after && c.after === move.before),
      ),
    },
    { ruleId: null, note: "", change: move },
  );

/** The same with something told of a step; what was told of it before stays as far as it is not told otherwise. */
export function withTold(scene: Changed, stepId: string, facts: FactsPatch): Changed {
  const isTold = ({ ruleId, change: c }: KeptChange) =>
    ruleId === null && c.kind === "facts" && c.stepId === stepId;
  const before = scene.orderChanges.find(isTold)?.change;
  const all = { ...(before?.kind === "facts" ? before.facts : {}), ...facts };
  return {
    orderWishes: scene.orderWishes,
    orderChanges: [
      ...scene.orderChanges.filter((c) => !isTold(c)),
      { ruleId: null, note: "", change: { kind: "facts", stepId, facts: all, alcohol: null, minutes: 0 } },
    ],
  };
}

/** The wishes of the builder that a broken rule stands against. */
export const wishesAgainst = (
  { orderWishes, orderChanges }: Changed,
  { circle, before, after }: OrderConflict,
): { readonly wishes: Scene["orderWishes"]; readonly moves: Scene["orderChanges"] } => {
  const asked = circle.filter((c) => c.from === "wish").map((c) => `${c.before} ${c.after}`);
  const wanted = new Set([...asked, `${after} ${before}`]);
  return {
    wishes: orderWishes.filter((w) => wanted.has(`${w.before} ${w.after}`)),
    moves: orderChanges.filter(
      (c) => c.change.kind === "move" && wanted.has(`${c.change.before} ${c.change.after}`),
    ),
  };
};

/**
 * A scene's decisions after a mend. To do it the right way round takes back the wish that wanted the other;
 * every other
 * mend leaves the wish and makes it hold.
 */
export function mended(scene: Changed, conflict: OrderConflict, mend: RuleMend): Changed {
  const against = wishesAgainst(scene, conflict);
  if (mend.change.kind === "move" && (against.wishes.length > 0 || against.moves.length > 0)) {
    return {
      orderWishes: scene.orderWishes.filter((w) => !against.wishes.includes(w)),
      orderChanges: scene.orderChanges.filter((c) => !against.moves.includes(c)),
    };
  }
  return withChange(scene, { ruleId: conflict.ruleId, note: "", change: mend.change });
}
