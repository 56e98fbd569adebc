import { beforeEach, describe, expect, it } from "vitest";
import type { Part } from "#core/scene/part";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { undoLast } from "#data/journal";
import { testPart, testScene } from "#data/testing";
import { ruleAction } from "#app/routes/rule/ruleAction";
import { partsAction } from "#app/routes/parts/partsAction";

const db = appDatabase();
const scene = testScene();
const wall = testPart();
const post = testPart({ id: "part-2", name: "post", count: 4 });
type Said = Readonly<Record<string, string | File>>;
const requestOf = (fields: Said) => {
  const body = new FormData();
  for (const [name, value] of Object.entries(fields)) body.set(name, value);
  return new Request("http://bench/", { method: "POST", body });
};
const ask =
  (action: typeof partsAction | typeof ruleAction) =>
  async (fields: Said, partId: string | undefined = wall.id) =>
    (await action({
      request: requestOf(fields),
      params: { sceneId: scene.id, partId },
    } as never)) as Response & {
      data?: { problems: { code: string; path: (string | number)[]; message: string }[] };
      problems?: unknown[];
    };
const parts = ask(partsAction);
const rule = ask(ruleAction);
const snapshot = async () =>
  JSON.stringify(
    Object.fromEntries(
      await Promise.all(tableNames.map(async (t) => [t, await db.table(t).toArray()] as const)),
    ),
  );
const partNow = async (id = wall.id) => (await db.parts.get(id)) as Part;

const addCrane = (made: string) =>
  parts({
    ...{ intent: "by-hand", name: "crane", made, width: "20", depth: "20", height: "90" },
    ...{ price: "4.50", from: "a stall" },
  });

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.parts.bulkPut([wall, post]);
});

