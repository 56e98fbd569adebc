import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { readZip, writeZip } from "#core/formats/zip";
import { readArchive } from "#data/archiveIn";
import { exportArchive } from "#data/archiveOut";
import type { Database } from "#data/db";
import { tableNames } from "#data/rows";
import { undoLabel, undoLast, write } from "#data/journal";
import { contentId } from "#core/mesh/contentId";
import { loadMeasurements, loadMesh } from "#data/meshes";
import { createScene, deleteScene, duplicateScene, getSceneRows, listScenes, patchRow } from "#data/scenes";
import { freshDatabase, importArchive, testPart, testScene } from "#data/testing";
import { getPlanInput, usualHours } from "#data/workshop";

const AT = "2026-03-02T20:00";

async function filled(): Promise<Database> {
  const db = freshDatabase();
  const { corners } = soupOf(sphere(5, 8, 10));
  const id = await contentId(corners);
  const meshes = [{ id, name: "ball", corners, measurement: measureMesh({ corners }).measurement }];
  await write(
    "fill",
    [
      { table: "scenes", put: testScene() },
      { table: "parts", put: testPart({ meshId: id }) },
      {
        table: "parts",
        put: testPart({ id: "part-2", name: "gate", size: { boxMm: [10, 2, 30] }, made: "by hand" }),
      },
      { table: "settings", put: usualHours },
    ],
    AT,
    db,
    { meshes },
  );
  return db;
}

const everything = async (db: Database) =>
  Object.fromEntries(
    await Promise.all(tableNames.map(async (t) => [t, await db.table(t).toArray()] as const)),
  );

describe("write and undo", () => {
  it("takes back every kind of change, the last one first", async () => {
    const db = await filled();
    const before = await everything(db);
    await write("rename", [{ table: "scenes", put: testScene({ name: "Other" }) }], AT, db);
    await write("drop a part", [{ table: "parts", remove: "part-1" }], AT, db);
    await write("add a part", [{ table: "parts", put: testPart({ id: "part-3" }) }], AT, db);
    expect(await undoLabel(db)).toBe("add a part");
    expect(await undoLast(db)).toBe("add a part");
    expect(await undoLast(db)).toBe("drop a part");
    expect(await undoLast(db)).toBe("rename");
    expect(await everything(db)).toEqual(before);
  });
  it("has nothing to take back at first", async () => {
    expect(await undoLast(freshDatabase())).toBeNull();
  });
});

