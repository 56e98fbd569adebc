import { firstRunGood } from "#core/plan/parts/firstRun";
import { kindOf, recordOfSource, type SourceRecord } from "#core/plan/parts/sourceRecord";
import { UNMEASURED_RISK } from "#core/print/reprints";
import type { PlanInput } from "#core/scene/planInput";

/** Share of first runs that a file of unknown worth spoils besides what its shape does, by the id of its part. */
export type FileRisks = ReadonlyMap<string, number>;

/**
 * What files of a source failed more than is usual stands against the first run of the next one from there: by whose
 * it is where anything was printed of that, else by its kind. A file that came out once has shown what it is.
 * @param all every open scene
 */
export function fileRisks(all: readonly Pick<PlanInput, "parts" | "runs">[]): FileRisks {
  const parts = all.flatMap((i) => i.parts);
  const runs = all.flatMap((i) => i.runs).filter((r) => !r.simulated);
  if (runs.length === 0) return new Map();
  const cameOut = new Set(
    runs.filter((r) => r.state === "good").flatMap((r) => r.pieces.map((p) => p.partId)),
  );
  const records = new Map<string, SourceRecord | null>();
  return new Map(
    parts.flatMap((part): readonly (readonly [string, number])[] => {
      if (part.meshId === null || cameOut.has(part.id) || part.history.copies.some((c) => c !== "to make"))
        return [];
      const source = { from: part.origin.from, kind: kindOf(part.origin) };
      const key = JSON.stringify(source);
      if (!records.has(key)) records.set(key, recordOfSource(source, parts, runs));
      const record = records.get(key) ?? null;
      const risk = record ? excess(record) : 0;
      return risk > 0 ? [[part.id, risk]] : [];
    }),
  );
}

/** By how much less often it comes out than a run of which nothing is known, as a share. */
const excess = (record: SourceRecord) => Math.max(0, 1 - firstRunGood(record) / (1 - UNMEASURED_RISK));