/** What is asked, and what it makes of the rows. */
const good: readonly (readonly [
  what: string,
  asked: () => Promise<unknown>,
  then: () => Promise<unknown>,
])[] = [
  [
    "a ratio as a scale",
    () => parts({ intent: "scale", kind: "ratio", ratio: "1/87", unit: "25.4" }),
    async () =>
      expect(await partNow()).toMatchObject({
        size: { source: { kind: "ratio", denominator: 87 }, unitMm: 25.4, unitSure: true, ownFactor: 1 },
      }),
  ],
  [
    "what was offered for two parts, taken at one tap",
    () =>
      parts({
        intent: "take-scales",
        scales: JSON.stringify([
          { id: wall.id, source: { kind: "ratio", denominator: 48 }, unitMm: 25.4 },
          { id: post.id, source: { kind: "full" }, unitMm: 1000 },
          { id: "gone in the meantime", source: { kind: "full" }, unitMm: 1 },
        ]),
      }),
    async () => {
      expect((await partNow()).size).toMatchObject({
        source: { kind: "ratio", denominator: 48 },
        unitMm: 25.4,
        unitSure: true,
      });
      expect((await partNow(post.id)).size).toMatchObject({ source: { kind: "full" }, unitMm: 1000 });
    },
  ],
  [
    "a figure as a scale, a tenth larger",
    () => parts({ intent: "scale", kind: "ratio", ratio: "28 mm figure to the eye", ownFactor: "110 %" }),
    async () =>
      expect(await partNow()).toMatchObject({
        size: { source: { kind: "figure", figureMm: 28, convention: "eye" }, ownFactor: 1.1 },
      }),
  ],
  [
    "a door that is known",
    () => parts({ intent: "feature", featureId: "door-height", fileSize: "39,4", realSize: "1981 mm" }),
    async () =>
      expect(await partNow()).toMatchObject({
        size: {
          source: { kind: "feature", featureId: "door-height", realSizeMm: 1981, fileSize: 39.4 },
          unitSure: true,
        },
      }),
  ],
  [
    "the size of a door, noted beside the scale",
    () => parts({ intent: "known", featureId: "door-height", fileSize: "40" }),
    async () => {
      const { features, source } = (await partNow()).size;
      expect(source).toEqual(wall.size.source);
      // Nothing typed: the middle of what is usual for a door.
      expect(features).toHaveLength(1);
      expect(features[0]!.realMm).toBeGreaterThan(1850);
      expect(features[0]!.realMm).toBeLessThan(2150);
    },
  ],
  [
    "something built by hand, in feet and inches",
    () =>
      parts({
        intent: "by-hand",
        name: "shed",
        made: "by hand",
        width: "2 in",
        depth: "30",
        height: "4.5 cm",
        count: "2",
      }),
    async () =>
      expect((await db.parts.toArray()).find((p) => p.name === "shed")).toMatchObject({
        made: "by hand",
        size: { boxMm: [50.8, 30, 45] },
        count: 2,
        sceneId: scene.id,
      }),
  ],
  [
    "a file that is only looked at",
    () =>
      parts({
        intent: "by-hand",
        name: "crane",
        made: "listing",
        width: "20",
        depth: "20",
        height: "90",
        price: "4,50",
        supports: "supported",
        detail: "0,3",
        fill: "40",
        from: "a stall",
      }),
    async () =>
      expect((await db.parts.toArray()).find((p) => p.name === "crane")).toMatchObject({
        made: "printed",
        listing: {
          priceMinor: 450,
          supports: "supported",
          smallestDetailMm: 0.3,
          fillShare: 0.4,
          bought: false,
        },
      }),
  ],
  [
    "a smaller copy beside it",
    () => parts({ intent: "variant", ownFactor: "50" }),
    async () =>
      expect((await db.parts.toArray()).find((p) => p.name === "wall, 50 %")).toMatchObject({
        size: { ownFactor: 0.5 },
        count: 1,
        place: { placements: [] },
      }),
  ],
  [
    "many at once",
    () =>
      parts({
        intent: "bulk",
        ids: "part-1 part-2",
        ratio: "1:72",
        process: "resin",
        tier: "for sale",
        count: "3",
      }),
    async () => {
      for (const id of ["part-1", "part-2"])
        expect(await partNow(id)).toMatchObject({
          size: { source: { kind: "ratio", denominator: 72 } },
          print: { process: "resin", printerId: null },
          tier: "for sale",
          count: 3,
        });
    },
  ],
  [
    "back to what the scene is for",
    () => parts({ intent: "bulk", ids: "part-2", tier: "scene" }),
    async () => expect((await partNow("part-2")).tier).toBeNull(),
  ],
  [
    "all copies on the board",
    () => parts({ intent: "place" }, "part-2"),
    async () => expect((await partNow("part-2")).place.placements).toHaveLength(4),
  ],
  [
    "how it is made",
    () =>
      parts({
        intent: "making",
        name: "wall",
        count: "2",
        process: "resin",
        printer: "",
        hollow: "on",
        wall: "1.8",
        drains: "2",
        spans: "on",
      }),
    async () =>
      expect(await partNow()).toMatchObject({
        count: 2,
        print: {
          process: "resin",
          printerId: null,
          hollow: { wallMm: 1.8, drains: 2, holes: [] },
          spans: true,
          clear: false,
        },
      }),
  ],
  [
    "a part taken away, with the pieces it was cut into",
    async () => {
      await db.parts.put(
        testPart({
          id: "piece",
          name: "wall, 1 of 2",
          print: { pieceOf: { partId: wall.id, number: 1, of: 2 } },
        }),
      );
      await parts({ intent: "delete" });
    },
    async () => expect((await db.parts.toArray()).map((p) => p.id)).toEqual(["part-2"]),
  ],
  [
    "the scale of the scene, with how it was said",
    () => rule({ ratio: "28 mm figure", convention: "crown" }),
    async () => expect((await db.scenes.get(scene.id))!.denominator).toBeGreaterThan(60),
  ],
  [
    "a line of the ledger",
    () => rule({ intent: "ledger-add", ledgerName: " sill ", ledgerReal: "3 ft", along: "height" }),
    async () =>
      expect(await db.ledger.toArray()).toMatchObject([
        { name: "sill", realMm: expect.closeTo(914.4, 9) as number, along: "height", sceneId: scene.id },
      ]),
  ],
  [
    "a feature of one's own",
    () => rule({ intent: "feature-add", featureName: "hatch", featureLow: "600 mm", featureHigh: "0.7 m" }),
    async () =>
      expect(await db.features.toArray()).toMatchObject([
        { name: "hatch", lowMm: 600, highMm: 700, source: "your own" },
      ]),
  ],
  [
    "inches",
    () => rule({ intent: "units", system: "inch" }),
    async () => expect(await db.settings.toArray()).toMatchObject([{ lengthSystem: "inch" }]),
  ],
  [
    "the set of a part, with its first way printed",
    () => parts({ intent: "tell-set", setName: "tower", setWays: "kit, halves" }),
    async () => {
      expect((await partNow()).set).toEqual({ name: "tower", ways: ["kit", "halves"] });
      expect((await db.scenes.get(scene.id))!.setWays).toEqual({ tower: "kit" });
    },
  ],
  [
    "two files as one thing in two ways",
    () =>
      parts({
        intent: "make-set",
        name: "tower",
        way: "kit",
        sets: JSON.stringify([
          { id: "part-1", set: { name: "tower", ways: ["whole"] } },
          { id: "part-2", set: { name: "tower", ways: ["kit"] } },
        ]),
      }),
    async () => {
      expect((await partNow("part-2")).set!.ways).toEqual(["kit"]);
      expect((await db.scenes.get(scene.id))!.setWays).toEqual({ tower: "kit" });
    },
  ],
  [
    "what trials may cost, and trials without a fault",
    async () => {
      await parts({ intent: "version", trials: "3", flaw: "", change: "" });
      await undoLast();
      return parts({ intent: "trial-budget", trialBudget: "6.00" });
    },
    async () => expect((await partNow()).history.trialBudgetMinor).toBe(600),
  ],
  [
    "that a part is a palette for the bench",
    () =>
      parts({ intent: "making", name: "wall", count: "1", process: "choose", printer: "", tool: "palette" }),
    async () =>
      expect(await partNow()).toMatchObject({
        tool: { kind: "palette" },
        size: { source: { kind: "real-object" } },
      }),
  ],
  [
    "that files are no set",
    () => parts({ intent: "no-set", ids: "part-1 part-2" }),
    async () => expect((await partNow("part-2")).set).toBeNull(),
  ],
  [
    "another way of a set",
    () => parts({ intent: "set-way", name: "tower", way: "halves" }),
    async () => expect((await db.scenes.get(scene.id))!.setWays).toEqual({ tower: "halves" }),
  ],
];

