import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { posedMesh, type Vec3 } from "#core/mesh/pose";
import { box, insideOut, moved, sphere, together } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { resinRisk } from "#core/print/resinRisk";
import { resinWarnings } from "#core/print/resinWarnings";
import { supportWork } from "#core/print/supports";
import { testFilament, testResin } from "#core/print/testing";

const measured = (m: TriangleMesh) => measureMesh(soupOf(m)).measurement;
const risk = (m: TriangleMesh, raised = true) =>
  resinRisk(measured(m), 1, testResin, raised ? supportWork(testResin, measured(m), 1, true).scarMm2 : null);
/** A bowl, mouth up: a block with a block taken out of its top, as one closed surface. */
function bowl(): TriangleMesh {
  const outer = box(40, 40, 30);
  const inner = insideOut(moved(box(30, 30, 25), 5, 5, 5));
  // Both tops lie in one plane; the ring between them is what is left of the lid.
  const rim = (z: number): number[][] => [
    [0, 0, z],
    [40, 0, z],
    [40, 40, z],
    [0, 40, z],
    [5, 5, z],
    [35, 5, z],
    [35, 35, z],
    [5, 35, z],
  ];
  const drop = (m: TriangleMesh, z: number) => ({
    positions: m.positions,
    triangles: m.triangles.filter(
      (_, i) => ![0, 1, 2].every((k) => m.positions[3 * m.triangles[3 * Math.floor(i / 3) + k]! + 2] === z),
    ),
  });
  const lid = {
    positions: Float32Array.from(rim(30).flat()),
    triangles: Uint32Array.from([0, 1, 4, 1, 5, 4, 1, 2, 5, 2, 6, 5, 2, 3, 6, 3, 7, 6, 3, 0, 7, 0, 4, 7]),
  };
  return together(drop(outer, 30), drop(inner, 30), lid);
}
const upsideDown = (m: TriangleMesh) => posedMesh(m, { down: [0, 0, 1], turnDeg: 0 });

describe("supports", () => {
  it("are none under a box, and columns under a lid in the air", () => {
    const none = supportWork(testFilament, measured(box(10, 10, 10)), 1);
    expect(none).toMatchObject({ needless: true, ml: 0, cleanMinutes: 0 });
    const table = measured(together(box(4, 4, 20), moved(box(30, 30, 3), -13, -13, 20)));
    const held = supportWork(testFilament, table, 1);
    expect(held.needless).toBe(false);
    // 900 mm2 over 20 mm, 15 % full; the leg stands in the middle and its own shell does not hold the lid's.
    expect(held.ml).toBeCloseTo(0.15 * 0.9 * 20, 1);
    expect(held.seconds).toBeGreaterThan(30);
    expect(supportWork(testResin, table, 1).contacts).toBeGreaterThan(60);
  });
  it("go with the cube of the scale on filament, and with the square in resin's tips", () => {
    const table = measured(together(box(4, 4, 20), moved(box(30, 30, 3), -13, -13, 20)));
    expect(supportWork(testFilament, table, 2).ml / supportWork(testFilament, table, 1).ml).toBeCloseTo(8, 5);
    expect(supportWork(testResin, table, 2).contacts / supportWork(testResin, table, 1).contacts).toBeCloseTo(
      4,
      0,
    );
    expect(supportWork(testResin, table, 1, null, 1.5).contacts).toBeGreaterThan(
      supportWork(testResin, table, 1).contacts,
    );
  });
});

