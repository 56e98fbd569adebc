import { partRef } from "#core/reference";
import type { ProductId } from "#core/materials/products";
import { describe, expect, it } from "vitest";
import { degToRad } from "#core/units";
import { measureMesh } from "#core/mesh/measure";
import { type Pose, posedId, posedSoup } from "#core/mesh/pose";
import { box, insideOut, moved, sphere, together, withoutFaces } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import type { Finding } from "#core/plan/finding";
import { newPart, type Part, type PartPatch, patchedPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";
import { makePlan } from "#core/plan/plan";
import type { Workshop } from "#core/scene/workshop";

/** A block whose top leans by so many degrees. */
function ramp(leanDeg: number): TriangleMesh {
  const block = box(40, 40, 20);
  const positions = Float32Array.from(block.positions);
  for (let i = 0; i < positions.length; i += 3)
    if (positions[i + 2]! > 10) positions[i + 2]! += positions[i]! * Math.tan(degToRad(leanDeg));
  return { ...block, positions };
}
/** Some faces of a mesh turned round. */
function turned(source: TriangleMesh, count: number): TriangleMesh {
  const triangles = source.triangles.slice();
  for (let t = 0; t < 3 * count; t += 3)
    [triangles[t + 1], triangles[t + 2]] = [triangles[t + 2]!, triangles[t + 1]!];
  return { ...source, triangles };
}
const meshes = new Map<string, TriangleMesh>([
  ["block", box(40, 30, 20)],
  ["open", withoutFaces(box(40, 30, 20), 2)],
  ["flipped", turned(sphere(15, 12, 16), 3)],
  ["inside-out", insideOut(box(40, 30, 20))],
  ["crossing", together(box(60, 10, 10), moved(box(10, 60, 10), 25, -25, 0))],
  ["sunk", together(box(40, 30, 20), moved(box(10, 10, 10), 5, 5, 5))],
  ["hollow", together(box(40, 30, 20), moved(insideOut(box(20, 15, 10)), 10, 7, 5))],
  ["long", box(500, 20, 20)],
  ["plank", box(140, 6, 0.6)],
  ["sheet", box(40, 40, 0.8)],
  ["hair", box(40, 40, 0.1)],
  ["gentle", ramp(8)],
]);
const measurements = new Map([...meshes].map(([id, m]) => [id, measureMesh(soupOf(m)).measurement]));
const workshop: Workshop = {
  ...emptyWorkshop,
  printers: [testFilament, testResin],
  materials: [testPla, testResinFluid],
};
const brush = {
  colour: { kind: "paint" as const, id: "pot" },
  product: "acrylic" as ProductId,
  coats: 1,
  coverage: 1,
  sheen: "matte" as const,
};
const edges = { ...brush, id: "e", kind: "drybrush" as const, method: "drybrush" as const };
const colour = { ...brush, id: "c", kind: "colour" as const, method: "brush" as const };
const made = (given: PartPatch): Part =>
  patchedPart(
    newPart({
      id: "p",
      sceneId: "s",
      name: "Wall",
      meshId: "block",
      size: { source: { kind: "full" } },
      print: { printerId: testFilament.id },
    }),
    given,
  );
const found = (given: PartPatch, shop: Partial<Workshop> = {}) => foundIn(made(given), shop);
const foundIn = (part: Part, shop: Partial<Workshop> = {}) =>
  makePlan(
    planInputOf({
      scene: newScene({ id: "s", name: "Trial", denominator: 1, startOn: "2026-03-02" }),
      workshop: { ...workshop, ...shop },
      measurements,
      now: { today: "2026-03-02", minute: 600, ms: 0 },
      parts: [part],
    }),
  ).findings.filter((f) => f.about === partRef("p"));
const say = (list: readonly Finding[], code: string) => list.find((f) => f.id.endsWith(`/${code}`));
const onResin = { print: { printerId: testResin.id } };

type Case = readonly [
  what: string,
  code: string,
  severity: Finding["severity"],
  given: PartPatch,
  sentence: RegExp,
  shop?: Partial<Workshop>,
];
const cases = (
  [
    ["a part without a model", "no-mesh", "missing", { meshId: null }, /no model yet\. Add its file/],
    [
      "something bought without a size",
      "no-size",
      "missing",
      { made: "bought", meshId: null },
      /Type its width, depth and height/,
    ],
    [
      "a unit that was guessed",
      "unit-guessed",
      "missing",
      { size: { unitSure: false } },
      /does not say its unit; millimetres were taken.*Confirm it/,
    ],
    [
      "a door that comes out half as tall again",
      "feature-door-height",
      "ruins",
      {
        size: {
          features: [{ featureId: "door-height", name: "door leaf, height", realMm: 1981, fileSize: 2971.5 }],
        },
      },
      /should be 1\.\d+ m to 2\.\d+ m: it is too big by 50 %/,
    ],
    [
      "an open mesh",
      "not-closed",
      "weakens",
      { meshId: "open" },
      /4 open edges in 1 rim, the longest 140\.0 mm/,
    ],
    [
      "faces that look inward",
      "flipped",
      "weakens",
      { meshId: "flipped" },
      /patch.* of faces that look inward/,
    ],
    [
      "a mesh inside out",
      "inside-out",
      "weakens",
      { meshId: "inside-out" },
      /is inside out: a printer may take it for empty/,
    ],
    [
      "a shell within another",
      "inside-another",
      "wastes",
      { meshId: "sunk" },
      /1 shell inside another: one machine fills what they enclose once, another twice/,
    ],
    [
      "shells partly inside each other",
      "partly-inside",
      "weakens",
      { meshId: "crossing" },
      /shells that are partly inside each other, (0\.9\d|1\.0) ml of them: one machine fills it once/,
    ],
    [
      "a closed hollow in resin",
      "closed-hollow",
      "ruins",
      { meshId: "hollow", ...onResin },
      /closed hollow of 3\.0 ml: liquid resin stays in it/,
    ],
    [
      "no printer at all",
      "no-printer",
      "missing",
      { print: { printerId: null } },
      /no printer in the workshop/,
      { printers: [] },
    ],
    [
      "no printer of its process",
      "no-process",
      "missing",
      { print: { printerId: null, process: "resin" } },
      /No printer here does resin/,
      { printers: [testFilament] },
    ],
    [
      "a block longer than every bed",
      "too-large",
      "ruins",
      { meshId: "long" },
      /fits no bed in the workshop, turned or not: cut it into 3 pieces on Test bed/,
    ],
    [
      "a block longer than the bed that was chosen",
      "too-large",
      "ruins",
      { meshId: "long" },
      /too long for Test bed; another printer takes it whole/,
      { printers: [testFilament, { ...testFilament, id: "wide", name: "Wide", bedMm: [600, 600, 300] }] },
    ],
    [
      "a hollow with one hole",
      "no-drain",
      "ruins",
      { print: { ...onResin.print, hollow: { wallMm: 2, drains: 1, holes: [] } } },
      /hollow with one hole: liquid resin stays inside/,
    ],
    [
      "a hollow with no hole",
      "no-drain",
      "ruins",
      { print: { ...onResin.print, hollow: { wallMm: 2, drains: 0, holes: [] } } },
      /hollow with no drain/,
    ],
    [
      "a wall finer than the nozzle makes",
      "below-printable",
      "ruins",
      { meshId: "hair" },
      /goes down to 0\.10 mm at this scale, .*; Test bed makes nothing under 0\.\d+ mm\. Thicken it \d\.\d times/,
    ],
    [
      "a wall too thin to hold",
      "thin-walls",
      "weakens",
      { meshId: "sheet" },
      /% of Wall is thinner than the 0\.9 mm that holds in filament; the thinnest is 0\.80 mm/,
    ],
    [
      "a thin plank that spans",
      "sags",
      "weakens",
      { meshId: "plank", print: { spans: true } },
      /spans 140\.0 mm on 0\.6 mm of filament and will hang \d+\.\d+ mm after some time/,
    ],
    [
      "a slope that shows its layers",
      "steps-plain",
      "weakens",
      { meshId: "gentle", school: "live with it" },
      /53 cm2 of Wall shows its layers plainly from 60 cm at 0\.2 mm, most on slopes of 9 degrees; nothing is planned for it/,
    ],
    [
      "a slope that will be filled",
      "steps-plain",
      "weakens",
      { meshId: "gentle", school: "fill and sand" },
      /; planned: fill and sand\.$/,
    ],
    [
      "a dry brush over plain steps",
      "drybrush-steps",
      "weakens",
      { meshId: "gentle", school: "live with it", scheme: [colour, edges] },
      /to be drybrushed where layers show/,
    ],
  ] satisfies readonly Case[] as readonly Case[]
).map((c) => [c[0], c[1], c[2], c[3], c[4], c[5] ?? {}] as const);

describe("what a plan finds in a part", () => {
  it.each(cases)("%s", (_, code, severity, given, sentence, shop) => {
    const finding = say(found(given, shop), code);
    expect(finding).toMatchObject({ severity });
    expect(finding!.sentence).toMatch(sentence);
  });
  it("is none of this of a plain block", () => {
    const quiet = found({});
    for (const [, code] of cases) if (code !== "steps-plain") expect(say(quiet, code), code).toBeUndefined();
    // Its upright walls keep their ridges, and are told by name.
    expect(say(quiet, "steps-plain")!.sentence).toMatch(/shows its layers plainly .* most on upright walls/);
  });
  it("comes with a change that takes it away, wherever one is offered", () => {
    let mended = 0;
    for (const [what, code, , given, , shop] of cases) {
      for (const { label, edit } of say(found(given, shop), code)!.mends) {
        if (!edit || edit.table !== "parts") continue;
        mended++;
        const then = say(foundIn(patchedPart(made(given), edit.patch), shop), code);
        // Steps that are seen stay told of; what is planned for them is what changes.
        if (code === "steps-plain") expect(then!.sentence, what).toMatch(/planned: level in resin/);
        else expect(then, `${what}: ${label}`).toBeUndefined();
      }
    }
    expect(mended).toBeGreaterThan(8);
  });
  it("keeps quiet where it does not matter: hollows on filament, spans that are thick, slopes too far away", () => {
    expect(say(found({ meshId: "hollow" }), "closed-hollow")).toBeUndefined();
    expect(say(found({ meshId: "block", print: { spans: true } }), "sags")).toBeUndefined();
    expect(say(found({ meshId: "gentle", size: { ownFactor: 0.02 } }), "steps-plain")).toBeUndefined();
    expect(say(found({ meshId: "gentle", scheme: [colour] }), "drybrush-steps")).toBeUndefined();
    expect(
      say(found({ print: { ...onResin.print, hollow: { wallMm: 2, drains: 2, holes: [] } } }), "no-drain"),
    ).toBeUndefined();
  });
});

describe("T4: a part that was laid beside a face", () => {
  const lean = degToRad(0.7);
  const told = { down: [Math.sin(lean), 0, -Math.cos(lean)], turnDeg: 20 } as const;
  const measuredAt = (pose: Pose) => {
    measurements.set(
      posedId("block", pose),
      measureMesh(posedSoup(soupOf(box(40, 30, 20)), pose)).measurement,
    );
    return say(found({ print: { printerId: testFilament.id, pose } }), "leans");
  };
  it("is told how much of it lies on the plate, and is laid flat at one tap", () => {
    const finding = measuredAt(told)!;
    expect(finding.sentence).toMatch(
      /^Wall: 16 of 40 mm lie on the plate in the first layer; it leans by 0\.7 deg/,
    );
    const { patch } = finding.mends[0]!.edit as unknown as { patch: { print: { pose: Pose } } };
    expect(patch.print.pose.turnDeg).toBe(20);
    expect(measuredAt(patch.print.pose)).toBeUndefined();
  });
  it("is quiet on a resin machine that holds it above the plate", () => {
    const raised = { printerId: testResin.id, pose: told, raised: true };
    expect(say(found({ print: raised }), "leans")).toBeUndefined();
  });
  it("proposes to hollow thick solid resin, with what that spares, and is quiet when it is", () => {
    const block = measureMesh(soupOf(box(40, 30, 20))).measurement;
    expect(block.area).toBe(5200);
    const thick = (given: PartPatch = {}) => {
      const one = patchedPart(
        newPart({
          id: "p",
          sceneId: "s",
          name: "block",
          meshId: "block",
          size: { source: { kind: "full" } },
        }),
        { count: 2, print: { process: "resin" }, ...given },
      );
      const scene = newScene({ id: "s", name: "t", denominator: 1, startOn: "2026-03-02" });
      const now = { today: "2026-03-02", minute: 0, ms: 0 };
      const { findings } = makePlan(planInputOf({ scene, now, parts: [one], measurements, workshop }));
      return findings.find((f) => f.cause === "solid");
    };
    // 24 ml less 5200 mm2 x 2 mm, by hand.
    expect(thick()!.sentence).toMatch(/^block is solid resin .* spare about 14 of 24 ml each/);
    const { print } = (thick()!.mends[0]!.edit as { patch: PartPatch }).patch;
    expect(thick({ print: { process: "resin", ...print } })).toBeUndefined();
    expect(thick({ print: { process: "filament" } })).toBeUndefined();
    expect(thick({ size: { ownFactor: 0.5 } })).toBeUndefined();
  });
});
