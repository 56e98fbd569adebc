import { products, productIds } from "#core/materials/products";
import { materials } from "#core/materials/materials";
import { fits } from "#core/joints/clearance";
import { groundMaterials } from "#core/ground/groundLayer";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { methods } from "#core/paint/amount";
import { coatProducts } from "#core/paint/coatProducts";
import { makePlan, type Plan } from "#core/plan/plan";
import { planMemory } from "#core/plan/planMemory";
import { testFilament, testResin } from "#core/print/testing";
import { partRef } from "#core/reference";
import { tiers } from "#core/scene/scene";
import { flocks } from "#core/scene/ground";
import { orderSchools, schoolTopics } from "#core/steps/orderSchools";
import { ownKinds } from "#core/steps/ownKinds";
import type { Action, Step } from "#core/steps/step";
import { tellableOf } from "#core/steps/tellable";
import { surfaceSchools } from "#core/surface/treatments";
import { appDatabase } from "#data/db";
import { storeMeasurement } from "#data/meshes";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { localNow } from "#app/clock";
import { stepDone } from "#app/jobs/bench";
import { sendForm } from "#app/testing";
import { orderAction } from "#app/routes/order/orderAction";
import { wheres } from "#app/routes/order/ownStepAction";
import { partsAction } from "#app/routes/parts/partsAction";
import { clientAction as colourAction } from "#route/colour/colour";
import { clientAction as groundAction } from "#route/ground/ground";
import { clientAction as jointsAction } from "#route/joints/joints";
import { clientAction as layPage } from "#route/lay/lay";
import { clientAction as surfaceAction } from "#route/surface/surface";
import { clientAction as hoursAction } from "#route/workshop/hours";
import { clientAction as materialsAction } from "#route/workshop/materials";
import { clientAction as paintsAction } from "#route/workshop/paints";
import { clientAction as roomsAction } from "#route/workshop/rooms";
import { type Dice, diceOf } from "./wounds";

type Fields = Readonly<Record<string, string>>;
const db = appDatabase();
const scene = testScene();
const glues = products.filter((p) => p.chemistry === "glue" || p.id === "PVA" || p.id === "UV resin");
const madeOf = materials.filter((m) => m.kind !== "print" || m.flexible === true);
const models: Readonly<Record<string, TriangleMesh>> = { slab: box(80, 12, 60), idol: sphere(12, 20, 28) };
const days = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

const send = (action: unknown, fields: Fields) => sendForm(action, scene.id, fields);
const order = (fields: Fields) => orderAction(fields, scene.id);
const pick = <T>(dice: Dice, list: readonly T[]): T => list[dice(list.length)]!;

/** The workshop that all scenes are made in, by its forms: hours, materials, pots, a mix. */
export async function openWorkshop(): Promise<void> {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.printers.bulkPut([testFilament, testResin]);
  for (const [id, mesh] of Object.entries(models)) {
    const soup = soupOf(mesh);
    const { corners } = soup;
    await db.meshes.put({
      id,
      name: id,
      triangles: corners.length / 9,
      corners: new Blob([corners as never]),
    });
    await storeMeasurement(id, measureMesh(soup).measurement, db);
  }
  const evenings = days.flatMap((d) => [[`${d}-from`, "17:00"] as const, [`${d}-to`, "23:30"] as const]);
  await send(hoursAction, Object.fromEntries(evenings));
  for (const [name, hex] of [
    ["Moss", "#556633"],
    ["Bone", "#f1ecdd"],
    ["Soot", "#141414"],
  ] as const)
    await send(paintsAction, {
      name,
      hex,
      product: "acrylic",
      thinner: "water",
      opacity: "opaque",
      sheen: "matte",
      millilitres: "17",
    });
  const [a, b] = await db.paints.toArray();
  await send(colourAction, {
    intent: "recipe",
    name: "Stone",
    paint0: a!.id,
    parts0: "2",
    paint1: b!.id,
    parts1: "1",
    thinner: "20",
  });
}

