import { isWish, type LedgerRow } from "#core/scene/ledger";
import type { Look } from "#core/scene/look";
import type { LogEntry } from "#core/scene/logEntry";
import type { Scene } from "#core/scene/scene";
import type { Workshop } from "#core/scene/workshop";

const ofScene = [
  "denominator",
  "viewingDistanceMm",
  "tier",
  "surfaceSchool",
  "boardWidthMm",
  "boardDepthMm",
  "laySchool",
  "usualPaint",
  "setWays",
] as const;

/** What the plan of one part reads of its scene, and nothing else: what is remembered of it keys on this. */
export type PartScene = Pick<Scene, (typeof ofScene)[number]> & {
  /** Depths of relief that are kept as wishes: see `wishId`. */
  readonly wishes?: readonly string[];
};

export const partScene = (scene: Scene, ledger: readonly LedgerRow[]): PartScene => ({
  ...(Object.fromEntries(ofScene.map((key) => [key, scene[key]])) as Pick<Scene, (typeof ofScene)[number]>),
  wishes: ledger.filter(({ id }) => isWish(id)).map(({ id }) => id),
});

/** The same of the workshop. */
export type PartWorkshop = Pick<
  Workshop,
  "printers" | "materials" | "printRecipes" | "rooms" | "currency"
> & {
  /** Runs that really happened. */
  readonly log: readonly LogEntry[];
  /** What looks at layers that really were have said; their pictures say nothing to a plan. */
  readonly looks: readonly Omit<Look, "picture">[];
};

export const partWorkshop = ({
  printers,
  materials,
  printRecipes,
  rooms,
  currency,
  log,
  looks,
}: Workshop): PartWorkshop => ({
  printers,
  materials,
  printRecipes,
  rooms,
  currency,
  log: log.filter((e) => e.kind === "run" && !e.simulated),
  looks: looks.filter((l) => !l.simulated).map(({ picture: _, ...look }) => look),
});
