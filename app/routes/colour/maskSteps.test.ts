import { beforeEach, describe, expect, it } from "vitest";
import { productOf } from "#core/materials/products";
import { makePlan, type Plan } from "#core/plan/plan";
import { testPaint } from "#core/plan/testing";
import { partMasks } from "#core/plan/colour/masking";
import { usualWeather } from "#core/materials/weather";
import { touchText, zonesToTouch } from "#core/plan/bench/zonesToTouch";
import { usualRooms } from "#core/scene/rooms";
import { wholeZone, type Zone } from "#core/scene/zone";
import type { ZoneMeasure } from "#core/zones/zoneMeasure";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { groundAction } from "#app/routes/ground/groundAction";
import { colourAction } from "#app/routes/colour/colourAction";

// Masks as steps, from what the forms of the layers and of the masks send.
const db = appDatabase();
const scene = { ...testScene(), usualPaint: false };
const send = async (fields: Readonly<Record<string, string>>) => {
  const said = (await colourAction(fields)) as { data?: { problems?: readonly { message: string }[] } };
  expect((said.data?.problems ?? []).map((p) => p.message)).toEqual([]);
};
const planned = async (): Promise<Plan> => {
  const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
  const zones = new Map([["m", { stamp: "s", measures }]]);
  return makePlan({ ...input, derived: { ...input.derived, zones } });
};
let measures: readonly ZoneMeasure[] = [];
const layer = (zone: string, kind: string, what: string, more: Readonly<Record<string, string>> = {}) =>
  send({
    ...{ intent: "layer", partId: "wader", zone, kind, what, product: "acrylic", method: "brush" },
    ...{ sheen: "matte", coats: "1", coverage: "100" },
    ...more,
  });

/** A figure of two zones of 10 cm2 with 60 mm of border, at true size. */
const measure = (number: number, border = 60): ZoneMeasure => ({
  ...{ number, area: 1000, places: 1, at: [0, 0, 0], low: 0, high: 30, directions: [] },
  borders: [{ beside: 1 - number, length: border }],
  ...{ cells: null, grooves: null, ridges: null, relief: null, narrowest: null },
});

async function figure(zones: readonly Partial<Zone>[], count = 1) {
  await db.meshes.put({ id: "m", name: "wader", triangles: 12, corners: new Blob([new Uint8Array(432)]) });
  measures = zones.map((_, number) => measure(number));
  await db.parts.put(
    testPart({
      ...{ id: "wader", name: "wader", meshId: "m", count, made: "bought" },
      size: { source: { kind: "full" }, unitMm: 72, boxMm: [20, 20, 30] },
      zones: zones.map((z, number) => ({ ...wholeZone, areaCm2: 10, ...z, number })),
    }),
  );
}
const paintOrder = ({ work }: Plan) => {
  const byId = new Map(work.steps.map((s) => [s.id, s]));
  return work.sequence.order.map((id) => byId.get(id)!).filter((s) => s.targets.includes("part:wader"));
};
const titles = (plan: Plan) => paintOrder(plan).map((s) => s.title);

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.paints.bulkPut([testPaint("skin", "#d8a078"), testPaint("drab", "#5b5a3c")]);
});

/** Primer by can, skin and suit by these ways, and a seal over both. */
async function suitAndSkin(skin: string, suit: string) {
  await layer("", "primer", "", { product: "primer can", method: "can" });
  await layer("0", "colour", "paint:skin", { method: skin });
  await layer("1", "colour", "paint:drab", { method: suit });
  await layer("", "varnish", "", { product: "varnish" });
}
const choose = (order: string, kind = "tape") => send({ intent: "masks", partId: "wader", order, kind });
const covers = ({ work }: Plan) => work.steps.filter((s) => s.cover && s.targets.includes("part:wader"));
const store = (plan: Plan, needKey: string) => plan.stores.find((l) => l.needKey === needKey);

