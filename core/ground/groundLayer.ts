import { between, exact, type Figure, spread, sum } from "#core/figure";

/**
 * What ground is built of: bulk density in kg/m3 as a range, and the product family it dries as. Common
 * practice.
 */
export const groundMaterials = [
  { id: "plywood", name: "plywood", low: 550, high: 680, family: null, substrate: "wood" },
  { id: "mdf", name: "MDF", low: 700, high: 780, family: null, substrate: "wood" },
  { id: "xps", name: "extruded foam", low: 28, high: 36, family: null, substrate: "foam" },
  {
    id: "grout",
    name: "tile grout",
    low: 1300,
    high: 1500,
    family: "cement grout ground",
    substrate: "cement",
  },
  {
    id: "gypsum",
    name: "set gypsum",
    low: 1000,
    high: 1200,
    family: "gypsum plaster ground",
    substrate: "plaster",
  },
  {
    id: "sand",
    name: "fine sand",
    low: 1400,
    high: 1600,
    family: "PVA + water over loose ground",
    substrate: "sand",
  },
  {
    id: "paste",
    name: "texture paste",
    low: 1100,
    high: 1500,
    family: "modelling or texture paste",
    substrate: "paste",
  },
  {
    id: "water-resin",
    name: "clear casting resin",
    low: 1080,
    high: 1120,
    family: "water-clear casting resin",
    substrate: "resin",
  },
] as const;
export type GroundMaterialId = (typeof groundMaterials)[number]["id"];

/** One layer of the board, over a share of its area. */
export type GroundLayer = {
  readonly id: string;
  readonly name: string;
  readonly material: GroundMaterialId;
  readonly areaShare: number;
  readonly depthMm: number;
  readonly loose: boolean;
};

export type Board = { readonly widthMm: number; readonly depthMm: number };

/** Share of loose ground that is air between grains, to be filled by glue (common practice). */
const VOID_SHARE = 0.4;

export type LayerAmounts = {
  readonly areaCm2: number;
  readonly millilitres: Figure;
  readonly grams: Figure;
  readonly binderMl: Figure | null;
};

export const groundMaterial = (id: GroundMaterialId) => groundMaterials.find((m) => m.id === id)!;

/** Volume = area x depth, mass = volume x bulk density; loose ground also takes up binder in its voids. */
export function layerAmounts(layer: GroundLayer, board: Board): LayerAmounts {
  const material = groundMaterial(layer.material);
  const areaCm2 = (board.widthMm * board.depthMm * layer.areaShare) / 100;
  const ml = (areaCm2 * layer.depthMm) / 10;
  const middle = (material.low + material.high) / 2000;
  const depthSpread = material.family === null ? 0 : 0.15;
  const working = [
    {
      text: `${areaCm2.toFixed(0)} cm2 x ${layer.depthMm} mm`,
      value: `${ml.toFixed(0)} ml`,
      basis: "yours" as const,
    },
    {
      text: `${material.name}: ${material.low} to ${material.high} kg/m3`,
      value: `${(ml * middle).toFixed(0)} g`,
      basis: "practice" as const,
    },
  ];
  return {
    areaCm2,
    millilitres:
      depthSpread === 0
        ? exact(ml, "ml", "computed", working)
        : spread(ml, depthSpread, "ml", "computed", working),
    grams: between(
      (ml * material.low * (1 - depthSpread)) / 1000,
      ml * middle,
      (ml * material.high * (1 + depthSpread)) / 1000,
      "g",
      "practice",
      working,
    ),
    binderMl: layer.loose
      ? spread(ml * VOID_SHARE, 0.25, "ml", "practice", [
          {
            text: `${VOID_SHARE * 100} % of ${ml.toFixed(0)} ml is air between the grains, filled with glue and water`,
            basis: "practice",
          },
        ])
      : null,
  };
}

/** Weight of the finished board: its layers and the parts on it. */
export function boardGrams(layers: readonly GroundLayer[], board: Board, partsGrams: Figure): Figure {
  const rows = layers.map((l) => ({ name: l.name, grams: layerAmounts(l, board).grams }));
  return sum([...rows.map((r) => r.grams), partsGrams], "g", "independent", [
    ...rows.map((r) => ({ text: r.name, value: `${r.grams.value.toFixed(0)} g`, basis: r.grams.basis })),
    { text: "the parts on it", value: `${partsGrams.value.toFixed(0)} g`, basis: partsGrams.basis },
  ]);
}

/** From here two people carry it (common practice, caution C13). */
export const HEAVY_BOARD_G = 15_000;