describe("scenes", () => {
  it("are made from what was typed", async () => {
    const db = freshDatabase();
    const made = await createScene(
      { name: " Ferry stage ", ratio: "1/4 in/ft", viewing: "2 ft", today: "2026-03-02", now: AT },
      db,
    );
    expect(made.ok && made.value).toMatchObject({ name: "Ferry stage", denominator: 48 });
    expect(made.ok && made.value.viewingDistanceMm).toBeCloseTo(609.6, 9);
    expect((await listScenes(db)).length).toBe(1);
  });
  it("may set others aside in the same step, and one undo brings both back", async () => {
    const db = freshDatabase();
    await db.scenes.bulkPut([
      testScene({ id: "sample" }),
      testScene({ id: "left", aside: true }),
      testScene({ id: "mine" }),
    ]);
    const before = await listScenes(db);
    const made = await createScene(
      {
        name: "Own",
        ratio: "1:72",
        viewing: "60 cm",
        today: "2026-03-02",
        now: AT,
        setAside: ["sample", "left", "gone"],
      },
      db,
    );
    expect(made.ok).toBe(true);
    expect(
      Object.fromEntries((await listScenes(db)).map((s) => [s.name === "Own" ? "own" : s.id, s.aside])),
    ).toEqual({ sample: true, left: true, mine: false, own: false });
    expect(await undoLast(db)).toBe("New scene Own");
    expect(await listScenes(db)).toEqual(before);
  });
  it.each([
    ["name", { name: "  " }],
    ["ratio", { ratio: "1:0" }],
    ["ratio", { ratio: "-72" }],
    ["viewing", { viewing: "0 m" }],
    ["viewing", { viewing: "12 parsec" }],
  ])("refuse a bad %s and write nothing", async (field, bad) => {
    const db = freshDatabase();
    const made = await createScene(
      { name: "x", ratio: "1:72", viewing: "60 cm", today: "2026-03-02", now: AT, ...bad },
      db,
    );
    expect(made.ok).toBe(false);
    if (!made.ok) expect(made.problems[0]!.path).toEqual([field]);
    expect(await listScenes(db)).toEqual([]);
  });
  it("come back whole after they were deleted", async () => {
    const db = await filled();
    const before = await everything(db);
    await deleteScene("scene-1", AT, db);
    expect(await getSceneRows("scene-1", db)).toBeNull();
    expect(await db.parts.count()).toBe(0);
    expect(await undoLast(db)).toBe("Delete the scene Trial");
    expect(await everything(db)).toEqual(before);
  });
  it("are duplicated with parts of their own", async () => {
    const db = await filled();
    const spot = { id: "lining", name: "lining", lab: { l: 40, a: 40, b: 20 }, done: true };
    await db.parts.update("part-1", { spots: [spot] });
    const copy = await duplicateScene("scene-1", AT, db);
    const rows = (await getSceneRows(copy.ok ? copy.value.id : "", db))!;
    expect(rows.parts.map((p) => p.name).sort()).toEqual(["gate", "wall"]);
    expect(rows.parts.every((p) => p.id !== "part-1" && p.id !== "part-2")).toBe(true);
    // A copy is not painted yet.
    expect(rows.parts.flatMap((p) => p.spots ?? [])).toEqual([{ ...spot, done: false }]);
  });
  it("refuse a patch of the wrong shape, and write nothing", async () => {
    const db = await filled();
    const before = await everything(db);
    for (const patch of [
      { count: 0 },
      { count: 1.5 },
      { size: { unitMm: 0 } },
      { size: { boxMm: [1, 2] as unknown as [number, number, number] } },
    ]) {
      const outcome = await patchRow("parts", "part-1", patch, "patch", AT, db);
      expect(outcome.ok).toBe(false);
    }
    expect(await everything(db)).toEqual(before);
    expect((await patchRow("parts", "gone", {}, "patch", AT, db)).ok).toBe(false);
  });
  it("lose neither of two changes made at once, and take back one after the other", async () => {
    const db = await filled();
    const before = await everything(db);
    await Promise.all([
      patchRow("parts", "part-1", { note: "from one tab" }, "one", AT, db),
      patchRow("parts", "part-1", { print: { spares: 3 } }, "two", AT, db),
    ]);
    expect(await db.parts.get("part-1")).toMatchObject({ note: "from one tab", print: { spares: 3 } });
    await undoLast(db);
    await undoLast(db);
    expect(await everything(db)).toEqual(before);
  });
});

describe("meshes", () => {
  it("are kept by content, bit by bit, with their measurement", async () => {
    const db = freshDatabase();
    const soup = soupOf(box(1, 2, 3));
    const id = await contentId(soup.corners);
    const mesh = { id, name: "box", corners: soup.corners, measurement: measureMesh(soup).measurement };
    await write("keep", [{ table: "scenes", put: testScene() }], AT, db, { meshes: [mesh] });
    expect((await loadMesh(id, db))!.corners).toEqual(soup.corners);
    expect((await loadMeasurements([id], db)).get(id)!.volume).toBeCloseTo(6, 6);
    await db.measurements.update(id, { version: -1 });
    expect((await loadMeasurements([id], db)).size).toBe(0);
    expect(await loadMesh("gone", db)).toBeNull();
  });
});

