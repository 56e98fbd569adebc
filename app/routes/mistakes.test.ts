import { beforeAll, beforeEach, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, sphere, terrain } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { stepCautions } from "#core/plan/bench/stepCautions";
import { makePlan } from "#core/plan/plan";
import { testFilament, testResin } from "#core/print/testing";
import { cautionById } from "#core/safety/cautions";
import { appDatabase } from "#data/db";
import { storeMeasurement } from "#data/meshes";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { sendForm } from "#app/testing";
import { partsAction } from "#app/routes/parts/partsAction";
import { ruleAction } from "#app/routes/rule/ruleAction";
import { clientAction as colourAction } from "#route/colour/colour";
import { clientAction as groundAction } from "#route/ground/ground";
import { clientAction as jointsAction } from "#route/joints/joints";
import { clientAction as layPage } from "#route/lay/lay";
import { clientAction as surfaceAction } from "#route/surface/surface";
import { clientAction as hoursAction } from "#route/workshop/hours";
import { clientAction as materialsAction } from "#route/workshop/materials";
import { clientAction as paintsAction } from "#route/workshop/paints";
import { clientAction as roomsAction } from "#route/workshop/rooms";

/**
 * Wrong doings that builders do, each entered through the stages' own forms into a sound small scene, and each told
 * before it happens.
 */
const db = appDatabase();
const scene = testScene();
type Fields = Readonly<Record<string, string>>;
const refusals: string[] = [];

const send = async (action: unknown, fields: Fields): Promise<void> => {
  refusals.push(...(await sendForm(action, scene.id, fields)));
};

const shapes: Readonly<Record<string, TriangleMesh>> = {
  slab: box(80, 12, 60),
  idol: sphere(12, 20, 28),
  beam: box(900, 20, 20),
  hair: box(60, 0.15, 40),
  hill: terrain(30, 80, 3),
};
const measured = new Map(Object.entries(shapes).map(([id, m]) => [id, measureMesh(soupOf(m))] as const));
const layer = (partId: string, kind: string, product: string, given: Fields = {}): Promise<void> =>
  send(colourAction, {
    intent: "layer",
    partId,
    kind,
    product,
    method: "brush",
    what: "",
    coats: "1",
    coverage: "100",
    sheen: "matte",
    ...given,
  });
const joint = (given: Fields): Promise<void> =>
  send(jointsAction, {
    intent: "add",
    name: "corner",
    a: "wall",
    b: "idol",
    fit: "snug",
    gap: "",
    glue: "cyanoacrylate",
    count: "1",
    ...given,
  });
const ground = (material: string, depth: string, given: Fields = {}): Promise<void> =>
  send(groundAction, {
    intent: "add",
    name: material,
    material,
    share: "100",
    depth,
    wetWith: "none",
    flock: "none",
    ...given,
  });
const lamp = (given: Fields): Promise<void> =>
  send(groundAction, {
    intent: "lamp",
    partId: "wall",
    supplyV: "3",
    lampV: "2",
    wantedMa: "5",
    cellMah: "225",
    ...given,
  });
const byHand = (name: string, madeOf: string): Promise<void> =>
  send(partsAction, {
    intent: "by-hand",
    name,
    made: "by hand",
    madeOf,
    width: "80 mm",
    depth: "20 mm",
    height: "40 mm",
    count: "1",
  });
const rooms = (given: Fields): Promise<void> =>
  send(roomsAction, {
    ventilation: "window",
    resinAllowed: "on",
    quietFrom: "",
    quietTo: "",
    mostDb: "45",
    exposure: "",
    longestHours: "20",
    hourWorth: "12",
    power: "0.3",
    temperature: "20",
    humidity: "50",
    shelf: "",
    day: "",
    ...given,
  });
const board = (given: Fields): Promise<void> =>
  send(layPage, {
    intent: "board",
    width: "300 mm",
    depth: "200 mm",
    viewing: "60 cm",
    tier: "display",
    theme: "clean",
    ...given,
  });
const named = async (name: string) => (await db.parts.toArray()).find((p) => p.name === name)!.id;
const put = (id: string, meshId: string, printerId: string) =>
  db.parts.put(
    testPart({
      id,
      name: id,
      meshId,
      size: { source: { kind: "ratio", denominator: scene.denominator }, unitMm: 1 },
      print: { printerId },
      place: { placements: [{ xMm: 40, yMm: 40, turnDeg: 0 }] },
    }),
  );

