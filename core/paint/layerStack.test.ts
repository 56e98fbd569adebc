import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ciede2000 } from "#core/paint/ciede2000";
import { labOfXyz, luminanceOf, xyzOfLab } from "#core/paint/lab";
import { blended, darkerBy, SEALED_DARKER, stackOf } from "#core/paint/layerStack";
import { filmOver } from "#core/paint/mixing";
import { layerKindNames, kindOf } from "#core/paint/layerKinds";
import { BANDS, WHITE } from "#core/paint/observer";
import type { Shelf } from "#core/paint/layerBody";
import type { Paint } from "#core/paint/paint";
import { smoothestReflectance, xyzOfReflectance } from "#core/paint/reflectance";
import type { SchemeLayer } from "#core/paint/scheme";

const pot = (id: string, l: number, opacity: Paint["opacity"] = "opaque"): Paint => ({
  ...{ id, name: id, product: "acrylic", thinner: null, hex: "#808080", lab: { l, a: 0, b: 0 } },
  ...{ opacity, sheen: "matte", millilitres: 17, strength: null },
});
const shelf: Shelf = { paints: [pot("dark", 25), pot("mid", 50), pot("light", 80)], recipes: [] };
const layer = (given: Partial<SchemeLayer>): SchemeLayer => ({
  ...{ id: "l", kind: "colour", product: "acrylic", method: "brush", coats: 1, coverage: 1, sheen: "matte" },
  colour: { kind: "paint", id: "mid" },
  ...given,
});
const grey = (l: number) => smoothestReflectance(xyzOfLab({ l, a: 0, b: 0 })).reflectance;
const lightness = (r: Float64Array) => labOfXyz(xyzOfReflectance(r)).l;

describe("a zone after each of its layers", () => {
  it("is the closed form of a film over what lies below, laid once", () => {
    const [after] = stackOf([layer({ colour: { kind: "paint", id: "light" } })], shelf);
    const by = filmOver(grey(80), new Float64Array(BANDS).fill(0.25), 4);
    expect(ciede2000(after!.lies, labOfXyz(xyzOfReflectance(by)))).toBeLessThan(0.01);
  });
  it("lies between what was there and what is laid, nearer to it by share and by coats", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        (share, coats) => {
          const base = layer({ id: "b", colour: { kind: "paint", id: "dark" }, coats: 6 });
          const over = layer({ id: "o", colour: { kind: "paint", id: "light" }, coverage: share, coats });
          const [first, then] = stackOf([base, over], shelf);
          expect(then!.mean.l).toBeGreaterThanOrEqual(first!.mean.l - 1e-9);
          expect(then!.mean.l).toBeLessThanOrEqual(then!.lies.l + 1e-9);
          const more = stackOf([base, { ...over, coats: coats + 1 }], shelf)[1]!;
          expect(more.lies.l).toBeGreaterThanOrEqual(then!.lies.l - 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
  it("darkens under a wash by some steps and not to its own colour, more of a thicker mix", () => {
    const base = layer({ coats: 6 });
    const ready = layer({
      ...{ id: "w", kind: "shade", method: "wash", product: "acrylic wash" },
      colour: { kind: "paint", id: "dark" },
    });
    const steps = (wash: SchemeLayer, from: Shelf) => {
      const [before, after] = stackOf([base, wash], from);
      return before!.mean.l - after!.mean.l;
    };
    expect(steps(ready, shelf)).toBeGreaterThan(1);
    expect(steps(ready, shelf)).toBeLessThan(10);
    const mixed = (thinnerShare: number) => ({
      ...shelf,
      recipes: [{ id: "m", name: "m", parts: [{ paintId: "dark", parts: 1 }], thinnerShare, target: null }],
    });
    const own = { ...ready, product: "acrylic", colour: { kind: "recipe", id: "m" } } as const;
    expect(steps(own, mixed(3))).toBeGreaterThan(steps(own, mixed(9)));
    expect(steps(own, mixed(3))).toBeLessThan(25);
  });
  it("matters in which order two opaque coats come", () => {
    const dark = layer({ id: "d", colour: { kind: "paint", id: "dark" } });
    const light = layer({ id: "w", colour: { kind: "paint", id: "light" } });
    const end = (scheme: readonly SchemeLayer[]) => stackOf(scheme, shelf).at(-1)!.mean.l;
    expect(end([dark, light]) - end([light, dark])).toBeGreaterThan(30);
  });
  it("is as it was under a layer whose colour nobody told, and says so", () => {
    const [first, then] = stackOf([layer({}), layer({ id: "x", colour: null })], shelf);
    expect(then!.mean).toEqual(first!.mean);
    expect([first!.isUntold, then!.isUntold]).toEqual([false, true]);
    expect(stackOf([layer({ kind: "resist", colour: null })], shelf)[0]!.isUntold).toBe(false);
  });
});

describe("C18: what sealing, dust and plants do to a colour", () => {
  it("matte over paint darkens by 3 of L*, over powder that is sealed by 8", () => {
    const base = layer({ coats: 6 });
    const seal = layer({ id: "s", kind: "varnish", product: "varnish", colour: null });
    const [before, after] = stackOf([base, seal], shelf);
    expect(before!.mean.l - after!.mean.l).toBeCloseTo(SEALED_DARKER.paint, 6);
    const powder = layer({ id: "p", kind: "pigment", product: "pigment", method: "powder" });
    const dusted = stackOf([base, powder, seal], shelf);
    expect(dusted[1]!.mean.l - dusted[2]!.mean.l).toBeCloseTo(SEALED_DARKER.powder, 6);
  });
  it("shows soil of L* 40 with 60 % of grass at L* 60 at L* 53", () => {
    expect(lightness(blended(grey(40), grey(60), 0.6))).toBeCloseTo(53, 0);
    // By hand: the mean of both luminances by area.
    const y = 0.4 * luminanceOf(40) + 0.6 * luminanceOf(60);
    expect(lightness(blended(grey(40), grey(60), 0.6))).toBeCloseTo(
      labOfXyz([y * WHITE[0], y, y * WHITE[2]]).l,
      3,
    );
  });
  it("darkens by what is asked at any lightness, and never below black", () => {
    for (const l of [15, 30, 60, 90]) expect(lightness(darkerBy(grey(l), 5))).toBeCloseTo(l - 5, 6);
    expect(lightness(darkerBy(grey(12), 40))).toBeCloseTo(0, 6);
  });
});

it("every kind of layer has an action, a title and a share that is one", () => {
  for (const kind of layerKindNames) {
    const { title, says, usualShare } = kindOf(kind);
    expect(title.length).toBeGreaterThan(0);
    expect(says.length).toBeGreaterThan(0);
    expect(usualShare ?? 1).toBeGreaterThan(0);
    expect(usualShare ?? 1).toBeLessThanOrEqual(1);
  }
});
