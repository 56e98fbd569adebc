import { type Finding, finding } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { partRef } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";

export function layFindings(parts: readonly PartPlan[], { scene }: PlanInput): Finding[] {
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
