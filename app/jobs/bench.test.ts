import { beforeEach, describe, expect, it } from "vitest";
import { mishapsFor } from "#core/order/mishaps";
import { exact } from "#core/figure";
import { insert } from "#core/order/mends";
import { layerAmounts } from "#core/ground/groundLayer";
import { drawnBy, openShare, type Shelf } from "#core/plan/stores/stepNeeds";
import { groundRef } from "#core/reference";
import { testPaint } from "#core/plan/testing";
import type { PlateRun } from "#core/scene/plateRun";
import { drawChanges, drawnWords } from "#app/jobs/drawShelf";
import { endRun } from "#app/jobs/plateRuns";
import { testStep } from "#core/order/testing";
import { learnedFactor } from "#core/log/corrections";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { undoLast } from "#data/journal";
import { testScene } from "#data/testing";
import {
  addNote,
  clearTimer,
  pointsFailed,
  removeNote,
  startTimer,
  stepDone,
  stepDoneForSome,
  sessionDone,
  sessionSkipped,
  stepWentWrong,
} from "#app/jobs/bench";
import { orderAction } from "#app/routes/order/orderAction";

const db = appDatabase();
const scene = testScene();
const step = testStep({
  id: "part:wall/paint",
  action: "paint",
  product: "acrylic",
  sheen: "matte",
  title: "Paint the colour",
  onWhat: "wall x 12",
  pieces: 12,
  waitMinutes: 20,
  targets: ["part:wall"],
});
const keep: AcceptedPlan = {
  id: scene.id,
  acceptedAt: "2026-03-02T20:00",
  day: "2026-03-02",
  slots: { [step.id]: [1200, 1210] },
  sequenceNumber: 1,
};
const said = (given: Partial<Parameters<typeof stepDone>[0]> = {}) => ({
  scene,
  step,
  minutes: 14,
  note: "",
  keep: null,
  ...given,
});
const snapshot = async () =>
  JSON.stringify(
    Object.fromEntries(
      await Promise.all(tableNames.map(async (t) => [t, await db.table(t).toArray()] as const)),
    ),
  );

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
});

