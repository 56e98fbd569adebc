import { beforeEach, describe, expect, it } from "vitest";
import { shippedSequences } from "#core/paint/shippedSequences";
import { momentOf, paintCourse } from "#core/plan/colour/paintMoments";
import { makePlan } from "#core/plan/plan";
import { testPaint } from "#core/plan/testing";
import { partRef } from "#core/reference";
import { wholeZone } from "#core/scene/zone";
import { paintZones, shownFaces } from "#core/painted/paintZones";
import { readyToPaint, testLayer } from "#core/painted/testing";
import { box } from "#core/mesh/testing";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { colourAction } from "#app/routes/colour/colourAction";
import { layerAmount, stepsOfLayer } from "#app/routes/colour/layerAmount";
import { layerRows } from "#app/routes/colour/view";
import {
  doneAt,
  layerAt,
  mayBeMore,
  momentWords,
  promises,
  sheensAt,
  staleShares,
  shareLines,
  shelfOf,
  surfaceKey,
  tried,
} from "./view";

// What the forms of the Colour page send, painted moment by moment.
const db = appDatabase();
const scene = { ...testScene(), usualPaint: false };
const send = (fields: Readonly<Record<string, string>>) => colourAction(fields);
const layer = (kind: string, more: Readonly<Record<string, string>> = {}) =>
  send({
    ...{ intent: "layer", partId: "shed", zone: "", kind, product: "acrylic", method: "brush" },
    ...{ sheen: "matte", coats: "1", coverage: "100", what: "paint:ochre" },
    ...more,
  });
const planned = async () => {
  const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
  const plan = makePlan(input);
  return { plan, input, part: plan.parts.find((p) => p.part.id === "shed")!.part };
};

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.paints.bulkPut([
    testPaint("ochre", "#a9762f"),
    testPaint("dark", "#3a2f28"),
    testPaint("white", "#f2f0ea"),
  ]);
  await db.parts.put(
    testPart({
      ...{ id: "shed", name: "Shed", meshId: null, count: 1, made: "bought" },
      size: { boxMm: [30, 30, 30] },
      zones: [
        { ...wholeZone, number: 0, name: "walls" },
        { ...wholeZone, number: 1, name: "roof" },
      ],
    }),
  );
});

describe("C21: the scheme step by step", () => {
  it("seven layers give seven pictures, and step 3 at the bench is picture 3", async () => {
    await layer("primer", { product: "brush primer", what: "paint:dark" });
    await layer("colour", { coats: "2" });
    await layer("shade", { method: "wash", product: "acrylic wash", what: "paint:dark" });
    await layer("drybrush", { method: "drybrush", coverage: "60", what: "paint:white" });
    await layer("drybrush", { method: "drybrush", coverage: "30", what: "paint:white", zone: "1" });
    await layer("varnish", { product: "varnish", what: "" });
    await layer("pigment", { product: "pigment", method: "powder", coverage: "20" });
    const { plan, part, input } = await planned();
    const course = paintCourse(part, plan.work);
    expect(course.moments).toHaveLength(7);
    expect(course.leftOut).toEqual([]);
    const third = plan.work.steps.find((s) => s.action === "shade" && s.targets.includes(partRef("shed")))!;
    expect(momentOf(course, third.id, plan.work.sequence.order)).toBe(2);
    const first = plan.work.sequence.order[0]!;
    expect(momentOf(course, first, plan.work.sequence.order) ?? 0).toBe(0);
    expect(momentOf(course, "no such step", plan.work.sequence.order)).toBeNull();
    expect(momentWords(course, 5, part, input.workshop)).toBe("5 of 7: Drybrush the edges, white, on roof");
    expect(momentWords(course, 0, part, input.workshop)).toBe("0 of 7: bare");
    // Each picture is another one, and what the table tells is what its layers' amounts go by.
    const ready = readyToPaint(box(30, 30, 30), 2);
    const of = ready.paint.of.map((_, f) => (ready.shape.normal[3 * f + 2]! > 0.5 ? 1 : 0));
    const painted = paintZones(ready.shape, of, new Map(course.schemes), shelfOf(course, input.workshop));
    const pictures = Array.from({ length: 8 }, (_, at) =>
      shownFaces(painted, new Map(doneAt(course, at)), of.length).join(),
    );
    expect(new Set(pictures).size).toBe(8);
    const shares = painted.zones.map((z) => ({ zone: z.number, shares: z.shares }));
    const p = plan.parts.find((x) => x.part.id === "shed")!;
    for (const line of shareLines(course, shares, p)) {
      expect(line.drawn).toBeCloseTo(line.told, 2);
      // The area is the plan's, of one copy.
      const { areaCm2 } = p.zones.find((z) => line.id.startsWith(`${z.zone.number} `))!;
      expect(line.cm2).toBeCloseTo(areaCm2.value * line.drawn, 6);
    }
  });
  it("layers of several colours are one moment; masks that a rule puts in are none", async () => {
    const eye = shippedSequences.find((s) => s.name.startsWith("Eye"))!;
    const slots = Object.fromEntries(eye.slots.map((_, i) => [`slot${i}`, "paint:dark"]));
    await send({ intent: "lay-sequence", partId: "shed", zone: "", alsoOn: "", sequence: eye.id, ...slots });
    const { plan, part } = await planned();
    const course = paintCourse(part, plan.work);
    expect(course.moments).toHaveLength(eye.layers.length);
    expect(doneAt(course, 99)).toEqual(course.moments.at(-1)!.done);
    expect(doneAt(course, 0)).toEqual([]);
  });
  it("a part that nothing is planned of is painted as it is typed", () => {
    const scheme = [testLayer("a", "primer"), testLayer("b", "colour")];
    const part = testPart({ zones: [{ ...wholeZone, scheme }] });
    const course = paintCourse(part, { steps: [], sequence: { order: [] } } as never);
    expect(course.moments.map((m) => m.layerId)).toEqual(["a", "b"]);
  });
});