describe("a resin part that is raised", () => {
  const slab = measured(box(50, 50, 6));
  it("hangs by its foot: 25 cm2 on an unproven machine are about 257 tips, 2.2 ml and 32 min of clean-up", () => {
    const raised = supportWork(testResin, slab, 1, true, 1.25);
    expect(raised.contacts).toBe(257);
    expect(raised.ml).toBeCloseTo(2.2, 1);
    expect(raised.cleanMinutes).toBeCloseTo(32, 0);
    expect(raised.scarMm2).toBeCloseTo(257 * 0.2, 6);
    expect(raised).toMatchObject({ raised: true, needless: false });
    expect(supportWork(testResin, slab, 1, false, 1.25)).toMatchObject({
      raised: false,
      needless: true,
      ml: 0,
      cleanMinutes: 0,
    });
  });
  it("is left flat by itself on a plate that bends, and raised on one that does not", () => {
    expect(supportWork({ ...testResin, plate: "flexible" }, slab, 1).raised).toBe(false);
    expect(supportWork({ ...testResin, plate: "rigid" }, slab, 1).raised).toBe(true);
    expect(supportWork({ ...testResin, plate: "flexible" }, measured(sphere(10, 20, 30)), 1).raised).toBe(
      true,
    );
  });
  it("is held on an underside that leans by 30 degrees too: 24 cm2 as seen from above, a quarter as closely", () => {
    // A plate of 60 x 80 mm turned about its lower edge; its own foot is an overhang as it leans.
    const a = Math.PI / 6;
    const leaning = posedMesh(box(60, 2, 80), { down: [0, -Math.sin(a), -Math.cos(a)], turnDeg: 0 });
    const [flat, up] = [false, true].map((raised) => supportWork(testResin, measured(leaning), 1, raised));
    const held = (60 * 80 * Math.sin(a)) / 4;
    expect(up!.contacts - flat!.contacts).toBe(Math.ceil((held + 12.25) / 12.25));
    // The tip count tells a share that is off by a twentieth.
    for (const off of [0.95, 1.05]) expect(Math.ceil((off * held + 12.25) / 12.25)).not.toBe(50);
    expect(up!.contacts - flat!.contacts).toBe(50);
  });
  it("never floats on nothing: what begins on a corner or an edge has three tips at least", () => {
    for (const down of [
      [-1, -1, -1],
      [-1, 0, -1],
    ] as const) {
      const length = Math.hypot(...down);
      const pose = { down: down.map((v) => v / length) as unknown as Vec3, turnDeg: 0 };
      expect(
        supportWork(testResin, measured(posedMesh(box(6, 6, 6), pose)), 1, true).contacts,
      ).toBeGreaterThanOrEqual(3);
    }
  });
  it("has longer supports under what hung in the air before, but not where they stand on the part", () => {
    const shelf = measured(together(box(4, 4, 20), moved(box(30, 30, 3), -13, -13, 20)));
    const [flat, up] = [false, true].map((raised) => supportWork(testResin, shelf, 1, raised)) as [
      ReturnType<typeof supportWork>,
      ReturnType<typeof supportWork>,
    ];
    const foot = up.contacts - flat.contacts;
    expect(foot).toBe(Math.ceil((16 + 12.25) / 12.25));
    expect(up.ml - flat.ml).toBeCloseTo(0.0012 * 4 * up.contacts + 0.0004 * 16, 1);
  });
});

describe("the neck of a resin part", () => {
  const head = (stem: number, above = false) => {
    const stand = moved(box(stem, stem, 20), (60 - stem) / 2, (60 - stem) / 2, above ? 5 : 0);
    return risk(together(stand, moved(box(60, 60, 5), 0, 0, above ? 0 : 20)), false);
  };
  it("is where a wide layer pulls at the little that holds it, in newtons against its section", () => {
    const thin = head(2);
    // J of a square of 60: A (2A/P)^2 / 8; 6e-5 N a mm4.
    const newtons = ((3600 * 30 ** 2) / 8) * 6e-5;
    expect(thin.neck!.newtons).toBeCloseTo(newtons, 0);
    expect(thin.neck!.sectionMm2).toBeCloseTo(4, 1);
    expect(thin.neck!.stressMPa).toBeCloseTo(newtons / 4, 0);
    const said = resinWarnings({ ...thin, neck: { ...thin.neck!, stressMPa: 12 } }, null);
    expect(said.find((w) => w.code === "neck")).toMatchObject({ severity: "ruins" });
    expect(said.find((w) => w.code === "neck")!.sentence).toMatch(/pulls with 2\d\.\d N at 4\.0 mm2/);
  });
  it("is none where the thin part stands above the wide one: it carries nothing of it", () => {
    const turned = head(2, true);
    expect(turned.neck!.stressMPa).toBeLessThan(0.1);
    expect(resinWarnings(turned, null).map((w) => w.code)).not.toContain("neck");
  });
  it("is no corner that a raised part begins on: there its tips hold it; a waist further up still is one", () => {
    const third = Math.sqrt(1 / 3);
    const cube = posedMesh(box(20, 20, 20), { down: [-third, -third, -third], turnDeg: 0 });
    const on = (tips: number) => resinRisk(measured(cube), 1, testResin, tips).neck!;
    expect(on(6)).toMatchObject({ sectionMm2: 6, sectionAtMm: 0 });
    expect(resinWarnings(resinRisk(measured(cube), 1, testResin, 6), null).map((w) => w.code)).not.toContain(
      "neck",
    );
    const waist = together(box(20, 20, 5), moved(box(2, 2, 10), 9, 9, 5), moved(box(30, 30, 5), -5, -5, 15));
    expect(resinRisk(measured(waist), 1, testResin, 40).neck!.sectionMm2).toBeCloseTo(4, 1);
  });
  it("is the tips of its supports where those are weaker than the part", () => {
    const few = resinRisk(measured(box(60, 60, 5)), 1, testResin, 2);
    expect(few.neck).toMatchObject({ sectionMm2: 2, sectionAtMm: 0 });
    expect(resinWarnings(few, null).find((w) => w.code === "neck")!.sentence).toMatch(/of support tips/);
  });
});

