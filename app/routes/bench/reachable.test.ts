import { beforeAll, expect, it } from "vitest";
import { stepCautions } from "#core/plan/bench/stepCautions";
import { makePlan } from "#core/plan/plan";
import { testFilament, testResin } from "#core/print/testing";
import { type CautionId, cautions, dayCautions, runCautions } from "#core/safety/cautions";
import { measureMesh } from "#core/mesh/measure";
import { sphere } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { appDatabase } from "#data/db";
import { storeMeasurement } from "#data/meshes";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { sendForm } from "#app/testing";
import { partsAction } from "#app/routes/parts/partsAction";
import { clientAction as colourAction } from "#route/colour/colour";
import { clientAction as groundAction } from "#route/ground/ground";
import { clientAction as jointsAction } from "#route/joints/joints";
import { zonesAction } from "#app/routes/zones/zonesAction";
import { clientAction as surfaceAction } from "#route/surface/surface";
import { clientAction as hoursAction } from "#route/workshop/hours";
import { clientAction as materialsAction } from "#route/workshop/materials";
import { clientAction as paintsAction } from "#route/workshop/paints";

const db = appDatabase();
const scene = testScene();

/** What a form sends, which is never refused here. */
const send = async (action: unknown, fields: Readonly<Record<string, string>>): Promise<void> =>
  expect(await sendForm(action, scene.id, fields), JSON.stringify(fields)).toEqual([]);
const partNamed = async (name: string) => (await db.parts.toArray()).find((p) => p.name === name)!.id;

beforeAll(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  // A scene, machines and two models: what the dialog, the printer form and the drop zone leave.
  await db.scenes.put({ ...scene, boardWidthMm: 900, boardDepthMm: 600 });
  await db.printers.bulkPut([testFilament, testResin]);
  const soup = soupOf(sphere(20, 24, 32));
  await db.meshes.put({
    id: "boulder",
    name: "boulder",
    triangles: soup.corners.length / 9,
    corners: new Blob([soup.corners as never]),
  });
  await storeMeasurement("boulder", measureMesh(soup).measurement, db);
  const model = { meshId: "boulder", size: { source: { kind: "full" }, unitMm: 40 } } as const;
  const placements = [{ xMm: 200, yMm: 200, turnDeg: 0 }];
  await db.parts.bulkPut([
    testPart({
      ...model,
      id: "wall",
      name: "wall",
      print: { printerId: testFilament.id },
      place: { placements },
    }),
    testPart({
      ...model,
      id: "idol",
      name: "idol",
      print: { printerId: testResin.id },
      place: { placements },
    }),
  ]);

  const days = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
  await send(
    hoursAction,
    Object.fromEntries(days.flatMap((d) => [[`${d}-from`, "17:00"] as const, [`${d}-to`, "23:30"] as const])),
  );
  for (const [name, plastic] of [
    ["Roll", "ABS"],
    ["Bottle", "resin"],
  ] as const)
    await send(materialsAction, {
      intent: "material",
      name,
      plastic,
      density: "",
      price: "20",
      colour: "",
    });
  await send(paintsAction, {
    name: "Moss",
    hex: "#556633",
    product: "acrylic",
    thinner: "household cleaner",
    opacity: "opaque",
    sheen: "matte",
    millilitres: "17",
  });
  await send(partsAction, {
    intent: "by-hand",
    name: "ferryman",
    made: "bought",
    madeOf: "white metal",
    width: "10 mm",
    depth: "10 mm",
    height: "25 mm",
    count: "1",
  });
  const ferryman = await partNamed("ferryman");
  await send(surfaceAction, { partId: "wall", school: "flame first" });
  // It stands in deep ground, and is finished for show all the same.
  await send(zonesAction, { partId: "wall", intent: "grade", zone: "0", grade: "show" });
  await send(surfaceAction, { partId: "idol", school: "fill and sand" });
  const moss = (await db.paints.toArray())[0]!.id;
  for (const [partId, kind, product, method, what] of [
    ["wall", "primer", "primer can", "can", ""],
    ["wall", "colour", "acrylic", "brush", `paint:${moss}`],
    ["wall", "shade", "oil wash", "wash", ""],
    ["wall", "pigment", "pigment", "brush", ""],
    ["idol", "varnish", "two-pack clear", "airbrush", ""],
    [ferryman, "colour", "acrylic", "brush", ""],
  ] as const)
    await send(colourAction, {
      intent: "layer",
      partId,
      kind,
      product,
      method,
      what,
      coats: "1",
      coverage: "100",
      sheen: "matte",
    });
  for (const [name, glue, fit] of [
    ["pin", "cyanoacrylate", "snug"],
    ["lid", "five-minute epoxy", "magnet pocket"],
  ] as const)
    await send(jointsAction, {
      intent: "add",
      name,
      a: "wall",
      b: "idol",
      fit,
      gap: "",
      glue,
      count: "1",
    });
  for (const [material, depth, flock] of [
    ["grout", "40 mm", "none"],
    ["natural", "2 mm", "none"],
    ["sand", "1 mm", "standing"],
  ] as const)
    await send(groundAction, {
      intent: "add",
      name: material,
      material,
      share: "100",
      depth,
      wetWith: "water",
      flock,
      loose: "on",
    });
  await send(groundAction, {
    intent: "lamp",
    partId: "wall",
    supplyV: "3",
    lampV: "2",
    wantedMa: "5",
    cellMah: "225",
  });
});

it("every caution is raised by what the forms of an empty workshop can enter", async () => {
  const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
  const plan = makePlan(input);
  const raised = new Map<CautionId, string>();
  const add = (ids: readonly CautionId[], by: string) =>
    ids.forEach((id) => raised.set(id, raised.get(id) ?? by));
  for (const s of plan.work.steps) add(stepCautions(s, input.workshop), `${s.title}, ${s.onWhat}`);
  for (const p of plan.plates) add(runCautions(p.printer.process, p.material?.plastic ?? null), "a plate");
  for (const l of plan.load) add(dayCautions(l.plateMinutes + l.stepMinutes, l.presentMinutes), "a day");
  expect(cautions.map((c) => c.id).filter((id) => !raised.has(id))).toEqual([]);
  expect(raised.get("C26")).toMatch(/ferryman/);
  expect(raised.get("C25")).toMatch(/natural/i);
});