describe("how much of a layer", () => {
  it("is tried in the picture alone, and its ml follow once it is kept: twice the share, twice the area", async () => {
    await layer("colour");
    await layer("drybrush", { method: "drybrush", coverage: "30", what: "paint:white" });
    const before = await planned();
    const course = paintCourse(before.part, before.plan.work);
    const dry = layerAt(course, 2)!;
    expect(layerAt(course, 0)).toBeNull();
    expect(tried(course, null)).toBe(course);
    const more = tried(course, { layerId: dry.id, coverage: 0.6 });
    const ready = readyToPaint(box(30, 30, 30), 2);
    const of = ready.paint.of;
    const sharesOf = (c: typeof course) =>
      paintZones(ready.shape, of, new Map(c.schemes), shelfOf(c, before.input.workshop)).zones[0]!.shares;
    expect(sharesOf(course)[1]).toBeCloseTo(0.3, 2);
    expect(sharesOf(more)[1]).toBeCloseTo(0.6, 2);
    const stepOf = ({ plan }: typeof before) =>
      plan.work.steps.find(
        (s) => typeof s.partOf === "object" && s.partOf.layerId === dry.id && s.insertedBy === null,
      )!;
    await send({ intent: "layer-share", partId: "shed", zone: "", layerId: dry.id, coverage: "60" });
    const after = await planned();
    expect(stepOf(after).areaCm2! / stepOf(before).areaCm2!).toBeCloseTo(2, 9);
    expect(stepOf(after).mixMl!.value).toBeGreaterThan(stepOf(before).mixMl!.value);
    await send({ intent: "layer-share", partId: "shed", zone: "", layerId: dry.id, coverage: "0" });
    await send({ intent: "layer-share", partId: "shed", zone: "", layerId: "gone", coverage: "10" });
    expect(layerAt(paintCourse((await planned()).part, after.plan.work), 2)!.coverage).toBe(0.6);
  });
  it("its amount is that of all its coats, the same as on the Colour page", async () => {
    await layer("colour", { coats: "3" });
    const { plan, part, input } = await planned();
    const [row] = layerRows(part, input.workshop, plan);
    const amount = layerAmount(plan.work, "shed", row!.layer.id)!;
    expect(amount).toEqual(row!.amount);
    const coats = stepsOfLayer(plan.work, "shed", row!.layer.id);
    expect(coats.filter((s) => s.insertedBy === null)).toHaveLength(3);
    expect(amount.value).toBeCloseTo(
      coats.reduce((all, s) => all + (s.mixMl?.value ?? 0), 0),
      9,
    );
  });
  it("a place that is another share by now is told, and is right again once that is taken", async () => {
    await layer("colour", { coverage: "40", place: "edges", found: "yes" });
    const { plan, part } = await planned();
    const p = plan.parts.find((x) => x.part.id === "shed")!;
    const course = paintCourse(part, plan.work);
    const drawn = (share: number) => [0, 1].map((zone) => ({ zone, shares: [share] }));
    expect(staleShares(course, drawn(0.4), p)).toEqual([]);
    expect(staleShares(course, drawn(0.19), p)).toMatchObject([
      { layer: { place: "edges" }, found: expect.closeTo(0.19, 9) },
    ]);
    expect(staleShares(course, drawn(0), p)).toMatchObject([{ found: 0 }]);
    const stale = staleShares(course, drawn(0.19), p)[0]!;
    await send({ intent: "layer-share", partId: "shed", zone: "", layerId: stale.layer.id, coverage: "19" });
    const now = await planned();
    const after = now.plan.parts.find((x) => x.part.id === "shed")!;
    expect(staleShares(paintCourse(now.part, now.plan.work), drawn(0.19), after)).toEqual([]);
  });
  it("is asked of what is laid in part, not of primer, seal, or what was found on the mesh", () => {
    expect(mayBeMore(testLayer("a", "drybrush"))).toBe(true);
    expect(mayBeMore(testLayer("a", "dust", { weather: "mud" }))).toBe(true);
    expect(mayBeMore(testLayer("a", "primer")) || mayBeMore(testLayer("a", "varnish"))).toBe(false);
    expect(mayBeMore(testLayer("a", "colour", { place: "edges" }))).toBe(false);
  });
});

