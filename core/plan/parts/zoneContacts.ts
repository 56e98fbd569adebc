import { AS_DRAWN, dot, unit } from "#core/mesh/pose";
import { boxSize } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { printOf } from "#core/scene/part";
import { zoneSlopes } from "#core/surface/zoneSlopes";

/** Supports on a zone of one copy, as it lies: spots, and the surface that hangs over, mm2. */
export type ZoneContacts = { readonly contacts: number; readonly mm2: number };

/** Faces hang over from this on, as seen from straight down. */
const OVERHANG_COS = Math.cos(Math.PI / 4);

/**
 * How many of a part's supports stand on each zone: they are shared out by what hangs over.
 * @returns by the zone's number; empty of a part without a map, without a machine, or without supports
 */
export function zoneContacts(
  p: Pick<PartPlan, "part" | "zones" | "chosen" | "asItLies" | "measurement" | "rescale">,
): ReadonlyMap<number, ZoneContacts> {
  const { part, zones, chosen, asItLies, measurement, rescale } = p;
  if (!chosen || !asItLies || !measurement || zones.length < 2) return new Map();
  const down = unit((printOf(part).pose ?? AS_DRAWN).down);
  const lowest = -asItLies.box.min[2];
  const size = Math.max(...boxSize(measurement.box));
  const hanging = zones.map(({ measure }) => {
    if (!measure) return 0;
    const lying = chosen.raised
      ? 0
      : zoneSlopes(measure.directions, down, lowest, size)
          .filter((s) => s.onBed)
          .reduce((sum, s) => sum + s.area, 0);
    const over = measure.directions
      .filter((d) => dot(d.normal, down) > OVERHANG_COS)
      .reduce((sum, d) => sum + d.area * dot(d.normal, down), 0);
    return Math.max(0, over - lying) * rescale.factor ** 2;
  });
  const whole = hanging.reduce((a, b) => a + b, 0);
  const contacts = chosen.supports.needless ? 0 : chosen.supports.contacts;
  return new Map(
    zones.map(({ zone }, i) => [
      zone.number,
      { contacts: whole > 0 ? Math.round((contacts * hanging[i]!) / whole) : 0, mm2: hanging[i]! },
    ]),
  );
}
