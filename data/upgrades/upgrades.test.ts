import { printOf } from "#core/scene/part";
import { readFile } from "node:fs/promises";
import { createHash } from "node:crypto";
import Dexie from "dexie";
import { describe, expect, it } from "vitest";
import { readZip } from "#core/formats/zip";
import { makePlan } from "#core/plan/plan";
import { planMemory } from "#core/plan/planMemory";
import { readArchive, type ReadArchive } from "#data/archiveIn";
import { exportArchive } from "#data/archiveOut";
import { openDatabase } from "#data/db";
import { tableNames, type UnplacedRow } from "#data/rows";
import { undoLast } from "#data/journal";
import { freshDatabase, importArchive } from "#data/testing";
import { DATA_VERSION, upgraded, upgrades } from "#data/upgrades/upgraded";
import { from6 } from "#data/upgrades/6-to-7";
import { from8 } from "#data/upgrades/8-to-9";
import type { LooseRow, LooseTables } from "#data/upgrades/upgrade";
import { getPlanInput } from "#data/workshop";

const AT = "2026-03-02T20:00";
const samples = ["1", "2", "3-early", "3", "4-early", "4", "5", "6", "7", "8", "9", "10", "11"] as const;
type Json = { version: number; tables: Record<string, LooseRow[]> };

const bytesOf = (name: string) => readFile(`tests/corpus/archives/version-${name}.zip`);
async function jsonOf(name: string): Promise<Json> {
  const zip = readZip(await bytesOf(name), (entry) => entry === "archive.json");
  if (!zip.ok) throw new Error("must unpack");
  return JSON.parse(new TextDecoder().decode(zip.value.get("archive.json"))) as Json;
}

/** Tables as the database of a version had them. */
const stores: readonly Record<string, string>[] = [
  {
    ...Object.fromEntries(
      ["scenes", "printers", "materials", "paints", "recipes", "stock", "settings", "plans", "meshes"].map(
        (t) => [t, "id"],
      ),
    ),
    ...Object.fromEntries(["parts", "joints", "grounds", "records", "timers"].map((t) => [t, "id, sceneId"])),
    log: "id, at",
    measurements: "meshId",
    journal: "++seq, undone",
  },
  { ledger: "id, sceneId", features: "id" },
  {
    layouts: "id, sceneId",
    runs: "id, sceneId",
    gcodes: "id, sceneId",
    coupons: "id",
    printRecipes: "id",
    results: "key, meshId",
  },
  { notes: "id, sceneId" },
  { unplaced: "id", local: "key" },
  {},
  {},
  { drawings: "id, sceneId" },
  { zoneMaps: "id, sceneId" },
  { pins: "id, sceneId", looks: "id, at" },
  { sequences: "id" },
];

/** A database as a version left it, with a change that can be taken back. */
async function asKept(
  dbName: string,
  { version, tables }: Json,
  inverse: readonly unknown[] = [],
): Promise<void> {
  const { meshes } = ((await readArchive(await bytesOf("4"))) as { value: ReadArchive }).value;
  const old = new Dexie(dbName);
  for (let v = 1; v <= version; v++) old.version(v).stores(stores[v - 1]!);
  await old.open();
  for (const [table, rows] of Object.entries(tables)) await old.table(table).bulkPut(rows);
  for (const { id, name, corners } of meshes) {
    await old
      .table("meshes")
      .put({ id, name, triangles: 12, corners: new Blob([corners as Float32Array<ArrayBuffer>]) });
  }
  await old.table("journal").add({ label: "something", at: AT, inverse, undone: 0 });
  old.close();
}

const everything = async (db: ReturnType<typeof freshDatabase>) =>
  Object.fromEntries(
    await Promise.all(tableNames.map(async (t) => [t, await db.table(t).toArray()] as const)),
  );

/**
 * What each version added to a row that did not say it, field by field; written down here once more and by
 * hand.
 */
