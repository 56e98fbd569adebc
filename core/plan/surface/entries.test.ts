import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, wallWith } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import type { SchemeLayer } from "#core/paint/scheme";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { makePlan, type Plan } from "#core/plan/plan";
import { layerSweep } from "#core/plan/surface/layerSweep";
import { leftOut } from "#core/plan/surface/leftOut";
import { foreseenLook } from "#core/plan/surface/foreseenLook";
import { learntLooks } from "#core/plan/surface/learntLooks";
import { buriedUnder, offersFor, pinsToCheck, plannedAnswer } from "#core/plan/surface/pins";
import { printedAs } from "#core/plan/surface/printedAs";
import { printedShape } from "#core/plan/surface/printedShape";
import { treatedOf } from "#core/plan/surface/treatedOf";
import { visibleSteps } from "#core/plan/surface/visibleSteps";
import { waysCompared } from "#core/plan/surface/waysCompared";
import { zoneFinish } from "#core/plan/surface/zoneFinish";
import { testInput } from "#core/plan/testing";
import { testFilament } from "#core/print/testing";
import type { Ground } from "#core/scene/ground";
import type { Joint } from "#core/scene/joint";
import type { Look } from "#core/scene/look";
import { newPart, patchedPart, type PartPatch } from "#core/scene/part";
import type { Pin } from "#core/scene/pin";
import type { PlanInput } from "#core/scene/planInput";
import { wholeZone } from "#core/scene/zone";
import { grooveAfter, reliefAfter } from "#core/surface/detail";
import { foreseenFaults, stringsOff } from "#core/surface/foreseen";
import { depthsAfter, treatmentWork } from "#core/surface/treatmentWork";
import { treatmentOf } from "#core/surface/treatments";

const grout = (depthMm: number): Ground => ({
  ...{ id: "g", sceneId: "s", name: "grout", material: "grout", areaShare: 1, depthMm, loose: false },
  ...{ wetWith: "none", flock: "none", position: 1 },
});
const layer = (id: string, given: Partial<SchemeLayer> = {}): SchemeLayer => ({
  ...{ id, kind: "colour", product: "acrylic", colour: null, method: "brush", coats: 1, coverage: 1 },
  sheen: "matte",
  ...given,
});
const onBoard = { place: { placements: [{ xMm: 50, yMm: 50, turnDeg: 0 }] } };

/** The input and the plan of one filament part with a mesh, school fill and sand. */
function planned(mesh: TriangleMesh, patch: PartPatch = {}, given: Partial<PlanInput> = {}) {
  const part = patchedPart(
    newPart({
      ...{
        id: "hut",
        sceneId: "s",
        name: "hut",
        meshId: "hut",
        zones: [{ ...wholeZone, school: "fill and sand" }],
      },
      size: { source: { kind: "full" } },
      print: { process: "filament" },
    }),
    patch,
  );
  const input = testInput({
    parts: [part],
    joints: [],
    measurements: new Map([["hut", measureMesh(soupOf(mesh)).measurement]]),
    ...given,
  });
  const plan: Plan = makePlan(input);
  return { input, plan, p: plan.parts.find((x) => x.part.id === "hut")! };
}
const stepsOf = (plan: Plan, action: string) =>
  plan.work.steps.filter((s) => s.targets[0] === "part:hut" && s.action === action);

