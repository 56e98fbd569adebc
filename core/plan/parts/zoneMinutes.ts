import { type Figure, sum, times } from "#core/figure";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import { partRef } from "#core/reference";
import { laidLayers } from "#core/scene/zone";
import type { Step } from "#core/steps/step";

/**
 * Hands on every zone of a part, all copies: its share by area of each step that is on it.
 * @returns minutes by the zone's number; null of a zone that nothing is done to
 */
export function zoneMinutes(
  { part, zones }: PartPlan,
  { work }: Pick<Plan, "work">,
): ReadonlyMap<number, Figure | null> {
  const steps = work.steps.filter((s) => s.targets[0] === partRef(part.id));
  const laid = new Map(laidLayers(part.zones).map((l) => [l.layer.id, l.zones.map((z) => z.number)]));
  const treated = zones.filter((z) => z.treatment !== null && z.treatCm2.value > 0);
  const ofStep = (s: Step): readonly number[] => {
    if (typeof s.partOf === "object") return laid.get(s.partOf.layerId) ?? [];
    if (s.partOf !== "treatment") return [];
    if (s.id.includes("/round-2-"))
      return zones
        .filter((z) => z.zone.after === "faint" || z.zone.after === "still plain")
        .map((z) => z.zone.number);
    return (s.zones ?? []).filter((n) => treated.some((z) => z.zone.number === n));
  };
  const areaOf = (number: number, s: Step) => {
    const z = zones.find((o) => o.zone.number === number)!;
    return s.partOf === "treatment" ? z.treatCm2.value : z.areaCm2.value;
  };
  const found = new Map<number, Figure[]>();
  for (const s of steps) {
    const on = ofStep(s);
    const whole = on.reduce((cm2, n) => cm2 + areaOf(n, s), 0);
    if (whole <= 0) continue;
    for (const n of on)
      (found.get(n) ?? found.set(n, []).get(n)!).push(
        times(s.handsMinutes, areaOf(n, s) / whole, "min", { text: s.title }),
      );
  }
  return new Map(
    zones.map(({ zone }) => {
      const all = found.get(zone.number);
      const lines =
        all?.map((f) => ({ text: f.working.at(-1)!.text, value: `${f.value.toFixed(1)} min` })) ?? [];
      return [zone.number, all ? sum(all, "min", "shared", lines) : null] as const;
    }),
  );
}
