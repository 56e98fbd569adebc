import { beforeEach, describe, expect, it } from "vitest";
import { patchedPart, printOf, schemeOf } from "#core/scene/part";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { partsAction } from "#app/routes/parts/partsAction";
import { clientAction as colourAction } from "#route/colour/colour";
import { clientAction as groundAction } from "#route/ground/ground";
import { clientAction as jointsAction } from "#route/joints/joints";
import { clientAction as logAction } from "#route/log/log";
import { clientAction as storesAction } from "#route/stores/stores";
import { clientAction as materialsAction } from "#route/workshop/materials";
import { clientAction as paintsAction } from "#route/workshop/paints";
import { clientAction as printersAction } from "#route/workshop/printers";
import { clientAction as recipesAction } from "#route/workshop/printRecipes";
import { clientAction as productsAction } from "#route/workshop/products";
import { clientAction as roomsAction } from "#route/workshop/rooms";
import { makingFrom } from "./plates/making/makingFrom";
import { fieldGroups, newFilament } from "./workshop/printerFields";

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

const roll = { name: "Grey", plastic: "PLA", price: "20", density: "" };
const pot = { name: "Moss", product: "acrylic", hex: "#445533", opacity: "opaque", sheen: "matte" };
const times = { product: "acrylic", recoat: "1", handle: "2", cure: "24" };
const room = {
  ventilation: "window",
  longestHours: "12",
  temperature: "20",
  humidity: "50",
  hourWorth: "0",
  power: "0",
};
const machine = {
  process: "filament",
  name: "Smallbed",
  plate: "flexible",
  bedX: "220",
  bedY: "220",
  bedZ: "250",
  marginMm: "5",
  ...Object.fromEntries(
    fieldGroups.filament
      .flatMap((g) => g.fields)
      .map(([key]) => [key, String({ ...newFilament, price: 0 }[key as "walls"])]),
  ),
};
const counted = { needKey: "paint:a", name: "Moss", unit: "ml" };

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
    ["density of a roll", materialsAction, { ...roll, density: "light" }, "density"],
    ["price of a roll", materialsAction, { ...roll, price: "cheap" }, "price"],
    ["what is in a pot", paintsAction, { ...pot, millilitres: "half" }, "millilitres"],
    ["layer of a recipe", recipesAction, { process: "filament", name: "Fine", layerMm: "thin" }, "layerMm"],
    ["heat of a recipe", recipesAction, { process: "filament", name: "Hot", nozzleC: "hot" }, "nozzleC"],
    ["bed of a printer", printersAction, { ...machine, bedX: "wide" }, "bedX"],
    ["speed of a printer", printersAction, { ...machine, wallSpeed: "" }, "wallSpeed"],
    ["hours to the next coat", productsAction, { ...times, recoat: "soon" }, "recoat"],
    ["temperature of the room", roomsAction, { ...room, temperature: "warm" }, "temperature"],
    ["room on the shelf", roomsAction, { ...room, shelf: "1.5" }, "shelf"],
    ["air of another day", roomsAction, { ...room, day: "2026-03-14", dayTemperature: "12" }, "day"],
    ["what is left", storesAction, { ...counted, left: "some" }, "left"],
    ["what it cost", storesAction, { ...counted, left: "3", price: "a bit" }, "price"],
    ["what a run took", logAction, { plate: "p|10|plate 1", actual: "long" }, "actual"],
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
    expect(schemeOf((await db.parts.get(part.id))!)).toMatchObject([
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

describe("what the workshop's forms send", () => {
  it("is kept as it was typed, with a comma too", async () => {
    await send(materialsAction, { ...roll, density: "1,3", price: "19,90" });
    await send(paintsAction, { ...pot, millilitres: "17,5" });
    await send(printersAction, { ...machine, price: "199,5" });
    await send(productsAction, { ...times, recoat: "0,5" });
    await send(storesAction, { ...counted, left: "3,5", price: "0,2" });
    expect(await db.materials.toArray()).toMatchObject([{ densityGPerCm3: 1.3, pricePerKg: 1990 }]);
    expect(await db.paints.toArray()).toMatchObject([{ millilitres: 17.5 }]);
    expect(await db.printers.toArray()).toMatchObject([
      { bedMm: [220, 220, 250], marginMm: 5, priceMinor: 19_950, walls: newFilament.walls },
    ]);
    expect(await db.stock.toArray()).toMatchObject([{ left: 3.5, pricePerUnit: 20 }]);
    expect(await db.settings.get("rooms")).toMatchObject({
      rooms: { productTimes: { acrylic: { recoatMinutes: 30, handleMinutes: 120, cureMinutes: 1440 } } },
    });
  });
  it("leaves a price as it was where none is typed", async () => {
    await send(storesAction, { ...counted, left: "3", price: "0,2" });
    await send(storesAction, { ...counted, left: "2", price: "" });
    expect(await db.stock.toArray()).toMatchObject([{ left: 2, pricePerUnit: 20 }]);
  });
});

describe("in what a part is printed", () => {
  const fields = { use: "thin", material: "m", recipe: "r", spares: "2", bands: "0-10: 100" };
  it("is kept whole for either process; heights with an infill of their own for filament alone", async () => {
    const filament = await makingFrom(fields, "filament");
    const resin = await makingFrom(fields, "resin");
    const common = { use: "thin", materialId: "m", printRecipeId: "r", spares: 2 };
    expect(filament).toMatchObject({ value: { print: common, setsSizes: false } });
    expect(filament.ok && filament.value.print.infillBands).toHaveLength(1);
    expect(resin).toMatchObject({ value: { print: common } });
    expect(resin.ok && "infillBands" in resin.value.print).toBe(false);
  });
  it("refuses spares that are no number beside their field", async () => {
    expect(await makingFrom({ ...fields, spares: "few" }, "resin")).toMatchObject({
      ok: false,
      problems: [{ path: ["spares"] }],
    });
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
