import { schemeOf, patchedPart } from "#core/scene/part";
import { beforeEach, describe, expect, it } from "vitest";
import { testPaint } from "#core/plan/testing";
import { usualScheme } from "#core/paint/usualScheme";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { groundAction } from "#app/routes/ground/groundAction";
import { layAction } from "#app/routes/lay/layAction";
import { colourAction } from "#app/routes/colour/colourAction";

const db = appDatabase();
const scene = testScene();
const wall = testPart({ scheme: [] });
const post = testPart({ id: "part-2", name: "post", scheme: [] });
const layer = {
  intent: "layer",
  partId: wall.id,
  what: "",
  product: "acrylic",
  method: "brush",
  sheen: "matte",
};
const schemeNow = async (id = wall.id) => schemeOf((await db.parts.get(id))!);
const kinds = async (id = wall.id) => (await schemeNow(id)).map((l) => l.kind);
const problems = (said: unknown) =>
  ((said as { data?: { problems?: unknown[] } }).data?.problems ?? []) as {
    message: string;
    path: (string | number)[];
  }[];

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.parts.bulkPut([wall, post]);
});

describe("tones from one base", () => {
  const tones = { intent: "tones", base: "paint:grey", toward: "white", count: "3", topParts: "3" };
  beforeEach(() => db.paints.bulkPut([testPaint("grey", "#5a5a5a"), testPaint("white", "#f2f0ea")]));
  it("are kept as mixes of the base and the other pot, and taken back in one", async () => {
    expect(problems(await colourAction(tones))).toEqual([]);
    const kept = (await db.recipes.toArray()).sort((a, b) => (a.name < b.name ? -1 : 1));
    expect(kept.map((r) => [r.name, ...r.parts.map((p) => `${p.parts} ${p.paintId}`)])).toEqual([
      ["grey, tone 2 of 3", "3 grey", "2 white"],
      ["grey, tone 3 of 3", "1 grey", "3 white"],
    ]);
    await undoLast();
    expect(await db.recipes.count()).toBe(0);
  });
  it("are refused in one sentence: of a base that is gone, of no parts, of too many tones", async () => {
    expect(problems(await colourAction({ ...tones, base: "recipe:gone" }))[0]!.message).toMatch(/is gone/);
    expect(problems(await colourAction({ ...tones, topParts: "0" }))).toHaveLength(1);
    expect(problems(await colourAction({ ...tones, count: "9" }))).toHaveLength(1);
    expect(await db.recipes.count()).toBe(0);
  });
});

describe("a mix at the cup", () => {
  const grey = {
    ...{ id: "g", name: "Sky grey", thinnerShare: 0, target: null },
    parts: [{ paintId: "grey", parts: 3 }],
  };
  const parts = JSON.stringify([
    { paintId: "grey", parts: 3 },
    { paintId: "white", parts: 2 },
  ]);
  const additions = JSON.stringify([
    { paintId: "white", drops: 1 },
    { paintId: "white", drops: 1 },
  ]);
  beforeEach(() => db.recipes.put(grey));
  it("is kept with both additions when it is accepted, and is as before when that is taken back", async () => {
    expect(problems(await colourAction({ intent: "cup", id: "g", parts, additions }))).toEqual([]);
    expect((await db.recipes.get("g"))!.additions).toHaveLength(2);
    expect((await db.recipes.get("g"))!.parts.map((p) => p.parts)).toEqual([3, 2]);
    await undoLast();
    expect(await db.recipes.get("g")).toEqual(grey);
  });
  it("is a variant beside the first where that is wanted; one that is gone is told", async () => {
    await colourAction({ intent: "variant", id: "g", parts, additions });
    expect((await db.recipes.toArray()).map((r) => r.name).sort()).toEqual([
      "Sky grey",
      "Sky grey, variant 2",
    ]);
    expect(await db.recipes.get("g")).toEqual(grey);
    expect(problems(await colourAction({ intent: "cup", id: "no", parts, additions }))).toHaveLength(1);
  });
});

