import type { Product } from "#core/materials/product";
import { kindOf } from "#core/paint/layerKinds";
import { paintPlaces, sprayWords, weatherMaps } from "#core/paint/paintPlace";
import { isTakenBack, type SchemeLayer } from "#core/paint/scheme";
import { wayBackOf } from "#core/paint/wayBack";

const loadWords = {
  wet: "A full brush.",
  damp: "Half of the brush wiped off.",
  dry: "Brush wiped on a towel until it hardly leaves a mark.",
} as const;

/** What each kind of layer asks of the hand, beside its amount and its wait. Common practice. */
const kindNotes: Partial<Record<SchemeLayer["kind"], readonly string[]>> = {
  splatter: [
    "A short stiff brush, flicked from 5 to 10 cm; less on faces.",
    "Cover the neighbours, or take the part off and steer it by distance.",
  ],
  resist: ["In spots along the boards, most low and at edges. It comes off again within a day."],
  chip: ["At edges where hands and tools meet them, few and sharp."],
  decal: ["On a gloss face a day old; soften, leave it alone for 12 h, seal it before anything else."],
  streak: ["Start at eaves, sills and bolts, draw down, blot the upper end."],
};

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** A run is blotted at its top so soon after it is drawn, s (common practice). */
export const BLOT_S = 5;
const runNotes = ({ perSlope, count, longestMm }: NonNullable<SchemeLayer["runs"]>): readonly string[] => [
  `${count} runs a copy${perSlope === null ? "" : `, ${perSlope} on each edge`}, down from ridge, eaves and sills; ` +
    `none longer than ${Math.round(longestMm)} mm, half of its slope at most.`,
  `Blot the top of each from above within ${BLOT_S} s; wipe what is too much with a clean damp brush.`,
  "A touch of green in one of three, while it is wet.",
];

/** What the bench is told about a layer: load, stroke, how much of the zone, and the way back. */
export function layerNotes(layer: SchemeLayer, product: Product): readonly string[] {
  const { load, stroke, coverage, mostShare, mustStay, place, from, weather, runs } = layer;
  const stops = kindOf(layer.kind).action === "drybrush" || mostShare !== undefined;
  return [
    ...(load ? [loadWords[load]] : []),
    ...(stroke ? [`Strokes: ${stroke}.`] : []),
    ...(place === "runs" && runs ? runNotes(runs) : []),
    ...(place && place !== "runs" ? [`Only on ${paintPlaces[place]}: ${percent(coverage)} of it.`] : []),
    ...(weather ? [`As weather and use would: ${weatherMaps[weather]}.`] : []),
    ...(from ? [`Spray from ${sprayWords(from)} only: what it does not see stays as it is.`] : []),
    ...(coverage < 1 && stops ? [`Stop at ${percent(coverage)} of it.`] : []),
    ...(mostShare === undefined
      ? []
      : [`Stop at ${percent(mostShare / 2)} and look; never more than ${percent(mostShare)}.`]),
    ...(kindNotes[layer.kind] ?? []),
    ...(mustStay ? ["Nothing wet or loose may go over it before it is sealed."] : []),
    ...(isTakenBack(layer) || mostShare !== undefined
      ? [`Too much of it? ${wayBackOf(layer, product)}`]
      : []),
  ];
}
