import { exact, type Figure, spread, sum, times } from "#core/figure";
import { costOf, learnedTime, usualMaterial } from "#core/plan/parts/candidate";
import { materialFor } from "#core/plan/parts/chooseMachine";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PartWorkshop } from "#core/plan/parts/partSurroundings";
import { isPlannable } from "#core/plan/parts/held";
import { boxBody } from "#core/print/body";
import { filamentEstimate } from "#core/print/filamentEstimate";
import { quickFilamentWork } from "#core/print/filamentWork";
import { type Fit, fitAnySide, largestShare, MOST_PIECES, pieceCount } from "#core/print/fit";
import { missingSetting, type Printer } from "#core/print/printer";
import { resinEstimate } from "#core/print/resinEstimate";
import type { SupportWork } from "#core/print/supports";
import { type Listing, lookedAt, type Part } from "#core/scene/part";
import { counted } from "#core/words";

/** What a machine would make of a listing, all copies of it. `fitsAtShare`: whole at this share of its size. */
export type ListingWay = {
  readonly printer: Printer;
  readonly fit: Fit;
  readonly fitsAtShare: number;
  readonly minutes: Figure;
  readonly grams: Figure;
  readonly cost: Figure;
};

/** A file or kit that is only looked at, planned as far as its listing goes. Best machine first. */
export type ListingPlan = {
  readonly part: Part;
  readonly listing: Listing;
  readonly sizeMm: readonly [number, number, number];
  readonly fillShare: Figure;
  readonly ways: readonly ListingWay[];
  /** Its price and what printing it on the best machine costs, minor units. */
  readonly all: Figure;
};

/** Material in the box of a model, where nothing else is known (common practice): a half to twice that. */
const USUAL_FILL = 0.25;
/** So many parts that were measured tell it better. */
const ENOUGH_ALIKE = 3;
/** Of rough hours: outlines of a box stand for those of whatever is in it. */
const ROUGH = 0.4;

const nothingHeld: SupportWork = {
  needless: true,
  raised: false,
  regions: [],
  contacts: 0,
  scarMm2: 0,
  ml: 0,
  seconds: 0,
  cleanMinutes: 0,
  bridgesMm: [],
};

/** Every part of a scene that is only looked at and has a size. */
export function listingPlans(parts: readonly PartPlan[], workshop: PartWorkshop): readonly ListingPlan[] {
  return parts.flatMap((p): readonly ListingPlan[] => {
    const listing = lookedAt(p.part);
    if (!listing || !p.sizeMm || !isPlannable(p.sizeMm)) return [];
    const { part, sizeMm } = p;
    const fillShare = fillShareOf(listing, parts);
    const ways = listing.kit
      ? []
      : workshop.printers
          .filter((printer) => missingSetting(printer) === null)
          .map((printer) => wayOn(printer, part, listing, sizeMm, fillShare, workshop))
          .filter((w) => pieceCount(w.fit) <= MOST_PIECES)
          .sort(fewestThenSoonest);
    const price = exact(listing.priceMinor, "minor", "yours", [{ text: "its price", basis: "yours" }]);
    return [
      {
        part,
        listing,
        sizeMm,
        fillShare,
        ways,
        all: sum([price, ...(ways[0] ? [ways[0].cost] : [])], "minor", "independent"),
      },
    ];
  });
}

const fewestThenSoonest = (a: ListingWay, b: ListingWay) =>
  pieceCount(a.fit) - pieceCount(b.fit) || a.minutes.value - b.minutes.value;

