import type { Figure } from "#core/figure";
import type { Product } from "#core/materials/product";
import { productOf } from "#core/materials/products";
import { coatMillilitres, coatMinutes, methods } from "#core/paint/amount";
import {
  type LayerMix,
  type Coat,
  type LaidWork,
  turnOf,
  toolFor,
  shareOf,
  aroundIt,
  dulls,
  LINE_S_PER_MM,
  onZones,
} from "#core/paint/coat";
import { kindOf } from "#core/paint/layerKinds";
import { BLOT_S, layerNotes } from "#core/paint/layerNotes";
import { PANEL_S } from "#core/paint/panels";
import type { Load } from "#core/paint/load";
import { whileItHolds } from "#core/paint/resist";
import { isTakenBack, paintOf, recipeOf, type SchemeLayer } from "#core/paint/scheme";
import { partRef } from "#core/reference";
import { tonedBy } from "#core/paint/tonedBy";
import { coatId } from "#core/steps/coats";
import type { StepFacts } from "#core/steps/facts";
import { factsOf } from "#core/steps/factsOf";
import type { Action, Redo, Step } from "#core/steps/step";

/** Lightness from which a coat is light, and up to which it is dark. */
const LIGHT_L = 70;
const DARK_L = 35;

/** They meet the ground where the part stands on it. */
const meetGround: readonly Action[] = ["varnish", "pigment", "gloss effect"];

/** There is enamel or oil below: a lacquer over it goes on in dust coats first. */
const overEnamel = (coat: Coat) =>
  coat.product.chemistry === "lacquer" &&
  aroundIt(coat).before.some((l) => productOf(l.layer.product).chemistry === "enamel or oil");

const toneOf = (lightness: number | null, { layer }: Coat) =>
  lightness === null || kindOf(layer.kind).action === "shade"
    ? undefined
    : lightness > LIGHT_L
      ? ("light" as const)
      : lightness < DARK_L
        ? ("dark" as const)
        : undefined;

/**
 * The coats of a layer, each a step of its own that the work can go round with: the last has the layer's id, and
 * those before it are tied in front of it one by one.
 * @param redo what is done again on a copy where a coat slips
 * @returns the last
 */
export function layCoats(
  coat: Coat,
  mix: LayerMix,
  first: readonly string[],
  resist: Step | null,
  redo: readonly Redo[] = [],
): Step {
  const { laid, layer, last, add } = coat;
  const before = last.get(turnOf(layer)) ?? [];
  const shared = { ...coatOf(coat, mix), ...(redo.length > 0 ? { redo } : {}) };
  const of = layer.coats;
  const key = `scheme-${laid.key}`;
  const numbered = (number: number) => ({
    ...shared,
    title: `${titleOf(layer)}${of > 1 ? `, coat ${number} of ${of}` : ""}${onZones(laid)}`,
    ...(of > 1 ? { coat: { number, of } } : {}),
    ...(of > 1 && shared.recipeId !== null ? mixedOnce(shared, number, of) : {}),
    ...(number === 1 && resist ? { window: whileItHolds(resist) } : {}),
  });
  let next = add({
    ...numbered(of),
    key,
    after: [...before, ...first],
  });
  const made = next;
  for (let number = of - 1; number > 0; number--)
    next = add({ ...numbered(number), key: coatId(key, number), tied: { to: next.id, at: "before" } });
  if (layer.trialFirst) tryOneField(coat, next);
  return made;
}

/** A colour of one's own is mixed once for all coats of a layer: one that is mixed again does not match by eye. */
const mixedOnce = ({ mixMl, notes }: ReturnType<typeof coatOf>, number: number, of: number) =>
  number === 1
    ? {
        mixMl: mixMl && shareOf(mixMl, of),
        notes: [...notes, `Mix for all ${of} coats at once, and keep what is left closed.`],
      }
    : { mixMl: null, notes: [...notes, "From the mix of the first coat."] };