describe("S1: finish from what comes later", () => {
  // A wall whose upright faces show: 60 mm high, 25 of them in the ground.
  const wall = box(100, 3, 60);
  const depth = 25;
  it("leaves out what is buried, says what it spares, and brings it back when the ground goes", () => {
    const buried = planned(wall, onBoard, { grounds: [grout(depth)] });
    const open = planned(wall, onBoard);
    const cm2 = (plan: Plan) => stepsOf(plan, "sand")[0]!.areaCm2!;
    expect(cm2(buried.plan) / cm2(open.plan)).toBeCloseTo((60 - depth) / 60, 2);
    const [left] = leftOut(buried.plan.parts, buried.input);
    expect(left!.because).toBe("under the grout");
    // Of sanding alone 0.12 and 0.08 min/cm2 are spared on it; coarse dust takes 1.3 times as long, wet.
    const sanding = (plan: Plan) => stepsOf(plan, "sand").reduce((sum, s) => sum + s.handsMinutes.value, 0);
    const covered = cm2(open.plan) - cm2(buried.plan);
    expect(sanding(open.plan) - sanding(buried.plan)).toBeCloseTo((1.3 * 0.12 + 0.08) * covered, 6);
    // What is said to be spared is what the plan no longer takes, of all its steps.
    const treating = (plan: Plan) =>
      plan.work.steps
        .filter((s) => s.partOf === "treatment")
        .reduce((sum, s) => sum + s.handsMinutes.value, 0);
    expect(left!.minutes).toBeCloseTo(treating(open.plan) - treating(buried.plan), 6);
    const filler = (plan: Plan) => stepsOf(plan, "fill").reduce((ml, s) => ml + s.mixMl!.value, 0);
    expect(left!.products).toHaveLength(1);
    expect(left!.products[0]!.ml).toBeCloseTo(filler(open.plan) - filler(buried.plan), 6);
    expect(leftOut(open.plan.parts, open.input)).toEqual([]);
  });
  it("takes 5 min of sanding off 25 of 60 cm2", () => {
    const sanding = (cm2: number) =>
      treatmentWork(treatmentOf("fill and sand"), { cm2, depthMm: 0.056, seenMm: 0.02 })
        .filter((t) => t.step.action === "sand")
        .reduce((sum, t) => sum + t.minutes, 0);
    expect(sanding(60) - sanding(35)).toBeCloseTo(5, 9);
  });
  it("is rough under powder, and drops the guide coat's sanding and the fine grits; by hand it is as said", () => {
    const powder = [layer("p", { kind: "pigment", product: "pigment", coverage: 0.6 })];
    const zones = [{ ...wholeZone, school: "fill and sand" as const, scheme: powder }];
    const { p, plan } = planned(wall, { zones });
    expect(zoneFinish(p, p.zones[0]!, [])).toMatchObject({
      grade: "rough",
      because: expect.stringMatching(/powder/),
    });
    expect(
      stepsOf(plan, "sand")
        .flatMap((s) => s.grits ?? [])
        .every((g) => g < 240),
    ).toBe(true);
    const none = planned(wall, { zones: [{ ...zones[0]!, grade: "none" }] });
    expect(stepsOf(none.plan, "sand")).toEqual([]);
  });
  it("lists what is never seen too, with what it would take if it were", () => {
    const zone = { ...wholeZone, school: "fill and sand" as const };
    const seen = planned(wall, { zones: [zone] });
    const hidden = planned(wall, { zones: [{ ...zone, meaning: "never seen" }] });
    const [left] = leftOut(hidden.plan.parts, hidden.input);
    const minutes = seen.plan.work.steps
      .filter((s) => s.partOf === "treatment")
      .reduce((sum, s) => sum + s.handsMinutes.value, 0);
    expect(left).toMatchObject({ because: "never seen", cm2: seen.p.zones[0]!.treatCm2.value });
    expect(left!.minutes).toBeCloseTo(minutes, 6);
    expect(left!.products.map((l) => l.name)).toContain("filler primer, solvent");
  });
  it("closes a pinned seam under the ground and does not sand it; without the ground it is sanded again", () => {
    const { min } = measureMesh(soupOf(wall)).measurement.box;
    const seam: Pin = { ...pin("seam", { widthMm: 1.5, depthMm: 1, lengthMm: 20 }), at: [0, 0, min[2] + 5] };
    const buried = planned(wall, onBoard, { grounds: [grout(depth)], pins: [seam] });
    expect(buriedUnder(seam, buried.p, buried.input.grounds)).toBe("grout");
    const of = (plan: Plan) => plan.work.steps.filter((s) => s.id.includes("/pins-")).map((s) => s.action);
    expect(of(buried.plan)).toEqual(["fill seam"]);
    expect(of(planned(wall, onBoard, { pins: [seam] }).plan)).toEqual(["fill seam", "test", "sand"]);
  });
});

