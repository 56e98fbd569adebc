import { kindOf, type LayerKind } from "#core/paint/layerKinds";
import { potsOf, type Shelf } from "#core/paint/layerBody";
import { sheenLeft } from "#core/paint/sheenLeft";
import { recipeOf, type SchemeLayer } from "#core/paint/scheme";
import type { PaintCourse, PaintMoment } from "#core/plan/colour/paintMoments";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Workshop } from "#core/scene/workshop";
import { type Part, printOf } from "#core/scene/part";
import { layersOf, placeName, wholeZone } from "#core/scene/zone";
import type { ZoneMap } from "#core/scene/zoneMap";
import { counted } from "#core/words";
import { colourName } from "#app/routes/colour/copyLines";
import type { ZoneShares } from "#workers/painted";

/** Bare plastic and every moment after it: how far each zone is. */
export const doneAt = ({ moments }: PaintCourse, at: number): PaintMoment["done"] =>
  moments[Math.min(at, moments.length) - 1]?.done ?? [];

/** `3 of 8: Drybrush the edges, Bone Lime, on roof`; where nothing is laid yet, that it is bare. */
export function momentWords(
  course: PaintCourse,
  at: number,
  part: Part,
  shelf: Pick<Workshop, "paints" | "recipes">,
): string {
  const { moments } = course;
  if (at <= 0) return `0 of ${moments.length}: bare`;
  const { title, zones } = moments[at - 1]!;
  const colour = layerAt(course, at)?.colour ?? null;
  const painted = part.zones.filter((z) => z.scheme.length > 0).length;
  const names = part.zones.filter((z) => zones.includes(z.number)).map((z) => z.name);
  const told = [
    title,
    ...(colour ? [colourName(colour, shelf)] : []),
    ...(names.length < painted ? [`on ${names.join(" and ")}`] : []),
  ];
  return `${at} of ${moments.length}: ${told.join(", ")}`;
}

const SHEENS = { matte: 0, satin: 1, gloss: 2 } as const;
/** Plastic as it comes off a machine is satin. */
const BARE = SHEENS.satin;

/** How each zone shines once so many of its layers are laid: 0 matte, 1 satin, 2 gloss. */
export function sheensAt(
  { schemes }: PaintCourse,
  done: PaintMoment["done"],
): readonly (readonly [zone: number, sheen: number])[] {
  const laid = new Map(done);
  return schemes.map(([zone, layers]) => {
    const left = sheenLeft(layers.slice(0, laid.get(zone) ?? 0));
    return [zone, left ? SHEENS[left.sheen] : BARE] as const;
  });
}

/** The pots and mixes of some layers: no more goes to the worker. */
export function shelfOf({ schemes }: PaintCourse, { paints, recipes }: Shelf): Shelf {
  const layers = schemes.flatMap(([, own]) => own);
  const mixes = new Set(layers.map(recipeOf));
  const pots = new Set(layers.flatMap((l) => potsOf(l, { paints, recipes }).map(({ paint }) => paint.id)));
  return {
    recipes: recipes.filter((r) => mixes.has(r.id)),
    paints: paints.filter((p) => pots.has(p.id)),
  };
}

/** A layer of a zone with what of it the picture shows. */
export type ShareLine = {
  readonly id: string;
  readonly layer: SchemeLayer;
  readonly place: string;
  readonly told: number;
  readonly drawn: number;
  /** Of one copy, by the area that its amounts go by: all of its zone, and what is covered of it. */
  readonly zoneCm2: number;
  readonly cm2: number;
};

/** What every layer covers in the picture, beside what its amounts go by. */
export const shareLines = (
  { schemes }: PaintCourse,
  shares: readonly ZoneShares[],
  { part, zones }: Pick<PartPlan, "part" | "zones">,
): readonly ShareLine[] =>
  schemes.flatMap(([number, layers]) => {
    const zone = zones.find((z) => z.zone.number === number);
    const found = shares.find((s) => s.zone === number);
    if (!zone || !found) return [];
    const zoneCm2 = zone.areaCm2.value / Math.max(1, part.count);
    return layers.map((layer, i) => ({
      ...{ id: `${number} ${layer.id}`, layer, place: placeName(part, zone.zone), told: layer.coverage },
      drawn: found.shares[i] ?? 0,
      zoneCm2,
      cm2: zoneCm2 * (found.shares[i] ?? 0),
    }));
  });

/** A share that was found on a mesh or on zones that are others by now, 0 to 1. */
export type StaleShare = { readonly layer: SchemeLayer; readonly found: number };

/** From so much on a share is another one (default). */
const ANOTHER = 0.015;

/** Layers with a place or a side whose share is another one on the mesh as it is. */
export function staleShares(
  course: PaintCourse,
  shares: readonly ZoneShares[],
  of: Pick<PartPlan, "part" | "zones">,
): readonly StaleShare[] {
  const lines = shareLines(course, shares, of).filter(({ layer }) => layer.place || layer.from);
  return [...new Set(lines.map((l) => l.layer.id))].flatMap((id) => {
    const own = lines.filter((l) => l.layer.id === id);
    const total = (of: (l: ShareLine) => number) => own.reduce((sum, l) => sum + of(l), 0);
    const found =
      total((l) => l.cm2) /
      Math.max(
        1e-9,
        total((l) => l.zoneCm2),
      );
    const { layer } = own[0]!;
    return Math.abs(found - layer.coverage) > ANOTHER ? [{ layer, found }] : [];
  });
}

