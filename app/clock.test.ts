import { describe, expect, it } from "vitest";
import { axisDay, dateText, dayText, localMoment, localNow, momentText } from "#app/clock";
import { stageList, stagePath } from "#app/stages";
import { stages } from "#core/plan/finding";

describe("the plan's clock", () => {
  it("counts minutes from midnight of its day, over months and years", () => {
    expect(localMoment("2026-02-28", 24 * 60 + 30)).toBe("2026-03-01T00:30");
    expect(localMoment("2026-12-31", 2 * 1440 + 19 * 60)).toBe("2027-01-02T19:00");
    expect(momentText("2026-03-02", 19.5 * 60)).toBe("Mon 2 Mar, 19:30");
    expect(dayText("2026-03-02", Infinity)).toBe("never");
    // The year stands where it is another one; not under an axis.
    expect(dayText("2026-12-31", 1440)).toBe("Fri 1 Jan 2027");
    expect(momentText("2026-12-31", 1440)).toBe("Fri 1 Jan 2027, 00:00");
    expect(axisDay("2026-12-31", 1440)).toBe("Fri 1 Jan");
  });
  it("says now as a local day and minute", () => {
    const now = localNow();
    expect(now.at.startsWith(now.today)).toBe(true);
    expect(now.minute).toBeGreaterThanOrEqual(0);
    expect(now.minute).toBeLessThan(1440);
  });
});

describe("stages", () => {
  it("are all on the spine, each with a key and a path of its own", () => {
    expect(stageList.map((s) => s.stage)).toEqual([...stages]);
    expect(new Set(stageList.map((s) => s.key)).size).toBe(stages.length);
    expect(new Set(stages.map((s) => stagePath("x", s))).size).toBe(stages.length);
  });
});

describe("a day of the calendar", () => {
  it("is read with its year only where that is another one, and left as it is where it is none", () => {
    expect(dateText("2026-11-28", "2026-12-19")).toBe("Sat 19 Dec");
    expect(dateText("2026-11-28", "2027-01-02")).toBe("Sat 2 Jan 2027");
    expect(dateText("2026-11-28", "soon")).toBe("soon");
  });
});