/** What is refused, in which field, and in what words. */
const bad: readonly (readonly [
  what: string,
  asked: () => Promise<{ data?: { problems: { path: (string | number)[]; message: string }[] } }>,
  field: string | undefined,
  words: RegExp,
])[] = [
  ["a ratio of one to nothing", () => parts({ intent: "scale", kind: "ratio", ratio: "1:0" }), "ratio", /./],
  [
    "scales that are no list",
    () => parts({ intent: "take-scales", scales: "{" }),
    undefined,
    /could not be read\. Nothing was changed/,
  ],
  [
    "a scale without its part",
    () => parts({ intent: "take-scales", scales: '[{"source":{"kind":"full"},"unitMm":1}]' }),
    undefined,
    /could not be read\. Nothing was changed/,
  ],
  [
    "a scale of nothing",
    () =>
      parts({
        intent: "take-scales",
        scales: JSON.stringify([{ id: wall.id, source: { kind: "ratio", denominator: 0 }, unitMm: 1 }]),
      }),
    undefined,
    /./,
  ],
  [
    "a scale that is no scale",
    () => parts({ intent: "scale", kind: "ratio", ratio: "quite small" }),
    "ratio",
    /./,
  ],
  [
    "a variant of nothing",
    () => parts({ intent: "variant", ownFactor: "0" }),
    "ownFactor",
    /no per cent of true scale/,
  ],
  [
    "a feature without its size",
    () => parts({ intent: "feature", featureId: "door-height", fileSize: "tall" }),
    "fileSize",
    /size it has in the file/,
  ],
  [
    "something without a depth",
    () => parts({ intent: "by-hand", name: "shed", made: "by hand", width: "20", depth: "", height: "30" }),
    "depth",
    /./,
  ],
  [
    "a price in words",
    () =>
      parts({
        intent: "by-hand",
        name: "shed",
        made: "bought",
        width: "20",
        depth: "20",
        height: "30",
        price: "dear",
      }),
    "price",
    /no number/,
  ],
  [
    "no name",
    () => parts({ intent: "by-hand", name: "", made: "by hand", width: "20", depth: "20", height: "30" }),
    "name",
    /./,
  ],
  [
    "half a copy",
    () => parts({ intent: "making", name: "wall", count: "0.5", process: "choose", printer: "" }),
    "count",
    /./,
  ],
  ["half copies of many", () => parts({ intent: "bulk", ids: "part-1 part-2", count: "-1" }), "count", /./],
  [
    "nothing chosen for many",
    () => parts({ intent: "bulk", ids: "part-1 part-2" }),
    undefined,
    /Nothing was chosen/,
  ],
  [
    "a part that another tab deleted",
    () => parts({ intent: "place" }, "gone"),
    undefined,
    /deleted in the meantime/,
  ],
  ["a scene scale of nothing", () => rule({ ratio: "0" }), "ratio", /./],
  [
    "a ledger line without a name",
    () => rule({ intent: "ledger-add", ledgerName: " ", ledgerReal: "1 m" }),
    "ledgerName",
    /Say what it is/,
  ],
  [
    "a ledger line without a length",
    () => rule({ intent: "ledger-add", ledgerName: "sill", ledgerReal: "long" }),
    "ledgerReal",
    /./,
  ],
  [
    "a feature that is smaller than it is small",
    () => rule({ intent: "feature-add", featureName: "hatch", featureLow: "2 m", featureHigh: "1 m" }),
    "featureHigh",
    /larger size/,
  ],
  ["a set in no way", () => parts({ intent: "tell-set", setName: "tower" }), "setWays", /Name the ways/],
  ["no ledger file", () => rule({ intent: "ledger-csv" }), undefined, /Choose a CSV file/],
  [
    "a ledger that is a photograph",
    () =>
      rule({
        intent: "ledger-csv",
        csv: new File([new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0, 1, 2])], "wall.jpg"),
      }),
    undefined,
    /^wall\.jpg: /,
  ],
];

