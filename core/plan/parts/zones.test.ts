import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { posedId, posedSoup } from "#core/mesh/pose";
import { box } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import type { SchemeLayer } from "#core/paint/scheme";
import { zoneContacts } from "#core/plan/parts/zoneContacts";
import { zoneMinutes } from "#core/plan/parts/zoneMinutes";
import { makePlan, type Plan } from "#core/plan/plan";
import { waysFor } from "#core/plan/plates/waysFor";
import { testInput } from "#core/plan/testing";
import { testFilament, testResin } from "#core/print/testing";
import type { LedgerRow } from "#core/scene/ledger";
import { newPart, patchedPart, printOf } from "#core/scene/part";
import { nothingDerived } from "#core/scene/planInput";
import { wholeZone, type Zone } from "#core/scene/zone";
import { brushed, foundOn, inBand } from "#core/zones/findFaces";
import { measureZones } from "#core/zones/measureZones";
import { proposeZones } from "#core/zones/proposeZones";
import { splitAlong } from "#core/zones/splitMesh";
import { boards } from "#core/zones/testing";

const layer = (id: string, given: Partial<SchemeLayer> = {}): SchemeLayer => ({
  ...{ id, kind: "colour", product: "acrylic", colour: null, method: "brush", coats: 1, coverage: 1 },
  sheen: "matte",
  ...given,
});
const zone = (number: number, given: Partial<Zone> = {}): Zone => ({
  ...wholeZone,
  number,
  name: `zone ${number}`,
  ...given,
});
type Mapped = { readonly mesh: TriangleMesh; readonly of: Uint8Array };

/** The plan of one filament part with a mesh and a map of it. */
function planOf(
  { mesh, of }: Mapped,
  zones: readonly Zone[],
  given = {},
  more: Parameters<typeof testInput>[0] = {},
): Plan {
  const part = patchedPart(
    newPart({
      ...{ id: "hut", sceneId: "s", name: "hut", meshId: "hut", zones },
      size: { source: { kind: "full" } },
      print: { process: "filament" },
    }),
    given,
  );
  const measures = measureZones(mesh, findTwins(mesh).twin, of, 1);
  return makePlan(
    testInput({
      ...more,
      parts: [part],
      joints: [],
      measurements: new Map(
        [null, printOf(part).pose].map((pose) => [
          posedId("hut", pose),
          measureMesh(posedSoup(soupOf(mesh), pose)).measurement,
        ]),
      ),
      derived: { ...nothingDerived, zones: new Map([["hut", { stamp: "1", measures }]]) },
    }),
  );
}
const hutOf = (plan: Plan) => plan.parts.find((p) => p.part.id === "hut")!;
const causes = (plan: Plan, cause: string) => plan.findings.filter((f) => f.id.includes(cause));

/** A block of 40 x 30 x 20: its lower 8 mm are zone 1. */
function block(): Mapped {
  const mesh = splitAlong(box(40, 30, 20), [{ normal: [0, 0, 1], offset: 8 }]).mesh;
  const of = new Uint8Array(mesh.triangles.length / 3);
  for (const f of inBand(foundOn(mesh, findTwins(mesh).twin), 0.001, 7.999)) of[f] = 1;
  return { mesh, of };
}

