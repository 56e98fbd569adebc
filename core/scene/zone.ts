import type { LabD65 } from "#core/paint/lab";
import type { SchemeLayer } from "#core/paint/scheme";
import type { Grade, ResinColour } from "#core/surface/grades";
import type { SurfaceSchool } from "#core/surface/treatments";

/** What a zone is, or what becomes of it: noted once, read by every stage. */
export const meanings = [
  "plaster",
  "stone",
  "timber",
  "metal",
  "cloth",
  "earth",
  "clear",
  "bare",
  "cut face",
  "mating",
  "never seen",
  "touched",
] as const;
export type Meaning = (typeof meanings)[number];

/** What is seen of the layers after the first primer, under a lamp from the side. */
export const afterPrimer = ["gone", "faint", "still plain"] as const;
export type AfterPrimer = (typeof afterPrimer)[number];

/** How a zone is to end: dead flat is matte in two coats. */
export const sheenTargets = ["dead flat", "matte", "satin", "gloss"] as const;
export type SheenTarget = (typeof sheenTargets)[number];

/** A place on a part that is worked as one, with what was decided for it. Every part has one at least. */
export type Zone = {
  /** Its number on the map of the mesh, which parts of one mesh share. */
  readonly number: number;
  readonly name: string;
  readonly meaning: Meaning | null;
  /** Of one copy on the bench, where the part has no mesh to measure it on. */
  readonly areaCm2: number | null;
  readonly school: SurfaceSchool | null;
  /** From primer to seal. A layer with the same id in two zones is laid on both in one go. */
  readonly scheme: readonly SchemeLayer[];
  /** What was seen of its layers after the first primer; absent until somebody looked. */
  readonly after?: AfterPrimer;
  /** How well it is finished, where the builder says otherwise than what comes over it. */
  readonly grade?: Grade;
  /** The light-cured resin that levels it; absent of clear. */
  readonly resin?: ResinColour;
  /** The colour that it is to have, from a picture with a card in its light. */
  readonly wanted?: LabD65;
  /** How it is to end; absent where what it is made of says enough. */
  readonly sheen?: SheenTarget;
};

/** As many zones as one part may have: a list that can be read (our choice). */
export const MOST_ZONES = 60;

/** The zone of a part that nobody parted. */
export const wholeZone: Zone = {
  number: 0,
  name: "whole",
  meaning: null,
  areaCm2: null,
  school: null,
  scheme: [],
};

/** A zone as it is called outside its part; the part alone where nobody parted it. */
export const placeName = (
  { name, zones }: { readonly name: string; readonly zones: readonly unknown[] },
  zone: Pick<Zone, "name">,
): string => (zones.length === 1 ? name : `${name}, ${zone.name}`);

/** Meanings of places that no eye meets: no cosmetic work is planned there. */
const unseen: ReadonlySet<Meaning | null> = new Set<Meaning>(["never seen", "mating"]);

/** Whether its look is worked on at all. */
export const isSeen = ({ meaning }: Pick<Zone, "meaning">): boolean => !unseen.has(meaning);

/** Whether it stays without paint on purpose. */
export const staysBare = ({ meaning, scheme }: Pick<Zone, "meaning" | "scheme">): boolean =>
  scheme.length === 0 && (meaning === "bare" || meaning === "clear" || unseen.has(meaning));

/** A layer with the zones that it is laid on. */
export type LaidLayer = { readonly layer: SchemeLayer; readonly zones: readonly Zone[] };

/**
 * The layers of all zones in an order that keeps that of every zone; one that several share comes once. Where two
 * zones have them the other way round, the later one is laid by itself.
 */
export function laidLayers(zones: readonly Zone[]): readonly LaidLayer[] {
  const left = zones.map((zone) => ({ zone, layers: [...zone.scheme] }));
  const laid: LaidLayer[] = [];
  for (;;) {
    const open = left.filter((z) => z.layers.length > 0);
    if (open.length === 0) return laid;
    const isNext = (layer: SchemeLayer) =>
      open.every((z) => z.layers[0]!.id === layer.id || z.layers.every((l) => l.id !== layer.id));
    const first = open.find((z) => isNext(z.layers[0]!)) ?? open[0]!;
    const layer = first.layers[0]!;
    const on = open.filter((z) => z.layers[0]!.id === layer.id);
    for (const z of on) z.layers.shift();
    laid.push({ layer, zones: on.map((z) => z.zone) });
  }
}

