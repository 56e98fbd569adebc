import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { moveSeconds } from "#core/print/bead";
import { GcodeReader, type GcodeReport } from "#core/print/gcode";
import { cornerSpeed, moveSecondsBetween } from "#core/print/kinematics";

const bytes = (text: string) => new TextEncoder().encode(text);
function read(text: string, chunk = 1e9): GcodeReport {
  const reader = new GcodeReader({ acceleration: 1000, travelSpeed: 150, cornerMm: 0.02, filamentMm: 1.75 });
  const all = bytes(text);
  for (let i = 0; i < all.length; i += chunk) reader.feedBytes(all.subarray(i, i + chunk));
  const done = reader.finish();
  if (!done.ok) throw new Error(done.problems[0]!.message);
  return done.value;
}
const motion = { acceleration: 1000, cornerMm: 0.02 };

describe("machine files", () => {
  it("take the time of their trapezoids, worked by hand", () => {
    expect(read("G1 X100 F3000\n").minutes * 60).toBeCloseTo(moveSeconds(100, 50, 1000), 9);
    expect(read("G1 X100 F3000\nG1 X0\n").minutes * 60).toBeCloseTo(2 * moveSeconds(100, 50, 1000), 9);
    const v = cornerSpeed(0, 20, motion);
    expect(read("G1 X20 F3000\nG1 Y20\n").minutes * 60).toBeCloseTo(
      moveSecondsBetween(20, 0, v, 50, 1000) + moveSecondsBetween(20, v, 0, 50, 1000),
      9,
    );
    expect(read("G1 X50 F3000\nG1 X100\n").minutes * 60).toBeCloseTo(moveSeconds(100, 50, 1000), 9);
  });
  it("know arcs by their middle and by their radius, and full circles", () => {
    const half = Math.PI * 10;
    const limit = Math.min(50, Math.sqrt(1000 * 10));
    for (const line of ["G2 X20 Y0 I10 J0", "G3 X20 Y0 I10 J0", "G2 X20 Y0 R10"])
      expect(read(`G1 F3000\n${line}\n`).minutes * 60).toBeCloseTo(moveSeconds(half, limit, 1000), 6);
    expect(read("G1 F3000\nG2 X0 Y0 I10 J0\n").minutes * 60).toBeCloseTo(
      moveSeconds(2 * half, limit, 1000),
      6,
    );
    expect(read("M83\nG1 F3000\nG3 X20 Y0 I10 J0 E1\n").min[1]).toBeCloseTo(-10, 9);
  });
  it("know on which side of a chord an arc by its radius lies, the short way and the long", () => {
    const turned = (r: number) => read(`M83\nG1 X10 F3000\nG3 X0 Y10 R${r} E1\n`);
    expect(turned(10).max.slice(0, 2)).toEqual([expect.closeTo(10, 6), expect.closeTo(10, 6)]);
    expect(turned(-10).max.slice(0, 2)).toEqual([expect.closeTo(20, 6), expect.closeTo(20, 6)]);
  });
  it("do not slow down where a rise goes on straight, and do where it turns level", () => {
    const straight = read("G1 Z50 F3000\nG1 Z100\n").minutes * 60;
    expect(straight).toBeCloseTo(read("G1 Z100 F3000\n").minutes * 60, 9);
    expect(read("G1 Z50 F3000\nG1 X50\n").minutes * 60).toBeGreaterThan(straight);
  });
  it("count what is fed once, however it is pulled back and fed again, absolute or relative", () => {
    expect(read("M82\nG1 X10 E5\nG1 E3\nG1 X20\nG1 E5\nG1 X30 E8\n").filamentMm).toBeCloseTo(8, 9);
    expect(read("M83\nG1 X10 E5\nG1 E-2\nG1 X20\nG1 E2\nG1 X30 E3\n").filamentMm).toBeCloseTo(8, 9);
    expect(read("M82\nG1 X10 E5\nG92 E0\nG1 X20 E4\n").filamentMm).toBeCloseTo(9, 9);
    expect(read("M83\nG1 X10 E1000\n").millilitres).toBeCloseTo((Math.PI * 1.75 ** 2) / 4, 6);
  });
  it("read inches, moves from where they stand, homing, waits, new accelerations and temperatures", () => {
    expect(read("G20\nG1 X1 F60\n").minutes * 60).toBeCloseTo(moveSeconds(25.4, 25.4, 1000), 9);
    expect(read("G91\nG1 X10 F3000\nG1 X10\nG90\nG1 X0\n").moves).toBe(3);
    expect(read("M83\nG1 X50 Y50 E1 F3000\nG28\nG1 X10 E1\n").max[0]).toBe(50);
    expect(read("G1 X10 F3000\nG4 P1500\nG4 S2\n").minutes * 60).toBeCloseTo(
      moveSeconds(10, 50, 1000) + 3.5,
      9,
    );
    expect(read("M204 S500\nG1 X100 F3000\n").minutes * 60).toBeCloseTo(moveSeconds(100, 50, 500), 9);
    expect(read("M104 S200\nM190 S60\nM109 S215\nG1 X1\n")).toMatchObject({
      hottestNozzleC: 215,
      hottestBedC: 60,
    });
  });
  it("know their layers, height and box from where plastic is laid", () => {
    const r = read(
      "M83\nG1 Z5 F3000\nG1 X10 Y10\nG1 Z0.2\nG1 X30 Y20 E1\nG1 Z0.4\nG1 X10 Y10 E1\nG1 Z0.6\nG1 X30 E1\nG1 Z20\nG1 X0 Y200\n",
    );
    expect(r).toMatchObject({ layers: 3, heightMm: 0.6 });
    expect(r.layerMm).toBeCloseTo(0.2, 9);
    expect([...r.min, ...r.max].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([10, 10, 0.2, 30, 20, 0.6]);
  });
  it("say beside it what comments report, in whatever words", () => {
    const head =
      "; estimated printing time = 1h 2m 3s\n; filament used [mm] = 4321.5\n; filament used [g] = 12.9\n; layer_height = 0.2\n; infill = 15%\n";
    expect(read(`${head}G1 X1\n`).reported).toMatchObject({
      minutes: 62.05,
      filamentMm: 4321.5,
      grams: 12.9,
      layerMm: 0.2,
    });
    expect(read(`${head}G1 X1\n`).reported.settings.infill).toBe("15%");
    expect(read(";TIME:3661\n;Filament used: 4.32m\n;Layer height: 0.12\nG1 X1\n").reported).toMatchObject({
      minutes: 3661 / 60,
      filamentMm: 4320,
      layerMm: 0.12,
    });
    expect(read("G1 X1\n").reported).toMatchObject({
      minutes: null,
      filamentMm: null,
      grams: null,
      layerMm: null,
    });
  });
  it("come out the same in whatever pieces they arrive, and with line numbers, checksums, lower case and returns", () => {
    const text = Array.from(
      { length: 300 },
      (_, i) => `G1 X${(10 * Math.cos(i)).toFixed(3)} Y${(10 * Math.sin(i)).toFixed(3)} E${i} F1800\n`,
    ).join("");
    for (const chunk of [1, 7, 64]) expect(read(text, chunk)).toEqual(read(text));
    expect(read("N1 g1 x10 f3000*57\r\nN2 G1 X0*12\r\n").minutes).toBeCloseTo(
      read("G1 X10 F3000\nG1 X0\n").minutes,
      12,
    );
    expect(read("G1X10Y5F3000 ; a move\n(nothing)\nG1 X0 Y0\n").moves).toBe(2);
  });
  it("say the same however 3,000 of them are cut", () => {
    const word = fc.constantFrom("X", "Y", "Z", "E", "F", "I", "J", "R", "S", "P");
    const number = fc.oneof(
      fc.integer({ min: -300, max: 300 }).map(String),
      fc.integer({ min: 0, max: 99_999 }).map((v) => (v / 1000).toFixed(3)),
    );
    const line = fc.oneof(
      fc
        .tuple(
          fc.constantFrom("G0", "G1", "G1", "G2", "G3", "G92", "M204", "G4", "M104"),
          fc.array(fc.tuple(word, number), { maxLength: 6 }),
          fc.constantFrom(" ", ""),
        )
        .map(([g, w, gap]) => [g, ...w.map((x) => x.join(""))].join(gap)),
      fc.constantFrom(
        "G28",
        "G90",
        "G91",
        "M82",
        "M83",
        "; layer_height = 0.2",
        ";TIME:3661",
        "",
        "(x",
        "N1 G1 X2*33",
        "x".repeat(5000),
        `G1 X1 ;${"y".repeat(4200)}`,
        `G1 X12345${" ".repeat(4090)}`,
      ),
    );
    const reportOf = (text: string, cuts: readonly number[]) => {
      const reader = new GcodeReader();
      const all = bytes(text);
      const at = [
        0,
        ...[...new Set(cuts.map((c) => c % (all.length + 1)))].sort((p, q) => p - q),
        all.length,
      ];
      for (let i = 1; i < at.length; i++) reader.feedBytes(all.slice(at[i - 1], at[i]));
      return reader.finish();
    };
    fc.assert(
      fc.property(
        fc.array(line, { maxLength: 25 }),
        fc.constantFrom("\n", "\r\n"),
        fc.array(fc.nat(20_000), { minLength: 1, maxLength: 12 }),
        (lines, end, cuts) => {
          const text = lines.join(end);
          expect(reportOf(text, cuts)).toEqual(reportOf(text, []));
        },
      ),
      { numRuns: 3000 },
    );
  });
  it("read words without a space between them: an E is a word, not a power of ten", () => {
    expect(read("M83\nG1X10Y5E2F3000\n")).toMatchObject({ filamentMm: 2, max: [10, 5, 0] });
  });
  it.each<[string, string, RegExp]>([
    [
      "a way to the moon",
      "G1 X1\nG1 X1e9\nG1 X99999999999 F3000\n",
      /Line 3 moves X to 1e\+11 mm, further than any bed reaches/,
    ],
    ["steps that add up to it", `G91\n${"G1 X900\n".repeat(12)}`, /Line 13 moves X to 10,800 mm/],
    ["a speed of no machine", "G1 X1\nG1 X5 F99999999999\n", /Line 2 asks for 2e\+9 mm a second/],
    [
      "a speed that takes for ever",
      "G1 X1 F0.0000001\nG1 X9000\nG1 X0\nG1 X9000\nG1 X0\n",
      /would take over a year/,
    ],
    ["a wait of a month", "G1 X1\nG4 S2592000\n", /Line 2 waits for over a week/],
    [
      "an acceleration of nearly nothing",
      "M204 S0.00001\nG1 X1\n",
      /Line 1 asks for an acceleration of 0 mm/,
    ],
    ["an acceleration of a blow", "M204 S999999999999\nG1 X1\n", /Line 1 asks for an acceleration of 1e\+12/],
    ["more plastic than there is", "M83\nG1 X1 E1000000\n", /Line 2 feeds 1,000,000 mm at once/],
    ["the heat of a furnace", "M104 S30000\nG1 X1\n", /Line 1 asks for 30,000 °C/],
    ["an arc about a point far away", "G1 F3000\nG2 X1 Y1 I99999999\n", /Line 2 turns about a point/],
  ])("are refused for %s, naming the line", (_, text, sentence) => {
    const reader = new GcodeReader();
    reader.feedBytes(bytes(text));
    const done = reader.finish();
    expect(done.ok).toBe(false);
    if (!done.ok)
      expect(done.problems[0]).toMatchObject({
        code: "gcode/absurd",
        message: expect.stringMatching(sentence) as string,
      });
  });
  it("never count time back, and keep no comment that no machine could mean", () => {
    expect(read("G1 X10 F3000\nG4 S-50\nG4 P-9000\n").minutes).toBe(read("G1 X10 F3000\n").minutes);
    expect(
      read(`;TIME:${"9".repeat(400)}\n; filament used [mm] = -5\n; filament used [g] = 1e999\nG1 X1\n`)
        .reported,
    ).toMatchObject({ minutes: null, filamentMm: null, grams: null });
  });
  it("are not slower by looking ahead over a short stretch than over all of it", () => {
    // A long curve in short moves: more of them than are looked ahead over.
    const n = 12_000;
    const curve = Array.from(
      { length: n },
      (_, i) => `G1 X${(50 * Math.cos(i / 500)).toFixed(4)} Y${(50 * Math.sin(i / 500)).toFixed(4)}\n`,
    ).join("");
    const r = read(`G1 F3000\nG1 X50 Y0\n${curve}`);
    const length = 50 + (50 * n) / 500;
    expect(r.minutes * 60).toBeGreaterThan(length / 50);
    expect(r.minutes * 60).toBeLessThan((length / 50) * 1.02);
  });
  it("are refused with a sentence when they are empty or something else, and never throw", () => {
    expect(new GcodeReader().finish()).toMatchObject({ ok: false, problems: [{ code: "gcode/empty" }] });
    const other = new GcodeReader();
    other.feedBytes(bytes("solid cube\nfacet normal 0 0 1\n".repeat(30)));
    expect(other.finish().ok).toBe(false);
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (noise) => {
        const reader = new GcodeReader();
        reader.feedBytes(noise);
        const done = reader.finish();
        if (done.ok) expect(Number.isFinite(done.value.minutes)).toBe(true);
      }),
      { numRuns: 400 },
    );
  });
  it("cut off in the middle keep what was read", () => {
    expect(read("M83\nG1 X10 E1 F3000\nG1 X20 E1\nG1 X3").filamentMm).toBe(2);
  });
  it("of a million moves are read whole", () => {
    const reader = new GcodeReader();
    const part = bytes(
      Array.from(
        { length: 10_000 },
        (_, i) => `G1 X${(i % 97).toFixed(3)} Y${(i % 89).toFixed(3)} E0.04213 F2400\n`,
      ).join(""),
    );
    reader.feedBytes(bytes("M83\n"));
    for (let k = 0; k < 100; k++) reader.feedBytes(part);
    const done = reader.finish();
    expect(done.ok && done.value.moves).toBe(1_000_000);
    if (done.ok) expect(done.value.filamentMm / 42_130).toBeCloseTo(1, 6);
  });
});
