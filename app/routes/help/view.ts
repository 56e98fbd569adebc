import type { OrderRule } from "#core/order/rule";
import type { RuleExample } from "#core/plan/order/ruleExamples";

/** What guesses of scale said of themselves, beside how often they were right; worked out by the build. */
export type Calibration = {
  readonly things: number;
  readonly bins: readonly { readonly count: number; readonly said: number; readonly right: number }[];
  readonly error: number;
  readonly sure: number;
  readonly sureWrong: number;
};

export const sureText = ({ things, error, sure, sureWrong }: Calibration): string =>
  `Of ${things} generated things of known drawing, which tuned nothing, ${sure} were told as sure and ` +
  `${sureWrong} of those wrongly. A share is off by ${(100 * error).toFixed(0)} in 100 in the mean; on the line ` +
  "it would be right as often as it says.";

/** What the build worked out for the help. @returns null where it made none, or it cannot be read */
async function loaded<T>(file: string, fetched: typeof fetch): Promise<T | null> {
  try {
    const answer = await fetched(`/demo/${file}`);
    return answer.ok ? ((await answer.json()) as T) : null;
  } catch {
    return null;
  }
}

export const loadCalibration = (fetched: typeof fetch = fetch) => loaded<Calibration>("scale.json", fetched);

/** Pairs of steps of the demo that rules keep in order. */
export const loadExamples = async (fetched: typeof fetch = fetch): Promise<readonly RuleExample[]> =>
  (await loaded<readonly RuleExample[]>("rules.json", fetched)) ?? [];

/** A rule with what it says, why, and what it does in the demo; null where the demo has no such pair. */
export type ToldRule = {
  readonly id: string;
  readonly says: string;
  readonly because: string;
  readonly example: RuleExample | null;
};

/** Rules in which something that was looked for is said, in the order of their numbers. */
export function toldRules(
  rules: readonly Pick<OrderRule, "id" | "says" | "because">[],
  examples: readonly RuleExample[],
  looked: string,
): readonly ToldRule[] {
  const byRule = new Map(examples.map((e) => [e.ruleId, e]));
  const wanted = looked.trim().toLowerCase();
  const numberOf = (id: string) => Number(/\d+/.exec(id)?.[0] ?? 0);
  return rules
    .map(({ id, says, because }) => ({ id, says, because, example: byRule.get(id) ?? null }))
    .filter(({ id, says, because }) => `${id} ${says} ${because}`.toLowerCase().includes(wanted))
    .sort((a, b) => numberOf(a.id) - numberOf(b.id) || (a.id < b.id ? -1 : 1));
}
