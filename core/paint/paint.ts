import type { ProductId } from "#core/materials/products";
import type { ThinnerId } from "#core/materials/thinner";
import type { LabD65 } from "#core/paint/lab";
import { mixLab, type Pigment, pigmentOf } from "#core/paint/mixing";
import { ciede2000 } from "#core/paint/ciede2000";

/** What a pot is meant for. */
export const potKinds = [
  "paint",
  "ink",
  "wash",
  "metallic",
  "transparent",
  "powder",
  "medium",
  "varnish",
  "glue",
] as const;
export type PotKind = (typeof potKinds)[number];

/** How it stands in the pot: thin runs, thick buries fine lines, coarse has grain or flakes in it. */
export const potBodies = ["thin", "thick", "coarse"] as const;
export type PotBody = (typeof potBodies)[number];

/** A pot: its colour when dry, what kind of product it is, and how well it covers. */
export type Paint = {
  readonly id: string;
  readonly name: string;
  readonly product: ProductId;
  /** What it is thinned with, where it is not what its product asks for. */
  readonly thinner: ThinnerId | null;
  readonly hex: string;
  readonly lab: LabD65;
  readonly opacity: "opaque" | "semi" | "translucent";
  readonly sheen: "matte" | "satin" | "gloss";
  readonly millilitres: number;
  /** Scattering strength from a swatch; null while there is none. */
  readonly strength: number | null;
  /** What it is meant for; a paint where nobody said. */
  readonly kind?: PotKind;
  readonly body?: PotBody;
  /** Share of it that stays when it is dry, (0, 1]; that of its product where nobody said. */
  readonly solids?: number;
  /** Scattering of one brushed coat, from a stripe over black; by its opacity where there is none. */
  readonly power?: number;
  /** What a full pot holds, ml, and cost, minor units. */
  readonly sizeMl?: number;
  readonly priceMinor?: number;
  /** The day on which it was opened. */
  readonly openedOn?: string;
};

/** How a mix is counted out; in parts by volume where nobody said. */
export const mixMeasures = ["parts", "drops", "grams"] as const;

/** A mix in parts. `thinnerShare` is thinner per paint: 0.25 for 1 to 4. */
export type Recipe = {
  readonly id: string;
  readonly name: string;
  readonly parts: readonly { readonly paintId: string; readonly parts: number }[];
  readonly thinnerShare: number;
  readonly target: LabD65 | null;
  /** Drops that were added at the cup until it was accepted, in their order. */
  readonly additions?: readonly { readonly paintId: string; readonly drops: number }[];
  readonly measure?: (typeof mixMeasures)[number];
  /** Nobody said yet how much thinner goes in: it is asked for before it is laid. */
  readonly thinnerOpen?: true;
  /** How it is sprayed, where somebody said: nozzle mm, pressure bar, distance cm; and passes with blotting between. */
  readonly laid?: {
    readonly nozzleMm?: number;
    readonly bar?: number;
    readonly distanceCm?: number;
    readonly passes?: number;
  };
  /** What it dried to when it was first used, from a picture with a card in its light. */
  readonly swatch?: LabD65;
};

/** Kinds that are no colour to mix with: what binds, seals or glues, what lies on dry, and flakes. */
const unmixedKinds: readonly (PotKind | undefined)[] = ["medium", "varnish", "glue", "powder", "metallic"];

/** Whether a pot is tried where mixes are searched: it covers, and mixes as pigments do. */
export const isMixedWith = ({ opacity, kind }: Pick<Paint, "opacity" | "kind">): boolean =>
  opacity !== "translucent" && !unmixedKinds.includes(kind);

/** What a millilitre of a pot cost, minor units; 0 where its price is not told. */
export const potPricePerMl = ({ priceMinor = 0, sizeMl }: Pick<Paint, "priceMinor" | "sizeMl">): number =>
  sizeMl ? priceMinor / sizeMl : 0;

/** What a recipe gives, how far that is from its target, and the darkest and lightest that it may come out. */
export type MixPrediction = {
  readonly lab: LabD65;
  readonly difference: number | null;
  readonly low: LabD65;
  readonly high: LabD65;
  readonly missing: readonly string[];
};

const pigments = new WeakMap<Paint, Pigment>();

/** The pigment of a paint, worked out once for each paint object. */
export function pigmentOfPaint(paint: Paint): Pigment {
  let pigment = pigments.get(paint);
  if (!pigment) {
    pigment = pigmentOf(paint.lab, paint.strength ?? undefined);
    pigments.set(paint, pigment);
  }
  return pigment;
}

/**
 * The darkest and the lightest that a mix may come out: every pot without a swatch may be half or twice as strong, in
 * any way together.
 */
function swung(
  pots: readonly Pigment[],
  parts: readonly number[],
  unsure: readonly number[],
  lab: LabD65,
): { readonly low: LabD65; readonly high: LabD65 } {
  let [low, high] = [lab, lab];
  if (pots.length < 2) return { low, high };
  for (let way = 0; way < 2 ** unsure.length; way++) {
    const swing = pots.map((p, i) => {
      const at = unsure.indexOf(i);
      return at < 0 ? p : { ...p, strength: p.strength * ((way >> at) % 2 === 0 ? 0.5 : 2) };
    });
    const came = mixLab(swing, parts);
    if (came.l < low.l) low = came;
    if (came.l > high.l) high = came;
  }
  return { low, high };
}

/** @returns null when the recipe has no part of any paint that is there */
export function predictMix(recipe: Recipe, paints: ReadonlyMap<string, Paint>): MixPrediction | null {
  const known = recipe.parts.filter((p) => p.parts > 0 && paints.has(p.paintId));
  if (known.length === 0) return null;
  const pots = known.map((p) => pigmentOfPaint(paints.get(p.paintId)!));
  const parts = known.map((p) => p.parts);
  const lab = mixLab(pots, parts);
  const unsure = known.flatMap((p, i) => (paints.get(p.paintId)!.strength === null ? [i] : []));
  const { low, high } = swung(pots, parts, unsure, lab);
  return {
    lab,
    difference: recipe.target ? ciede2000(lab, recipe.target) : null,
    low,
    high,
    missing: recipe.parts.filter((p) => !paints.has(p.paintId)).map((p) => p.paintId),
  };
}
