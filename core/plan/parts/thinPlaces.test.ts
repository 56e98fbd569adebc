import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box, moved, together, tower } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { makePlan } from "#core/plan/plan";
import { heldHere, isProven, placesUnder } from "#core/plan/parts/thinPlaces";
import { testInput } from "#core/plan/testing";
import { type CopyState, newPart } from "#core/scene/part";

/** A hut with a pipe of 0.4 mm that stands 38 mm over its roof. */
const hut = together(box(30, 24, 20), moved(tower(38, 0.2, 0.2, 16), 15, 12, 20));
const measurement = measureMesh(soupOf(hut)).measurement;

function planOf(copies: readonly CopyState[]) {
  const part = newPart({
    ...{ id: "hut", sceneId: "s", name: "hut", meshId: "hut", count: 5 },
    size: { source: { kind: "full" } },
    print: { process: "filament" },
    history: { copies },
  });
  return makePlan(testInput({ parts: [part], joints: [], measurements: new Map([["hut", measurement]]) }));
}
const thin = (copies: readonly CopyState[]) =>
  planOf(copies).findings.find((f) => f.id.includes("below-printable"))?.sentence;

describe("P10: what this machine can really make", () => {
  it("says the place of a pipe of 0.4 mm, that it held once of five here, and the wire that takes its place", () => {
    const said = thin(["printed", "spoilt", "spoilt", "spoilt", "spoilt"])!;
    expect(said).toContain("Held 1 of 5 here.");
    expect(said).toMatch(/wire 0\.5 mm, 3[6-9] mm long/);
  });
  it("says nothing of what came out three times and never failed", () => {
    expect(thin(["printed", "finished"])).toBeDefined();
    expect(thin(["printed", "finished", "in place"])).toBeUndefined();
    expect(thin(["printed", "finished", "in place", "spoilt"])).toBeDefined();
  });
  it("counts copies that were made, and no others", () => {
    const part = (copies: readonly CopyState[]) => ({ history: { copies, versions: [] } });
    expect(heldHere(part(["to make", "printed", "spoilt"]))).toEqual({ held: 1, of: 2 });
    expect(isProven(part([]))).toBe(false);
  });
  it("finds rods as rods, with the next wire that is no thinner", () => {
    const [pipe] = placesUnder(measurement, 1, 1).filter((p) => p.wireMm !== null);
    expect(pipe!.wireMm).toBe(0.5);
    expect(placesUnder(measurement, 2, 3).find((p) => p.wireMm !== null)!.wireMm).toBe(0.8);
    expect(placesUnder(measurement, 1, 0.1)).toEqual([]);
  });
});