describe("S5: the flame school whole", () => {
  const tower = box(40, 40, 60);
  const flamed = (mesh: TriangleMesh, given: Partial<PlanInput> = {}) =>
    planned(mesh, { zones: [{ ...wholeZone, school: "flame first" }] }, given);
  it("flames, looks for pinholes, sands at 80 until nothing shines, fills and sands fine", () => {
    const { plan } = flamed(tower);
    const { order } = plan.work.sequence;
    const steps = order
      .map((id) => plan.work.steps.find((s) => s.id === id)!)
      .filter((s) => s.partOf === "treatment");
    expect(steps.map((s) => s.action)).toEqual([
      "test",
      ...["flame", "inspect", "sand", "wash", "fill", "fill", "fill", "sand", "wash"],
    ]);
    expect(steps[3]!.grits).toEqual([80, 120, 220]);
    expect(steps[1]!.notes.join(" ")).toMatch(/never longer than 1 s on one spot/);
  });
  it("leaves half of a slope's steps and none of a wall's", () => {
    const after = (slopeDeg: number) =>
      depthsAfter(treatmentOf("flame first"), { cm2: 50, depthMm: 0.1, seenMm: 0.004, slopeDeg })[0];
    expect(after(20)).toBeCloseTo(0.05, 9);
    expect(after(90)).toBe(0);
  });
  it("is refused on 1.2 mm by the chooser and by the rule, whichever way joints are made", () => {
    for (const flame of ["flame, then join", "join, cure a day, then flame"] as const) {
      const scene = { ...testInput().scene, orderSchools: { flame } };
      const { p, plan, input } = flamed(box(40, 40, 1.2), { scene });
      const way = waysCompared(p, p.zones[0]!, input).find((w) => w.school === "flame first")!;
      expect(way.barred).toMatch(/1\.2 mm folds in a flame/);
      if (stepsOf(plan, "flame").length > 0)
        expect(plan.work.conflicts.some((c) => c.ruleId === "O8")).toBe(true);
    }
  });
  it("comes after the glue and its cure where that is the school", () => {
    const other = newPart({ ...{ id: "dome", sceneId: "s", name: "dome", made: "bought", madeOf: null } });
    const joints: readonly Joint[] = [
      {
        ...{
          id: "j",
          sceneId: "s",
          name: "dome",
          partIds: ["hut", "dome"],
          fit: "glued butt",
          gapInFileMm: null,
        },
        ...{ glue: "cyanoacrylate", count: 1, shows: true },
      },
    ];
    const orderOf = (flame: "flame, then join" | "join, cure a day, then flame") => {
      const scene = { ...testInput().scene, orderSchools: { flame } };
      const made = flamed(tower, { scene });
      const plan = makePlan({ ...made.input, parts: [...made.input.parts, other], joints });
      const at = (action: string) =>
        plan.work.sequence.order.findIndex(
          (id) => plan.work.steps.find((s) => s.id === id)!.action === action,
        );
      expect(plan.work.conflicts.filter((c) => c.ruleId === "O8")).toEqual([]);
      return { flame: at("flame"), glue: at("glue"), inspect: at("inspect") };
    };
    const usual = orderOf("flame, then join");
    expect(usual.flame).toBeLessThan(usual.glue);
    const glued = orderOf("join, cure a day, then flame");
    expect(glued.glue).toBeLessThan(glued.flame);
  });
});