describe("zones in the plan", () => {
  const two = [zone(0, { name: "wall" }), zone(1, { name: "foot" })];
  it("are the part: their areas add up to it, and each is its own faces", () => {
    const p = hutOf(planOf(block(), two));
    const sum = p.zones.reduce((cm2, z) => cm2 + z.areaCm2.value, 0);
    expect(sum).toBeCloseTo(p.areaCm2.value, 6);
    expect(p.zones[1]!.areaCm2.value).toBeCloseTo((2 * (40 + 30) * 8) / 100, 4);
    // What it stands on is in neither.
    expect(p.zones[0]!.areaCm2.value).toBeCloseTo((2 * (40 + 30) * 12 + 40 * 30) / 100, 4);
  });
  it("look as the whole looked: the sum of what shows is that of the part nobody parted", () => {
    const whole = hutOf(planOf(block(), [zone(0)]));
    const parted = hutOf(planOf(block(), two));
    const all = (p: typeof whole) =>
      p.finish!.surface.visible.value + p.finish!.surface.raking.value + p.finish!.surface.unseen.value;
    expect(all(parted)).toBeCloseTo(all(whole), 6);
    expect(parted.finish!.surface.onBedCm2).toBeCloseTo(whole.finish!.surface.onBedCm2, 4);
  });
  it("that share a layer are painted in one go, and one that has its own is painted apart", () => {
    const primer = layer("p", { kind: "primer", product: "brush primer" });
    const [one, other] = [layer("a"), layer("b")];
    const plan = planOf(block(), [
      zone(0, { name: "wall", scheme: [primer, one] }),
      zone(1, { name: "foot", scheme: [primer, other] }),
    ]);
    const steps = plan.work.steps.filter((s) => typeof s.partOf === "object");
    expect(steps.map((s) => s.title).sort()).toEqual([
      "Paint the colour: foot",
      "Paint the colour: wall",
      "Prime",
    ]);
    const prime = steps.find((s) => s.action === "prime")!;
    expect(prime.areaCm2).toBeCloseTo(hutOf(plan).areaCm2.value, 6);
    expect(steps.find((s) => s.title.endsWith("foot"))!.areaCm2).toBeCloseTo(11.2, 4);
  });
  it("have hands that add up to those of their steps", () => {
    const plan = planOf(block(), [
      zone(0, { name: "wall", scheme: [layer("a"), layer("v", { kind: "varnish", product: "varnish" })] }),
      zone(1, { name: "foot", school: "bury", scheme: [layer("a")] }),
    ]);
    const own = plan.work.steps.filter((s) => s.targets[0] === "part:hut" && s.partOf !== undefined);
    const minutes = [...zoneMinutes(hutOf(plan), plan).values()].reduce((sum, m) => sum + (m?.value ?? 0), 0);
    expect(minutes).toBeCloseTo(
      own.reduce((sum, s) => sum + s.handsMinutes.value, 0),
      6,
    );
  });
  it("of one zone make the very steps of a part without zones", () => {
    const scheme = [layer("a"), layer("v", { kind: "varnish", product: "varnish" })];
    const ids = (plan: Plan) => plan.work.steps.map((s) => `${s.id} ${s.title}`);
    const { mesh } = block();
    expect(
      ids(planOf({ mesh, of: new Uint8Array(mesh.triangles.length / 3) }, [zone(3, { scheme })])),
    ).toEqual(ids(planOf(block(), [zone(0, { scheme })])));
  });
  it("of a part without a mesh are told by name and area, and the first has what they leave", () => {
    const part = newPart({
      ...{ id: "hut", sceneId: "s", name: "hut", made: "bought", madeOf: null, count: 2 },
      size: { boxMm: [50, 40, 30], source: { kind: "full" } },
      zones: [zone(0, { name: "wall" }), zone(1, { name: "roof", areaCm2: 12 })],
    });
    const p = hutOf(makePlan(testInput({ parts: [part], joints: [] })));
    expect(p.zones[1]!.areaCm2.value).toBeCloseTo(24, 9);
    expect(p.zones[0]!.areaCm2.value).toBeCloseTo(p.areaCm2.value - 24, 9);
  });
});

