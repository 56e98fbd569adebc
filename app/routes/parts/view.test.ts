import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  areaText,
  asideText,
  cameAs,
  firstText,
  partsWith,
  shelfLabels,
  shelfText,
  soFar,
  standingAside,
  wantedText,
  zoneLine,
} from "./view";

const rowsOf = (labels: ReturnType<typeof shelfLabels>) =>
  [0, 1].map((row) =>
    labels.filter((l) => l.row === row).map((l) => [l.xPx, l.xPx + 6.8 * l.text.length] as const),
  );

it("never run into each other, however close things stand and however long their names are", () => {
  const thing = fc.record({
    gap: fc.integer({ min: 2, max: 200 }),
    letters: fc.integer({ min: 1, max: 40 }),
  });
  fc.assert(
    fc.property(fc.array(thing, { maxLength: 40 }), (given) => {
      let xPx = 0;
      const things = given.map(({ gap, letters }) => ({ name: "n".repeat(letters), xPx: (xPx += gap) }));
      const labels = shelfLabels(things, xPx + 100);
      expect(labels).toHaveLength(things.length);
      for (const row of rowsOf(labels))
        row.forEach(([from], i) => i > 0 && expect(from).toBeGreaterThanOrEqual(row[i - 1]![1]));
    }),
  );
});

it("stand under their thing, in one line and whole where there is room", () => {
  const things = ["Chimney", "Cottage, gable"].map((name, i) => ({ name, xPx: 20 + 300 * i }));
  expect(shelfLabels(things, 700)).toEqual([
    { text: "Chimney", xPx: 20, row: 0 },
    { text: "Cottage, gable", xPx: 320, row: 0 },
  ]);
});

it("take the second line beside a narrow neighbour, and are cut short before the next", () => {
  const things = [
    { name: "Chimney", xPx: 10 },
    { name: "Cottage, back wall", xPx: 40 },
    { name: "Cottage, front wall", xPx: 120 },
  ];
  const labels = shelfLabels(things, 400);
  expect(labels.map((l) => l.row)).toEqual([0, 1, 0]);
  expect(labels[0]!.text).toBe("Chimney");
});

describe("what a mesh says it came as", () => {
  const came = (size: object, meshId: string | null = "m") =>
    cameAs({ part: { meshId, made: "bought", size: { unitMm: 1, unitSure: true, ...size } } } as never);
  it("is its scale and its unit, with a mark where the unit was guessed", () => {
    expect(came({ source: { kind: "ratio", denominator: 48 } })).toBe("1:48, mm");
    expect(came({ source: { kind: "figure", figureMm: 28 }, unitMm: 25.4 })).toBe("28 mm figures, inches");
    expect(came({ source: { kind: "unknown" }, unitMm: 3, unitSure: false })).toBe("not known, 3 mm?");
    expect(came({ source: { kind: "full" }, unitMm: 1000 })).toBe("1:1, m");
  });
  it("is how it was made where there is none", () => {
    expect(came({ source: { kind: "unknown" } }, null)).toBe("bought");
  });
});

describe("the parts that are looked for", () => {
  const named = (name: string, printer: string | null) =>
    ({
      part: {
        name,
        meshId: null,
        made: "printed",
        origin: { fileName: `${name}.stl`, from: "" },
        size: { source: { kind: "unknown" }, unitMm: 1, unitSure: true },
      },
      chosen: printer === null ? null : { printer: { name: printer } },
    }) as never;
  const parts = [named("Wall", "Longbed"), named("Gate", null)];
  it("are those of which it is said anywhere, in any case of letters; all where nothing is typed", () => {
    expect(partsWith(parts, " LONG ")).toEqual([parts[0]]);
    expect(partsWith(parts, "gate.stl")).toEqual([parts[1]]);
    expect(partsWith(parts, "  ")).toEqual(parts);
    expect(partsWith(parts, "roof")).toEqual([]);
  });
});

it("says of a file that is still measured how large it is drawn", () => {
  const box = { min: [-10, 0, 2], max: [170.25, 120, 47] } as const;
  expect(
    firstText({ box: { min: [...box.min], max: [...box.max] }, triangles: 1_000_000, volume: 486675.4 }),
  ).toBe("180.3 × 120 × 45 as drawn, volume 486,700, 1,000,000 triangles");
});

it("names a few of the files that are no models, and counts the rest", () => {
  expect(asideText(["a.txt"])).toBe("Left aside, since they are no models: a.txt.");
  expect(asideText(["a", "b", "c", "d", "e", "f"])).toBe(
    "Left aside, since they are no models: a, b, c, d and 2 more.",
  );
});

describe("parts that stand aside", () => {
  const held = (because: string) => ({ because, sentence: `It has ${because}.`, mends: [] });
  const part = (id: string, because: string | null, pieceOf: object | null = null) =>
    ({
      part: { id, name: id, count: 2, made: "printed", print: { pieceOf } },
      held: because === null ? null : held(because),
    }) as never;
  const parts = [part("a", null), part("b", "no scale"), part("c", "no volume"), part("d", "no volume", {})];
  it("are told by why, those without a scale apart from the rest, pieces with their whole", () => {
    expect(standingAside(parts).map((f) => [f.about, f.sentence])).toEqual([["part:c", "It has no volume."]]);
    expect(soFar(parts)).toEqual({ planned: 1, unscaled: 1, aside: 1 });
  });
  it("are counted over the shelf", () => {
    expect(shelfText(parts, 72)).toBe(
      "4 parts, 8 copies, drawn at 1:72 beside an adult; 3 of them stand aside below",
    );
    expect(shelfText(parts.slice(0, 1), 72)).toBe("1 part, 2 copies, all drawn at 1:72 beside an adult");
  });
});

it("R1: says what a wanted size makes of walls and of the part beside the others", () => {
  const wanted = { ownFactor: 90 / 128, sizeMm: [90, 68, 148] as const, thinnestMm: 0.984 };
  expect(wantedText(wanted, 1.4, "resin")).toBe(
    "70.3 % of true size, 30 % below the others of the scene: 90.0 × 68.0 × 148.0 mm, " +
      "thinnest wall 1.40 to 0.98 mm, under the 1 mm that holds.",
  );
  expect(wantedText(wanted, 1.4, "filament")).toMatch(/to 0\.98 mm\.$/);
  expect(wantedText({ ...wanted, thinnestMm: null }, null, null)).toMatch(/148\.0 mm\.$/);
});

it("tells a zone with its area on the bench, finer where it is small", () => {
  expect(zoneLine({ name: "upright left", area: 336 }, 1)).toBe("upright left, 3.36 cm²");
  expect(zoneLine({ name: "top", area: 5_184_000 }, 1 / 72)).toBe("top, 10 cm²");
  expect(areaText(25.4 ** -2 * 100, 25.4)).toBe("1.00 cm²");
});
