import { gluesFor } from "#core/materials/gluesFor";
import { materialOf } from "#core/materials/materials";
import { productName, productOf } from "#core/materials/products";
import { seamWords } from "#core/plan/joints/jointWords";
import type { JointPlan } from "#core/plan/joints/planJoint";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { durationText } from "#ui/Duration";

/** More parts of a joint than these are not drawn. */
const MOST_DRAWN = 3;
/** A gap that was not measured is taken for this, mm (common practice). */
const USUAL_GAP_MM = 0.1;

/** The parts of a joint that have a model, as many as are drawn. */
export const drawnParts = ({ joint }: JointPlan, parts: readonly PartPlan[]) =>
  joint.partIds
    .slice(0, MOST_DRAWN)
    .flatMap((id) => parts.find((p) => p.part.id === id && p.measurement) ?? []);

/** A joint as its line shows it; "–" where a figure is not known. */
export function jointRow(plan: JointPlan) {
  const { joint, clearance } = plan;
  const mm = (value: number) => `${value.toFixed(2)} mm`;
  const glue = joint.glue && productOf(joint.glue);
  return {
    gap: clearance ? mm(clearance.gapMm) : "–",
    afterPaint: clearance ? mm(clearance.leftMm) : "–",
    wants: clearance ? clearance.wanted.join("–") : "–",
    seam: seamWords(plan),
    verdict: clearance?.verdict ?? "gap not given",
    isGood: clearance?.verdict === "good",
    isBad: clearance !== null && clearance.verdict !== "good",
    glue: joint.glue ? productName(joint.glue) : "none",
    times: glue ? `${durationText(glue.handleMinutes)}, ${durationText(glue.cureMinutes)}` : "–",
  };
}

/** What a joint's sides are of, and the best glue for them; what is missing where a side is not told. */
export function glueAdvice({ sides, clearance }: JointPlan, nameOf: (partId: string) => string) {
  const [a, b] = [sides[0], sides[1] ?? sides[0]];
  if (!a || !b) return { meets: "its parts are gone", best: "–" };
  const unknown = [a, b].find((s) => s.of === null);
  const meets = [a, b].map((s) => (s.of === null ? "not told" : materialOf(s.of).name)).join(" on ");
  if (unknown) return { meets, best: `say what ${nameOf(unknown.partId)} is made of` };
  const best = gluesFor(a.of!, b.of!, clearance?.gapMm ?? USUAL_GAP_MM)[0];
  return { meets, best: best ? best.name : "none fills this gap" };
}

/** The parts of a joint, that which its gap was measured on first. "" is none, and a part meets its own copies. */
export const measuredFirst = (a: string, b: string, on: "first" | "second"): readonly string[] =>
  (on === "second" && b !== "" ? [b, a] : [a, b]).filter((id, i, all) => id !== "" && all.indexOf(id) === i);