/** Every layer of a part once, the same for all zones that share it. */
export const layersOf = (zones: readonly Zone[]): readonly SchemeLayer[] =>
  laidLayers(zones).map((l) => l.layer);

/** Zones that are painted where nobody says on which: all but those that stay bare. */
export const painted = (zones: readonly Zone[]): readonly Zone[] => {
  const some = zones.filter((z) => !staysBare(z));
  return some.length > 0 ? some : zones;
};

/**
 * A layer set: in the place of the one with its id, or on top.
 * @param on the number of the zone that it is for; null for all that share it, or for all when it is new
 * @param freshId names it where it is one zone's own from now on
 */
export function withLayer(
  zones: readonly Zone[],
  layer: SchemeLayer,
  on: number | null,
  freshId: string,
): readonly Zone[] {
  const holders = zones.filter((z) => z.scheme.some((l) => l.id === layer.id)).map((z) => z.number);
  const all = holders.length > 0 ? holders : painted(zones).map((z) => z.number);
  const into = new Set(on === null ? all : [on]);
  const isApart = on !== null && holders.some((n) => n !== on);
  const own = isApart ? { ...layer, id: freshId } : layer;
  return zones.map((z) => {
    if (!into.has(z.number)) return z;
    const isThere = z.scheme.some((l) => l.id === layer.id);
    const scheme = isThere ? z.scheme.map((l) => (l.id === layer.id ? own : l)) : [...z.scheme, own];
    return { ...z, scheme };
  });
}

/** A layer goes one down, or up, in every zone that has it. @param by -1 or 1 */
export const withLayerMoved = (zones: readonly Zone[], layerId: string, by: -1 | 1): readonly Zone[] =>
  zones.map((z) => {
    const from = z.scheme.findIndex((l) => l.id === layerId);
    const to = from + by;
    if (from < 0 || to < 0 || to >= z.scheme.length) return z;
    const scheme = [...z.scheme];
    [scheme[from], scheme[to]] = [scheme[to]!, scheme[from]!];
    return { ...z, scheme };
  });

/**
 * A layer taken off, of one zone or of all. A zone that has none left stays bare, since somebody said so.
 * @param on the number of the zone; null for all
 */
export const withoutLayer = (zones: readonly Zone[], layerId: string, on: number | null): readonly Zone[] =>
  zones.map((z) => {
    if (on !== null && z.number !== on) return z;
    const scheme = z.scheme.filter((l) => l.id !== layerId);
    const isLast = scheme.length === 0 && z.scheme.length > 0;
    return { ...z, scheme, meaning: isLast ? (z.meaning ?? "bare") : z.meaning };
  });

/** New zones by number: what each is called, whose decisions it begins with, and what it means where that is known. */
export type BornZones = ReadonlyMap<
  number,
  { readonly name: string; readonly from: number; readonly meaning?: Meaning }
>;

/**
 * The zones of a part after its map changed: one for every number on the map. A new one begins with the decisions of
 * the one that it was taken from.
 * @param numbers on the map
 * @param born names and origins of new ones, by number; `from` is the zone whose decisions it begins with
 */
export function zonesOnMap(
  zones: readonly Zone[],
  numbers: readonly number[],
  born: BornZones,
): readonly Zone[] {
  const byNumber = new Map(zones.map((z) => [z.number, z]));
  const kept = [...numbers]
    .sort((a, b) => a - b)
    .map((number): Zone => {
      const known = byNumber.get(number);
      const given = born.get(number);
      if (known && !given) return known;
      const from = byNumber.get(given?.from ?? number) ?? zones[0] ?? wholeZone;
      const meaning = given?.meaning ?? from.meaning;
      return {
        ...from,
        number,
        name: given?.name ?? known?.name ?? `zone ${number}`,
        meaning,
        areaCm2: null,
      };
    });
  return kept.length > 0 ? kept : [{ ...(zones[0] ?? wholeZone), number: 0 }];
}

/** The smallest number that no zone has. */
export function freeNumber(taken: readonly number[]): number {
  const all = new Set(taken);
  let number = 0;
  while (all.has(number)) number++;
  return number;
}
