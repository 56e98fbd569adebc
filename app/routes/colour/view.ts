import { layerAmount, stepsOfLayer } from "./layerAmount";
import { type Figure } from "#core/figure";
import { retypedText } from "#core/plan/order/typedOrder";
import { counted } from "#core/words";
import { layerInRooms, NO_AIR } from "#core/plan/inRooms";
import { partRef } from "#core/reference";
import { productName, productOf } from "#core/materials/products";
import { dropsFor, neatMillilitres } from "#core/paint/amount";
import { enoughForCm2, mixFromPots } from "#core/paint/enough";
import { type Cover, MOST_COATS } from "#core/paint/cover";
import { layerCovers } from "#core/paint/layerCover";
import { ciede2000 } from "#core/paint/ciede2000";
import { hexOfLab, labOfHex } from "#core/paint/colour";
import type { LabD65 } from "#core/paint/lab";
import { daysBetween } from "#core/plan/calendarDay";
import { MIX_KEEPS_DAYS } from "#core/plan/order/mixOnce";
import { amountText, type StockItem } from "#core/stores/draw";
import { type MixPrediction, predictMix, type Paint, type Recipe } from "#core/paint/paint";
import { robustnessOf } from "#core/paint/robustness";
import { paintOf, recipeOf, type SchemeLayer } from "#core/paint/scheme";
import { laidWith } from "#core/plan/colour/laidWith";
import type { Finding } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import { laidLayers } from "#core/scene/zone";
import { colourName } from "./copyLines";
import { printOf, schemeOf } from "#core/scene/part";
import type { Workshop } from "#core/scene/workshop";
import type { Step } from "#core/steps/step";

/** How far two colours are apart for an eye that sees them side by side. Common practice. */
export function differenceWords(difference: number): string {
  if (difference < 1) return "the same to the eye";
  if (difference < 2.5) return "close";
  return difference < 5 ? "a shade off" : "plainly different";
}

/** The part whose scheme is shown: the one asked for, else the first that has one. */
export const shownPart = (parts: readonly PartPlan[], asked: string | null): PartPlan | undefined =>
  parts.find((p) => p.part.id === asked) ?? parts.find((p) => schemeOf(p.part).length > 0) ?? parts[0];

/** Parts that can be given a scheme: pieces take that of their whole. */
export const schemeParts = (parts: readonly PartPlan[]) =>
  parts.filter((p) => !printOf(p.part).pieceOf && !p.part.tool);

/** Parts that are planned with the usual paint because nobody said how to paint them. */
export const paintAssumed = (parts: readonly PartPlan[]) => parts.filter((p) => p.paintAssumed && !p.held);

/** Parts that stay without a layer. */
export const bareParts = (parts: readonly PartPlan[]) =>
  schemeParts(parts).filter((p) => schemeOf(p.part).length === 0 && !p.held && !printOf(p.part).clear);

export const colourFindings = (findings: readonly Finding[], partId: string): readonly Finding[] =>
  findings.filter((f) => f.stage === "colour" && f.about === partRef(partId));

/** Where a mix is used, and how much of it is needed: ml as used, and drops of each pot; none without a use. */
export type MixUse = {
  readonly steps: readonly Step[];
  readonly millilitres: number;
  readonly drops: readonly number[];
};

export function mixUse(recipe: Recipe, steps: readonly Step[]): MixUse {
  const { steps: uses, millilitres } = laidWith({ kind: "recipe", id: recipe.id }, steps);
  const shares = recipe.parts.map((p) => p.parts);
  const drops = millilitres > 0 ? dropsFor(shares, neatMillilitres(millilitres, recipe.thinnerShare)) : [];
  return { steps: uses, millilitres, drops };
}

