import { describe, expect, it } from "vitest";
import { takeOff } from "#core/print/takeOff";

const strut = (x: number, z: number, contacts = 3) => ({
  areaMm2: 10,
  contacts,
  at: [x, 0, z] as const,
  onPart: false,
});
const rod = (thickness: number, x: number, z: number) => ({
  thickness,
  at: [x, 0, z] as const,
  area: 5,
  length: 12,
  rod: true,
});
/** A clock on a stem: three struts round its base, one under the clock beside the stem. */
const clock = { regions: [strut(0, 0), strut(20, 0), strut(40, 0), strut(62, 4, 1)] };

describe("T8: taking supports off", () => {
  it("cuts the three outer struts of a clock on a stem of 0.9 mm first, and keeps number 4", () => {
    const off = takeOff(clock, [rod(0.9, 60, 12)], 1, [30, 0, 0], true);
    expect(off.struts.map((s) => s.mark)).toEqual(["cut first", "cut first", "cut first", "keep as handle"]);
    expect(off.keep).toBe(4);
    expect(off.advice).toBe(
      "The thinnest stem is 0.9 mm: warm the supports, hold the thin side, cut 1, 2 and 3 first, keep number 4 as a handle",
    );
  });
  it("cuts what is near the stem last where nothing is painted", () => {
    const off = takeOff(clock, [rod(0.9, 60, 12)], 1, [30, 0, 0], false);
    expect(off.struts.at(-1)!.mark).toBe("cut last");
    expect(off.keep).toBeNull();
    expect(off.advice).toMatch(/cut 1, 2 and 3 first, 4 last$/);
  });
  it("goes from the strong and far to the near, whatever their numbers", () => {
    const off = takeOff(clock, [rod(0.5, -5, 0)], 1, [30, 0, 0], true);
    expect(off.keep).toBe(1);
    expect(off.advice).toMatch(/cut 3, 2 and 4 first/);
  });
  it("has nothing to heed without a thin stem: a wall is none, nor a stem of 1.2 mm on the bench", () => {
    expect(takeOff(clock, [rod(1.2, 60, 12)], 1, [30, 0, 0], true).advice).toBeNull();
    expect(takeOff(clock, [{ ...rod(0.6, 60, 12), rod: false }], 1, [30, 0, 0], true).advice).toBeNull();
    expect(takeOff(clock, [rod(0.6, 30, 6)], 2, [30, 0, 0], true).advice).toBeNull();
    expect(takeOff({ regions: [] }, [rod(0.6, 30, 6)], 1, [30, 0, 0], true).struts).toEqual([]);
  });
  it("has no order where supports stand in one place, and still says what is thin", () => {
    const off = takeOff({ regions: [strut(0, 0)] }, [rod(0.9, 60, 12)], 1, [0, 0, 0], true);
    expect(off.struts[0]!.mark).toBeNull();
    expect(off.advice).toBe("The thinnest stem is 0.9 mm: warm the supports, hold the thin side");
  });
  it("never marks every strut to be cut last, and has each once", () => {
    for (let n = 1; n < 9; n++) {
      const regions = Array.from({ length: n }, (_, i) => strut(i, 0));
      const off = takeOff({ regions }, [rod(0.4, 3, 2)], 1, [0, 0, 0], n % 2 === 0);
      expect(off.struts.map((s) => s.number)).toEqual(regions.map((_, i) => i + 1));
      expect(off.struts.some((s) => s.mark === "cut first")).toBe(n > 1);
    }
  });
});
