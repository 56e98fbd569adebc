import type { Figure } from "#core/figure";
import type { MaterialId } from "#core/materials/materials";
import type { Product } from "#core/materials/product";
import { productOf } from "#core/materials/products";
import type { ToolId } from "#core/materials/tools";
import { coatMillilitres, methods } from "#core/paint/amount";
import type { Load } from "#core/paint/load";
import { kindOf } from "#core/paint/layerKinds";
import { layerNotes } from "#core/paint/layerNotes";
import { isTakenBack, type SchemeLayer, recipeOf, paintOf } from "#core/paint/scheme";
import { partRef } from "#core/reference";
import { coatId } from "#core/steps/coats";
import { factsOf } from "#core/steps/factsOf";
import type { OrderSchools } from "#core/steps/orderSchools";
import type { AddStep } from "#core/steps/partBase";
import type { StepFacts } from "#core/steps/facts";
import type { Action, Step } from "#core/steps/step";

/** Lightness of what a layer is painted with, 0 to 100; null when that is not known. */
export type MixOf = (layer: SchemeLayer) => LayerMix;
/** What a layer is laid with: its lightness, 0 to 100, where it is known, and the thinner in it, per paint. */
export type LayerMix = { readonly lightness: number | null; readonly thinnerShare: number };
export const unmixed: LayerMix = { lightness: null, thinnerShare: 0 };

/** A layer as it is laid: on which zones, in words where they are not all, and their area together. */
export type LaidWork = {
  readonly layer: SchemeLayer;
  /** What its steps are called by: its id, once. */
  readonly key: string;
  readonly zones: readonly number[];
  readonly of: string | null;
  readonly areaCm2: Figure;
  /** All of it splashes, or shows every splash. */
  readonly messy?: boolean;
  readonly neat?: boolean;
  /** Zones on which layers were still seen after the first primer, and their area. */
  readonly again?: { readonly of: string; readonly areaCm2: Figure } | null;
  /** Grooves in its zones: how many a copy has, and their length on all copies, mm. */
  readonly grooves?: readonly Grooves[];
};

type Grooves = {
  readonly zone: number;
  readonly name: string;
  readonly count: number;
  readonly lengthMm: number;
};

/** What is painted on all copies of a part, and on what. */
export type PaintWork = {
  readonly id: string;
  readonly count: number;
  readonly process: "filament" | "resin" | null;
  /** In the order in which they are laid. */
  readonly layers: readonly LaidWork[];
  readonly onBoard: boolean;
  readonly bare: MaterialId | null;
  readonly hollow: "drained" | "closed" | null;
  /** Its layer steps are seen, and nothing is done about them. */
  readonly showsSteps: boolean;
  /** Faces of a fit that paint must not close. */
  readonly fitFaces: boolean;
};

/** What a layer is made with, worked out once for all the steps that it leads to. */
type Coat = {
  readonly p: PaintWork;
  readonly laid: LaidWork;
  readonly layer: SchemeLayer;
  readonly product: Product;
  readonly area: Figure;
  readonly add: AddStep;
  readonly schools: OrderSchools;
  /** The last step of each action so far, of every zone that it lies on. */
  readonly last: ReadonlyMap<Turn, readonly string[]>;
};

/** What keeps its typed order by itself: layers of one action; effects of weather only among their own kind. */
type Turn = Action | NonNullable<StepFacts["weathering"]>;
const turnOf = ({ kind }: Pick<SchemeLayer, "kind">): Turn => kindOf(kind).weathering ?? kindOf(kind).action;

/**
 * A window is not shut sooner than this after it opens, however long the laying on took: then it is done
 * piece by piece.
 */
const LEAST_OPEN = 15;
/** Lightness from which a coat is light, and up to which it is dark. */
const LIGHT_L = 70;
const DARK_L = 35;

const methodTool: Record<SchemeLayer["method"], ToolId> = {
  brush: "brush",
  airbrush: "airbrush",
  can: "spray can",
  drybrush: "old brush",
  wash: "soft brush",
  sponge: "sponge",
  powder: "soft brush",
  flick: "short stiff brush",
};
/** What a layer is laid with: its own width of brush, or what its method takes. */
function toolFor({ brush, method, kind }: SchemeLayer): ToolId {
  if (kind === "resist") return "sponge";
  if (brush === "wide") return "broad brush";
  if (brush === "small" || kind === "line in") return "fine brush";
  return methodTool[method];
}
/** They meet the ground where the part stands on it. */
const meetGround: readonly Action[] = ["varnish", "pigment", "gloss effect"];