/** How much a mix forgives at the cup, in words; nothing of a pot alone. */
export function forgives(parts: Recipe["parts"], paints: readonly Paint[]): string {
  const by = robustnessOf(parts, new Map(paints.map((p) => [p.id, p])));
  if (!by || parts.length < 2) return "";
  const strength = by.strengthOff > 0 ? `, an unmeasured pot up to ${by.strengthOff.toFixed(1)}` : "";
  return `a drop in ten missing shifts it by up to ${by.dropMissing.toFixed(1)}${strength}`;
}

/** What the pots of a mix are enough for, in one brushed coat. */
export function enoughWords(recipe: Recipe, { paints }: Pick<Workshop, "paints">): string {
  const byId = new Map(paints.map((p) => [p.id, p]));
  const first = byId.get(recipe.parts[0]?.paintId ?? "");
  if (!first) return "A pot of it is gone.";
  const ml = mixFromPots(recipe, byId);
  const coat = { coats: 1, method: "brush", product: productOf(first.product) } as const;
  const cm2 = enoughForCm2(ml, { ...coat, thinnerShare: recipe.thinnerShare });
  return `Its pots give ${ml.toFixed(1)} ml: enough for ${cm2.toFixed(0)} cm² in one brushed coat.`;
}

/** A paint of a mix as it is typed; no pot chosen is "". */
export type MixRow = { readonly paintId: string; readonly parts: number };

/** As many pots as a mix takes here. */
export const MOST_POTS = 4;
const emptyRow: MixRow = { paintId: "", parts: 0 };

/** The rows of the form: those of the mix, and empty ones. */
export const mixRows = (parts: readonly MixRow[]): readonly MixRow[] =>
  [...parts, ...Array<MixRow>(MOST_POTS).fill(emptyRow)].slice(0, MOST_POTS);

/** What the rows give as they are typed, beside the colour that is wanted; null while there is no paint. */
export function typedMix(
  rows: readonly MixRow[],
  targetHex: string,
  paints: readonly Paint[],
): MixPrediction | null {
  const target = labOfHex(targetHex);
  const parts = rows.filter((r) => r.paintId !== "" && r.parts > 0);
  return predictMix(
    { id: "", name: "", parts, thinnerShare: 0, target: target.ok ? target.value : null },
    new Map(paints.map((p) => [p.id, p])),
  );
}

/** A layer as its line shows it: what it is laid with, its colour as hex, and how much of it. */
export type LayerRow = {
  readonly layer: SchemeLayer;
  /** The zones that it is on, where the part has several and it is not on all. */
  readonly on: string | null;
  readonly with: string;
  readonly hex: string | null;
  /** Of all its coats, ml as used; null where nothing is mixed or it is not laid. */
  readonly amount: Figure | null;
  /** Why it does not come where it was typed; null where it does. */
  readonly retyped: string | null;
  /** What is laid in its place where the rooms do not bear it; null where it is laid as typed. */
  readonly instead: string | null;
  /** Coats that hide what lies below, where it is laid to cover and others are typed; null where all is well. */
  readonly cover: { readonly coats: number | null; readonly words: string } | null;
};

/** What is said of coats that do not cover, or of more than it takes; null where they are right or nobody knows. */
export function coverWords({ coats: typed }: Pick<SchemeLayer, "coats">, cover: Cover | undefined) {
  if (!cover) return null;
  const { coats, differences } = cover;
  if (coats === typed) return null;
  if (coats === null)
    return { coats, words: `even ${MOST_COATS} coats do not hide what is below: lay an opaque one first` };
  const by = differences.length > 0 ? "by how well its pots cover" : "as metals usually do";
  if (typed > coats)
    return {
      coats,
      words: `${counted(coats, "coat hides", "coats hide")} what is below, ${by}`,
    };
  const off = differences[typed - 1];
  return {
    coats,
    words:
      off === undefined
        ? `${coats} coats hide what is below, ${by}`
        : `${counted(typed, "coat leaves", "coats leave")} it ${off.toFixed(1)} off; ${coats} hide what is below, ${by}`,
  };
}

