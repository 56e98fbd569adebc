import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { fitOn, MOST_PIECES, pieceCount } from "#core/print/fit";
import { type GateContext, gateFor } from "#core/print/gate";
import { kindNumber, kindOfNumber, plateKindOf, plateKinds } from "#core/print/plateKind";
import { uses } from "#core/materials/material";
import { plasticOf, plastics, suits } from "#core/materials/printMaterials";
import { missingSetting } from "#core/print/printer";
import { type PrintRecipe, recipeDifferences, recipeSnapshot, withRecipe } from "#core/print/printRecipe";
import { chooseProcess, evenings, printCost, type ProcessRow } from "#core/print/processTable";
import { shareOut, type Shareable } from "#core/print/sharing";
import { testFilament, testResin } from "#core/print/testing";

const row = (given: Partial<ProcessRow> = {}): ProcessRow => ({
  printerId: "a",
  printerName: "A",
  process: "filament",
  fits: true,
  pieces: 1,
  machineMinutes: exact(100, "min", "practice"),
  handsMinutes: exact(20, "min", "practice"),
  cost: exact(50, "minor", "practice"),
  smallestMm: 0.45,
  plainCm2: 10,
  toughness: 2,
  scarMm2: 0,
  thinShare: 0,
  thinCm2: 0,
  losesPlace: false,
  printable: true,
  suitsUse: 0.7,
  barred: null,
  ...given,
});
const HOUR = 1200;

describe("the table of processes", () => {
  it.each<[string, Partial<ProcessRow>, RegExp]>([
    ["it would have to be cut", { fits: false, pieces: 2 }, /fits A whole; B would need a cut/],
    ["its walls are too fine", { printable: false }, /walls go down to 0\.30 mm, finer than B makes/],
    ["one place is too fine", { losesPlace: true }, /One place of 0\.30 mm is finer than B makes/],
    ["too much of it is thin", { thinShare: 0.2, thinCm2: 8 }, /20 % of its surface is too thin/],
    ["its steps show more", { plainCm2: 40 }, /leaves 30 cm2 less of plain layer steps/],
    ["it scars", { scarMm2: 900 }, /9\.0 cm2 less of support scars/],
    ["it takes more hands", { handsMinutes: exact(60, "min", "practice") }, /40 min less of your hands/],
    ["it takes longer", { machineMinutes: exact(400, "min", "practice") }, /A takes 1\.7 h, B 6\.7 h/],
    ["it costs more", { cost: exact(950, "minor", "practice") }, /costs €0\.50 there, €9\.50 on B/],
    ["its plastic suits less", { suitsUse: 0.1 }, /plastic suits/],
  ])("takes the other machine and says why, where %s", (_, worse, why) => {
    const { best, reasons } = chooseProcess(
      [row({ printerId: "b", printerName: "B", ...worse }), row()],
      HOUR,
      0.3,
      "EUR",
    );
    expect(best!.printerId).toBe("a");
    expect(reasons[0]).toMatch(why);
  });
  it("never takes what is barred, and tells why when nothing is left", () => {
    const barred = "Liquid resin is not allowed here.";
    expect(
      chooseProcess(
        [row({ barred }), row({ printerId: "b", machineMinutes: exact(9e4, "min", "practice") })],
        HOUR,
        null,
        "EUR",
      ).best!.printerId,
    ).toBe("b");
    expect(chooseProcess([row({ barred })], HOUR, null, "EUR")).toEqual({ best: null, reasons: [barred] });
    expect(chooseProcess([], HOUR, null, "EUR").best).toBeNull();
  });
  it("says when two come to the same, does not depend on their order, and counts nothing for less when it is more", () => {
    expect(
      chooseProcess([row(), row({ printerId: "b", printerName: "B" })], HOUR, null, "EUR").reasons,
    ).toEqual(["A and B come to about the same."]);
    fc.assert(
      fc.property(
        fc.constantFrom("plainCm2", "scarMm2", "thinCm2"),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (field, more) => {
          expect(evenings(row({ [field]: row()[field] + more }), HOUR)).toBeGreaterThanOrEqual(
            evenings(row(), HOUR),
          );
        },
      ),
    );
    const two = [row(), row({ printerId: "b", plainCm2: 3 })];
    expect(chooseProcess(two, HOUR, null, "EUR")).toEqual(
      chooseProcess([...two].reverse(), HOUR, null, "EUR"),
    );
  });
  it("costs material, power and wear: 10 h of 100 W at 0.30 a kWh and 300 over 3,000 h is 0.30 and 1.00", () => {
    expect(
      printCost(exact(200, "minor", "yours"), exact(600, "min", "practice"), 100, 30, 30_000, 3000, "EUR")
        .value,
    ).toBeCloseTo(200 + 30 + 100, 9);
    expect(
      printCost(exact(200, "minor", "yours"), exact(600, "min", "practice"), 100, 30, 30_000, 0, "EUR").value,
    ).toBeCloseTo(230, 9);
  });
});

