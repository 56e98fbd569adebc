import { describe, expect, it } from "vitest";
import {
  allCutIn,
  EXACT_GROUPS,
  type MaskGroup,
  maskedInOrder,
  maskOrder,
  type MaskScene,
  messyFirst,
} from "#core/paint/maskOrder";
import { chanceOf } from "#core/random";

const ways = ["brush", "airbrush", "can"] as const;
/** Zones in a ring with some chords, painted in groups that share some of them. */
function someScene(seed: number, groups: number, zones = 6): MaskScene {
  const chance = (i: number, j = 0) => chanceOf(seed, i, j);
  const borders = Array.from({ length: zones }, (_, z) => ({
    a: z,
    b: (z + 1) % zones,
    mm: 10 + 90 * chance(z),
  }));
  const made = Array.from({ length: groups }, (_, g): MaskGroup => {
    const own = Array.from({ length: zones }, (_, z) => z).filter((z) => chance(100 + g, z) < 0.35);
    return {
      id: `g${g}`,
      zones: own.length > 0 ? own : [g % zones],
      way: ways[Math.floor(3 * chance(200 + g))]!,
    };
  });
  return {
    groups: made,
    borders,
    areaCm2: new Map(Array.from({ length: zones }, (_, z) => [z, 5 + 20 * chance(300 + z)])),
    keepOuts: chance(400) < 0.3 ? [zones - 1] : [],
    mayTake: [],
    before: groups > 2 && chance(401) < 0.5 ? [["g0", "g2"]] : [],
  };
}
const permutations = (ids: readonly string[]): readonly (readonly string[])[] =>
  ids.length < 2
    ? [ids]
    : ids.flatMap((id) => permutations(ids.filter((o) => o !== id)).map((rest) => [id, ...rest]));

describe("H14: the order with the fewest masks", () => {
  it.each(Array.from({ length: 24 }, (_, seed) => [seed, 2 + (seed % 5)] as const))(
    "is that of trying all of them, seed %i with %i groups",
    (seed, groups) => {
      const scene = someScene(seed, groups);
      const all = permutations(scene.groups.map((g) => g.id))
        .filter((order) => scene.before.every(([a, b]) => order.indexOf(a) < order.indexOf(b)))
        .map((order) => maskedInOrder(scene, order));
      const masks = Math.min(...all.map((o) => o.masks));
      const minutes = Math.min(...all.filter((o) => o.masks === masks).map((o) => o.minutes));
      const found = maskOrder(scene);
      expect(found.masks).toBe(masks);
      expect(found.minutes).toBeCloseTo(minutes, 9);
    },
  );
  it("allowing overspray never costs more", () => {
    for (let seed = 0; seed < 40; seed++) {
      const scene = someScene(seed, 5);
      const strict = maskOrder(scene);
      for (let z = 0; z < 6; z++) {
        const lax = maskOrder({ ...scene, mayTake: [z] });
        expect(lax.masks).toBeLessThanOrEqual(strict.masks);
        if (lax.masks === strict.masks) expect(lax.minutes).toBeLessThanOrEqual(strict.minutes + 1e-9);
      }
    }
  });
  it("two sprayed zones that may take no overspray ask for one mask, brushes alone for none", () => {
    const two: MaskScene = {
      ...{ borders: [{ a: 0, b: 1, mm: 60 }], areaCm2: new Map(), keepOuts: [], mayTake: [], before: [] },
      groups: [
        { id: "walls", zones: [0], way: "airbrush" },
        { id: "roof", zones: [1], way: "airbrush" },
      ],
    };
    const found = maskOrder(two);
    expect(found.masks).toBe(1);
    expect(found.groups[1]!.mask).toEqual({ zones: [0], tapeMm: 66, wrapCm2: 0 });
    expect(found.minutes).toBeCloseTo((6 * 2) / 60 + 0.5, 9);
    expect(allCutIn(two)).toMatchObject({ masks: 0 });
    expect(allCutIn(two).minutes).toBeCloseTo((6 * 3) / 60, 9);
  });
  it("overspray is no harm where a later layer hides it: the wider spray goes first", () => {
    const scene: MaskScene = {
      ...{ borders: [{ a: 0, b: 1, mm: 60 }], areaCm2: new Map(), keepOuts: [], mayTake: [], before: [] },
      groups: [
        { id: "beams", zones: [1], way: "brush" },
        { id: "plaster", zones: [0], way: "airbrush" },
      ],
    };
    // Beams on plaster: both orders stand side by side with their minutes.
    expect(maskedInOrder(scene, ["beams", "plaster"]).masks).toBe(1);
    expect(messyFirst(scene)).toMatchObject({ masks: 0 });
    expect(messyFirst(scene).groups.map((g) => g.id)).toEqual(["plaster", "beams"]);
    expect(maskOrder(scene)).toEqual(messyFirst(scene));
  });
  it("a can asks for everything in view to be wrapped, an airbrush for its neighbours alone", () => {
    const scene = (way: "can" | "airbrush"): MaskScene => ({
      ...{ borders: [{ a: 0, b: 1, mm: 40 }], mayTake: [], before: [] },
      areaCm2: new Map([
        [1, 10],
        [2, 30],
      ]),
      keepOuts: [1, 2],
      groups: [{ id: "wall", zones: [0], way }],
    });
    expect(maskOrder(scene("can")).groups[0]!.mask).toMatchObject({ zones: [1, 2], wrapCm2: 40 });
    expect(maskOrder(scene("airbrush")).groups[0]!.mask).toMatchObject({ zones: [1], wrapCm2: 0 });
  });
  it("above ten groups it is the best of many tries: allowed, no worse than as typed, the same again", () => {
    const scene = someScene(7, EXACT_GROUPS + 3, 9);
    const found = maskOrder(scene);
    const typed = maskedInOrder(
      scene,
      scene.groups.map((g) => g.id),
    );
    expect(found.masks).toBeLessThanOrEqual(typed.masks);
    const order = found.groups.map((g) => g.id);
    for (const [a, b] of scene.before) expect(order.indexOf(a)).toBeLessThan(order.indexOf(b));
    expect(maskOrder(scene)).toEqual(found);
  });
  it("nothing to paint asks for nothing", () => {
    expect(maskOrder({ ...someScene(1, 2), groups: [], before: [] })).toEqual({
      groups: [],
      masks: 0,
      minutes: 0,
    });
  });
});
