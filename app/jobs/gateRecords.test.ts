import { beforeEach, describe, expect, it } from "vitest";
import { testFilament, testResin } from "#core/print/testing";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { sendForm } from "#app/testing";
import { clientAction as printersAction } from "#route/workshop/printers";
import { fieldGroups } from "#app/routes/workshop/printerFields";
import { keepLevel, keepTestPiece } from "./gateRecords";

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
