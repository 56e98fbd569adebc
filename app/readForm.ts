import type Joi from "joi";
import { data } from "react-router";
import { type Outcome, type Problem, refused, success } from "#core/outcome";

/** The fields of a form as text; a file stays a file. */
/** A form as it was sent, by the names of its fields. */
export type SentForm = Readonly<Record<string, FormDataEntryValue>>;

export const readForm = async (request: Request): Promise<SentForm> =>
  Object.fromEntries(await request.formData());

export const textOf = (form: SentForm, name: string): string => {
  const value = form[name];
  return typeof value === "string" ? value : "";
};

/** What an action answered, as a page has it; undefined before anything was sent. */
export type Answered = { readonly problems: readonly Problem[] } | undefined;

/** The answer of an action: nothing to say, or what was wrong. */
export const answer = (outcome: Outcome<unknown>) =>
  outcome.ok ? { problems: [] } : refuse(outcome.problems);

/** Status 400 keeps the router from running loaders again: nothing was written. */
export const refuse = (problems: readonly Problem[]) => data({ problems }, { status: 400 });

/** A number as typed, with a decimal point or comma. */
export const typedNumber = (text: string) => Number(text.trim().replace(",", "."));

/** The fields of a form that a stage asks for, by its own names, as Joi checks them. */
export type FormShape<T> = (joi: typeof Joi) => { readonly [K in keyof T]-?: Joi.Schema };

/**
 * Fields of a form by their shape: numbers as typed, with a point or a comma; what is empty is as the shape
 * says by default. Nothing that was typed is replaced by something else.
 * @returns problems whose paths are the names of the fields
 */
export async function fieldsOf<T>(form: SentForm, shape: FormShape<T>): Promise<Outcome<T>> {
  // Loaded with the first form that is sent: a quarter of the script, which no page needs to be drawn.
  const [{ default: joi }, { check }] = await Promise.all([import("joi"), import("#data/check")]);
  const schema = joi.object(shape(joi) as Joi.PartialSchemaMap<T>) as Joi.ObjectSchema<T>;
  const typed = Object.entries(shape(joi) as Record<string, Joi.Schema>).map(([name, field]) => {
    const text = textOf(form, name).trim();
    if (text === "") return [name, undefined] as const;
    return [name, field.type === "number" ? numberTyped(text) : text] as const;
  });
  return check(schema, Object.fromEntries(typed));
}

/** What is no number stays as it was typed, for the sentence that says so. */
function numberTyped(text: string): number | string {
  const value = typedNumber(text);
  return Number.isNaN(value) ? text : value;
}

/** A number of zero or more, null where nothing was typed. */
export function numberOf(form: SentForm, name: string): Outcome<number | null> {
  const text = textOf(form, name);
  if (text.trim() === "") return success(null);
  const value = typedNumber(text);
  return value >= 0 && value < 1e7
    ? success(value)
    : refused("number/none", `“${text.trim()}” is no number here. Type digits, for instance 12.5.`, [name]);
}

/** An amount of money in minor units, null where nothing was typed. */
export function moneyOf(form: SentForm, name: string): Outcome<number | null> {
  const amount = numberOf(form, name);
  return amount.ok && amount.value !== null ? success(Math.round(100 * amount.value)) : amount;
}
