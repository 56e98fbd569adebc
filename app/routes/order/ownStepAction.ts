import { productIds } from "#core/materials/products";
import { toolIds } from "#core/materials/tools";
import type { OwnStep } from "#core/order/ownSteps";
import type { Outcome } from "#core/outcome";
import { refused, success } from "#core/outcome";
import { ownKindNamed } from "#core/steps/ownKinds";
import { places, type Sheen } from "#core/steps/step";
import { factsSaid } from "#core/steps/tellable";
import { appDatabase } from "#data/db";
import { fieldsOf, type SentForm, textOf } from "#app/readForm";
import { ownForm, typedFacts } from "./forms";

/** Where a step of one's own goes, beside the step it was begun from. */
export const wheres = ["right before", "right after", "some time before", "some time after"] as const;

/** A step of one's own as its form says it. @returns what is wrong, by field */
export async function ownStepOf(form: SentForm): Promise<Outcome<OwnStep>> {
  const kind = ownKindNamed(textOf(form, "kind"));
  if (!kind) return refused("order/kind", "Choose what kind of step it is.", ["kind"]);
  const numbers = await fieldsOf(form, ownForm);
  if (!numbers.ok) return numbers;
  const typed = await typedFacts(form, kind.action);
  if (!typed.ok) return typed;
  const targets = textOf(form, "on").split(" ").filter(Boolean);
  if (targets.length === 0) return refused("order/on", "Say what it is done to.", ["on"]);
  const chosen = textOf(form, "product");
  // A pot is a product in a colour.
  const pot = chosen.startsWith("paint:") ? await appDatabase().paints.get(chosen.slice(6)) : undefined;
  const product = pot?.product ?? productIds.find((p) => p === chosen) ?? null;
  if (product === null && kind.product !== null)
    return refused("order/product", "Choose what it is done with, so that the rules can look at it.", [
      "product",
    ]);
  const { minutes, wait, millilitres } = numbers.value;
  const id = textOf(form, "id");
  return success({
    kind: "own",
    id: id === "" ? `own/${crypto.randomUUID()}` : id,
    at: atOf(form),
    targets: targets as never,
    action: kind.action,
    title: textOf(form, "title").trim() || kind.name,
    product,
    paintId: pot?.id ?? null,
    millilitres,
    sheen: product === null ? null : ((textOf(form, "sheen") || "matte") as Sheen),
    tool: toolIds.find((t) => t === textOf(form, "tool")) ?? kind.tool,
    place: places.find((p) => p === textOf(form, "place")) ?? kind.place,
    minutes,
    waitMinutes: wait,
    facts: factsSaid(kind.action, typed.value),
    optional: textOf(form, "optional") === "on",
  });
}

function atOf(form: SentForm): OwnStep["at"] {
  const where = wheres.find((w) => w === textOf(form, "where"));
  const stepId = textOf(form, "stepId");
  if (where === undefined || stepId === "") return null;
  return {
    side: where.endsWith("before") ? "before" : "after",
    stepId,
    within: where.startsWith("right") ? "right there" : "some time",
  };
}
