import type { ProductId } from "#core/materials/products";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { grits } from "#core/surface/grits";
import { surfaceSchools, treatmentOf } from "#core/surface/treatments";
import { products } from "#core/materials/products";
import { faceMm, gritClass, gritsOf, inHand } from "#core/steps/inHand";
import type { Action, Step } from "#core/steps/step";
import { testStep } from "#core/order/testing";
import { holdBy } from "#core/order/touch";

const work = (given: Partial<Step>) =>
  testStep({
    id: "s",
    action: "paint",
    process: "resin",
    product: "acrylic",
    tool: "brush",
    ...given,
  });
/** A cube of so many mm, so many times. */
const cube = (mm: number, pieces = 1) => ({ areaCm2: (6 * mm * mm * pieces) / 100, pieces });
const widthOf = (text: string) => Number(/(\d+) mm$/.exec(text)?.[1]);

describe("a brush", () => {
  it("is half as wide as a face to lay on, a third to flood, and never wider than the face or than 25 mm", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 400, noNaN: true }),
        fc.integer({ min: 1, max: 60 }),
        fc.constantFrom<Action>("paint", "prime", "varnish", "drybrush", "shade", "pigment"),
        (mm, pieces, action) => {
          const { what } = inHand(
            work({
              action,
              tool: action === "drybrush" ? "old brush" : action === "shade" ? "soft brush" : "brush",
              ...cube(mm, pieces),
            }),
          );
          const width = widthOf(what);
          const share = action === "shade" || action === "pigment" ? 0.33 : 0.5;
          expect(width).toBeGreaterThanOrEqual(1);
          expect(width).toBeLessThanOrEqual(Math.max(1, Math.min(25, share * mm + 1e-6)));
          // The next size up would be too wide.
          if (width < 25) expect(width * 2).toBeGreaterThan(share * mm * 0.98);
          expect(/flat/.test(what)).toBe(width >= 6);
        },
      ),
    );
  });
  it("is as wide for one of a set as for the set, and no narrower for a larger piece", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.integer({ min: 1, max: 50 }),
        (mm, pieces) => {
          expect(faceMm(work(cube(mm, pieces)))).toBeCloseTo(mm, 9);
          expect(widthOf(inHand(work(cube(mm * 1.5))).what)).toBeGreaterThanOrEqual(
            widthOf(inHand(work(cube(mm))).what),
          );
        },
      ),
    );
  });
  it("is an old one on filament and a good one on resin (O27), worn for drybrushing, soft for varnish", () => {
    expect(inHand(work({ process: "filament", ...cube(20) }))).toMatchObject({
      what: "old flat brush, 10 mm",
      because: expect.stringContaining("wears good brushes out") as string,
    });
    expect(inHand(work(cube(20))).what).toBe("good flat brush, 10 mm");
    expect(inHand(work({ action: "drybrush", tool: "old brush", ...cube(20) })).what).toBe(
      "worn stiff flat brush, 10 mm",
    );
    expect(inHand(work({ action: "varnish", product: "varnish", ...cube(10) })).what).toBe(
      "soft round brush, 4 mm",
    );
    expect(inHand(work({ tool: "fine brush", ...cube(40) })).what).toBe("fine round brush, 2 mm");
  });
  it("gives way to a sponge on broad texture, and to a needle in a narrow seam", () => {
    expect(
      inHand(work({ action: "paste", tool: "old brush", product: "texture paste", ...cube(80) })).what,
    ).toMatch(/sponge/);
    expect(
      inHand(work({ action: "paste", tool: "old brush", product: "texture paste", ...cube(30) })).what,
    ).toBe("old flat brush, 12 mm");
    const seam = (gapMm: number) =>
      inHand(work({ action: "fill seam", tool: "spatula", facts: { gapMm } })).what;
    expect(seam(0.3)).toMatch(/needle/);
    expect(seam(1.2)).toMatch(/spatula/);
  });
});

