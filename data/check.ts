import type { Schema } from "joi";
import { failure, type Outcome, success } from "#core/outcome";

/** The library's words where a builder has others. */
const plain = { "number.integer": "{{#label}} must be a whole number" };

/**
 * Checks the shape of something from outside (a form, a file): every problem, not only the first; unknown
 * keys dropped.
 * @param abortEarly the first problem is enough, for rows by the hundred thousand
 */
export function check<T>(schema: Schema<T>, input: unknown, abortEarly = false): Outcome<T> {
  const options = {
    abortEarly,
    stripUnknown: true,
    errors: { wrap: { label: false }, label: "key" },
    messages: plain,
  } as const;
  const { value, error } = schema.validate(input, options);
  if (!error) return success(value as T);
  return failure(
    ...error.details.map(({ type, path, message }) => ({
      code: `shape/${type}`,
      path,
      message: sentence(message),
    })),
  );
}

const sentence = (words: string) => `${words[0]!.toUpperCase()}${words.slice(1)}.`;
