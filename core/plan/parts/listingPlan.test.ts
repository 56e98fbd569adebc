import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  type ListingFilter,
  listingFitText,
  type ListingPlan,
  listingPlans,
  narrowedDown,
} from "#core/plan/parts/listingPlan";
import { partWorkshop } from "#core/plan/parts/partSurroundings";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { fitAnySide, fitOn, largestShare, pieceCount } from "#core/print/fit";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { type Listing, newPart, type Part, patchedPart } from "#core/scene/part";
import { emptyWorkshop, type Workshop } from "#core/scene/workshop";

type Size = readonly [number, number, number];
const listing: Listing = {
  priceMinor: 400,
  from: "a stall",
  supports: "not told",
  smallestDetailMm: null,
  bought: false,
};
const looked = (boxMm: Size, given: Partial<Listing> = {}, id = "l", count = 1): Part =>
  newPart({
    id,
    sceneId: "s",
    name: id,
    count,
    size: { source: { kind: "real-object" }, boxMm },
    listing: { ...listing, ...given },
  });
const workshop: Workshop = {
  ...emptyWorkshop,
  printers: [testFilament, testResin],
  materials: [testPla, testResinFluid],
};
const planned = (parts: readonly Part[], of: Workshop = workshop): readonly ListingPlan[] => {
  const input = testInput({ parts, joints: [], grounds: [], workshop: of });
  return listingPlans(makePlan(input).parts, partWorkshop(of));
};
const one = (part: Part, of?: Workshop) => planned([part], of)[0]!;

describe("a box on a bed", () => {
  const size = fc.tuple(
    fc.integer({ min: 5, max: 600 }),
    fc.integer({ min: 5, max: 600 }),
    fc.integer({ min: 5, max: 600 }),
  );
  it("goes on whole at the largest share found, and no larger", () => {
    fc.assert(
      fc.property(size, (mm) => {
        const share = largestShare(testFilament, mm);
        const at = (s: number) => fitAnySide(testFilament, mm.map((v) => v * s) as unknown as Size).fit.kind;
        expect(at(share * (1 - 1e-9))).toBe("fits");
        expect(at(share * 1.001)).toBe("cut");
      }),
    );
  });
  it("takes on its best side no more pieces than as it lies, whichever way it was told", () => {
    fc.assert(
      fc.property(size, (mm) => {
        const [w, d, h] = mm;
        const pieces = pieceCount(fitAnySide(testFilament, mm).fit);
        expect(pieces).toBeLessThanOrEqual(pieceCount(fitOn(testFilament, mm)));
        expect(pieceCount(fitAnySide(testFilament, [h, d, w]).fit)).toBe(pieces);
      }),
    );
  });
});