describe("resin risks", () => {
  it("of a bowl, mouth toward the film, are suction from its floor to its rim; turned over, none", () => {
    const up = risk(bowl());
    expect(up.cups.map((c) => c.kind)).toEqual(["suction"]);
    expect(up.cups[0]!.fromMm).toBeCloseTo(5, 0);
    expect(up.cups[0]!.toMm).toBeCloseTo(30, 0);
    expect(up.cups[0]!.sealedMm2).toBeGreaterThan(800);
    expect(resinWarnings(up, null).map((w) => w.code)).toContain("suction");
    expect(risk(upsideDown(bowl())).cups).toEqual([]);
    // Flat on the plate the same bowl is closed by it.
    expect(risk(upsideDown(bowl()), false).cups.length).toBe(1);
  });
  it("of a closed shell are trapped resin", () => {
    const shell = risk(together(sphere(12, 30, 40), insideOut(sphere(9, 30, 40))));
    expect(shell.cups.map((c) => c.kind)).toEqual(["trapped"]);
    expect(shell.cups[0]!.millilitres).toBeCloseTo(((4 / 3) * Math.PI * 729) / 1000, 0);
    expect(resinWarnings(shell, null)[0]).toMatchObject({ code: "trapped", severity: "ruins" });
  });
  it("of a solid are its sections: largest, jump, and the peel of a disc pi R^4 / 8", () => {
    const ball = risk(sphere(20, 60, 90));
    expect(ball.cups).toEqual([]);
    expect(ball.largestMm2 / (Math.PI * 400)).toBeCloseTo(1, 1);
    expect(ball.peelMm4 / ((Math.PI * 20 ** 4) / 8)).toBeCloseTo(1, 1);
    expect(ball.largestAtMm).toBeCloseTo(20, 0);
    const lid = together(box(10, 10, 10), moved(box(30, 30, 5), -10, -10, 10));
    const steps = risk(lid);
    expect(steps.jumpMm2).toBeCloseTo(800, 0);
    expect(steps.jumpAtMm).toBeCloseTo(10, 0);
    // Raised off the plate its foot of 1 cm2 is a level underside like the lid's; on the plate it is not.
    expect(steps.flatDownMm2).toBeCloseTo(1000, 0);
    expect(risk(lid, false).flatDownMm2).toBeCloseTo(900, 0);
  });
  it("are worse against a machine's own record than against nothing", () => {
    const plate = risk(box(80, 60, 5));
    expect(resinWarnings(plate, null).map((w) => w.code)).toEqual(expect.arrayContaining(["peel"]));
    expect(resinWarnings(plate, { peelMm4: 2 * plate.peelMm4 }).map((w) => w.code)).not.toContain("peel");
    expect(plate.slender).toBeCloseTo(5 / 60, 5);
    expect(plate.inRim).toBe(false);
    expect(risk(box(140, 60, 5)).inRim).toBe(true);
  });
});
