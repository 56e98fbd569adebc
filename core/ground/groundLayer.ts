import { materialOf } from "#core/materials/materials";
import { between, exact, type Figure, spread, sum } from "#core/figure";

/** What the layers of a board are made of: boards to build on, and what is laid wet and dries. */
export const groundMaterials = (
  ["plywood", "mdf", "xps", "grout", "gypsum", "sand", "natural", "paste", "water-resin"] as const
).map((id) => ({ ...materialOf(id), id }));
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
  const { low, usual, high } = material.gPerCm3!;
  const depthSpread = material.laidAs === undefined ? 0 : 0.15;
  const working = [
    {
      text: `${areaCm2.toFixed(0)} cm2 x ${layer.depthMm} mm`,
      value: `${ml.toFixed(0)} ml`,
      basis: "yours" as const,
    },
    {
      text: `${material.name}: ${Math.round(1000 * low)} to ${Math.round(1000 * high)} kg/m3`,
      value: `${(ml * usual).toFixed(0)} g`,
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
      ml * low * (1 - depthSpread),
      ml * usual,
      ml * high * (1 + depthSpread),
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

/** From here two people carry it; a long board from less (common practice, caution C13). */
export const HEAVY_BOARD_G = 15_000;
const HEAVY_LONG_G = 10_000;
const LONG_BOARD_MM = 1000;

/** Whether a board takes two people, by its weight and its longer side. */
export const takesTwo = (grams: number, { widthMm, depthMm }: Board): boolean =>
  grams > (Math.max(widthMm, depthMm) > LONG_BOARD_MM ? HEAVY_LONG_G : HEAVY_BOARD_G);
