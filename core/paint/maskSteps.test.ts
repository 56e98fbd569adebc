import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { type MaskWork, unmixed } from "#core/paint/coat";
import { paintSteps } from "#core/paint/paintSteps";
import type { SchemeLayer } from "#core/paint/scheme";
import type { OrderSchools } from "#core/steps/orderSchools";
import { stepsOn } from "#core/steps/partBase";

const layer = (id: string, given: Partial<SchemeLayer>): SchemeLayer => ({
  ...{ id, kind: "colour", product: "acrylic airbrushed", colour: null, method: "airbrush" },
  ...{ coats: 1, coverage: 1, sheen: "matte" },
  ...given,
});
const pane: MaskWork = {
  ...{ before: "under", after: "coat", zones: [1], of: "pane", keepsOut: true, kind: "tape" },
  ...{ tapeMm: 60, wrapCm2: 5, minutes: 4, areaCm2: 5, isClear: true, fits: false },
};

/** A printed wall with a pane: primer and a colour of two coats, with these masks. */
function laid(masks: readonly MaskWork[], schools: OrderSchools = {}) {
  const base = { process: "filament", clear: false, releaseAt: 0, thinnestMm: null, pieceOf: null } as const;
  const { steps, add } = stepsOn({ ...base, id: "wall", name: "wall", count: 1, facts: {} }, () => 1);
  const areaCm2 = exact(40, "cm2", "measured");
  const work = { bare: null, hollow: null, showsSteps: false, fitFaces: false, onBoard: false } as const;
  const layers = [
    layer("under", { kind: "primer", product: "primer can", method: "can" }),
    layer("coat", { coats: 2 }),
  ].map((l) => ({ layer: l, key: l.id, zones: [0], of: null, areaCm2 }));
  paintSteps({ ...work, ...base, id: "wall", count: 1, layers, masks }, add, () => unmixed, schools);
  return (action: string) => steps.filter((s) => s.action === action);
}

describe("masks among the layers of a part", () => {
  it("go on before the first layer that they are for and come off after the last, with all their minutes", () => {
    const of = laid([pane]);
    const [mask] = of("mask");
    const [off] = of("unmask");
    expect(of("prime")[0]!.after).toContain(mask!.id);
    const coat = of("paint").find((s) => !s.tied)!;
    expect(off!.after).toEqual([coat.id, mask!.id]);
    expect(mask!.handsMinutes.value + off!.handsMinutes.value).toBeCloseTo(4, 9);
    expect(mask).toMatchObject({ cover: { kind: "tape", tapeMm: 60, wrapCm2: 5 }, clear: true, zones: [1] });
    // What is sprayed meanwhile is shielded; there is no clear coat under what no paint lay on.
    expect([...of("prime"), ...of("paint")].every((s) => s.facts?.shielded)).toBe(true);
    expect(of("varnish")).toEqual([]);
  });
  it("where the primer is left out on dark plastic the colour asks for the mask", () => {
    const of = laid([pane], { primer: "dark plastic is the shadow" });
    expect(of("prime")).toEqual([]);
    const [mask] = of("mask");
    expect(of("paint").find((s) => !s.tied)!.after).toContain(mask!.id);
    expect(of("unmask")).toHaveLength(1);
  });
  it("a card is held and put on nowhere; without masks nothing is shielded", () => {
    const card = laid([{ ...pane, kind: "card" }]);
    expect([card("mask"), card("unmask")]).toEqual([[], []]);
    expect(card("paint")[0]!.notes.join()).toMatch(/Hold a card in front of pane/);
    expect(laid([])("paint").some((s) => s.facts?.shielded)).toBe(false);
  });
});
