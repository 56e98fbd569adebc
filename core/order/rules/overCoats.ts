import { productOf } from "#core/materials/products";
import type { RuleMend } from "#core/order/change";
import { insert, otherProduct, otherWay, waitBetween } from "#core/order/mends";
import type { Severity, Situation } from "#core/order/rule";
import { chemistry, D, isCoat } from "#core/order/rules/ask";
import type { Step } from "#core/steps/step";

type Below = { readonly severity: Severity; readonly other: Step; readonly until: number };

/** How bad it is to lay a coat over one that is so old, and when it would not be; null where it is fine. */
function overOne(
  s: Step,
  under: Step,
  age: number,
  cure: number,
  barrier: boolean,
): Omit<Below, "other"> | null {
  const [above, below] = [chemistry(s), chemistry(under)];
  const isSoft = age < cure - 1e-6;
  if (above === "lacquer" && below === "enamel or oil") {
    if (isSoft) return { severity: barrier ? "weakens" : "ruins", until: cure };
    return s.facts?.dustCoats ? null : { severity: "weakens", until: cure };
  }
  if (above === "lacquer" && below === "water" && age < D - 1e-6) return { severity: "weakens", until: D };
  const slips = isSoft || under.sheen === "gloss";
  return above === "water" && below === "enamel or oil" && !barrier && slips
    ? { severity: "weakens", until: cure }
    : null;
}

/** The worst of the coats below; a water varnish between keeps what is under it from what is laid over it. */
export function worstBelow(s: Step, situation: Situation): Below | null {
  let worst: Below | null = null;
  let barrier = false;
  for (let i = situation.before.length - 1; i >= 0; i--) {
    const { step: under, endsAt } = situation.before[i]!;
    if (!isCoat(under) || !under.product) continue;
    const cure = productOf(under.product, situation.weather).cureMinutes;
    const found = overOne(s, under, situation.at - endsAt, cure, barrier);
    if (found && (!worst || (found.severity === "ruins" && worst.severity !== "ruins")))
      worst = { ...found, other: under };
    if (under.action === "varnish" && chemistry(under) === "water") barrier = true;
  }
  return worst;
}

/** To wait, to lay something else, or to lay something between. */
export function mendsOf(s: Step, { other, until }: Below): readonly RuleMend[] {
  const lacquer = chemistry(s) === "lacquer";
  const waiting =
    chemistry(other) === "enamel or oil" && lacquer
      ? otherWay(s, "Wait for the cure, and first passes as dust coats", { dustCoats: true }, { minutes: 4 })
      : waitBetween(other, s, until);
  const between = insert("after", other, "varnish", "A matte lacquer coat between, when it is cured", {
    product: "matte varnish can",
    tool: "spray can",
    place: "booth",
    minutes: 6,
    facts: { dustCoats: true },
  });
  return [
    waiting,
    ...(lacquer ? [waterInstead(s)].flatMap((m) => m ?? []) : []),
    ...(other.sheen === "gloss" && !lacquer ? [between] : []),
  ];
}

/** The same coat in something that water thins. */
function waterInstead(s: Step): RuleMend | null {
  if (s.action === "varnish") return otherProduct(s, "varnish", { looks: "a touch less flat" });
  return otherProduct(s, s.action === "prime" ? "brush primer" : "acrylic airbrushed");
}
