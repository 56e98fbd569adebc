import { describe, expect, it } from "vitest";
import { box } from "#core/mesh/testing";
import { boundingBox, boxSize, soupOf } from "#core/mesh/triangleMesh";
import { lyingMesh } from "#core/print/plateFiles";
import { shrinkFor, shrinkOf, spreadGapMm } from "#core/print/shrink";
import { testFilament, testPla } from "#core/print/testing";

const reading = {
  at: "2026-03-01T10:00",
  materialId: testPla.id,
  drawnMm: [50, 50, 20] as const,
  measuredMm: [[49.72, 49.68, 49.76], [49.72, 49.68, 49.76], []] as const,
};

describe("W5: shrink that was measured", () => {
  it("is 0.56 % with a spread of 0.04 mm: a wall of 120 mm is sliced at 120.68", () => {
    const { grow, sdMm, copies } = shrinkOf(reading);
    expect(100 * (1 - 1 / grow[0])).toBeCloseTo(0.56, 2);
    expect(sdMm).toBeCloseTo(0.04, 3);
    expect((120 * grow[0]).toFixed(2)).toBe("120.68");
    expect(copies).toBe(3);
    expect(spreadGapMm({ grow, sdMm, copies, otherRoll: false })).toBeCloseTo(0.08, 3);
  });
  it("leaves an axis alone that was measured on fewer than three copies", () => {
    expect(shrinkOf(reading).grow[2]).toBe(1);
    expect(shrinkOf({ ...reading, measuredMm: [[49], [49, 49], []] })).toEqual({
      grow: [1, 1, 1],
      sdMm: 0,
      copies: 0,
    });
  });
  it("holds for its machine and material; of another roll of that plastic one piece is still to be measured", () => {
    const printer = { ...testFilament, shrink: [{ ...reading, drawnMm: [60, 60, 20] as const }, reading] };
    const other = { ...testPla, id: "new roll" };
    const strange = { ...testPla, id: "other", plastic: "PETG" as const };
    const shelf = [testPla, other, strange];
    expect(shrinkFor(printer, testPla, shelf)).toMatchObject({ otherRoll: false, copies: 3 });
    expect(shrinkFor(printer, testPla, shelf)!.grow[0]).toBeCloseTo(50 / 49.72, 9);
    expect(shrinkFor(printer, other, shelf)).toMatchObject({ otherRoll: true });
    expect(shrinkFor(printer, strange, shelf)).toBeNull();
    expect(shrinkFor(testFilament, testPla, shelf)).toBeNull();
    // Where nobody told in what it was measured, it holds for whatever is in the machine.
    const untold = { ...testFilament, shrink: [{ ...reading, materialId: null }] };
    for (const m of [...shelf, null]) expect(shrinkFor(untold, m, shelf)).toMatchObject({ otherRoll: false });
  });
  it("grows what is written to a plate along the machine's axes, however it lies", () => {
    const corners = soupOf(box(120, 30, 10)).corners;
    const grow = shrinkOf(reading).grow;
    const sizes = (pose: Parameters<typeof lyingMesh>[0]["pose"]) =>
      boxSize(boundingBox(lyingMesh({ name: "wall", corners, factor: 1, pose, grow }).positions));
    expect(sizes(null)[0]).toBeCloseTo(120.68, 2);
    expect(sizes(null)[2]).toBeCloseTo(10, 4);
    // Stood on end its length is upright, where nothing was measured.
    const stood = sizes({ down: [-1, 0, 0], turnDeg: 0 });
    expect(stood[2]).toBeCloseTo(120, 3);
  });
});
