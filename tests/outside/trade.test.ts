import { describe, expect, it } from "vitest";
import { degToRad } from "#core/units";
import { filamentGrams } from "#core/print/bead";
import { cuspHeightMm } from "#core/surface/layerSteps";
import { e24, nextE24 } from "#core/ground/resistor";
import { grits } from "#core/surface/grits";
import { namedScales } from "#core/scale/namedScales";
import { figureBand } from "#core/scale/figureSize";
import { parseLength } from "#core/scale/lengthText";

describe("named scales", () => {
  const of = (name: string) => namedScales.find((s) => s.name === name)!.denominator;
  it("are those of MOROP NEM 010 and NMRA S-1.2 (from memory)", () => {
    expect([
      of("II (gauge 2)"),
      of("I (gauge 1)"),
      of("0, continental"),
      of("S"),
      of("H0"),
      of("TT"),
      of("N"),
      of("Z"),
    ]).toEqual([22.5, 32, 45, 64, 87, 120, 160, 220]);
    expect(of("HO, 3.5 mm to the foot")).toBeCloseTo(87.086, 3);
    expect(of("O, quarter inch to the foot")).toBe(48);
    expect(of("4 mm to the foot")).toBeCloseTo(76.2, 12);
  });
  it("of figures: 28 mm is 1:58.5 to 1:62.5, the labels in use 1:56 to 1:64 lie round it (common practice)", () => {
    const { eye, crown } = figureBand(28);
    expect(eye).toBeCloseTo(58.5, 1);
    expect(crown).toBeCloseTo(62.5, 6);
    expect(eye).toBeGreaterThan(56);
    expect(crown).toBeLessThan(64);
  });
});

it("a foot is 304.8 mm exactly (international yard and pound agreement, 1959)", () => {
  const foot = parseLength("1 ft");
  expect(foot.ok && foot.value.mm).toBeCloseTo(304.8, 12);
});

it("86.92 m of 1.75 mm filament at 1.24 g/cm3 weigh 259 g (common practice)", () => {
  expect(filamentGrams(86.92, 1.75, 1.24)).toBeCloseTo(259, 0);
});

it("cusp height is layer x |n . z| (Dolenc and Makela 1994)", () => {
  for (const deg of [0, 15, 30, 45, 60, 75, 90]) {
    const normal = [Math.sin(degToRad(deg)), 0, Math.cos(degToRad(deg))] as const;
    expect(cuspHeightMm(0.2, degToRad(deg))).toBeCloseTo(0.2 * Math.abs(normal[2]), 12);
  }
});

it("E24 has 24 values, each the 24th root of ten apart to within rounding (IEC 60063, from memory)", () => {
  expect(e24.length).toBe(24);
  // The series was rounded by hand in places (2.7 to 4.7, 8.2): up to 5 % off the geometric row.
  e24.forEach((v, i) => {
    expect(Math.abs(v / 10 ** (i / 24) - 1)).toBeLessThan(0.05);
  });
  expect(nextE24(690)).toBe(750);
});

it("abrasives grow finer by number as in FEPA 43 / ISO 6344: P240 is 58.5 um, P1000 18.3 um (from memory)", () => {
  // FEPA 43, P series (from memory).
  expect(Object.fromEntries(grits.map((g) => [g.grit, g.grainUm]))).toEqual({
    80: 201,
    120: 125,
    150: 100,
    180: 82,
    220: 68,
    240: 58.5,
    320: 46.2,
    400: 35,
    600: 25.8,
    800: 21.8,
    1000: 18.3,
    1200: 15.3,
    1500: 12.6,
    2000: 10.3,
  });
});
