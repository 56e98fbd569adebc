import type { ToolId } from "#core/materials/tools";
import type { DoneAgain, LaidWith, RuleMend } from "#core/order/change";
import { type ProductId, productName, productOf } from "#core/materials/products";
import type { FactsPatch, StepFacts } from "#core/steps/facts";
import type { Action, Place, Sheen, Step } from "#core/steps/step";

type Inserted = {
  product?: ProductId;
  sheen?: Sheen;
  tool?: ToolId;
  place?: Place;
  minutes?: number;
  waitMinutes?: number;
  facts?: StepFacts;
  looks?: string;
  loose?: boolean;
  again?: DoneAgain;
  with?: LaidWith;
};

/** Put a step in right before or after another, on what that one is done to. */
export function insert(
  at: "before" | "after",
  step: Step,
  action: Action,
  title: string,
  given: Inserted = {},
): RuleMend {
  const minutes = given.minutes ?? 8;
  const waitMinutes = given.waitMinutes ?? (given.product ? productOf(given.product).recoatMinutes : 0);
  const change = {
    kind: "insert",
    id: `${step.id}/${at}-${action.replaceAll(" ", "-")}`,
    at,
    stepId: step.id,
    action,
    title,
    product: given.product ?? null,
    sheen: given.sheen ?? (given.product ? "matte" : null),
    tool: given.tool ?? (given.product ? "brush" : "hands"),
    place: given.place ?? "bench",
    minutes,
    waitMinutes,
    facts: given.facts ?? {},
    loose: given.loose ?? false,
    ...(given.again ? { again: given.again } : {}),
    ...(given.with ? { with: given.with } : {}),
  } as const;
  return {
    label: `Put in: ${title.toLowerCase()}`,
    change,
    handsMinutes: minutes,
    waitMinutes,
    looks: given.looks ?? "",
  };
}

/** Do the same with another product. */
export function otherProduct(
  step: Step,
  product: ProductId,
  given: { sheen?: Sheen; tool?: ToolId; place?: Place; looks?: string } = {},
): RuleMend {
  const now = step.product ? productOf(step.product) : null;
  const then = productOf(product);
  const sprayed = then.sprayed;
  const minutes = now?.sprayed && !sprayed ? Math.round(step.handsMinutes.value * 0.8) : 0;
  const tool = given.tool ?? (now?.sprayed && !sprayed ? "brush" : null);
  return {
    label: `Use ${productName(product)} instead`,
    change: {
      kind: "product",
      stepId: step.id,
      product,
      sheen: given.sheen ?? null,
      tool,
      place: given.place ?? (tool === "brush" ? "bench" : null),
      minutes,
    },
    handsMinutes: minutes,
    waitMinutes: Math.max(0, then.recoatMinutes - (now?.recoatMinutes ?? 0)),
    looks: given.looks ?? "",
  };
}

/** Do it otherwise: thinner, wetter, with the neighbours covered. */
export const otherWay = (
  step: Step,
  label: string,
  facts: FactsPatch,
  given: { alcohol?: boolean; minutes?: number; looks?: string } = {},
): RuleMend => ({
  label,
  change: {
    kind: "facts",
    stepId: step.id,
    facts,
    alcohol: given.alcohol ?? null,
    minutes: given.minutes ?? 0,
  },
  handsMinutes: given.minutes ?? 0,
  waitMinutes: 0,
  looks: given.looks ?? "",
});

export const waitBetween = (first: Step, then: Step, minutes: number): RuleMend => ({
  label: `Wait ${minutes >= 1440 ? `${Math.round(minutes / 144) / 10} days` : minutes >= 60 ? `${Math.round(minutes / 6) / 10} h` : `${Math.round(minutes)} min`} in between`,
  change: { kind: "wait", before: first.id, after: then.id, minutes },
  handsMinutes: 0,
  waitMinutes: minutes,
  looks: "",
});

export const moveBefore = (first: Step, then: Step): RuleMend => ({
  label: `Do “${first.title}” before “${then.title}”`,
  change: { kind: "move", before: first.id, after: then.id },
  handsMinutes: 0,
  waitMinutes: 0,
  looks: "",
});

export const leaveOut = (step: Step, looks: string): RuleMend => ({
  label: `Leave “${step.title}” out`,
  change: { kind: "leave out", stepId: step.id },
  handsMinutes: -step.handsMinutes.value,
  waitMinutes: -step.waitMinutes,
  looks,
});