describe("S6: what is taken off and put on, against the detail", () => {
  it("sanding off 0.193 mm loses joints 0.15 mm deep, and half of 0.3 flattens them", () => {
    expect(reliefAfter(0.193, 0.15)).toBe("lost");
    expect(reliefAfter(0.16, 0.3)).toBe("flattened");
    expect(reliefAfter(0.1, 0.3)).toBe("sharp");
  });
  it("of three thick coats of 0.1 mm one leaves a groove of 0.4 mm open, the second closes it", () => {
    const coats = Array.from({ length: 3 }, () => ({ what: "thick coat", filmMm: 0.1 }));
    expect(grooveAfter(0.4, coats)).toEqual({ leftMm: 0, closes: { what: "thick coat", openAfter: 1 } });
    expect(grooveAfter(0.4, coats.slice(0, 1)).leftMm).toBeCloseTo(0.2, 12);
    expect(grooveAfter(0.7, coats).closes).toBeNull();
  });
});

describe("S7: faults foreseen, strings first", () => {
  const gatehouse = wallWith(90, 40, 4, [
    [8, 0, 14, 26],
    [36, 0, 14, 26],
    [64, 0, 14, 26],
  ]);
  it("of a gatehouse with three openings: three hanging edges, one seam, strings off by warm air before primer", () => {
    const scheme = [layer("p", { kind: "primer", product: "brush primer" })];
    const { p, plan } = planned(gatehouse, { zones: [{ ...wholeZone, school: "live with it", scheme }] });
    const shape = printedShape(p)!;
    const faults = foreseenFaults(shape);
    expect(faults.find((f) => f.kind === "hanging edge")!.count).toBe(3);
    expect(faults.find((f) => f.kind === "path seam")!.count).toBe(1);
    const { order } = plan.work.sequence;
    expect(order.indexOf("part:hut/strings")).toBeGreaterThanOrEqual(0);
    expect(order.indexOf("part:hut/strings")).toBeLessThan(order.indexOf("part:hut/scheme-p"));
    expect(plan.work.steps.find((s) => s.id === "part:hut/strings")!.title).toBe(
      "Take strings off, warm air",
    );
  });
  it("of bars of 1 mm: clip only; of resin: no such step", () => {
    const bridges = [{ at: [0, 0, 0] as const, spanMm: 10 }];
    expect(stringsOff({ process: "filament", bridges, thinnestMm: 1 })).toBe("clip");
    expect(stringsOff({ process: "filament", bridges, thinnestMm: 3 })).toBe("warm air");
    expect(stringsOff({ process: "resin", bridges, thinnestMm: 3 })).toBeNull();
    const thin = wallWith(90, 40, 1, [[8, 0, 14, 26]]);
    expect(planned(thin).plan.work.steps.some((s) => s.id === "part:hut/strings")).toBe(false);
    const { plan } = planned(gatehouse, { print: { process: "resin" } });
    expect(plan.work.steps.some((s) => s.id === "part:hut/strings")).toBe(false);
  });
});

/** A pin as the form sets it. */
function pin(cause: Pin["cause"], given: Partial<Pin> = {}): Pin {
  return {
    ...{ id: crypto.randomUUID(), sceneId: "s", partId: "hut", zone: 0, at: null, cause, find: "dry fit" },
    ...{ widthMm: null, depthMm: null, lengthMm: null, areaCm2: null, textured: false, sandable: true },
    ...{ wanted: false, answer: null, state: "open", note: "", setAt: "2026-03-02T20:00" },
    ...given,
  };
}