describe("entries", () => {
  it("S4: a wall of 120 cm2 beside a roof of 60 that gets sand is filled on 130, the roof on none", () => {
    // A slab of 200 mm: its front is the wall of 120 cm2, a strip above it the roof of 60 cm2, border 200 mm.
    const mesh = splitAlong(box(200, 4, 90), [{ normal: [0, 0, 1], offset: 60 }]).mesh;
    const of = new Uint8Array(mesh.triangles.length / 3).fill(2);
    const on = foundOn(mesh, findTwins(mesh).twin);
    const upper = new Set(inBand(on, 60, Infinity));
    for (let f = 0; f < of.length; f++) if (on.normals[3 * f + 1]! < -0.9) of[f] = upper.has(f) ? 1 : 0;
    const p = hutOf(
      planOf({ mesh, of }, [
        zone(0, { name: "wall", school: "fill and sand" }),
        zone(1, { name: "roof", school: "bury" }),
        zone(2, { name: "rest", meaning: "never seen" }),
      ]),
    );
    const [wall, roof] = p.zones;
    expect(wall!.areaCm2.value).toBeCloseTo(120, 3);
    expect(roof!.areaCm2.value).toBeCloseTo(60, 3);
    expect(wall!.treatCm2.value - wall!.surface!.visible.value).toBeCloseTo(10, 3);
    expect(roof!.treatCm2.value).toBeCloseTo(roof!.surface!.visible.value, 6);
    // Where all of it shows its steps, that is 120 and the overlap of 10.
    const { treatCm2, surface } = wall!;
    expect(wall!.areaCm2.value + treatCm2.value - surface!.visible.value).toBeCloseTo(130, 3);
    expect(p.zones[2]!.treatCm2.value).toBe(0);
  });
  it("S4: one of four walls gone after the primer leaves three quarters of them in the second round", () => {
    const mesh = box(40, 40, 20);
    const on = foundOn(mesh, findTwins(mesh).twin);
    const sides: readonly (readonly [number, number])[] = [
      [0, 1],
      [0, -1],
      [1, 1],
      [1, -1],
    ];
    const of = new Uint8Array(mesh.triangles.length / 3).fill(4);
    sides.forEach(([k, sign], i) => {
      for (let f = 0; f < of.length; f++) if (on.normals[3 * f + k]! * sign > 0.9) of[f] = i;
    });
    const primer = layer("p", { kind: "primer", product: "brush primer" });
    const walls = (after: readonly (Zone["after"] | undefined)[]) => [
      ...after.map((a, i) =>
        zone(i, { name: `wall ${i + 1}`, scheme: [primer], ...(a ? { after: a } : {}) }),
      ),
      zone(4, { name: "top", scheme: [primer] }),
    ];
    const again = (after: readonly (Zone["after"] | undefined)[]) =>
      planOf({ mesh, of }, walls(after)).work.steps.filter((s) => s.id.includes("/round-2-"));
    expect(again([undefined, undefined, undefined, undefined])).toEqual([]);
    const all = again(["faint", "faint", "still plain", "still plain"]);
    const rest = again(["gone", "faint", "still plain", "still plain"]);
    expect(all.map((s) => s.action)).toEqual(["fill", "sand", "wash", "prime"]);
    expect(
      rest.find((s) => s.action === "fill")!.areaCm2! / all.find((s) => s.action === "fill")!.areaCm2!,
    ).toBeCloseTo(0.75, 6);
    expect(rest[0]!.title).toBe("Fill again where layers still show: wall 2, wall 3, wall 4");
    // It lies between the primer and the colour, and breaks no rule.
    const painted = walls(["faint", "gone", "gone", "gone"]).map((z) => ({
      ...z,
      scheme: [primer, layer("a")],
    }));
    const plan = planOf({ mesh, of }, painted);
    const at = (id: string) => plan.work.sequence.order.indexOf(`part:hut/${id}`);
    const order = [
      "scheme-p",
      "round-2-fill",
      "round-2-sand",
      "round-2-wash",
      "round-2-prime",
      "scheme-a",
    ].map(at);
    expect(order).toEqual([...order].sort((p, q) => p - q));
    expect(Math.min(...order)).toBeGreaterThanOrEqual(0);
    expect(plan.work.conflicts.filter((c) => `${c.before} ${c.after}`.includes("round-2"))).toEqual([]);
  });
  it("C6: a zone without a layer is one finding that names it, and none when it stays bare", () => {
    const painted = zone(0, { name: "walls", scheme: [layer("a")] });
    const open = causes(planOf(block(), [painted, zone(1, { name: "roof tiles" })]), "zone-unpainted");
    expect(open).toHaveLength(1);
    expect(open[0]!.sentence).toContain("roof tiles has no layer");
    const bare = [painted, zone(1, { name: "roof tiles", meaning: "bare" })];
    expect(causes(planOf(block(), bare), "zone-unpainted")).toEqual([]);
    expect(open[0]!.mends[0]!.label).toBe("Leave them bare");
  });
  it("C17: ten grooves and two drybrushings get one lining of 600 mm, 5 min, after the second; on a tenth of it none", () => {
    const mesh = boards(11, 5, 0.6, 0.3);
    const of = new Uint8Array(mesh.triangles.length / 3);
    for (const [f, z] of proposeZones(mesh, findTwins(mesh).twin, 1).of.entries()) of[f] = z;
    const measures = measureZones(mesh, findTwins(mesh).twin, of, 1);
    const carved = measures.find((m) => m.grooves !== null)!.number;
    const dry = (id: string, coverage: number) =>
      layer(id, { kind: "drybrush", method: "drybrush", coverage });
    const zones = (coverage: number) =>
      measures.map(({ number }) =>
        zone(number, {
          scheme: number === carved ? [layer("a"), dry("d1", coverage), dry("d2", coverage)] : [layer("a")],
        }),
      );
    const plan = planOf({ mesh, of }, zones(0.5));
    const lining = plan.work.steps.filter((s) => s.action === "line in");
    expect(lining).toHaveLength(1);
    expect(lining[0]!.title).toMatch(/10 lines, 600 mm$/);
    expect(lining[0]!.handsMinutes.value).toBeCloseTo(5, 6);
    const { order } = plan.work.sequence;
    expect(order.indexOf(lining[0]!.id)).toBeGreaterThan(order.indexOf("part:hut/scheme-d2"));
    expect(planOf({ mesh, of }, zones(0.1)).work.steps.some((s) => s.action === "line in")).toBe(false);
  });
  it("P11: boards of 0.05 mm in layers of 0.2 come out smooth; a second version of 0.35 mm is quiet", () => {
    const shallow = (depth: number, ledger: readonly LedgerRow[] = []) => {
      const mesh = boards(7, 6, 1.2, depth);
      const of = Uint8Array.from(proposeZones(mesh, findTwins(mesh).twin, 1).of);
      const numbers = [...new Set(of)];
      // Films of 0.05 mm: four coats of varnish and colour are laid until they come to it.
      const films = [
        layer("p", { kind: "primer", product: "brush primer", coats: 2 }),
        layer("a", { coats: 1 }),
      ];
      return planOf(
        { mesh, of },
        numbers.map((n) => zone(n, { scheme: films })),
        {},
        { ledger },
      );
    };
    const found = causes(shallow(0.05), "relief-shallow");
    expect(found).toHaveLength(1);
    expect(found[0]!.sentence).toMatch(/grooves 0\.05 mm deep come out smooth in layers of 0\.2 mm/);
    const [, needed] = /make them ([\d.]+) mm deep/.exec(found[0]!.sentence)!;
    const films = Number(/under ([\d.]+) mm of films/.exec(found[0]!.sentence)![1]);
    expect(Number(needed)).toBeCloseTo(1.5 * 0.2 + films, 2);
    expect(causes(shallow(Number(needed) + 0.01), "relief-shallow")).toEqual([]);
    // Kept as a wish it is a line of the ledger, and nothing is said any more.
    const { edit } = found[0]!.mends[0]!;
    if (edit?.table !== "ledger") throw new Error("A wish is a line of the ledger.");
    expect(edit.put.realMm / testInput().scene.denominator).toBeCloseTo(Number(needed), 2);
    expect(causes(shallow(0.05, [edit.put]), "relief-shallow")).toEqual([]);
  });
  it("S6: sanding that takes more than half of the relief is told, all of it is a matter of the order", () => {
    const told = (depth: number) => {
      const mesh = boards(7, 6, 1.2, depth);
      const of = Uint8Array.from(proposeZones(mesh, findTwins(mesh).twin, 1).of);
      const zones = [...new Set(of)].map((n) => zone(n, { school: "fill and sand" }));
      const tilted = { print: { process: "filament", pose: { down: [0, -0.26, -0.966], turnDeg: 0 } } };
      const plan = planOf({ mesh, of }, zones, tilted);
      return {
        flattened: causes(plan, "relief-sanded").length,
        lost: plan.work.conflicts.filter((c) => c.ruleId === "O41").length,
      };
    };
    // Steps of a slope of 15 degrees are 0.19 mm deep.
    expect(told(0.3)).toEqual({ flattened: 1, lost: 0 });
    expect(told(0.05).flattened).toBe(0);
    expect(told(0.05).lost).toBeGreaterThan(0);
    expect(told(0.6)).toEqual({ flattened: 0, lost: 0 });
  });
  it("S6: the coat that closes the narrowest groove is named, with how many leave it open", () => {
    const told = (width: number) => {
      const mesh = boards(7, 6, width, 1);
      const of = Uint8Array.from(proposeZones(mesh, findTwins(mesh).twin, 1).of);
      // Thick coats of paste would be far too many: three of surfacer, 0.075 mm each.
      const scheme = [layer("s", { kind: "primer", product: "surfacer", coats: 3 })];
      const zones = [...new Set(of)].map((n) => zone(n, { school: "live with it", scheme }));
      return causes(planOf({ mesh, of }, zones), "groove-closes").map((f) => f.sentence);
    };
    expect(told(0.4)[0]).toMatch(
      /a groove 0\.40 mm wide stays open under 2 coats; the next, of surfacer, brushed/,
    );
    expect(told(0.6)).toEqual([]);
  });
  it("L11: powder where hands go asks for a seal, on the back it does not", () => {
    const powder = [
      layer("v", { kind: "varnish", product: "varnish" }),
      layer("d", { kind: "pigment", product: "pigment" }),
    ];
    const zones = (touched: number) =>
      [0, 1].map((n) =>
        zone(n, { scheme: n === 1 ? powder : powder.slice(0, 1), meaning: n === touched ? "touched" : null }),
      );
    const found = causes(planOf(block(), zones(1)), "touched-unsealed");
    expect(found).toHaveLength(1);
    expect(found[0]!.sentence).toMatch(/loose powder comes off/);
    expect(causes(planOf(block(), zones(0)), "touched-unsealed")).toEqual([]);
  });
  it("T5: an underside that is never seen takes all contacts, and is not treated", () => {
    // A table: its underside hangs over.
    const mesh = splitAlong(box(40, 30, 6), []).mesh;
    const of = new Uint8Array(mesh.triangles.length / 3);
    const on = foundOn(mesh, findTwins(mesh).twin);
    for (let f = 0; f < of.length; f++) {
      if (on.normals[3 * f + 2]! < -0.9) of[f] = 1;
      if (on.normals[3 * f]! > 0.9) of[f] = 2;
      if (on.normals[3 * f]! < -0.9) of[f] = 3;
    }
    const zones = [
      zone(0, { name: "top" }),
      zone(1, { name: "underside", meaning: "never seen" }),
      zone(2, { name: "left end", meaning: "mating" }),
      zone(3, { name: "right end", meaning: "mating" }),
    ];
    const raised = { print: { process: "resin", raised: true, pose: { down: [0, 0, -1], turnDeg: 0 } } };
    const plan = planOf({ mesh, of }, zones, raised);
    const p = hutOf(plan);
    const contacts = zoneContacts(p);
    expect(p.chosen!.supports.contacts).toBeGreaterThan(0);
    expect(contacts.get(1)!.contacts).toBe(p.chosen!.supports.contacts);
    expect([contacts.get(2)!.contacts, contacts.get(3)!.contacts]).toEqual([0, 0]);
    expect(p.zones[1]!.treatCm2.value).toBe(0);
    expect(causes(plan, "mating-contacts")).toEqual([]);
    // Turned on its end, the mating face takes them, and that is said.
    const onEnd = { print: { process: "resin", raised: true, pose: { down: [1, 0, 0], turnDeg: 0 } } };
    const touched = causes(planOf({ mesh, of }, zones, onEnd), "mating-contacts");
    expect(touched).toHaveLength(1);
    expect(touched[0]!.sentence).toMatch(/left end has \d+ contacts? on .* file each spot 0\.1 mm/);
  });
  it("T5: a machine is weighed by what of a part is seen", () => {
    // The top lies aslant and shows its steps; seen from nowhere, no machine is worse for it.
    const aslant = { print: { pose: { down: [0, -0.26, -0.966], turnDeg: 0 } } };
    const { mesh } = block();
    const of = new Uint8Array(mesh.triangles.length / 3);
    const on = foundOn(mesh, findTwins(mesh).twin);
    for (let f = 0; f < of.length; f++) if (on.normals[3 * f + 2]! > 0.9) of[f] = 1;
    const plain = (meaning: Zone["meaning"]) =>
      hutOf(planOf({ mesh, of }, [zone(0), zone(1, { meaning })], aslant)).candidates.map(
        (c) => c.row.plainCm2,
      );
    const [open, hidden] = [plain(null), plain("never seen")];
    expect(open.some((cm2, i) => cm2 > hidden[i]! + 1)).toBe(true);
    expect(open.every((cm2, i) => cm2 >= hidden[i]! - 1e-9)).toBe(true);
  });
  it("T5: a way to lie puts its scars on what is never seen and none on what mates", () => {
    const mesh = box(40, 30, 6);
    const wishes = { school: null, front: null, minutesPerMm3: 0.01 } as const;
    const marked = [
      { normal: [0, 0, 1], area: 1200, is: "mating" },
      { normal: [0, 0, -1], area: 1200, is: "never seen" },
    ] as const;
    const [best] = waysFor(mesh, 1, { ...testResin }, 300, { ...wishes, marked });
    const scarOn = (lay: NonNullable<typeof best>) => lay.frontScarMm2;
    expect(scarOn(best!)).toBeLessThan(1);
    const turned = waysFor(mesh, 1, testFilament, 300, {
      ...wishes,
      marked: marked.map((m) => ({ ...m, normal: [-m.normal[0], 0, -m.normal[2]] as const })),
    });
    expect(turned[0]!.frontScarMm2).toBeLessThan(1);
  });
});