/** A scene of a few parts, schemes, joints and grounds, as a builder might type it. */
async function makeScene(dice: Dice): Promise<void> {
  for (const t of ["scenes", "parts", "joints", "grounds", "records", "plans", "journal"] as const)
    await db.table(t).clear();
  await db.scenes.put(scene);
  await db.materials.clear();
  for (const [name, plastic] of [
    ["Roll", pick(dice, ["PLA", "ABS", "TPU"])],
    ["Bottle", "resin"],
  ] as const)
    await send(materialsAction, { intent: "material", name, plastic, density: "", price: "20", colour: "" });
  // What the drop zone leaves of two models.
  for (const [id, printer] of [
    ["slab", testFilament],
    ["idol", testResin],
  ] as const)
    await db.parts.put(
      testPart({
        id,
        name: id,
        meshId: id,
        size: { source: { kind: "full" }, unitMm: 40 },
        print: { printerId: printer.id },
      }),
    );
  await send(roomsAction, {
    ventilation: pick(dice, ["window", "extraction", "none"]),
    outdoors: dice(2) ? "on" : "",
    resinAllowed: "on",
    quietFrom: "",
    quietTo: "",
    mostDb: "45",
    exposure: "",
    longestHours: "20",
    hourWorth: "12",
    power: "0.3",
    temperature: pick(dice, ["6", "14", "20", "28"]),
    humidity: pick(dice, ["30", "50", "72", "90"]),
    shelf: "",
    day: "",
  });
  for (let n = dice(3); n > 0; n--)
    await send(partsAction, {
      intent: "by-hand",
      name: `piece ${n}`,
      made: pick(dice, ["by hand", "bought"]),
      madeOf: pick(dice, madeOf).id,
      width: "80 mm",
      depth: "20 mm",
      height: "40 mm",
      count: String(1 + dice(3)),
    });
  await send(layPage, {
    intent: "board",
    width: "300 mm",
    depth: "200 mm",
    viewing: "60 cm",
    tier: pick(dice, tiers),
    theme: "clean",
    startOn: scene.startOn,
    finishBy: "",
    grid: "",
  });
  const parts = await db.parts.toArray();
  for (const part of parts) await partForms(part.id, part.made === "printed", dice);
  for (let n = dice(3); n > 0; n--)
    await send(jointsAction, {
      intent: "add",
      name: `joint ${n}`,
      a: pick(dice, parts).id,
      b: pick(dice, parts).id,
      fit: pick(dice, fits),
      gap: pick(dice, ["", "0.1", "0.5"]),
      glue: pick(dice, ["", "cyanoacrylate", ...glues.map((g) => g.id)]),
      count: String(1 + dice(5)),
      shows: dice(2) ? "on" : "",
      seamWidth: pick(dice, ["", "", "0.05", "0.4", "1.5"]),
      seamSandable: dice(2) ? "on" : "",
    });
  for (let n = dice(4); n > 0; n--)
    await send(groundAction, {
      intent: "add",
      name: `ground ${n}`,
      material: pick(dice, groundMaterials).id,
      share: "100",
      depth: pick(dice, ["1 mm", "4 mm", "12 mm", "60 mm"]),
      wetWith: pick(dice, ["none", "water", "alcohol"]),
      flock: pick(dice, flocks),
      loose: dice(2) ? "on" : "",
    });
  for (const topic of schoolTopics)
    if (dice(4) === 0)
      await order({
        intent: "school",
        topic,
        choice: pick<readonly string[]>(dice, orderSchools[topic])[0]!,
      });
}

async function partForms(partId: string, isPrinted: boolean, dice: Dice): Promise<void> {
  if (isPrinted) {
    await send(surfaceAction, { partId, school: pick(dice, ["", ...surfaceSchools]) });
    const hollow = dice(4) === 0 ? { hollow: "on", wall: "2", drains: String(dice(2)) } : {};
    await send(partsAction, {
      intent: "making",
      id: partId,
      name: partId,
      count: pick(dice, ["1", "3"]),
      process: partId === "idol" ? "resin" : "filament",
      printer: partId === "idol" ? testResin.id : testFilament.id,
      clear: dice(5) === 0 ? "on" : "",
      note: "",
      ...hollow,
    });
  }
  if (dice(3) > 0) await send(partsAction, { intent: "place", id: partId });
  if (dice(6) === 0)
    await send(groundAction, {
      intent: "lamp",
      partId,
      supplyV: "3",
      lampV: "2",
      wantedMa: "5",
      cellMah: "225",
    });
  const pots = await db.paints.toArray();
  const [mix] = await db.recipes.toArray();
  const colours = ["", ...pots.map((p) => `paint:${p.id}`), `recipe:${mix!.id}`];
  for (const kind of ["primer", "colour", "shade", "drybrush", "colour", "varnish", "pigment", "gloss"])
    if (dice(2) === 0)
      await send(colourAction, {
        intent: "layer",
        partId,
        kind,
        product: usualProduct(kind, dice),
        method: pick(dice, Object.keys(methods)),
        what: kind === "colour" || kind === "shade" ? pick(dice, colours) : "",
        coats: String(1 + dice(3)),
        coverage: pick(dice, ["100", "40"]),
        sheen: pick(dice, ["matte", "satin", "gloss"]),
      });
}

const usual: Readonly<Record<string, readonly string[]>> = {
  primer: ["primer can", "brush primer", "filler primer can"],
  colour: ["acrylic", "acrylic airbrushed", "translucent acrylic", "lacquer", "enamel film"],
  shade: ["acrylic wash", "oil wash", "enamel wash"],
  drybrush: ["acrylic"],
  varnish: ["varnish", "matte varnish can", "clear coat can"],
  pigment: ["pigment"],
  gloss: ["UV resin", "varnish"],
};
const usualProduct = (kind: string, dice: Dice): string =>
  dice(5) === 0 ? pick(dice, coatProducts) : pick(dice, usual[kind]!);