describe("S10: the seam of a joint by its width, its face and whether it is sanded", () => {
  const other = newPart({ ...{ id: "dome", sceneId: "s", name: "dome", made: "bought", madeOf: null } });
  const seamPlan = (seam: NonNullable<Joint["seam"]> | undefined, count = 1) => {
    const joint: Joint = {
      ...{ id: "j", sceneId: "s", name: "dome on its hut", partIds: ["hut", "dome"], fit: "glued butt" },
      ...{ gapInFileMm: null, glue: "cyanoacrylate", count, shows: true },
      ...(seam ? { seam } : {}),
    };
    const made = planned(box(30, 20, 20));
    const plan = makePlan({ ...made.input, parts: [...made.input.parts, other], joints: [joint] });
    const step = (name: string) => plan.work.steps.find((s) => s.id === `joint:j/${name}`);
    return { plan, step };
  };
  const seam = { widthMm: 1.5, depthMm: 1.5, lengthMm: 40, textured: false, sandable: true };
  it("is putty in three layers, and no sanding before a nail leaves no mark after 24 h", () => {
    const { plan, step } = seamPlan(seam, 2);
    expect(step("fill-seam")).toMatchObject({ product: "solvent putty", coats: 3 });
    expect(step("fill-seam")!.mixMl!.value).toBeCloseTo(2 * 0.09, 9);
    expect(step("seam-test")!.notes.join()).toMatch(/Not before 24 h/);
    const at = (name: string) => plan.work.sequence.order.indexOf(`joint:j/${name}`);
    expect(at("glue")).toBeLessThan(at("fill-seam"));
    expect(at("fill-seam")).toBeLessThan(at("seam-test"));
    const begins = (name: string) =>
      plan.work.schedule.slots.find((s) => s.stepId === `joint:j/${name}`)!.startsAt;
    expect(begins("seam-sand") - begins("fill-seam")).toBeGreaterThanOrEqual(24 * 60);
    expect(at("seam-test")).toBeLessThan(at("seam-sand"));
    expect(plan.joints[0]!.seam).toMatchObject({ answer: "putty", layers: 3 });
  });
  it("is feathered epoxy putty on rock, and not sanded; primer in the finest, and putty where nobody measured", () => {
    const rock = seamPlan({ ...seam, textured: true, sandable: false });
    expect(rock.step("fill-seam")!.product).toBe("epoxy putty");
    expect(rock.step("seam-sand")).toBeUndefined();
    expect(seamPlan({ ...seam, widthMm: 0.05 }).step("fill-seam")!.product).toBe("brush primer");
    expect(seamPlan({ ...seam, widthMm: 0.4 }).step("fill-seam")!.product).toBe("UV resin");
    expect(seamPlan(undefined).step("fill-seam")!.product).toBe("solvent putty");
  });
});