const shareOf = (all: Figure, share: number): Figure => ({
  ...all,
  value: all.value * share,
  low: all.low * share,
  high: all.high * share,
});

/** The steps of a part's scheme from primer to seal, with what the chosen schools put between its layers. */
export function paintSteps(p: PaintWork, add: AddStep, mixOf: MixOf, schools: OrderSchools): void {
  const lastOn = new Map<number, Map<Turn, string>>();
  const between = new Map<string, string>();
  const resists = new Map<number, Step>();
  const raw = schools.primer === "dark plastic is the shadow" && p.process === "filament";
  for (const laid of p.layers) {
    const { layer } = laid;
    if (layer.kind === "primer" && raw) {
      lookAtPlastic(p, add);
      continue;
    }
    const area = shareOf(laid.areaCm2, layer.coverage);
    const product = productOf(layer.product);
    const coat: Coat = { p, laid, layer, product, area, add, schools, last: lastOf(lastOn, laid.zones) };
    const powder = dustToSeal(coat);
    const first = between.get(laid.key);
    const before = [...(first === undefined ? [] : [first]), ...powder];
    const resist = kindOf(layer.kind).covers ? resistUnder(laid.zones, resists) : null;
    const made = layCoats(coat, mixOf(layer), before, resist);
    drawBack(coat, made);
    const rubbed = resist && rubOff(coat, made);
    for (const zone of laid.zones)
      (lastOn.get(zone) ?? lastOn.set(zone, new Map()).get(zone)!).set(turnOf(layer), made.id);
    if (layer.kind === "resist") for (const zone of laid.zones) resists.set(zone, made);
    findFaults(coat, rubbed ?? made);
    if (laid === p.layers.find((l) => l.layer.kind === "primer")) secondRound(coat, made);
    lineInAgain(coat, made);
    const covered = clearCoat(coat, made);
    if (covered) between.set(covered.before, covered.id);
  }
}

/** The last step of every action on any of these zones. */
function lastOf(
  lastOn: ReadonlyMap<number, ReadonlyMap<Turn, string>>,
  zones: readonly number[],
): ReadonlyMap<Turn, readonly string[]> {
  const last = new Map<Turn, readonly string[]>();
  for (const zone of zones)
    for (const [action, id] of lastOn.get(zone) ?? [])
      last.set(action, [...new Set([...(last.get(action) ?? []), id])]);
  return last;
}

/** The layers that share a zone with this one, before it or after it. */
function aroundIt({ p, laid }: Pick<Coat, "p" | "laid">) {
  const at = p.layers.indexOf(laid);
  const isOn = (l: LaidWork) => l.zones.some((z) => laid.zones.includes(z));
  return { before: p.layers.slice(0, at).filter(isOn), after: p.layers.slice(at + 1).filter(isOn) };
}

/** A dry brush dulls the lines of a zone from this share of it on (a default). */
const DULLS_FROM = 0.25;
/** A line is drawn so fast, s/mm (common practice). */
const LINE_S_PER_MM = 0.5;

const dulls = ({ layer }: LaidWork): boolean => layer.kind === "drybrush" && layer.coverage > DULLS_FROM;

/** After the last dry brush on a zone with grooves they are lined in again, unless a wash comes after it anyway. */
function lineInAgain(coat: Coat, made: Step): void {
  const { laid, p, add } = coat;
  if (!dulls(laid)) return;
  const { before, after } = aroundIt(coat);
  const wash = [...before].reverse().find((l) => l.layer.kind === "shade")?.layer;
  for (const { zone, name, count, lengthMm } of laid.grooves ?? []) {
    const comes = after.filter((l) => l.zones.includes(zone));
    if (comes.some((l) => dulls(l) || l.layer.kind === "shade" || l.layer.kind === "line in")) continue;
    const lines = count * p.count;
    add({
      key: `line-in-${zone}`,
      action: "line in",
      title: `Line in again: ${name}, ${lines} lines, ${Math.round(lengthMm)} mm`,
      product: wash?.product ?? "acrylic wash",
      minutes: (lengthMm * LINE_S_PER_MM) / 60,
      tool: "fine brush",
      waitMinutes: productOf(wash?.product ?? "acrylic wash").recoatMinutes,
      after: [made.id],
    });
  }
}