/** Layers that no paint goes into: what is dabbed on comes off again, markings are printed. */
const isDry = ({ kind }: Pick<SchemeLayer, "kind">) => kind === "resist" || kind === "decal";

/** The mix that all coats of a layer take together on so much of its surface; null where none goes into it. */
export const mixOfLayer = (
  layer: Pick<SchemeLayer, "kind" | "coats" | "method" | "load">,
  product: Product,
  areaCm2: Figure,
  { thinnerShare, solids, filmMm }: Pick<LayerMix, "thinnerShare" | "solids" | "filmMm">,
): Figure | null =>
  isDry(layer)
    ? null
    : coatMillilitres({
        ...{ areaCm2, coats: layer.coats, method: layer.method, thinnerShare, load: layer.load },
        product: {
          ...product,
          ...(solids === null ? {} : { solids }),
          ...(filmMm === null ? {} : { filmMm }),
        },
      });

const isSprayed = ({ method }: Pick<SchemeLayer, "method">) => method === "can" || method === "airbrush";
/** A spray beside a clear place that nothing covers. */
const isOverClear = ({ laid, layer }: Coat): boolean =>
  laid.offClear === true && isSprayed(layer) && !laid.isClearSafe;

/** What every coat of a layer is. */
function coatOf(coat: Coat, mix: LayerMix) {
  const { lightness } = mix;
  const { p, laid, layer, product, area } = coat;
  const { action } = kindOf(layer.kind);
  const dustCoats = overEnamel(coat);
  const all = mixOfLayer(layer, product, area, mix);
  const toned = tonedBy(coat);
  const pieces = laid.copies?.length ?? p.count;
  return {
    action,
    product: isDry(layer) ? null : layer.product,
    sheen: isDry(layer) ? null : layer.sheen,
    recipeId: recipeOf(layer),
    paintId: paintOf(layer),
    minutes: minutesOf(coat, pieces),
    mixMl: all && shareOf(all, 1 / layer.coats),
    areaCm2: area.value,
    tool: toolFor(layer),
    place: isSprayed(layer) ? ("booth" as const) : ("bench" as const),
    ...(laid.offClear && !isOverClear(coat) ? { clear: false } : {}),
    waitMinutes: waitAfter(layer, product),
    partOf: { layerId: layer.id },
    ...(toned ? { tonedBy: toned } : {}),
    ...(layer.place === "runs" && layer.runs
      ? { runs: { count: layer.runs.count * pieces, blotSeconds: BLOT_S } }
      : {}),
    ...(laid.copies ? { pieces: laid.copies.length } : {}),
    targets: meetGround.includes(action) && p.onBoard ? [partRef(p.id), "board" as const] : [partRef(p.id)],
    notes: [
      ...(dustCoats ? ["First passes as dust coats: there is enamel or oil below."] : []),
      ...passNotes(coat),
      ...layerNotes(layer, product),
      ...mix.notes,
      ...panelNotes(laid),
    ],
    ...(lightness === null ? {} : { lightness }),
    facts: layerFacts(coat, mix, dustCoats),
  };
}

/** Each pass of a dry brush goes across the one before it, where nobody says otherwise. */
function passNotes(coat: Coat): readonly string[] {
  if (coat.layer.kind !== "drybrush" || coat.layer.stroke) return [];
  const passes = aroundIt(coat).before.filter((l) => l.layer.kind === "drybrush").length;
  return [
    passes % 2 === 0 ? "Strokes at 0 degrees: along it." : "Strokes at 90 degrees: across the last pass.",
  ];
}

/** So many copies are drawn at the bench; the others go on in the same way. */
const MOST_MAPS = 6;
const panelNotes = ({ panels }: LaidWork): readonly string[] =>
  panels
    ? [
        `This colour is ${panels.letter}. ${panels.maps
          .slice(0, MOST_MAPS)
          .map((map, i) => `Copy ${i + 1}: ${map}`)
          .join("; ")}.`,
      ]
    : [];

