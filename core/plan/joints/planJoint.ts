import { clearanceVerdict, type ClearanceVerdict } from "#core/joints/clearance";
import type { MaterialId } from "#core/materials/materials";
import { thickestFilmMm } from "#core/plan/parts/thickestFilm";
import { madeOf } from "#core/plan/parts/madeOf";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { shrinkFor, spreadGapMm } from "#core/print/shrink";
import type { Joint } from "#core/scene/joint";
import { type Filling, fillingFor, USUAL_GAP_DEPTH_MM } from "#core/surface/fillers";
import type { Workshop } from "#core/scene/workshop";

/**
 * A joint as it will be.
 *
 * - `perFileMm`: bench mm for a mm of the file that its gap was measured in; 1 where that part has no file
 * - `sides`: what each side is of, as far as it is known
 */
export type JointPlan = {
  readonly joint: Joint;
  readonly clearance: ClearanceVerdict | null;
  /** What fills its seam where it shows and was measured, of all its joints. */
  readonly seam: Filling | null;
  readonly filmsMm: number;
  readonly perFileMm: number;
  readonly sides: readonly { readonly partId: string; readonly of: MaterialId | null }[];
};

/** The part that the gap of a joint was measured on: the first that was named, never another. */
const measuredOn = (joint: Joint, parts: readonly PartPlan[]): PartPlan | undefined =>
  parts.find((p) => p.part.id === joint.partIds[0]);

/**
 * Bench mm for a mm of the file of a part, whatever unit the file is in. What is made by hand is measured as it
 * is.
 */
export const perFileMmOf = (part: PartPlan | undefined): number =>
  part?.part.meshId ? part.rescale.factor / part.part.size.unitMm : 1;

/** The gap of a joint on the bench, mm a side; null where it was not measured. */
export const gapOnBenchMm = (joint: Joint, parts: readonly PartPlan[]): number | null =>
  joint.gapInFileMm === null ? null : joint.gapInFileMm * perFileMmOf(measuredOn(joint, parts));

export function planJoint(joint: Joint, parts: readonly PartPlan[], workshop: Workshop): JointPlan {
  const members = joint.partIds.flatMap((id) => parts.find((p) => p.part.id === id) ?? []);
  const perFileMm = perFileMmOf(measuredOn(joint, parts));
  const filmsMm = filmsOn(members, workshop);
  const printed = members.find((p) => p.finish !== null)?.finish ?? null;
  const gapMm = gapOnBenchMm(joint, parts);
  return {
    joint,
    seam: seamFilling(joint),
    perFileMm,
    filmsMm,
    sides: members.map((p) => ({ partId: p.part.id, of: madeOf(p) })),
    clearance:
      gapMm !== null && printed
        ? clearanceVerdict(
            printed.printer.process,
            joint.fit,
            gapMm,
            filmsMm,
            keptGap(joint, printed, workshop),
            spreadGapMm(shrinkFor(printed.printer, printed.material, workshop.materials)),
          )
        : null,
  };
}

/** What fills the seam of a joint, ml of all that are alike; null where it does not show or nobody measured it. */
export function seamFilling({ seam, shows, count }: Joint): Filling | null {
  if (!seam || !shows) return null;
  const { widthMm, textured, sandable } = seam;
  const depthMm = seam.depthMm ?? USUAL_GAP_DEPTH_MM;
  const filling = fillingFor({ widthMm, depthMm, lengthMm: seam.lengthMm ?? 1, textured, sandable });
  return { ...filling, millilitres: filling.millilitres * count };
}

/**
 * Every dry film on both faces counts: sockets that a rule keeps clear are still easily oversprayed. A part that
 * meets its own copies has them on both.
 */
function filmsOn(members: readonly PartPlan[], shelf: Workshop): number {
  const both = members.slice(0, 2).reduce((sum, p) => sum + thickestFilmMm(p.part, shelf), 0);
  return both * (members.length === 1 ? 2 : 1);
}

/** What fitted on a trial of this machine goes before the usual gap; the latest one counts. */
function keptGap(
  joint: Joint,
  { printer, material }: NonNullable<PartPlan["finish"]>,
  { coupons }: Workshop,
): number | null {
  const fitting = coupons.filter(
    (c) =>
      c.printerId === printer.id &&
      c.fit === joint.fit &&
      (c.materialId === null || c.materialId === material?.id),
  );
  return [...fitting].sort((a, b) => (a.at < b.at ? 1 : -1))[0]?.chosenMm ?? null;
}