/** Plates and nests of one scene serve the next. */
const memory = planMemory();
const planNow = async (): Promise<Plan> =>
  makePlan((await getPlanInput(scene.id, localNow(), db))!, [], memory);

/** What is told of a step, by the fields that its form has. */
function facts(action: Action, dice: Dice): Fields {
  const asked = tellableOf(action);
  return Object.fromEntries(
    asked.flatMap((t): readonly (readonly [string, string])[] => {
      if (dice(Math.max(2, asked.length / 2)) > 0) return [];
      if (t.kind === "tick") return [[t.fact, "on"]];
      if (t.kind === "choice") return [[t.fact, pick(dice, t.options)]];
      return [[t.fact, pick(dice, ["0.02", "0.4", "2", "15", "80"])]];
    }),
  );
}

/** A step, every action as often as any other: of ground there are few steps, and of paint many. */
function ofAnyAction(steps: readonly Step[], dice: Dice): Step {
  const action = pick(dice, [...new Set(steps.map((s) => s.action))]);
  return pick(
    dice,
    steps.filter((s) => s.action === action),
  );
}

/** What the order's own forms can say of a plan: more of its steps, steps of one's own, another order. */
async function sayMore({ work }: Plan, dice: Dice): Promise<void> {
  const { steps } = work;
  const parts = await db.parts.toArray();
  const kept = (s: Step): Fields =>
    Object.fromEntries(
      tellableOf(s.action).flatMap((t) => (t.kind === "tick" && s.facts?.[t.fact] ? [[t.fact, "on"]] : [])),
    );
  for (let n = 5; n > 0; n--) {
    const s = ofAnyAction(steps, dice);
    const known = JSON.stringify(s.facts ?? {});
    const said = { ...kept(s), ...facts(s.action, dice), ...(dice(2) === 0 ? { brushedOff: "" } : {}) };
    await order({ intent: "tell", stepId: s.id, action: s.action, known, ...said });
  }
  for (let n = 4; n > 0; n--) {
    const kind = pick(dice, ownKinds);
    const anchor = pick(dice, steps);
    await order({
      intent: "own",
      kind: kind.name,
      title: "",
      on: dice(3) > 0 ? anchor.targets.join(" ") : partRef(pick(dice, parts).id),
      stepId: anchor.id,
      where: pick(dice, [...wheres, ""]),
      product: kind.product === null ? "" : dice(2) ? kind.product : pick(dice, productIds),
      tool: kind.tool,
      place: kind.place,
      sheen: pick(dice, ["matte", "satin", "gloss"]),
      minutes: String(kind.minutes),
      wait: String(kind.waitMinutes),
      ...facts(kind.action, dice),
    });
  }
  const pairs = work.sequence.constraints.filter((c) => c.ruleId !== null && !c.soft);
  for (let n = pairs.length === 0 ? 0 : 3; n > 0; n--) {
    const { before, after } = pick(dice, pairs);
    await order({ intent: "move", before: after, after: before });
  }
}

/** What the bench may tell: steps done at once, one after the other, whatever stood before them. */
async function doAtOnce({ work }: Plan, dice: Dice): Promise<void> {
  const onOne = pick(dice, [...new Set(work.steps.flatMap((s) => s.targets))]);
  const there = work.steps.filter((s) => s.targets.includes(onOne));
  for (let n = 4; n > 0; n--)
    await stepDone({ scene, step: ofAnyAction(there, dice), minutes: 0, note: "", keep: null });
}

const hex = (dice: Dice) => dice(0x7fffffff).toString(16).padStart(8, "0");

/** The rules that one scene trips: those that put a step in, and those that are broken. */
export async function trippedBy(seed: number): Promise<ReadonlySet<string>> {
  const dice = diceOf(seed);
  // Ids part steps that could come in either order: the same seed has the same ones.
  const ids = diceOf(seed + 1e6);
  crypto.randomUUID = () => `${hex(ids)}-0000-4000-8000-${hex(ids)}0000`;
  await makeScene(dice);
  const first = await planNow();
  const tripped = new Set(ofPlan(first));
  if (first.work.steps.length === 0) return tripped;
  await sayMore(first, dice);
  const second = await planNow();
  ofPlan(second).forEach((id) => tripped.add(id));
  await doAtOnce(second, dice);
  ofPlan(await planNow()).forEach((id) => tripped.add(id));
  return tripped;
}

const ofPlan = ({ work }: Plan): readonly string[] => [
  ...work.steps.flatMap((s) => (s.insertedBy === null ? [] : [s.insertedBy])),
  ...work.conflicts.map((c) => c.ruleId),
];
