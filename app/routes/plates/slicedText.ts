import type { PartPlan } from "#core/plan/parts/partPlan";
import { axisNames, type Shrink } from "#core/print/shrink";

/** The longest side that was measured, as drawn and as it is written to its plate: `x 120.00, 120.68 mm`. */
export function slicedText({ body }: Pick<PartPlan, "body">, { grow, otherRoll }: Shrink): string {
  const sides = ([0, 1, 2] as const).filter((i) => grow[i] !== 1);
  if (!body || sides.length === 0) return "as drawn";
  const axis = sides.reduce((a, b) => (body.sizeMm[b] > body.sizeMm[a] ? b : a));
  const mm = body.sizeMm[axis];
  const said = `${axisNames[axis]} ${mm.toFixed(2)}, ${(mm * grow[axis]).toFixed(2)} mm`;
  return otherRoll ? `${said} by another roll: measure one piece of this` : said;
}
