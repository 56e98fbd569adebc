import { beforeEach, expect, it } from "vitest";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { repairInstead } from "./plateRuns";

const db = appDatabase();
const scene = testScene();
const wall = testPart({ id: "wall", count: 3, history: { copies: ["printed", "spoilt"] } });

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.parts.put(wall);
});

it("a spoilt copy that is kept stands as printed, and its repair in the order with its minutes", async () => {
  expect((await repairInstead(wall, 1, 25)).ok).toBe(true);
  expect((await db.parts.get("wall"))!.history.copies).toEqual(["printed", "printed"]);
  const [kept] = (await db.scenes.get(scene.id))!.orderChanges;
  expect(kept!.change).toMatchObject({
    kind: "own",
    title: "Repair copy 2",
    minutes: 25,
    targets: ["part:wall"],
  });
  await undoLast(db);
  expect((await db.parts.get("wall"))!.history.copies[1]).toBe("spoilt");
  expect((await db.scenes.get(scene.id))!.orderChanges).toEqual([]);
});
