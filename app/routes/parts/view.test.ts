import fc from "fast-check";
import { expect, it } from "vitest";
import { shelfLabels } from "./view";

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