/** Where the plastic itself is the shadow it is only looked at: dark and matte, or it is primed after all. */
function lookAtPlastic(p: PaintWork, add: AddStep): void {
  add({
    key: "raw-plastic",
    action: "inspect",
    title: "See that the plastic is dark and matte everywhere",
    minutes: 2 + 0.2 * p.count,
    tool: "side light",
    facts: factsOf({ bare: p.bare ?? undefined, tone: "dark", checks: ["primer"] }),
  });
}

/** Sealed powder: the school says so, against the rule that powder comes last. */
function dustToSeal({ p, laid, layer, area, add, schools, last }: Coat): readonly string[] {
  const sealed =
    layer.kind === "varnish" &&
    schools.pigment === "dust, seal, dust again" &&
    p.layers.some((l) => l.layer.kind === "pigment");
  if (!sealed) return [];
  const dusted = add({
    key: `dust-under-${laid.key}`,
    action: "pigment",
    title: "Dust with pigment, to be sealed",
    product: "pigment",
    sheen: "matte",
    minutes: 3 + 0.01 * area.value,
    tool: "soft brush",
    waitMinutes: 10,
    areaCm2: area.value,
    after: [...last].flatMap(([of, ids]) => (["paint", "shade", "drybrush"].includes(of) ? ids : [])),
  });
  return [dusted.id];
}

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
 * those before it are tied in front of it one by one. @returns the last
 */
function layCoats(coat: Coat, mix: LayerMix, first: readonly string[], resist: Step | null): Step {
  const { laid, layer, last, add } = coat;
  const before = last.get(turnOf(layer)) ?? [];
  const shared = coatOf(coat, mix);
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

/** Which zones it is on, at the end of a title; nothing where it is on all. */
const onZones = ({ of }: LaidWork): string => (of === null ? "" : `: ${of}`);

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

/** What every coat of a layer is. */
function coatOf(coat: Coat, { lightness, thinnerShare }: LayerMix) {
  const { p, layer, product, area } = coat;
  const { action } = kindOf(layer.kind);
  const dustCoats = overEnamel(coat);
  const all = coatMillilitres({
    ...{ areaCm2: area, coats: layer.coats, method: layer.method },
    ...{ product, thinnerShare, load: layer.load },
  });
  return {
    action,
    product: isDry(layer) ? null : layer.product,
    sheen: isDry(layer) ? null : layer.sheen,
    recipeId: recipeOf(layer),
    paintId: paintOf(layer),
    minutes: minutesOf(coat),
    mixMl: isDry(layer) ? null : shareOf(all, 1 / layer.coats),
    areaCm2: area.value,
    tool: toolFor(layer),
    place: layer.method === "can" || layer.method === "airbrush" ? ("booth" as const) : ("bench" as const),
    waitMinutes: waitAfter(layer, product),
    partOf: { layerId: layer.id },
    targets: meetGround.includes(action) && p.onBoard ? [partRef(p.id), "board" as const] : [partRef(p.id)],
    notes: [
      ...(dustCoats ? ["First passes as dust coats: there is enamel or oil below."] : []),
      ...layerNotes(layer, product),
    ],
    ...(lightness === null ? {} : { lightness }),
    facts: layerFacts(coat, lightness, dustCoats),
  };
}

/** What the rules of the order look at. */
function layerFacts(coat: Coat, lightness: number | null, dustCoats: boolean): StepFacts {
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
  });
}

/** A wash comes over it, and a dry brush over that. */
function isUndertone(coat: Coat): boolean {
  const { after } = aroundIt(coat);
  const wash = after.findIndex((l) => kindOf(l.layer.kind).action === "shade");
  return wash >= 0 && after.slice(wash + 1).some((l) => l.layer.kind === "drybrush");
}