describe("what is said at the bench", () => {
  it("done: it is on record, its wait runs, its minutes are learned, and the plan is kept with the first thing said", async () => {
    const before = await snapshot();
    const from = Date.now();
    await stepDone(said({ keep }));
    expect(await db.records.toArray()).toMatchObject([
      { id: `${scene.id}|${step.id}`, state: "done", actualMinutes: 14, pieces: null },
    ]);
    const [timer] = await db.timers.toArray();
    expect(timer!.endsAtMs - timer!.startedAtMs).toBe(20 * 60_000);
    expect(timer!.startedAtMs).toBeGreaterThanOrEqual(from);
    expect(timer!.name).toBe("wall x 12, water acrylic, brushed");
    expect(await db.plans.get(scene.id)).toEqual(keep);
    const log = await db.log.toArray();
    expect(log).toMatchObject([
      { kind: "step", key: "paint", estimatedMinutes: 10, actualMinutes: 14, outcome: "good" },
    ]);
    expect(
      learnedFactor(
        log.map((e) => ({ key: e.key, estimated: e.estimatedMinutes, actual: e.actualMinutes })),
        "paint",
      ).value,
    ).toBeGreaterThan(1);
    // One undo takes all of it back.
    expect(await undoLast()).toBe("Done: Paint the colour");
    expect(await snapshot()).toBe(before);
  });
  it("done for some: twice, and the rest; each learned by its share", async () => {
    await stepDoneForSome(said({ minutes: 5 }), 0, 5, 12);
    expect(await db.records.toArray()).toMatchObject([{ state: "some", pieces: 5 }]);
    await stepDoneForSome(said({ minutes: 4 }), 5, 4, 7);
    expect(await db.records.toArray()).toMatchObject([{ state: "some", pieces: 9 }]);
    const log = (await db.log.toArray()).sort((a, b) => b.actualMinutes - a.actualMinutes);
    expect(log[0]!.estimatedMinutes).toBeCloseTo((10 * 5) / 12, 9);
    expect(log[1]!.estimatedMinutes).toBeCloseTo((10 * 4) / 7, 9);
  });
  it("skipped: with its reason, and nothing is learned", async () => {
    await sessionSkipped([said({ note: "nobody will see it" })], step);
    expect(await db.records.toArray()).toMatchObject([{ state: "skipped", note: "nobody will see it" }]);
    expect(await db.log.count()).toBe(0);
    expect(await db.timers.count()).toBe(0);
  });
  it("went wrong: the repair stands in the order, and the same mishap twice stands there twice", async () => {
    const runs = mishapsFor(step).find((m) => m.id === "runs")!;
    await stepWentWrong(said({ note: "the corner" }), runs);
    await stepWentWrong(said(), runs);
    const { orderChanges } = (await db.scenes.get(scene.id))!;
    expect(orderChanges).toHaveLength(2);
    expect(new Set(orderChanges.map((c) => (c.change.kind === "insert" ? c.change.id : ""))).size).toBe(2);
    expect(orderChanges[0]!.note).toBe("Runs or sags");
    expect(await db.records.toArray()).toMatchObject([{ state: "went wrong" }]);
    expect((await db.log.toArray()).every((e) => e.outcome === "failed")).toBe(true);
    // What is mended after the step lets the step count as done.
    await stepWentWrong(
      said({ step: { ...step, id: "part:wall/shade", action: "shade" } }),
      mishapsFor({ ...step, action: "shade" }).find((m) => m.id === "tide")!,
    );
    expect((await db.records.get(`${scene.id}|part:wall/shade`))!.state).toBe("done");
  });
  it("a look that fails puts each point back, for that spot", async () => {
    const look = { ...step, id: "part:wall/look", action: "inspect" as const };
    await pointsFailed(
      said({ step: look }),
      ["Runs", "Dust"],
      (point) => insert("after", look, "touch up", `Mend: ${point}`).change,
    );
    const { orderChanges } = (await db.scenes.get(scene.id))!;
    expect(orderChanges.map((c) => (c.change.kind === "insert" ? c.change.title : ""))).toEqual([
      "Mend: Runs",
      "Mend: Dust",
    ]);
    expect((await db.records.get(`${scene.id}|part:wall/look`))!.note).toBe("Failed: Runs, Dust");
  });
  it("timers and notes come and go, and undo knows them", async () => {
    await startTimer(scene, step, 7);
    const [t] = await db.timers.toArray();
    expect(t!.endsAtMs - t!.startedAtMs).toBe(7 * 60_000);
    await clearTimer(t!.id);
    expect(await db.timers.count()).toBe(0);
    await undoLast();
    expect(await db.timers.count()).toBe(1);
    await addNote(scene.id, step.id, "brick over grey", "data:image/jpeg;base64,AAAA");
    const [n] = await db.notes.toArray();
    expect(n).toMatchObject({ stepId: step.id, text: "brick over grey" });
    await removeNote(n!.id);
    expect(await db.notes.count()).toBe(0);
  });
});

describe("what is decided on the order", () => {
  const send = (fields: Record<string, string>) =>
    orderAction(fields, scene.id) as Promise<
      { problems: readonly { message: string }[] } | { data: { problems: readonly { message: string }[] } }
    >;
  const problems = (answer: Awaited<ReturnType<typeof send>>) =>
    ("data" in answer ? answer.data.problems : answer.problems).map((p) => p.message);
  it("a rule is set aside only with a note, and the note is kept where the wish or the step is", async () => {
    expect(
      problems(await send({ intent: "aside", override: "O13", before: "", after: step.id, note: " " })),
    ).toEqual(["Say why in a few words: a rule that is set aside keeps its note."]);
    expect((await db.scenes.get(scene.id))!.setAside).toEqual([]);
    expect(
      problems(
        await send({ intent: "aside", override: "O13", before: "", after: step.id, note: "raw plastic" }),
      ),
    ).toEqual([]);
    expect((await db.scenes.get(scene.id))!.setAside).toEqual([
      { ruleId: "O13", stepId: step.id, other: null, note: "raw plastic" },
    ]);
    await send({ intent: "keep-rule", at: "0" });
    expect((await db.scenes.get(scene.id))!.setAside).toEqual([]);
    await db.scenes.put({ ...scene, orderWishes: [{ before: "b", after: "a", override: null, note: "" }] });
    await send({ intent: "aside", override: "O31", before: "a", after: "b", note: "trial" });
    expect((await db.scenes.get(scene.id))!.orderWishes).toEqual([
      { before: "b", after: "a", override: "O31", note: "trial" },
    ]);
    await send({ intent: "forget", before: "b", after: "a" });
    expect((await db.scenes.get(scene.id))!.orderWishes).toEqual([]);
  });
  it("a plan is kept under the next number, an evening lost and found again, a school chosen and left", async () => {
    await send({ intent: "accept", slots: JSON.stringify({ a: [10, 20] }) });
    await send({ intent: "accept", slots: JSON.stringify({ a: [10, 25] }) });
    expect(await db.plans.get(scene.id)).toMatchObject({ slots: { a: [10, 25] }, sequenceNumber: 2 });
    const day = "2099-01-05";
    const away = async () => {
      const row = await db.settings.get("rooms");
      return row?.id === "rooms" ? row.rooms.away : [];
    };
    await send({ intent: "away", day });
    await send({ intent: "away", day });
    expect(await away()).toEqual([day]);
    await send({ intent: "back", day });
    expect(await away()).toEqual([]);
    expect(problems(await send({ intent: "away", day: "2001-01-01" }))).toEqual([
      "2001-01-01 is over. Choose today or a day to come.",
    ]);
    expect(problems(await send({ intent: "away", day: "" }))).toEqual(["Choose the evening that is lost."]);
    await send({ intent: "school", topic: "cure", choice: "cure on the supports" });
    expect((await db.scenes.get(scene.id))!.orderSchools).toEqual({ cure: "cure on the supports" });
    expect(problems(await send({ intent: "school", topic: "cure", choice: "in the oven" }))).toHaveLength(1);
    await send({ intent: "school", topic: "cure", choice: "" });
    expect((await db.scenes.get(scene.id))!.orderSchools).toEqual({});
  });
  it("says so where the scene is gone or the wish makes no sense", async () => {
    expect(problems(await send({ intent: "dance" }))).toHaveLength(1);
    await db.scenes.clear();
    expect(problems(await send({ intent: "accept", slots: "{}" }))).toEqual([
      "This scene was deleted in the meantime.",
    ]);
  });
});

