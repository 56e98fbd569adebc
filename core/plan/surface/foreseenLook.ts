import { lookOnceTreated } from "#core/plan/surface/lookOnceTreated";
import { treatedOf } from "#core/plan/surface/treatedOf";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import type { Look } from "#core/scene/look";
import { placeName } from "#core/scene/zone";
import type { PlanInput } from "#core/scene/planInput";
import { passesOn } from "#core/surface/surfaceSteps";

/** What is foreseen of a zone once its treatment is done: what a look at it is set beside. Null where none shows. */
export function foreseenLook(
  p: PartPlan,
  z: ZonePlan,
  own: PlanInput,
): Omit<Look, "id" | "at" | "seen" | "picture"> | null {
  if (!p.finish || !z.surface) return null;
  // What is foreseen to be unseen is looked at too: else nobody could say that it shows.
  const worst = z.surface.worst ?? z.surface.strongest;
  const { work } = treatedOf(p, z, own);
  const passes = passesOn(work);
  const depthMm = passes.flatMap((t) => t.depthsMm).at(-1);
  const seen = lookOnceTreated(p, { surface: { ...z.surface, worst } }, own, depthMm ?? null);
  if (!seen || Math.max(seen.flat, seen.raking) === 0) return null;
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
    ...{ process: printer.process, layerMm: printer.layerMm, slopeDeg: worst!.slopeDeg },
    coats: passes.reduce((sum, { step, coats }) => sum + (step.product ? coats : 0), 0),
    ...{ depthMm: depthMm ?? work.depthMm ?? 0, simulated: false },
  };
}
