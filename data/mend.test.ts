import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { newLogEntry } from "#core/plan/log/newLogEntry";
import { check } from "#data/check";
import { type TableName, tableNames } from "#data/rows";
import { mended } from "#data/mend";
import { shapes } from "#data/shapes";
import { testPart, testScene } from "#data/testing";
import { valuesFor } from "#data/testingRows";

/** A part with some fields as they cannot be: those of a section in their place. */
const partWith = (given: Record<string, unknown>) => {
  const now: Record<string, unknown> = { ...testPart() };
  for (const [key, value] of Object.entries(given))
    now[key] = isSection(value) ? { ...(now[key] as object), ...value } : value;
  return now;
};
const isSection = (value: unknown): value is object =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const part = (given: Record<string, unknown>) => mended("parts", partWith(given));

describe("a row is mended", () => {
  it.each<[string, Record<string, unknown>, Record<string, unknown>, string]>([
    ["a name of nothing", { name: "" }, { name: "without a name" }, "name: “” becomes “without a name”"],
    ["a count below one", { count: 0 }, { count: 1 }, "count: 0 becomes 1"],
    ["half a copy", { count: 2.4 }, { count: 2 }, "count: 2.4 becomes 2"],
    ["less than nothing", { print: { spares: -2 } }, { print: { spares: 0 } }, "print/spares: -2 becomes 0"],
    ["a count somewhat beyond", { count: 12_000 }, { count: 10_000 }, "count: 12000 becomes 10000"],
    ["a text too long", { note: "x".repeat(5000) }, { note: "x".repeat(4000) }, "becomes"],
    [
      "a choice that is none",
      { print: { use: "flying" } },
      { print: { use: null } },
      "print/use: “flying” becomes null",
    ],
    ["a field that is missing", { print: { spares: undefined } }, { print: { spares: 0 } }, "0"],
    [
      "a missing field that may be empty",
      { print: { printerId: 7 } },
      { print: { printerId: null } },
      "printerId: 7 becomes null",
    ],
    [
      "a line of a list",
      { count: 3, history: { copies: ["printed", "flown away", "spoilt"] } },
      { count: 3, history: { copies: ["printed", "spoilt"] } },
      "history/copies: line 2 was left out",
    ],
    [
      "several lines of a list",
      { count: 4, history: { copies: ["x", "printed", "y", "z"] } },
      { count: 4, history: { copies: ["printed"] } },
      "history/copies: line 1 was left out",
    ],
    [
      "states of copies that are not there",
      { count: 1, history: { copies: ["printed", "spoilt"] } },
      { count: 1, history: { copies: ["printed"] } },
      "history/copies",
    ],
    [
      "what only things built by hand have",
      { cutPieces: [] },
      {},
      "cutPieces: it has no place in this row and was left out",
    ],
  ])("%s", (_, wrong, right, words) => {
    const mend = part(wrong)!;
    expect(mend.row).toEqual(partWith(right));
    if (words !== "0") expect(mend.changes.join("; ")).toContain(words);
  });
  it("that was right is left as it is", () => {
    expect(mended("scenes", testScene())).toEqual({ row: testScene(), changes: [] });
  });
  it.each<[string, TableName, unknown]>([
    ["an id of nothing", "parts", { ...testPart(), id: "" }],
    ["a unit of nothing", "parts", partWith({ size: { unitMm: 0 } })],
    ["a ratio of nothing", "scenes", testScene({ denominator: 0 })],
    ["a count beyond all", "parts", { ...testPart(), count: 1e8 }],
    ["a size that has no end", "parts", partWith({ size: { unitMm: Infinity } })],
    ["a board the size of a field", "scenes", testScene({ boardWidthMm: 1e6 })],
    ["a scale that is no scale", "parts", partWith({ size: { source: { kind: "guess" } } })],
    ["a piece of itself", "parts", partWith({ print: { pieceOf: { partId: "part-1", number: 1, of: 2 } } })],
    [
      "a log of nothing",
      "log",
      {
        ...newLogEntry({
          id: "l",
          kind: "run",
          key: "k",
          what: "",
          at: "",
          sceneId: null,
          estimatedMinutes: 1,
          actualMinutes: 1,
          outcome: "good",
          note: "",
        }),
        key: "",
      },
    ],
    ["nothing at all", "scenes", null],
    ["a word", "scenes", "scene"],
  ])("but not where that would be an invention: %s", (_, table, row) => {
    expect(mended(table, row)).toBeNull();
  });
  it("into its shape or not at all, whatever was wrong with it, and what came in stays as it was", () => {
    for (const table of tableNames) {
      const wounded = fc.tuple(valuesFor(shapes[table]), fc.nat(), fc.anything()).map(([row, k, value]) => {
        const keys = Object.keys(row as object);
        return { ...(row as object), [keys[k % keys.length]!]: value };
      });
      fc.assert(
        fc.property(wounded, (row) => {
          const before = structuredClone(row);
          const mend = mended(table, row);
          expect(row).toEqual(before);
          if (mend) expect(check(shapes[table] as never, mend.row).ok).toBe(true);
        }),
        { numRuns: 60 },
      );
    }
  });
});