describe("OR4: masks are steps", () => {
  it("suit and skin on one figure give seven steps, in that order, and the tape waits for the clear coat", async () => {
    await figure([{ name: "skin" }, { name: "suit" }]);
    await suitAndSkin("airbrush", "airbrush");
    const plan = await planned();
    expect(plan.work.conflicts).toEqual([]);
    expect(titles(plan).filter((t) => !t.startsWith("Look at the primer"))).toEqual([
      "Prime",
      "Paint the colour: skin",
      "A clear coat under the mask: skin",
      "Mask skin: 66 mm of tape",
      "Paint the colour: suit",
      "Take the mask off: skin",
      "Seal matte",
    ]);
    const [clear, mask] = ["A clear", "Mask skin"].map((t) =>
      paintOrder(plan).find((s) => s.title.startsWith(t))!,
    );
    const at = (id: string) => plan.work.schedule.slots.find((s) => s.stepId === id)!;
    expect(at(mask!.id).startsAt - at(clear!.id).endsAt).toBeGreaterThanOrEqual(
      productOf("varnish").handleMinutes,
    );
    expect(store(plan, "goods:tape")).toMatchObject({
      unit: "m",
      needed: expect.closeTo(0.066, 9),
      state: "none",
    });
  });
  it("brushed skin comes after the sprayed suit and needs no mask; typed and kept so it is masked", async () => {
    await figure([{ name: "skin" }, { name: "suit" }], 3);
    await suitAndSkin("brush", "airbrush");
    const fewest = await planned();
    expect(covers(fewest)).toEqual([]);
    const at = (t: string) => titles(fewest).indexOf(t);
    expect(at("Paint the colour: suit")).toBeLessThan(at("Paint the colour: skin"));
    await choose("as typed");
    const typed = await planned();
    expect(typed.work.conflicts).toEqual([]);
    const order = titles(typed);
    expect(order.indexOf("Paint the colour: skin")).toBeLessThan(order.indexOf("Paint the colour: suit"));
    expect(covers(typed)).toMatchObject([{ title: "Mask skin: 198 mm of tape" }]);
    // The same figures as on the page, for all three copies.
    const { planned: page } = partMasks(typed.parts[0]!, usualRooms)!;
    expect(covers(typed)[0]!.cover!.tapeMm).toBeCloseTo(3 * page.masks[0]!.tapeMm, 9);
    const onAndOff = typed.work.steps.filter(
      (s) => s.title.includes("ask skin") || s.title.includes("mask off"),
    );
    const minutes = onAndOff.reduce((sum, s) => sum + s.handsMinutes.value, 0);
    expect(minutes).toBeCloseTo(3 * page.masks[0]!.minutes, 9);
    await choose("no masks");
    expect(covers(await planned())).toEqual([]);
  });
  it("with liquid mask there is no tape to buy; a card is a note on the spray", async () => {
    await figure([{ name: "skin" }, { name: "suit" }]);
    await suitAndSkin("airbrush", "airbrush");
    await choose("fewest masks", "liquid");
    const liquid = await planned();
    expect(titles(liquid)).toContain("Brush liquid mask on skin");
    expect(store(liquid, "goods:tape")).toBeUndefined();
    expect(store(liquid, "goods:resist")!.needed).toBeCloseTo((10 * 0.2) / 10, 9);
    await choose("fewest masks", "card");
    const card = await planned();
    expect(covers(card)).toEqual([]);
    expect(
      paintOrder(card)
        .find((s) => s.title === "Paint the colour: suit")!
        .notes.join(),
    ).toMatch(/Hold a card in front of skin/);
  });
  it("a window is masked before the primer and uncovered after the last spray; left out, that is told", async () => {
    await figure([{ name: "wall" }, { name: "pane", meaning: "clear" }]);
    await layer("0", "primer", "", { product: "primer can", method: "can" });
    await layer("0", "colour", "paint:drab", { method: "airbrush" });
    await layer("0", "varnish", "", { product: "matte varnish can", method: "can" });
    const plan = await planned();
    expect(plan.work.conflicts).toEqual([]);
    expect(titles(plan).filter((t) => !t.startsWith("Look at"))).toEqual([
      "Mask pane: 66 mm of tape",
      "Prime",
      "Paint the colour",
      "Seal matte",
      "Take the mask off: pane",
    ]);
    expect(covers(plan)[0]!.notes.join()).toMatch(/wrap 10 cm²/);
    await choose("no masks");
    const { conflicts } = (await planned()).work;
    expect(conflicts.filter((c) => c.ruleId === "O25")).not.toEqual([]);
  });
  it("a spray that does not come near the pane needs no mask and breaks nothing, with masks and without", async () => {
    await figure([{ name: "wall" }, { name: "frame" }, { name: "pane", meaning: "clear" }]);
    // The frame lies between the wall and the pane.
    const beside = [[1], [0, 2], [1]];
    measures = beside.map((others, number) => ({
      ...measure(number),
      borders: others.map((other) => ({ beside: other, length: 60 })),
    }));
    await layer("0", "colour", "paint:drab", { method: "airbrush" });
    await layer("1", "colour", "paint:skin");
    for (const order of ["fewest masks", "no masks"]) {
      await choose(order);
      const { work } = await planned();
      expect(work.conflicts.filter((c) => c.ruleId === "O25")).toEqual([]);
      expect(covers(await planned())).toEqual([]);
    }
    // By can it is in view.
    const { id } = (await db.parts.get("wader"))!.zones[0]!.scheme[0]!;
    await layer("0", "colour", "paint:drab", { layerId: id, method: "can" });
    expect((await planned()).work.conflicts.filter((c) => c.ruleId === "O25")).not.toEqual([]);
    await choose("fewest masks");
    expect(covers(await planned()).map((s) => s.zones)).toContainEqual([2]);
  });
  it("B6: 20 minutes after the skin the suit may be held; while it is masked the tape's time is told", async () => {
    await figure([{ name: "skin" }, { name: "suit" }]);
    await suitAndSkin("airbrush", "airbrush");
    const { work, parts } = await planned();
    const byTitle = (title: string) => work.steps.find((s) => s.title.startsWith(title))!;
    const timeOf = (title: string) => work.times.get(byTitle(title).id)!;
    const all = parts.map((p) => p.part);
    // Its primer is hard by then.
    const steps = work.steps.filter((s) => s.action !== "prime");
    const at = (minute: number) => zonesToTouch(steps, work.times, minute, all, usualWeather);
    const skinEnds = timeOf("Paint the colour: skin").endsAt;
    const handled = skinEnds + productOf("acrylic").handleMinutes;
    expect(at(skinEnds + 20)).toEqual([
      {
        ...{ part: "wader", hold: ["suit"], masks: [] },
        soft: [{ zone: "skin", handledAt: expect.closeTo(handled, 6) }],
      },
    ]);
    const off = timeOf("Take the mask off").startsAt;
    const masked = at(timeOf("Paint the colour: suit").endsAt + 1);
    expect(masked[0]).toMatchObject({ hold: [], masks: [{ of: "skin", offAt: off }] });
    expect(masked[0]!.soft.map((s) => s.zone)).toEqual(["suit"]);
    expect(touchText(at(skinEnds + 20)[0]!, (m) => `${Math.round(m - handled)} min`)).toBe(
      "wader: hold suit, not skin; skin 0 min",
    );
    expect(at(skinEnds + 30 * 1440)).toEqual([]);
  });
  it("the board's edge is taped all round, and the tape comes off while its coat is soft", async () => {
    await db.scenes.put({ ...scene, boardWidthMm: 1200, boardDepthMm: 600 });
    await groundAction(
      { intent: "add", name: "Sand", material: "sand", share: "50", depth: "2 mm", wetWith: "water" },
      scene.id,
    );
    const plan = await planned();
    const [mask, edge, peel] = ["mask", "paint edge", "unmask"].map((action) =>
      plan.work.steps.find((s) => s.action === action && s.targets.includes("board"))!,
    );
    expect(mask!.title).toBe("Tape round the ground, 3.96 m");
    expect(store(plan, "goods:tape")!.needed).toBeCloseTo(3.96, 9);
    const at = (id: string) => plan.work.schedule.slots.find((s) => s.stepId === id)!;
    expect(at(mask!.id).endsAt).toBeLessThanOrEqual(at(edge!.id).startsAt);
    const waits = at(peel!.id).startsAt - at(edge!.id).endsAt;
    expect(waits).toBeGreaterThanOrEqual(0);
    expect(waits).toBeLessThanOrEqual(productOf("acrylic").recoatMinutes);
  });
});