describe("the shelf", () => {
  const painted = { ...step, paintId: "chalk", mixMl: exact(6, "ml", "practice"), areaCm2: 100 };
  const pot = testPaint("chalk", "#e8e2d4");
  const item = {
    id: "i",
    needKey: "paint:chalk",
    name: "chalk",
    unit: "ml" as const,
    left: 10,
    pricePerUnit: 0,
  };
  const shelf = { paints: [pot], recipes: [], stock: [] };
  const laid = { board: { widthMm: 400, depthMm: 300 }, grounds: [] };
  const drawing = (of: Shelf) => ({
    ...said(),
    step: painted,
    drawn: (share: number) => drawChanges(drawnBy(painted, of, share, laid), of),
  });
  it("is drawn when a step is done, and filled again when that is taken back", async () => {
    await db.paints.put(pot);
    await stepDone(drawing(shelf));
    expect((await db.paints.get("chalk"))!.millilitres).toBeCloseTo(pot.millilitres - 6, 9);
    await undoLast();
    expect((await db.paints.get("chalk"))!.millilitres).toBe(pot.millilitres);
  });
  it("is drawn by as much as is done, and from what was written down before the pot", async () => {
    await db.paints.put(pot);
    await db.stock.put(item);
    await stepDoneForSome(drawing({ ...shelf, stock: [item] }), 0, 4, 12);
    expect((await db.stock.get("i"))!.left).toBeCloseTo(10 - 6 / 3, 9);
    expect((await db.paints.get("chalk"))!.millilitres).toBe(pot.millilitres);
  });
  it("never goes under nothing, and a step whose pot is gone is done all the same", async () => {
    await db.stock.put({ ...item, left: 2 });
    await stepDone(drawing({ ...shelf, stock: [item] }));
    expect((await db.stock.get("i"))!.left).toBe(0);
    await db.paints.clear();
    expect((await stepDone(drawing(shelf))).ok).toBe(true);
    expect(drawnWords(drawnBy(painted, shelf, 1, laid), shelf)).toBe(" Drawn from the shelf: 6 ml chalk.");
    expect(drawnWords(drawnBy(painted, { ...shelf, paints: [] }, 1, laid), { ...shelf, paints: [] })).toBe(
      "",
    );
  });
  it("loses the ground that a step lays, sprinkles or pours, and the glue in it", () => {
    const sand = {
      id: "g",
      name: "Sand",
      material: "sand" as const,
      areaShare: 0.5,
      depthMm: 2,
      loose: true,
    };
    const grounds = [sand, { ...sand, id: "h", name: "Ply", material: "plywood" as const }];
    const { grams, binderMl } = layerAmounts(sand, laid.board);
    for (const action of ["lay ground", "flock", "pour water"] as const) {
      const lays = { ...step, action, targets: [groundRef("g"), "board"] as const, product: "PVA" as const };
      const half = drawnBy(lays, shelf, 0.5, { ...laid, grounds });
      expect(half.map((d) => [d.needKey, d.unit])).toEqual([
        ["ground:sand", "g"],
        ["product:PVA", "ml"],
      ]);
      expect(half[0]!.amount).toBeCloseTo(grams.value / 2, 9);
      expect(half[1]!.amount).toBeCloseTo(binderMl!.value / 12, 9);
    }
    const ply = { ...step, action: "lay ground" as const, targets: [groundRef("h")] as const };
    expect(drawnBy(ply, shelf, 1, { ...laid, grounds })).toEqual([]);
  });
  it("is drawn once for a session of several steps, learned by what each was planned for, with one wait", async () => {
    await db.paints.put(pot);
    const two = [
      painted,
      { ...painted, id: "other", onWhat: "gate", handsMinutes: exact(30, "min", "practice") },
    ];
    const draws = two.flatMap((s) => drawnBy(s, shelf, 1, laid));
    const saids = two.map((s, i) => ({ ...said({ minutes: [4, 12][i]! }), step: s }));
    const whole = { ...painted, waitMinutes: 90 };
    const before = await snapshot();
    await sessionDone(saids, whole, drawChanges(draws, shelf));
    expect((await db.records.toArray()).map((r) => r.state)).toEqual(["done", "done"]);
    expect((await db.log.toArray()).map((e) => e.actualMinutes).sort((a, b) => a - b)).toEqual([4, 12]);
    expect(await db.timers.count()).toBe(1);
    expect((await db.paints.get("chalk"))!.millilitres).toBeCloseTo(pot.millilitres - 12, 9);
    expect(drawnWords(draws, shelf)).toBe(" Drawn from the shelf: 12 ml chalk.");
    expect(await undoLast()).toBe("Done: Paint the colour, 2 in one go");
    expect(await snapshot()).toBe(before);
  });
  it("takes a third of a step's mix, sheets and product for a third of its pieces", () => {
    const of = (share: number) => drawnBy({ ...painted, tool: "abrasive 240" }, shelf, share, laid);
    const [all, third] = [of(1), of(1 / 3)];
    expect(all.map((d) => d.needKey)).toEqual(["abrasive:240", "paint:chalk"]);
    all.forEach((d, i) => expect(third[i]!.amount).toBeCloseTo(d.amount / 3, 9));
    expect(openShare({ ...painted, id: "s", pieces: 12 }, new Map([["s", 9]]))).toBeCloseTo(0.25, 9);
    expect(openShare({ ...painted, id: "s", pieces: 12 }, new Map())).toBe(1);
  });
});

