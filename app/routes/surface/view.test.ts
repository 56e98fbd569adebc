import { describe, expect, it } from "vitest";
import { testView } from "#core/plan/testing";
import {
  frontPath,
  layerLines,
  lookShares,
  type PrintedPart,
  printedParts,
  surfaceFindings,
  treatmentSteps,
} from "./view";

const { plan } = testView();
const printed = printedParts(plan.parts);
const wall = printed.find((p) => p.part.id === "wall")!;
const cm2 = (value: number) => ({ value }) as never;
const withSurface = (p: PrintedPart, visible: number, raking: number, unseen: number): PrintedPart => ({
  ...p,
  finish: {
    ...p.finish,
    surface: { ...p.finish.surface, visible: cm2(visible), raking: cm2(raking), unseen: cm2(unseen) },
  },
});

describe("printed parts", () => {
  it("stand with the most plain steps of all their copies first, and no piece among them", () => {
    const few = withSurface({ ...wall, part: { ...wall.part, id: "few", count: 1 } }, 5, 0, 0);
    const many = withSurface({ ...wall, part: { ...wall.part, id: "many", count: 10 } }, 1, 0, 0);
    const piece = { ...many, part: { ...many.part, id: "piece", print: { pieceOf: "few" } } } as never;
    expect(printedParts([few, piece, many]).map((p) => p.part.id)).toEqual(["many", "few"]);
    expect(printedParts([{ ...few, finish: null }])).toEqual([]);
  });
});

describe("the surface by look", () => {
  it("is told in shares of a hundred, and as nothing where there is no area", () => {
    expect(lookShares(withSurface(wall, 1, 2, 7).finish.surface)).toEqual({ visible: 10, raking: 20 });
    expect(lookShares(withSurface(wall, 0, 0, 0).finish.surface)).toEqual({ visible: 0, raking: 0 });
  });
});

describe("the drawing of layers", () => {
  it("has a line every fifth layer, inside the part, bottom first", () => {
    const lines = layerLines(wall, 300);
    const layer = wall.finish.printer.layerMm;
    const height = wall.sizeMm![2];
    expect(lines).toHaveLength(Math.min(160, Math.floor(height / layer / 5)));
    expect(lines[0]!.atMm).toBeCloseTo(5 * layer, 9);
    expect(lines.at(-1)!.atMm).toBeLessThanOrEqual(height);
    expect(layerLines({ ...wall, measurement: null }, 300)).toEqual([]);
  });
  it("is the outline of the front: a box is its width and height, standing on the foot of the drawing", () => {
    const numbers = [...frontPath(wall).matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((m) => [+m[1]!, +m[2]!]);
    const [xs, ys] = [numbers.map((n) => n[0]!), numbers.map((n) => n[1]!)];
    // Outlines lie on a grid of about two hundred cells: right to one of them.
    const within = (of: readonly number[], least: number, most: number) => {
      expect(Math.abs(Math.min(...of) - least)).toBeLessThan(0.4);
      expect(Math.abs(Math.max(...of) - most)).toBeLessThan(0.4);
    };
    within(xs, 0, 60);
    within(ys, 0, 40);
    expect(frontPath({ ...wall, measurement: null })).toBe("");
  });
});

describe("what is told of a part", () => {
  it("are the steps of its own treatment, and findings of surface and colour", () => {
    const step = (partOf: unknown, target: string) => ({ partOf, targets: [target] }) as never;
    const own = step("treatment", "part:wall");
    expect(
      treatmentSteps("wall", [own, step({ layerId: "a" }, "part:wall"), step("treatment", "part:post")]),
    ).toEqual([own]);
    const f = (stage: string, about: string) => ({ stage, about }) as never;
    const [surface, colour] = [f("surface", "part:wall"), f("colour", "part:wall")];
    expect(
      surfaceFindings([surface, colour, f("parts", "part:wall"), f("surface", "board")], "wall"),
    ).toEqual([surface, colour]);
  });
});
