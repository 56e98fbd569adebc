import { beforeEach, describe, expect, it } from "vitest";
import { testFilament, testResin } from "#core/print/testing";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { sendForm } from "#app/testing";
import { clientAction as printersAction } from "#route/workshop/printers";
import { fieldGroups } from "#app/routes/workshop/printerFields";
import { keepLevel, keepOpenings, keepShrink, keepTestPiece, lengthsFrom } from "./gateRecords";

const db = appDatabase();
const readings = {
  "back left": "0.10",
  "back right": "0,10",
  "front right": "0.18",
  "front left": "0.11",
  middle: "",
  card: "0.1",
};
const machine = async () => (await db.printers.get(testFilament.id))!;

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.printers.bulkPut([testFilament, testResin]);
});

describe("what the list before a run asks to be written down", () => {
  it("is kept with the machine, newest last, and taken back", async () => {
    expect((await keepLevel(testFilament, readings)).ok).toBe(true);
    expect((await machine()).level!.map((l) => l.readingsMm)).toEqual([[0.1, 0.1, 0.18, 0.11]]);
    await keepLevel(testFilament, { ...readings, middle: "0.12" });
    expect((await machine()).level![1]!.readingsMm).toHaveLength(5);
    await undoLast(db);
    expect((await machine()).level).toHaveLength(1);
    await keepTestPiece(testFilament, "roll", { verdict: "too hot", changed: "210 to 200 C" });
    expect((await machine()).pieces![0]).toMatchObject({ verdict: "too hot", materialId: "roll" });
  });
  it.each([
    [{ ...readings, "front left": "" }, "front left"],
    [{ ...readings, "front left": "flat" }, "front left"],
    [{ ...readings, card: "9" }, "card"],
  ])("refuses what is no reading, and names the field: %j", async (form, field) => {
    const said = await keepLevel(testFilament, form);
    expect(said.ok ? [] : said.problems[0]!.path).toEqual([field]);
    expect((await machine()).level).toBeUndefined();
  });
  it("refuses a piece without a verdict", async () => {
    expect((await keepTestPiece(testFilament, null, { verdict: "", changed: "" })).ok).toBe(false);
  });
  it("stays when the machine's own form is set", async () => {
    await keepLevel(testFilament, readings);
    const row = (await machine()) as unknown as Record<string, unknown>;
    const numbers = fieldGroups.filament
      .flatMap((g) => g.fields)
      .map(([key]) => [key, key === "price" ? "300" : String(row[key])] as const);
    const said = await sendForm(printersAction, "", {
      ...Object.fromEntries(numbers),
      id: testFilament.id,
      name: "Ferry",
      process: "filament",
      plate: "flexible",
      marginMm: "5",
      bedX: "220",
      bedY: "220",
      bedZ: "250",
    });
    expect(said).toEqual([]);
    expect((await machine()).name).toBe("Ferry");
    expect((await machine()).level).toHaveLength(1);
  });
});

describe("W5: lengths that came out shorter", () => {
  const typed = {
    material: "",
    "drawn-x": "50",
    "measured-x": "49.72, 49.68, 49.76",
    "drawn-y": "",
    "measured-y": "",
    "drawn-z": "",
    "measured-z": "",
  };
  it("are kept with the machine, by axis", async () => {
    expect((await keepShrink(testFilament, typed)).ok).toBe(true);
    expect((await machine()).shrink![0]).toMatchObject({
      drawnMm: [50, 0, 0],
      measuredMm: [[49.72, 49.68, 49.76], [], []],
      materialId: null,
    });
  });
  it("are read with points or decimal commas", () => {
    expect(lengthsFrom("49,72; 49,68; 49,76")).toEqual([49.72, 49.68, 49.76]);
    expect(lengthsFrom("49.72 , 49.68")).toEqual([49.72, 49.68]);
    expect(lengthsFrom("50 49 48")).toEqual([50, 49, 48]);
    expect(lengthsFrom("")).toEqual([]);
    expect(lengthsFrom("50, wide")).toBeNull();
  });
  it.each([
    [{ "measured-x": "" }, "Measure at least one side"],
    [{ "measured-x": "49.7, 49.8" }, "at least 3 copies along x"],
    [{ "measured-x": "49.7, 49.8, wide" }, "Type what x measures"],
    [{ "drawn-x": "" }, "how long it was drawn along x"],
    [{ "measured-x": "20, 20.1, 20.2" }, "look at which side was measured"],
  ])("are refused where %j, in one sentence, and nothing is kept", async (wrong, sentence) => {
    const kept = await keepShrink(testFilament, { ...typed, ...wrong });
    expect(!kept.ok && kept.problems[0]!.message).toContain(sentence);
    expect((await machine()).shrink).toBeUndefined();
  });
});

describe("what stayed open in an exposure piece", () => {
  const resin = { ...testResin, id: "tank" };
  const openings = async () => (await db.printers.get("tank"))!.openings;
  beforeEach(() => db.printers.put(resin));
  it("is kept with its machine, resin and exposure", async () => {
    const form = { exposure: "3.0", groove: "0.4", slot: "none", material: "grey" };
    expect((await keepOpenings(resin, form)).ok).toBe(true);
    expect(await openings()).toMatchObject([
      { materialId: "grey", exposureSeconds: 3, grooveMm: 0.4, slotMm: 1 },
    ]);
  });
  it("is refused without an exposure or a groove, in a sentence at its field", async () => {
    for (const [form, field] of [
      [{ exposure: "long", groove: "0.4" }, "exposure"],
      [{ exposure: "3", groove: "" }, "groove"],
      [{ exposure: "3", groove: "0.37" }, "groove"],
    ] as const) {
      const kept = await keepOpenings(resin, form);
      expect(kept.ok ? "" : kept.problems[0]!.path[0]).toBe(field);
    }
    expect(await openings()).toBeUndefined();
  });
});