const added: readonly { version: number; table: string; fields: (row: LooseRow) => LooseRow }[] = [
  {
    version: 2,
    table: "parts",
    fields: () => ({
      tier: null,
      ownFactor: 1,
      copies: [],
      versions: [],
      listing: null,
      cutPieces: [],
      otherWays: null,
    }),
  },
  {
    version: 3,
    table: "parts",
    fields: () => ({
      pose: null,
      raised: null,
      front: null,
      infillBands: [],
      use: null,
      materialId: null,
      recipeId: null,
      setsSizes: false,
      spares: 0,
      pieceOf: null,
    }),
  },
  { version: 3, table: "scenes", fields: () => ({ laySchool: null, aside: false }) },
  { version: 3, table: "materials", fields: () => ({ colour: null, damp: false }) },
  { version: 3, table: "log", fields: () => ({ materialId: null, settings: {} }) },
  {
    version: 3,
    table: "printers",
    fields: (row) => ({
      plate: "flexible",
      noiseDb: 50,
      priceMinor: 0,
      lifeHours: 2000,
      setupMinutes: 10,
      ...(row.process === "resin"
        ? { clearMinutes: 20, slowLiftMm: 0, slowLiftSpeed: 1 }
        : {
            clearMinutes: 10,
            cornerMm: 0.02,
            retractSeconds: 0.1,
            skirtLoops: 1,
            brimMm: 0,
            supportShare: 0.15,
            longestBridgeMm: 12,
          }),
    }),
  },
  { version: 4, table: "scenes", fields: () => ({ orderChanges: [], setAside: [], orderSchools: {} }) },
  { version: 4, table: "records", fields: () => ({ pieces: null }) },
  { version: 5, table: "scenes", fields: () => ({ theme: "clean" }) },
  { version: 6, table: "parts", fields: () => ({ madeOf: null }) },
  { version: 6, table: "paints", fields: () => ({ thinner: null }) },
];

/** What version 6 calls otherwise, of what stands in the samples; written down by hand. */
const renamed: Readonly<Record<string, string>> = {
  "filler primer, solvent": "filler primer can",
  "water acrylic, brushed": "acrylic",
  "matte varnish, solvent spray": "matte varnish can",
};
const called = (name: unknown) => renamed[name as string] ?? name;
const calledSo = ({ family, ...row }: LooseRow): LooseRow => ({ ...row, product: called(family) });
const version6: Readonly<Record<string, (row: LooseRow) => LooseRow>> = {
  paints: calledSo,
  parts: (row) => ({
    ...row,
    scheme: (row.scheme as LooseRow[]).map(calledSo),
    // A strip of lime is no word that was known.
    ...("cutPieces" in row
      ? { cutPieces: (row.cutPieces as LooseRow[]).map((c) => ({ ...c, madeOf: null })) }
      : {}),
  }),
  grounds: (row) => ({ ...row, flock: row.flock === true ? "sprinkled" : "none" }),
  materials: ({ family, ...row }) =>
    family === "standard resin"
      ? { ...row, plastic: "resin", name: `${row.name as string} (standard resin)` }
      : { ...row, plastic: family },
  settings: (row) => {
    const rooms = row.rooms as LooseRow | undefined;
    if (!rooms?.productTimes) return row;
    const times = Object.entries(rooms.productTimes as LooseRow).map(([name, own]) => [called(name), own]);
    return { ...row, rooms: { ...rooms, productTimes: Object.fromEntries(times) as LooseRow } };
  },
};
const asNow = (version: number, table: string, row: LooseRow): LooseRow =>
  version < 6 && version6[table] ? version6[table](row) : row;

/** A layer is laid with a mix or with a pot since version 7. */
const colourOf = ({ recipeId, paintId, ...layer }: LooseRow): LooseRow => ({
  ...layer,
  colour: recipeId ? { kind: "recipe", id: recipeId } : paintId ? { kind: "paint", id: paintId } : null,
});
/** A part of version 6 as version 7 has it, written down by hand. */
function inSections(p: LooseRow): LooseRow {
  const printed = p.made === "printed" || p.made === "from pieces";
  return {
    ...{ id: p.id, sceneId: p.sceneId, name: p.name, note: p.note, count: p.count, tier: p.tier },
    ...{ setsSizes: p.setsSizes, meshId: p.meshId, origin: p.origin, listing: p.listing },
    ...{ otherWays: p.otherWays, made: p.made },
    scheme: (p.scheme as LooseRow[]).map(colourOf),
    size: {
      ...{ source: p.source, unitMm: p.unitMm, unitSure: p.unitSure, features: p.features },
      ...{ ownFactor: p.ownFactor, boxMm: p.sizeMm },
    },
    finish: { school: p.surfaceSchool, front: p.front },
    place: { placements: p.placements, lamp: p.lamp },
    history: { copies: p.copies, versions: p.versions },
    ...(printed
      ? {
          print: {
            ...{ process: p.process, printerId: p.printerId, materialId: p.materialId },
            ...{ printRecipeId: p.recipeId, hollow: p.hollow, clear: p.clear, spans: p.spans },
            ...{ pose: p.pose, raised: p.raised, infillBands: p.infillBands, use: p.use },
            ...{ spares: p.spares, pieceOf: p.pieceOf },
          },
        }
      : { madeOf: p.madeOf }),
    ...(p.made === "by hand" ? { cutPieces: p.cutPieces } : {}),
  };
}

