import { describe, expect, it } from "vitest";
import fc from "fast-check";
import type { SchemeLayer } from "#core/paint/scheme";
import {
  freeNumber,
  laidLayers,
  wholeZone,
  withLayer,
  withLayerMoved,
  withoutLayer,
  type Zone,
  zonesOnMap,
} from "#core/scene/zone";

const layer = (id: string): SchemeLayer => ({
  ...{ id, kind: "colour", product: "acrylic", colour: null, method: "brush", coats: 1, coverage: 1 },
  sheen: "matte",
});
const zone = (number: number, ...ids: readonly string[]): Zone => ({
  ...wholeZone,
  number,
  name: `z${number}`,
  scheme: ids.map(layer),
});
const laid = (zones: readonly Zone[]) =>
  laidLayers(zones).map((l) => `${l.layer.id}@${l.zones.map((z) => z.number).join("")}`);

describe("layers of several zones", () => {
  it("that are shared are laid once, in an order that every zone has", () => {
    expect(laid([zone(0, "p", "a", "v"), zone(1, "p", "b", "v"), zone(2, "p", "v")])).toEqual([
      "p@012",
      "a@0",
      "b@1",
      "v@012",
    ]);
  });
  it("that two zones have the other way round are laid apart, and none is lost", () => {
    expect(laid([zone(0, "a", "b"), zone(1, "b", "a")]).sort()).toEqual(["a@0", "a@1", "b@01"].sort());
  });
  it("are all laid, each on every zone that has it, whatever the zones are", () => {
    const schemes = fc.array(fc.uniqueArray(fc.constantFrom("a", "b", "c", "d", "e")), {
      minLength: 1,
      maxLength: 4,
    });
    fc.assert(
      fc.property(schemes, (all) => {
        const zones = all.map((ids, i) => zone(i, ...ids));
        const pairs = laidLayers(zones).flatMap((l) => l.zones.map((z) => `${z.number} ${l.layer.id}`));
        expect(pairs.sort()).toEqual(all.flatMap((ids, i) => ids.map((id) => `${i} ${id}`)).sort());
        // In every zone in its own order.
        for (const [i, ids] of all.entries()) {
          const own = laidLayers(zones).filter((l) => l.zones.some((z) => z.number === i));
          expect(own.map((l) => l.layer.id)).toEqual(ids);
        }
      }),
    );
  });
  it("are added to all that are painted, and to one by itself", () => {
    const bare: Zone = { ...zone(1), meaning: "bare" };
    expect(laid(withLayer([zone(0, "p"), bare], layer("a"), null, "n"))).toEqual(["p@0", "a@0"]);
    expect(laid(withLayer([zone(0, "p"), bare], layer("a"), 1, "n"))).toEqual(["p@0", "a@1"]);
  });
  it("changed on one zone become its own there", () => {
    const changed = withLayer([zone(0, "p"), zone(1, "p")], { ...layer("p"), coats: 3 }, 1, "own");
    expect(laid(changed)).toEqual(["p@0", "own@1"]);
    expect(changed[1]!.scheme[0]!.coats).toBe(3);
  });
  it("move in every zone that has them, and are taken off one or all", () => {
    const zones = [zone(0, "p", "a"), zone(1, "p", "b", "a")];
    expect(withLayerMoved(zones, "a", -1).map((z) => z.scheme.map((l) => l.id))).toEqual([
      ["a", "p"],
      ["p", "a", "b"],
    ]);
    expect(laid(withoutLayer(zones, "p", 0))).toEqual(["p@1", "b@1", "a@01"]);
    expect(withoutLayer([zone(0, "p")], "p", null)[0]!.meaning).toBe("bare");
  });
});

describe("zones of a part whose map changed", () => {
  it("begin as the one that they were taken from, and those that are gone go", () => {
    const zones = [zone(0, "p"), zone(1, "q"), zone(2)];
    const born = new Map([[3, { name: "foot", from: 1 }]]);
    const after = zonesOnMap(zones, [0, 1, 3], born);
    expect(after.map((z) => z.name)).toEqual(["z0", "z1", "foot"]);
    expect(after[2]!.scheme).toEqual(zones[1]!.scheme);
  });
  it("are never none", () => {
    expect(zonesOnMap([zone(4, "p")], [], new Map())).toMatchObject([{ number: 0, name: "z4" }]);
  });
  it("take the smallest number that is free", () => {
    expect(freeNumber([0, 1, 3])).toBe(2);
    expect(freeNumber([])).toBe(0);
  });
});
