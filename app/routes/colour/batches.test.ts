import { beforeEach, describe, expect, it } from "vitest";
import { coatMillilitres } from "#core/paint/amount";
import { productOf } from "#core/materials/products";
import { exact } from "#core/figure";
import { makePlan } from "#core/plan/plan";
import { mixNowText, mixOnce } from "#core/plan/order/mixOnce";
import { testStep } from "#core/order/testing";
import { testPaint } from "#core/plan/testing";
import { schemeOf } from "#core/scene/part";
import { wholeZone } from "#core/scene/zone";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { getPlanInput, getPlanInputs } from "#data/workshop";
import { testPart, testScene } from "#data/testing";
import { undoLast } from "#data/journal";
import { drawChanges } from "#app/jobs/drawShelf";
import { keep } from "#app/jobs/keep";
import { colourAction } from "#app/routes/colour/colourAction";
import { batchesOf, batchWords, swatchSaid } from "#app/routes/colour/view";
import { keepPot } from "#app/routes/workshop/keepPot";
import { keepStripe } from "#app/routes/workshop/keepSwatch";

// What the forms of mixes, batches and pots send, planned.
const db = appDatabase();
const scene = { ...testScene(), usualPaint: false };
const messages = (said: unknown) =>
  ((said as { data?: { problems?: { message: string }[] } }).data?.problems ?? []).map((p) => p.message);
const send = async (fields: Readonly<Record<string, string>>) => messages(await colourAction(fields));
const pots = async (fields: Readonly<Record<string, string>>) =>
  messages(await (fields.intent === "stripe" ? keepStripe : keepPot)(fields, "2026-02-01T10:00"));
const house = (id: string, cm2: number, sceneId = scene.id) => {
  const side = Math.sqrt(20 * cm2);
  return {
    ...testPart({
      ...{ id, name: id, meshId: null, made: "bought" },
      size: { boxMm: [side, side, side] },
      zones: [{ ...wholeZone }],
    }),
    sceneId,
  };
};
const today = { today: scene.startOn, minute: 0, ms: 0 };
const planned = async () => makePlan((await getPlanInput(scene.id, today, db))!);
const mix = {
  intent: "recipe",
  id: "wall",
  name: "wall grey",
  paint0: "white",
  parts0: "3",
  paint1: "dark",
  parts1: "2",
};
const wallOf = (partId: string) => ({
  ...{
    intent: "layer",
    partId,
    zone: "",
    kind: "colour",
    product: "acrylic",
    method: "brush",
    what: "recipe:wall",
  },
  ...{ sheen: "matte", coats: "1", coverage: "100", afresh: "on" },
});
/** So many cm2 of one brushed coat need 12 ml, without the fifth over: 25 um of dry film at 35 % solids. */
const cm2For12Ml = () => {
  const per = coatMillilitres({
    ...{ areaCm2: exact(1000, "cm2", "yours"), coats: 1, method: "brush", thinnerShare: 0 },
    product: productOf("acrylic"),
  }).value;
  return 1000 * ((12 - 0.5) / (per / 1.2 - 0.5));
};

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.paints.bulkPut([testPaint("white", "#f2f0ea"), testPaint("dark", "#3a2f28")]);
});