describe("a scheme", () => {
  const three = async () => {
    for (const kind of ["primer", "colour", "varnish"]) await colourAction({ ...layer, kind, coats: "2" });
  };
  it("takes layers one over the other, each changed where it lies", async () => {
    await three();
    const colour = (await schemeNow())[1]!;
    await colourAction({ ...layer, kind: "shade", layerId: colour.id, coats: "1", coverage: "40" });
    expect(await kinds()).toEqual(["primer", "shade", "varnish"]);
    expect((await schemeNow())[1]).toMatchObject({ id: colour.id, coats: 1, coverage: 0.4 });
    await undoLast();
    expect((await schemeNow())[1]).toEqual(colour);
    const refused = await colourAction({ ...layer, kind: "shade", layerId: colour.id, coats: "two" });
    expect(problems(refused)[0]!.path).toEqual(["coats"]);
    expect((await schemeNow())[1]).toEqual(colour);
  });
  it("begins without the assumed layers where that is ticked, and on top of them where it is not", async () => {
    await db.scenes.put({ ...scene, usualPaint: true });
    await colourAction({ ...layer, kind: "primer", afresh: "on" });
    expect(await kinds()).toEqual(["primer"]);
    await colourAction({ ...layer, partId: post.id, kind: "gloss" });
    expect((await kinds(post.id)).length).toBeGreaterThan(3);
    // What is there already stays.
    await colourAction({ ...layer, kind: "colour", afresh: "on" });
    expect(await kinds()).toEqual(["primer", "colour"]);
  });
  it("keeps that a layer is metal or a texture, and that it is neither any more", async () => {
    await colourAction({ ...layer, kind: "colour", coats: "1", effect: "smooth metal" });
    const [made] = await schemeNow();
    expect(made!.effect).toBe("smooth metal");
    await colourAction({ ...layer, kind: "colour", layerId: made!.id, coats: "1", effect: "" });
    expect((await schemeNow())[0]).not.toHaveProperty("effect");
    await colourAction({ ...layer, kind: "colour", layerId: made!.id, coats: "1", effect: "glitter" });
    expect((await schemeNow())[0]).not.toHaveProperty("effect");
  });
  it("takes the coats that cover at a tap, and keeps all else of the layer", async () => {
    await three();
    const colour = (await schemeNow())[1]!;
    await colourAction({ intent: "layer-coats", partId: wall.id, layerId: colour.id, coats: "4" });
    expect((await schemeNow())[1]).toEqual({ ...colour, coats: 4 });
    await colourAction({ intent: "layer-coats", partId: wall.id, layerId: "gone", coats: "4" });
    expect(await kinds()).toEqual(["primer", "colour", "varnish"]);
  });
  it("moves a layer by one, and not beyond its ends", async () => {
    await three();
    const [primer, colour] = await schemeNow();
    const move = (layerId: string, by: string) =>
      colourAction({ intent: "move-layer", partId: wall.id, layerId, by });
    await move(colour!.id, "up");
    expect(await kinds()).toEqual(["colour", "primer", "varnish"]);
    await move(colour!.id, "up");
    await move(primer!.id, "down");
    expect(await kinds()).toEqual(["colour", "varnish", "primer"]);
    await move(primer!.id, "down");
    expect(await kinds()).toEqual(["colour", "varnish", "primer"]);
  });
  it("is copied to one part, or to all that have none, with layers of their own, and taken back in one", async () => {
    await three();
    const copy = (to: string) => colourAction({ intent: "copy-scheme", partId: wall.id, to });
    await copy("bare");
    expect(await kinds(post.id)).toEqual(["primer", "colour", "varnish"]);
    const ids = (await schemeNow()).map((l) => l.id);
    expect((await schemeNow(post.id)).filter((l) => ids.includes(l.id))).toEqual([]);
    await undoLast();
    expect(await kinds(post.id)).toEqual([]);
    await copy(post.id);
    expect(await kinds(post.id)).toHaveLength(3);
    expect(problems(await copy("bare"))[0]!.message).toMatch(/Every other part has layers of its own/);
  });
});

