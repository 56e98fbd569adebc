import { patchedPart, schemeOf } from "#core/scene/part";
import { describe, expect, it } from "vitest";
import type { SchemeLayer } from "#core/paint/scheme";
import { layerInRooms, stepInRooms } from "#core/plan/inRooms";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { exposureOf } from "#core/safety/exposure";
import { type Rooms, usualRooms } from "#core/scene/rooms";

const airless: Rooms = { ...usualRooms, ventilation: "none" };
const can: SchemeLayer = {
  id: "p",
  kind: "primer",
  product: "primer can",
  colour: null,
  method: "can",
  coats: 1,
  coverage: 1,
  sheen: "matte",
};
const seal: SchemeLayer = { ...can, id: "v", kind: "varnish", product: "matte varnish can" };
const planIn = (rooms: Rooms) => {
  const input = testInput();
  const parts = input.parts.map((p) => patchedPart(p, { scheme: [can, ...schemeOf(p).slice(1), seal] }));
  return makePlan(
    testInput({
      parts,
      scene: { ...input.scene, surfaceSchool: "fill and sand" },
      workshop: { ...input.workshop, rooms },
    }),
  );
};

describe("rooms without air", () => {
  const plan = planIn(airless);
  it("spray nothing and take nothing of solvent: primer two coats by brush, varnish of water, in steps and stores", () => {
    expect(layerInRooms(can, airless)).toMatchObject({ product: "brush primer", method: "brush", coats: 2 });
    const kinds = plan.work.steps.map(exposureOf);
    expect(kinds).not.toContain("spray");
    const solvents = plan.work.steps.filter((s) => exposureOf(s) === "solvent");
    // What is left of alcohol are the baths of wet prints, which rooms do not swap.
    expect(solvents.map((s) => s.product).filter((p) => p !== null)).toEqual([]);
    // Neither a layer, a treatment nor a step that a rule put in says that it is sprayed.
    expect(plan.work.steps.map((s) => s.title).filter((t) => /spray|can\b/i.test(t))).toEqual([]);
    const drawn = plan.stores.map((l) => l.needKey);
    expect(drawn).toContain("product:brush primer");
    expect(drawn).not.toContain("product:primer can");
    expect(plan.findings.map((f) => f.sentence).join()).toMatch(
      /brushed with water products instead of sprayed/,
    );
  });
  it("take longer for it: a primer recoats in 45 min and not in 15", () => {
    const primed = (of: typeof plan) => of.work.steps.find((s) => s.action === "prime")!;
    const sprayed = planIn(usualRooms);
    expect(primed(plan).waitMinutes).toBe(45);
    expect(primed(plan).waitMinutes).toBeGreaterThan(primed(sprayed).waitMinutes);
    expect(plan.totals.handsMinutes.value).toBeGreaterThan(sprayed.totals.handsMinutes.value);
  });
  it("send sprays outdoors where there is a place, as they are", () => {
    const out = planIn({ ...airless, outdoors: true });
    const sprays = out.work.steps.filter((s) => exposureOf(s) === "spray");
    expect(sprays.length).toBeGreaterThan(0);
    for (const s of sprays) expect(s.place).toBe("outdoors");
    expect(out.findings.map((f) => f.sentence).join()).not.toMatch(/instead of sprayed/);
  });
});

describe("dust", () => {
  const sanding = planIn(usualRooms).work.steps.find((s) => s.action === "sand" && !/wet/.test(s.title))!;
  it("is taken off wet and with a mask where nothing draws it off, which takes 13 min and not 10", () => {
    const with10 = { ...sanding, notes: [], handsMinutes: { ...sanding.handsMinutes, value: 10 } };
    const wet = stepInRooms(with10, usualRooms);
    expect(wet.handsMinutes.value).toBeCloseTo(13, 9);
    expect(wet.notes.join()).toMatch(/FFP2 mask/);
    const drawn = stepInRooms(with10, { ...usualRooms, dustExtraction: true });
    expect(drawn.handsMinutes.value).toBe(10);
    expect(drawn.notes).toEqual(["Extraction on before it begins."]);
  });
});

describe("a cap on resin, spray and solvent", () => {
  const weeks = (cap: number | null) => planIn({ ...usualRooms, exposureMinutesAWeek: cap }).work.exposure;
  it("moves what is over it into later weeks, and nothing is lost", () => {
    const free = weeks(null);
    const most = Math.max(...free.map((w) => w.capped));
    const cap = Math.ceil(0.6 * most);
    const capped = weeks(cap);
    expect(Math.max(...capped.map((w) => w.capped))).toBeLessThanOrEqual(cap + 0.5);
    const all = (list: typeof free) => list.reduce((sum, w) => sum + w.capped, 0);
    expect(all(capped)).toBeCloseTo(all(free), 6);
    expect(capped.length).toBeGreaterThan(free.filter((w) => w.capped > 0).length - 1);
  });
  it("says so where one step alone is over it", () => {
    const plan = planIn({ ...usualRooms, exposureMinutesAWeek: 1 });
    expect(plan.findings.map((f) => f.sentence).join()).toMatch(
      /min over resin, solvent and spray are planned, and you allow 1/,
    );
  });
});
