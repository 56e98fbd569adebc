import { beforeEach, describe, expect, it } from "vitest";
import { PDFDocument, StandardFonts } from "pdf-lib";
import { writePdf } from "#core/formats/pdf";
import { mishapsFor } from "#core/order/mishaps";
import { powerOf } from "#core/paint/cover";
import { labOfHex } from "#core/paint/colour";
import { bookOfMixes, bookOfParts, labelsOf } from "#core/plan/colour/bookEntries";
import { glazeBack, heldShare, partLayers } from "#core/plan/colour/heldShare";
import { schemeBook, swatchLabels } from "#core/plan/colour/schemeBook";
import { zoneLooks } from "#core/plan/bench/zoneLooks";
import { makePlan, type Plan } from "#core/plan/plan";
import { testPaint, testRecipe } from "#core/plan/testing";
import { patchedPart } from "#core/scene/part";
import { wholeZone } from "#core/scene/zone";
import { stepWentWrong } from "#app/jobs/bench";
import { spotsOf } from "#app/routes/bench/view";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { getPlanInput } from "#data/workshop";
import { testPart, testScene } from "#data/testing";
import { colourAction } from "#app/routes/colour/colourAction";
import { gainWords, offersOf, wantedColours } from "#app/routes/colour/buyRows";

// Work that is looked at: photos held against the plan, coats that did not cover, spots, books.
const db = appDatabase();
const scene = { ...testScene(), usualPaint: false };
const send = async (fields: Readonly<Record<string, string>>) => {
  const said = (await colourAction(fields)) as { data?: { problems?: { message: string }[] } };
  return (said.data?.problems ?? []).map((p) => p.message);
};
const planned = async (): Promise<Plan> =>
  makePlan((await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!);
const layer = {
  ...{ intent: "layer", partId: "tug", zone: "", product: "acrylic", method: "brush", sheen: "matte" },
  ...{ coats: "1", coverage: "100" },
};
const step = (plan: Plan, paintId: string) => plan.work.steps.find((s) => s.paintId === paintId)!;

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.paints.bulkPut([
    testPaint("white", "#f2f0ea"),
    testPaint("pale blue", "#9fb8c8"),
    testPaint("black", "#262626"),
  ]);
  const side = Math.sqrt(20 * 100);
  await db.parts.put(
    testPart({
      ...{ id: "tug", name: "tug", meshId: null, made: "bought", size: { boxMm: [side, side, side] } },
      zones: [wholeZone],
    }),
  );
});