describe("facts for the rules of the order", () => {
  it("O54: what splashes on a zone is painted before its neat neighbour", () => {
    const plan = planOf(block(), [
      zone(0, { name: "beams", meaning: "timber", scheme: [layer("t")] }),
      zone(1, { name: "plaster", meaning: "plaster", scheme: [layer("p")] }),
    ]);
    const { order } = plan.work.sequence;
    expect(order.indexOf("part:hut/scheme-p")).toBeLessThan(order.indexOf("part:hut/scheme-t"));
    expect(plan.work.steps.find((s) => s.id === "part:hut/scheme-p")!.facts).toMatchObject({ messy: true });
  });
  it("O41: sanding as deep as the shallowest relief of its zones is said, and cut lines are put in", () => {
    const mesh = boards(7, 6, 1.2, 0.05);
    const of = Uint8Array.from(proposeZones(mesh, findTwins(mesh).twin, 1).of);
    const zones = [...new Set(of)].map((n) => zone(n, { school: "fill and sand" }));
    const tilted = { print: { process: "filament", pose: { down: [0, -0.26, -0.966], turnDeg: 0 } } };
    const plan = planOf({ mesh, of }, zones, tilted);
    const sands = plan.work.steps.filter((s) => s.action === "sand" && s.facts?.reliefMm !== undefined);
    expect(sands.length).toBeGreaterThan(0);
    for (const s of sands) expect(s.facts!.reliefMm).toBeCloseTo(0.05, 3);
    expect(plan.work.conflicts.some((c) => c.ruleId === "O41")).toBe(true);
  });
});

it("a brush on a ball gives a round place that grows with its radius", () => {
  const mesh = block().mesh;
  const on = foundOn(mesh, findTwins(mesh).twin);
  const small = brushed(on, 0, [20, 15, 20], 1, [0, 0, 1]).length;
  expect(brushed(on, 0, [20, 15, 20], 100, [0, 0, 1]).length).toBeGreaterThanOrEqual(small);
});
