import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { productOf } from "#core/materials/products";
import { afterCoatMm } from "#core/surface/layerSteps";
import { curedCoats, seamStretches, tooDeep } from "#core/surface/curedResin";
import { fillingFor, pasteFilling, USUAL_TALC_PARTS } from "#core/surface/fillers";
import { grits } from "#core/surface/grits";
import {
  sandingCount,
  sandingLadder,
  sandingTools,
  scratchMm,
  scratchOf,
  tooWide,
} from "#core/surface/ladder";
import { printedDepthMm, unseenDepthMm } from "#core/surface/lookTest";
import { coatRounds, guides } from "#core/surface/rounds";
import { treatmentWork } from "#core/surface/treatmentWork";
import { levellingCoat, treatmentOf } from "#core/surface/treatments";

describe("S3: grits by the depth of the steps", () => {
  const walls = { process: "filament", depthMm: 0.28 * 0.2 } as const;
  it("goes from 80 to a polish in the fewest that do, and refuses 80 then 240", () => {
    expect(sandingLadder({ ...walls, end: "polish" })).toEqual({
      grits: [80, 120, 220, 400, 1000, 2000],
      toBuy: [],
    });
    expect(tooWide([80, 240])).toMatchObject({ from: 80, to: 240 });
    expect(tooWide([80, 240])!.times).toBeCloseTo(3.4, 1);
    expect(tooWide([80, 120, 220, 400])).toBeNull();
  });
  it("ends where the next coat covers, and begins resin finer", () => {
    expect(sandingLadder({ ...walls, end: "primer" }).grits.at(-1)).toBe(400);
    expect(sandingLadder({ ...walls, end: "gloss" }).grits.at(-1)).toBe(800);
    expect(sandingLadder({ process: "resin", depthMm: 0.05, on: "nubs", end: "primer" }).grits[0]).toBe(240);
    expect(sandingLadder({ process: "resin", depthMm: 0.05, end: "gloss" }).grits).toEqual([400, 800]);
  });
  it("uses what is on the shelf, and says what has to be bought", () => {
    expect(sandingLadder({ ...walls, end: "primer", owned: [120, 240, 400] })).toEqual({
      grits: [120, 220, 400],
      toBuy: [220],
    });
    expect(sandingLadder({ ...walls, end: "primer", owned: [120, 180, 240, 400] }).toBuy).toEqual([]);
  });
  it("is sound whatever is owned: no step is too wide, none begins with a scratch deeper than the step", () => {
    const some = fc.subarray(grits.map((g) => g.grit));
    fc.assert(
      fc.property(some, fc.double({ min: 0.002, max: 0.4, noNaN: true }), (owned, depthMm) => {
        const { grits: ladder } = sandingLadder({ process: "filament", depthMm, end: "gloss", owned });
        expect(tooWide(ladder)).toBeNull();
        const first = grits.find((g) => g.grit === ladder[0])!;
        expect(scratchMm(first) <= depthMm || first.grit === 800).toBe(true);
      }),
    );
  });
  it("counts eight wings with two faces and two rounds as 32 sandings, and gives each place its tool", () => {
    expect(sandingCount(2, 8, 2)).toBe(32);
    expect(sandingTools(null, false)).toEqual(["block or soft disc"]);
    expect(sandingTools(1.2, true)).toEqual([
      "block or soft disc",
      "knife edge between ridges",
      "stick or point in recesses",
    ]);
  });
});

