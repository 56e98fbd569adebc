import { type ToolId, toolOf } from "#core/materials/tools";
import { exact, spread } from "#core/figure";
import { productName, productOf, type ProductId } from "#core/materials/products";
import { coatMillilitres, methods } from "#core/paint/amount";
import type { SchemeLayer } from "#core/paint/scheme";
import { exposureOf } from "#core/safety/exposure";
import { schemeOf, type Part } from "#core/scene/part";
import type { Rooms } from "#core/scene/rooms";
import type { Step } from "#core/steps/step";
import { levellingCoat, type Treatment, type TreatmentStep } from "#core/surface/treatments";

type Air = Pick<Rooms, "ventilation" | "outdoors" | "dustExtraction" | "missingTools">;

/** Nowhere to spray and no air for solvents. */
export const isAirless = ({ ventilation, outdoors }: Pick<Rooms, "ventilation" | "outdoors">): boolean =>
  ventilation === "none" && !outdoors;

/** What is brushed where there is no air for sprays and solvents, and how many coats one of the other is worth. */
const milder: Partial<Record<ProductId, { readonly product: ProductId; readonly coats: number }>> = {
  "primer can": { product: "brush primer", coats: 2 },
  "filler primer can": { product: "brush primer", coats: 2 },
  surfacer: { product: "brush primer", coats: 2 },
  "lacquer paint": { product: "acrylic", coats: 2 },
  enamel: { product: "acrylic", coats: 2 },
  oil: { product: "acrylic", coats: 1 },
  "enamel wash": { product: "acrylic wash", coats: 1 },
  "oil wash": { product: "acrylic wash", coats: 1 },
  "matte varnish can": { product: "varnish", coats: 1 },
  "clear coat can": { product: "varnish", coats: 1 },
  "two-pack clear": { product: "varnish", coats: 2 },
  "acrylic airbrushed": { product: "acrylic", coats: 2 },
};

/** What is brushed in the place of a spray of a treatment. */
const brushedOn = new Set(Object.values(milder).map((m) => m.product));

/** Said of every step that is done otherwise for it. */
export const NO_AIR = "there is no air for sprays and solvents here";

/**
 * A layer as these rooms bear it: brushed, and of water, where there is no air for spray and solvent; brushed where
 * there is no airbrush. */
export function layerInRooms(layer: SchemeLayer, rooms: Air): SchemeLayer {
  const noAirbrush = layer.method === "airbrush" && rooms.missingTools?.includes("airbrush") === true;
  if (!isAirless(rooms) && !noAirbrush) return layer;
  const swap = milder[layer.product];
  const sprayed = layer.method === "can" || layer.method === "airbrush";
  if (!swap && !sprayed) return layer;
  return {
    ...layer,
    product: swap?.product ?? layer.product,
    method: sprayed ? "brush" : layer.method,
    coats: Math.min(20, layer.coats * (swap?.coats ?? 1)),
  };
}

/** Brushing is known within this share before anything is learned (common practice). */
const BRUSHED_SPREAD = 0.35;
/** Taking dust off wet, with a mask on, takes longer (common practice). */
const WET_SANDING = 1.3;
/** From this grit on abrasives are used wet (common practice). */
const WET_GRIT = 240;

/** A treatment as these rooms bear it: what is sprayed in it is brushed where there is no air for it. */
export function treatmentInRooms(treatment: Treatment, rooms: Air): Treatment {
  if (!isAirless(rooms)) return treatment;
  return {
    ...treatment,
    steps: treatment.steps.map((step): TreatmentStep => {
      const swap = step.product === null ? undefined : milder[step.product];
      if (!swap) return step;
      return {
        ...step,
        what: `brush on ${productName(swap.product)}`,
        product: swap.product,
        tool: "brush",
        place: "bench",
        minutesPerCm2: methods.brush.minutesPerCm2,
        coats: step.coats * swap.coats,
        levelling: step.levelling && levellingCoat(swap.product),
      };
    }),
  };
}