describe("C20: the way back", () => {
  const told = (share: number) => ({ share, low: share - 0.03, high: share + 0.03 });
  it("white over pale blue planned at 30 % and read at 55 % offers a glaze of pale blue with its ml", async () => {
    await send({ ...layer, kind: "colour", what: "paint:pale blue" });
    await send({ ...layer, kind: "drybrush", method: "drybrush", what: "paint:white", coverage: "30" });
    const plan = await planned();
    const [held, ...more] = plan.parts.flatMap(partLayers);
    expect(more).toEqual([]);
    expect(held!.below).toEqual({ kind: "paint", id: "pale blue" });
    const verdict = heldShare(held!, told(0.55));
    expect(verdict).toMatchObject({ state: "too strong" });
    expect(verdict.words).toMatch(
      /^Planned are 30 %, the photo reads 55 % \(52 to 58 %\)|^Planned are 30 %, the photo reads 55 %/,
    );
    // 55 cm2 under 0.05 mm of wash: 0.275 ml over 90 %, what stays in the brush, and a fifth over.
    expect(verdict.glaze!.ml.value).toBeCloseTo(((55 * 0.005) / 0.9 + 0.3) * 1.2, 6);
    // A tap puts it into the order, right after the layer, in that colour, with those ml.
    const white = step(plan, "white");
    const change = glazeBack(white, held!, verdict.glaze!);
    expect(await send({ intent: "put-back", sceneId: scene.id, change: JSON.stringify(change) })).toEqual([]);
    const after = await planned();
    const glaze = after.work.steps.find((s) => s.title.startsWith("Glaze the colour below"))!;
    expect(glaze).toMatchObject({ paintId: "pale blue", action: "shade" });
    expect(glaze.mixMl!.value).toBeCloseTo(verdict.glaze!.ml.value, 9);
    const order = after.work.sequence.order;
    expect(order.indexOf(glaze.id)).toBe(order.indexOf(white.id) + 1);
    await undoLast();
    expect((await planned()).work.steps.some((s) => s.title.startsWith("Glaze"))).toBe(false);
  });
  it("what is as planned, or not there yet, is said and takes nothing back", async () => {
    await send({ ...layer, kind: "colour", what: "paint:pale blue" });
    await send({
      ...layer,
      kind: "glaze",
      product: "acrylic wash",
      method: "wash",
      what: "paint:white",
      coverage: "30",
      mostShare: "40",
    });
    const [held] = (await planned()).parts.flatMap(partLayers);
    expect(heldShare(held!, told(0.2)).state).toBe("not yet");
    expect(heldShare(held!, told(0.38))).toMatchObject({ state: "as planned", glaze: null });
    expect(heldShare(held!, told(0.5)).state).toBe("too strong");
  });
  it("a powder over a dusting is brushed off, and needs no glaze", async () => {
    await send({ ...layer, kind: "colour", what: "paint:black" });
    await send({
      ...layer,
      kind: "pigment",
      product: "pigment",
      method: "powder",
      what: "paint:pale blue",
      coverage: "20",
    });
    const [held] = (await planned()).parts.flatMap(partLayers);
    expect(heldShare(held!, told(0.6))).toMatchObject({ state: "too strong", glaze: null });
    expect(heldShare(held!, told(0.6)).words).toContain("dust the colour below over it");
  });
});

describe("C18: coats to cover learn from the bench", () => {
  it("a coat that does not hide what lies below puts another in, and its pot covers by so much less", async () => {
    await send({ ...layer, kind: "colour", what: "paint:black", coats: "2" });
    await send({ ...layer, kind: "colour", what: "paint:white", coats: "2" });
    const plan = await planned();
    const white = plan.work.steps.filter((s) => s.paintId === "white").find((s) => s.coat!.number === 2)!;
    const thin = mishapsFor(white).find((m) => m.id === "thin")!;
    const before = (await db.paints.get("white"))!;
    await stepWentWrong(
      { scene, step: white, minutes: 5, note: "", keep: null, pots: () => ["white"] },
      thin,
    );
    const after = (await db.paints.get("white"))!;
    expect(powerOf(after)).toBeCloseTo((powerOf(before) * 2) / 3, 9);
    const { work } = await planned();
    const again = work.steps.find((s) => s.title === "Another coat of the same")!;
    expect(again).toMatchObject({ paintId: "white", action: "paint", product: "acrylic" });
    expect(again.mixMl!.value).toBeGreaterThan(0.3);
    expect(work.done.has(white.id)).toBe(true);
    await undoLast();
    expect(await db.paints.get("white")).toEqual(before);
  });
});

describe("C3 and C21: how it should look at the bench", () => {
  it("a zone is lighter after white, by as much as its scheme says, and an undertone is told to look wrong", async () => {
    await send({ ...layer, kind: "colour", what: "paint:black" });
    await send({ ...layer, kind: "drybrush", method: "drybrush", what: "paint:white", coverage: "40" });
    await send({ ...layer, kind: "shade", product: "acrylic wash", method: "wash", what: "paint:black" });
    await send({ ...layer, kind: "drybrush", method: "drybrush", what: "paint:pale blue", coverage: "20" });
    const plan = await planned();
    const { workshop } = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
    const parts = plan.parts.map((p) => p.part);
    const [look, ...more] = zoneLooks(step(plan, "white"), parts, workshop);
    expect(more).toEqual([]);
    expect(look).toMatchObject({ name: "tug", share: 0.4 });
    expect(look!.afterL).toBeGreaterThan(look!.beforeL + 5);
    expect(zoneLooks({ ...step(plan, "white"), partOf: "treatment" }, parts, workshop)).toEqual([]);
  });
  it("copies in other colours are shown in theirs", async () => {
    await db.parts.update("tug", { count: 2 });
    await send({
      ...layer,
      kind: "colour",
      what: "paint:black",
      coats: "2",
      among0: "paint:white",
      seed: "1",
    });
    const plan = await planned();
    const { workshop } = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
    const afterL = (id: string) =>
      zoneLooks(
        step(plan, id),
        plan.parts.map((p) => p.part),
        workshop,
      )[0]!.afterL;
    expect(afterL("white")).toBeGreaterThan(afterL("black") + 40);
  });
});