describe("what is decided in a form", () => {
  it.each(good)("%s is kept, and one undo takes it back", async (_, asked, then) => {
    const before = await snapshot();
    const pieces = (await db.parts.toArray()).length;
    await asked();
    await then();
    await undoLast();
    if (pieces === (await db.parts.toArray()).length) expect(await snapshot()).toBe(before);
    else expect((await db.parts.toArray()).map((p) => p.id).sort()).toEqual(["part-1", "part-2", "piece"]);
  });
  it.each(bad)(
    "%s is refused at its field in one sentence, and nothing is written",
    async (_, asked, field, words) => {
      const before = await snapshot();
      const { data } = await asked();
      expect(data!.problems.length).toBeGreaterThan(0);
      const problem = data!.problems.find((p) => p.path[0] === field)!;
      expect(problem.message).toMatch(words);
      expect(problem.message).toMatch(/^[^\n]{8,240}$/);
      expect(await snapshot()).toBe(before);
      expect(await db.journal.count()).toBe(0);
    },
  );
  it("changes all of many or none: one that cannot be leaves the others as they were", async () => {
    const before = await snapshot();
    await parts({ intent: "bulk", ids: "part-1 part-2", count: "1000000" });
    expect(await snapshot()).toBe(before);
  });
});

describe("a set of bodies", () => {
  it("is taken apart: its bodies are parts like any others, and no way is chosen", async () => {
    await parts({ intent: "tell-set", setName: "tower", setWays: "kit" });
    await parts({ intent: "tell-set", setName: "shed", setWays: "whole" }, "part-2");
    await parts({ intent: "dissolve-set", name: "tower" });
    expect((await partNow()).set).toBeNull();
    expect((await partNow("part-2")).set).toEqual({ name: "shed", ways: ["whole"] });
    expect((await db.scenes.get(scene.id))!.setWays).toEqual({ shed: "whole" });
  });
  it("keeps the way that was chosen when another body is told, and loses one that is told to be none", async () => {
    await parts({ intent: "tell-set", setName: "tower", setWays: "kit" });
    await parts({ intent: "tell-set", setName: "tower", setWays: "whole" }, "part-2");
    expect((await db.scenes.get(scene.id))!.setWays).toEqual({ tower: "kit" });
    await parts({ intent: "tell-set", setName: "", setWays: "" });
    expect((await partNow()).set).toBeNull();
  });
});

describe("what was looked at", () => {
  const crane = async () => (await db.parts.toArray()).find((p) => p.name === "crane")!;
  it("is a part of its price when it is bought, and one undo takes that back", async () => {
    await addCrane("listing");
    await parts({ intent: "buy", id: (await crane()).id });
    expect(await crane()).toMatchObject({
      made: "printed",
      listing: { bought: true },
      origin: { priceMinor: 450, from: "a stall" },
    });
    await undoLast();
    expect(await crane()).toMatchObject({ listing: { bought: false }, origin: { priceMinor: null } });
  });
  it("is no print when it was a kit", async () => {
    await addCrane("kit");
    await parts({ intent: "buy", id: (await crane()).id });
    const bought = await crane();
    expect(bought).toMatchObject({ made: "bought", listing: { kit: true }, size: { boxMm: [20, 20, 90] } });
    expect(bought).not.toHaveProperty("print");
  });
  it("is set right from its own page, and refused beside its field where a figure is none", async () => {
    await addCrane("listing");
    const { id } = await crane();
    const fields = { made: "kit", price: "9", width: "30", depth: "20", height: "90", from: "a fair" };
    await parts({ intent: "listing", ...fields }, id);
    const set = { listing: { priceMinor: 900, kit: true, from: "a fair" }, size: { boxMm: [30, 20, 90] } };
    expect(await crane()).toMatchObject(set);
    const { data } = await parts({ intent: "listing", ...fields, fill: "140" }, id);
    expect(data!.problems).toMatchObject([{ path: ["fill"] }]);
    expect(await crane()).toMatchObject(set);
  });
});