/** What the rules of the order look at. */
function layerFacts(coat: Coat, { lightness, transparent }: LayerMix, dustCoats: boolean): StepFacts {
  const { p, layer, product, laid } = coat;
  const { action, weathering } = kindOf(layer.kind);
  const homemade = action === "shade" && recipeOf(layer) !== null && product.chemistry === "water";
  const isPaint = layer.kind === "colour" || layer.kind === "metal";
  const tick = (so: boolean | undefined) => (so ? (true as const) : undefined);
  return factsOf({
    bare: p.bare ?? undefined,
    hollow: tick(p.hollow !== null),
    tone: toneOf(lightness, coat),
    dustCoats: tick(dustCoats),
    plainSteps: tick(action === "drybrush" && p.showsSteps),
    undertone: tick(action === "drybrush" && isUndertone(coat)),
    homemade: tick(homemade),
    fitFaces: tick(action === "prime" && p.fitFaces),
    lines: tick(dulls(laid) && (laid.grooves ?? []).length > 0),
    messy: tick(isPaint && laid.messy),
    neat: tick(isPaint && laid.neat),
    metal: layer.kind === "metal" ? (layer.metal ?? "iron") : undefined,
    weathering,
    mayCorrect: tick(isTakenBack(layer)),
    freehand: layer.mustStay,
    pin: layer.pinOnly,
    wet: layer.intoWet,
    liquid: tick(layer.kind === "resist"),
    shielded: tick(coat.isShielded),
    clearZone: tick(isOverClear(coat)),
    transparent,
  });
}

/** A wash comes over it, and a dry brush over that. */
function isUndertone(coat: Coat): boolean {
  const { after } = aroundIt(coat);
  const wash = after.findIndex((l) => kindOf(l.layer.kind).action === "shade");
  return wash >= 0 && after.slice(wash + 1).some((l) => l.layer.kind === "drybrush");
}

/** A run is drawn down, blotted at its top within 5 s, and what is too much wiped off, s (default). */
const RUN_S = 15;

/** Hands for one coat: by area; lines by their length and runs by their number where they are found. */
export function minutesOf(
  { layer, area, laid }: Pick<Coat, "layer" | "area" | "laid">,
  copies: number,
): number {
  if (layer.place === "runs" && layer.runs)
    return methods[layer.method].fixedMinutes + (layer.runs.count * copies * RUN_S) / 60;
  const lines = layer.kind === "line in" ? (laid.grooves ?? []).reduce((sum, g) => sum + g.lengthMm, 0) : 0;
  if (laid.panels) return methods[layer.method].fixedMinutes + (laid.panels.count * PANEL_S) / 60;
  return lines > 0
    ? methods[layer.method].fixedMinutes + (lines * LINE_S_PER_MM) / 60
    : coatMinutes(layer.method, area.value);
}

/** A film from a half-dry brush dries sooner than a whole coat (default: three quarters, and half). */
const DRIES: Readonly<Record<Load, number>> = { wet: 1, damp: 0.75, dry: 0.5 };
/** Softened markings are left alone for a day (common practice). */
const DECAL_MIN = 24 * 60;
const waitAfter = ({ load, kind }: SchemeLayer, { recoatMinutes }: Product): number =>
  kind === "decal" ? DECAL_MIN : recoatMinutes * (load ? DRIES[load] : 1);

/** One field is done first where a layer asks for it: the rest waits for how it comes out. */
const tryOneField = ({ laid, layer, last, add }: Coat, first: Step): Step =>
  add({
    key: `trial-${laid.key}`,
    action: "test",
    title: `Try it on one field first: ${kindOf(layer.kind).title.toLowerCase()}${onZones(laid)}`,
    minutes: 6,
    tool: toolFor(layer),
    after: [...last.values()].flat(),
    tied: { to: first.id, at: "before" },
    notes: ["Go on only when it looks right. Where it does not, the other fields are still untouched."],
  });

const titleOf = (layer: SchemeLayer): string =>
  layer.kind === "varnish" ? `Seal ${layer.sheen}` : kindOf(layer.kind).title;
