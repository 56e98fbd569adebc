import { describe, expect, it } from "vitest";
import { testInput, testView } from "#core/plan/testing";
import { platesCsv } from "#core/plan/planCsv";
import { makePlan } from "#core/plan/plan";

const { input, plan } = testView();
const { totals } = plan;

describe("what a scene still takes", () => {
  it("runs its plates as often as they have to be run", () => {
    const minutes = plan.plates.reduce((sum, p) => sum + p.minutes.value * p.runs.value, 0);
    expect(totals.machineMinutes.value).toBeCloseTo(minutes, 6);
    for (const p of plan.plates) expect(p.runs.value).toBeGreaterThan(1);
  });
  it("pays for print material by the plate, reprints counted in, and for each plate once", () => {
    const minor = plan.plates.reduce(
      (sum, p) => sum + (p.grams.value * p.runs.value * (p.material?.pricePerKg ?? 0)) / 1000,
      0,
    );
    expect(minor).toBeGreaterThan(0);
    expect(totals.material.value).toBeCloseTo(minor, 6);
    // The same as the lines of the shelf show.
    const lines = plan.stores.filter((l) => l.needKey.startsWith("material:"));
    expect(lines.reduce((sum, l) => sum + l.cost.value, 0)).toBeCloseTo(totals.material.value, 9);
    const { material, products, machineCost, cost } = totals;
    expect(cost.value).toBeCloseTo(material.value + products.value + machineCost.value, 9);
  });
  it("counts hands as the calendar has them: steps, getting things out, plates set up and cleared", () => {
    const inCalendar = plan.work.schedule.slots
      .flatMap((s) => s.parts)
      .reduce((sum, p) => sum + p.to - p.from, 0);
    const onPlates = plan.plates.reduce(
      (sum, p) => sum + p.runs.value * (p.printer.setupMinutes + p.printer.clearMinutes),
      0,
    );
    expect(totals.handsMinutes.value).toBeCloseTo(inCalendar + onPlates, 6);
  });
  it("names what has no price, and never takes it for nothing", () => {
    expect(totals.notPriced).toContain("chalk");
    const stock = [
      { id: "c", needKey: "paint:chalk", name: "chalk", unit: "ml" as const, left: 17, pricePerUnit: 20 },
    ];
    const priced = makePlan(testInput({ workshop: { ...input.workshop, stock } }));
    expect(priced.totals.notPriced).not.toContain("chalk");
    expect(priced.totals.products.value).toBeGreaterThan(totals.products.value);
    const line = priced.stores.find((l) => l.needKey === "paint:chalk")!;
    expect(line.cost.value).toBeCloseTo(20 * line.needed, 9);
    expect(line.cost.low).toBeLessThan(line.cost.value);
    expect(line.cost.high).toBeGreaterThan(line.cost.value);
  });
  it("names the machine whose material nobody put on the shelf, beside what it costs", () => {
    const bare = makePlan(testInput({ workshop: { ...input.workshop, materials: [] } }));
    expect(bare.plates.length).toBeGreaterThan(0);
    const names = new Set(bare.plates.map((p) => `what ${p.printer.name} prints with`));
    for (const name of names) expect(bare.totals.notPriced).toContain(name);
    expect(totals.notPriced.some((n) => n.startsWith("what "))).toBe(false);
  });
  it("can be added up in the table of plates: what a plate comes to stands there once", () => {
    const [head, ...rows] = platesCsv(plan, String)
      .trim()
      .split(/\r?\n/)
      .map((line) => line.split(","));
    const column = (name: string) => head!.findIndex((h) => h.replaceAll('"', "") === name);
    const sum = rows.reduce(
      (total, r) => total + Number(r[column("machine minutes")]) * Number(r[column("runs to expect")] || 0),
      0,
    );
    expect(sum / totals.machineMinutes.value).toBeCloseTo(1, 1);
    expect(rows.length).toBeGreaterThanOrEqual(plan.plates.length);
  });
  it("is as unsure as how often a plate has to be run", () => {
    const edge = (of: "low" | "high") => plan.plates.reduce((sum, p) => sum + p.minutes[of] * p.runs[of], 0);
    expect(totals.machineMinutes.low).toBeCloseTo(edge("low"), 6);
    expect(totals.machineMinutes.high).toBeCloseTo(edge("high"), 6);
    const grams = plan.plates.filter((p) => p.material?.id === "pla");
    const line = plan.stores.find((l) => l.needKey === "material:pla")!;
    expect(line.neededHigh).toBeCloseTo(
      grams.reduce((sum, p) => sum + p.grams.high * p.runs.high, 0),
      6,
    );
  });
  it("counts hands of a step that is done for some of its pieces by what is left of it", () => {
    const step = plan.work.steps.find((s) => (s.pieces ?? 1) > 1 && s.handsMinutes.value > 1)!;
    const record = { id: `s|${step.id}`, sceneId: "s", stepId: step.id, state: "some" as const, pieces: 1 };
    const undated = { ...record, at: "2026-03-02T18:00", actualMinutes: null, note: "" };
    const after = makePlan(testInput({ records: [undated] }));
    const setups = (of: typeof plan) => of.work.schedule.slots.reduce((sum, s) => sum + s.setupMinutes, 0);
    expect(
      totals.handsMinutes.value - setups(plan) - (after.totals.handsMinutes.value - setups(after)),
    ).toBeCloseTo(step.handsMinutes.value / step.pieces!, 6);
  });
  it("takes less of everything once a step is done", () => {
    const step = plan.work.steps.find((s) => s.paintId === "chalk")!;
    const record = {
      id: `s|${step.id}`,
      sceneId: "s",
      stepId: step.id,
      state: "done" as const,
      at: "2026-03-02T18:00",
      actualMinutes: null,
      pieces: null,
      note: "",
    };
    const after = makePlan(testInput({ records: [record] }));
    const needed = (of: typeof plan) => of.stores.find((l) => l.needKey === "paint:chalk")?.needed ?? 0;
    expect(needed(after)).toBeLessThan(needed(plan));
    expect(after.totals.handsMinutes.value).toBeLessThan(totals.handsMinutes.value);
  });
});
