import Dexie from "dexie";
import { describe, expect, it } from "vitest";
import { readZip, writeZip } from "#core/formats/zip";
import { planMemory } from "#core/plan/planPlates";
import { makePlan } from "#core/plan/plan";
import { exportArchive, importArchive } from "#data/archive";
import { openDatabase, tableNames } from "#data/db";
import { freshDatabase } from "#data/testing";
import { getPlanInput } from "#data/workshop";

const AT = "2026-03-02T20:00";

/** Rows as the first version kept them: nothing of runs, poses, pieces or money in them. */
const first = {
  scenes: [{ id: "s", name: "Old", denominator: 72, ratioSaid: "1 to 72", viewingDistanceMm: 600, boardWidthMm: 300, boardDepthMm: 200, gridMm: null, tier: "display", startOn: "2026-03-02", finishBy: null, surfaceSchool: null, orderWishes: [], createdAt: AT, changedAt: AT }],
  parts: [{ id: "p", sceneId: "s", name: "wall", made: "printed", meshId: null, source: { kind: "full" }, unitMm: 1, unitSure: true, features: [], count: 2, process: "choose", printerId: null, hollow: { wallMm: 2, drains: 1 }, clear: false, spans: false, surfaceSchool: null, scheme: [], lamp: null, sizeMm: [30, 20, 10], placements: [], origin: { fileName: "wall.stl", from: "", licence: "" }, note: "" }],
  printers: [
    { id: "f", name: "Loft", process: "filament", bedMm: [220, 220, 250], marginMm: 5, nozzleMm: 0.4, layerMm: 0.2, walls: 3, topBottomMm: 0.8, infillShare: 0.15, wallSpeed: 60, infillSpeed: 90, travelSpeed: 150, firstLayerSpeed: 20, acceleration: 1500, flowLimit: 11, minimumLayerSeconds: 8, warmUpMinutes: 6, watts: 120 },
    { id: "r", name: "Vat", process: "resin", bedMm: [143, 89, 165], marginMm: 4, pixelMm: 0.035, layerMm: 0.05, exposureSeconds: 2.5, bottomLayers: 5, bottomExposureSeconds: 25, transitionLayers: 5, restSeconds: 1, liftMm: 6, liftSpeed: 1.5, retractSpeed: 3, antiAliasing: true, watts: 50 },
  ],
  materials: [{ id: "m", name: "Grey", process: "filament", family: "PLA", densityGPerCm3: 1.24, pricePerKg: 2000 }],
  log: [{ id: "l", kind: "run", key: "f", what: "wall", at: AT, sceneId: "s", estimatedMinutes: 60, actualMinutes: 66, outcome: "good", cause: "", note: "", simulated: false }],
};

async function asFirst(name: string): Promise<void> {
  const old = new Dexie(name);
  const ids = ["scenes", "printers", "materials", "paints", "recipes", "stock", "settings", "plans", "meshes"].map((t) => [t, "id"]), of = ["parts", "joints", "grounds", "records", "timers"].map((t) => [t, "id, sceneId"]);
  old.version(1).stores(Object.fromEntries([...ids, ...of, ["log", "id, at"], ["measurements", "meshId"], ["journal", "++seq, undone"]]) as Record<string, string>);
  await old.open();
  for (const [table, rows] of Object.entries(first)) await old.table(table).bulkPut(rows);
  old.close();
}

describe("rows of the first version", () => {
  it("are filled up where they are kept, and nothing of them is lost", async () => {
    await asFirst("upgraded");
    const db = openDatabase("upgraded");
    for (const [table, rows] of Object.entries(first)) for (const row of rows) expect(await db.table(table).get(row.id)).toMatchObject(JSON.parse(JSON.stringify(row, (k, v: unknown) => (k === "hollow" || k === "origin" ? undefined : v))) as object);
    const part = (await db.parts.get("p"))!;
    expect(part).toMatchObject({ copies: [], pose: null, pieceOf: null, spares: 0, hollow: { wallMm: 2, drains: 1, holes: [] }, origin: { fileName: "wall.stl", licence: "" } });
    expect((await db.printers.get("f"))!.setupMinutes).toBeGreaterThan(0);
    expect((await db.materials.get("m"))!.damp).toBe(false);
    const plan = makePlan((await getPlanInput("s", { today: "2026-03-02", minute: 0, ms: 0 }, db))!, [], planMemory());
    expect(plan.parts).toHaveLength(1);
    db.close();
  });
  it("come in from an archive of that version, the same as if they had been kept", async () => {
    const bytes = writeZip({ "archive.json": new TextEncoder().encode(JSON.stringify({ format: "inch-hollow", version: 1, tables: first, meshes: [] })) });
    const db = freshDatabase(), outcome = await importArchive(bytes, "replace", AT, db);
    expect(outcome.ok ? [] : outcome.problems.map((p) => `${p.path.join("/")} ${p.message}`)).toEqual([]);
    await asFirst("upgraded-2");
    const kept = openDatabase("upgraded-2");
    for (const table of tableNames) expect(await db.table(table).toArray()).toEqual(await kept.table(table).toArray());
    kept.close();
  });
  it("leave as today's version, and come back from it unchanged", async () => {
    const db = freshDatabase();
    await importArchive(writeZip({ "archive.json": new TextEncoder().encode(JSON.stringify({ format: "inch-hollow", version: 1, tables: first, meshes: [] })) }), "replace", AT, db);
    const out = await exportArchive(db), zip = readZip(out, () => true);
    expect(zip.ok && (JSON.parse(new TextDecoder().decode(zip.value.get("archive.json"))) as { version: number }).version).toBe(4);
    const again = freshDatabase();
    await importArchive(out, "replace", AT, again);
    expect(await exportArchive(again)).toEqual(out);
  });
});