describe("C7: the same colour again in three weeks", () => {
  it("two houses of 12 ml, the second three weeks later: 28.8 ml are mixed at once, 12 for the other", () => {
    const use = (id: string, day: number) => ({
      step: testStep({
        id,
        action: "paint",
        recipeId: "wall",
        mixMl: exact(14.4, "ml", "practice"),
        onWhat: id,
      }),
      startsAt: day * 1440,
      called: id,
    });
    const once = mixOnce([use("second house", 21), use("first house", 0)], new Set());
    expect([...once.keys()]).toEqual(["first house"]);
    expect(mixNowText(once.get("first house")!)).toMatch(
      /^Mix 28\.8 ml now: 12\.0 for this, 12\.0 for second house, and a fifth over\./,
    );
    // What would not keep, or stands ready in a jar, is not mixed for later.
    expect(mixOnce([use("a", 0), use("b", 29)], new Set()).size).toBe(0);
    expect(mixOnce([use("a", 0), use("b", 2)], new Set(["wall"])).size).toBe(0);
  });
  it("says it at the first step in the plan, for parts of this scene and of another, until a batch stands ready", async () => {
    const cm2 = cm2For12Ml();
    await db.scenes.put({ ...scene, id: "other", name: "the far bank" });
    await db.parts.bulkPut([house("mill", cm2), house("shed", cm2), house("barn", cm2, "other")]);
    expect(await send({ ...mix, unthinned: "on" })).toEqual([]);
    for (const id of ["mill", "shed", "barn"]) await send(wallOf(id));
    const inputs = await getPlanInputs(today, db);
    const [own, ...others] = [...inputs].sort((a) => (a.scene.id === scene.id ? -1 : 1));
    const plan = makePlan(own!, others);
    const [first, ...more] = plan.work.steps.filter((s) => s.mixNow);
    const elsewhere = makePlan(others[0]!, [own!]).work.steps.filter((s) => s.mixNow);
    expect(more).toEqual([]);
    const told = first ?? elsewhere[0]!;
    expect(told.mixNow!.ml.value).toBeCloseTo(3 * 14.4, 1);
    expect(told.mixNow!.hereMl).toBeCloseTo(12, 1);
    expect(told.mixNow!.others.map((o) => o.ml.toFixed(0))).toEqual(["12", "12"]);
    expect(told.mixNow!.others.some((o) => /in the far bank|in /.test(o.called))).toBe(true);
    // Only one of the scenes is told: the first of them all.
    expect((first ? 1 : 0) + elsewhere.length).toBe(1);
    await send({ intent: "batch", id: "wall", made: "28.8", left: "16", madeOn: "", forWhat: "the mill" });
    expect((await planned()).work.steps.filter((s) => s.mixNow)).toEqual([]);
  });
  it("16 ml are entered as left, and the second house draws on them", async () => {
    const cm2 = cm2For12Ml();
    await db.parts.bulkPut([house("shed", cm2)]);
    await send({ ...mix, unthinned: "on" });
    await send(wallOf("shed"));
    await send({ intent: "batch", id: "wall", made: "28.8", left: "16", madeOn: "", forWhat: "the mill" });
    const { stores } = await planned();
    const line = stores.find((l) => l.needKey === "recipe:wall")!;
    expect(line).toMatchObject({ left: 16, state: "close" });
    expect(line.needed).toBeCloseTo(14.4, 1);
    expect(stores.some((l) => l.needKey === "paint:white")).toBe(false);
  });
  it("a batch takes its paint out of the pots, is changed, thrown away, and comes back by undo", async () => {
    await send({ ...mix, thinner: "25" });
    await send({
      intent: "batch",
      id: "wall",
      made: "10",
      left: "",
      madeOn: "2026-01-02",
      forWhat: "x",
      fromPots: "on",
    });
    // 10 ml with a quarter of thinner are 8 ml of paint, 3 to 2.
    const left = async () => (await db.paints.bulkGet(["white", "dark"])).map((p) => p!.millilitres);
    expect(await left()).toEqual([17 - 4.8, 17 - 3.2]);
    const [jar] = await db.stock.toArray();
    expect(jar).toMatchObject({ left: 10, batch: { madeOn: "2026-01-02", madeMl: 10, forWhat: "x" } });
    expect(await send({ intent: "batch", id: "wall", stockId: jar!.id, made: "10", left: "12" })).toEqual([
      "No more is left of it than the 10 ml that were mixed.",
    ]);
    await send({
      intent: "batch",
      id: "wall",
      stockId: jar!.id,
      made: "10",
      left: "4",
      madeOn: "2026-01-02",
      forWhat: "x",
    });
    const recipe = (await db.recipes.get("wall"))!;
    const batches = batchesOf(recipe, { stock: await db.stock.toArray() });
    expect(batches.map((b) => b.left)).toEqual([4]);
    expect(await left()).toEqual([12.2, 13.8]);
    expect(batchWords(batches[0]!, "2026-01-23")).toBe("10 ml for x, mixed 21 days ago.");
    expect(batchWords(batches[0]!, "2026-02-03")).toMatch(/older than the 28 days a mix keeps/);
    await send({ intent: "remove-batch", stockId: jar!.id });
    expect(await db.stock.count()).toBe(0);
    await undoLast();
    expect(await db.stock.count()).toBe(1);
  });
  it("an empty jar is none: the pots are drawn again; of two jars the older is used up first", async () => {
    await db.parts.bulkPut([house("shed", cm2For12Ml())]);
    await send({ ...mix, unthinned: "on" });
    await send(wallOf("shed"));
    const jar = (made: string, left: string, madeOn: string) =>
      send({ intent: "batch", id: "wall", made, left, madeOn, forWhat: "" });
    await jar("20", "0", "2026-01-02");
    expect((await planned()).stores.some((l) => l.needKey === "paint:white")).toBe(true);
    await db.stock.clear();
    await jar("20", "6", "2026-01-09");
    await jar("20", "5", "2026-01-02");
    const { workshop } = (await getPlanInput(scene.id, today, db))!;
    const [first, second] = batchesOf((await db.recipes.get("wall"))!, workshop);
    const draw = { needKey: "recipe:wall", name: "wall", unit: "ml", amount: 7 } as const;
    await keep("draw", drawChanges([draw], workshop));
    expect((await db.stock.bulkGet([first!.id, second!.id])).map((s) => s!.left)).toEqual([0, 4]);
    await undoLast();
    expect((await db.stock.bulkGet([first!.id, second!.id])).map((s) => s!.left)).toEqual([5, 6]);
  });
  it("what was laid of a batch already is not taken out of the pots once more", async () => {
    await send({ ...mix, unthinned: "on" });
    await send({
      intent: "batch",
      id: "wall",
      made: "10",
      left: "4",
      madeOn: "",
      forWhat: "",
      fromPots: "on",
    });
    const left = (await db.paints.bulkGet(["white", "dark"])).map((p) => p!.millilitres);
    expect(left).toEqual([17 - 2.4, 17 - 1.6]);
  });
  it("a remix with a swatch shows its difference, and is adjusted or kept as variant 2", async () => {
    await send({ ...mix, unthinned: "on" });
    await send({ intent: "mix-swatch", id: "wall", swatch: "#8a8078" });
    const first = (await db.recipes.get("wall"))!;
    expect(swatchSaid(first, null, "#8a8078")).toMatchObject({ isOther: false });
    const said = swatchSaid(first, null, "#948a80");
    expect(said.isOther).toBe(true);
    expect(said.words).toMatch(
      /^3\.\d from the first wall grey: .*Adjust it at the cup, or keep it as a variant\.$/,
    );
    await send({ intent: "swatch-variant", id: "wall", swatch: "#948a80" });
    const all = await db.recipes.toArray();
    expect(all.map((r) => r.name).sort()).toEqual(["wall grey", "wall grey, variant 2"]);
    expect((await db.recipes.get("wall"))!.swatch).toEqual(first.swatch);
    // Other parts are another colour: what it dried to goes.
    await send({ ...mix, unthinned: "on", parts1: "1" });
    expect((await db.recipes.get("wall"))!.swatch).toBeUndefined();
  });
});