/** A part of version 7 or 8 as version 9 has it, written down by hand. */
function withOneZone({ scheme, finish, ...rest }: LooseRow): LooseRow {
  const { school, front, bare } = finish as LooseRow;
  const zone = {
    number: 0,
    name: "whole",
    meaning: bare === true ? "bare" : null,
    areaCm2: null,
    school,
    scheme,
  };
  return { ...rest, finish: { front }, zones: [zone] };
}

describe.each(samples)("an archive of version %s", (name) => {
  it("comes in whole: every field that was there is there, and every field that came later is as it was decided then", async () => {
    const json = await jsonOf(name);
    const db = freshDatabase();
    const outcome = await importArchive(await bytesOf(name), "replace", AT, db);
    expect(outcome.ok ? [] : outcome.problems).toEqual([]);
    for (const [table, rows] of Object.entries(json.tables)) {
      if (table === "plans" && json.version < 4) continue;
      for (const written of rows) {
        const carried = asNow(json.version, table, written);
        const later = added
          .filter((a) => a.table === table && a.version > json.version)
          .map((a) => a.fields(carried));
        const sectioned =
          table === "parts" && json.version < 7
            ? inSections(Object.assign({}, ...later, carried) as LooseRow)
            : carried;
        const row = table === "parts" && json.version < 9 ? withOneZone(sectioned) : sectioned;
        const kept = (await db.table(table).get(row.id as string)) as LooseRow;
        expect(kept, `${table} ${String(row.id)}`).toMatchObject(row);
        if (table === "parts") {
          // Not a field more than was there.
          expect(Object.keys(kept).sort(), `${table} ${String(row.id)}`).toEqual(Object.keys(row).sort());
          continue;
        }
        const known = [row, ...later].flatMap((fields) => Object.keys(fields));
        for (const fields of later)
          for (const [key, value] of Object.entries(fields))
            if (!(key in row)) expect(kept[key], key).toEqual(value);
        // A field that nobody spoke of is a field that was made up.
        expect(
          Object.keys(kept).filter((key) => !known.includes(key)),
          `${table} ${String(row.id)}`,
        ).toEqual([]);
      }
      expect(await db.table(table).count(), table).toBe(rows.length);
    }
    const hollow = printOf((await db.parts.get("wall"))!).hollow!;
    expect(hollow).toEqual({
      wallMm: 2.2,
      drains: 2,
      holes: json.version < 3 ? [] : [{ at: [1, 2, 0], inward: [0, 0, 1], radiusMm: 1.25 }],
    });
    const { origin } = (await db.parts.get("wall"))!;
    expect(origin).toMatchObject({
      nativeScale: json.version < 2 ? "" : "1:56",
      priceMinor: json.version < 2 ? null : 350,
    });
  });
  it("keeps aside, under its name, what there is no place for, and drops nothing", async () => {
    const json = await jsonOf(name);
    const db = freshDatabase();
    await importArchive(await bytesOf(name), "replace", AT, db);
    const aside = await db.unplaced.toArray();
    if (json.version >= 4) expect(aside).toEqual((json.tables.unplaced ?? []) as unknown as UnplacedRow[]);
    else {
      expect(aside).toMatchObject([{ table: "plans", name: "eel-house", row: json.tables.plans![0] }]);
      expect(aside[0]!.why).toMatch(/Accept the plan on the order page again\.$/);
    }
  });
  it("brings only the meshes that a row still needs", async () => {
    const db = freshDatabase();
    await importArchive(await bytesOf(name), "replace", AT, db);
    const names = (await db.meshes.toArray()).map((m) => m.name).sort();
    // The first file of the wall is named by its versions, which version 1 did not keep.
    expect(names).toEqual(
      name === "1" ? ["wall", "wall, piece 1"] : ["wall", "wall, first file", "wall, piece 1"],
    );
  });
  it("makes the same rows as the database of that version, opened by this one", async () => {
    const json = await jsonOf(name);
    if (json.version === DATA_VERSION) return;
    const db = freshDatabase();
    await importArchive(await bytesOf(name), "replace", AT, db);
    await asKept(`kept-${name}`, json);
    const kept = openDatabase(`kept-${name}`);
    expect(await everything(kept)).toEqual(await everything(db));
    kept.close();
  });
  it("leaves as today's version, comes back from it unchanged, and can be planned", async () => {
    const db = freshDatabase();
    await importArchive(await bytesOf(name), "replace", AT, db);
    const out = await exportArchive(db);
    const read = await readArchive(out);
    expect(read.ok && read.value.reading).toMatchObject({ version: DATA_VERSION, bad: [] });
    const again = freshDatabase();
    await importArchive(out, "replace", AT, again);
    expect(await exportArchive(again)).toEqual(out);
    const input = (await getPlanInput("eel-house", { today: "2026-02-03", minute: 0, ms: 0 }, db))!;
    expect(makePlan(input, [], planMemory()).parts.length).toBe(3);
  });
});

