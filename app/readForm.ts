import { data } from "react-router";
import { type Outcome, type Problem, refused, success } from "#core/outcome";

/** The fields of a form as text; a file stays a file. */
export const readForm = async (request: Request): Promise<Record<string, FormDataEntryValue>> =>
  Object.fromEntries(await request.formData());

export const textOf = (form: Record<string, FormDataEntryValue>, name: string): string => {
  const value = form[name];
  return typeof value === "string" ? value : "";
};

/** The answer of an action: nothing to say, or what was wrong. */
export const answer = (outcome: Outcome<unknown>) =>
  outcome.ok ? { problems: [] } : refuse(outcome.problems);

/** Status 400 keeps the router from running loaders again: nothing was written. */
export const refuse = (problems: readonly Problem[]) => data({ problems }, { status: 400 });

/** A number as typed, with a decimal point or comma. */
export const typedNumber = (text: string) => Number(text.trim().replace(",", "."));

/** A number of zero or more, null where nothing was typed. */
export function numberOf(form: Record<string, FormDataEntryValue>, name: string): Outcome<number | null> {
  const text = textOf(form, name);
  if (text.trim() === "") return success(null);
  const value = typedNumber(text);
  return value >= 0 && value < 1e7
    ? success(value)
    : refused("number/none", `“${text.trim()}” is no number here. Type digits, for instance 12.5.`, [name]);
}

/** An amount of money in minor units, null where nothing was typed. */
export function moneyOf(form: Record<string, FormDataEntryValue>, name: string): Outcome<number | null> {
  const amount = numberOf(form, name);
  return amount.ok && amount.value !== null ? success(Math.round(100 * amount.value)) : amount;
}
