import { expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { scaleQuestions } from "#core/plan/parts/scaleQuestions";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { newPart } from "#core/scene/part";
import { choiceCards, questionText, readingText, realText, sureScales } from "./scaleChoice";

const measured = (name: string, x: number, y: number, z: number) =>
  [name, measureMesh(soupOf(box(x, y, z))).measurement] as const;
const part = (name: string, meshId: string) =>
  newPart({
    id: name,
    sceneId: "s",
    name,
    meshId,
    size: { source: { kind: "unknown" }, unitMm: 1, unitSure: false },
  });
const input = testInput({
  measurements: new Map([measured("leaf", 16, 0.8, 41), measured("lump", 40, 40, 40)]),
  parts: [
    part("door 1-48", "leaf"),
    part("kettle", "lump"),
    newPart({ id: "known", sceneId: "s", name: "known", meshId: "lump", size: { source: { kind: "full" } } }),
  ],
});
const questions = scaleQuestions(makePlan(input).parts, 48);
const of = (id: string) => questions.find((q) => q.part.id === id)!;

it("asks of every part without a scale, and of no other", () => {
  expect(questions.map((q) => q.part.id).sort()).toEqual(["door 1-48", "kettle"]);
});

it("takes together what is sure, with its unit, and leaves what can be any size", () => {
  expect(sureScales(questions)).toEqual([
    { id: "door 1-48", source: { kind: "ratio", denominator: 48 }, unitMm: 1 },
  ]);
  expect(questionText(of("door 1-48"))).toMatch(/^Sure: 1:48, in mm \(.*its name says 1-48/);
  expect(questionText(of("kettle"))).toMatch(/^A kettle is made at any size/);
});

it("draws the three likeliest sizes, each with its real measures", () => {
  const cards = choiceCards(of("door 1-48"));
  expect(cards[0]).toMatchObject({ text: "1:48, in mm", sizeText: "77 cm × 38 mm × 2 m" });
  expect(cards[0]!.realSize[2]).toBeCloseTo(41 * 48, 3);
  const three = choiceCards(of("kettle")).map((c) => c.percent);
  expect(three).toHaveLength(3);
  expect(three).toEqual([...three].sort((a, b) => b - a));
  // What is next to impossible is not drawn.
  expect([...cards, ...choiceCards(of("kettle"))].every((c) => c.percent >= 1)).toBe(true);
});

it("names readings and lengths as one says them", () => {
  expect(readingText({ source: { kind: "full" }, unit: "meter" })).toBe("full size, in m");
  expect(readingText({ source: { kind: "figure", figureMm: 28, convention: "eye" }, unit: "inch" })).toBe(
    "for 28 mm figures, in inches",
  );
  expect([realText(3400), realText(648_000), realText(653), realText(9.2)]).toEqual([
    "3.4 m",
    "648 m",
    "65 cm",
    "9.2 mm",
  ]);
});
