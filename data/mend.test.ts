import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { newLogEntry } from "#core/plan/log/newLogEntry";
import { check } from "#data/check";
import { type TableName, tableNames } from "#data/rows";
import { mended } from "#data/mend";
import { shapes } from "#data/shapes";
import { testPart, testScene } from "#data/testing";
import { valuesFor } from "#data/testingRows";

const part = (given: object) => mended("parts", { ...testPart(), ...given });

describe("a row is mended", () => {
  it.each<[string, object, object, string]>([
    ["a name of nothing", { name: "" }, { name: "without a name" }, "name: “” becomes “without a name”"],
    ["a count below one", { count: 0 }, { count: 1 }, "count: 0 becomes 1"],
    ["half a copy", { count: 2.4 }, { count: 2 }, "count: 2.4 becomes 2"],
    ["less than nothing", { spares: -2 }, { spares: 0 }, "spares: -2 becomes 0"],
    ["a count somewhat beyond", { count: 12_000 }, { count: 10_000 }, "count: 12000 becomes 10000"],
    ["a text too long", { note: "x".repeat(5000) }, { note: "x".repeat(4000) }, "becomes"],
    ["a choice that is none", { use: "flying" }, { use: null }, "use: “flying” becomes null"],
    ["a field that is missing", { spares: undefined }, { spares: 0 }, "0"],
    ["a missing field that may be empty", { printerId: 7 }, { printerId: null }, "printerId: 7 becomes null"],
    [
      "a line of a list",
      { copies: ["printed", "flown away", "spoilt"] },
      { copies: ["printed", "spoilt"] },
      "copies: line 2 was left out",
    ],
    [
      "several lines of a list",
      { copies: ["x", "printed", "y", "z"] },
      { copies: ["printed"] },
      "copies: line 1 was left out",
    ],
  ])("%s", (_, wrong, right, words) => {
    const mend = part(wrong)!;
    expect(mend.row).toEqual({ ...testPart(), ...right });
    if (words !== "0") expect(mend.changes.join("; ")).toContain(words);
  });
  it("that was right is left as it is", () => {
    expect(mended("scenes", testScene())).toEqual({ row: testScene(), changes: [] });
  });
  it.each<[string, TableName, unknown]>([
    ["an id of nothing", "parts", { ...testPart(), id: "" }],
    ["a unit of nothing", "parts", { ...testPart(), unitMm: 0 }],
    ["a ratio of nothing", "scenes", testScene({ denominator: 0 })],
    ["a count beyond all", "parts", { ...testPart(), count: 1e8 }],
    ["a size that has no end", "parts", { ...testPart(), unitMm: Infinity }],
    ["a board the size of a field", "scenes", testScene({ boardWidthMm: 1e6 })],
    ["a scale that is no scale", "parts", { ...testPart(), source: { kind: "guess" } }],
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
