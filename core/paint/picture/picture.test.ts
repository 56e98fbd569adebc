import { converter } from "culori";
import fc from "fast-check";
import { kmeans } from "ml-kmeans";
import { describe, expect, it } from "vitest";
import { ciede2000 } from "#core/paint/ciede2000";
import { labOfHex } from "#core/paint/colour";
import { labOfXyz, type LabD65, xyzOfLab } from "#core/paint/lab";
import { labOfLinear, LINEAR, linearOfLab, oklabOfLinear } from "#core/paint/picture/linear";
import { kMeans, paletteOf } from "#core/paint/picture/palette";
import { cardAt, coverageIn, patchAt, PATCH_VARIES, type Pixels } from "#core/paint/picture/picture";
import { observerRows } from "#core/paint/observer";
import { smoothestReflectance, xyzOfReflectance } from "#core/paint/reflectance";
import { luckOf } from "#core/random";

const byte = (linear: number): number => {
  const v = Math.min(1, Math.max(0, linear));
  return Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055));
};
/** A picture of squares of one colour each, as bytes. */
function squares(colours: readonly (readonly [number, number, number])[], side = 40): Pixels {
  const [width, height] = [side * colours.length, side];
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      data.set([...colours[Math.floor(x / side)]!.map(byte), 255], 4 * (y * width + x));
  return { data, width, height };
}
const lab = (hex: string): LabD65 => {
  const said = labOfHex(hex);
  if (!said.ok) throw new Error(hex);
  return said.value;
};
const middle = (i: number, side = 40): [number, number] => [i * side + side / 2, side / 2];
const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;

/** Twenty-four paints as they are met: browns, greens, stones, skin, a few pure ones. */
const paints = [
  ...["#735244", "#c29682", "#627a9d", "#576c43", "#8580b1", "#67bdaa", "#d67e2c", "#505ba6"],
  ...["#c15a63", "#5e3c6c", "#9dbc40", "#e0a32e", "#383d96", "#469449", "#af363c", "#e7c71f"],
  ...["#bb5695", "#0885a1", "#d8d8d4", "#a0a0a0", "#7a7a79", "#555555", "#343434", "#8a6a4a"],
];

/** Light of a glowing wire by wavelength, any scale. @source M. Planck 1900 */
const glow = (kelvin: number) =>
  observerRows.map((_, i) => {
    const metres = (380 + 10 * i) * 1e-9;
    return 1e-27 / (metres ** 5 * (Math.exp(0.014387769 / (metres * kelvin)) - 1));
  });

/** What a camera without a white balance writes of a paint under a lamp: linear sRGB. */
function shot(reflectance: Float64Array, kelvin: number): readonly [number, number, number] {
  const lamp = glow(kelvin);
  const scale = observerRows.reduce((sum, row, i) => sum + row[1] * lamp[i]!, 0) * 1.9;
  const xyz = [0, 1, 2].map(
    (axis) => observerRows.reduce((sum, row, i) => sum + row[axis]! * lamp[i]! * reflectance[i]!, 0) / scale,
  ) as unknown as [number, number, number];
  return linearOfLab(labOfXyz(xyz)) as [number, number, number];
}

describe("conversions", () => {
  it("agree with a colour library", () => {
    const toOklab = converter("oklab");
    for (const hex of paints) {
      const linear = linearOfLab(lab(hex));
      const there = toOklab(hex)!;
      oklabOfLinear(linear).forEach((v, i) => expect(v).toBeCloseTo([there.l, there.a, there.b][i]!, 4));
      expect(ciede2000(labOfLinear(linear), lab(hex))).toBeLessThan(0.01);
    }
    expect([...LINEAR]).toEqual([...LINEAR].sort((a, b) => a - b));
  });
});

describe("H15: colours of a picture under another light", () => {
  const truths = paints.map((hex) => xyzOfReflectance(smoothestReflectance(xyzOfLab(lab(hex))).reflectance));
  const under = (kelvin: number) => {
    const card = smoothestReflectance(xyzOfLab({ l: 95, a: 0, b: 0 })).reflectance;
    const curves = paints.map((hex) => smoothestReflectance(xyzOfLab(lab(hex))).reflectance);
    return squares([card, ...curves].map((r) => shot(r, kelvin)));
  };
  const errors = (picture: Pixels, withCard: boolean) => {
    const card = cardAt(picture, ...middle(0));
    expect(card.ok).toBe(true);
    return paints.map((_, i) =>
      ciede2000(
        patchAt(picture, ...middle(i + 1), withCard && card.ok ? card.value : null)!.lab,
        labOfXyz(truths[i]!),
      ),
    );
  };
  it("of 24 paints by a wire of 3,200 K are right to 3 in the middle with a card, and over 10 off without", () => {
    const picture = under(3200);
    expect(median(errors(picture, true))).toBeLessThan(3);
    expect(median(errors(picture, false))).toBeGreaterThan(10);
  });
  it("agree within 4 between two lamps with a card in both (C10)", () => {
    const [warm, cool] = [under(3200), under(5600)].map((picture) => {
      const card = cardAt(picture, ...middle(0));
      return paints.map((_, i) => patchAt(picture, ...middle(i + 1), card.ok ? card.value : null)!.lab);
    });
    expect(median(paints.map((_, i) => ciede2000(warm![i]!, cool![i]!)))).toBeLessThan(4);
  });
});

