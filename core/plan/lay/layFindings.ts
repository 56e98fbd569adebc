import { type Finding, finding } from "#core/plan/finding";
import { copiesNamed } from "#core/paint/copies";
import { leafCopies } from "#core/plan/lay/leafCopies";
import { partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { partRef } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";

/** What does not stand where or as it should. */
export const layFindings = (parts: readonly PartPlan[], input: PlanInput): Finding[] => [
  ...offBoard(parts, input),
  ...parts.flatMap((p) => leafHeld(p, parts)),
];

/** A leaf that something holds before it is as far open as was wanted; it stands as far as it can. */
function leafHeld(p: PartPlan, parts: readonly PartPlan[]): Finding[] {
  const { part, sizeMm } = p;
  const { leaf } = part.place;
  const held = leafCopies(p, parts).filter((c) => c.held !== null);
  const first = held[0];
  if (!leaf || !sizeMm || !first) return [];
  const those = part.count > 1 ? `${copiesNamed(held.map((c) => c.copy))} cannot stand` : "it cannot stand";
  return [
    partFinding(
      part,
      "weakens",
      "lay",
      "leaf-held",
      `${part.name}: ${those} ${first.wanted}. It is ${sizeMm[0].toFixed(0)} mm wide and ${first.held!.by} stands ` +
        `${first.held!.fromHingeMm.toFixed(0)} mm from its hinge; ${first.stands} it stays clear.`,
      leaf.stand === "each its own"
        ? []
        : [partMend(part, `Have it ${first.stands}`, { place: { leaf: { ...leaf, stand: first.stands } } })],
    ),
  ];
}

function offBoard(parts: readonly PartPlan[], { scene }: PlanInput): Finding[] {
  return parts.flatMap(({ part, sizeMm, held }) => {
    if (!sizeMm || held) return [];
    const off = part.place.placements.some((p) => {
      const a = (p.turnDeg * Math.PI) / 180;
      const c = Math.abs(Math.cos(a));
      const s = Math.abs(Math.sin(a));
      const w = (sizeMm[0] * c + sizeMm[1] * s) / 2;
      const d = (sizeMm[0] * s + sizeMm[1] * c) / 2;
      return (
        p.xMm - w < -1 ||
        p.yMm - d < -1 ||
        p.xMm + w > scene.boardWidthMm + 1 ||
        p.yMm + d > scene.boardDepthMm + 1
      );
    });
    return off
      ? [
          finding(
            "weakens",
            "lay",
            partRef(part.id),
            part.name,
            "off-board",
            `${part.name} hangs over the edge of the board. Move it, turn it, or make the board larger.`,
          ),
        ]
      : [];
  });
}