describe("print material", () => {
  const printed = {
    id: "i",
    needKey: "material:pla",
    name: "PLA",
    unit: "g" as const,
    left: 500,
    pricePerUnit: 2,
  };
  const run: PlateRun = {
    id: "r",
    sceneId: scene.id,
    plateId: "p",
    plateNumber: 1,
    printerId: "m",
    printerName: "Longbed",
    process: "filament",
    materialId: "pla",
    pieces: [],
    startedAtMs: 0,
    speed: 1,
    warmMinutes: 0,
    minutes: 200,
    layers: 10,
    simulated: false,
    fate: null,
    gate: { skipped: false, ticked: [] },
    settings: { grams: 120 },
    state: "running",
    endedAt: null,
    note: "",
  };
  const end = { cause: "", lostPieceIds: [], actualMinutes: 50, at: "2026-03-02T20:00", note: "" };
  it.each([
    ["a run that came out takes all of it", { outcome: "good" as const }, {}, 380],
    ["one that failed takes what it ran for", { outcome: "failed" as const }, {}, 500 - 120 / 4],
    ["a simulated one takes nothing", { outcome: "good" as const }, { simulated: true }, 500],
    ["one begun before takes nothing that was not told", { outcome: "good" as const }, { settings: {} }, 500],
  ])("%s", async (_, outcome, given, left) => {
    await db.stock.put(printed);
    await db.runs.put({ ...run, ...given });
    await endRun("r", { ...end, ...outcome });
    expect((await db.stock.get("i"))!.left).toBeCloseTo(left, 9);
    await undoLast();
    expect((await db.stock.get("i"))!.left).toBe(500);
  });
});