/** How much of its box is material: as typed, as in the middle one of parts that were measured, or as usual. */
function fillShareOf({ fillShare }: Listing, parts: readonly PartPlan[]): Figure {
  if (fillShare !== undefined)
    return exact(fillShare, "", "yours", [{ text: "as you typed it", basis: "yours" }]);
  const alike = parts
    .flatMap(({ body }) =>
      body ? [body.volumeMm3 / (body.sizeMm[0] * body.sizeMm[1] * body.sizeMm[2])] : [],
    )
    .filter((s) => s > 0 && s <= 1)
    .sort((a, b) => a - b);
  const middle = alike[alike.length >> 1];
  if (middle === undefined || alike.length < ENOUGH_ALIKE)
    return spread(USUAL_FILL, 0.5, "", "practice", [
      { text: "share of its box that is material, where nothing is known", basis: "practice" },
    ]);
  return {
    value: middle,
    low: alike[0]!,
    high: alike.at(-1)!,
    unit: "",
    basis: "measured",
    working: [
      {
        text: `share of the box in the middle one of ${alike.length} measured parts here`,
        basis: "measured",
      },
    ],
  };
}

function wayOn(
  printer: Printer,
  part: Part,
  { supports }: Listing,
  boxMm: readonly [number, number, number],
  fillShare: Figure,
  workshop: PartWorkshop,
): ListingWay {
  const { fit, sizeMm } = fitAnySide(printer, boxMm);
  const body = boxBody(sizeMm, fillShare.value);
  const material = materialFor(part, printer, workshop) ?? usualMaterial(printer);
  const timeFactor = learnedTime(
    workshop.log.filter((e) => e.key === printer.id && e.outcome === "good"),
    printer.id,
  );
  const one =
    printer.process === "filament"
      ? filamentEstimate(body, quickFilamentWork(body, printer), nothingHeld, printer, material, timeFactor)
      : resinEstimate(
          body,
          supports === "none needed" ? nothingHeld : null,
          null,
          null,
          printer,
          material,
          timeFactor,
        );
  const copies = { text: counted(part.count, "copy", "copies") };
  const minutes = rough(times(one.minutes, part.count, "min", copies), fillShare);
  const grams = rough(times(one.grams, part.count, "g", copies), fillShare);
  return {
    printer,
    fit,
    fitsAtShare: Math.min(1, largestShare(printer, boxMm)),
    minutes,
    grams,
    cost: costOf(grams, minutes, material, printer, workshop),
  };
}

/** Of a box alone: not surer than a rough guess, and than how much of the box is material. */
const rough = (figure: Figure, fillShare: Figure): Figure => ({
  ...figure,
  low: figure.low * (1 - ROUGH),
  high: figure.high * (1 + ROUGH),
  basis: "practice",
  working: [
    {
      text: `by its box alone, ${Math.round(100 * fillShare.value)} % of it material (${fillShare.working[0]!.text})`,
      basis: fillShare.basis,
    },
    ...figure.working,
  ],
});

/** How it fits the best machine: whole, or in so many pieces, and how much smaller it would fit whole. */
export function listingFitText({ ways, listing }: ListingPlan): string {
  if (listing.kit) return "a kit, not printed";
  const [best] = ways;
  if (!best) return "no printer here takes it";
  if (best.fit.kind === "fits") return `fits on ${best.printer.name}`;
  const share = Math.floor(100 * best.fitsAtShare + 1e-9);
  return `fits on ${best.printer.name} in ${counted(pieceCount(best.fit), "piece", "pieces")}, or at ${share} %`;
}

/** What a shortlist is narrowed down by; null is any. Money in minor units. */
export type ListingFilter = {
  readonly supports: Listing["supports"] | null;
  readonly mostMinor: number | null;
  readonly wholeOnly: boolean;
};

/** The listings that a filter leaves. */
export const narrowedDown = (
  plans: readonly ListingPlan[],
  { supports, mostMinor, wholeOnly }: ListingFilter,
): readonly ListingPlan[] =>
  plans.filter(
    ({ listing, ways }) =>
      (supports === null || listing.supports === supports) &&
      (mostMinor === null || listing.priceMinor <= mostMinor) &&
      (!wholeOnly || ways[0]?.fit.kind === "fits"),
  );