beforeAll(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  for (const [id, { measurement }] of measured) await storeMeasurement(id, measurement, db);
});
beforeEach(async () => {
  refusals.splice(0);
  for (const t of tableNames.filter((n) => n !== ("measurements" as never))) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.printers.bulkPut([testFilament, testResin]);
  for (const [id, mesh] of Object.entries(shapes)) {
    const { corners } = soupOf(mesh);
    await db.meshes.put({
      id,
      name: id,
      triangles: corners.length / 9,
      corners: new Blob([corners as never]),
    });
  }
  await put("wall", "slab", testFilament.id);
  await put("idol", "idol", testResin.id);
  const days = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
  await send(
    hoursAction,
    Object.fromEntries(days.flatMap((d) => [[`${d}-from`, "18:00"] as const, [`${d}-to`, "22:00"] as const])),
  );
  for (const [name, plastic] of [
    ["Roll", "PLA"],
    ["Bottle", "resin"],
  ] as const)
    await send(materialsAction, { intent: "material", name, plastic, density: "", price: "20", colour: "" });
  expect(refusals).toEqual([]);
});

/** Everything that is said of the scene before its work begins. */
async function conflictText(): Promise<string> {
  const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
  const plan = makePlan(input);
  return [
    ...refusals,
    ...plan.findings.map((f) => f.sentence),
    ...plan.work.steps.flatMap((s) => [
      ...s.notes,
      `${s.insertedBy ?? ""} ${s.title}`,
      ...stepCautions(s, input.workshop).map((id) => cautionById(id).text),
    ]),
    ...plan.plates.flatMap((p) => p.gate.map((g) => JSON.stringify(g))),
  ].join("\n");
}

