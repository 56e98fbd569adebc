import type { LogEntry } from "#core/scene/logEntry";
import type { Scene } from "#core/scene/scene";
import type { Workshop } from "#core/scene/workshop";

/** What the plan of one part reads of its scene, and nothing else: what is remembered of it keys on this. */
export type PartScene = Pick<Scene, "denominator" | "viewingDistanceMm" | "tier" | "surfaceSchool">;
/** The same of the workshop. */
export type PartWorkshop = Pick<
  Workshop,
  "printers" | "materials" | "printRecipes" | "rooms" | "currency"
> & {
  /** Runs that really happened. */
  readonly log: readonly LogEntry[];
};

export const partScene = ({ denominator, viewingDistanceMm, tier, surfaceSchool }: Scene): PartScene => ({
  denominator,
  viewingDistanceMm,
  tier,
  surfaceSchool,
});
export const partWorkshop = ({
  printers,
  materials,
  printRecipes,
  rooms,
  currency,
  log,
}: Workshop): PartWorkshop => ({
  printers,
  materials,
  printRecipes,
  rooms,
  currency,
  log: log.filter((e) => e.kind === "run" && !e.simulated),
});
