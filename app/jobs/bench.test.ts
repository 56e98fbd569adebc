import { beforeEach, describe, expect, it } from "vitest";
import { mishapsFor } from "#core/order/mishaps";
import { insert } from "#core/order/mends";
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
  stepSkipped,
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
    await stepSkipped(said({ note: "nobody will see it" }));
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