describe("a database of an older version", () => {
  it("brings along what undo puts back", async () => {
    const json = await jsonOf("1");
    const wall = json.tables.parts!.find((p) => p.id === "wall")!;
    const before = { ...wall, name: "Wall as it was" };
    await asKept("kept-undo", json, [
      { table: "parts", put: before },
      { table: "parts", remove: "lantern" },
    ]);
    const db = openDatabase("kept-undo");
    expect(await undoLast(db)).toBe("something");
    expect(await db.parts.get("wall")).toMatchObject({
      name: "Wall as it was",
      history: { copies: [] },
      print: { pose: null, hollow: { holes: [] } },
    });
    expect(await db.parts.get("lantern")).toBeUndefined();
    db.close();
  });
  it("cannot take back what there is no place for, nor anything before it", async () => {
    const json = await jsonOf("3");
    await asKept("kept-lost", json, [{ table: "plans", put: json.tables.plans![0] }]);
    const db = openDatabase("kept-lost");
    expect(await undoLast(db)).toBeNull();
    db.close();
  });
  it("keeps rows that were never right: mended where that has one answer, aside otherwise, and always as they were", async () => {
    const json = await jsonOf("4");
    const [scene] = json.tables.scenes!;
    const [part] = json.tables.parts!;
    const [gcode] = json.tables.gcodes!;
    json.tables.parts!.push(
      { ...part, id: "nameless", name: "" },
      { ...part, id: "halves", count: 2.6 },
      { ...part, id: "no-unit", unitMm: 0 },
    );
    json.tables.scenes!.push({ ...scene, id: "flat", name: "Flat", denominator: 0 });
    json.tables.gcodes!.push({
      ...gcode,
      id: "endless",
      report: { ...(gcode!.report as object), minutes: Infinity },
    });
    await asKept("kept-wrong", json);
    const db = openDatabase("kept-wrong");
    expect(await db.parts.get("nameless")).toMatchObject({ name: "without a name" });
    expect(await db.parts.get("halves")).toMatchObject({ count: 3 });
    expect(await db.parts.get("no-unit")).toBeUndefined();
    const aside = await db.unplaced.toArray();
    expect(aside.map((a) => [a.table, a.row.id, /was mended/.test(a.why)]).sort()).toEqual([
      ["gcodes", "endless", false],
      ["parts", "halves", true],
      ["parts", "nameless", true],
      ["parts", "no-unit", false],
      ["scenes", "flat", false],
    ]);
    expect(aside.find((a) => a.row.id === "halves")!.row.count).toBe(2.6);
    expect(aside.find((a) => a.row.id === "endless")!.row.report).toMatchObject({ minutes: "Infinity" });
    const again = freshDatabase();
    expect((await importArchive(await exportArchive(db), "replace", AT, again)).ok).toBe(true);
    expect(await everything(again)).toEqual(await everything(db));
    db.close();
  });
});

