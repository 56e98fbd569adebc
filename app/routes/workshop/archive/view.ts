import type { BroughtIn } from "#data/archiveIn";
import { type ArchiveReading, type BadRowGroup, badRowGroups, mendOf } from "#data/archiveRows";
import type { Keeping } from "#app/jobs/keeper";

const several = (n: number, one: string, many = `${one}s`) =>
  `${n.toLocaleString("en")} ${n === 1 ? one : many}`;

/** What came of bringing an archive in. */
export function broughtWords({ scenes, mended, leftOut }: BroughtIn): string {
  const rest = [
    ...(mended > 0 ? [`${several(mended, "row")} mended`] : []),
    ...(leftOut > 0 ? [`${several(leftOut, "row")} left out`] : []),
  ];
  return `Brought in: ${several(scenes, "scene")}${rest.length > 0 ? `, ${rest.join(", ")}` : ""}.`;
}

/** More kinds of fault than these are told by their number. */
const GROUPS_SHOWN = 8;
/** Mends that are told one by one. */
const MENDS_SHOWN = 6;
/** Rows that are tried to be mended before it is said how many can be: a hundred thousand would take long. */
const MENDS_TRIED = 2000;

export type BadRowsView = {
  readonly count: string;
  readonly groups: readonly BadRowGroup[];
  readonly moreGroups: number;
  /** How many can be mended: of all, or of the first so many. */
  readonly mendable: number;
  readonly mendableOf: number;
  readonly mends: readonly { readonly name: string; readonly changes: string }[];
};

/** What is wrong with the rows of an archive, and what mending would change. */
export function badRowsView({ bad }: Pick<ArchiveReading, "bad">): BadRowsView {
  const groups = badRowGroups(bad);
  const tried = bad.slice(0, MENDS_TRIED);
  const mends = tried.flatMap((row) => {
    const mend = mendOf(row);
    return mend && mend.changes.length > 0
      ? [{ name: `${row.table}, ${row.name}`, changes: mend.changes.join("; ") }]
      : [];
  });
  return {
    count: several(bad.length, "row does not fit", "rows do not fit"),
    groups: groups.slice(0, GROUPS_SHOWN),
    moreGroups: Math.max(0, groups.length - GROUPS_SHOWN),
    mendable: mends.length,
    mendableOf: tried.length,
    mends: mends.slice(0, MENDS_SHOWN),
  };
}

/** Where everything was saved last, in words. */
export function savedWords({ saved, unsaved }: Pick<Keeping, "saved" | "unsaved">): string {
  const since = unsaved === 0 ? "nothing was changed since" : `${several(unsaved, "change")} since`;
  if (!saved)
    return unsaved === 0
      ? "Nothing of your own is here yet."
      : `${several(unsaved, "change")} in no file yet.`;
  const where = saved.where === "folder" ? "written into your folder" : "handed to the browser to save";
  return `${saved.name}, ${where} on ${saved.at.replace("T", " ")}; ${since}.`;
}

/** What the browser has promised, in words. */
export function promiseWords(persisted: boolean | null): string {
  if (persisted === null)
    return "The browser is asked not to clear it when you change something for the first time.";
  if (persisted) return "The browser has promised not to clear it by itself.";
  return (
    "The browser gave no promise: it may clear what is here when its disk runs short. Keep a copy " +
    "outside it."
  );
}
