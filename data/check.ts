import type { Schema } from "joi";
import { failure, type Outcome, success } from "#core/outcome";

/** Checks the shape of something from outside (a form, a file): every problem, not only the first; unknown keys dropped. */
export function check<T>(schema: Schema<T>, input: unknown): Outcome<T> {
  const { value, error } = schema.validate(input, { abortEarly: false, stripUnknown: true, errors: { wrap: { label: false }, label: "key" } });
  return error
    ? failure(...error.details.map(({ type, path, message }) => ({ code: `shape/${type}`, path, message: `${message[0]!.toUpperCase()}${message.slice(1)}.` })))
    : success(value as T);
}
