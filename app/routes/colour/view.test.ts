import type { Cover } from "#core/paint/cover";
import { schemeOf } from "#core/scene/part";
import { describe, expect, it } from "vitest";
import { productName } from "#core/materials/products";
import { DROPS_PER_ML } from "#core/paint/amount";
import { testPaint, testRecipe, testView } from "#core/plan/testing";
import {
  colourFindings,
  coverWords,
  differenceWords,
  layerRows,
  MOST_POTS,
  mixRows,
  mixUse,
  schemeParts,
  shownPart,
  typedMix,
} from "./view";

const { input, plan } = testView();
const paints = [testPaint("chalk", "#e8e2d4"), testPaint("umber", "#5a4634")];

describe("a mix as it is typed", () => {
  it("has as many rows as pots, with what is given first and the rest empty", () => {
    expect(mixRows([])).toHaveLength(MOST_POTS);
    const rows = mixRows(testRecipe.parts);
    expect(rows.slice(0, 2)).toEqual(testRecipe.parts);
    expect(rows[2]).toEqual({ paintId: "", parts: 0 });
    expect(mixRows(Array(9).fill({ paintId: "a", parts: 1 }))).toHaveLength(MOST_POTS);
  });
  it("is the pot itself when it is alone, and is told nothing of without a paint", () => {
    const alone = typedMix(mixRows([{ paintId: "chalk", parts: 2 }]), "#e8e2d4", paints)!;
    expect(alone.difference!).toBeLessThan(0.5);
    expect(typedMix(mixRows([]), "#e8e2d4", paints)).toBeNull();
  });
  it("lies between its pots, nearer to the one with more parts of it", () => {
    const light = (chalk: number, umber: number) =>
      typedMix(
        mixRows([
          { paintId: "chalk", parts: chalk },
          { paintId: "umber", parts: umber },
        ]),
        "#808080",
        paints,
      )!.lab.l;
    const [only, more, less] = [light(1, 0), light(3, 1), light(1, 3)];
    expect(only).toBeGreaterThan(more);
    expect(more).toBeGreaterThan(less);
    expect(less).toBeGreaterThan(paints[1]!.lab.l);
  });
  it("is left without a difference while the wanted colour is none", () => {
    expect(typedMix(mixRows([{ paintId: "umber", parts: 1 }]), "brown", paints)!.difference).toBeNull();
  });
});

describe("where a mix is used", () => {
  it("adds up its steps, and puts out its paint without the thinner", () => {
    const use = mixUse(testRecipe, plan.work.steps);
    expect(use.steps.map((s) => s.targets[0])).toEqual(["part:wall"]);
    expect(use.millilitres).toBe(use.steps[0]!.mixMl!.value);
    const neatDrops = (use.millilitres / 1.25) * DROPS_PER_ML;
    expect(Math.abs(use.drops[0]! + use.drops[1]! - neatDrops)).toBeLessThanOrEqual(MOST_POTS);
  });
  it("is nothing where no layer is laid with it", () => {
    expect(mixUse({ ...testRecipe, id: "other" }, plan.work.steps)).toEqual({
      steps: [],
      millilitres: 0,
      drops: [],
    });
  });
});

describe("the scheme of a part", () => {
  const wall = plan.parts.find((p) => p.part.id === "wall")!;
  const rows = layerRows(wall.part, input.workshop, plan);
  it("names what each layer is laid with: the mix, the pot, or the product alone", () => {
    expect(rows.map((r) => r.with)).toEqual([productName("acrylic"), "Stone", "chalk"]);
    expect(rows.map((r) => r.hex !== null)).toEqual([false, true, true]);
  });
  it("has the amount of all its coats", () => {
    for (const { layer, amount } of rows) {
      const layerSteps = new RegExp(`^part:wall/scheme-${layer.id}(/coat-\\d+)?$`);
      const coats = plan.work.steps.filter((s) => layerSteps.test(s.id));
      expect(coats).toHaveLength(layer.coats);
      const mixed = coats.map((s) => s.mixMl?.value ?? 0);
      expect(amount!.value).toBeCloseTo(
        mixed.reduce((sum, ml) => sum + ml, 0),
        9,
      );
      expect(amount!.value).toBeGreaterThan(0);
    }
  });
  it("does without a mix that is gone", () => {
    const gone = layerRows(wall.part, { ...input.workshop, recipes: [], paints: [] }, plan);
    expect(gone.map((r) => r.hex)).toEqual([null, null, null]);
  });
});

describe("the part that is shown", () => {
  it("is the one asked for, else the first with a scheme, else the first", () => {
    expect(shownPart(plan.parts, "post")?.part.id).toBe("post");
    expect(shownPart(plan.parts, null)?.part.id).toBe("wall");
    const bare = plan.parts.filter((p) => schemeOf(p.part).length === 0);
    expect(shownPart(bare, "gone")).toBe(bare[0]);
    expect(shownPart([], null)).toBeUndefined();
  });
  it("is never a piece of another: that has the scheme of its whole", () => {
    expect(schemeParts(plan.parts)).toHaveLength(plan.parts.length);
    const [p] = plan.parts;
    const piece = { ...p!, part: { ...p!.part, print: { pieceOf: "wall" } } } as never;
    expect(schemeParts([piece])).toEqual([]);
  });
  it("has its own findings of the colour stage alone", () => {
    const f = (stage: string, about: string) => ({ stage, about }) as never;
    const [own, other, order] = [f("colour", "part:wall"), f("colour", "part:post"), f("order", "part:wall")];
    expect(colourFindings([own, other, order], "wall")).toEqual([own]);
  });
});

describe("a difference in words", () => {
  it("grows from nothing to another colour, a word for each step", () => {
    expect([0, 0.9, 1, 2.4, 2.5, 4.9, 5, 40].map(differenceWords)).toEqual([
      "the same to the eye",
      "the same to the eye",
      "close",
      "close",
      "a shade off",
      "a shade off",
      "plainly different",
      "plainly different",
    ]);
  });
});

describe("coats that cover", () => {
  const says = (typed: number, cover: Cover | undefined) =>
    coverWords({ coats: typed }, cover)?.words ?? null;
  it("are said where fewer or more are typed, and where none would do", () => {
    const two = { differences: [2.7, 0.9], coats: 2 };
    expect(says(1, two)).toBe("1 coat leaves it 2.7 off; 2 hide what is below, by how well its pots cover");
    expect(says(4, two)).toBe("2 coats hide what is below, by how well its pots cover");
    expect(says(2, two)).toBeNull();
    expect(says(2, { differences: [30, 20], coats: null })).toMatch(/even 12 coats do not hide/);
    expect(says(2, undefined)).toBeNull();
  });
});
