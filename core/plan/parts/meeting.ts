import { boxSize, type Box3 } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { printOf } from "#core/scene/part";

/** Boxes nearer than this share of the shorter part meet. */
const NEAR = 0.01;

const meet = (a: Box3, b: Box3): boolean => {
  const near = NEAR * Math.min(Math.max(...boxSize(a)), Math.max(...boxSize(b)));
  return [0, 1, 2].every((k) => a.min[k]! <= b.max[k]! + near && b.min[k]! <= a.max[k]! + near);
};

/**
 * Parts that came in one file with this one, at one scale and as many, and stand against it as drawn: they could be
 * printed as one piece.
 */
export function meetingParts(p: PartPlan, parts: readonly PartPlan[]): readonly PartPlan[] {
  const { part, measurement, rescale } = p;
  if (
    !measurement ||
    part.made !== "printed" ||
    printOf(part).pieceOf ||
    part.set ||
    part.origin.fileName === ""
  )
    return [];
  return parts.filter(
    (q) =>
      q.part.id !== part.id &&
      q.measurement !== null &&
      q.held === null &&
      q.part.made === "printed" &&
      !printOf(q.part).pieceOf &&
      !q.part.set &&
      q.part.meshId !== part.meshId &&
      q.part.origin.fileName === part.origin.fileName &&
      q.part.count === part.count &&
      Math.abs(q.rescale.factor / rescale.factor - 1) < 1e-9 &&
      meet(measurement.box, q.measurement.box),
  );
}
