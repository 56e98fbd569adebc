import { stringify } from "devalue";
import { MEASURE_VERSION } from "#core/mesh/measure";
import type { Plan } from "#core/plan/plan";
import { appDatabase, type Database } from "#data/db";
import type { MeasurementRow, ResultRow } from "#data/rows";
import { keepIfPossible } from "#data/storeProblem";

/** What was measured and worked out on the demo's meshes when the app was built, so that nobody waits for it. */
export type ShippedWork = {
  readonly measurements: readonly MeasurementRow[];
  readonly results: readonly ResultRow[];
};

/**
 * The first plans of the demo's scenes, made when the app was built, for a start on one day of the week.
 *
 * - `code`: names the code that made them; other code makes them again
 * - `minute`: the hour that they were made at
 */
export type ShippedPlans = {
  readonly code: string;
  readonly minute: number;
  readonly plans: readonly { readonly sceneId: string; readonly plan: Plan }[];
};

/** Packed for the app to carry along. @returns gzipped text, in which what is shared stays shared */
export async function packShipped(work: ShippedWork | ShippedPlans): Promise<Uint8Array<ArrayBuffer>> {
  const packed = new Blob([stringify(work)]).stream().pipeThrough(new CompressionStream("gzip"));
  return new Uint8Array(await new Response(packed).arrayBuffer());
}

/**
 * Keeps what came along, if there is room for it: measurements of this version only. Results have the version
 * in their key.
 */
export const keepShippedWork = (
  { measurements, results }: ShippedWork,
  db: Database = appDatabase(),
): Promise<void> =>
  keepIfPossible(() =>
    db.transaction("rw", db.measurements, db.results, async () => {
      await db.measurements.bulkPut(measurements.filter((m) => m.version === MEASURE_VERSION));
      await db.results.bulkPut([...results]);
    }),
  );