export function layerRows(
  part: PartPlan["part"],
  { recipes, paints, rooms }: Pick<Workshop, "recipes" | "paints" | "rooms">,
  { mixes, work }: Pick<Plan, "mixes" | "work">,
  zone: number | null = null,
): readonly LayerRow[] {
  const painted = part.zones.filter((z) => z.scheme.length > 0).length;
  const shown = laidLayers(part.zones).filter((l) => zone === null || l.zones.some((z) => z.number === zone));
  return shown.map(({ layer, zones }) => {
    const covers = layerCovers(zones[0]!.scheme, { recipes, paints });
    const recipe = recipes.find((r) => r.id === recipeOf(layer));
    const paint = paints.find((p) => p.id === paintOf(layer));
    const mix = recipe && mixes.get(recipe.id);
    const laid = layerInRooms(layer, rooms);
    const coats = stepsOfLayer(work, part.id, layer.id);
    const step = coats.find((s) => s.coat?.number === s.coat?.of);
    const moved = work.sequence.retyped.find((r) => r.before === step?.id);
    return {
      layer,
      on: zones.length === painted ? null : zones.map((z) => z.name).join(", "),
      instead:
        laid === layer
          ? null
          : `${productName(laid.product)}, ${counted(laid.coats, "coat", "coats")} by ${laid.method}: ${NO_AIR}`,
      with: [
        recipe?.name ?? paint?.name ?? productName(layer.product),
        ...(part.count > 1 || layer.panels
          ? (layer.among ?? []).map((c) => colourName(c, { recipes, paints }))
          : []),
      ].join(" or "),
      cover: coverWords(layer, covers.get(layer.id)),
      hex: mix ? hexOfLab(mix.lab) : (paint?.hex ?? null),
      amount: layerAmount(work, part.id, layer.id),
      retyped: moved ? retypedText(moved, work.steps) : null,
    };
  });
}

/** Jars of a mix that stand ready, the oldest first. */
export const batchesOf = ({ id }: Pick<Recipe, "id">, { stock }: Pick<Workshop, "stock">) =>
  stock
    .filter((s) => s.needKey === `recipe:${id}`)
    .sort((a, b) => ((a.batch?.madeOn ?? "") < (b.batch?.madeOn ?? "") ? -1 : 1));

/** When a batch was made, of how much and for what, and whether it still keeps. */
export function batchWords({ left, batch }: StockItem, today: string): string {
  if (!batch) return `${amountText(left, "ml")} stand ready.`;
  const days = -daysBetween(today, batch.madeOn);
  const age = days <= 0 ? "today" : counted(days, "day ago", "days ago");
  const old =
    days > MIX_KEEPS_DAYS ? `; older than the ${MIX_KEEPS_DAYS} days a mix keeps, try it first` : "";
  const forWhat = batch.forWhat === "" ? "" : ` for ${batch.forWhat}`;
  return `${amountText(batch.madeMl, "ml")}${forWhat}, mixed ${age}${old}.`;
}

/** What is said of a swatch: beside the first one where there is one, else beside what was foreseen. */
export function swatchSaid(
  { name, swatch }: Pick<Recipe, "name" | "swatch">,
  foreseen: LabD65 | null,
  hex: string,
): { readonly words: string; readonly isOther: boolean } {
  const lab = labOfHex(hex);
  if (!lab.ok) return { words: "", isOther: false };
  if (swatch) {
    const difference = ciede2000(lab.value, swatch);
    const isOther = difference >= SEEN;
    return {
      words: isOther
        ? `${difference.toFixed(1)} from the first ${name}: ${differenceWords(difference)}. Adjust it at the cup, or keep it as a variant.`
        : `As the first ${name}: ${difference.toFixed(1)} is not seen.`,
      isOther,
    };
  }
  if (!foreseen) return { words: "", isOther: false };
  return { words: `${ciede2000(lab.value, foreseen).toFixed(1)} from what was foreseen.`, isOther: false };
}
/** A difference from here on is seen (common practice). */
const SEEN = 1;