describe("C1: what a recipe card asks for", () => {
  it("asks for the thinner: none has to be ticked, it is not zero by itself", async () => {
    expect(await send(mix)).toEqual([
      "Say how much thinner goes in, in per cent of the paint, or tick that it is laid unthinned.",
    ]);
    expect(await send({ ...mix, unthinned: "on", measure: "grams" })).toEqual([]);
    expect(await db.recipes.get("wall")).toMatchObject({ thinnerShare: 0, measure: "grams" });
    expect(await send({ ...mix, thinner: "1000" })).toEqual([expect.stringContaining("400")]);
    expect(await db.recipes.get("wall")).toMatchObject({ thinnerShare: 0 });
  });
  it("a glue and paint first coat of 40 to 60 over 150 cm2 is a film of 0.1 mm: 5.6 ml, 2.2 of glue and 3.4 of paint", async () => {
    await db.parts.put(house("mill", 150));
    await db.paints.bulkPut([
      { ...testPaint("bone glue", "#e8e0c8"), kind: "glue", solids: 0.4, millilitres: 100 },
      { ...testPaint("sand", "#b59a6a"), solids: 0.4 },
    ]);
    const first = {
      intent: "recipe",
      id: "first",
      name: "first coat",
      paint0: "bone glue",
      parts0: "40",
      paint1: "sand",
      parts1: "60",
    };
    expect(await send({ ...first, unthinned: "on" })).toEqual([]);
    await send({ ...wallOf("mill"), what: "recipe:first" });
    const { work, stores } = await planned();
    const step = work.steps.find((s) => s.recipeId === "first")!;
    expect(step.mixMl!.value).toBeCloseTo(5.6, 2);
    const drawn = (id: string) => stores.find((l) => l.needKey === `paint:${id}`)!.needed;
    expect(drawn("bone glue")).toBeCloseTo(2.24, 2);
    expect(drawn("sand")).toBeCloseTo(3.36, 2);
    expect(step.notes).toContain("Glue in it: a thick film that fills fine lines.");
  });
  it("says at the bench how it is sprayed, and that from more than 25 cm it frosts", async () => {
    await db.parts.put(house("mill", 100));
    await send({ ...mix, unthinned: "on", nozzleMm: "0,3", bar: "1.2", distanceCm: "30", passes: "3" });
    expect((await db.recipes.get("wall"))!.laid).toEqual({
      nozzleMm: 0.3,
      bar: 1.2,
      distanceCm: 30,
      passes: 3,
    });
    await send({ ...wallOf("mill"), method: "airbrush" });
    const frosts = async () => (await planned()).findings.some((f) => f.cause === "frosts");
    const step = (await planned()).work.steps.find((s) => s.recipeId === "wall")!;
    expect(step.notes).toContain("Spray with a 0.3 mm nozzle, 1.2 bar, from 30 cm.");
    expect(step.notes).toContain("3 passes, blotted between.");
    expect(await frosts()).toBe(true);
    await send({ ...mix, unthinned: "on", distanceCm: "12" });
    expect(await frosts()).toBe(false);
  });
  it("mixes that were found and not typed are told before they are laid, until somebody says", async () => {
    await db.parts.put(house("mill", 100));
    await send({
      intent: "picture-mixes",
      mixes: JSON.stringify([{ parts: [{ paintId: "white", parts: 1 }], target: null }]),
    });
    const [found] = await db.recipes.toArray();
    await send({ ...wallOf("mill"), what: `recipe:${found!.id}` });
    const causes = async () => (await planned()).findings.map((f) => f.cause);
    expect(await causes()).toContain("thinner-open");
    await send({ ...mix, id: found!.id, unthinned: "on" });
    expect(await causes()).not.toContain("thinner-open");
  });
});