describe("archive", () => {
  it("restores exactly, into an empty browser and over another's rows", async () => {
    const db = await filled();
    const bytes = await exportArchive(db);
    for (const other of [freshDatabase(), await filled()]) {
      await write("stray", [{ table: "scenes", put: testScene({ id: "stray" }) }], AT, other);
      const outcome = await importArchive(bytes, "replace", AT, other);
      expect(outcome.ok && outcome.value.scenes).toBe(1);
      expect(await everything(other)).toEqual(await everything(db));
      expect(await exportArchive(other)).toEqual(bytes);
      expect(
        (await getPlanInput("scene-1", { today: "2026-03-02", minute: 0, ms: 0 }, other))!.parts.length,
      ).toBe(2);
    }
  });
  it("adds beside what is there, and one undo takes the rows back", async () => {
    const bytes = await exportArchive(await filled());
    const db = freshDatabase();
    await write("mine", [{ table: "scenes", put: testScene({ id: "mine" }) }], AT, db);
    await importArchive(bytes, "add", AT, db);
    expect((await listScenes(db)).map((s) => s.id).sort()).toEqual(["mine", "scene-1"]);
    expect(await undoLast(db)).toBe("Import of an archive");
    expect((await listScenes(db)).map((s) => s.id)).toEqual(["mine"]);
  });

  const tampered = async (change: (archive: Record<string, never>) => void, drop?: RegExp) => {
    const zip = readZip(await exportArchive(await filled()), () => true);
    if (!zip.ok) throw new Error("must unpack");
    const files = Object.fromEntries([...zip.value].filter(([name]) => !drop?.test(name)));
    const archive = JSON.parse(new TextDecoder().decode(files["archive.json"])) as Record<string, never>;
    change(archive);
    return writeZip({ ...files, "archive.json": new TextEncoder().encode(JSON.stringify(archive)) });
  };
  type Loose = {
    version: number;
    tables: { scenes: Record<string, unknown>[]; parts: Record<string, unknown>[] };
  };
  it.each<[string, (a: Loose) => void, RegExp | undefined, string]>([
    [
      "a newer version",
      (a) => {
        a.version = 99;
      },
      undefined,
      "version",
    ],
    [
      "a ratio of zero",
      (a) => {
        a.tables.scenes[0]!.denominator = 0;
      },
      undefined,
      "tables/scenes/1",
    ],
    [
      "a count that is text",
      (a) => {
        a.tables.parts[1]!.count = "many";
      },
      undefined,
      "tables/parts/2",
    ],
    [
      "a part of no scene",
      (a) => {
        a.tables.parts[0]!.sceneId = "nowhere";
      },
      undefined,
      "tables/parts/1",
    ],
    [
      "an id that stands twice",
      (a) => {
        a.tables.parts[1]!.id = "part-1";
      },
      undefined,
      "tables/parts/2",
    ],
    ["a mesh that is missing", () => undefined, /\.stl$/, "tables/parts/1"],
  ])("refuses %s by its path and writes nothing", async (_, change, drop, path) => {
    const bytes = await tampered(change as never, drop);
    const db = await filled();
    const before = await everything(db);
    const outcome = await importArchive(bytes, "replace", AT, db);
    expect(outcome.ok).toBe(false);
    if (!outcome.ok) {
      expect(outcome.problems.map((p) => p.path.join("/"))).toContain(path);
      expect(outcome.problems[0]!.message).toMatch(/\.$/);
    }
    expect(await everything(db)).toEqual(before);
  });
  it("refuses what is no archive at all", async () => {
    for (const bytes of [
      new Uint8Array(0),
      new TextEncoder().encode("hello"),
      writeZip({ "a.txt": new Uint8Array(3) }),
      writeZip({ "archive.json": new TextEncoder().encode("{") }),
      writeZip({ "archive.json": new TextEncoder().encode("{}") }),
    ]) {
      expect((await readArchive(bytes)).ok).toBe(false);
    }
  });
});