describe("other tools", () => {
  it("are named by number and class where they are abrasives, coarse before fine", () => {
    expect(inHand(work({ action: "sand", product: null, tool: "abrasive 120 to 180" })).what).toBe(
      "abrasive 120 to 180 (coarse)",
    );
    expect(inHand(work({ action: "sand", product: null, tool: "abrasive 240 to 400" })).what).toBe(
      "abrasive 240 to 400 (medium to fine)",
    );
    const classes = grits.map((g) => gritClass(g.grit));
    expect(classes).toEqual(
      [...classes].sort(
        (a, b) => ["coarse", "medium", "fine"].indexOf(a) - ["coarse", "medium", "fine"].indexOf(b),
      ),
    );
    // Every grit that a treatment asks for stands in the table of grains.
    for (const school of surfaceSchools)
      for (const s of treatmentOf(school).steps)
        for (const grit of gritsOf({ tool: s.tool }))
          expect(
            grits.some((g) => g.grit === grit),
            `${school} ${grit}`,
          ).toBe(true);
    expect(gritsOf({ tool: "brush and water" })).toEqual([]);
  });
  it("are checked against the product: a coarse paint clogs an airbrush, and no other one does", () => {
    for (const f of products)
      expect(inHand(work({ product: f.id, tool: "airbrush" })).unfit !== null, f.name).toBe(
        f.id === "heavy acrylic",
      );
    expect(inHand(work({ product: "heavy acrylic" })).unfit).toBeNull();
  });
  it("take a finer nozzle for small faces, never for primer or varnish", () => {
    const nozzle = (action: Action, mm: number) =>
      inHand(work({ action, tool: "airbrush", ...cube(mm) })).what;
    expect([nozzle("paint", 10), nozzle("paint", 30), nozzle("paint", 90)]).toEqual([
      "airbrush, 0.2 mm nozzle",
      "airbrush, 0.3 mm nozzle",
      "airbrush, 0.4 mm nozzle",
    ]);
    expect([nozzle("prime", 10), nozzle("varnish", 10)]).toEqual([
      "airbrush, 0.4 mm nozzle",
      "airbrush, 0.4 mm nozzle",
    ]);
  });
  it("are what the step says where nothing better is known", () => {
    for (const tool of [
      "spray can",
      "brush and water",
      "alcohol bath",
      "clean brush, damp with thinner",
      "clippers and blade",
      "soldering iron",
    ] as const)
      expect(inHand(work({ tool, ...cube(30) })).what).toBe(tool);
    expect(inHand(work({ tool: "brush" })).what).toBe("brush");
  });
});

describe("holding", () => {
  it("takes a handle each for a few, and as many strips as hold the rest", () => {
    const spray = (mm: number, pieces: number) => holdBy(work({ tool: "airbrush", ...cube(mm, pieces) }))!;
    expect(spray(25, 1)).toMatch(/^On a handle under its foot/);
    expect(spray(25, 3)).toMatch(/^On 3 handles under their feet/);
    // 400 mm hold ten of 25 mm that stand 15 mm apart.
    expect(spray(25, 10)).toMatch(/^On a strip of tape.* 10 to a strip/);
    expect(spray(25, 21)).toMatch(/^On 3 strips of tape.* 10 to a strip/);
    expect(spray(600, 5)).toMatch(/^On 5 strips of tape.* 1 to a strip/);
  });
  it("takes as many jigs as keep the hands from waiting for the glue, and no more than there are joints", () => {
    const glue = (product: ProductId, pieces: number, minutes: number) =>
      /(\d+|a) jigs?/.exec(
        holdBy(
          work({
            action: "glue",
            tool: "glue",
            product,
            pieces,
            handsMinutes: exact(minutes, "min", "practice"),
          }),
        )!,
      )![1];
    // White glue wants 30 minutes; at 3 minutes a joint ten more are set meanwhile.
    expect(glue("PVA", 20, 60)).toBe("11");
    expect(glue("PVA", 6, 18)).toBe("6");
    expect(glue("hot glue", 20, 60)).toBe("2");
    expect(glue("PVA", 1, 3)).toBe("a");
  });
});
