import { expect, it } from "vitest";
import { cautionById, cautions, cautionsFor, type Hazard } from "#core/safety/cautions";

const hazard = (h: Partial<Hazard>): Hazard => ({
  action: "",
  family: null,
  place: "bench",
  process: null,
  tool: "",
  ...h,
});

it("has each caution once, with a sentence to follow", () => {
  expect(new Set(cautions.map((c) => c.id)).size).toBe(cautions.length);
  for (const c of cautions) expect(cautionById(c.id).text).toMatch(/\.$/);
});

it("asks for what hurts, and for nothing where nothing does", () => {
  expect(cautionsFor(hazard({ action: "wash resin", process: "resin" }))).toEqual(["C1", "C3"]);
  expect(cautionsFor(hazard({ action: "sand", tool: "abrasive 240" }))).toEqual(["C2"]);
  expect(
    cautionsFor(hazard({ action: "paint", family: "matte varnish, solvent spray", tool: "spray can" })),
  ).toEqual(["C3", "C5"]);
  expect(cautionsFor(hazard({ action: "flame", tool: "small torch" }))).toContain("C4");
  expect(cautionsFor(hazard({ action: "glue", family: "cyanoacrylate" }))).toEqual(["C6"]);
  expect(cautionsFor(hazard({ action: "wire" }))).toEqual(["C11", "C10"]);
  expect(cautionsFor(hazard({ action: "print", process: "filament" }))).toEqual(["C12"]);
  expect(cautionsFor(hazard({ action: "paint", family: "water acrylic, brushed", tool: "brush" }))).toEqual(
    [],
  );
});
