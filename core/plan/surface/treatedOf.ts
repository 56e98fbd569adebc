import { times } from "#core/figure";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { visibleSteps } from "#core/plan/surface/visibleSteps";
import { zoneFinish } from "#core/plan/surface/zoneFinish";
import type { PlanInput } from "#core/scene/planInput";

/** What is treated of a zone: where it shows its steps, less what something comes over. */
export function treatedOf(p: PartPlan, z: ZonePlan, own: TreatedIn) {
  const finish = zoneFinish(p, z, own.grounds, own.pins);
  const steps = visibleSteps(p, own.scene.viewingDistanceMm, z.surface, finish.grade);
  const { factor } = p.rescale;
  const carved = z.measure;
  const last = z.zone.scheme.at(-1);
  // Smooth metal shows a scratch as gloss does.
  const isGloss = last?.effect ? last.effect === "smooth metal" : last?.sheen === "gloss";
  const inGrits = own.workshop.stock.flatMap(({ needKey, left }) =>
    needKey.startsWith("abrasive:") && left > 0 ? [Number(needKey.slice(9))] : [],
  );
  return {
    finish,
    work: {
      treatCm2: finish.coveredShare > 0 ? times(z.treatCm2, 1 - finish.coveredShare) : z.treatCm2,
      treatment: z.treatment,
      depthMm: steps?.depthMm ?? null,
      seenMm: steps?.unseenMm ?? null,
      ...(steps ? { slopeDeg: steps.slopeDeg } : {}),
      grade: finish.grade,
      process: p.finish?.printer.process ?? null,
      owned: inGrits,
      end: isGloss ? ("gloss" as const) : ("primer" as const),
      resin: z.zone.resin ?? ("clear" as const),
      sides: sidesOf(carved),
      narrowestMm: carved?.narrowest ? carved.narrowest.width * factor : null,
      hasRidges: carved?.ridges != null,
      thinnestMm: carved?.thinnest ? carved.thinnest.thickness * factor : (p.thinnestMm?.value ?? null),
      faces: carved?.places ?? 0,
      copies: p.part.count,
      reliefMm: carved?.relief ? carved.relief.depth * factor : null,
      ...(own.scene.orderSchools.flame === "join, cure a day, then flame" ? { keptOff: true as const } : {}),
    },
  };
}

/** What the treatment of a zone follows from beside its part. */
type TreatedIn = Pick<PlanInput, "grounds" | "pins"> & {
  readonly scene: Pick<PlanInput["scene"], "viewingDistanceMm" | "orderSchools">;
  readonly workshop: Pick<PlanInput["workshop"], "stock">;
};

/** Sides that a lamp cannot light from each other: by where the most of a zone looks; all round where nobody knows. */
function sidesOf(measure: ZonePlan["measure"]): number {
  if (!measure) return ALL_SIDES;
  const sides = new Set(
    measure.directions
      .filter((d) => d.area > SIDE_SHARE * measure.area)
      .map(({ normal: [x, y, z] }) =>
        Math.abs(z) > Math.max(Math.abs(x), Math.abs(y))
          ? Math.sign(z) * 3
          : Math.abs(x) > Math.abs(y)
            ? Math.sign(x)
            : Math.sign(y) * 2,
      ),
  );
  return Math.max(1, sides.size);
}
const ALL_SIDES = 4;
const SIDE_SHARE = 0.05;
