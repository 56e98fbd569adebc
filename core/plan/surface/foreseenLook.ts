import { lookOnceTreated } from "#core/plan/surface/lookOnceTreated";
import { treatedOf } from "#core/plan/surface/treatedOf";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import type { Look } from "#core/scene/look";
import { placeName } from "#core/scene/zone";
import type { PlanInput } from "#core/scene/planInput";
import { depthsAfter } from "#core/surface/treatmentWork";

/** What is foreseen of a zone once its treatment is done: what a look at it is set beside. Null where none shows. */
export function foreseenLook(
  p: PartPlan,
  z: ZonePlan,
  own: PlanInput,
): Omit<Look, "id" | "at" | "seen" | "picture"> | null {
  if (!p.finish) return null;
  const { work } = treatedOf(p, z, own);
  const depths = z.treatment ? depthsAfter(z.treatment, { ...work, cm2: work.treatCm2.value }) : [];
  const depthMm = depths.at(-1);
  const seen = lookOnceTreated(p, z, own, depthMm ?? null);
  if (!seen) return null;
  // Beside what was foreseen before any look: else every look would be set beside the ones before it.
  const flat = seen.flat / p.finish.seenTimes;
  const raking = seen.raking / p.finish.seenTimes;
  const { printer, material } = p.finish;
  const { viewingDistanceMm: distanceMm } = own.scene;
  return {
    ...{
      sceneId: own.scene.id,
      printerId: printer.id,
      materialId: material?.id ?? null,
      distanceMm,
      flat,
      raking,
    },
    what: placeName(p.part, z.zone),
    ...{ process: printer.process, layerMm: printer.layerMm, slopeDeg: z.surface!.worst!.slopeDeg },
    ...{ coats: depths.length, depthMm: depthMm ?? work.depthMm ?? 0, simulated: false },
  };
}