describe("pots", () => {
  const pot = {
    ...{
      intent: "add",
      name: "bone white",
      hex: "#efe9da",
      product: "acrylic",
      opacity: "opaque",
      sheen: "matte",
    },
    ...{ millilitres: "17", kind: "paint" },
  };
  it("keep kind, body, solids, size, price and the day they were opened, and refuse what cannot be", async () => {
    expect(
      await pots({
        ...pot,
        body: "thick",
        solids: "42",
        sizeMl: "20",
        price: "3,80",
        openedOn: "2026-02-01",
      }),
    ).toEqual([]);
    const kept = (await db.paints.toArray()).find((p) => p.name === "bone white")!;
    expect(kept).toMatchObject({
      ...{ body: "thick", solids: 0.42, sizeMl: 20, priceMinor: 380, openedOn: "2026-02-01" },
    });
    expect(kept.kind).toBeUndefined();
    expect(await pots({ ...pot, id: kept.id, solids: "120" })).toHaveLength(1);
    expect(await pots({ ...pot, id: kept.id, kind: "ink" })).toEqual([]);
    expect((await db.paints.get(kept.id))!.kind).toBe("ink");
  });
  it("solids of a pot rule the amount: the paint of a film by conservation of solids", async () => {
    await db.parts.put(house("mill", 200));
    await send({ ...wallOf("mill"), what: "paint:white" });
    const ml = async () => (await planned()).work.steps.find((s) => s.paintId === "white")!.mixMl!.value;
    const before = await ml();
    const { hex } = (await db.paints.get("white"))!;
    await pots({ ...pot, id: "white", name: "white", hex, solids: "20", kind: "ink" });
    // Half a millilitre stays in the brush, with a fifth over; the rest goes by 0.35 over 0.20.
    expect((await ml()) - 0.6).toBeCloseTo(((before - 0.6) * 0.35) / 0.2, 6);
  });
  it("the price of a pot is what its paint costs in Stores", async () => {
    await db.parts.put(house("mill", 200));
    await send({ ...wallOf("mill"), what: "paint:white" });
    const line = async () => (await planned()).stores.find((l) => l.needKey === "paint:white")!;
    expect(await line()).toMatchObject({ priced: false });
    const { hex } = (await db.paints.get("white"))!;
    await pots({ ...pot, id: "white", name: "white", hex, sizeMl: "20", price: "4" });
    const priced = await line();
    expect(priced.priced).toBe(true);
    expect(priced.cost.value).toBeCloseTo(priced.needed * 20, 6);
  });
  it("a stripe over black tells how a pot covers; coats to cover follow, another colour loses it, nonsense is refused", async () => {
    await db.parts.put(house("mill", 200));
    await send({ ...wallOf("mill"), what: "paint:dark" });
    await send({ ...wallOf("mill"), what: "paint:white", coats: "1" });
    // A white that comes out mid-grey over black covers badly.
    expect(await pots({ intent: "stripe", striped: "white", stripe: "#8b8a86" })).toEqual([]);
    const { power, hex } = (await db.paints.get("white"))!;
    expect(power).toBeGreaterThan(0.1);
    expect(power).toBeLessThan(1.2);
    expect(await pots({ intent: "stripe", striped: "white", stripe: "#c02020" })).toEqual([
      expect.stringContaining("No film of white over black looks like that"),
    ]);
    await pots({ ...pot, id: "white", name: "white", hex });
    expect((await db.paints.get("white"))!.power).toBe(power);
    await pots({ ...pot, id: "white", name: "white", hex: "#fffdf5" });
    expect((await db.paints.get("white"))!.power).toBeUndefined();
  });
});

