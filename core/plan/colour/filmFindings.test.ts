import { describe, expect, it } from "vitest";
import type { SchemeLayer } from "#core/paint/scheme";
import { testPaint, testRecipe } from "#core/plan/testing";
import { coatOver, filmLimit } from "#core/plan/colour/filmFindings";
import type { ZoneMeasure } from "#core/zones/zoneMeasure";

const layer = (id: string, given: Partial<SchemeLayer>): SchemeLayer => ({
  ...{ id, kind: "colour", product: "acrylic", colour: null, method: "brush", coats: 1, coverage: 1 },
  sheen: "matte",
  ...given,
});
const measure = (given: Partial<ZoneMeasure>): ZoneMeasure => ({
  ...{ number: 0, area: 100, places: 1, at: [0, 0, 0], low: 0, high: 1, directions: [], borders: [] },
  ...{ cells: null, grooves: null, ridges: null, relief: null, narrowest: null },
  ...given,
});
const relief = (depth: number) => ({ depth, at: [0, 0, 0] as const, sunken: true });

const none = { paints: [], recipes: [] };

describe("OR18: coats counted against a limit", () => {
  it("flags the fifth varnish coat on fine relief at 129 um: primer 20, paint 34, six coats of 15", () => {
    const scheme = [
      layer("p", { kind: "primer", product: "brush primer" }),
      layer("c", { coats: 2 }),
      layer("v", { kind: "varnish", product: "varnish", coats: 6 }),
    ];
    const limit = filmLimit({ measure: measure({ relief: relief(0.3) }) }, 1)!;
    expect(limit.mm).toBeCloseTo(0.12, 9);
    const over = coatOver(scheme, limit.mm, none)!;
    expect([over.layer.id, over.number]).toEqual(["v", 5]);
    expect(over.filmMm).toBeCloseTo(0.129, 6);
    expect(coatOver(scheme.slice(0, 2), limit.mm, none)).toBeNull();
  });
  it("counts a coat that is part glue as the thick film it leaves", () => {
    const glue = { ...testPaint("glue", "#ffffff"), kind: "glue" as const };
    const recipe = {
      ...testRecipe,
      id: "size",
      parts: [
        { paintId: "glue", parts: 2 },
        { paintId: "ochre", parts: 3 },
      ],
    };
    const shelf = { paints: [glue, testPaint("ochre", "#a9762f")], recipes: [recipe] };
    const scheme = [layer("g", { colour: { kind: "recipe", id: "size" } }), layer("c", {}), layer("d", {})];
    expect(coatOver(scheme, 0.12, shelf)!.layer.id).toBe("d");
    expect(coatOver(scheme, 0.12, shelf)!.filmMm).toBeCloseTo(0.134, 6);
    expect(coatOver(scheme, 0.12, none)).toBeNull();
  });
  it("is a quarter of the narrowest groove where that is less, at the size of the scene", () => {
    const groove = { narrowest: { width: 3.2, at: [0, 0, 0] as const } };
    expect(filmLimit({ measure: measure(groove) }, 0.1)!.mm).toBeCloseTo(0.08, 9);
    expect(filmLimit({ measure: measure({ ...groove, relief: relief(2) }) }, 0.1)!.mm).toBeCloseTo(0.08, 9);
  });
  it("is none where nothing was measured, or all relief is deep", () => {
    expect(filmLimit({ measure: null }, 1)).toBeNull();
    expect(filmLimit({ measure: measure({ relief: relief(2) }) }, 1)).toBeNull();
  });
});
