import { productOf } from "#core/materials/products";
import type { Constraint, OrderConflict } from "#core/order/conflict";
import type { OrderRule } from "#core/order/rule";
import { orderRules } from "#core/order/rules";
import {
  chemistry,
  coats,
  colours,
  frosts,
  isCoat,
  isFilm,
  isOne,
  isSprayed,
  isTwoParts,
} from "#core/order/rules/ask";
import type { Action, Step } from "#core/steps/step";

/** What is said before a print begins, at its own place, and so is no longer a matter of the order of work. */
const saidElsewhere: Readonly<Record<string, string>> = {
  O1: "said in Joints, of a fit that was never tried",
  O2: "said at the gate of a plate, of a machine and material without a good run",
  O36: "said in Stores, of a varnish that runs out before all of it is sealed",
  O52: "kept by the calendar of prints: what others are fitted to is printed first",
};

const of =
  (...actions: readonly Action[]) =>
  (s: Step) =>
    isOne(s, actions);
const glued = (product: string) => (s: Step) => s.product === product;

/** The steps that a rule looks at, beside the pairs of steps that it keeps in order. */
const looksAt: Readonly<Record<string, (s: Step) => boolean>> = {
  O5: (s) => s.action === "sand" && s.process === "resin",
  O6: of("prime", "glue"),
  O7: of("glue"),
  O8: of("flame"),
  O12: (s) => s.product !== null,
  O13: of(...colours),
  O14: (s) => isCoat(s) && s.product !== null,
  O15: (s) => s.action === "paint" && isSprayed(s),
  O16: of("drybrush"),
  O17: of("drybrush"),
  O18: of("pigment", "shade", "decal"),
  O19: of("shade"),
  O20: (s) => s.product === "translucent acrylic",
  O21: of("paint", "shade", "drybrush", "pigment"),
  O22: of("paint"),
  O23: of("mask"),
  O24: (s) => s.recipeId !== null,
  O25: (s) => s.clear && isOne(s, coats),
  O26: of("prime"),
  O31: (s) => s.alcohol || (s.action === "varnish" && frosts(s)),
  O32: of("lay ground"),
  O35: of("shade"),
  O37: of("glue"),
  O39: of("lay ground"),
  O40: of("flame"),
  O41: of("sand"),
  O42: of("lay ground"),
  O43: (s) => isFilm(s) && ["water", "resin"].includes(chemistry(s)),
  O44: of("paint", "drybrush", "shade"),
  O45: (s) => chemistry(s) === "resin" && isOne(s, ["gloss effect", "pour water"]),
  O46: of("shade", "pigment"),
  O47: of("flock"),
  O48: (s) => s.facts?.weathering !== undefined,
  O49: isSprayed,
  O50: (s) => isFilm(s) && s.process !== "resin",
  O53: of("glue"),
  O55: of(...colours),
  O57: of("glue", "lay ground"),
  O58: (s) => s.alcohol,
  O59: (s) => chemistry(s) === "enamel or oil",
  O60: (s) => s.product !== null && productOf(s.product).weather !== "none",
  O61: isFilm,
  O62: of("decal"),
  O63: (s) => (s.action === "glue" && s.clear) || (s.action === "varnish" && isSprayed(s)),
  O64: of("mask"),
  O65: of("varnish", "seal", "pour water"),
  O66: of("pour water"),
  O67: (s) => s.product !== null,
  O68: (s) => chemistry(s) === "enamel or oil",
  O69: of("level"),
  O70: (s) => s.action === "prime" && s.process === "resin",
  O71: of("wash resin"),
  O72: (s) =>
    s.facts?.heatC !== undefined || (s.product !== null && productOf(s.product).heatC !== undefined),
  O73: of("flock"),
  O74: of("lay ground", "pour water", "paste"),
  O75: of("lay ground", "flock"),
  O76: (s) => isCoat(s) || s.action === "glue",
  O77: of("lay ground", "pour water"),
  O78: isTwoParts,
  O79: glued("cyanoacrylate"),
  O80: glued("solvent putty"),
  O81: (s) => s.facts?.metal === "chrome",
};

/** How a rule stands in a plan. */
export type RuleState =
  | { readonly is: "advice" }
  | { readonly is: "elsewhere"; readonly where: string }
  | { readonly is: "broken" | "set aside" | "puts in"; readonly times: number }
  | { readonly is: "kept" }
  /** There is nothing here that it could be about. */
  | { readonly is: "nothing here" };

/** Whether a rule is one that a plan can break. */
export const isLive = ({ id, kind }: OrderRule): boolean => kind !== "advice" && !(id in saidElsewhere);

/** How every rule stands in a plan: what is broken first, then what put steps in. */
export function ruleStates(
  steps: readonly Step[],
  constraints: readonly Pick<Constraint, "ruleId">[],
  conflicts: readonly Pick<OrderConflict, "ruleId" | "overridden">[],
): ReadonlyMap<string, RuleState> {
  const paired = new Set(constraints.map((c) => c.ruleId));
  return new Map(
    orderRules.map((rule): readonly [string, RuleState] => {
      const { id, kind } = rule;
      if (kind === "advice") return [id, { is: "advice" }];
      if (id in saidElsewhere) return [id, { is: "elsewhere", where: saidElsewhere[id]! }];
      const broken = conflicts.filter((c) => c.ruleId === id && !c.overridden).length;
      if (broken > 0) return [id, { is: "broken", times: broken }];
      const aside = conflicts.filter((c) => c.ruleId === id).length;
      if (aside > 0) return [id, { is: "set aside", times: aside }];
      const put = steps.filter((s) => s.insertedBy === id).length;
      if (put > 0) return [id, { is: "puts in", times: put }];
      return [id, { is: paired.has(id) || steps.some((s) => looksAt[id]?.(s)) ? "kept" : "nothing here" }];
    }),
  );
}