describe("a file that is not bought yet", () => {
  const low = { ...testFilament, bedMm: [220, 220, 120] as const, marginMm: 0 };
  it("P2: 400 x 300 x 60 mm on a bed of 220 fits in 4 pieces, or at 55 %", () => {
    const plan = one(looked([400, 300, 60]), { ...workshop, printers: [low] });
    expect(listingFitText(plan)).toBe("fits on Test bed in 4 pieces, or at 55 %");
    // A machine that is higher takes it on its edge in two, or on its end at 300 of 400 mm.
    const high = one(looked([400, 300, 60]), { ...workshop, printers: [{ ...low, bedMm: [220, 220, 300] }] });
    expect(pieceCount(high.ways[0]!.fit)).toBe(2);
    expect(high.ways[0]!.fitsAtShare).toBeCloseTo(300 / 400, 9);
  });
  it("P2: of six, supports none and under 5 leaves two", () => {
    const six = [
      looked([40, 40, 40], { supports: "none needed", priceMinor: 300 }, "a"),
      looked([40, 40, 40], { supports: "none needed", priceMinor: 500 }, "b"),
      looked([40, 40, 40], { supports: "none needed", priceMinor: 501 }, "c"),
      looked([40, 40, 40], { supports: "supported", priceMinor: 200 }, "d"),
      looked([40, 40, 40], { supports: "not told", priceMinor: 100 }, "e"),
      looked([900, 40, 40], { supports: "not told", priceMinor: 900 }, "f"),
    ];
    const names = (filter: Partial<ListingFilter>) =>
      narrowedDown(planned(six), { supports: null, mostMinor: null, wholeOnly: false, ...filter }).map(
        (p) => p.part.id,
      );
    expect(names({ supports: "none needed", mostMinor: 500 })).toEqual(["a", "b"]);
    expect(names({})).toHaveLength(6);
    expect(names({ wholeOnly: true })).toEqual(["a", "b", "c", "d", "e"]);
  });
  it("weighs a quarter of its box where nothing is known, what was typed, or what measured parts have", () => {
    const [w, d, h] = [100, 80, 50];
    const resin = { ...workshop, printers: [testResin], materials: [testResinFluid] };
    const grams = (given: Partial<Listing>) =>
      one(looked([w, d, h], { supports: "none needed", ...given }), resin).ways[0]!.grams;
    const usual = grams({});
    // By hand: 100 ml of box, a quarter of 400 ml, at its density, and what is lost of resin.
    const quarter = ((w * d * h) / 1000) * 0.25 * testResinFluid.densityGPerCm3;
    expect(usual.value).toBeGreaterThanOrEqual(quarter);
    expect(usual.value).toBeLessThan(1.25 * quarter);
    expect(usual.low).toBeLessThan(0.5 * usual.value);
    expect(usual.high).toBeGreaterThan(2 * usual.value);
    expect(grams({ fillShare: 0.5 }).value / usual.value).toBeCloseTo(2, 1);
    const measured = ["p", "q", "r"].map((id) =>
      newPart({ id, sceneId: "s", name: id, meshId: "b", size: { source: { kind: "full" } } }),
    );
    const [beside] = planned([...measured, looked([w, d, h])]);
    // The measured mesh is a box, which is all material.
    expect(beside!.fillShare).toMatchObject({ value: 1, basis: "measured" });
  });
  it("takes hours and money for all its copies, and says that they are rough", () => {
    const [three, single] = [one(looked([40, 40, 40], {}, "l", 3)), one(looked([40, 40, 40]))];
    const [best] = three.ways;
    expect(best!.minutes.value).toBeCloseTo(3 * single.ways[0]!.minutes.value, 6);
    expect(best!.minutes.basis).toBe("practice");
    expect(best!.minutes.working[0]!.text).toMatch(/^by its box alone, 25 % of it material/);
    expect(three.all.value).toBeCloseTo(400 + best!.cost.value, 6);
  });
  it("takes no plate, no step and no hour until it is bought; then it waits for its file", () => {
    const crane = patchedPart(looked([40, 40, 40]), {
      scheme: [
        {
          id: "c",
          kind: "colour",
          colour: null,
          product: "acrylic",
          method: "brush",
          coats: 1,
          coverage: 1,
          sheen: "matte",
        },
      ],
    });
    const plan = makePlan(testInput({ parts: [crane], joints: [], grounds: [], workshop }));
    expect(plan.work.steps.filter((s) => s.targets.includes("part:l"))).toEqual([]);
    expect(plan.findings.map((f) => f.sentence).join()).not.toMatch(/no model yet/);
    const bought = patchedPart(crane, { listing: { ...crane.listing!, bought: true } });
    const after = makePlan(testInput({ parts: [bought], joints: [], grounds: [], workshop }));
    expect(after.findings.map((f) => f.sentence).join()).toMatch(/l has no model yet\. Add its file/);
    expect(listingPlans(after.parts, partWorkshop(workshop))).toEqual([]);
  });
  it("is no print where it is a kit, and has its price alone", () => {
    const kit = one(looked([900, 900, 900], { kit: true }));
    expect(listingFitText(kit)).toBe("a kit, not printed");
    expect(kit.all.value).toBe(400);
    expect(listingFitText(one(looked([9000, 9000, 40])))).toBe("no printer here takes it");
  });
});
