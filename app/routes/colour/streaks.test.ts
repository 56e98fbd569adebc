import { beforeEach, describe, expect, it } from "vitest";
import { mishapsFor } from "#core/order/mishaps";
import { makePlan, type Plan } from "#core/plan/plan";
import { testPaint } from "#core/plan/testing";
import { zoneLooks } from "#core/plan/bench/zoneLooks";
import { wholeZone } from "#core/scene/zone";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { colourAction } from "#app/routes/colour/colourAction";
import { tried } from "#app/routes/painted/view";
import { paintCourse } from "#core/plan/colour/paintMoments";

// Strokes, streaks and what looks wrong for now, from what the forms of a layer send.
const db = appDatabase();
const scene = { ...testScene(), usualPaint: false };
const send = async (fields: Readonly<Record<string, string>>) => {
  const said = (await colourAction(fields)) as { data?: { problems?: readonly { message: string }[] } };
  return (said.data?.problems ?? []).map((p) => p.message);
};
const layer = (kind: string, more: Readonly<Record<string, string>> = {}) =>
  send({
    ...{ intent: "layer", partId: "barn", zone: "", kind, what: "paint:dark", product: "acrylic" },
    ...{ method: "brush", sheen: "matte", coats: "1", coverage: "100" },
    ...more,
  });
const planned = async () => {
  const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
  return { plan: makePlan(input), input };
};
const stepOf = ({ work }: Plan, title: RegExp) => work.steps.filter((s) => title.test(s.title));
const part = async () => (await db.parts.get("barn"))!;

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.paints.bulkPut([testPaint("dark", "#3a2f28"), testPaint("ochre", "#a9762f")]);
  await db.parts.put(
    testPart({
      ...{ id: "barn", name: "barn", meshId: null, made: "bought", count: 2 },
      size: { boxMm: [60, 60, 40] },
      zones: [wholeZone],
    }),
  );
});

describe("C16: streaks and strokes have a direction", () => {
  const runs = { place: "runs", perSlope: "3", runCount: "12", runLongest: "28.6", found: "yes" };
  it("runs that were found stand at the bench with their number, their length and the seconds to blot", async () => {
    expect(
      await layer("streak", { method: "wash", product: "enamel wash", coverage: "5.2", ...runs }),
    ).toEqual([]);
    const kept = (await part()).zones[0]!.scheme[0]!;
    expect(kept).toMatchObject({
      ...{ place: "runs", coverage: expect.closeTo(0.052, 9) },
      runs: { perSlope: 3, count: 12, longestMm: 28.6 },
    });
    const { plan } = await planned();
    const [step] = stepOf(plan, /^Streak/);
    expect(step!.runs).toEqual({ count: 24, blotSeconds: 5 });
    expect(step!.notes.join(" ")).toMatch(/12 runs a copy, 3 on each edge.*none longer than 29 mm/);
    expect(step!.notes.join(" ")).toMatch(/from above within 5 s/);
    // Fifteen seconds a run, on both copies.
    const fewer = { ...kept, runs: { ...kept.runs!, count: 0 } };
    await db.parts.update("barn", { zones: [{ ...wholeZone, scheme: [fewer] }] });
    const [none] = stepOf((await planned()).plan, /^Streak/);
    expect(step!.handsMinutes.value - none!.handsMinutes.value).toBeCloseTo((24 * 15) / 60, 9);
  });
  it("C21: three runs tried in the picture are kept for every copy with their share", async () => {
    await layer("streak", { method: "wash", product: "enamel wash", coverage: "5.2", ...runs });
    const { plan } = await planned();
    const course = paintCourse(plan.parts[0]!.part, plan.work);
    const { id } = (await part()).zones[0]!.scheme[0]!;
    const shown = tried(course, { layerId: id, perSlope: 1 }).schemes[0]![1][0]!;
    expect(shown.runs).toMatchObject({ perSlope: 1, count: 12 });
    await send({
      ...{ intent: "layer-share", partId: "barn", zone: "", layerId: id, coverage: "2.1" },
      ...{ perSlope: "1", runCount: "4", runLongest: "20" },
    });
    expect((await part()).zones[0]!.scheme[0]).toMatchObject({
      coverage: expect.closeTo(0.021, 9),
      runs: { perSlope: 1, count: 4, longestMm: 20 },
    });
    const [step] = stepOf((await planned()).plan, /^Streak/);
    expect(step!.runs!.count).toBe(8);
  });
  it("runs that nobody found are not laid", async () => {
    expect(await layer("streak", { ...runs, found: "" })).toHaveLength(1);
  });
  it("two passes of a dry brush go at 0 and 90 degrees; a stroke that is told stays as told", async () => {
    await layer("colour");
    await layer("drybrush", { method: "drybrush", coverage: "60" });
    await layer("drybrush", { method: "drybrush", coverage: "30" });
    const notes = stepOf((await planned()).plan, /^Drybrush/).map((s) => s.notes.join(" "));
    expect(notes[0]).toMatch(/Strokes at 0 degrees/);
    expect(notes[1]).toMatch(/Strokes at 90 degrees: across the last pass/);
    await layer("drybrush", { method: "drybrush", coverage: "10", stroke: "in circles" });
    const last = stepOf((await planned()).plan, /^Drybrush/).at(-1)!;
    expect(last.notes.join(" ")).toMatch(/Strokes: in circles/);
    expect(last.notes.join(" ")).not.toMatch(/degrees/);
  });
  it("oil on a wing is drawn off along its length", async () => {
    await layer("streak", { method: "wash", product: "oil wash", coverage: "20", stroke: "along it" });
    expect(stepOf((await planned()).plan, /^Draw it off along its length/)).toHaveLength(1);
  });
});

describe("B3: how it should look now", () => {
  it("an intense base says which layer tones it down, and so does the mishap that it looks too strong", async () => {
    await layer("colour", { what: "paint:ochre" });
    await layer("drybrush", { method: "drybrush", coverage: "20" });
    await layer("shade", { method: "wash", product: "acrylic wash" });
    const { plan, input } = await planned();
    const [base] = stepOf(plan, /^Paint the colour/);
    expect(base!.tonedBy).toEqual({ number: 3, says: "wash or shade" });
    const found = mishapsFor(base!).find((m) => m.id === "meant so")!;
    expect(found.because).toBe("Intense on purpose: it is toned down by layer 3, the wash or shade.");
    expect(found.repair(base!, 1)).toEqual([]);
    const [look] = zoneLooks(
      base!,
      plan.parts.map((p) => p.part),
      input.workshop,
    );
    expect(look!.finished).not.toBe(look!.lies);
    const [wash] = stepOf(plan, /^Shade/);
    expect(wash!.tonedBy).toBeUndefined();
    const seen = mishapsFor(wash!).map((m) => m.id);
    expect(seen).not.toContain("meant so");
    const strong = mishapsFor(stepOf(plan, /^Drybrush/)[0]!).map((m) => m.id);
    expect(strong.indexOf("meant so")).toBeLessThan(strong.indexOf("strong"));
  });
});