const mistakes: readonly (readonly [what: string, done: () => Promise<unknown>, warned: RegExp])[] = [
  [
    "cyanoacrylate on bare foam",
    async () => (await byHand("cliff", "xps"), joint({ b: await named("cliff") })),
    /foam/i,
  ],
  [
    "a spray can on bare foam",
    async () => (
      await byHand("cliff", "xps"),
      layer(await named("cliff"), "primer", "primer can", { method: "can" })
    ),
    /foam/i,
  ],
  [
    "a flame on resin",
    () => send(surfaceAction, { partId: "idol", school: "flame first" }),
    /“flame first”, which is not for resin/,
  ],
  [
    "powder under a varnish",
    async () => (
      await layer("wall", "primer", "brush primer"),
      await layer("wall", "pigment", "pigment"),
      layer("wall", "varnish", "matte varnish can", { method: "can" })
    ),
    /pigment|powder/i,
  ],
  ["colour on bare plastic", () => layer("wall", "colour", "acrylic"), /O13 Prime/],
  [
    "lacquer over enamel",
    async () => (
      await layer("wall", "primer", "brush primer"),
      await layer("wall", "colour", "enamel"),
      layer("wall", "varnish", "matte varnish can", { method: "can" })
    ),
    /dust coats/i,
  ],
  ["a joint with no room for paint", () => joint({ gap: "0.01", fit: "slide", glue: "" }), /a side/],
  ["a joint that rattles", () => joint({ gap: "0.9", fit: "snug", glue: "" }), /needs [\d.]+ to [\d.]+ mm/],
  [
    "a gap that its glue does not fill",
    () => joint({ gap: "0.6", fit: "glued butt" }),
    /fills [\d.]+ mm and the gap is/,
  ],
  ["mains for a lamp", () => lamp({ supplyV: "230" }), /24 V|licensed|mains/i],
  ["a lamp that needs more than it gets", () => lamp({ supplyV: "1.5", lampV: "3" }), /volt| V/i],
  ["a coin cell for a strong lamp", () => lamp({ wantedMa: "20" }), /cell/i],
  [
    "a board too thin for its weight",
    async () => (
      await board({ width: "900 mm", depth: "600 mm" }),
      await ground("plywood", "3 mm"),
      ground("grout", "10 mm")
    ),
    /sag|hang|bend/i,
  ],
  ["a pour that is too deep", () => ground("water-resin", "25 mm"), /deep|depth|pour/i],
  [
    "ground wetted on a bare board",
    async () => (await ground("mdf", "12 mm"), ground("grout", "8 mm", { wetWith: "water" })),
    /Seal the board on both faces/,
  ],
  [
    "natural stuff laid as it was found",
    () => ground("natural", "2 mm", { loose: "on" }),
    /sterili|bake|heat/i,
  ],
  [
    "a part longer than the bed",
    () => put("beam", "beam", testFilament.id),
    /cut it into \d+ pieces|too long/,
  ],
  ["a wall finer than the nozzle", () => put("hair", "hair", testFilament.id), /goes down to 0\.15 mm/],
  ["resin where it is not allowed", () => rooms({ resinAllowed: "" }), /Liquid resin is not allowed/],
  [
    "sprays in a room without air",
    async () => (
      await rooms({ ventilation: "none" }),
      layer("wall", "primer", "primer can", { method: "can" })
    ),
    /no ventilation and no place outdoors/,
  ],
  [
    "a week over its cap",
    async () => (
      await rooms({ exposure: "1" }),
      layer("wall", "primer", "primer can", { method: "can", coats: "4" })
    ),
    /you allow 1/,
  ],
  ["sanding with nothing to draw the dust off", () => put("wing", "slab", testFilament.id), /FFP2/],
  [
    "a date that cannot be",
    async () => (
      await send(surfaceAction, { partId: "wall", school: "fill and sand" }),
      board({ finishBy: scene.startOn })
    ),
    /after the date you set/,
  ],
  [
    "ready before it begins",
    () => board({ startOn: "2027-05-02", finishBy: "2027-05-01" }),
    /cannot be ready before its work begins/,
  ],
  ["two coats in words", () => layer("wall", "colour", "acrylic", { coats: "two" }), /number/],
  [
    "a comma that can mean two things",
    () => send(ruleAction, { intent: "scale", ratio: "1:1,000" }),
    /comma can mean/,
  ],
  [
    "a paint that is not there",
    async () => {
      await send(paintsAction, {
        name: "Moss",
        hex: "#556633",
        product: "acrylic",
        thinner: "",
        opacity: "opaque",
        sheen: "matte",
        millilitres: "0",
      });
      const moss = (await db.paints.toArray())[0]!.id;
      return layer("wall", "colour", "acrylic", { what: `paint:${moss}`, coats: "3" });
    },
    /Moss (runs out|is not on the shelf)/,
  ],
  [
    "a household cleaner as thinner",
    async () => {
      await send(paintsAction, {
        name: "Moss",
        hex: "#556633",
        product: "acrylic",
        thinner: "household cleaner",
        opacity: "opaque",
        sheen: "matte",
        millilitres: "17",
      });
      const moss = (await db.paints.toArray())[0]!.id;
      return layer("wall", "colour", "acrylic", { what: `paint:${moss}` });
    },
    /never with bleach/,
  ],
  [
    "a two-pack clear through an airbrush",
    () => layer("wall", "varnish", "two-pack clear", { method: "airbrush" }),
    /isocyanate|air-fed|respirator|supplied/i,
  ],
  ["a first joint of many, untried", () => joint({ gap: "0.2", count: "8" }), /no snug fit was tried/],
  [
    "old white metal in the hand",
    async () => (await byHand("cart", "white metal"), layer(await named("cart"), "colour", "acrylic")),
    /lead/,
  ],
  [
    "walls glued in sight, one of each process",
    () => joint({ fit: "glued butt", shows: "on" }),
    /the seam is seen/,
  ],
  ["no hours to work in", async () => send(hoursAction, {}), /hours/i],
];

it.each(mistakes)("%s is told before it happens", async (_, done, warned) => {
  const before = await conflictText();
  const sound = before.match(new RegExp(warned.source, `${warned.flags}g`))?.length ?? 0;
  await done();
  const after = (await conflictText()).match(new RegExp(warned.source, `${warned.flags}g`))?.length ?? 0;
  // It is told for what was done, and not of the scene as it was.
  expect(after).toBeGreaterThan(sound);
});

it("counts thirty of them and more", () => {
  expect(mistakes.length).toBeGreaterThanOrEqual(30);
});
