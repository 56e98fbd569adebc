import { describe, expect, it } from "vitest";
import type { Keeping } from "#app/jobs/keeper";
import { megabytes, noticesOf } from "#app/routes/notices/view";

const calm: Keeping = {
  trouble: null,
  unsaved: 0,
  unsavedSince: null,
  saved: null,
  folder: null,
  canKeepFolder: true,
  persisted: true,
  room: { usedBytes: 5e6, freeBytes: 5e9 },
  unplaced: 0,
  quietUntil: null,
};
const TODAY = "2026-03-20";
const ids = (given: Partial<Keeping>, version: Parameters<typeof noticesOf>[1] = "same") =>
  noticesOf({ ...calm, ...given }, version, TODAY).map((n) => n.id);
const acts = (given: Partial<Keeping>) =>
  noticesOf({ ...calm, ...given }, "same", TODAY).flatMap((n) => n.acts.map(([act]) => act));

describe("notices", () => {
  it("say nothing while all is well", () => {
    expect(ids({})).toEqual([]);
    expect(ids({ unsaved: 50, unsavedSince: "2026-03-13T10:00" })).toEqual([]);
  });
  it("remind after more than fifty changes, or after more than a week", () => {
    expect(ids({ unsaved: 51, unsavedSince: "2026-03-20T10:00" })).toEqual(["unsaved"]);
    expect(ids({ unsaved: 1, unsavedSince: "2026-03-12T23:59" })).toEqual(["unsaved"]);
    expect(noticesOf({ ...calm, unsaved: 3, unsavedSince: "2026-03-10T08:00" }, "same", TODAY)[0]!.text).toBe(
      "3 changes of the last 10 days are only in this browser.",
    );
  });
  it("do not remind where a folder is written, nor until the day that was asked for", () => {
    const much = { unsaved: 99, unsavedSince: "2026-01-01T10:00" };
    expect(ids({ ...much, folder: { name: "Copies", state: "ready", said: "" } })).toEqual([]);
    expect(ids({ ...much, quietUntil: "2026-03-21" })).toEqual([]);
    expect(ids({ ...much, quietUntil: "2026-03-20" })).toEqual(["unsaved"]);
    expect(ids({ ...much, folder: { name: "Copies", state: "ask", said: "" } })).toEqual([
      "folder",
      "unsaved",
    ]);
  });
  it("offer a folder only where a page can keep one", () => {
    const much = { unsaved: 99, unsavedSince: "2026-03-20T10:00" };
    expect(acts(much)).toEqual(["save copy", "pick folder", "not now"]);
    expect(acts({ ...much, canKeepFolder: false })).toEqual(["save copy", "not now"]);
  });
  it("say when room is short, by bytes or by share, and not of an empty browser", () => {
    expect(ids({ room: { usedBytes: 1e9, freeBytes: 140e6 } })).toEqual(["room"]);
    expect(ids({ room: { usedBytes: 95e9, freeBytes: 5e9 } })).toEqual(["room"]);
    expect(ids({ room: { usedBytes: 0, freeBytes: 140e6 } })).toEqual([]);
    expect(ids({ room: null })).toEqual([]);
  });
  it("tell a trouble alone: nothing else matters then", () => {
    for (const trouble of ["newer tab", "newer data", "closed"] as const) {
      const [only, ...rest] = noticesOf(
        { ...calm, trouble, unsaved: 99, unsavedSince: "2026-01-01T10:00", unplaced: 3 },
        "ready",
        TODAY,
      );
      expect(rest).toEqual([]);
      expect(only).toMatchObject({ id: "trouble", grave: true, acts: [["reload", "Reload this tab"]] });
      expect(only!.text).toMatch(/\. Reload this tab|\.$/);
    }
    expect(acts({ trouble: "disk" })).toEqual(["save copy", "reload"]);
  });
  it("tell of a new version, and of one that runs elsewhere while something is typed here", () => {
    expect(ids({}, "ready")).toEqual(["version"]);
    expect(noticesOf(calm, "taken elsewhere", TODAY)[0]!.acts).toEqual([["reload", "Reload this tab"]]);
  });
  it("tell what was kept aside, in one or in many", () => {
    expect(noticesOf({ ...calm, unplaced: 1 }, "same", TODAY)[0]!.text).toMatch(
      /^One row of an older version has no place/,
    );
    expect(noticesOf({ ...calm, unplaced: 7 }, "same", TODAY)[0]!.text).toMatch(
      /^7 rows of an older version have no place/,
    );
  });
});

it.each([
  [0, "0 MB"],
  [400, "under 1 MB"],
  [84e6, "84 MB"],
  [1.24e9, "1.2 GB"],
])("%i bytes are %s", (bytes, words) => {
  expect(megabytes(bytes)).toBe(words);
});
