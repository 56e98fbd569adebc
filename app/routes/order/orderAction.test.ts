import { schemeOf } from "#core/scene/part";
import { beforeEach, describe, expect, it } from "vitest";
import { makePlan } from "#core/plan/plan";
import { retypedText } from "#core/plan/order/typedOrder";
import { droppable } from "#core/plan/order/triage";
import { ownKinds } from "#core/steps/ownKinds";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { sendForm } from "#app/testing";
import { colourAction } from "#app/routes/colour/colourAction";
import { partsAction } from "#app/routes/parts/partsAction";
import { clientAction as hoursAction } from "#route/workshop/hours";
import { clientAction as jointsAction } from "#route/joints/joints";
import { orderAction } from "./orderAction";

const db = appDatabase();
const scene = testScene();
type Fields = Readonly<Record<string, string>>;
const asAction = ({ request, params }: { request: Request; params: { sceneId: string } }) =>
  request.formData().then((form) => orderAction(Object.fromEntries(form), params.sceneId));
const send = (fields: Fields) => sendForm(asAction, scene.id, fields);
const view = async () => {
  const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
  return { input, plan: makePlan(input) };
};
const steps = async () => (await view()).plan.work.steps;
const titled = async (title: string) => (await steps()).find((s) => s.title === title)!;
const partIds = async () => (await db.parts.toArray()).map((p) => p.id);
const own = (given: Fields): Fields => {
  const kind = ownKinds.find((k) => k.name === given.kind)!;
  return {
    intent: "own",
    title: "",
    stepId: "",
    where: "",
    product: kind.product ?? "",
    tool: kind.tool,
    place: kind.place,
    sheen: "matte",
    minutes: String(kind.minutes),
    wait: String(kind.waitMinutes),
    ...given,
  };
};

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  const days = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
  const evenings = days.flatMap((d) => [[`${d}-from`, "18:00"] as const, [`${d}-to`, "22:00"] as const]);
  await sendForm(hoursAction, scene.id, Object.fromEntries(evenings));
  for (const name of ["hut", "mast"])
    await sendForm(partsAction, scene.id, {
      intent: "by-hand",
      name,
      made: "by hand",
      madeOf: "wood",
      width: "80 mm",
      depth: "20 mm",
      height: "40 mm",
      count: "1",
    });
  const [partId] = await partIds();
  for (const kind of ["primer", "colour"])
    await colourAction({
      intent: "layer",
      partId: partId!,
      kind,
      product: kind === "primer" ? "brush primer" : "acrylic",
      method: "brush",
      what: "",
      coats: "1",
      coverage: "100",
      sheen: "matte",
    });
});

describe("a step of one's own", () => {
  const hut = async () => `part:${(await db.parts.toArray()).find((p) => schemeOf(p).length > 0)!.id}`;
  it("stands right after the one that it was put beside, takes its minutes, and is taken back", async () => {
    const colour = (await steps()).find((s) => s.action === "paint")!;
    const before = (await view()).plan.totals.handsMinutes.value;
    const on = colour.targets.join(" ");
    expect(
      await send(
        own({ kind: "Touch up", title: "Sign over the door", stepId: colour.id, where: "right after", on }),
      ),
    ).toEqual([]);
    const { plan } = await view();
    const sign = plan.work.steps.find((s) => s.title === "Sign over the door")!;
    expect(plan.work.sequence.order.indexOf(sign.id)).toBeGreaterThan(
      plan.work.sequence.order.indexOf(colour.id),
    );
    expect(sign.onWhat).toBe(colour.onWhat);
    expect(plan.totals.handsMinutes.value).toBeGreaterThanOrEqual(before + 5 - 1e-6);
    await undoLast(db);
    expect(await titled("Sign over the door")).toBeUndefined();
  });
  it("is looked at by the rules: a mask gets its end, a decal its gloss below it and its seal", async () => {
    const on = await hut();
    await send(own({ kind: "Mask", on }));
    const off = (await steps()).find((s) => s.action === "unmask")!;
    expect(off.insertedBy).toBe("O23");
    await send(own({ kind: "Decal", on }));
    await send(own({ kind: "Varnish", title: "Matte", on }));
    const rules = new Set((await view()).plan.work.conflicts.map((c) => c.ruleId));
    expect(rules).toContain("O18");
  });
  it("that may be left out is offered where time is short, with its minutes", async () => {
    await send(
      own({ kind: "Streaks", title: "Rust streaks", minutes: "15", on: await hut(), optional: "on" }),
    );
    const { plan, input } = await view();
    const offered = droppable(plan, input).find((d) => d.what === "Rust streaks")!;
    expect(offered.minutes).toBeCloseTo(15, 6);
  });
  it("is changed where it lies, keeps its id, and stands on any part, joint or board", async () => {
    await send(own({ kind: "Sand", title: "Round the edges", on: await hut() }));
    const first = await titled("Round the edges");
    await send(own({ kind: "Sand", title: "Round all edges", on: await hut(), id: first.id, minutes: "22" }));
    const changed = (await steps()).filter((s) => s.insertedBy === "yours");
    expect(changed.map((s) => [s.id, s.title, s.handsMinutes.value])).toEqual([
      [first.id, "Round all edges", 22],
    ]);
    await send(own({ kind: "Look or measure", title: "Is it level?", on: "board" }));
    expect((await titled("Is it level?")).onWhat).toBe("board");
  });
  it.each([
    [{ kind: "Nothing such", on: "board" }, "kind of step"],
    [{ kind: "Sand", on: "" }, "done to"],
    [{ kind: "Paint", on: "board", product: "" }, "done with"],
    [{ kind: "Sand", on: "board", minutes: "soon" }, "soon|number"],
  ])("is refused with a sentence and nothing is kept: %j", async (given, said) => {
    const kind = ownKinds.some((k) => k.name === given.kind) ? given : { ...given, kind: "Sand" };
    const fields = { ...own(kind as Fields), ...(given as Fields) };
    const [sentence] = await send(fields);
    expect(sentence).toMatch(new RegExp(said));
    expect((await db.scenes.get(scene.id))!.orderChanges).toEqual([]);
  });
});

