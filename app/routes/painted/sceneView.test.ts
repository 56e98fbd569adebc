import { neighbourKey, neighboursOf } from "./neighbours";
import { beforeEach, describe, expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { testPaint } from "#core/plan/testing";
import { wholeZone } from "#core/scene/zone";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { colourAction } from "#app/routes/colour/colourAction";
import {
  BARE_HEX,
  boxOf,
  courseOf,
  facesEach,
  momentsBy,
  sceneNotes,
  standing,
  standsWith,
} from "./sceneView";

const db = appDatabase();
const scene = { ...testScene(), usualPaint: false };
const planned = async () => {
  const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
  return { input, plan: makePlan(input) };
};
const layer = (kind: string, more: Readonly<Record<string, string>> = {}) =>
  colourAction({
    ...{ intent: "layer", partId: "hut", zone: "", kind, what: "paint:red", product: "acrylic" },
    ...{ method: "brush", sheen: "matte", coats: "1", coverage: "100" },
    ...more,
  });

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.paints.bulkPut([testPaint("red", "#9a3a2c"), testPaint("pale", "#e6dcc6")]);
  const placements = [
    { xMm: 100, yMm: 80, turnDeg: 0 },
    { xMm: 160, yMm: 80, turnDeg: 90 },
  ];
  const made = { made: "bought", meshId: null, zones: [wholeZone] } as const;
  await db.parts.bulkPut([
    testPart({
      ...{ ...made, id: "hut", name: "hut", count: 2, place: { placements } },
      size: { boxMm: [40, 30, 25] },
    }),
    testPart({ ...made, id: "spare", name: "spare", size: { boxMm: [10, 10, 10] } }),
  ]);
});

describe("the scene in one picture", () => {
  it("has what stands on the board, each copy at its place; what does not is named", async () => {
    const { plan } = await planned();
    expect(standing(plan).map((p) => p.part.name)).toEqual(["hut"]);
    const [hut] = standing(plan);
    const stands = standsWith(
      hut!,
      boxOf(hut!, courseOf(hut!, plan), 0, { paints: [], recipes: [] }),
      plan.parts,
    );
    expect(stands.placements).toHaveLength(2);
    expect(sceneNotes(plan, 0, ["hut"]).slice(0, 2)).toEqual([
      "Not on the board yet: spare.",
      "Drawn as their boxes, since there is no model: hut.",
    ]);
    expect(sceneNotes(plan, 3, [])[1]).toMatch(/3 further copies/);
  });
  it("as far as it is done is bare, then as many layers as are done in a row; finished is all of them", async () => {
    await layer("primer", { product: "brush primer" });
    await layer("colour");
    await layer("varnish", { product: "varnish", what: "" });
    const { plan } = await planned();
    const course = courseOf(standing(plan)[0]!, plan);
    expect(course.moments).toHaveLength(3);
    const of = (count: number) => new Set(course.moments.slice(0, count).flatMap((m) => m.stepIds));
    expect([0, 1, 2, 3].map((n) => momentsBy(course, "today", of(n)))).toEqual([0, 1, 2, 3]);
    expect(momentsBy(course, "today", new Set(course.moments[1]!.stepIds))).toBe(0);
    expect(momentsBy(course, "finished", new Set())).toBe(3);
  });
  it("a box has the colour that its scheme ends in from afar, bare it is plastic", async () => {
    await layer("colour");
    await layer("drybrush", { method: "drybrush", coverage: "40", what: "paint:pale" });
    const { plan, input } = await planned();
    const [hut] = standing(plan);
    const rgb = (at: number) => [...boxOf(hut!, courseOf(hut!, plan), at, input.workshop).faces.slice(0, 3)];
    expect(rgb(0)).toEqual([1, 3, 5].map((i) => parseInt(BARE_HEX.slice(i, i + 2), 16)));
    expect(rgb(1)[0]).toBeGreaterThan(120);
    expect(rgb(2)[1]).toBeGreaterThan(rgb(1)[1]!);
  });
  it("neighbours are what stands near the first copy, the nearest first, with its own other copies", async () => {
    const { plan } = await planned();
    const at = (id: string, ...xs: readonly number[]) =>
      ({
        ...{ held: null, sizeMm: [40, 30, 25], rescale: { factor: 1 } },
        part: { id, meshId: id, place: { placements: xs.map((xMm) => ({ xMm, yMm: 80, turnDeg: 0 })) } },
      }) as never;
    const parts = [at("mine", 100, 150), at("near", 200), at("far", 400)];
    const found = neighboursOf(parts[0]!, parts);
    expect(found.map((n) => [n.p.part.id, n.copy])).toEqual([
      ["mine", 1],
      ["near", 0],
    ]);
    expect(neighbourKey(parts[0]!, found)).not.toBe(neighbourKey(parts[0]!, found.slice(1)));
    // What has no model keeps nothing off.
    expect(neighboursOf(standing(plan)[0]!, plan.parts)).toEqual([]);
  });
  it("many copies are drawn with fewer faces each", () => {
    const of = (n: number) => facesEach({ part: { place: { placements: Array(n).fill(null) } } } as never);
    expect(of(1)).toBe(60_000);
    expect(of(40)).toBe(6_000);
    expect(of(400)).toBe(4_000);
  });
});
