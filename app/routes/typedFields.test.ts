import { beforeEach, describe, expect, it } from "vitest";
import { patchedPart, printOf } from "#core/scene/part";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { partsAction } from "#app/routes/parts/partsAction";
import { clientAction as colourAction } from "#route/colour/colour";
import { clientAction as groundAction } from "#route/ground/ground";
import { clientAction as jointsAction } from "#route/joints/joints";

const db = appDatabase();
const scene = testScene();
const part = testPart({ name: "wall" });
type Action = (args: never) => Promise<unknown>;
type Said = { data?: { problems: { path: unknown[]; message: string }[] }; problems?: unknown[] };

async function send(action: Action, fields: Readonly<Record<string, string>>): Promise<Said> {
  const body = new FormData();
  for (const [name, value] of Object.entries(fields)) body.set(name, value);
  const request = new Request("http://bench/", { method: "POST", body });
  return ((await action({ request, params: { sceneId: scene.id, partId: part.id } } as never)) ?? {}) as Said;
}

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.parts.put(part);
});

const layer = { intent: "layer", partId: part.id, kind: "colour", product: "acrylic", method: "brush" };
const mix = { intent: "recipe", name: "Mud", paint0: "a", parts0: "1" };
const sand = { name: "Sand", material: "sand", depth: "1 mm", wetWith: "none" };

describe("a figure that is mistyped", () => {
  it.each<[string, Action, Record<string, string>, string]>([
    ["coats of a layer", colourAction, { ...layer, sheen: "matte", coats: "two", coverage: "100" }, "coats"],
    ["share of a layer", colourAction, { ...layer, sheen: "matte", coats: "1", coverage: "all" }, "coverage"],
    ["parts of a mix", colourAction, { ...mix, parts0: "a drop" }, "parts0"],
    ["thinner of a mix", colourAction, { ...mix, thinner: "some" }, "thinner"],
    ["share of the ground", groundAction, { ...sand, share: "half" }, "share"],
    [
      "number of joints",
      jointsAction,
      { name: "Gate", a: part.id, b: "", fit: "slide", count: "x" },
      "count",
    ],
    ["copies", partsAction, { intent: "making", name: "wall", process: "choose", count: "1.5" }, "count"],
    [
      "wall of a hollow",
      partsAction,
      { intent: "making", name: "wall", process: "resin", count: "1", hollow: "on", wall: "thin" },
      "wall",
    ],
    ["trial prints", partsAction, { intent: "version", flaw: "a hole", trials: "-1" }, "trials"],
  ])("is refused beside its field, and nothing is written: %s", async (_, action, fields, path) => {
    const before = JSON.stringify(await db.parts.toArray());
    const said = await send(action, fields);
    expect(said.data?.problems.map((p) => p.path)).toEqual([[path]]);
    expect(said.data?.problems[0]!.message).toMatch(/^[A-Z].*\.$/);
    expect(JSON.stringify(await db.parts.toArray())).toBe(before);
    expect(await db.journal.count()).toBe(0);
  });
});

describe("a figure that is typed", () => {
  it("with a comma, or not at all, is kept as it was meant", async () => {
    await send(colourAction, { ...layer, sheen: "matte", coats: "", coverage: "12,5", what: "paint:pot" });
    await send(colourAction, { ...mix, paint2: "c", parts2: "2,5", thinner: "30" });
    await send(groundAction, { ...sand, share: "40" });
    expect((await db.parts.get(part.id))!.scheme).toMatchObject([
      { coats: 1, coverage: 0.125, colour: { kind: "paint", id: "pot" } },
    ]);
    expect(await db.recipes.toArray()).toMatchObject([
      {
        parts: [
          { paintId: "a", parts: 1 },
          { paintId: "c", parts: 2.5 },
        ],
        thinnerShare: 0.3,
      },
    ]);
    expect(await db.grounds.toArray()).toMatchObject([{ areaShare: 0.4 }]);
  });
});

describe("how a part is made, set again", () => {
  const form = { intent: "making", name: "wall", process: "resin", printer: "", hollow: "on", count: "4" };
  const hole = { at: [1, 2, 0], inward: [0, 0, 1], radiusMm: 1.25 } as const;
  it("keeps drain holes that were found, for as long as the wall and their number stay", async () => {
    await db.parts.put(patchedPart(part, { print: { hollow: { wallMm: 2.2, drains: 1, holes: [hole] } } }));
    await send(partsAction, { ...form, wall: "2.2", drains: "1" });
    const now = (await db.parts.get(part.id))!;
    expect([now.count, printOf(now).hollow?.holes]).toEqual([4, [hole]]);
    await send(partsAction, { ...form, wall: "3", drains: "1" });
    expect(printOf((await db.parts.get(part.id))!).hollow).toEqual({ wallMm: 3, drains: 1, holes: [] });
  });
  it("asks a bought part for nothing of a print, and keeps nothing of one", async () => {
    await db.parts.put(patchedPart(part, { made: "bought" }));
    await send(partsAction, { intent: "making", name: "wall", count: "2", madeOf: "brass" });
    expect(await db.parts.get(part.id)).toMatchObject({ made: "bought", madeOf: "brass", count: 2 });
    expect(await db.parts.get(part.id)).not.toHaveProperty("print");
  });
});
