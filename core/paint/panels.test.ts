import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { panelCounts, panelMaps, panelText } from "#core/paint/panels";

const grid = { across: fc.integer({ min: 1, max: 8 }), down: fc.integer({ min: 1, max: 7 }) };
const drawn = fc.record({
  ...grid,
  copies: fc.integer({ min: 1, max: 9 }),
  colours: fc.integer({ min: 3, max: 6 }),
  seed: fc.integer({ min: 0, max: 1e6 }),
});

describe("panels that vary", () => {
  it("have no two neighbours alike from three colours on, for any grid and seed", () => {
    fc.assert(
      fc.property(drawn, ({ across, down, copies, colours, seed }) => {
        for (const map of panelMaps({ across, down }, copies, colours, seed))
          map.forEach((row, y) =>
            row.forEach((c, x) => {
              if (x > 0) expect(c).not.toBe(row[x - 1]);
              if (y > 0) expect(c).not.toBe(map[y - 1]![x]);
            }),
          );
      }),
    );
  });
  it("share the colours evenly, are the same again, and others with another seed", () => {
    const maps = panelMaps({ across: 2, down: 3 }, 8, 3, 1);
    expect(panelCounts(maps, 3).reduce((a, b) => a + b)).toBe(48);
    for (const n of panelCounts(maps, 3)) expect(Math.abs(n - 16)).toBeLessThanOrEqual(2);
    expect(panelMaps({ across: 2, down: 3 }, 8, 3, 1)).toEqual(maps);
    expect(panelMaps({ across: 2, down: 3 }, 8, 3, 2)).not.toEqual(maps);
  });
  it("alternate where there are two, and are read row by row", () => {
    const [map] = panelMaps({ across: 3, down: 2 }, 1, 2, 4);
    expect(["ABA / BAB", "BAB / ABA"]).toContain(panelText(map!));
  });
});