describe("a card", () => {
  const even = (v: number) => squares([[v, v, v]]);
  it("is refused burnt out, in the dark, with a shadow across, and outside, each in one sentence", () => {
    const said = (picture: Pixels, x = 20, y = 20) => {
      const card = cardAt(picture, x, y);
      return card.ok ? "" : card.problems[0]!.message;
    };
    expect(said(even(1))).toMatch(/burnt out/);
    expect(said(even(0.01))).toMatch(/in the dark/);
    expect(
      said(
        squares([
          [0.7, 0.7, 0.7],
          [0.5, 0.5, 0.5],
        ]),
        40,
        20,
      ),
    ).toMatch(/shadow or an edge/);
    expect(said(even(0.7), 400, 20)).toMatch(/Tap on the card/);
    expect(said(even(0.7))).toBe("");
  });
  it("makes a white of a white and a grey of a grey", () => {
    const picture = squares([
      [0.7, 0.6, 0.4],
      [0.35, 0.3, 0.2],
    ]);
    const white = cardAt(picture, ...middle(0));
    const on = white.ok ? patchAt(picture, ...middle(0), white.value)!.lab : null;
    expect(on!.l).toBeCloseTo(95, 0);
    expect(Math.hypot(on!.a, on!.b)).toBeLessThan(1);
    const grey = cardAt(picture, ...middle(1), "grey");
    expect(grey.ok && patchAt(picture, ...middle(1), grey.value)!.lab.l).toBeCloseTo(50, 0);
  });
});

describe("a tapped patch", () => {
  it("is the median of what lies under it, and says when that varies", () => {
    const plain = squares([[0.2, 0.1, 0.05]]);
    expect(patchAt(plain, 20, 20, null)!.spread).toBeLessThan(0.5);
    const edge = squares([
      [0.2, 0.1, 0.05],
      [0.6, 0.5, 0.4],
    ]);
    expect(patchAt(edge, 40, 20, null)!.spread).toBeGreaterThan(PATCH_VARIES);
    expect(patchAt(plain, 900, 20, null)).toBeNull();
  });
});

describe("colours of a picture", () => {
  const scene = () =>
    squares(paints.slice(0, 6).flatMap((hex, i) => Array(6 - i).fill(linearOfLab(lab(hex)))));
  it("come largest first with their shares, the same each time and in any order of the pixels", () => {
    const picture = scene();
    const found = paletteOf(picture, null);
    expect(found.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9);
    expect(found.map((c) => c.share)).toEqual(found.map((c) => c.share).sort((a, b) => b - a));
    const turned = new Uint8ClampedArray(picture.data.length);
    const n = picture.width * picture.height;
    for (let i = 0; i < n; i++) turned.set(picture.data.subarray(4 * i, 4 * i + 4), 4 * (n - 1 - i));
    expect(paletteOf({ ...picture, data: turned }, null)).toEqual(found);
    for (const hex of paints.slice(0, 5))
      expect(Math.min(...found.map((c) => ciede2000(c.lab, lab(hex))))).toBeLessThan(4);
  });
  it("are one of a picture of one colour, and none of one that is all clear", () => {
    expect(paletteOf(squares([[0.3, 0.2, 0.1]]), null)).toHaveLength(1);
    const clear = squares([[0.3, 0.2, 0.1]]);
    for (let i = 3; i < clear.data.length; i += 4) clear.data[i] = 0;
    expect(paletteOf(clear, null)).toEqual([]);
  });
  it("are groups as tight as those of a general library", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1000 }), (seed) => {
        const luck = luckOf(seed);
        const points = Array.from({ length: 300 }, (_, i): [number, number, number] => {
          const c = i % 4;
          return [c * 0.2 + 0.04 * luck(), (c % 2) * 0.3 + 0.04 * luck(), 0.04 * luck()];
        });
        const ours = Math.min(...[1, 2, 3].map((s) => kMeans(points, 4, luckOf(s)).cost));
        const cost = (of: readonly number[], centres: readonly (readonly number[])[]) =>
          points.reduce(
            (sum, p, i) => sum + p.reduce((s, v, a) => s + (v - centres[of[i]!]![a]!) ** 2, 0),
            0,
          );
        const theirs = Math.min(
          ...[1, 2, 3].map((s) => {
            const { clusters, centroids } = kmeans(points, 4, { seed: s, initialization: "kmeans++" });
            return cost(clusters, centroids);
          }),
        );
        expect(ours).toBeLessThanOrEqual(theirs * 1.001 + 1e-9);
      }),
      { numRuns: 20 },
    );
  });
});

describe("coverage from a photo", () => {
  it("is the share of the upper colour to 1 of 100, with its unsureness (C20: 55 %)", () => {
    const [lower, upper] = [lab("#a9bccb"), lab("#f2f0ea")];
    const picture = squares(
      [...Array(9).fill(linearOfLab(lower)), ...Array(11).fill(linearOfLab(upper))],
      20,
    );
    const told = coverageIn(picture, [0, 0], [picture.width, picture.height], lower, upper, null)!;
    expect(told.share).toBeCloseTo(0.55, 2);
    expect(told.low).toBeLessThanOrEqual(told.share);
    expect(told.high).toBeGreaterThanOrEqual(told.share);
    expect(coverageIn(picture, [5, 5], [5, 5], lower, upper, null)).toBeNull();
  });
});