describe("upgrades", () => {
  it("lead from every version to the next, without a gap", () => {
    expect(upgrades.map((u) => u.from)).toEqual(Array.from({ length: DATA_VERSION - 1 }, (_, i) => i + 1));
  });
  it("change nothing that they are given", async () => {
    const { tables } = await jsonOf("1");
    const before = structuredClone(tables);
    upgraded(tables, 1);
    expect(tables).toEqual(before);
  });
  it("do nothing twice: rows of a version stay as they are", async () => {
    let tables = (await jsonOf("1")).tables as LooseTables;
    for (const upgrade of upgrades) {
      tables = { ...tables, ...upgrade.carry(tables).tables };
      // Accepted plans of version 3 are kept aside, and are then no more to be read.
      if (upgrade.from === 3) continue;
      expect({ ...tables, ...upgrade.carry(tables).tables }, `from ${upgrade.from}`).toEqual(tables);
    }
  });
  it("give what was decided for a part to its one zone, and leave what stays bare bare", () => {
    const carry = (row: LooseRow) => from8.carry({ parts: [row] }).tables.parts![0]!;
    const layer = { id: "l", kind: "primer" };
    const old = { id: "wall", finish: { school: "bury", front: [0, 1, 0] }, scheme: [layer] };
    expect(carry(old)).toEqual({
      id: "wall",
      finish: { front: [0, 1, 0] },
      zones: [{ number: 0, name: "whole", meaning: null, areaCm2: null, school: "bury", scheme: [layer] }],
    });
    expect(
      carry({ id: "post", finish: { school: null, front: null, bare: true }, scheme: [] }),
    ).toMatchObject({
      zones: [{ meaning: "bare", scheme: [] }],
    });
  });
  it("make what could not be into what it was: no printing of what is bought, no states of copies that are no more", async () => {
    const json = await jsonOf("6");
    const wall = json.tables.parts!.find((p) => p.id === "wall")!;
    const [first] = wall.scheme as LooseRow[];
    const carry = (row: LooseRow) => from6.carry({ parts: [row] }).tables.parts![0]!;
    const bought = carry({ ...wall, made: "bought", madeOf: "brass" });
    expect(bought).toMatchObject({ made: "bought", madeOf: "brass" });
    expect(bought).not.toHaveProperty("print");
    expect(carry({ ...wall, count: 2, spares: 0, copies: ["printed", "spoilt", "in place"] })).toMatchObject({
      history: { copies: ["printed", "spoilt"] },
    });
    expect(carry({ ...wall, pieceOf: { partId: "wall", number: 1, of: 2 } })).toMatchObject({
      print: { pieceOf: null },
    });
    const both = carry({ ...wall, scheme: [{ ...first, recipeId: "mix", paintId: "pot" }] });
    expect((both.scheme as LooseRow[])[0]!.colour).toEqual({ kind: "recipe", id: "mix" });
  });
  it("stay as they were when their version was written", async () => {
    const frozen = {
      "1-to-2": "50089f913660",
      "2-to-3": "98d61f60930d",
      "3-to-4": "9d63c41a193d",
      "4-to-5": "45b911f6743e",
      "5-to-6": "d4e1836d0f83",
      "6-to-7": "921cb0e9a47b",
      "7-to-8": "70283d44b847",
      "8-to-9": "37fecdcd4a0a",
      "9-to-10": "167d4b8ac9a4",
      "10-to-11": "b8ca37ce551b",
      upgrade: "5a44f9e8c32a",
    };
    for (const [file, sum] of Object.entries(frozen)) {
      // White space and comments may be laid out anew; a word may not change.
      const text = (await readFile(`data/upgrades/${file}.ts`, "utf8"))
        .replaceAll(/\/\*[^]*?\*\//g, "")
        .replaceAll(/\/\/[^\n]*/g, "")
        .replaceAll(/[\s,]+/g, "");
      expect(createHash("sha256").update(text).digest("hex").slice(0, 12), file).toBe(sum);
    }
  });
});
