import { beforeEach, describe, expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { testPaint } from "#core/plan/testing";
import { partRef } from "#core/reference";
import { schemeOf } from "#core/scene/part";
import { wholeZone } from "#core/scene/zone";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { check } from "#data/check";
import { shapes } from "#data/shapes";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { clearTints } from "#app/routes/colour/clearTints";
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

describe("C9: a layer lies where weather puts it", () => {
  it("on the share that is typed, without anything to be found first", async () => {
    expect(await send({ kind: "dust", place: "mud", coverage: "15" })).toEqual([]);
    const mud = await layer();
    expect(mud).toMatchObject({ weather: "mud", coverage: 0.15 });
    expect(mud.place).toBeUndefined();
    expect(check(shapes.parts, await db.parts.get("tower"))).toMatchObject({ ok: true });
    expect((await stepOf(mud.id)).notes).toContain("As weather and use would: mud: splashed at the foot.");
  });
});

describe("C24: tint of clear parts", () => {
  const clear = { ...wholeZone, meaning: "clear" as const };
  const orange = (kind?: "transparent") => ({
    ...testPaint("orange", "#d9822b"),
    ...(kind ? { kind, opacity: "translucent" as const } : {}),
  });
  const refusals = async () => {
    const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
    return makePlan(input).work.conflicts.filter((c) => c.ruleId === "O25").length;
  };
  it("transparent orange on a flame is taken at once, an opaque orange is refused", async () => {
    const flame = { id: "tower", name: "Flame", meshId: null, count: 1, zones: [clear] };
    await db.parts.put(testPart({ ...flame, print: { clear: true }, size: { boxMm: [30, 30, 30] } }));
    await db.paints.put(orange("transparent"));
    expect(await send({ coverage: "100", what: "paint:orange" })).toEqual([]);
    expect(await refusals()).toBe(0);
    await db.paints.put(orange());
    expect(await refusals()).toBeGreaterThan(0);
  });
  it("is shown before what stands behind it, and its coats are chosen there", async () => {
    await db.parts.update("tower", { zones: [clear] });
    await db.paints.put({ ...orange("transparent"), ...testPaint("orange", "#e0c060"), kind: "transparent" });
    await send({ coverage: "100", what: "paint:orange" });
    const workshop = { paints: await db.paints.toArray(), recipes: [] };
    const [tint] = clearTints((await db.parts.get("tower"))!, workshop);
    expect(tint!.rows.map((r) => r.behind)).toEqual([
      "a grey inside",
      "a dark inside",
      "white card",
      "a lamp",
    ]);
    expect(tint).toMatchObject({ place: "Tower", coats: 1 });
    await send({ intent: "layer-coats", layerId: tint!.layerId, coats: "2" });
    expect(clearTints((await db.parts.get("tower"))!, workshop)[0]!.coats).toBe(2);
    await db.paints.put(orange());
    expect(clearTints((await db.parts.get("tower"))!, { paints: [orange()], recipes: [] })).toEqual([]);
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
