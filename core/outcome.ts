/** Something a person got wrong: told as a value, never thrown. */
export type Problem<Code extends string = string> = {
  /** For code and tests, `area/what`. */
  readonly code: Code;
  /** Which field, row or part; empty when the whole input is meant. */
  readonly path: readonly (string | number)[];
  /** One sentence for the builder: what, where, and what to do. */
  readonly message: string;
};

export type Outcome<T, P extends Problem = Problem> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly P[] };

export const success = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });

export const failure = <P extends Problem>(
  ...problems: readonly P[]
): { readonly ok: false; readonly problems: readonly P[] } => ({
  ok: false,
  problems,
});

/** One problem in one call: the most common failure. */
export const refused = <Code extends string>(
  code: Code,
  message: string,
  path: readonly (string | number)[] = [],
) => failure<Problem<Code>>({ code, path, message });

/** The same outcome with its problems moved below `key`, for a field of a larger input. */
export const under = <T, P extends Problem>(key: string | number, outcome: Outcome<T, P>): Outcome<T, P> =>
  outcome.ok ? outcome : failure(...outcome.problems.map((p) => ({ ...p, path: [key, ...p.path] })));
