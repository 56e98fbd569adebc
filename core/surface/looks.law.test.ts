import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { afterCoatMm } from "#core/surface/layerSteps";
import { type LookFace, lookTest, printedDepthMm, SHOWN } from "#core/surface/lookTest";
import { degToRad } from "#core/units";

const anyFace = (leastDeg: number, mostDeg: number) =>
  fc
    .record({
      process: fc.constantFrom("filament" as const, "resin" as const),
      layerMm: fc.double({ min: 0.02, max: 0.32, noNaN: true }),
      deg: fc.double({ min: leastDeg, max: mostDeg, noNaN: true }),
      patchMm2: fc.double({ min: 25, max: 20_000, noNaN: true }),
    })
    .map(({ deg, ...face }): LookFace => ({ ...face, skinLinesMm: null, slopeRad: degToRad(deg) }));
const distance = fc.double({ min: 200, max: 3000, noNaN: true });
const film = fc.double({ min: 0.005, max: 0.1, noNaN: true });
const isPlain = (face: LookFace, mm: number) => lookTest(face, mm).flat >= SHOWN;

describe("what steps show in flat light", () => {
  // Flatter than that terraces are so wide that the eye sees finer ones better.
  it("is never plain with half the layer where it is not with the whole, from 5 degrees of slope on", () => {
    fc.assert(
      fc.property(anyFace(5, 175), distance, (face, mm) => {
        if (!isPlain(face, mm)) expect(isPlain({ ...face, layerMm: face.layerMm / 2 }, mm)).toBe(false);
      }),
      { numRuns: 3000 },
    );
  });
  // An overhang is seen from above at a flat angle: there a deeper step may turn its bright side out of sight.
  it("is never plain under a thicker film where it is not under a thinner one, on all that does not hang over", () => {
    fc.assert(
      fc.property(anyFace(1, 90), distance, film, fc.integer({ min: 1, max: 6 }), (face, mm, thin, coats) => {
        const left = (dryFilmMm: number) => {
          let depthMm = printedDepthMm(face);
          for (let n = 0; n < coats; n++)
            depthMm = afterCoatMm(depthMm, { name: "film", dryFilmMm, k: 1, volumeSolids: 0.5 });
          return { ...face, depthMm };
        };
        if (!isPlain(left(thin), mm)) expect(isPlain(left(2 * thin), mm)).toBe(false);
      }),
      { numRuns: 3000 },
    );
  });
});
