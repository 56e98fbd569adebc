import { beforeEach, describe, expect, it } from "vitest";
import { contentId } from "#core/mesh/contentId";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { exportArchive } from "#data/archiveOut";
import { collectMeshes, forgetUndo, meshRoom } from "#data/collectMeshes";
import type { Database } from "#data/db";
import type { Op } from "#data/rows";
import { undoLast, write } from "#data/journal";
import type { NewMesh } from "#data/meshes";
import { deleteScene } from "#data/scenes";
import { freshDatabase, importArchive, testPart, testScene } from "#data/testing";

const AT = "2026-03-02T20:00";
let db: Database;
let a: NewMesh;
let b: NewMesh;

async function meshOf(name: string, size: number): Promise<NewMesh> {
  const { corners } = soupOf(box(size, 2, 3));
  return { id: await contentId(corners), name, corners, measurement: measureMesh({ corners }).measurement };
}
const part = (id: string, meshId: string, given: object = {}): Op => ({
  table: "parts",
  put: testPart({ id, meshId, ...given }),
});
const names = async () => (await db.meshes.toArray()).map((m) => m.name).sort();

beforeEach(async () => {
  db = freshDatabase();
  [a, b] = [await meshOf("a", 1), await meshOf("b", 2)];
  await write("scene", [{ table: "scenes", put: testScene() }], AT, db);
});

describe("meshes", () => {
  it("stay for as long as a row needs them, also as an earlier file of it", async () => {
    const version = {
      id: "v",
      meshId: b.id,
      fileName: "",
      at: AT,
      change: "",
      flaw: "f",
      corrected: false,
      trialCopies: 0,
      saidBy: "",
    };
    await write("parts", [part("p", a.id, { history: { versions: [version] } })], AT, db, { meshes: [a, b] });
    expect(await collectMeshes(db)).toBe(0);
    expect(await names()).toEqual(["a", "b"]);
  });
  it("of a deleted scene stay while undo could bring it back, and go when it no longer can", async () => {
    await write("parts", [part("p", a.id)], AT, db, { meshes: [a] });
    await deleteScene("scene-1", AT, db);
    expect(await collectMeshes(db)).toBe(0);
    expect(await meshRoom(db)).toEqual({ allBytes: 12 * 36, undoBytes: 12 * 36 });
    expect(await undoLast(db)).toBe("Delete the scene Trial");
    expect(await meshRoom(db)).toEqual({ allBytes: 12 * 36, undoBytes: 0 });
    await deleteScene("scene-1", AT, db);
    // Two hundred changes later undo does not reach that far.
    await write("other", [{ table: "scenes", put: testScene({ id: "other" }) }], AT, db);
    for (let i = 0; i < 200; i++)
      await write(`rename ${i}`, [{ table: "scenes", id: "other", patch: { name: `n${i}` } }], AT, db);
    expect(await collectMeshes(db)).toBe(1);
    expect([await names(), await db.measurements.count()]).toEqual([[], 0]);
  });
  it("that only undo needs go when undo is forgotten, and the count of changes goes on", async () => {
    await write("parts", [part("p", a.id), part("q", b.id)], AT, db, { meshes: [a, b] });
    await write("drop", [{ table: "parts", remove: "p" }], AT, db);
    const last = (await db.journal.orderBy("seq").last())!.seq;
    expect(await forgetUndo(db)).toBe(1);
    expect(await names()).toEqual(["b"]);
    expect(await undoLast(db)).toBeNull();
    expect((await db.journal.orderBy("seq").last())!.seq).toBe(last);
  });
  it("take what was measured and worked out on them along, however they lie, and leave that of others", async () => {
    await write("parts", [part("p", a.id), part("q", b.id)], AT, db, { meshes: [a, b] });
    const measurement = a.measurement!;
    for (const id of [a.id, b.id]) {
      await db.measurements.put({ meshId: `${id}@0,0,-1,90.00`, version: 1, measurement });
      await db.results.put({ key: `${id} wall`, meshId: id, value: { kind: "work" } as never });
    }
    await write("drop", [{ table: "parts", remove: "p" }], AT, db);
    await forgetUndo(db);
    expect((await db.measurements.toCollection().primaryKeys()).every((key) => key.startsWith(b.id))).toBe(
      true,
    );
    expect(await db.measurements.count()).toBe(2);
    expect((await db.results.toArray()).map((r) => r.meshId)).toEqual([b.id]);
  });
  it("of rows that are kept aside stay, and go along with an archive; those of undo do not", async () => {
    const aside: Op = {
      table: "unplaced",
      put: {
        id: "parts x 3",
        table: "parts",
        version: 3,
        name: "x",
        why: "",
        row: { id: "x", meshId: a.id },
      },
    };
    await write("aside", [aside, part("q", b.id)], AT, db, { meshes: [a, b] });
    await write("drop", [{ table: "parts", remove: "q" }], AT, db);
    expect(await collectMeshes(db)).toBe(0);
    const again = freshDatabase();
    await importArchive(await exportArchive(db), "replace", AT, again);
    expect((await again.meshes.toArray()).map((m) => m.name)).toEqual(["a"]);
  });
});
