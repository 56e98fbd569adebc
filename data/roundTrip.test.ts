import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { contentId } from "#core/mesh/contentId";
import { type Part, patchedPart } from "#core/scene/part";
import { exportArchive } from "#data/archiveOut";
import type { Database } from "#data/db";
import { type Op, type TableName, tableNames } from "#data/rows";
import { undoLast, write } from "#data/journal";
import { isOfScenes } from "#data/sceneTables";
import { shapes } from "#data/shapes";
import { freshDatabase, importArchive, testScene } from "#data/testing";
import { valuesFor } from "#data/testingRows";

const AT = "2026-03-02T20:00";
const ROWS = 1000;
const SCENES = 20;
const seed = Number(process.env.PROPERTY_SEED ?? 20260314);

let meshId: string;
let corners: Float32Array;
beforeAll(async () => {
  corners = soupOf(box(1, 2, 3)).corners;
  meshId = await contentId(corners);
});

const scenes = Array.from({ length: SCENES }, (_, i) => testScene({ id: `scene-${i}` }));
const mesh = () => ({ id: meshId, name: "box", corners, measurement: null });

/** As many states as there are copies and spares: a rule between fields, which random values do not keep. */
const withItsCopies = (part: Part): Part => patchedPart(part, {});

/** Random rows of a table that lead to scenes and meshes that are there. Settings have the ids they have. */
function rowsOf(table: TableName): Op[] {
  const made = fc.sample(valuesFor(shapes[table]), { numRuns: ROWS, seed }) as Record<string, unknown>[];
  return made.map((row, i) => {
    const sceneId = `scene-${i % SCENES}`;
    const id = table === "settings" ? row.id : table === "plans" ? sceneId : `${table}-${i}`;
    const links = {
      ...(isOfScenes(table) && table !== "plans" ? { sceneId } : {}),
      ...(table === "parts" && row.meshId !== null ? { meshId } : {}),
    };
    const put = { ...row, ...links, id };
    return { table, put: table === "parts" ? withItsCopies(put as unknown as Part) : put } as unknown as Op;
  });
}

const everything = async (db: Database) =>
  Object.fromEntries(
    await Promise.all(tableNames.map(async (t) => [t, await db.table(t).toArray()] as const)),
  );

describe("what is written comes back from an archive as it is kept, field by field", () => {
  it.each(tableNames)(`${ROWS} random rows of %s`, async (table) => {
    const db = freshDatabase();
    await write(
      "scenes",
      scenes.map((put): Op => ({ table: "scenes", put })),
      AT,
      db,
      { meshes: [mesh()] },
    );
    const written = await write("rows", rowsOf(table), AT, db);
    expect(written.ok ? [] : written.problems.slice(0, 5)).toEqual([]);
    if (table !== "settings" && table !== "plans")
      expect(await db.table(table).count()).toBeGreaterThanOrEqual(ROWS);
    const again = freshDatabase();
    const outcome = await importArchive(await exportArchive(db), "replace", AT, again);
    expect(outcome.ok ? [] : outcome.problems.slice(0, 5)).toEqual([]);
    expect(await everything(again)).toEqual(await everything(db));
    // And one undo of the import leaves nothing of it.
    await undoLast(again);
    expect(await again.table(table).count()).toBe(0);
  });
});
