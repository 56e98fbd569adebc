import { appDatabase } from "#data/db";

/**
 * What the database stands at: another text means that something was written or taken back since.
 * @returns the number of the last change, and how many are taken back
 */
export async function lastStamp(): Promise<string> {
  const { journal } = appDatabase();
  const last = await journal.orderBy("seq").last();
  const undone = await journal.where("undone").equals(1).count();
  return `${last?.seq ?? 0}/${undone}`;
}

/** How many changes lie between two stamps; one at least where they differ. */
export function changesBetween(before: string | null, now: string): number {
  if (before === now) return 0;
  const seq = (stamp: string | null) => Number(stamp?.split("/")[0] ?? 0) || 0;
  return Math.max(1, seq(now) - seq(before));
}
