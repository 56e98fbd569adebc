import { expect, it } from "vitest";
import type { DayLoad } from "#core/plan/plates/printing";
import { loadRows } from "./loadView";

const TODAY = "2026-03-02"; // a Monday
const day = (d: number, work: number, presentMinutes = 120): DayLoad => ({
  day: d,
  plateMinutes: work / 3,
  stepMinutes: (work * 2) / 3,
  presentMinutes,
});

it("draws days on which nothing is done together, and leaves out those without hours", () => {
  const load = [day(0, 60), day(1, 0), day(2, 0), day(3, 0, 0), day(4, 0), day(5, 30), day(6, 0), day(7, 9)];
  const { by, rows } = loadRows(load, 1, TODAY);
  expect(by).toBe("day");
  expect(rows.map((r) => r.label)).toEqual([
    "Mon 2 Mar",
    "3 days from Tue 3 Mar",
    "Sat 7 Mar",
    "Sun 8 Mar",
    "Mon 9 Mar",
  ]);
  expect(rows[1]).toMatchObject({ emptyDays: 3, presentMinutes: 360, stepMinutes: 0 });
});

it("shows weeks from Monday on where there are many days, with nothing lost", () => {
  const load = Array.from({ length: 60 }, (_, i) => day(i, i % 5 === 0 ? 45 : 0));
  const { by, rows } = loadRows(load, 1, TODAY);
  expect(by).toBe("week");
  expect(rows).toHaveLength(9);
  expect(rows[0]!.label).toBe("Mon 2 Mar to Sun 8 Mar");
  expect(rows[1]!.label).toMatch(/^Mon 9 Mar/);
  const total = rows.reduce((sum, r) => sum + r.plateMinutes + r.stepMinutes, 0);
  expect(total).toBeCloseTo(12 * 45, 9);
});

it("has no line where nothing is planned", () => {
  expect(loadRows([], 1, TODAY).rows).toEqual([]);
});