describe("S11: coats with a look between them", () => {
  const wall = { layerMm: 0.16, process: "filament", skinLinesMm: null, slopeRad: Math.PI / 2 } as const;
  const face = { ...wall, patchMm2: ((600 * 5) / 57.3) ** 2 };
  it("are three of brushed surfacer on a wall of 0.16 mm seen from 600 mm under a raking lamp", () => {
    const depth = printedDepthMm(face);
    expect(depth).toBeCloseTo(0.045, 3);
    const seen = unseenDepthMm(face, 600, "raking");
    expect(seen).toBeGreaterThan(0.006);
    expect(seen).toBeLessThan(0.011);
    const { depthsMm, reaches } = coatRounds(depth, seen, levellingCoat("surfacer"));
    expect(depthsMm.map((d) => Number(d.toFixed(3)))).toEqual([0.022, 0.011, 0.006]);
    expect(reaches).toBe(true);
  });
  it("begin at what bare sanding leaves: a third of a deep step, never less than the scratch of its last grit", () => {
    const work = { cm2: 40, seenMm: 0.007, slopeDeg: 15, process: "filament" } as const;
    const passes = treatmentWork(treatmentOf("fill and sand"), { ...work, depthMm: 0.193 });
    const [sanded, , filler] = passes;
    expect(sanded!.depthsMm[0]).toBeCloseTo(0.193 / 3, 9);
    expect(filler!.coats).toBeLessThan(coatRounds(0.193, 0.007, filler!.step.levelling!).depthsMm.length);
    expect(filler!.depthsMm[0]).toBeCloseTo(afterCoatMm(0.193 / 3, filler!.step.levelling!), 9);
    const shallow = treatmentWork(treatmentOf("fill and sand"), { ...work, depthMm: 0.03 })[0]!;
    expect(shallow.depthsMm[0]).toBeCloseTo(scratchOf(shallow.grits.at(-1)!), 9);
    // Resin is not sanded bare: its ladder begins with the fine grits, over the filler.
    const resin = treatmentWork(treatmentOf("fill and sand"), { ...work, process: "resin", depthMm: 0.05 });
    expect(resin.every((t) => t.step.grits !== "coarse")).toBe(true);
  });
  it("leave what a flame, the sanding after it and the filler leave of a slope, one after the other", () => {
    const place = { cm2: 40, depthMm: 0.19, seenMm: 0.007, slopeDeg: 15, process: "filament" } as const;
    const [flamed, sanded] = treatmentWork(treatmentOf("flame first"), place).flatMap((t) => t.depthsMm);
    expect(flamed).toBeCloseTo(0.095, 9);
    expect(sanded).toBeCloseTo(0.095 / 3, 9);
  });
  it("tell a filler of L* 57 from plastic of 38, and not from one of 50", () => {
    expect(guides(57, 38)).toBe(true);
    expect(guides(57, 50)).toBe(false);
  });
  it("fill no more than their solids hold: film over solids is what was laid wet", () => {
    const coat = levellingCoat("surfacer");
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 1, noNaN: true }), (depth) => {
        const filled = depth - afterCoatMm(depth, coat);
        // A wet film that is level on top shrinks by its solvent: what it leaves in the open part is its solids.
        expect(filled).toBeLessThanOrEqual(coat.volumeSolids * depth + 1e-12);
        expect(filled).toBeLessThanOrEqual(productOf("surfacer").filmMm + 1e-12);
      }),
    );
  });
  it("are never more with a thicker film, and never fewer for a deeper step", () => {
    const of = (film: number) => ({ name: "x", dryFilmMm: film, k: 1, volumeSolids: 0.5 });
    const depth = fc.double({ min: 0.01, max: 0.5, noNaN: true });
    fc.assert(
      fc.property(depth, fc.double({ min: 0.005, max: 0.1, noNaN: true }), (d, film) => {
        const rounds = (mm: number, f: number) => coatRounds(mm, 0.008, of(f)).depthsMm.length;
        expect(rounds(d, film * 1.5)).toBeLessThanOrEqual(rounds(d, film));
        expect(rounds(d * 1.5, film)).toBeGreaterThanOrEqual(rounds(d, film));
      }),
    );
  });
});

describe("S2: light-cured resin by depth, colour and sides", () => {
  it("is four coats and 160 s of lamp for 1 mm of opaque grey round four sides, one coat and 40 s of clear", () => {
    expect(curedCoats(1, "opaque", 4)).toEqual({ coats: 4, lampSeconds: 160, tackTests: 4 });
    expect(curedCoats(1, "clear", 4)).toEqual({ coats: 1, lampSeconds: 40, tackTests: 1 });
  });
  it("refuses the same groove in one coat of grey, and says what to do", () => {
    expect(tooDeep(1, "opaque", 1)).toMatch(/stays liquid\. Lay 4 coats, or take a clear one/);
    expect(tooDeep(1, "opaque", 4)).toBeNull();
    expect(tooDeep(1, "clear", 1)).toBeNull();
  });
  it("lays a seam in stretches of 5 mm", () => {
    expect(seamStretches(38)).toBe(8);
    expect(seamStretches(0)).toBe(1);
  });
});

describe("S10: fillers by gap, texture and sanding", () => {
  const gap = (widthMm: number, given = {}) =>
    fillingFor({ widthMm, depthMm: widthMm, lengthMm: 40, textured: false, sandable: true, ...given });
  it("is primer, resin and putty for seams of 0.05, 0.4 and 1.5 mm", () => {
    expect(gap(0.05).answer).toBe("primer");
    expect(gap(0.4).answer).toBe("brushed resin");
    expect(gap(0.4, { sandable: false }).answer).toBe("cyanoacrylate");
    expect(gap(1.5)).toMatchObject({ answer: "putty", layers: 3, sandAfterHours: 24 });
  });
  it("is feathered epoxy putty on rock, and nothing is sanded there", () => {
    expect(gap(1.5, { textured: true, sandable: false })).toMatchObject({
      answer: "epoxy putty",
      sandAfterHours: null,
    });
  });
  it("may be a paste of resin and talc, half and half to begin with, in coats that a lamp reaches through", () => {
    const gap = { widthMm: 1.5, depthMm: 1, lengthMm: 40, textured: false, sandable: true };
    const paste = pasteFilling({ ...gap, talcParts: USUAL_TALC_PARTS });
    expect(paste).toMatchObject({ answer: "paste", layers: 4, product: "UV resin paste" });
    expect(paste.how).toMatch(/1 part resin to 1 of talc by volume.*does not run in 30 s; 40 s of lamp/);
    expect(pasteFilling({ ...gap, talcParts: 1.5 }).how).toMatch(/to 1\.5 of talc/);
  });
  it("takes width times depth times length of it", () => {
    expect(
      fillingFor({ widthMm: 1.5, depthMm: 1, lengthMm: 40, textured: false, sandable: true }).millilitres,
    ).toBeCloseTo(0.06, 12);
  });
});