describe("what is told of a step", () => {
  it("makes a rule put in what is missing: a frame that must stay square is measured", async () => {
    const [a, b] = await partIds();
    await sendForm(jointsAction, scene.id, {
      intent: "add",
      name: "frame",
      a: a!,
      b: b!,
      fit: "glued butt",
      gap: "",
      glue: "PVA",
      count: "1",
    });
    const glue = (await steps()).find((s) => s.action === "glue")!;
    const tell = (more: Fields) =>
      send({
        intent: "tell",
        stepId: glue.id,
        action: glue.action,
        known: JSON.stringify(glue.facts ?? {}),
        ...more,
      });
    expect(await tell({ square: "on" })).toEqual([]);
    expect((await steps()).some((s) => s.insertedBy === "O53")).toBe(true);
    // Told again with more: what was told before stays.
    await tell({ square: "on", openJoint: "on" });
    expect((await steps()).map((s) => s.insertedBy)).toEqual(expect.arrayContaining(["O53", "O57"]));
  });
  it("is refused where nothing is other than it was, or where a number is none", async () => {
    const paint = (await steps()).find((s) => s.action === "paint")!;
    const known = JSON.stringify(paint.facts ?? {});
    const tell = (more: Fields) =>
      send({ intent: "tell", stepId: paint.id, action: paint.action, known, ...more });
    expect((await tell({}))[0]).toMatch(/change something/);
    expect((await tell({ batchMl: "a lot" }))[0]).toMatch(/number|a lot/);
    expect((await tell({ metal: "gold" }))[0]).toMatch(/none of the choices/);
  });
});

it("layers typed the other way round than a rule wants are told, and kept as typed where that is asked", async () => {
  const partId = (await db.parts.toArray()).find((p) => schemeOf(p).length > 0)!.id;
  for (const kind of ["drybrush", "shade"])
    await colourAction({
      intent: "layer",
      partId,
      kind,
      product: kind === "shade" ? "acrylic wash" : "acrylic",
      method: "brush",
      what: "",
      coats: "1",
      coverage: "100",
      sheen: "matte",
    });
  const { work } = (await view()).plan;
  expect(work.sequence.retyped.map((r) => r.ruleId)).toEqual(["O16"]);
  const [turned] = work.sequence.retyped;
  expect(retypedText(turned!, work.steps)).toMatch(/“Drybrush the edges” was typed before “Shade”.*O16: /);
  await send({ intent: "keep-typed", before: turned!.before, after: turned!.after, rule: "O16" });
  const kept = (await view()).plan.work;
  expect(kept.sequence.retyped).toEqual([]);
  const place = (id: string) => kept.sequence.order.indexOf(id);
  expect(place(turned!.before)).toBeLessThan(place(turned!.after));
  // Set aside, and in sight.
  expect(kept.conflicts.filter((c) => c.ruleId === "O16").map((c) => c.overridden)).toEqual([true]);
});

it("a step is moved by the order's own action, and a rule that stands against it is told", async () => {
  const all = await steps();
  const prime = all.find((s) => s.action === "prime")!;
  const paint = all.find((s) => s.action === "paint")!;
  expect(await send({ intent: "move", before: paint.id, after: prime.id })).toEqual([]);
  expect((await view()).plan.work.conflicts.map((c) => c.ruleId)).toContain("O13");
});
