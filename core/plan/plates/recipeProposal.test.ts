import { describe, expect, it } from "vitest";
import { recipeProposal, type ProposalFor } from "#core/plan/plates/recipeProposal";
import { testFilament, testPla, testResin } from "#core/print/testing";
import { treatmentOf } from "#core/surface/treatments";

const part = (given: Partial<ProposalFor> = {}): ProposalFor => ({
  use: null,
  tier: "display",
  treatment: null,
  areaCm2: 100,
  plainCm2At: () => 0,
  thinnestMm: null,
  ...given,
});
const two = { ...testFilament, walls: 2 };
const settings = (given: Partial<ProposalFor>, printer: Parameters<typeof recipeProposal>[0] = two) =>
  Object.fromEntries(
    recipeProposal(printer, testPla, [testPla], part(given)).settings.map((s) => [s.field, s]),
  );

describe("T10: a recipe from shape and use", () => {
  it("has five walls where a flame passes over what is handled: a flame needs 2 mm", () => {
    const { walls } = settings({ use: "handled", treatment: treatmentOf("flame first") });
    expect(walls).toMatchObject({ from: 2, to: 5 });
    expect(walls!.why).toContain("flame needs 2 mm");
  });
  it("has a tenth of infill and thick layers for a plain base", () => {
    const { infillShare, layerMm } = settings({ use: "plain" });
    expect(infillShare).toMatchObject({ from: 0.15, to: 0.1 });
    expect(layerMm).toMatchObject({ from: 0.2, to: 0.3 });
    expect(layerMm!.why).toMatch(/^no slope shows it/);
  });
  it("keeps layers where thick ones would show, and thins them where many show already", () => {
    const linear = { plainCm2At: (mm: number) => Math.max(0, 400 * (mm - 0.1)) };
    expect(settings({ plainCm2At: (mm) => (mm > 0.25 ? 40 : 6) })["layerMm"]).toBeUndefined();
    expect(settings(linear)["layerMm"]).toMatchObject({ to: 0.1 });
    // Thinner layers that would show nearly as much are not worth their hours.
    expect(settings({ plainCm2At: (mm) => 50 + 10 * mm })["layerMm"]).toBeUndefined();
  });
  it("offers no infill that differs by less than anybody would weigh", () => {
    expect(settings({ use: "plain" }, { ...two, infillShare: 0.12 })["infillShare"]).toBeUndefined();
  });
  it("leaves thin walls their layers", () => {
    expect(settings({ use: "plain", thinnestMm: 0.8 })["layerMm"]).toBeUndefined();
  });
  it("gives sanding the plastic that it takes, and what is handled more of it", () => {
    const sanded = settings({ treatment: treatmentOf("fill and sand") }, { ...two, walls: 1 });
    expect(sanded["walls"]).toMatchObject({ to: 3 });
    expect(settings({ tier: "play" })["walls"]).toMatchObject({ to: 3 });
    expect(settings({ tier: "play" })["infillShare"]).toMatchObject({ to: 0.2 });
  });
  it("never takes a wall away, and says nothing where the machine is set as it should be", () => {
    const settled = { ...testFilament, layerMm: 0.3, infillShare: 0.1, walls: 5 };
    expect(recipeProposal(settled, testPla, [testPla], part({ use: "plain" }))).toEqual({
      settings: [],
      material: null,
    });
  });
  it("names another material of the shelf only where it serves the use clearly better", () => {
    const tough = { ...testPla, id: "tough", name: "Tough roll", plastic: "PETG" as const };
    const found = recipeProposal(two, testPla, [testPla, tough], part({ use: "handled" }));
    expect(found.material).toMatchObject({ id: "tough" });
    expect(recipeProposal(two, tough, [testPla, tough], part({ use: "handled" })).material).toBeNull();
    expect(
      recipeProposal(two, testPla, [testPla, { ...tough, damp: true }], part({ use: "handled" })).material,
    ).toBeNull();
    expect(recipeProposal(two, testPla, [testPla, tough], part()).material).toBeNull();
  });
  it("sets of a resin machine its layers alone", () => {
    const found = recipeProposal(testResin, null, [], part({ plainCm2At: (mm) => (mm > 0.04 ? 60 : 10) }));
    expect(found.settings.map((s) => [s.field, s.to])).toEqual([["layerMm", 0.025]]);
  });
});