describe("S8: pins for gaps and spots, with what covers them", () => {
  const powder = [layer("d", { kind: "pigment", product: "pigment", coverage: 0.3 })];
  const zones = [{ ...wholeZone, scheme: powder }];
  const six = [
    ...Array.from({ length: 3 }, () => pin("gap", { widthMm: 0.3, textured: true })),
    ...Array.from({ length: 3 }, () => pin("bubble")),
  ];
  it("cover three with the powder that is planned, and mend three in one putty step", () => {
    const { p, plan, input } = planned(box(40, 30, 20), { zones }, { pins: six });
    const words = six.map((one) => plannedAnswer(one, p, input.grounds)!.words);
    expect(words.filter((w) => w === "covered by the powder layer")).toHaveLength(3);
    const putty = plan.work.steps.filter((s) => s.id.includes("/pins-") && s.action === "fill seam");
    expect(putty).toHaveLength(1);
    expect(putty[0]!.title).toBe("Putty on a cotton bud: 3 pins");
    expect(putty[0]!.handsMinutes.value).toBeGreaterThan(0);
  });
  it("leave one in the bench's list when two of three are checked", () => {
    const bubbles = six
      .slice(3)
      .map((one, i) => ({ ...one, state: i < 2 ? ("checked" as const) : one.state }));
    expect(pinsToCheck(bubbles)).toHaveLength(1);
    const { plan } = planned(box(40, 30, 20), { zones }, { pins: bubbles });
    expect(plan.work.steps.find((s) => s.id.endsWith("/pins-putty"))!.title).toBe(
      "Putty on a cotton bud: 1 pin",
    );
  });
  it("cover a plain patch with rubble: it is treated less, its ground and glue are drawn, until it is done", () => {
    const bare = planned(box(60, 20, 40));
    const patch = pin("plain patch", { areaCm2: 20, answer: "rubble" });
    const made = planned(box(60, 20, 40), {}, { pins: [patch] });
    const cm2 = (of: typeof made) => treatedOf(of.p, of.p.zones[0]!, of.input).work.treatCm2.value;
    expect(cm2(bare) - cm2(made)).toBeCloseTo(20, 9);
    const left = leftOut(made.plan.parts, made.input);
    expect(left[0]!.because).toBe("under the rubble");
    expect(left[0]!.minutes).toBeGreaterThan(0);
    const drawn = (of: typeof made, key: string) =>
      of.plan.stores.find((l) => l.needKey === key)?.needed ?? 0;
    // 20 cm2 x 3 mm = 6 ml at 1.5 g/ml.
    expect(drawn(made, "ground:sand") - drawn(bare, "ground:sand")).toBeCloseTo(9, 6);
    expect(drawn(made, "product:PVA")).toBeGreaterThan(drawn(bare, "product:PVA"));
    const done = planned(box(60, 20, 40), {}, { pins: [{ ...patch, state: "done" }] });
    expect(drawn(done, "ground:sand")).toBe(drawn(bare, "ground:sand"));
    expect(cm2(done)).toBeCloseTo(cm2(made), 9);
    const wanted = planned(box(60, 20, 40), {}, { pins: [{ ...patch, wanted: true }] });
    expect(cm2(wanted)).toBeCloseTo(cm2(bare), 9);
  });
  it("offer rubble of its area for a plain patch, and nothing is done about one that is wanted", () => {
    const { p, input, plan } = planned(
      box(40, 30, 20),
      {},
      { pins: [pin("gap", { widthMm: 1, wanted: true })] },
    );
    expect(offersFor(pin("plain patch", { areaCm2: 20 }), p, input.grounds)[0]!.words).toMatch(
      /about 20 cm²/,
    );
    expect(plan.work.steps.some((s) => s.id.includes("/pins-"))).toBe(false);
  });
});

describe("S9: the look test tells the truth on walls, tops and finishes", () => {
  const drybrushed = (school: "live with it" | "fill and sand") => {
    const scheme = [layer("d", { kind: "drybrush", method: "drybrush" })];
    const { plan } = planned(box(60, 20, 40), { zones: [{ ...wholeZone, school, scheme }] });
    return plan.findings.some((f) => f.cause === "drybrush-steps");
  };
  it("a dry brush on plain walls is told, and goes quiet after a treatment that hides them", () => {
    expect(drybrushed("live with it")).toBe(true);
    expect(drybrushed("fill and sand")).toBe(false);
  });
  it("gloss shows more than matte", () => {
    const visible = (sheen: "matte" | "gloss") => {
      const scheme = [layer("v", { kind: "varnish", product: "varnish", sheen })];
      // Just out of sight as it is.
      const scene = { ...testInput().scene, viewingDistanceMm: 640 };
      const { p } = planned(box(60, 20, 40), { zones: [{ ...wholeZone, scheme }] }, { scene });
      return p.finish!.surface.visible.value + p.finish!.surface.raking.value;
    };
    expect(visible("gloss")).toBeGreaterThanOrEqual(visible("matte"));
  });
  it("smooth metal shows more, and a texture over nearly all of it hides what is no deeper than its grain", () => {
    const plainCm2 = (given: Partial<SchemeLayer>, viewingDistanceMm = 600) => {
      const scheme = [layer("last", given)];
      const scene = { ...testInput().scene, viewingDistanceMm };
      const { p } = planned(box(60, 20, 40), { zones: [{ ...wholeZone, scheme }] }, { scene });
      return p.finish!.surface.visible.value;
    };
    expect(plainCm2({ effect: "smooth metal" }, 760)).toBeGreaterThan(plainCm2({}, 760));
    expect(plainCm2({})).toBeGreaterThan(0);
    expect(plainCm2({ effect: "textured metal" })).toBe(0);
    expect(plainCm2({ effect: "fine texture" })).toBe(0);
    expect(plainCm2({ effect: "fine texture", coverage: 0.5 })).toBe(plainCm2({}));
  });
});

