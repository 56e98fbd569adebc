import { groundMaterial } from "#core/ground/groundLayer";
import type { MeshMeasurement } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import type { Ground } from "#core/scene/ground";
import { printOf } from "#core/scene/part";
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

/** Plants and loose ground that cover so much hide what is below them (default). */
const HIDING_SHARE = 0.7;
/** Powder over so much of a zone hides fine work (default). */
const WEATHERED_SHARE = 0.5;

/** Layers of the board that are laid round what stands on it: not the board itself. */
const laidRound = (grounds: readonly Ground[]): readonly Ground[] =>
  grounds.filter(
    (g) => g.areaShare >= HIDING_SHARE && !["wood", "foam"].includes(groundMaterial(g.material).kind),
  );

/** How deep a part that stands on the board is buried, mm, and what buries it. */
export function burial(
  { part }: Pick<PartPlan, "part">,
  grounds: readonly Ground[],
): { readonly mm: number; readonly under: string } | null {
  if (part.place.placements.length === 0 || printOf(part).pieceOf) return null;
  const layers = laidRound(grounds);
  const mm = layers.reduce((sum, g) => sum + g.depthMm, 0);
  return mm > 0 ? { mm, under: layers.map((g) => g.name).join(" and ") } : null;
}

/**
 * What a zone needs of finish, found from all that comes after: what the builder said, what is never seen, what buries
 * it, what weathers it.
 */
export function zoneFinish(
  p: Pick<PartPlan, "part" | "measurement" | "rescale" | "zones">,
  { zone, measure }: Pick<ZonePlan, "zone" | "measure">,
  grounds: readonly Ground[],
): ZoneFinish {
  const plain: ZoneFinish = { grade: "show", because: null, coveredShare: 0, under: null };
  if (!isSeen(zone)) return { ...plain, grade: "none", because: zone.meaning ?? "never seen" };
  if (zone.grade) return { ...plain, grade: zone.grade, because: "as you say" };
  const buried = burial(p, grounds);
  const coveredShare = buried ? buriedShare(p, measure, buried.mm) : 0;
  const covered = coveredShare > 0 ? { coveredShare, under: buried!.under } : {};
  if (coveredShare >= 1) return { ...plain, ...covered, grade: "none", because: `under ${buried!.under}` };
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
