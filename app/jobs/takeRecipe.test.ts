import { expect, it } from "vitest";
import { oneMoreWall, takeRecipe } from "#app/jobs/takeRecipe";
import { takeBack } from "#app/jobs/keep";
import { testFilament, testPla } from "#core/print/testing";
import { printOf } from "#core/scene/part";
import { appDatabase } from "#data/db";
import { testPart, testScene } from "#data/testing";

it("makes a recipe of what was proposed and prints the part by it; one undo takes both back", async () => {
  const db = appDatabase();
  const part = testPart({ id: "p", name: "Sluice wall", print: { process: "filament" } });
  await db.scenes.put(testScene());
  await db.parts.put(part);
  await db.printers.put({ ...testFilament, id: "f" });
  await db.materials.put({ ...testPla, id: "tough" });
  const so = { minutesShare: 1, gramsShare: 1, plainCm2: 0 };
  const proposed = {
    printerId: "f",
    printerName: "Longbed",
    settings: [{ field: "walls" as const, from: 2, to: 5, why: "flame needs 2 mm: 5 of 0.45 mm" }],
    material: { id: "tough", name: "Tough roll", why: "takes knocks" },
    usual: so,
    proposed: so,
  };
  const kept = await takeRecipe(part, proposed);
  expect(kept).toMatchObject({ ok: true });
  const [recipe] = await db.printRecipes.toArray();
  expect(recipe).toMatchObject({
    name: "Sluice wall on Longbed",
    settings: { walls: 5 },
    materialId: "tough",
  });
  const print = printOf((await db.parts.get("p"))!);
  expect(print).toMatchObject({
    printRecipeId: recipe!.id,
    printerId: "f",
    materialId: "tough",
    process: "filament",
  });
  // Proposed otherwise later on, it is that recipe still.
  const [six] = proposed.settings.map((x) => ({ ...x, to: 6 }));
  await takeRecipe((await db.parts.get("p"))!, { ...proposed, settings: [six!] });
  expect((await db.printRecipes.toArray()).map((r) => r.settings)).toEqual([{ walls: 6 }]);
  await takeBack();
  await takeBack();
  expect(await db.printRecipes.count()).toBe(0);
  expect(printOf((await db.parts.get("p"))!).printRecipeId).toBeNull();
});

it("adds one wall to what its recipe sets, in a recipe of the part's own; one undo takes it back", async () => {
  const db = appDatabase();
  const printer = { ...testFilament, id: "f", name: "Longbed", walls: 3 };
  const shared = {
    ...{ id: "fine", name: "Fine", printerId: "f", materialId: null, parentId: null },
    ...{ settings: { layerMm: 0.12, walls: 3 }, nozzleC: 205, bedC: null, note: "slow" },
  };
  await db.printRecipes.put(shared);
  const part = testPart({
    id: "bracket",
    name: "Bracket",
    print: { process: "filament", printRecipeId: "fine" },
  });
  await db.scenes.put(testScene());
  await db.parts.put(part);
  await oneMoreWall(part, printer);
  const row = async () => printOf((await db.parts.get("bracket"))!).printRecipeId!;
  expect(await db.printRecipes.get(await row())).toMatchObject({
    ...{ name: "Bracket on Longbed", parentId: "fine", nozzleC: 205 },
    settings: { layerMm: 0.12, walls: 4 },
  });
  expect(await db.printRecipes.get("fine")).toEqual(shared);
  await takeBack();
  expect(await row()).toBe("fine");
});
