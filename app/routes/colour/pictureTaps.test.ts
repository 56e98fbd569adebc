import { expect, it } from "vitest";
import type { Pixels } from "#core/paint/picture/picture";
import { differenceKinds } from "#core/paint/picture/sideBySide";
import { byArea, countWords, coverageTold, differenceMark, type TakenColour, tapped } from "./pictureTaps";

/** Left half a white card in warm light, right half a wall. */
function picture(): Pixels {
  const [width, height] = [80, 40];
  const data = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < width * height; i++)
    data.set(i % width < 40 ? [240, 210, 170, 255] : [140, 90, 60, 255], 4 * i);
  return { data, width, height };
}

it("takes a card, then colours as in daylight, and says how sure they are", () => {
  const card = tapped(picture(), 20, 20, "white card", null);
  if (!("card" in card)) throw new Error("no card");
  const bare = tapped(picture(), 60, 20, "colour", null);
  const under = tapped(picture(), 60, 20, "colour", card.card);
  if (!("colour" in bare) || !("colour" in under)) throw new Error("no colour");
  expect(bare.colour.words).toBe("L 43 ± 10, tapped");
  expect(under.colour.words).toMatch(/^L \d+ ± 3, tapped$/);
  // Warm light taken out, it is less yellow.
  expect(under.colour.lab.b).toBeLessThan(bare.colour.lab.b);
});

it("says why a tap takes nothing", () => {
  const said = tapped(picture(), 40, 20, "white card", null);
  expect(said).toEqual({ problem: expect.stringMatching(/shadow or an edge/) });
  expect(tapped(picture(), 400, 20, "colour", null)).toEqual({ problem: "Tap inside the picture." });
  const edge = tapped(picture(), 40, 20, "colour", null);
  expect("colour" in edge && edge.colour.words).toMatch(/lit unevenly/);
});

it("tells a colour by its area, never less than one of a hundred", () => {
  const lab = { l: 40, a: 0, b: 0 };
  expect(byArea({ lab, share: 0.001 }, null).words).toBe("L 40 ± 10, 1 % of the picture");
  expect(byArea({ lab, share: 0.42 }, null).words).toBe("L 40 ± 10, 42 % of the picture");
});

it("C20: says how much of a piece has the upper colour, once both colours and both corners are there", () => {
  const take = (x: number): TakenColour => {
    const found = tapped(picture(), x, 20, "colour", null);
    if (!("colour" in found)) throw new Error("no colour");
    return found.colour;
  };
  const [upper, lower] = [take(20), take(60)];
  const said = (corners: readonly (readonly [number, number])[], colours: readonly TakenColour[]) =>
    coverageTold(picture(), corners, colours, null).words;
  const piece = [
    [18, 0],
    [58, 40],
  ] as const;
  expect(said(piece, [upper, lower])).toMatch(/^55 % of the piece, 55 to 55, has the colour/);
  expect(said(piece, [lower, upper])).toMatch(/^45 %/);
  expect(said([piece[0]], [upper, lower])).toBe("");
  expect(said(piece, [upper, upper])).toMatch(/^The two colours that were tapped are too alike/);
  expect(said(piece, [upper])).toMatch(/^Tap the lower colour first/);
  expect(said([piece[0], piece[0]], [upper, lower])).toMatch(/empty/);
  expect(tapped(picture(), 3, 4, "corner of a piece", null)).toEqual({ corner: [3, 4] });
});

it("says how many places differ in a way, each way by a sign of its own", () => {
  expect(countWords({ kind: "darker", places: 12, mostSize: 9.4 })).toBe("darker in 12 places, by up to 9");
  expect(countWords({ kind: "softer edges", places: 1, mostSize: 6 })).toBe(
    "softer edges in 1 place, by up to 6",
  );
  expect(new Set(Object.values(differenceMark)).size).toBe(differenceKinds.length);
});
