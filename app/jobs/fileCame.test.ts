import { beforeEach, expect, it, vi } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { refused, success } from "#core/outcome";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import type { TakeFile } from "#workers/intake";
import { fileCame } from "./fileCame";

const taking = vi.hoisted(() => ({ take: null as unknown as TakeFile }));
vi.mock("#workers/intake", () => ({
  takeFile: (...of: Parameters<TakeFile>) => taking.take(...of),
  intakeLanes: 1,
}));

const db = appDatabase();
const crane = testPart({ name: "crane", size: { boxMm: [40, 30, 110] } });
const soup = soupOf(box(4, 3, 11));
const model = {
  id: "m1",
  name: "body",
  unitMm: null,
  corners: new Blob([soup.corners as Float32Array<ArrayBuffer>]),
  measurement: measureMesh(soup).measurement,
};
const come = () =>
  fileCame(crane, new File(["x"], "crane.stl"), () => undefined, new AbortController().signal);

beforeEach(async () => {
  for (const t of [...tableNames, "journal", "meshes"] as const) await db.table(t).clear();
  await db.scenes.put(testScene());
  await db.parts.put(crane);
});

it("gives the part its model, whose scale is still to be told, and one undo takes it back", async () => {
  taking.take = () => Promise.resolve(success({ models: [model, { ...model, id: "m2" }] } as never));
  const { said, changed } = await come();
  expect(changed).toBe(true);
  expect(said).toBe("crane has its model now, the first of 2 in the file. Say what scale it was drawn at.");
  expect(await db.parts.get(crane.id)).toMatchObject({
    meshId: "m1",
    origin: { fileName: "crane.stl" },
    size: { source: { kind: "unknown" }, unitSure: false },
  });
  expect(await db.meshes.get("m1")).toBeDefined();
  await undoLast(db);
  expect(await db.parts.get(crane.id)).toEqual(crane);
});

it("changes nothing, so that there is nothing to undo, where the file is refused or empty", async () => {
  taking.take = () => Promise.resolve(refused("read/none", "crane.stl is no model."));
  expect(await come()).toEqual({ said: "crane.stl is no model.", changed: false });
  taking.take = () => Promise.resolve(success({ models: [] } as never));
  expect(await come()).toEqual({ said: "crane.stl holds no model. Nothing was changed.", changed: false });
  expect(await db.parts.get(crane.id)).toEqual(crane);
  expect(await db.journal.count()).toBe(0);
});
