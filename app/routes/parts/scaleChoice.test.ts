import { expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { scaleQuestions } from "#core/plan/parts/scaleQuestions";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import type { SourceScale } from "#core/scale/rescale";
import { newPart, noOrigin } from "#core/scene/part";
import { choiceCards, questionText, readingText, sureScales, takeText } from "./scaleChoice";

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
  expect(questionText(of("kettle"))).toMatch(/^It may be any size \(kettle\)/);
});

it("draws the three likeliest sizes, each with its real measures", () => {
  const cards = choiceCards(of("door 1-48"));
  expect(cards[0]).toMatchObject({ text: "1:48, in mm", sizeText: "768 mm × 38 mm × 1.97 m" });
  expect(cards[0]!.realSize[2]).toBeCloseTo(41 * 48, 3);
  expect(choiceCards(of("door 1-48"), "inch")[0]!.sizeText).toMatch(/6 ft 5 1\/2 in$/);
  // Of what has no true size no share is told, and what is next to impossible is not drawn.
  const three = choiceCards(of("kettle"));
  expect(three.map((c) => c.percent)).toEqual([null, null, null]);
  const shares = three.map((c) => c.reading.share);
  expect(shares).toEqual([...shares].sort((a, b) => b - a));
  expect(shares.at(-1)).toBeGreaterThanOrEqual(0.01);
});

it("names readings and what is taken as one says them", () => {
  expect(readingText({ source: { kind: "full" }, unit: "meter" })).toBe("full size, in m");
  expect(readingText({ source: { kind: "figure", figureMm: 28, convention: "eye" }, unit: "inch" })).toBe(
    "for 28 mm figures, in inches",
  );
  expect([takeText(1), takeText(3)]).toEqual(["Take the one that is sure", "Take the 3 that are sure"]);
});

it("goes by what was told of the other files of a folder", () => {
  const inFolder = (name: string, source: SourceScale) => ({
    ...part(name, "lump"),
    origin: { ...noOrigin, fileName: `street/${name}.stl` },
    size: { ...part(name, "lump").size, source, unitSure: true },
  });
  const shareOf = (told: SourceScale) => {
    const parts = [inFolder("thing", { kind: "unknown" }), inFolder("other", told), inFolder("more", told)];
    const asked = scaleQuestions(makePlan({ ...input, parts }).parts, 72);
    expect(asked.map((q) => q.part.id)).toEqual(["thing"]);
    return (
      asked[0]!.guess.readings.find((r) => r.source.kind === "ratio" && r.source.denominator === 35)?.share ??
      0
    );
  };
  const told: SourceScale = { kind: "ratio", denominator: 35 };
  expect(shareOf(told)).toBeGreaterThan(1.5 * shareOf({ kind: "real-object" }));
});
