import type { Listing, Part, PartOrigin, SourceKind } from "#core/scene/part";
import type { PlateRun } from "#core/scene/plateRun";
import { counted } from "#core/words";

/** What came of files of one source so far. A run counts once for each part on it. */
export type SourceRecord = {
  readonly runs: number;
  readonly good: number;
  /** Parts of it, how many had to be mended, and what the builder gave them, 1 to 5. */
  readonly parts: number;
  readonly mended: number;
  readonly ratings: readonly number[];
};

/** The kind that was told, else by what was paid; null where neither is. */
export function kindOf({ kind, priceMinor }: Pick<PartOrigin, "kind" | "priceMinor">): SourceKind | null {
  if (kind) return kind;
  return priceMinor === null ? null : priceMinor > 0 ? "paid" : "free";
}

/** The kind of what is only looked at. */
export const kindOfListing = ({ priceMinor }: Pick<Listing, "priceMinor">): SourceKind =>
  priceMinor > 0 ? "paid" : "free";

const wasMended = ({ history }: Part) =>
  history.versions.some((v) => v.change.startsWith("mended") || v.flaw !== "");

/**
 * The record of the parts that are of a source.
 * @param runs of all scenes; trials on a simulated machine and runs that were stopped tell nothing
 */
export function sourceRecord(
  parts: readonly Part[],
  runs: readonly PlateRun[],
  isOfIt: (part: Part) => boolean,
): SourceRecord {
  const of = parts.filter((p) => p.meshId !== null && isOfIt(p));
  const ids = new Set(of.map((p) => p.id));
  const told = runs
    .filter((r) => !r.simulated && (r.state === "good" || r.state === "failed"))
    .flatMap((r) =>
      [...new Set(r.pieces.map((p) => p.partId))].filter((id) => ids.has(id)).map(() => r.state),
    );
  return {
    runs: told.length,
    good: told.filter((s) => s === "good").length,
    parts: of.length,
    mended: of.filter(wasMended).length,
    ratings: of.flatMap((p) => (p.origin.rating === undefined ? [] : [p.origin.rating])),
  };
}

/**
 * The record that a file is believed by: that of whose it is where anything was printed of that, else that of its kind;
 * null where neither is told.
 */
export function recordOfSource(
  { from, kind }: { readonly from: string; readonly kind: SourceKind | null },
  parts: readonly Part[],
  runs: readonly PlateRun[],
): SourceRecord | null {
  const own = from === "" ? null : sourceRecord(parts, runs, (p) => p.origin.from === from);
  if (own && own.runs > 0) return own;
  return kind && sourceRecord(parts, runs, (p) => kindOf(p.origin) === kind);
}

/** `free: 4 of 9 runs good, 2 of 5 files mended, rated 3.5`; that nothing was printed of it where nothing was. */
export function recordText(name: string, { runs, good, parts, mended, ratings }: SourceRecord): string {
  const rated = ratings.length > 0 ? ratings.reduce((a, b) => a + b, 0) / ratings.length : null;
  const said = [
    runs > 0 ? `${good} of ${counted(runs, "run", "runs")} good` : "nothing printed of it yet",
    ...(mended > 0 ? [`${mended} of ${counted(parts, "file", "files")} mended`] : []),
    ...(rated === null ? [] : [`rated ${rated.toFixed(1)} of 5`]),
  ];
  return `${name}: ${said.join(", ")}`;
}
