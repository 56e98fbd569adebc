import type { MeshMeasurement } from "#core/mesh/measure";
import type { Vec3 } from "#core/mesh/pose";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { printOf } from "#core/scene/part";
import type { PrintedShape } from "#core/surface/foreseen";

/** Shorter spans close by themselves, mm. */
const LEAST_SPAN_MM = 1;
/** Level within this, degrees, is a top of its own skin; shallow up to the other. */
const LEVEL_DEG = 0.5;
const SHALLOW_DEG = 20;

/** What a part's faults are foreseen from, as it lies on its machine; null where it is not printed. */
export function printedShape(
  p: Pick<PartPlan, "part" | "finish" | "chosen" | "asItLies" | "rescale" | "thinnestMm">,
  pieces = 1,
): PrintedShape | null {
  const { finish, chosen, asItLies, part } = p;
  const { factor } = p.rescale;
  if (!finish || !asItLies || printOf(part).pieceOf) return null;
  const bridges = asItLies.overhangs
    .filter((o) => o.bridge && o.span * factor >= LEAST_SPAN_MM)
    .map((o) => ({ at: o.at, spanMm: o.span * factor }));
  const free = asItLies.overhangs.filter((o) => !o.bridge);
  const cm2Between = (low: number, high: number) =>
    asItLies.slopes
      .filter((s) => !s.onBed && s.slopeDeg >= low && s.slopeDeg < high)
      .reduce((sum, s) => sum + (s.area * factor ** 2) / 100, 0);
  const supports = chosen?.supports;
  return {
    process: finish.printer.process,
    bridges,
    droops:
      finish.printer.process === "filament" ? free.map((o) => ({ at: o.at, mm2: o.area * factor ** 2 })) : [],
    levelTopCm2: cm2Between(0, LEVEL_DEG),
    shallowCm2: cm2Between(LEVEL_DEG, SHALLOW_DEG),
    scars: {
      contacts: supports?.needless === false ? supports.contacts : 0,
      mm2: supports?.needless === false ? supports.scarMm2 : 0,
      at: supports?.needless === false ? supports.regions.flatMap(({ at }) => (at ? [at] : [])) : [],
    },
    onBed: chosen !== null && !chosen.raised,
    seamAt: seamPlace(asItLies, printOf(part).pose === null ? (part.finish.front ?? null) : null),
    pieces,
    thinnestMm: p.thinnestMm?.value ?? null,
  };
}

/** Where the path seam lies, halfway up: opposite the side that must stay clean, in front where nobody said. */
function seamPlace({ box: { min, max } }: MeshMeasurement, front: Vec3 | null): Vec3 {
  const middle = (k: 0 | 1 | 2) => (min[k] + max[k]) / 2;
  const away: Vec3 = front ? [-front[0], -front[1], 0] : [0, -1, 0];
  const reach = (k: 0 | 1) => middle(k) + (away[k] * (max[k] - min[k])) / 2;
  return [reach(0), reach(1), middle(2)];
}
