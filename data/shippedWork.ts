import { toTypedJson } from "#core/formats/typedJson";
import { MEASURE_VERSION } from "#core/mesh/measure";
import { appDatabase, type Database } from "#data/db";
import type { MeasurementRow, ResultRow } from "#data/rows";
import { keepIfPossible } from "#data/storeProblem";

/** What was measured and worked out on the demo's meshes when the app was built, so that nobody waits for it. */
export type ShippedWork = {
  readonly measurements: readonly MeasurementRow[];
  readonly results: readonly ResultRow[];
};

/** Packed for the app to carry along. @returns gzipped JSON */
export async function packShippedWork(work: ShippedWork): Promise<Uint8Array<ArrayBuffer>> {
  const packed = new Blob([toTypedJson(work)]).stream().pipeThrough(new CompressionStream("gzip"));
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
