import { type Outcome, refused, success } from "#core/outcome";
import type { StepFacts } from "#core/steps/facts";
import type { Action } from "#core/steps/step";
import { tellableOf } from "#core/steps/tellable";
import { fieldsOf, type FormShape, type SentForm, textOf } from "#app/readForm";

/** Minutes and millilitres of a step of one's own. */
export const ownForm: FormShape<{ minutes: number; wait: number; millilitres: number | null }> = (joi) => ({
  minutes: joi.number().min(0).max(10_000).required(),
  wait: joi.number().min(0).max(100_000).default(0),
  millilitres: joi.number().min(0).max(10_000).allow(null).default(null),
});

/** What is typed of a step for the rules, by fact: "on", a number, a choice; "" where nothing is told. */
export type TypedFacts = (fact: keyof StepFacts) => string | number;

/** The facts of a form, each number within what can be. */
export async function typedFacts(form: SentForm, action: Action): Promise<Outcome<TypedFacts>> {
  const asked = tellableOf(action);
  const shape: FormShape<Record<string, number>> = (joi) =>
    Object.fromEntries(
      asked.flatMap((t) => (t.kind === "number" ? [[t.fact, joi.number().min(0).max(t.most)]] : [])),
    );
  const numbers = await fieldsOf(form, shape);
  if (!numbers.ok) return numbers;
  for (const t of asked)
    if (t.kind === "choice" && ![...t.options, ""].includes(textOf(form, t.fact)))
      return refused("order/fact", `“${textOf(form, t.fact)}” is none of the choices here.`, [t.fact]);
  return success(
    (fact) =>
      numbers.value[fact] ??
      (asked.some((t) => t.fact === fact && t.kind === "number") ? "" : textOf(form, fact)),
  );
}
