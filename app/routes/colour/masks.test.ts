import { describe, expect, it } from "vitest";
import { partMasks } from "#core/plan/colour/masking";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { testLayer } from "#core/painted/testing";
import { type Zone, wholeZone } from "#core/scene/zone";
import { exact } from "#core/figure";
import { usualRooms } from "#core/scene/rooms";
import { testPart } from "#data/testing";
import { maskLines, maskWays } from "./maskLines";

/** A house of two copies, drawn ten times as large: plaster 10 cm2 a copy and beams, 60 mm of border between them. */
function house(zones: readonly Partial<Zone>[], borders: readonly (readonly [number, number, number])[]) {
  const part = testPart({
    ...{ id: "house", name: "House", count: 2 },
    zones: zones.map((z, number) => ({ ...wholeZone, number, ...z })),
  });
  const plan = {
    part,
    rescale: { factor: 0.1 },
    zones: part.zones.map((zone) => ({
      zone,
      areaCm2: exact(20, "cm2", "computed"),
      measure: {
        borders: borders.flatMap(([a, b, length]) =>
          a === zone.number ? [{ beside: b, length }] : b === zone.number ? [{ beside: a, length }] : [],
        ),
      },
    })),
  };
  return plan as unknown as PartPlan;
}
const plaster = testLayer("plaster", "colour", { method: "airbrush" });
const beams = testLayer("beams", "colour", { method: "brush" });

describe("C2: masks of a part, from its zones", () => {
  it("beams on plaster: both orders stand side by side with their minutes", () => {
    const masks = partMasks(
      house(
        [
          { name: "beams", scheme: [beams] },
          { name: "plaster", scheme: [plaster] },
        ],
        [[0, 1, 600]],
      ),
      usualRooms,
    )!;
    expect(maskLines(masks)).toMatchObject([
      { text: "colour, airbrush, on plaster", cover: null, off: null },
      { text: "colour, brush, on beams", cover: "cut in along 60 mm", off: null },
    ]);
    const ways = maskWays(masks);
    expect(ways.map((w) => w.masks)).toEqual([0, 1, 0, 0]);
    expect(masks.planned).toEqual(masks.ways[0]!.plan);
    expect(ways[1]!.tapeMm).toBeCloseTo(66, 9);
    expect(ways[1]!.minutes).toBeCloseTo(0.2 + 0.5, 9);
    expect(ways[2]!.minutes).toBeCloseTo(0.3, 9);
  });
  it("windows stay clear and faces that fit bare; what is never seen may take overspray", () => {
    const plan = (meaning: Zone["meaning"]) =>
      house(
        [
          { name: "wall", scheme: [plaster] },
          { name: "pane", meaning },
        ],
        [[0, 1, 300]],
      );
    const masks = (meaning: Zone["meaning"]) => partMasks(plan(meaning), usualRooms)!;
    expect(maskLines(masks("clear"))[0]).toMatchObject({
      cover: "mask pane, tape 33 mm, 0.6 min",
      off: "then uncover pane",
    });
    expect(masks("mating").planned.masks).toHaveLength(1);
    expect(masks("never seen").planned.masks).toHaveLength(0);
    // Where there is no air for a spray it is brushed, and nothing has to be covered.
    const noAir = { ...usualRooms, ventilation: "none" as const };
    expect(partMasks(plan("clear"), noAir)!.planned.masks).toHaveLength(0);
  });
  it("what is primed alone may take overspray: it has no colour yet", () => {
    const primer = testLayer("under", "primer", { product: "brush primer" });
    const masks = (...roof: (typeof primer)[]) =>
      partMasks(
        house(
          [
            { name: "wall", scheme: [primer, plaster] },
            { name: "roof", scheme: [primer, ...roof] },
          ],
          [[0, 1, 300]],
        ),
        usualRooms,
      )!.planned.masks;
    expect(masks()).toEqual([]);
    expect(masks(testLayer("run", "streak", { method: "wash" }))).toEqual([]);
    expect(masks(testLayer("tiles", "colour", { method: "airbrush" }))).toHaveLength(1);
  });
  it("a can asks for a wrap; a part of one zone, or without colour, asks for nothing", () => {
    const can = testLayer("can", "primer", { method: "can", product: "primer can" });
    const masks = partMasks(
      house(
        [
          { name: "wall", scheme: [can] },
          { name: "pane", meaning: "clear" },
        ],
        [[0, 1, 300]],
      ),
      usualRooms,
    )!;
    expect(maskLines(masks)[0]!.cover).toBe("mask pane, tape 33 mm, wrap 10 cm², 1.8 min");
    expect(partMasks(house([{ name: "wall", scheme: [can] }], []), usualRooms)).toBeNull();
    expect(partMasks(house([{ name: "wall" }, { name: "roof" }], []), usualRooms)).toBeNull();
  });
});
