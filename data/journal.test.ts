import { describe, expect, it } from "vitest";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { contentId } from "#core/mesh/contentId";
import type { GcodeReport } from "#core/print/gcode";
import { testFilament } from "#core/print/testing";
import { exportArchive } from "#data/archiveOut";
import type { Database } from "#data/db";
import { type Op, tableNames } from "#data/rows";
import { undoLabel, undoLast, write } from "#data/journal";
import { freshDatabase, importArchive, testPart, testScene } from "#data/testing";

const AT = "2026-03-02T20:00";
const { corners } = soupOf(box(1, 2, 3));
const MESH = await contentId(corners);

async function withScene(): Promise<Database> {
  const db = freshDatabase();
  await write("scene", [{ table: "scenes", put: testScene() }], AT, db);
  return db;
}
const everything = async (db: Database) =>
  Object.fromEntries(
    await Promise.all(
      [...tableNames, "meshes", "journal"].map(async (t) => [t, await db.table(t).toArray()] as const),
    ),
  );
const part = (id: string, given: object = {}): Op => ({ table: "parts", put: testPart({ id, ...given }) });
const report: GcodeReport = {
  minutes: 10,
  filamentMm: 1,
  millilitres: 1,
  moves: 1,
  layers: 1,
  heightMm: 1,
  layerMm: 0.2,
  min: [0, 0, 0],
  max: [1, 1, 1],
  hottestNozzleC: null,
  hottestBedC: null,
  strange: 0,
  reported: { minutes: null, filamentMm: null, grams: null, layerMm: null, settings: {} },
};
const gcode = (minutes: number): Op => ({
  table: "gcodes",
  put: {
    id: "g",
    sceneId: "scene-1",
    printerId: "p",
    contents: "c",
    fileName: "a.gcode",
    report: { ...report, minutes },
  },
});

describe("the door", () => {
  it.each<[string, Op, string]>([
    ["a part without a name", part("p", { name: "" }), "name"],
    ["a name of white space", part("p", { name: "   " }), "name"],
    ["half a copy", part("p", { count: 1.5 }), "count"],
    ["no copies", part("p", { count: 0 }), "count"],
    ["a machine file that takes for ever", gcode(Infinity), "report/minutes"],
    ["a machine file that goes back in time", gcode(-3), "report/minutes"],
    ["a machine file of no number", gcode(Number.NaN), "report/minutes"],
    ["a layer of a kilometre", { table: "printers", put: { ...testFilament, layerMm: 1e9 } }, "layerMm"],
    ["a layer of a metre", { table: "printers", put: { ...testFilament, layerMm: 1000 } }, "layerMm"],
    ["a part of a scene that is not there", part("p", { sceneId: "elsewhere" }), "sceneId"],
    ["a part whose model is not there", part("p", { meshId: "f".repeat(32) }), "meshId"],
    [
      "a plan of a scene that is not there",
      {
        table: "plans",
        put: { id: "elsewhere", acceptedAt: AT, day: "2026-03-02", slots: {}, sequenceNumber: 1 },
      },
      "sceneId",
    ],
  ])(
    "refuses %s in a sentence that names the row and field, and lets nothing of the change through",
    async (_, wrong, field) => {
      const db = await withScene();
      const before = await everything(db);
      const outcome = await write("wrong", [part("right"), wrong], AT, db);
      expect(outcome.ok).toBe(false);
      if (!outcome.ok) {
        expect(outcome.problems[0]!.path.slice(2).join("/")).toBe(field);
        expect(outcome.problems[0]!.path.slice(0, 2)).toEqual([
          wrong.table,
          "put" in wrong ? wrong.put.id : "",
        ]);
        expect(outcome.problems[0]!.message).toMatch(/^[A-Z].*\.$/);
      }
      expect(await everything(db)).toEqual(before);
    },
  );
  it("looks at a change of some fields as at a whole row, and at what undo would put", async () => {
    const db = await withScene();
    await write("part", [part("p")], AT, db);
    const before = await everything(db);
    expect((await write("patch", [{ table: "parts", id: "p", patch: { count: -1 } }], AT, db)).ok).toBe(
      false,
    );
    expect(
      (await write("patch", [{ table: "parts", id: "p", patch: () => ({ name: "" }) }], AT, db)).ok,
    ).toBe(false);
    const afterUndo: Op[] = [part("q", { count: -1 })];
    expect((await write("undo", [part("p", { note: "n" })], AT, db, { afterUndo })).ok).toBe(false);
    expect(await everything(db)).toEqual(before);
  });
  it("keeps numbers and fields as an archive can carry them", async () => {
    const db = await withScene();
    const placed = [{ xMm: -0, yMm: 1e-300, turnDeg: 0 }];
    const extra = { place: { placements: placed }, nobodyKnows: 1 } as object;
    await write("odd", [part("p", { ...extra, name: "  wall " })], AT, db);
    const kept = (await db.parts.get("p"))!;
    expect(Object.is(kept.place.placements[0]!.xMm, 0)).toBe(true);
    expect(kept).not.toHaveProperty("nobodyKnows");
    expect(kept.name).toBe("wall");
    const again = freshDatabase();
    await importArchive(await exportArchive(db), "replace", AT, again);
    expect(await again.parts.get("p")).toEqual(kept);
  });
});

