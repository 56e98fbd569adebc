import { filled, filledWithin, filling, type LooseRow } from "#data/upgrades/upgrade";

const machine = { plate: "flexible", noiseDb: 50, priceMinor: 0, lifeHours: 2000, setupMinutes: 10 };
const filament = {
  ...machine,
  clearMinutes: 10,
  cornerMm: 0.02,
  retractSeconds: 0.1,
  skirtLoops: 1,
  brimMm: 0,
  supportShare: 0.15,
  longestBridgeMm: 12,
};
const resin = { ...machine, clearMinutes: 20, slowLiftMm: 0, slowLiftSpeed: 1 };

const printer = (row: LooseRow): LooseRow => filled(row, row.process === "resin" ? resin : filament);

/**
 * Version 3 brought plates, runs and machines in earnest: how a part lies, what it bears, what it is printed
 * in.
 */
export const from2 = filling(2, {
  scenes: (row) => filled(row, { laySchool: null, aside: false }),
  parts: (row) =>
    filledWithin(
      filled(row, {
        pose: null,
        raised: null,
        front: null,
        infillBands: [],
        use: null,
        materialId: null,
        recipeId: null,
        setsSizes: false,
        spares: 0,
        pieceOf: null,
      }),
      "hollow",
      { holes: [] },
    ),
  printers: printer,
  materials: (row) => filled(row, { colour: null, damp: false }),
  log: (row) => filled(row, { materialId: null, settings: {} }),
});