describe("ways beside each other", () => {
  const { p, input } = planned(box(60, 20, 40));
  it("are all of them, by what counts most, with what cannot be done last", () => {
    const ways = waysCompared(p, p.zones[0]!, input, "looks best");
    expect(ways.flatMap((w) => w.school ?? []).sort()).toEqual(
      ["bury", "fill and sand", "flame first", "level in resin", "live with it"].sort(),
    );
    expect(ways[0]!.still).not.toBe("plain");
    const least = waysCompared(p, p.zones[0]!, input, "least of my time");
    const possible = least.filter((w) => w.barred === null).map((w) => w.minutes);
    expect([...possible].sort((a, b) => a - b)).toEqual(possible);
  });
  it("rank finishes whose grain hides the steps beside them, with ml and minutes", () => {
    const ways = waysCompared(p, p.zones[0]!, input, "least of my time");
    const grain = ways.filter((w) => w.school === null);
    // Ridges of 0.056 mm on its walls: all grains are larger, and smooth metal has none.
    expect(grain.map((w) => w.name).sort()).toEqual([
      "coarse texture as a layer",
      "fine texture as a layer",
      "textured metal as a layer",
    ]);
    const [one] = grain;
    expect(one!.still).toBe("unseen");
    expect(one!.ml).toBeGreaterThan(0);
    expect(one!.minutes).toBeCloseTo(1 + 0.05 * p.zones[0]!.treatCm2.value, 9);
  });
  it("cost the minutes that the plan takes for the one that is chosen", () => {
    const made = planned(box(60, 20, 40));
    const own = made.plan.work.steps.filter((s) => s.partOf === "treatment");
    const minutes = own.reduce((sum, s) => sum + s.handsMinutes.value, 0);
    const way = waysCompared(made.p, made.p.zones[0]!, made.input).find((w) => w.school === "fill and sand")!;
    expect(way.minutes).toBeCloseTo(minutes, 6);
  });
});

describe("layer height against minutes of hands", () => {
  const made = planned(box(60, 20, 40));
  const sweep = layerSweep(made.p, made.input)!;
  it("is at the height that is planned what the order takes", () => {
    const own = made.plan.work.steps.filter((s) => s.partOf === "treatment");
    const minutes = own.reduce((sum, s) => sum + s.handsMinutes.value, 0);
    const point = sweep.points.find((q) => q.layerMm === testFilament.layerMm)!;
    expect(point.handsMinutes).toBeCloseTo(minutes, 6);
    expect(point.machineMinutes).toBeCloseTo(made.p.finish!.all.minutes.value, 6);
  });
  it("asks for more machine and no more hands the thinner the layers, and its best costs least", () => {
    sweep.points.slice(1).forEach((q, i) => {
      expect(q.machineMinutes).toBeLessThan(sweep.points[i]!.machineMinutes);
      expect(q.handsMinutes).toBeGreaterThanOrEqual(sweep.points[i]!.handsMinutes - 1e-9);
    });
    expect(sweep.best.minor).toBe(Math.min(...sweep.points.map((q) => q.minor)));
  });
  it("shows what a part would be planned as on a machine that is only looked at", () => {
    const same = printedAs(made.p, made.p.finish!.printer, made.input)!;
    expect(same.zones[0]!.surface!.visible.value).toBe(made.p.zones[0]!.surface!.visible.value);
    const finer = printedAs(made.p, { ...made.p.finish!.printer, layerMm: 0.08 }, made.input)!;
    expect(finer.zones[0]!.treatCm2.value).toBeLessThan(same.zones[0]!.treatCm2.value);
  });
});

/** A zone that nothing is done to, so that it is looked at as it was printed. */
const zoneBare = (p: PartPlan) => ({ ...p.zones[0]!, treatment: null });