describe("C10: colour spots", () => {
  it("are listed, stand at the bench until they are ticked, and go off the list", async () => {
    expect(await send({ intent: "spot", partId: "tug", spotName: "", spotHex: "#aa3322" })).toEqual([
      "Say what it is: a patch, a lining, a tear.",
    ]);
    await send({ intent: "spot", partId: "tug", spotName: "red lining", spotHex: "#aa3322" });
    await send({ ...layer, kind: "colour", what: "paint:black" });
    const paint = async () => step(await planned(), "black");
    const parts = async () => [(await db.parts.get("tug"))!];
    expect(spotsOf(await paint(), await parts()).spots.map((s) => [s.name, s.partName])).toEqual([
      ["red lining", "tug"],
    ]);
    const [spot] = (await parts())[0]!.spots!;
    await send({ intent: "spot-done", partId: "tug", spotId: spot!.id });
    expect(spotsOf(await paint(), await parts()).spots).toEqual([]);
    await send({ intent: "spot-remove", partId: "tug", spotId: spot!.id });
    expect((await parts())[0]!.spots).toEqual([]);
  });
});

describe("Stores of what is no paint", () => {
  it("resist takes liquid mask by its area, markings a softener; neither takes paint", async () => {
    await send({ ...layer, kind: "colour", what: "paint:pale blue" });
    await send({ ...layer, kind: "resist", coverage: "25", what: "" });
    await send({ ...layer, kind: "colour", what: "paint:white" });
    await send({ ...layer, kind: "decal", coverage: "10", what: "" });
    const { stores } = await planned();
    // 25 cm2 under 0.1 mm, half of it lost: 0.5 ml. 10 cm2 under 0.05 mm, half of it lost: 0.1 ml.
    expect(stores.find((l) => l.needKey === "goods:resist")!.needed).toBeCloseTo(0.5, 6);
    expect(stores.find((l) => l.needKey === "goods:softener")!.needed).toBeCloseTo(0.1, 6);
  });
});

describe("O25: a part with a clear place", () => {
  it("is painted beside it by hand without a word; what is sprayed, or lies on it, is told", async () => {
    const tug = (await db.parts.get("tug"))!;
    const zones = [
      { ...wholeZone, number: 0, name: "post", areaCm2: 20 },
      { ...wholeZone, number: 1, name: "lantern", meaning: "clear" as const, areaCm2: 5 },
    ];
    await db.parts.put(patchedPart(tug, { made: "printed", print: { clear: true }, zones }));
    const told = async () => (await planned()).work.conflicts.some((c) => c.ruleId === "O25");
    await send({ ...layer, kind: "colour", what: "paint:black", zone: "0" });
    expect(await told()).toBe(false);
    const { id: layerId } = (await db.parts.get("tug"))!.zones[0]!.scheme[0]!;
    await send({ ...layer, kind: "colour", what: "paint:black", zone: "0", method: "airbrush", layerId });
    expect(await told()).toBe(true);
    await send({ ...layer, kind: "colour", what: "paint:black", zone: "0", layerId });
    await send({ ...layer, kind: "colour", what: "paint:white", zone: "1" });
    expect(await told()).toBe(true);
  });
});

