import type { PartWork } from "#core/plan/order/makeSteps";
import type { ZoneWork } from "#core/plan/order/zoneWork";

/** A part with one zone, as its forms would make it; what is said of the zone stands beside the rest. */
export type WorkGiven = Partial<PartWork> & Partial<ZoneWork>;
export function workOf(given: WorkGiven & Omit<PartWork, "zones"> & Omit<ZoneWork, "number">): PartWork {
  const { treatCm2, depthMm, seenMm, treatment, scheme, ...part } = given;
  const treated = { treatCm2, depthMm, seenMm, treatment };
  return { zones: [{ number: 0, name: "whole", areaCm2: given.areaCm2, ...treated, scheme }], ...part };
}
