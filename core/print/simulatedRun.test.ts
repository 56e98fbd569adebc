import { describe, expect, it } from "vitest";
import { expectedRuns, runsAt } from "#core/print/reprints";
import { drawFate, failureCauses, failureOdds, type RiskyPiece, runStateAt } from "#core/print/simulatedRun";

const piece = (pieceId: string, given: Partial<RiskyPiece> = {}): RiskyPiece => ({
  pieceId,
  name: pieceId,
  slender: 1,
  flatMm2: 100,
  baseMm: 40,
  islands: 0,
  ...given,
});
const none = { good: 0, failed: 0 };

describe("odds of failing", () => {
  it("rise with slenderness, long bases, level undersides and islands, each on its process", () => {
    const of = (process: "filament" | "resin", given: Partial<RiskyPiece>) =>
      failureOdds(process, [piece("p", given)], none).total;
    expect(of("filament", { slender: 16 })).toBeGreaterThan(of("filament", {}));
    expect(of("filament", { baseMm: 200 })).toBeGreaterThan(of("filament", {}));
    expect(of("resin", { flatMm2: 3000 })).toBeGreaterThan(of("resin", {}));
    expect(of("resin", { islands: 5 })).toBeGreaterThan(of("resin", {}));
    expect(failureOdds("filament", [piece("p", { slender: 20 })], none).causes[0]!.code).toBe("tipped");
    expect(failureOdds("resin", [piece("p", { flatMm2: 5000 })], none).causes[0]!.code).toBe(
      "stuck to the film",
    );
  });
  it("fall with a good record, stay under one, and each cause is one that can be named", () => {
    expect(failureOdds("resin", [piece("p")], { good: 50, failed: 0 }).total).toBeLessThan(
      failureOdds("resin", [piece("p")], none).total,
    );
    const many = failureOdds(
      "filament",
      Array.from({ length: 40 }, (_, i) => piece(`p${i}`, { slender: 40, baseMm: 400 })),
      { good: 0, failed: 30 },
    );
    expect(many.total).toBeLessThan(1);
    for (const { code } of many.causes)
      expect(failureCauses.filament.some((c) => c.code === code)).toBe(true);
    expect(many.causes.reduce((s, c) => s + c.odds, 0)).toBeCloseTo(1, 9);
  });
  it("are one figure with the runs to expect: measured risk counts as five runs, the record moves it", () => {
    const pieces = [piece("p", { flatMm2: 4000, islands: 3 })];
    const { risk, total } = failureOdds("resin", pieces, none);
    expect(total).toBeCloseTo(risk, 9);
    const after = failureOdds("resin", pieces, { good: 10, failed: 0 });
    expect(after.risk).toBe(risk);
    expect(after.total).toBeCloseTo((5 * risk) / 15, 9);
    expect(expectedRuns({ good: 10, failed: 0 }, risk).value).toBeCloseTo(runsAt(1 - after.total), 9);
    expect(after.byPiece[0]!.odds).toBeCloseTo(after.total, 9);
    expect(failureOdds("resin", [], none).total).toBeCloseTo(0.2, 9);
  });
  it("of a plain piece are near the machine's own share", () => {
    expect(failureOdds("filament", [piece("p")], none).total).toBeGreaterThan(0.08);
    expect(failureOdds("filament", [piece("p")], none).total).toBeLessThan(0.35);
  });
});

describe("fate", () => {
  it("is drawn once for a seed, and over many seeds has the odds it was given", () => {
    const pieces = [piece("a", { slender: 12 }), piece("b")];
    expect(drawFate("filament", pieces, none, 5)).toEqual(drawFate("filament", pieces, none, 5));
    const fates = Array.from({ length: 4000 }, (_, seed) => drawFate("filament", pieces, none, seed));
    const failed = fates.filter((f) => f.failsAtShare !== null);
    expect(failed.length / 4000).toBeCloseTo(failureOdds("filament", pieces, none).total, 1);
    // The slender one goes more often than the plain one.
    const lost = (id: string) =>
      failed.filter((f) => f.lostPieceIds.length === 1 && f.lostPieceIds[0] === id).length;
    expect(lost("a")).toBeGreaterThan(lost("b"));
    for (const f of failed) expect(f.failsAtShare! > 0 && f.failsAtShare! < 1 && f.cause !== "").toBe(true);
  });
});

describe("a run under way", () => {
  const run = { startedAtMs: 0, speed: 60, warmMinutes: 6, minutes: 126, layers: 200, fate: null };
  it("warms, prints layer by layer and is done, sixty times as fast as life", () => {
    expect(runStateAt(run, 3_000).phase).toBe("warming");
    expect(runStateAt(run, 6_000)).toMatchObject({ phase: "printing", layer: 1 });
    const half = runStateAt(run, 66_000);
    expect(half).toMatchObject({ phase: "printing", layer: 101 });
    expect(half.leftMinutes).toBeCloseTo(60, 6);
    expect(runStateAt(run, 126_000)).toMatchObject({ phase: "done", layer: 200, leftMinutes: 0 });
    expect(runStateAt(run, 9e9).phase).toBe("done");
  });
  it("stands still where it failed, and begins again where the clock was set back", () => {
    const doomed = { ...run, fate: { failsAtShare: 0.5, cause: "tipped", lostPieceIds: ["a"] } };
    expect(runStateAt(doomed, 60_000).phase).toBe("printing");
    expect(runStateAt(doomed, 70_000)).toMatchObject({ phase: "failed", layer: 100 });
    expect(runStateAt(doomed, 9e9)).toMatchObject({ phase: "failed", layer: 100 });
    expect(runStateAt(run, -5_000).phase).toBe("warming");
  });
});