/** Hands for one coat: by area; lines by their length where they are measured. */
function minutesOf({ layer, area, laid }: Coat): number {
  const m = methods[layer.method];
  const lines = layer.kind === "line in" ? (laid.grooves ?? []).reduce((sum, g) => sum + g.lengthMm, 0) : 0;
  return m.fixedMinutes + (lines > 0 ? (lines * LINE_S_PER_MM) / 60 : m.minutesPerCm2 * area.value);
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

/**
 * Resist comes off within a day: later it tears, and takes the colour with it. The first half of the day is for the
 * colour over it, the other for the rubbing. Minutes.
 */
const RESIST_HOLDS = { colour: 12 * 60, rubbing: 12 * 60 } as const;

const whileItHolds = (resist: Step): NonNullable<Step["window"]> => ({
  after: resist.id,
  fromMinutes: resist.waitMinutes,
  untilMinutes: RESIST_HOLDS.colour,
});

/** The resist that lies on any of these zones and is not rubbed off yet; it is from here on. */
function resistUnder(zones: readonly number[], resists: Map<number, Step>): Step | null {
  const zone = zones.find((z) => resists.has(z));
  const resist = zone === undefined ? null : resists.get(zone)!;
  for (const z of zones) resists.delete(z);
  return resist;
}

/** The first colour over resist is rubbed through to what lies below. */
function rubOff({ laid, product, area, add }: Coat, made: Step): Step {
  const minutes = 2 + 0.03 * area.value;
  const until = RESIST_HOLDS.rubbing - made.handsMinutes.value - minutes;
  return add({
    key: `rub-off-${laid.key}`,
    action: "unmask",
    title: `Rub the resist off${onZones(laid)}`,
    minutes,
    tool: "hands",
    tied: { to: made.id, at: "after" },
    window: {
      after: made.id,
      fromMinutes: product.recoatMinutes,
      untilMinutes: Math.max(product.recoatMinutes + LEAST_OPEN, until),
    },
    notes: ["More at the foot and at edges than in the middle: 15 to 25 % of the lower colour is to show."],
  });
}

/** A thinned oil or enamel is laid on wet and drawn back while it can be: that makes streaks and stains. */
function drawBack({ laid, layer, product, area, add }: Coat, made: Step): void {
  const isLaidWet = layer.kind === "shade" || layer.kind === "streak";
  const open = isLaidWet ? product.workable : undefined;
  if (!open) return;
  const piecewise = made.handsMinutes.value > open.untilMinutes - open.fromMinutes - LEAST_OPEN;
  add({
    key: `draw-${laid.key}`,
    action: "draw back",
    title: "Draw it back into streaks and corners",
    product: layer.product,
    minutes: 3 + 0.02 * area.value,
    tool: "clean brush, damp with thinner",
    waitMinutes: product.recoatMinutes,
    areaCm2: area.value,
    tied: { to: made.id, at: "after" },
    window: {
      after: made.id,
      fromMinutes: open.fromMinutes,
      untilMinutes: Math.max(open.fromMinutes + LEAST_OPEN, open.untilMinutes - made.handsMinutes.value),
    },
    notes: [
      ...(piecewise
        ? [
            "All of it takes longer than the first piece stays open: lay it on and draw it back " +
              "piece by piece.",
          ]
        : []),
      "Wipe the brush almost dry: the face is to be damp, not wet.",
      "Early it runs together again; late it comes off in rims and takes more thinner, which can " +
        "open the colour below.",
    ],
  });
}

/** Prime, find, mend, prime again: one return that is planned. */
function findFaults({ laid, layer, product, area, add, schools }: Coat, made: Step): void {
  if (layer.kind !== "primer" || schools.faults !== "prime, find, mend, prime again") return;
  const m = methods[layer.method];
  const find = add({
    key: `find-${laid.key}`,
    action: "fill",
    title: "Find the faults under the primer and fill them",
    product: "texture paste",
    minutes: 4 + 0.02 * area.value,
    tool: "spatula",
    waitMinutes: 120,
    tied: { to: made.id, at: "after" },
  });
  const smooth = add({
    key: `smooth-${laid.key}`,
    action: "sand",
    title: "Smooth the filled spots",
    minutes: 3 + 0.01 * area.value,
    tool: "abrasive 400",
    tied: { to: find.id, at: "after" },
  });
  const wash = add({
    key: `rinse-${laid.key}`,
    action: "wash",
    title: "Rinse and dry",
    minutes: 4,
    place: "sink",
    tool: "brush and water",
    waitMinutes: 30,
    tied: { to: smooth.id, at: "after" },
  });
  add({
    key: `again-${laid.key}`,
    action: "prime",
    title: "Prime again",
    product: layer.product,
    sheen: layer.sheen,
    minutes: m.fixedMinutes + m.minutesPerCm2 * area.value,
    tool: methodTool[layer.method],
    place: made.place,
    waitMinutes: product.recoatMinutes,
    areaCm2: area.value,
    mixMl: coatMillilitres({ areaCm2: area, coats: 1, method: layer.method, product, thinnerShare: 0 }),
    tied: { to: wash.id, at: "after" },
  });
}

/** A second round where layers were still seen under the first primer: filled, sanded, rinsed and primed again. */
function secondRound({ laid, layer, product, add, schools }: Coat, made: Step): void {
  if (!laid.again || schools.faults === "prime, find, mend, prime again") return;
  const { of, areaCm2 } = laid.again;
  const cm2 = areaCm2.value;
  const m = methods[layer.method];
  const filler = productOf("filler primer can");
  const fill = add({
    key: `round-2-fill`,
    action: "fill",
    title: `Fill again where layers still show: ${of}`,
    product: "filler primer can",
    minutes: 2 + 0.01 * cm2,
    tool: "spray can",
    place: "booth",
    waitMinutes: filler.recoatMinutes,
    areaCm2: cm2,
    mixMl: coatMillilitres({ areaCm2, coats: 1, method: "can", product: filler, thinnerShare: 0 }),
    partOf: "treatment",
    tied: { to: made.id, at: "after" },
  });
  const sand = add({
    key: `round-2-sand`,
    action: "sand",
    title: `Sand it, 400 wet: ${of}`,
    minutes: 2 + 0.08 * cm2,
    tool: "abrasive 240 to 400",
    areaCm2: cm2,
    partOf: "treatment",
    tied: { to: fill.id, at: "after" },
  });
  const wash = add({
    key: `round-2-wash`,
    action: "wash",
    title: "Rinse and dry",
    minutes: 4,
    place: "sink",
    tool: "brush and water",
    waitMinutes: 30,
    tied: { to: sand.id, at: "after" },
  });
  add({
    key: `round-2-prime`,
    action: "prime",
    title: `Prime again: ${of}`,
    product: layer.product,
    sheen: layer.sheen,
    minutes: m.fixedMinutes + m.minutesPerCm2 * cm2,
    tool: methodTool[layer.method],
    place: made.place,
    waitMinutes: product.recoatMinutes,
    areaCm2: cm2,
    mixMl: coatMillilitres({ areaCm2, coats: 1, method: layer.method, product, thinnerShare: 0 }),
    tied: { to: wash.id, at: "after" },
  });
}

/** A clear coat over the colour, where something follows that it has to be safe from. */
function clearCoat(coat: Coat, made: Step): { readonly before: string; readonly id: string } | null {
  const { laid, layer, area, add, schools } = coat;
  if (layer.kind !== "colour" || schools.clearCoats !== "a clear coat between stages") return null;
  const next = aroundIt(coat).after.find((l) => l.layer.kind === "shade" || l.layer.kind === "drybrush");
  if (!next) return null;
  const clear = add({
    key: `clear-${laid.key}`,
    action: "varnish",
    title: "A clear coat over the colour",
    product: "varnish",
    sheen: "satin",
    minutes: 5 + 0.02 * area.value,
    tool: "soft brush",
    waitMinutes: 30,
    areaCm2: area.value,
    mixMl: coatMillilitres({
      areaCm2: area,
      coats: 1,
      method: "brush",
      product: productOf("varnish"),
      thinnerShare: 0,
    }),
    after: [made.id],
  });
  return { before: next.key, id: clear.id };
}

const titleOf = (layer: SchemeLayer): string =>
  layer.kind === "varnish" ? `Seal ${layer.sheen}` : kindOf(layer.kind).title;