/** Pots whose flakes or dyes no reflectance tells. */
const isShiny = (layer: SchemeLayer, shelf: Shelf) =>
  layer.kind === "metal" || potsOf(layer, shelf).some(({ paint }) => paint.kind === "metallic");

/** What the picture cannot promise of some layers, in sentences. */
export function promises(
  course: PaintCourse,
  shelf: Shelf,
  surface: { readonly isCoarse: boolean; readonly near?: number },
): readonly string[] {
  const layers = layersOf(course.schemes.map(([number, scheme]) => ({ ...wholeZone, number, scheme })));
  const { leftOut } = course;
  const untold = layers.filter((l) => isUntold(l, shelf)).length;
  const differing = layers.filter((l) => l.among || l.onSome !== undefined || l.panels).length;
  return [
    ...(layers.some((l) => isShiny(l, shelf))
      ? ["Metals are drawn in the colour of their pot: how they flash is not."]
      : []),
    ...(layers.some((l) => l.sheen === "gloss")
      ? ["Gloss is drawn under one lamp, without what it mirrors."]
      : []),
    ...(untold > 0
      ? [
          `${counted(untold, "layer has", "layers have")} no colour yet and ${untold === 1 ? "is" : "are"} not drawn.`,
        ]
      : []),
    ...(leftOut.length > 0
      ? [`Left out by the plan, and so not drawn: ${leftOut.map((l) => kindOf(l.kind).says).join(", ")}.`]
      : []),
    ...(differing > 0 ? ["Copies that differ are drawn in the first of their colours."] : []),
    ...(layers.some((l) => l.weather) ? [weatherPromise(surface.near ?? 0)] : []),
    ...(surface.isCoarse ? ["It is large: places under a few mm are drawn coarsely."] : []),
    "Two paints of one colour here may part under another lamp.",
  ];
}

const weatherPromise = (near: number): string =>
  near > 0
    ? `Weather falls as at the place of its first copy, past ${counted(near, "neighbour", "neighbours")}; on all copies alike.`
    : "Weather falls as on the part alone: nothing stands near it on the lay.";

/** Nothing of it is shown for want of a colour; what has none by its nature is not meant, and primer is grey. */
const isUntold = (layer: SchemeLayer, shelf: Shelf) =>
  !["primer", "varnish", "resist", "decal", "gloss"].includes(layer.kind) &&
  potsOf(layer, shelf).length === 0;

/** What a picture is made from, as a key: another one for every other mesh, size or map. */
export const surfaceKey = (
  meshId: string,
  factor: number,
  map: Pick<ZoneMap, "stamp"> | null,
  fill: number,
  denominator: number,
) => `${meshId} ${factor} ${denominator} ${map?.stamp ?? `all in ${fill}`}`;

/** A part that is painted as a whole: a piece of one is painted once it is joined. */
export const isPainted = (part: Part): boolean =>
  printOf(part).pieceOf === null && part.zones.some((z) => z.scheme.length > 0);

let isAble: boolean | null = null;

/** Whether this browser draws models at all; asked once, since it has only so many drawings. */
export const canDraw = (): boolean =>
  (isAble ??= document.createElement("canvas").getContext("webgl2") !== null);

/** A layer with another share than its own, to see what it would be. */
export type Trial = {
  readonly layerId: string;
  readonly coverage?: number;
  /** Of runs: so many on each edge, null for one each 5 mm. */
  readonly perSlope?: number | null;
};

/** A layer that is tried in the picture, and how. */
export type TriedLayer = {
  readonly p: PartPlan;
  readonly layer: SchemeLayer;
  readonly trial: Trial | null;
  readonly set: (trial: Trial | null) => void;
};

/** Runs on each edge that are offered; null for one each 5 mm. */
export const runsOffered: readonly (number | null)[] = [1, 3, 5, null];

/** A course with a trial in it. */
export const tried = (course: PaintCourse, trial: Trial | null): PaintCourse =>
  trial
    ? {
        ...course,
        schemes: course.schemes.map(
          ([zone, layers]) =>
            [zone, layers.map((l) => (l.id === trial.layerId ? asTried(l, trial) : l))] as const,
        ),
      }
    : course;

function asTried(layer: SchemeLayer, { coverage = layer.coverage, perSlope }: Trial): SchemeLayer {
  if (perSlope === undefined) return { ...layer, coverage };
  return { ...layer, coverage, runs: { count: 0, longestMm: 0, ...layer.runs, perSlope } };
}

/** The layer that a moment lays. */
export const layerAt = ({ schemes, moments }: PaintCourse, at: number): SchemeLayer | null => {
  const id = moments[at - 1]?.layerId;
  return schemes.flatMap(([, layers]) => layers).find((l) => l.id === id) ?? null;
};

/** Layers that go on all of their zone; of the others more or less may be laid. */
const wholeKinds: readonly LayerKind[] = ["primer", "varnish", "decal"];

/** How much of it is laid is a matter of taste: neither all of it, nor what was found on the mesh. */
export const mayBeMore = ({ kind, place, from }: SchemeLayer): boolean =>
  !place && !from && !wholeKinds.includes(kind);
