import { burial } from "#core/plan/surface/burial";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Ground } from "#core/scene/ground";
import type { Pin } from "#core/scene/pin";
import {
  type Filling,
  fillingFor,
  pasteFilling,
  USUAL_GAP_DEPTH_MM,
  USUAL_TALC_PARTS,
} from "#core/surface/fillers";
import type { PinAnswer } from "#core/surface/pinAnswers";
import type { PinWork } from "#core/surface/pinSteps";

/** What would mend a pin, or come over it anyway. */
export type PinOffer = {
  readonly answer: PinAnswer;
  readonly words: string;
  /** What fills it; null of a cover. */
  readonly filling: Filling | null;
};

/** Powder fills gaps of rock up to this, mm; plants cover up to the other (defaults). */
const POWDER_MM = 0.5;
const PLANTS_MM = 3;

type OnPart = Pick<PartPlan, "part" | "measurement" | "rescale">;

/** Whether a pin lies under the ground round its part, and what is laid there. */
export function buriedUnder(pin: Pin, p: OnPart, grounds: readonly Ground[]): string | null {
  const buried = burial(p, grounds);
  if (!buried || !pin.at || !p.measurement) return null;
  return (pin.at[2] - p.measurement.box.min[2]) * p.rescale.factor < buried.mm ? buried.under : null;
}

/** What mends a pin or covers it: what is planned there anyway first, then what fills it. */
export function offersFor(pin: Pin, p: OnPart, grounds: readonly Ground[]): readonly PinOffer[] {
  const covers = coversOf(pin, p, grounds);
  if (pin.cause === "plain patch")
    return [
      ...covers,
      {
        answer: "rubble",
        words: `rubble of foam, cork or sand, about ${(pin.areaCm2 ?? 0).toFixed(0)} cm²`,
        filling: null,
      },
      { answer: "plants", words: "plants or moss over it", filling: null },
    ];
  const filling = fillingOf(pin);
  const wide = pin.widthMm !== null && pin.widthMm > PLANTS_MM;
  return [
    ...covers,
    { answer: filling.answer, words: filling.how, filling },
    ...(filling.answer === "putty" && pin.widthMm !== null ? [pasteFor(pin)] : []),
    ...(wide ? [{ answer: "plate" as const, words: "a plate or a strip over it", filling: null }] : []),
    ...(wide ? [{ answer: "print again" as const, words: "print the piece again", filling: null }] : []),
  ];
}

/** Spots and cracks that nobody measured get putty on a cotton bud. */
const fillingOf = (pin: Pin): Filling =>
  pin.widthMm === null
    ? {
        ...{ answer: "putty", product: "solvent putty", layers: 1, millilitres: 0.1 },
        sandAfterHours: pin.sandable ? 24 : null,
        how: "putty on a cotton bud; sanded when a nail leaves no mark",
      }
    : fillingFor({
        widthMm: pin.widthMm,
        depthMm: pin.depthMm ?? USUAL_GAP_DEPTH_MM,
        lengthMm: pin.lengthMm ?? 1,
        textured: pin.textured,
        sandable: pin.sandable,
      });

/** A paste of light-cured resin and talc in its stead, in the ratio that the builder says. */
function pasteFor(pin: Pin): PinOffer {
  const paste = pasteFilling({
    ...{ widthMm: pin.widthMm!, depthMm: pin.depthMm ?? USUAL_GAP_DEPTH_MM, lengthMm: pin.lengthMm ?? 1 },
    ...{ textured: pin.textured, sandable: pin.sandable, talcParts: pin.talcParts ?? USUAL_TALC_PARTS },
  });
  return { answer: "paste", words: paste.how, filling: paste };
}

function coversOf(pin: Pin, p: OnPart, grounds: readonly Ground[]): readonly PinOffer[] {
  const zone = p.part.zones.find((z) => z.number === pin.zone) ?? p.part.zones[0]!;
  const isPowdered = zone.scheme.some((l) => l.kind === "pigment");
  const narrow = pin.widthMm === null || pin.widthMm <= POWDER_MM;
  const grass = grounds.find((g) => g.flock === "standing");
  return [
    ...(isPowdered && narrow && pin.textured
      ? [{ answer: "powder" as const, words: "covered by the powder layer", filling: null }]
      : []),
    ...(grass && (pin.widthMm ?? 0) <= PLANTS_MM && pin.at && isNearFoot(pin, p)
      ? [{ answer: "plants" as const, words: `covered by the grass of ${grass.name}`, filling: null }]
      : []),
  ];
}

/** Grass hides what lies this far over the foot, mm (default). */
const GRASS_MM = 4;
const isNearFoot = (pin: Pin, { measurement, rescale }: OnPart): boolean =>
  measurement !== null &&
  pin.at !== null &&
  (pin.at[2] - measurement.box.min[2]) * rescale.factor <= GRASS_MM;

/** What is planned for a pin: what was chosen, else what lies nearest. Nothing of one that is wanted or checked. */
export function plannedAnswer(pin: Pin, p: OnPart, grounds: readonly Ground[]): PinOffer | null {
  if (pin.wanted || pin.state !== "open") return null;
  const offers = offersFor(pin, p, grounds);
  return offers.find((o) => o.answer === pin.answer) ?? offers[0] ?? null;
}

/** A place that something in scale comes over. */
export type PinCover = {
  readonly pin: Pin;
  readonly answer: PinAnswer;
  /** The zone that it lies in, by number. */
  readonly zone: number;
  readonly cm2: number;
};

/** What is laid over a place by itself; powder is a layer of the scheme. */
const laidOver: readonly PinAnswer[] = ["plants", "rubble", "plate"];

/** The places of a part that are covered, or will be: what lies there hides them when it is done too. */
export function coversOn(
  p: Pick<OnPart, "part" | "measurement" | "rescale">,
  pins: readonly Pin[],
  grounds: readonly Ground[],
): readonly PinCover[] {
  return pins
    .filter((pin) => pin.partId === p.part.id && !pin.wanted)
    .flatMap((pin): PinCover[] => {
      const answer = plannedAnswer({ ...pin, state: "open" }, p, grounds)?.answer;
      if (!answer || !laidOver.includes(answer)) return [];
      const cm2 = pin.areaCm2 ?? ((pin.widthMm ?? 0) * (pin.lengthMm ?? 0)) / 100;
      const zone = p.part.zones.find((z) => z.number === pin.zone) ?? p.part.zones[0]!;
      return [{ pin, answer, zone: zone.number, cm2 }];
    });
}

/** The pins of a part that are mended by hand. */
export const pinWork = (pins: readonly Pin[], p: OnPart, grounds: readonly Ground[]): readonly PinWork[] =>
  pins
    .filter((pin) => pin.partId === p.part.id)
    .flatMap((pin): PinWork[] => {
      const answer = plannedAnswer(pin, p, grounds);
      if (!answer?.filling) return [];
      const depthMm = pin.depthMm ?? USUAL_GAP_DEPTH_MM;
      return [
        {
          answer: answer.answer,
          filling: answer.filling,
          depthMm,
          buried: buriedUnder(pin, p, grounds) !== null,
        },
      ];
    });

/** Pins that the bench still has to look at: what is not wanted, and not checked. */
export const pinsToCheck = (pins: readonly Pin[]): readonly Pin[] =>
  pins.filter((pin) => !pin.wanted && pin.state !== "checked");
