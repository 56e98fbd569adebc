import type { Retyped } from "#core/order/sequence";
import { ruleById } from "#core/order/rules";
import { isPart, partRef } from "#core/reference";
import type { SchemeLayer } from "#core/paint/scheme";
import type { Step } from "#core/steps/step";

/** Two steps in the order in which their layers were typed. */
export type TypedPair = { readonly before: string; readonly after: string };

/** The layers of every scheme as steps, each before the one that was typed after it. */
export function typedPairs(
  parts: readonly {
    readonly id: string;
    readonly zones: readonly { readonly scheme: readonly SchemeLayer[] }[];
  }[],
  steps: readonly Step[],
): readonly TypedPair[] {
  const byLayer = new Map<string, string>();
  for (const s of steps) {
    const on = s.targets.find(isPart);
    // What a rule put in beside a layer was never typed.
    if (typeof s.partOf === "object" && on && !s.tied && s.insertedBy === null)
      byLayer.set(`${on} ${s.partOf.layerId}`, s.id);
  }
  const pairs = parts.flatMap(({ id, zones }) =>
    zones.flatMap(({ scheme }) => {
      const laid = scheme.flatMap((l) => byLayer.get(`${partRef(id)} ${l.id}`) ?? []);
      return laid.slice(1).map((after, i) => ({ before: laid[i]!, after }));
    }),
  );
  return [...new Map(pairs.map((p) => [`${p.before} ${p.after}`, p])).values()];
}

/** Why a layer does not come in the order in which it was typed, in a sentence. */
export function retypedText({ before, after, ruleId }: Retyped, steps: readonly Step[]): string {
  const first = steps.find((s) => s.id === before);
  const then = steps.find((s) => s.id === after);
  const why =
    ruleId === null
      ? "Your own changes of the order want it so."
      : `${ruleId}: ${ruleById(ruleId)?.because ?? ""}`;
  return `“${first?.title}” was typed before “${then?.title}” on ${first?.onWhat} and comes after it. ${why}`;
}
