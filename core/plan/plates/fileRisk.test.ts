import { describe, expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { fileRisks } from "#core/plan/plates/fileRisk";
import { testInput } from "#core/plan/testing";
import { newPart, noOrigin, type PartPatch } from "#core/scene/part";
import type { PlateRun } from "#core/scene/plateRun";

const part = (id: string, priceMinor: number, given: PartPatch = {}) =>
  newPart({
    ...{ id, sceneId: "s", name: id, meshId: "b", size: { source: { kind: "full" } } },
    origin: { ...noOrigin, priceMinor },
    ...given,
  });
const run = (state: PlateRun["state"], partId: string, given: Partial<PlateRun> = {}): PlateRun =>
  ({ state, simulated: false, id: "r", printerId: "other", pieces: [{ partId }], ...given }) as never;
const times = <T>(n: number, of: T): T[] => Array<T>(n).fill(of);
const before = [
  ...times(4, run("good", "free-before")),
  ...times(5, run("failed", "free-before")),
  ...times(11, run("good", "paid-before")),
  run("failed", "paid-before"),
];
const shelf = [
  part("free-before", 0),
  part("paid-before", 350),
  part("free-next", 0),
  part("paid-next", 350),
];
const risksOf = (parts = shelf, runs = before) => fileRisks([{ parts, runs }]);

describe("P3: the first run of a file", () => {
  it("is believed by what came of its source: 4 of 9 free, 11 of 12 paid", () => {
    // (5 x 0.8 + 4) / (5 + 9) of 0.8, by hand.
    expect(risksOf().get("free-next")).toBeCloseTo(1 - 8 / 14 / 0.8, 9);
    expect(risksOf().has("paid-next")).toBe(false);
  });
  it("says no more when the file came out once, and nothing by simulated runs", () => {
    expect(risksOf(shelf, [...before, run("good", "free-next")]).has("free-next")).toBe(false);
    expect(risksOf().has("free-before")).toBe(false);
    const played = before.map((r) => ({ ...r, simulated: true }));
    expect(risksOf(shelf, played).size).toBe(0);
  });
  it("goes by whose it is before it goes by its kind", () => {
    const mine = { origin: { ...noOrigin, priceMinor: 0, from: "R. Alder" } };
    const parts = [...shelf, part("alder-before", 0, mine), part("alder-next", 0, mine)];
    const runs = [...before, ...times(6, run("good", "alder-before"))];
    expect(fileRisks([{ parts, runs }]).has("alder-next")).toBe(false);
    expect(fileRisks([{ parts, runs }]).has("free-next")).toBe(true);
  });
  it("moves the odds of its plate, and is told as the cause where it is the largest", () => {
    const plateOf = (priceMinor: number) => {
      const parts = [part("free-before", 0), part("paid-before", 350), part("next", priceMinor)];
      const made = parts.map((p) =>
        p.id === "next" ? p : { ...p, history: { ...p.history, copies: ["printed" as const] } },
      );
      const [plate] = makePlan(testInput({ parts: made, joints: [], runs: before })).plates;
      return plate!;
    };
    const [free, paid] = [plateOf(0), plateOf(350)];
    expect(paid.odds.risk).toBeLessThan(free.odds.risk);
    expect(1 - free.odds.risk).toBeCloseTo((1 - paid.odds.risk) * (8 / 14 / 0.8), 2);
    expect(free.odds.causes.map((c) => c.code)).toContain("file");
    expect(paid.odds.causes.map((c) => c.code)).not.toContain("file");
    expect(free.runs.value).toBeGreaterThan(paid.runs.value);
  });
});
