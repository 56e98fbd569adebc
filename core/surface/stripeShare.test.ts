import { describe, expect, it } from "vitest";
import { luckOf } from "#core/random";
import { stripeShare } from "#core/surface/stripeShare";

const [W, H] = [240, 180];

/** A photo of stripes: light of both tones, share of the darker, how far light falls off across it, and its noise. */
function photo(tones: readonly [number, number], share: number, { falls = 0, noise = 0 } = {}): Float32Array {
  const dice = luckOf(7);
  const gauss = () => Math.sqrt(-2 * Math.log(1 - dice())) * Math.cos(2 * Math.PI * dice());
  return Float32Array.from({ length: W * H }, (_, i) => {
    const isDark = Math.floor(i / W) % 20 < 20 * share;
    const lit = 1 - (falls * (i % W)) / W;
    return Math.max(0, (isDark ? tones[0] : tones[1]) * lit * (1 + noise * gauss()));
  });
}

describe("stripes in a photo of a guide coat", () => {
  it.each([0.1, 0.25, 0.5])(
    "have their share of %f told to 3 of 100, in even light and falling light",
    (share) => {
      // Plastic of L* 38 under filler of L* 57: 10 % and 25 % of the light of white.
      for (const given of [{}, { noise: 0.05 }, { falls: 0.4, noise: 0.05 }]) {
        const seen = stripeShare(photo([0.1, 0.25], share, given), W, H)!;
        expect(Math.abs(seen.share - share)).toBeLessThan(0.03);
      }
    },
  );
  it("tells how far the tones differ as lightness does: L* 38 and 57", () => {
    expect(stripeShare(photo([0.1, 0.25], 0.5), W, H)!.differenceL).toBeCloseTo(19, 0);
  });
  it("are none in one tone, however noisy or unevenly lit, nor of tones too near to guide", () => {
    expect(stripeShare(photo([0.2, 0.2], 0.5, { noise: 0.1 }), W, H)).toBeNull();
    expect(stripeShare(photo([0.2, 0.2], 0.5, { falls: 0.6, noise: 0.03 }), W, H)).toBeNull();
    expect(stripeShare(photo([0.2, 0.22], 0.5), W, H)).toBeNull();
  });
  it("are none in a photo that is black or of one point", () => {
    expect(stripeShare(new Float32Array(W * H), W, H)).toBeNull();
    expect(stripeShare(new Float32Array([0.5]), 1, 1)).toBeNull();
  });
});