describe("paint that nobody decided on", () => {
  const usual = ["primer", "colour", "colour", "shade", "varnish"];
  beforeEach(() => db.scenes.put({ ...scene, usualPaint: true }));
  it("becomes the part's own by a change of one of its layers, the others as they were shown", async () => {
    await colourAction({ ...layer, kind: "colour", layerId: "usual-second", coats: "3", coverage: "55" });
    expect(await kinds()).toEqual(usual);
    expect((await schemeNow())[2]).toMatchObject({ id: "usual-second", coats: 3, coverage: 0.55 });
    await undoLast();
    expect(await kinds()).toEqual([]);
    await colourAction({ intent: "move-layer", partId: wall.id, layerId: "usual-wash", by: "up" });
    expect(await kinds()).toEqual(["primer", "colour", "shade", "colour", "varnish"]);
    await undoLast();
    await colourAction({ intent: "remove-layer", partId: wall.id, layerId: "usual-wash" });
    expect(await kinds()).toEqual(["primer", "colour", "colour", "varnish"]);
  });
  it("is taken for all in one, under the ids that its steps have", async () => {
    await colourAction({ intent: "take-usual", sceneId: scene.id, ids: `${wall.id} ${post.id}` });
    for (const id of [wall.id, post.id]) expect(await kinds(id)).toEqual(usual);
    expect((await schemeNow())[0]!.id).toBe("usual-primer");
    await undoLast();
    for (const id of [wall.id, post.id]) expect(await kinds(id)).toEqual([]);
  });
  it("is copied as it is shown, and never empties what it is copied onto", async () => {
    await db.parts.put(patchedPart(post, { scheme: [{ ...usualScheme("play")[0]!, id: "own" }] }));
    await colourAction({ intent: "copy-scheme", partId: wall.id, to: post.id });
    expect(await kinds(post.id)).toEqual(usual);
  });
  it("is dropped for one part, for the last layer that is taken off, and for all", async () => {
    await colourAction({ intent: "leave-bare", partId: wall.id });
    expect((await db.parts.get(wall.id))!.zones[0]!.meaning).toBe("bare");
    await db.parts.put(patchedPart(post, { scheme: [{ ...usualScheme("play")[0]!, id: "own" }] }));
    await colourAction({ intent: "remove-layer", partId: post.id, layerId: "own" });
    expect((await db.parts.get(post.id))!).toMatchObject({ zones: [{ scheme: [], meaning: "bare" }] });
    await colourAction({ intent: "usual-paint", sceneId: scene.id, to: "bare" });
    expect((await db.scenes.get(scene.id))!.usualPaint).toBe(false);
    await colourAction({ intent: "usual-paint", sceneId: scene.id, to: "usual" });
    expect((await db.scenes.get(scene.id))!.usualPaint).toBe(true);
  });
});

describe("ground", () => {
  const lay = (name: string, given: Record<string, string> = {}) =>
    groundAction(
      { intent: "add", name, material: "sand", share: "50", depth: "2 mm", wetWith: "water", ...given },
      scene.id,
    );
  const names = async () =>
    (await db.grounds.where("sceneId").equals(scene.id).sortBy("position")).map((g) => g.name);
  it("is changed where it lies, and changes places with its neighbour", async () => {
    for (const name of ["Foam", "Grout", "Sand"]) await lay(name);
    const [foam, grout] = await db.grounds.where("sceneId").equals(scene.id).sortBy("position");
    await lay("Plaster", { id: grout!.id, depth: "4 mm" });
    expect(await names()).toEqual(["Foam", "Plaster", "Sand"]);
    expect(await db.grounds.get(grout!.id)).toMatchObject({ depthMm: 4, position: grout!.position });
    await groundAction({ intent: "move", id: grout!.id, by: "down" }, scene.id);
    expect(await names()).toEqual(["Foam", "Sand", "Plaster"]);
    await groundAction({ intent: "move", id: foam!.id, by: "up" }, scene.id);
    expect(await names()).toEqual(["Foam", "Sand", "Plaster"]);
    await undoLast();
    expect(await names()).toEqual(["Foam", "Plaster", "Sand"]);
  });
});

describe("the board", () => {
  const board = {
    intent: "board",
    width: "30 cm",
    depth: "200 mm",
    viewing: "60 cm",
    tier: "play",
    theme: "grimy",
  };
  it("takes its grid, its day of beginning and how prints lie, and an empty grid is none", async () => {
    const set = { ...board, grid: "1 in", startOn: "2026-04-01", finishBy: "2026-05-01", laySchool: "tilt" };
    await layAction(set, scene.id);
    expect(await db.scenes.get(scene.id)).toMatchObject({
      gridMm: 25.4,
      startOn: "2026-04-01",
      finishBy: "2026-05-01",
      laySchool: "tilt",
      tier: "play",
    });
    await layAction({ ...board, grid: "" }, scene.id);
    expect(await db.scenes.get(scene.id)).toMatchObject({
      gridMm: null,
      laySchool: null,
      startOn: "2026-04-01",
    });
  });
  it("refuses a date before its beginning and a grid that is no length, and changes nothing", async () => {
    const before = await db.scenes.get(scene.id);
    const early = await layAction({ ...board, startOn: "2026-04-01", finishBy: "2026-03-01" }, scene.id);
    expect(problems(early)[0]!.message).toBe("It cannot be ready before its work begins.");
    const odd = await layAction({ ...board, grid: "wide" }, scene.id);
    expect(problems(odd)[0]!.path).toEqual(["grid"]);
    expect(await db.scenes.get(scene.id)).toEqual(before);
  });
});
