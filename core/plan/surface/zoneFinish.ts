import type { MeshMeasurement } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { burial } from "#core/plan/surface/burial";
import { coversOn } from "#core/plan/surface/pins";
import type { Pin } from "#core/scene/pin";
import type { Ground } from "#core/scene/ground";
import { isSeen } from "#core/scene/zone";
import type { Grade } from "#core/surface/grades";

/** How well a zone is finished, why, and how much of it something covers. */
export type ZoneFinish = {
  readonly grade: Grade;
  /** Why it is not finished for show; null where it is. */
  readonly because: string | null;
  /** Share of it that lies under something that comes later, 0 to 1, and under what. */
  readonly coveredShare: number;
  readonly under: string | null;
};

/** Powder over so much of a zone hides fine work (default). */
const WEATHERED_SHARE = 0.5;

/**
 * What a zone needs of finish, found from all that comes after: what the builder said, what is never seen, what buries
 * it, what weathers it.
 */
export function zoneFinish(
  p: Pick<PartPlan, "part" | "measurement" | "rescale" | "zones">,
  { zone, measure, treatCm2 }: Pick<ZonePlan, "zone" | "measure" | "treatCm2">,
  grounds: readonly Ground[],
  pins: readonly Pin[] = [],
): ZoneFinish {
  const plain: ZoneFinish = { grade: "show", because: null, coveredShare: 0, under: null };
  if (!isSeen(zone)) return { ...plain, grade: "none", because: zone.meaning ?? "never seen" };
  if (zone.grade) return { ...plain, grade: zone.grade, because: "as you say" };
  const buried = burial(p, grounds);
  const buriedShareOf = buried ? buriedShare(p, measure, buried.mm) : 0;
  const patches = coversOn(p, pins, grounds).filter((c) => c.zone === zone.number && c.cm2 > 0);
  const patchCm2 = patches.reduce((sum, c) => sum + c.cm2, 0);
  const patched = treatCm2.value > 0 ? Math.min(1, patchCm2 / treatCm2.value) : 0;
  // A patch is set where something shows, which is not under the ground.
  const coveredShare = Math.min(1, buriedShareOf + patched);
  const under = [...(buriedShareOf > 0 ? [buried!.under] : []), ...new Set(patches.map((c) => c.answer))];
  const covered = coveredShare > 0 ? { coveredShare, under: under.join(" and ") } : {};
  if (coveredShare >= 1) return { ...plain, ...covered, grade: "none", because: `under ${covered.under!}` };
  const isWeathered = zone.scheme.some((l) => l.kind === "pigment" && l.coverage >= WEATHERED_SHARE);
  return isWeathered
    ? { ...plain, ...covered, grade: "rough", because: "powder covers at least half of it" }
    : { ...plain, ...covered };
}

/** Share of a zone, or of a part that nobody parted, that lies lower than so many mm above its foot. */
function buriedShare(
  { measurement, rescale: { factor } }: Pick<PartPlan, "measurement" | "rescale">,
  measure: ZonePlan["measure"],
  mm: number,
): number {
  if (!measurement) return 0;
  if (!measure)
    return Math.min(1, lateralBelow(measurement, mm / factor) / lateralBelow(measurement, Infinity));
  const top = measurement.box.min[2] + mm / factor;
  const height = measure.high - measure.low;
  return height > 0 ? Math.max(0, Math.min(1, (top - measure.low) / height)) : measure.low < top ? 1 : 0;
}

/** Outlines times height up to a height over the foot, file units squared. */
function lateralBelow({ profile, box }: MeshMeasurement, height: number): number {
  const step = boxSize(box)[2] / Math.max(1, profile.perimeters.length);
  let area = 0;
  profile.perimeters.forEach((perimeter, i) => {
    area += perimeter * Math.max(0, Math.min(step, height - i * step));
  });
  return area || 1;
}
