import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { newPart, patchedPart } from "#core/scene/part";
import { wholeZone } from "#core/scene/zone";
import { readScreen, supposedScreen } from "#app/hooks/useScreenSize";
import {
  apparentPxPerMm,
  buildOf,
  faultsOf,
  lamps,
  lampToward,
  leftOnFaces,
  roundCount,
  roundsByZone,
  roundWords,
  settingOf,
  tooFine,
  waysToLie,
} from "./view";

const input = testInput({
  parts: [
    patchedPart(
      newPart({
        ...{ id: "hut", sceneId: "s", name: "hut", meshId: "hut" },
        zones: [{ ...wholeZone, school: "fill and sand" }],
        size: { source: { kind: "full" } },
        print: { process: "filament" },
      }),
      {},
    ),
  ],
  joints: [],
  measurements: new Map([["hut", measureMesh(soupOf(box(60, 20, 40))).measurement]]),
});
const p = makePlan(input).parts[0]!;

describe("how large it looks", () => {
  it("is as far from the eyes as it is drawn larger: half the distance, twice the size", () => {
    expect(apparentPxPerMm(supposedScreen, 600)).toBeCloseTo(96 / 25.4, 9);
    expect(apparentPxPerMm(supposedScreen, 300)).toBeCloseTo((2 * 96) / 25.4, 9);
  });
  it("is read again as it was kept, and supposed where what was kept is none", () => {
    const kept = { pxPerMm: 5, eyesMm: 700, isMeasured: true };
    expect(readScreen(JSON.stringify(kept))).toEqual(kept);
    for (const text of [null, "", "{", "[]", '{"pxPerMm":0,"eyesMm":600}', '{"pxPerMm":4,"eyesMm":1e9}'])
      expect(readScreen(text)).toEqual(supposedScreen);
  });
  it("says what is too fine for the screen, and what the loupe makes of it", () => {
    expect(tooFine(0.2, 3.78)).toMatch(/0\.8 px here: too fine .* The loupe shows them 8 times/);
    expect(tooFine(0.02, 3.78)).toMatch(/Even in the loupe they run together/);
    expect(tooFine(0.2, 12)).toBeNull();
  });
});

describe("lamps", () => {
  it("stand at length 1, on the side where they are dragged, before the card", () => {
    for (const lamp of Object.values(lamps)) {
      const [x, y, z] = lampToward(lamp);
      expect(Math.hypot(x, y, z)).toBeCloseTo(1, 12);
      expect(z).toBeGreaterThan(0);
    }
    expect(lampToward({ angleDeg: 0, outDeg: 0, ambient: 0 })[0]).toBeCloseTo(1, 12);
    expect(lampToward({ angleDeg: 180, outDeg: 0, ambient: 0 })[0]).toBeCloseTo(-1, 12);
  });
});

describe("rounds on the faces", () => {
  const rounds = roundsByZone(p, input);
  it("leave less with every round, and what was printed before the first", () => {
    const depths = rounds.get(0)!;
    expect(depths.length).toBe(roundCount(rounds));
    depths.reduce((before, depth) => {
      expect(depth).toBeLessThan(before);
      return depth;
    }, Infinity);
    const of = Uint8Array.from([0, 7]);
    expect(leftOnFaces(of, rounds, 0)[0]).toBeGreaterThan(1);
    const [treated, other] = leftOnFaces(of, rounds, 2);
    expect(treated).toBeCloseTo(depths[1]!, 6);
    expect(other).toBeGreaterThan(1);
    expect(roundWords(rounds, 0)).toBe("as printed");
    expect(roundWords(rounds, 1)).toMatch(/^after round 1 of \d+ rounds?: at most 0\.\d{3} mm left$/);
  });
});

describe("printed otherwise", () => {
  it("is as planned until something else is said", () => {
    const planned = settingOf(p, null);
    expect(planned).toMatchObject({ isPlanned: true, way: 0 });
    const thinner = settingOf(p, { printerId: planned.candidate.printer.id, layerMm: 0.1, way: 0 });
    expect(thinner).toMatchObject({ isPlanned: false, layerMm: 0.1 });
    // A machine that is gone leaves the planned one.
    expect(settingOf(p, { printerId: "gone", layerMm: 0.1, way: 99 }).lying.name).toBe("as it is planned");
  });
  it("adds layers away from the side that lies below", () => {
    expect(buildOf({ down: [0, 0, -1] })).toEqual([-0, -0, 1]);
    const names = waysToLie(p).map((w) => w.name);
    expect(names[0]).toBe("as it is planned");
    expect(new Set(names.slice(1)).has("as it is planned")).toBe(false);
  });
  it("has its faults at places of the part as it was drawn", () => {
    const seam = faultsOf(p).find((f) => f.kind === "path seam")!;
    const { min, max } = p.measurement!.box;
    for (const k of [0, 1, 2]) {
      expect(seam.at[0]![k]).toBeGreaterThanOrEqual(min[k]! - 1e-6);
      expect(seam.at[0]![k]).toBeLessThanOrEqual(max[k]! + 1e-6);
    }
  });
});