describe("changes of a row", () => {
  it("are made from the row as it stands, not as it was when somebody read it", async () => {
    const db = await withScene();
    await write("part", [part("p")], AT, db);
    const flaw = (id: string) => ({
      id,
      meshId: null,
      fileName: "",
      at: AT,
      change: id,
      flaw: "",
      corrected: true,
      trialCopies: 0,
      saidBy: "",
    });
    await Promise.all(
      ["a", "b", "c"].map((id) =>
        write(
          id,
          [
            {
              table: "parts",
              id: "p",
              patch: ({ history: { versions } }) => ({ history: { versions: [...versions, flaw(id)] } }),
            },
          ],
          AT,
          db,
        ),
      ),
    );
    expect((await db.parts.get("p"))!.history.versions.map((v) => v.id).sort()).toEqual(["a", "b", "c"]);
  });
  it("refuse a row that is gone, or pass it over where that was asked", async () => {
    const db = await withScene();
    const gone = await write(
      "gone",
      [part("p"), { table: "parts", id: "gone", patch: { note: "x" } }],
      AT,
      db,
    );
    expect(gone.ok || gone.problems[0]).toMatchObject({ code: "row/gone" });
    expect(await db.parts.count()).toBe(0);
    const passed = await write(
      "gone",
      [part("p"), { table: "parts", id: "gone", patch: { note: "x" }, ifThere: true }],
      AT,
      db,
    );
    expect(passed.ok && passed.value.rows.map((r) => r.id)).toEqual(["p"]);
  });
  it("that change nothing are nothing to take back", async () => {
    const db = await withScene();
    const again = await write(
      "the same",
      [
        { table: "scenes", put: testScene() },
        { table: "parts", remove: "never was" },
      ],
      AT,
      db,
    );
    expect(again.ok && again.value.seq).toBeNull();
    expect(await undoLabel(db)).toBe("scene");
  });
});

describe("a part and its model", () => {
  const mesh = { id: MESH, name: "box", corners, measurement: null };
  it("are kept together or not at all", async () => {
    const db = await withScene();
    expect((await write("both", [part("p", { meshId: MESH })], AT, db, { meshes: [mesh] })).ok).toBe(true);
    expect(await db.meshes.count()).toBe(1);
    const other = await withScene();
    expect(
      (await write("none", [part("p", { meshId: MESH, count: 0 })], AT, other, { meshes: [mesh] })).ok,
    ).toBe(false);
    expect(await other.meshes.count()).toBe(0);
  });
});

describe("changes that go on with one another", () => {
  const join = async (db: Database, joins: number | null, ...ops: Op[]) => {
    const outcome = await write(`${ops.length} more`, ops, AT, db, { joins });
    return outcome.ok ? outcome.value.seq : null;
  };
  it("are taken back as one, also when something else was changed in between", async () => {
    const db = await withScene();
    const before = await db.parts.toArray();
    const seq = await join(db, null, part("a"));
    expect(await join(db, seq, part("b"), part("c"))).toBe(seq);
    await write("elsewhere", [{ table: "scenes", id: "scene-1", patch: { name: "Other" } }], AT, db);
    expect(await join(db, seq, part("d"))).toBe(seq);
    expect(await undoLast(db)).toBe("elsewhere");
    expect(await undoLast(db)).toBe("1 more");
    expect(await db.parts.toArray()).toEqual(before);
  });
  it("begin anew when the first was taken back meanwhile", async () => {
    const db = await withScene();
    const seq = await join(db, null, part("a"));
    await undoLast(db);
    const next = await join(db, seq, part("b"));
    expect(next).not.toBe(seq);
    expect((await db.parts.toArray()).map((p) => p.id)).toEqual(["b"]);
    await undoLast(db);
    expect(await db.parts.count()).toBe(0);
  });
});

describe("when the store itself refuses", () => {
  const failing = async (error: Error) => {
    const db = await withScene();
    db.parts.hook("creating", () => {
      throw error;
    });
    const before = await db.scenes.toArray();
    const outcome = await write(
      "one",
      [{ table: "scenes", put: testScene({ id: "s2" }) }, part("p")],
      AT,
      db,
    );
    expect(await db.scenes.toArray()).toEqual(before);
    return outcome;
  };
  it("says that there is no room, and what to do", async () => {
    const outcome = await failing(new DOMException("full", "QuotaExceededError"));
    expect(outcome.ok || outcome.problems[0]).toMatchObject({
      code: "store/full",
      message: expect.stringMatching(/no room left.*Save a copy/) as string,
    });
  });
  it("does not take a mistake of the program for one of the store", async () => {
    await expect(failing(new TypeError("undefined is not a function"))).rejects.toThrow(
      "undefined is not a function",
    );
  });
  it("says that it is closed", async () => {
    const db = await withScene();
    db.close();
    const outcome = await write("late", [part("p")], AT, db);
    expect(outcome.ok || outcome.problems[0]).toMatchObject({ code: "store/closed" });
  });
});
