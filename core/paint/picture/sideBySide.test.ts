import { describe, expect, it } from "vitest";
import { CARDS, type Card, type Pixels } from "#core/paint/picture/picture";
import { byteOfLinear, linearOfLab } from "#core/paint/picture/linear";
import type { LabD65 } from "#core/paint/lab";
import { differenceCounts, differencesOf, PLACES_ACROSS } from "#core/paint/picture/sideBySide";

const byteOf = (v: number) => byteOfLinear(Math.min(1, Math.max(0, v)));
/** A picture whose colour goes by place. `light`: channels of the lamp that it was taken under. */
function pictureOf(
  labAt: (x: number, y: number) => LabD65,
  width = 240,
  height = 160,
  light: readonly number[] = [1, 1, 1],
): Pixels {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < width * height; i++) {
    const linear = linearOfLab(labAt((i % width) / width, Math.floor(i / width) / height));
    linear.forEach((v, c) => (data[4 * i + c] = byteOf(v * light[c]!)));
    data[4 * i + 3] = 255;
  }
  return { data, width, height };
}
const white = linearOfLab({ l: CARDS.white, a: 0, b: 0 });
const cardUnder = (light: readonly number[]): Card => ({
  linear: [white[0] * light[0]!, white[1] * light[1]!, white[2] * light[2]!],
  truth: white,
});
const day = cardUnder([1, 1, 1]);
const wall = (): LabD65 => ({ l: 60, a: 6, b: 18 });

describe("A17: a photo of the work beside its reference", () => {
  it("finds nothing between a picture and itself, at another size and under another lamp with a card in both", () => {
    const reference = { picture: pictureOf(wall), card: day };
    const lamp = [0.8, 0.62, 0.4];
    const work = { picture: pictureOf(wall, 480, 320, lamp), card: cardUnder(lamp) };
    expect(differencesOf(reference, work)).toEqual([]);
    expect(differencesOf(reference, { ...work, card: null })).toEqual([]);
  });
  it.each([
    ["darker", { l: 48, a: 6, b: 18 }],
    ["lighter", { l: 72, a: 6, b: 18 }],
    ["greyer", { l: 60, a: 1.5, b: 4.5 }],
    ["stronger", { l: 60, a: 14, b: 42 }],
    ["another hue", { l: 60, a: 18, b: -6 }],
  ] as const)("marks the right half alone as %s", (kind, other) => {
    const work = pictureOf((x) => (x < 0.5 ? wall() : other));
    const found = differencesOf({ picture: pictureOf(wall), card: day }, { picture: work, card: day });
    expect(new Set(found.map((d) => d.kind))).toEqual(new Set([kind]));
    expect(found).toHaveLength((PLACES_ACROSS / 2) * 8);
    expect(found.every((d) => d.x >= 0.5 - 1e-9)).toBe(true);
    expect(differenceCounts(found)).toMatchObject([{ kind, places: 48 }]);
  });
  it("tells of edges without a card: planks that ran together, and planks that are there", () => {
    const planks = pictureOf((x) => ({ ...wall(), l: Math.floor(x * 72) % 2 === 0 ? 60 : 45 }));
    const plain = { picture: pictureOf(wall), card: null };
    const softer = differencesOf({ picture: planks, card: null }, plain);
    expect(new Set(softer.map((d) => d.kind))).toEqual(new Set(["softer edges"]));
    expect(new Set(differencesOf(plain, { picture: planks, card: null }).map((d) => d.kind))).toEqual(
      new Set(["harder edges"]),
    );
  });
  it("takes a picture of one pixel and one that is very wide", () => {
    const speck = { picture: pictureOf(wall, 1, 1), card: day };
    expect(differencesOf(speck, speck)).toEqual([]);
    expect(differencesOf(speck, { picture: pictureOf(wall, 400, 3), card: day })).toEqual([]);
  });
});
