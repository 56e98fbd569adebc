import { loads } from "#core/paint/load";
import { paintPlaceNames, sprayFroms, weatherMapNames } from "#core/paint/paintPlace";
import { kindOf, type LayerKind } from "#core/paint/layerKinds";
import { metals, MOST_BACK, MOST_COLOURS, type SchemeLayer, strokes } from "#core/paint/scheme";
import { type SentForm, textOf } from "#app/readForm";
import { colourOf } from "./saidOfColour";

/** What a form asks of a kind of layer beside what it asks of all. */
export type LayerAsks = {
  readonly metal: boolean;
  readonly mostShare: boolean;
  readonly pinOnly: boolean;
  readonly intoWet: boolean;
  readonly mustStay: boolean;
  readonly takeBack: boolean;
  readonly trialFirst: boolean;
};

/** Tints of which too much is easily laid. */
const tints: readonly LayerKind[] = ["glaze", "filter", "dust", "shade", "streak"];

export function asksOf(kind: LayerKind): LayerAsks {
  const { action } = kindOf(kind);
  const isColour = action === "paint" || action === "shade" || action === "drybrush";
  return {
    metal: kind === "metal",
    mostShare: tints.includes(kind),
    pinOnly: kind === "shade",
    intoWet: action === "shade",
    mustStay: action === "paint" || action === "shade",
    takeBack: isColour || action === "pigment",
    trialFirst: isColour || action === "mask",
  };
}

const one = <T extends string>(of: readonly T[], said: string): T | undefined => of.find((v) => v === said);

/** Ways that spray, and so may come from one side. */
export const isSprayed = (method: string): boolean => method === "airbrush" || method === "can";

const atLeastZero = (text: string): number => Math.max(0, Number(text) || 0);

/** How many runs were asked for on each edge, and what was found of that. */
export const runsSaid = (form: SentForm): NonNullable<SchemeLayer["runs"]> => ({
  perSlope: Math.min(100, Math.trunc(atLeastZero(textOf(form, "perSlope")))) || null,
  count: Math.trunc(atLeastZero(textOf(form, "runCount"))),
  longestMm: atLeastZero(textOf(form, "runLongest")),
});

/** Where it lies, or from where it is sprayed. */
function placeSaid(form: SentForm): Pick<SchemeLayer, "place" | "from" | "weather" | "runs"> {
  const from = isSprayed(textOf(form, "method")) ? sprayFroms[textOf(form, "from")] : undefined;
  if (from) return { from };
  const place = one(paintPlaceNames, textOf(form, "place"));
  if (place === "runs") return { place, runs: runsSaid(form) };
  if (place) return { place };
  const weather = one(weatherMapNames, textOf(form, "place"));
  return weather ? { weather } : {};
}

/** A place or a side was chosen, and nobody knows yet how much of the zone it is. */
export const isUnfound = (form: SentForm): boolean =>
  isFoundOnMesh(placeSaid(form)) && textOf(form, "found") !== "yes";

/** A place or a side is found on the mesh; of weather as much is laid as is typed. */
const isFoundOnMesh = ({ place, from }: Pick<SchemeLayer, "place" | "from">): boolean =>
  place !== undefined || from !== undefined;

/** What was said of the hand and of what a layer must bear, without what was not. */
export function handSaid(form: SentForm, kind: LayerKind, mostPercent: number | null): Partial<SchemeLayer> {
  const asks = asksOf(kind);
  const isOn = (name: keyof LayerAsks) => asks[name] && textOf(form, name) === "on";
  const load = one(loads, textOf(form, "load"));
  const brush = one(["wide", "small"], textOf(form, "brush"));
  const stroke = one(strokes, textOf(form, "stroke"));
  const metal = asks.metal ? one(metals, textOf(form, "metal")) : undefined;
  const takesBack = isOn("takeBack");
  const isUsual = takesBack === (kindOf(kind).takenBack === true);
  return {
    ...(load ? { load } : {}),
    ...(brush ? { brush } : {}),
    ...(stroke ? { stroke } : {}),
    ...placeSaid(form),
    ...(metal ? { metal } : {}),
    ...(asks.mostShare && mostPercent !== null ? { mostShare: mostPercent / 100 } : {}),
    ...(isOn("pinOnly") ? { pinOnly: true } : {}),
    ...(isOn("intoWet") ? { intoWet: true } : {}),
    ...(isOn("mustStay") ? { mustStay: true } : {}),
    ...(asks.takeBack && !isUsual ? { takeBack: takesBack } : {}),
    ...(isOn("trialFirst") ? { trialFirst: true } : {}),
  };
}

/** What was said of copies that differ, and of what is laid again where it slips. */
export function copiesSaid(
  form: SentForm,
  {
    onSome,
    seed,
    panelsAcross,
    panelsDown,
  }: {
    readonly onSome: number | null;
    readonly seed: number;
    readonly panelsAcross: number | null;
    readonly panelsDown: number | null;
  },
): Partial<SchemeLayer> {
  const among = Array.from({ length: MOST_COLOURS - 1 }, (_, i) =>
    colourOf(textOf(form, `among${i}`)),
  ).filter((c) => c !== null);
  const back = Number(textOf(form, "backTo"));
  const panels =
    among.length > 0 && (panelsAcross !== null || panelsDown !== null)
      ? { across: panelsAcross ?? 1, down: panelsDown ?? 1 }
      : null;
  const isDrawn = among.length > 0 || (onSome !== null && onSome < 100);
  return {
    ...(among.length > 0 ? { among } : {}),
    ...(onSome !== null && onSome < 100 ? { onSome: onSome / 100 } : {}),
    ...(panels ? { panels } : {}),
    ...(isDrawn ? { seed } : {}),
    ...(back >= 1 && back <= MOST_BACK ? { backTo: Math.round(back) } : {}),
  };
}
