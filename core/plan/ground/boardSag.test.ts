import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import type { GroundLayer, GroundMaterialId } from "#core/ground/groundLayer";
import { boardSag } from "#core/plan/ground/boardSag";
import { groundFindings } from "#core/plan/ground/groundFindings";

const layer = (material: GroundMaterialId, depthMm: number, areaShare = 1): GroundLayer => ({
  id: material,
  name: material,
  material,
  areaShare,
  depthMm,
  loose: false,
});
const board = { widthMm: 1200, depthMm: 600 };
const kg = (value: number) => exact(1000 * value, "g", "measured");

describe("the sag of a board held at its ends", () => {
  it("is 5 w L^4 / 384 E I with creep: 1,200 by 600 mm of 6 mm MDF under 8 kg", () => {
    // w = 8 x 9.81 / 1200 N/mm, I = 600 x 6^3 / 12 mm4, E = 2,700 MPa, three times with the years.
    const w = (8 * 9.81) / 1200;
    const bare = (5 * w * 1200 ** 4) / (384 * 2700 * ((600 * 6 ** 3) / 12));
    expect(boardSag([layer("mdf", 6)], board, kg(8))!.value).toBeCloseTo(3 * bare, 6);
  });
  it("falls with the cube of the thickness, grows with the weight, and ground only weighs", () => {
    const sag = (depth: number, weight = 8) => boardSag([layer("plywood", depth)], board, kg(weight))!.value;
    expect(sag(6) / sag(12)).toBeCloseTo(8, 9);
    expect(sag(6, 16) / sag(6)).toBeCloseTo(2, 9);
    expect(boardSag([layer("plywood", 6), layer("grout", 5)], board, kg(8))!.value).toBeCloseTo(sag(6), 9);
    expect(boardSag([layer("plywood", 6), layer("xps", 25)], board, kg(8))!.value).toBeLessThan(sag(6));
    // Foam under a part of it bears nothing from end to end.
    expect(boardSag([layer("plywood", 6), layer("xps", 25, 0.5)], board, kg(8))!.value).toBeCloseTo(
      sag(6),
      9,
    );
  });
  it("is not told where nothing bears", () => {
    expect(boardSag([layer("grout", 5)], board, kg(3))).toBeNull();
    expect(boardSag([], board, kg(0))).toBeNull();
  });
  it("warns where it is seen, with what to do, and keeps quiet of a stiff board", () => {
    const said = (depth: number) =>
      groundFindings(kg(8), boardSag([layer("mdf", depth)], board, kg(8)), 1200).map((f) => f.sentence);
    expect(said(6).join()).toMatch(/hangs about \d+ mm in its middle .* battens/);
    expect(said(40).join()).not.toMatch(/hangs/);
  });
});