describe("sharing out", () => {
  const things = fc
    .array(fc.tuple(fc.integer({ min: 5, max: 300 }), fc.integer({ min: 0, max: 3 })), {
      minLength: 1,
      maxLength: 14,
    })
    .map((list) =>
      list.map(([minutes, group], i): Shareable => ({
        id: `t${String(i).padStart(2, "0")}`,
        together: group === 0 ? `t${i}` : `g${group}`,
        on: [
          { printerId: "a", minutes, bedMm2: 40_000 },
          { printerId: "b", minutes, bedMm2: 20_000 },
        ],
      })),
    );
  const loads = (list: readonly Shareable[], given: ReadonlyMap<string, string>) =>
    ["a", "b"].map((p) =>
      list.filter((t) => given.get(t.id) === p).reduce((s, t) => s + t.on[0]!.minutes, 0),
    );
  it("gives everything to somebody, keeps together what belongs together, and stays within Graham's bound and a quarter of an hour", () => {
    fc.assert(
      fc.property(things, (list) => {
        const given = shareOut(list, new Map());
        expect(given.size).toBe(list.length);
        for (const t of list)
          for (const o of list) if (t.together === o.together) expect(given.get(t.id)).toBe(given.get(o.id));
        const groups = [...new Set(list.map((t) => t.together))].map((g) =>
          list.filter((t) => t.together === g).reduce((s, t) => s + t.on[0]!.minutes, 0),
        );
        // A list shared out over two machines ends by half of all and half of the longest (Graham 1966, from
        // memory); ties within 15 min go to the smaller bed.
        expect(Math.max(...loads(list, given))).toBeLessThanOrEqual(
          groups.reduce((sum, v) => sum + v, 0) / 2 + Math.max(...groups) / 2 + 15 * list.length + 1e-6,
        );
      }),
    );
  });
  it("minds what machines have to do already, and does not depend on the list", () => {
    const one: Shareable = {
      id: "x",
      together: "x",
      on: [
        { printerId: "a", minutes: 60, bedMm2: 1 },
        { printerId: "b", minutes: 60, bedMm2: 2 },
      ],
    };
    expect(shareOut([one], new Map([["a", 500]])).get("x")).toBe("b");
    expect(shareOut([one], new Map()).get("x")).toBe("a");
    fc.assert(
      fc.property(things, (list) => {
        expect([...shareOut([...list].reverse(), new Map())].sort()).toEqual(
          [...shareOut(list, new Map())].sort(),
        );
      }),
      { numRuns: 30 },
    );
  });
});

describe("the list before a run", () => {
  const context = (given: Partial<GateContext> = {}): GateContext => ({
    printer: testFilament,
    plastic: plasticOf("PLA"),
    materialName: "Grey PLA",
    needed: { ...exact(100, "g", "practice"), low: 90, high: 120 },
    left: 500,
    damp: false,
    newMaterial: false,
    newMachine: false,
    leastContact: { name: "post", mm2: 400 },
    flatBase: true,
    incidents: [],
    level: { at: "2026-03-01T19:00", cardMm: 0.1, readingsMm: [0.1, 0.1, 0.12, 0.11] },
    piece: null,
    ...given,
  });
  const warned = (given: Partial<GateContext>) =>
    gateFor(context(given))
      .filter((s) => s.warn)
      .map((s) => s.id);
  it("warns of nothing when all is well, in its order", () => {
    expect(warned({})).toEqual([]);
    expect(gateFor(context()).map((s) => s.id)).toEqual([
      "clean",
      "heat",
      "wait",
      "level",
      "dry",
      "enough",
      "foot",
      "first",
      "off",
    ]);
    expect(gateFor(context({ printer: testResin })).map((s) => s.id)).toEqual([
      "film",
      "stir",
      "enough",
      "plate",
      "level",
      "air",
      "off",
    ]);
  });
  it.each<[string, Partial<GateContext>, string]>([
    ["too little left", { left: 80 }, "enough"],
    ["perhaps too little", { left: 100 }, "enough"],
    ["a damp roll", { damp: true }, "dry"],
    [
      "corners apart",
      { level: { at: "2026-03-01T19:00", cardMm: 0.1, readingsMm: [0.1, 0.1, 0.4, 0.1] } },
      "level",
    ],
    ["a small foot", { leastContact: { name: "post", mm2: 20 } }, "foot"],
    ["new filament", { newMaterial: true }, "trial"],
    [
      "the last failure",
      { incidents: [{ cause: "it came off the bed", at: "2026-03-01T20:00", lostMinutes: 90 }] },
      "incident-0",
    ],
  ])("warns of %s", (_, given, id) => expect(warned(given)).toEqual([id]));
  it("T3: names the corner that stands out, by how much, and when the bed was read", () => {
    const read = (readingsMm: readonly number[], printer: GateContext["printer"] = testFilament) =>
      gateFor(context({ printer, level: { at: "2026-03-01T19:00", cardMm: 0.1, readingsMm } })).find(
        (s) => s.id === "level",
      )!;
    const off = read([0.1, 0.1, 0.18, 0.11]);
    expect(off.warn).toBe("front right stands 0.08 high; level again");
    expect(off.text).toMatch(/0\.08 mm apart on 2026-03-01/);
    expect(read([0.1, 0.1, 0.14, 0.11]).warn).toBeNull();
    // A resin plate may be a little further off.
    expect(read([0.1, 0.1, 0.18, 0.11], testResin).warn).toBeNull();
    expect(read([0.1, 0.02, 0.16, 0.1], testResin).warn).toMatch(/^back right stands 0\.08 low/);
    expect(gateFor(context({ level: null })).find((s) => s.id === "level")!.warn).toBeNull();
  });
  it("T3: asks for a trial piece until one came out right, with what the last one said", () => {
    const trial = (piece: GateContext["piece"]) =>
      gateFor(context({ printer: testResin, newMaterial: true, piece })).find((s) => s.id === "trial");
    const said = { at: "2026-03-01T19:00", materialId: "r", changed: "2.4 to 2.8 s" };
    expect(trial(null)!.warn).toMatch(/new material/);
    expect(trial({ ...said, verdict: "under exposed" })!.warn).toBe(
      "the last came out under exposed; changed: 2.4 to 2.8 s",
    );
    expect(trial({ ...said, verdict: "right" })).toBeUndefined();
  });
  it("begins with the machine itself when it is new, and says how the piece comes off", () => {
    expect(gateFor(context({ newMachine: true }))[0]!.text).toMatch(/^Stands level/);
    expect(gateFor(context()).at(-1)!.text).toMatch(/bend the sheet/);
    expect(gateFor(context({ printer: { ...testFilament, plate: "rigid" } })).at(-1)!.text).toMatch(
      /scraper under a corner, flat and away from the hand/,
    );
  });
});