describe("C8: pigment and tool together", () => {
  it("a varnish of a pale pot is sprayed without a word", async () => {
    await db.parts.put(house("mill", 200));
    await send({
      ...wallOf("mill"),
      kind: "varnish",
      product: "varnish",
      what: "paint:white",
      method: "airbrush",
    });
    expect((await planned()).findings.map((f) => f.cause)).not.toContain("pale-spray");
  });
  it("a white acrylic through an airbrush offers the ink that is owned; a coarse pot clogs; a tap mends", async () => {
    await db.parts.put(house("mill", 200));
    await send({ ...wallOf("mill"), what: "paint:white", method: "airbrush" });
    const found = async (cause: string) => (await planned()).findings.find((f) => f.cause === cause);
    expect((await found("pale-spray"))!.sentence).toContain("thin it well");
    await db.paints.put({ ...testPaint("white ink", "#f4f2ee"), kind: "ink", product: "acrylic ink" });
    const told = (await found("pale-spray"))!;
    expect(told.sentence).toContain("spray white ink instead");
    expect(told.mends.map((m) => m.label)).toEqual(["Spray white ink", "Lay it by brush"]);
    await db.paints.put({ ...(await db.paints.get("white"))!, body: "coarse" });
    expect(await found("clogs")).toMatchObject({ severity: "ruins" });
    const layer = schemeOf((await db.parts.get("mill"))!)[0]!;
    await send({ ...wallOf("mill"), what: "paint:white", method: "brush", layerId: layer.id });
    expect(await found("clogs")).toBeUndefined();
  });
});