describe("how it shines, and what is not promised", () => {
  const scheme = [
    testLayer("a", "colour", { sheen: "gloss" }),
    testLayer("b", "drybrush", { coverage: 0.3 }),
    testLayer("c", "varnish", { sheen: "satin", colour: null }),
  ];
  const course = { schemes: [[0, scheme] as const], moments: [], leftOut: [scheme[0]!] };
  it("is as its last whole layer, and as plastic before any", () => {
    expect(sheensAt(course, [])).toEqual([[0, 1]]);
    expect(sheensAt(course, [[0, 1]])).toEqual([[0, 2]]);
    expect(sheensAt(course, [[0, 2]])).toEqual([[0, 2]]);
    expect(sheensAt(course, [[0, 3]])).toEqual([[0, 1]]);
  });
  it("says gloss, metals, colours that nobody told, copies that differ and what is left out", () => {
    const shelf = { recipes: [], paints: [{ ...testPaint("ochre", "#a9762f"), kind: "metallic" as const }] };
    const said = promises(course, shelf, { isCoarse: true }).join(" ");
    expect(said).toMatch(/Metals are drawn in the colour of their pot/);
    expect(said).toMatch(/Gloss is drawn under one lamp/);
    expect(said).toMatch(/Left out by the plan, and so not drawn: colour\./);
    expect(said).toMatch(/drawn coarsely/);
    const bare = {
      ...course,
      schemes: [[0, [testLayer("x", "colour", { colour: null, onSome: 0.5 })]] as const],
    };
    const other = promises(bare, shelf, { isCoarse: false }).join(" ");
    expect(other).toMatch(/1 layer has no colour yet and is not drawn/);
    expect(other).toMatch(/Copies that differ are drawn in the first of their colours/);
  });
  it("is worked out anew for another mesh, size or map", () => {
    const keys = [
      surfaceKey("m", 1, null, 0, 72),
      surfaceKey("m", 2, null, 0, 72),
      surfaceKey("m", 1, { stamp: "s" }, 0, 72),
      surfaceKey("m", 1, { stamp: "t" }, 0, 72),
      surfaceKey("n", 1, null, 0, 72),
      surfaceKey("m", 1, null, 3, 72),
      surfaceKey("m", 1, null, 0, 87),
    ];
    expect(new Set(keys).size).toBe(keys.length);
  });
});
