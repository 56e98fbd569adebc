import { beforeEach, describe, expect, it } from "vitest";
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