describe("recipes, plastics, kinds and beds", () => {
  const recipe: PrintRecipe = {
    id: "r",
    name: "fine",
    printerId: "bench-f",
    materialId: null,
    parentId: null,
    settings: { layerMm: 0.1, walls: 4, wattage: 9, infillShare: Number.NaN },
    nozzleC: null,
    bedC: null,
    note: "",
  };
  it("a recipe changes what it may and nothing else, and only its own machine", () => {
    const set = withRecipe(testFilament, recipe);
    expect(set).toEqual({ ...testFilament, layerMm: 0.1, walls: 4 });
    expect(withRecipe(testResin, recipe)).toBe(testResin);
    expect(recipeDifferences(testFilament, null, recipe).map((d) => d.field)).toEqual(["layerMm", "walls"]);
    expect(recipeSnapshot(testFilament, recipe)).toMatchObject({
      layerMm: 0.1,
      walls: 4,
      infillShare: testFilament.infillShare,
    });
  });
  it("every plastic suits every use somewhere between 0 and 1, and clear is for light", () => {
    for (const p of plastics)
      for (const use of uses)
        expect(suits(p, use).score >= 0 && suits(p, use).score <= 1, `${p.id} ${use}`).toBe(true);
    expect(plastics.filter((p) => suits(p, "lit").score > 0.9).every((p) => p.print.clear)).toBe(true);
  });
  it("plates have a kind that is stored as a number and read again", () => {
    for (const kind of plateKinds) expect(kindOfNumber(kindNumber(kind))).toBe(kind);
    expect(kindOfNumber(undefined)).toBeNull();
    const piece = { pieceId: "", name: "", slender: 1, flatMm2: 0, baseMm: 0, islands: 0 };
    expect([
      plateKindOf("filament", [piece]),
      plateKindOf("filament", [piece, { ...piece, slender: 9 }]),
      plateKindOf("filament", [{ ...piece, baseMm: 150 }]),
      plateKindOf("resin", [{ ...piece, baseMm: 150 }]),
    ]).toEqual(["plain", "tall", "wide", "plain"]);
  });
  it("a machine says what it lacks, and a bed how many pieces a part would be", () => {
    expect(missingSetting(testFilament)).toBeNull();
    expect(missingSetting({ ...testFilament, bedMm: [8, 220, 250] })).toMatch(/room/);
    expect(missingSetting({ ...testFilament, wallSpeed: 0 })).toBe("wall speed");
    expect(missingSetting({ ...testResin, retractSpeed: Number.NaN })).toBe("retract speed");
    expect(pieceCount(fitOn(testFilament, [200, 200, 200]))).toBe(1);
    expect(pieceCount(fitOn(testFilament, [400, 100, 20]))).toBe(2);
    expect(pieceCount(fitOn(testFilament, [5000, 5000, 1000]))).toBeGreaterThan(MOST_PIECES);
    // Longer than the bed, and whole from corner to corner.
    expect(fitOn(testFilament, [250, 10, 10])).toMatchObject({ kind: "fits" });
  });
});
