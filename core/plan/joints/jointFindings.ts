import { glues } from "#core/materials/gluesFor";
import { ruleById } from "#core/order/rules";
import { type Finding, finding } from "#core/plan/finding";
import type { JointPlan } from "#core/plan/joints/planJoint";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { jointRef } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";

/** From so many joints alike one is tried first (common practice). */
export const SET_OF = 4;

export function jointFindings(
  joints: readonly JointPlan[],
  input: PlanInput,
  parts: readonly PartPlan[],
): Finding[] {
  return joints.flatMap(({ joint, clearance, factor }): Finding[] => {
    const found: Finding[] = [];
    const missing = joint.partIds.filter((id) => !input.parts.some((p) => p.id === id));
    if (missing.length > 0)
      found.push(
        finding(
          "missing",
          "joints",
          jointRef(joint.id),
          joint.name,
          "part-gone",
          `${joint.name} joins a part that is no longer in the scene. Choose its parts again.`,
        ),
      );
    if (clearance && clearance.verdict !== "good") {
      const scaled =
        Math.abs(factor - 1) > 0.01
          ? ` It was scaled with the part by ${factor < 0.1 ? `1:${(1 / factor).toFixed(0)}` : factor.toFixed(2)}.`
          : "";
      const gap = `${clearance.gapMm.toFixed(2)} mm a side`;
      found.push(
        finding(
          clearance.verdict === "too loose" ? "weakens" : "ruins",
          "joints",
          jointRef(joint.id),
          joint.name,
          "clearance",
          clearance.verdict === "closed by paint"
            ? `${joint.name}: ${gap} is right bare, and paint leaves ${Math.max(0, clearance.leftMm).toFixed(2)} mm of the ${clearance.wanted[0]} mm that a ${joint.fit} fit needs. Mask it, or open it by ${clearance.correctMm.toFixed(2)} mm a side.`
            : `${joint.name} has ${gap} left; a ${joint.fit} fit needs ${clearance.wanted[0]} to ${clearance.wanted[1]} mm.${scaled} ${clearance.verdict === "too tight" ? `Open it by ${clearance.correctMm.toFixed(2)} mm a side in the file.` : "Shim it or draw it closer."}`,
        ),
      );
    }
    const members = parts.filter((p) => joint.partIds.includes(p.part.id) && p.chosen);
    const apart = members.find(
      (p) =>
        p.chosen!.printer.process === members[0]!.chosen!.printer.process &&
        (p.chosen!.printer.id !== members[0]!.chosen!.printer.id ||
          p.chosen!.material?.id !== members[0]!.chosen!.material?.id),
    );
    if (apart)
      found.push(
        finding(
          "weakens",
          "joints",
          jointRef(joint.id),
          joint.name,
          "apart",
          `${joint.name}: ${members[0]!.part.name} is printed on ${members[0]!.chosen!.printer.name} in ${members[0]!.chosen!.material?.name ?? "no told material"}, ${apart.part.name} on ${apart.chosen!.printer.name} in ${apart.chosen!.material?.name ?? "no told material"}. Mating parts come out alike on one machine and one batch.`,
        ),
      );
    const printer = members[0]?.chosen?.printer;
    if (
      printer &&
      clearance &&
      joint.count >= SET_OF &&
      !input.workshop.coupons.some((c) => c.printerId === printer.id && c.fit === joint.fit)
    ) {
      found.push(
        finding(
          "missing",
          "joints",
          jointRef(joint.id),
          joint.name,
          "untried",
          `${joint.name}: ${joint.count} alike, and no ${joint.fit} fit was tried on ${printer.name} yet. ${ruleById("O1")!.because} Print a trial of one first (O1); what fits is kept in the workshop.`,
        ),
      );
    }
    const glue = glues.find((g) => g.id === joint.glue);
    if (glue && clearance && clearance.gapMm > glue.glue.gapMm)
      found.push(
        finding(
          "weakens",
          "joints",
          jointRef(joint.id),
          joint.name,
          "glue-gap",
          `${joint.name}: ${glue.name} fills ${glue.glue.gapMm} mm and the gap is ${clearance.gapMm.toFixed(2)} mm. Take a glue that fills it.`,
        ),
      );
    return found;
  });
}
