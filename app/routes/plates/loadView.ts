import { axisDay } from "#app/clock";
import type { DayLoad } from "#core/plan/plates/printing";

/** Days with hours or work up to which each is a line of its own; more are shown by week. */
const MOST_DAYS = 28;
/** Days in a row with hours and no work from which on they are one line. */
const FOLD_FROM_DAYS = 2;

/** A line of the load: a day, a week, or days on which nothing is done. */
export type LoadRow = Omit<DayLoad, "day"> & {
  readonly key: string;
  readonly label: string;
  /** How many days with hours are in it in which nothing is done; 0 for a day or week with work. */
  readonly emptyDays: number;
};

const workOf = (d: DayLoad) => d.plateMinutes + d.stepMinutes;

function rowOf(days: readonly DayLoad[], label: string, emptyDays = 0): LoadRow {
  const sum = (f: (d: DayLoad) => number) => days.reduce((total, d) => total + f(d), 0);
  return {
    key: String(days[0]!.day),
    label,
    emptyDays,
    plateMinutes: sum((d) => d.plateMinutes),
    stepMinutes: sum((d) => d.stepMinutes),
    presentMinutes: sum((d) => d.presentMinutes),
  };
}

/** Neighbours that belong together, in order. */
function groupsOf(days: readonly DayLoad[], keyOf: (d: DayLoad) => string): readonly (readonly DayLoad[])[] {
  const groups: { readonly key: string; readonly days: DayLoad[] }[] = [];
  for (const d of days) {
    const last = groups.at(-1);
    const key = keyOf(d);
    if (last?.key === key) last.days.push(d);
    else groups.push({ key, days: [d] });
  }
  return groups.map((g) => g.days);
}

/**
 * The hands of a plan in lines: each day with those on which nothing is done drawn together, or, when there are
 * many, each week from Monday on.
 * @param startWeekday of plan day 0, 0 is Sunday
 */
export function loadRows(
  load: readonly DayLoad[],
  startWeekday: number,
  today: string,
): { readonly by: "day" | "week"; readonly rows: readonly LoadRow[] } {
  const days = load.filter((d) => d.presentMinutes > 0 || workOf(d) > 0);
  const name = (d: DayLoad) => axisDay(today, d.day * 1440);
  if (days.length > MOST_DAYS) {
    const weekOf = (d: DayLoad) => String(Math.floor((d.day + startWeekday + 6) / 7));
    return {
      by: "week",
      rows: groupsOf(days, weekOf).map((week) =>
        rowOf(week, week.length === 1 ? name(week[0]!) : `${name(week[0]!)} to ${name(week.at(-1)!)}`),
      ),
    };
  }
  const rows = groupsOf(days, (d) => (workOf(d) > 0 ? `${d.day}` : "empty")).flatMap((group) =>
    workOf(group[0]!) > 0 || group.length < FOLD_FROM_DAYS
      ? group.map((d) => rowOf([d], name(d)))
      : [rowOf(group, `${group.length} days from ${name(group[0]!)}`, group.length)],
  );
  return { by: "day", rows };
}
