import { beforeEach, describe, expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { testPaint } from "#core/plan/testing";
import { partRef } from "#core/reference";
import { schemeOf } from "#core/scene/part";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { check } from "#data/check";
import { shapes } from "#data/shapes";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { colourAction } from "#app/routes/colour/colourAction";

// What the form of a layer sends of where it lies.
const db = appDatabase();
const scene = { ...testScene(), usualPaint: false };
const send = async (more: Readonly<Record<string, string>>) => {
  const said = (await colourAction({
    ...{ intent: "layer", partId: "tower", zone: "", kind: "colour", product: "acrylic", method: "brush" },
    ...{ sheen: "matte", coats: "1", coverage: "19", what: "paint:black" },
    ...more,
  })) as { data?: { problems?: { message: string }[] } };
  return (said.data?.problems ?? []).map((p) => p.message);
};
const layer = async () => schemeOf((await db.parts.get("tower"))!).at(-1)!;
const stepOf = async (layerId: string) => {
  const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
  const { work } = makePlan(input);
  return work.steps.find(
    (s) =>
      s.targets.includes(partRef("tower")) &&
      typeof s.partOf === "object" &&
      s.partOf.layerId === layerId &&
      s.insertedBy === null,
  )!;
};

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.paints.put(testPaint("black", "#1d1c1c"));
  await db.parts.put(
    testPart({
      ...{ id: "tower", name: "Tower", meshId: null, count: 1, made: "bought" },
      size: { boxMm: [30, 30, 30] },
    }),
  );
});

describe("C5: a layer has a place", () => {
  it("is kept with the share that was found, which its ml, its minutes and its note go by", async () => {
    expect(await send({ place: "edges", found: "yes" })).toEqual([]);
    const edges = await layer();
    expect(edges).toMatchObject({ place: "edges", coverage: 0.19 });
    expect(check(shapes.parts, await db.parts.get("tower"))).toMatchObject({ ok: true });
    const step = await stepOf(edges.id);
    expect(step.notes).toContain("Only on edges: 19 % of it.");
    await send({ layerId: edges.id, place: "panel middles", coverage: "38", found: "yes" });
    const wider = await stepOf(edges.id);
    expect(wider.areaCm2! / step.areaCm2!).toBeCloseTo(2, 9);
    expect(wider.mixMl!.value).toBeGreaterThan(step.mixMl!.value);
    await send({ layerId: edges.id, place: "", coverage: "50" });
    expect((await layer()).place).toBeUndefined();
  });
  it("is refused in one sentence while its share is not found, and nothing is laid", async () => {
    expect(await send({ place: "recesses", found: "" })).toEqual([
      "Its place is not found on the mesh yet: wait for its share, or type how much of it instead.",
    ]);
    expect(schemeOf((await db.parts.get("tower"))!)).toEqual([]);
    expect(await send({ place: "somewhere", found: "" })).toEqual([]);
    expect((await layer()).place).toBeUndefined();
  });
});

describe("C11: a spray from one side", () => {
  it("is kept with its side where it is sprayed, stands at the bench, and is none where it is brushed", async () => {
    expect(await send({ method: "airbrush", from: "above", coverage: "25", found: "yes" })).toEqual([]);
    const above = await layer();
    expect(above).toMatchObject({ from: { azimuthDeg: 0, elevationDeg: 90 }, coverage: 0.25 });
    expect(check(shapes.parts, await db.parts.get("tower"))).toMatchObject({ ok: true });
    expect((await stepOf(above.id)).notes).toContain(
      "Spray from above only: what it does not see stays as it is.",
    );
    await send({ layerId: above.id, method: "brush", from: "above" });
    expect((await layer()).from).toBeUndefined();
  });
});