/**
 * A step as these rooms bear it: sprays and solvents outdoors where there is no air inside, or brushed where there is
 * no outdoors either; dust wet and with a mask where nothing draws it off. Schemes and treatments come brushed already:
 * what is left are steps that a rule or the builder put in.
 */
export function stepInRooms(step: Step, rooms: Air): Step {
  const exposure = exposureOf(step);
  if (exposure === "dust") return dusty(step, rooms);
  if (rooms.ventilation !== "none" || (exposure !== "spray" && exposure !== "solvent")) return step;
  if (rooms.outdoors)
    return step.place === "booth" || step.place === "bench"
      ? { ...step, place: "outdoors", notes: [...step.notes, "Outdoors: there is no air for it inside."] }
      : step;
  const swap = step.product === null ? undefined : milder[step.product];
  if (!swap) return step;
  const coats = (step.coats ?? 1) * swap.coats;
  const product = productOf(swap.product);
  const area = step.areaCm2;
  return {
    ...step,
    title: `Brush on ${productName(swap.product)}${coats > 1 ? `, ${coats} coats` : ""}`,
    product: swap.product,
    tool: toolOf(step.tool).kind === "sprayer" ? "brush" : step.tool,
    place: step.place === "booth" ? "bench" : step.place,
    coats,
    waitMinutes: product.recoatMinutes * coats,
    ...(area === null || step.mixMl === null
      ? {}
      : {
          handsMinutes: spread(
            methods.brush.fixedMinutes + methods.brush.minutesPerCm2 * area * coats,
            BRUSHED_SPREAD,
            "min",
            "practice",
            [{ text: `${coats} coats by brush on ${area.toFixed(0)} cm2`, basis: "practice" }],
          ),
          mixMl: coatMillilitres({
            areaCm2: exact(area, "cm2", "computed"),
            coats,
            method: "brush",
            product,
            thinnerShare: 0,
          }),
        }),
    notes: [...step.notes, `${productName(swap.product)} by brush: ${NO_AIR}.`],
  };
}

/** How much longer it takes to abrade here; fine grits are used wet anyway and take no longer. */
export function dustFactor(tool: ToolId, { dustExtraction }: Pick<Rooms, "dustExtraction">): number {
  const { kind, grits } = toolOf(tool);
  return !dustExtraction && kind === "abrasive" && Math.min(...grits) < WET_GRIT ? WET_SANDING : 1;
}

function dusty(step: Step, rooms: Air): Step {
  if (rooms.dustExtraction) return { ...step, notes: ["Extraction on before it begins.", ...step.notes] };
  if (dustFactor(step.tool, rooms) === 1) return step;
  const { handsMinutes: h } = step;
  return {
    ...step,
    handsMinutes: {
      ...h,
      value: h.value * WET_SANDING,
      low: h.low * WET_SANDING,
      high: h.high * WET_SANDING,
      working: [
        ...h.working,
        { text: `times ${WET_SANDING}: wet and with a mask, nothing draws the dust off`, basis: "practice" },
      ],
    },
    notes: ["Wet, and with an FFP2 mask: nothing draws the dust off at this bench.", ...step.notes],
  };
}

/** Whether a step carries out what was asked otherwise: a layer, a spray of a treatment, or a step put in. */
export function isSwapped(
  { partOf, notes, product }: Step,
  parts: readonly Pick<Part, "zones">[],
  rooms: Air,
): boolean {
  if (!isAirless(rooms)) return false;
  if (typeof partOf === "object") {
    const layer = parts.flatMap(schemeOf).find((l) => l.id === partOf.layerId);
    return layer !== undefined && layerInRooms(layer, rooms) !== layer;
  }
  if (partOf === "treatment") return product !== null && brushedOn.has(product);
  return notes.some((n) => n.endsWith(`${NO_AIR}.`));
}