describe("on paper", () => {
  const shelf = {
    recipes: [testRecipe],
    paints: [testPaint("chalk", "#e8e2d4"), testPaint("umber", "#5a4634")],
  };
  it("a book has every zone and mix with its swatch, on as many sheets as it takes, and another reader opens it", async () => {
    await send({ ...layer, kind: "colour", what: "paint:black" });
    await send({ ...layer, kind: "drybrush", method: "drybrush", what: "paint:white", coverage: "40" });
    const part = (await db.parts.get("tug"))!;
    const own = { recipes: [], paints: await db.paints.toArray() };
    const [entry] = bookOfParts([part], own);
    expect(entry).toMatchObject({ title: "tug" });
    expect(entry!.lines.map((l) => l.title)).toEqual(["colour: black", "drybrush: white"]);
    expect(entry!.lines.every((l) => l.hex !== null)).toBe(true);
    const mixes = bookOfMixes(shelf);
    const many = Array.from({ length: 9 }, () => ({
      ...entry!,
      lines: Array.from({ length: 9 }, () => entry!.lines[0]!),
    }));
    const pages = schemeBook("Schemes of the yard", [...many, mixes]);
    const lines = 9 * 9 + mixes.lines.length;
    expect(pages.reduce((n, p) => n + p.areas.length, 0)).toBe(lines);
    for (const page of pages)
      for (const { at } of page.words) {
        expect(at[1]).toBeGreaterThan(4);
        expect(at[1]).toBeLessThan(297);
      }
    const read = await PDFDocument.load(await writePdf("Schemes of the yard", pages));
    expect(read.getPageCount()).toBe(pages.length);
    expect(read.getTitle()).toBe("Schemes of the yard");
  });
  it("keeps its words on the sheet, however long they are", async () => {
    const long = "Whitewashed weatherboarding of the northern gable wall ".repeat(9);
    const font = await (await PDFDocument.create()).embedFont(StandardFonts.HelveticaBold);
    const pages = [
      ...schemeBook("x", [{ title: "a", note: "b", lines: [{ hex: null, title: long, words: long }] }]),
      ...swatchLabels([{ hex: "#123456", name: long, words: long }]),
    ];
    const PT = 72 / 25.4;
    for (const page of pages)
      for (const { at, sizeMm, text } of page.words)
        expect(at[0] + font.widthOfTextAtSize(text, sizeMm * PT) / PT).toBeLessThan(page.widthMm - 4);
  });
  it("labels are 60 x 24 mm, side by side without touching the edge of the sheet, one for each mix and pot", () => {
    const labels = labelsOf(shelf);
    expect(labels.map((l) => l.name)).toEqual([testRecipe.name, "chalk", "umber"]);
    const many = Array.from({ length: 40 }, () => labels[0]!);
    const pages = swatchLabels(many);
    expect(pages).toHaveLength(2);
    const frames = pages[0]!.areas.filter((a) => a.fill === null).map((a) => a.lines[0]!);
    for (const [x0, y0, x1, , , y1] of frames) {
      expect(x1! - x0!).toBe(60);
      expect(y1! - y0!).toBe(24);
      expect(x0!).toBeGreaterThanOrEqual(10);
      expect(x1!).toBeLessThanOrEqual(200);
      expect(y0!).toBeGreaterThanOrEqual(10);
    }
    expect(swatchLabels([])).toEqual([]);
  });
});

describe("which pot to buy", () => {
  it("takes targets of mixes and zones once each, and refuses a file that is no palette", async () => {
    const red = labOfHex("#a03020");
    if (!red.ok) throw new Error();
    const part = (await db.parts.get("tug"))!;
    const tied = { ...part, zones: [{ ...wholeZone, wanted: red.value }] };
    expect(wantedColours([{ ...testRecipe, target: red.value }], [tied])).toEqual([red.value]);
    expect(offersOf("no palette at all").ok).toBe(false);
    expect(offersOf("name,hex\nbrick,#a03020\n")).toMatchObject({ ok: true, value: [{ name: "brick" }] });
    const offered = { name: "brick", hex: "#a03020", lab: red.value };
    expect(gainWords({ offered, without: 24.2, with: 3.1, helps: 2 })).toBe(
      "all of them together 24.2 off now, 3.1 with it; 2 colours come nearer by what is seen.",
    );
  });
});