describe("what looks teach", () => {
  const look = (seen: Look["seen"], given: Partial<Look> = {}): Look => ({
    ...{
      id: crypto.randomUUID(),
      at: "2026-03-02T20:00",
      sceneId: "s",
      what: "hut",
      printerId: testFilament.id,
    },
    ...{
      materialId: null,
      process: "filament",
      layerMm: testFilament.layerMm,
      slopeDeg: 90,
      distanceMm: 600,
    },
    ...{ coats: 0, depthMm: 0.05, flat: 3, raking: 6, seen, simulated: false, picture: null },
    ...given,
  });
  it("is nothing before the first, and goes the way that was seen", () => {
    expect(learntLooks([], testFilament)).toBeNull();
    expect(learntLooks([look("gone"), look("gone")], testFilament)!.times).toBeLessThan(1);
    expect(learntLooks([look("still plain", { raking: 1 })], testFilament)!.times).toBeGreaterThan(1);
    expect(learntLooks([look("gone", { simulated: true })], testFilament)).toBeNull();
    expect(learntLooks([look("gone", { layerMm: 2 * testFilament.layerMm })], testFilament)).toBeNull();
  });
  it("is nothing where the answer is what was foreseen: plainer than plain is plain", () => {
    expect(learntLooks([look("still plain", { flat: 4, raking: 18 })], testFilament)!.times).toBe(1);
    expect(learntLooks([look("faint", { raking: 4 })], testFilament)!.times).toBe(1);
    expect(learntLooks([look("gone", { flat: 0.5, raking: 1 })], testFilament)!.times).toBe(1);
    expect(learntLooks([look("still plain", { raking: 18 })], testFilament)!.words).toMatch(/as foreseen/);
    // What is seen under a room's light alone counts too.
    expect(learntLooks([look("gone", { flat: 6, raking: 0 })], testFilament)!.times).toBeLessThan(1);
  });
  it("can be said of what was foreseen to be unseen", () => {
    const scene = { ...testInput().scene, viewingDistanceMm: 900 };
    const { p, input } = planned(box(60, 20, 40), {}, { scene });
    expect(p.finish!.surface.worst).toBeNull();
    const foreseen = foreseenLook(p, p.zones[0]!, input)!;
    expect(foreseen.flat).toBeGreaterThan(0);
    expect(foreseen.flat).toBeLessThan(3);
  });
  it("moves the plan, and not what the next look is set beside", () => {
    const looks = Array.from({ length: 6 }, () => look("still plain", { flat: 2, raking: 4 }));
    const { workshop } = testInput();
    const taught = planned(box(60, 20, 40), {}, { workshop: { ...workshop, looks } });
    const before = planned(box(60, 20, 40), {}, { workshop: { ...workshop, looks: [] } });
    expect(taught.p.finish!.seenTimes).toBeGreaterThan(1);
    const said = taught.p.finish!.surface.visible.working.map((l) => l.text).join();
    expect(said).toMatch(/looks on this machine: layers are seen \d\.\d\d times/);
    const [was, is] = [before.p.finish!.surface.worst!, taught.p.finish!.surface.worst!];
    expect(is.times).toBeCloseTo(was.times * taught.p.finish!.seenTimes, 9);
    const rounds = (p: typeof taught.p) => visibleSteps(p, 600)!.unseenMm;
    expect(rounds(taught.p)).toBeLessThan(rounds(before.p));
    const beside = (of: typeof taught) => foreseenLook(of.p, zoneBare(of.p), of.input)!;
    expect(beside(taught).flat).toBeCloseTo(beside(before).flat, 9);
    // Looks at a stand-in teach nothing.
    const fake = looks.map((l) => ({ ...l, simulated: true }));
    expect(planned(box(60, 20, 40), {}, { workshop: { ...workshop, looks: fake } }).p.finish!.seenTimes).toBe(
      1,
    );
  });
});
