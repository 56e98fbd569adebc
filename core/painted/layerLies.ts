import { kindOf } from "#core/paint/layerKinds";
import { type SprayFrom, towardNozzle } from "#core/paint/paintPlace";
import type { SchemeLayer } from "#core/paint/scheme";
import { CONE_DEG, type FaceShape } from "#core/painted/faceShape";
import { placeOnFaces } from "#core/painted/placeOnFaces";
import { type StreakRun, streakRuns } from "#core/painted/streakRuns";
import { sprayedFrom } from "#core/painted/skyShare";
import { weatherOnFaces } from "#core/painted/weatherOnFaces";
import { clouds, grain, spots, streaks } from "#core/painted/placeNoise";
import { shareCover } from "#core/painted/shareCover";
import { keyOf } from "#core/random";

/** How far a layer covers each face of a zone, 0 to 1, and its film there as a share of what is told. */
export type LayerLies = {
  readonly cover: Float32Array;
  readonly film: Float32Array;
  /** Of runs: each of them. */
  readonly runs?: readonly StreakRun[];
};

/** What a layer is like where it lies. */
export const manners = [
  "body",
  "sprayed",
  "from above",
  "wash",
  "crests",
  "spots",
  "dust",
  "streaks",
  "lines",
] as const;
export type Manner = (typeof manners)[number];

/** How a layer goes on, from its kind, its way and its stroke. */
export function mannerOf({ kind, method, load, stroke, pinOnly }: SchemeLayer): Manner {
  if (pinOnly || kind === "line in") return "lines";
  // Powder goes on with a dry brush too, and still lies where dust does.
  if (kind === "dust" || kind === "pigment" || method === "powder") return "dust";
  if (kind === "drybrush" || method === "drybrush" || load === "dry") return "crests";
  if (kind === "streak") return "streaks";
  if (method === "sponge" || method === "flick") return "spots";
  if (kind === "chip" || kind === "scratch" || kind === "splatter" || kind === "resist") return "spots";
  if (method === "wash" || kind === "shade") return "wash";
  if (method !== "airbrush" && method !== "can") return "body";
  return stroke === "from above" ? "from above" : "sprayed";
}

/** Spots, from one to the next, mm (defaults). */
const SPOT_MM = { chip: 1, scratch: 0.6, splatter: 0.8, resist: 2, sponge: 1.5 } as const;
/** Patches of a colour whose place nobody told, mm; and the streaks of rain. */
const PATCH_MM = 8;
const STREAK_MM = 1.5;
/** What fades at its edge over a tenth of the zone, and what has an edge. */
const SOFT = 0.1;
const HARD = 0.02;
const WEATHERED = 0.15;

/**
 * Where a layer lies on a zone. What is covered comes to the share that is told, so that the picture has the paint that
 * is mixed for it.
 * @param faces the faces of the zone
 */
export function layerLies(shape: FaceShape, faces: Uint32Array, layer: SchemeLayer): LayerLies {
  if (layer.from) return fromOneSide(shape, faces, layer.from);
  const manner = mannerOf(layer);
  if (layer.place === "runs") {
    const { cover: all, runs } = streakRuns(shape, faces, layer.runs?.perSlope ?? null, layer.seed ?? 1);
    const cover = Float32Array.from(faces, (f) => all[f]!);
    return { cover, film: filmsOf(shape, faces, "streaks", cover), runs };
  }
  if (layer.place) {
    const place = placeOnFaces(shape, layer.place);
    const cover = Float32Array.from(faces, (f) => place[f]!);
    return { cover, film: filmsOf(shape, faces, manner, cover) };
  }
  if (layer.weather) {
    const map = weatherOnFaces(shape, layer.weather);
    const sooner = Float32Array.from(faces, (f) => map[f]!);
    const cover = shareCover(faces, shape.area, sooner, layer.coverage, WEATHERED);
    return { cover, film: filmsOf(shape, faces, manner, cover) };
  }
  const score = scored(shape, faces, layer, manner);
  const soft = manner === "spots" || manner === "body" ? HARD : SOFT;
  const cover = shareCover(faces, shape.area, score, layer.coverage, soft);
  return { cover, film: filmsOf(shape, faces, manner, cover) };
}

/** A spray from one side: what it reaches, with so much of a full coat. */
function fromOneSide(shape: FaceShape, faces: Uint32Array, from: SprayFrom): LayerLies {
  const reached = sprayedFrom(shape, towardNozzle(from), CONE_DEG);
  const film = Float32Array.from(faces, (f) => reached[f]!);
  return { cover: film.map((w) => (w > 0 ? 1 : 0)), film };
}

/** A share below half a coat is shadow that is left (default). */
const SHADOW = 0.5;

/** What a layer with a place or a side comes to on some faces. */
export type FoundShare = {
  /** Of a full coat on all of them: what its amounts go by. */
  readonly share: number;
  /** Of their area that it reaches at all, and that is left with less than half a coat. */
  readonly reached: number;
  readonly shadow: number;
  /** Of runs: how many there are, and the longest, mm. */
  readonly runs?: { readonly count: number; readonly longestMm: number };
};

/** The share that is found on the mesh for a layer with a place or a side. */
export function foundShare(shape: FaceShape, faces: Uint32Array, layer: SchemeLayer): FoundShare {
  const { cover, film, runs: drawn } = layerLies(shape, faces, layer);
  let [all, share, reached, shadow] = [0, 0, 0, 0];
  faces.forEach((f, i) => {
    const coat = layer.from ? cover[i]! * film[i]! : cover[i]!;
    all += shape.area[f]!;
    share += coat * shape.area[f]!;
    if (cover[i]! > 0) reached += shape.area[f]!;
    if (coat < SHADOW) shadow += shape.area[f]!;
  });
  const runs = drawn
    ? { runs: { count: drawn.length, longestMm: Math.max(0, ...drawn.map((r) => r.lengthMm)) } }
    : {};
  return all > 0
    ? { share: share / all, reached: reached / all, shadow: shadow / all, ...runs }
    : { share: 0, reached: 0, shadow: 0 };
}

/** The same on several zones, each for itself as it is painted. @param of the zone of every face */
export function foundOnZones(
  shape: FaceShape,
  of: Uint8Array,
  zones: readonly number[],
  layer: SchemeLayer,
): FoundShare {
  const each = zones.map((zone) => {
    const faces = Uint32Array.from(of.keys()).filter((f) => of[f] === zone);
    const area = faces.reduce((sum, f) => sum + shape.area[f]!, 0);
    return { area, found: foundShare(shape, faces, layer) };
  });
  const all = each.reduce((sum, e) => sum + e.area, 0);
  const mean = (value: (found: FoundShare) => number) =>
    all > 0 ? each.reduce((sum, e) => sum + e.area * value(e.found), 0) / all : 0;
  const runs = each.flatMap((e) => e.found.runs ?? []);
  return {
    ...{ share: mean((f) => f.share), reached: mean((f) => f.reached), shadow: mean((f) => f.shadow) },
    ...(runs.length > 0
      ? {
          runs: {
            count: runs.reduce((sum, r) => sum + r.count, 0),
            longestMm: Math.max(...runs.map((r) => r.longestMm)),
          },
        }
      : {}),
  };
}

/** How soon each face is covered. */
function scored(
  { centre, normal, open, curve, broad }: FaceShape,
  faces: Uint32Array,
  layer: SchemeLayer,
  manner: Manner,
): Float32Array {
  const score = new Float32Array(faces.length);
  // All of it: nothing comes sooner.
  if (layer.coverage >= 1) return score;
  const seed = (layer.seed ?? 1) + (keyOf(layer.id) % 9973);
  const spotMm =
    layer.method === "sponge" ? SPOT_MM.sponge : (SPOT_MM[layer.kind as keyof typeof SPOT_MM] ?? 1);
  for (let i = 0; i < faces.length; i++) {
    const f = faces[i]!;
    const [x, y, z] = [centre[3 * f]!, centre[3 * f + 1]!, centre[3 * f + 2]!];
    const up = normal[3 * f + 2]!;
    // So that faces that are alike are not all covered at once.
    const rough = 0.05 * grain(x, y, z, seed);
    switch (manner) {
      case "crests":
        score[i] = curve[f]! + 3 * broad[f]! + 0.3 * open[f]! + 0.1 * up + rough;
        break;
      case "wash":
      case "lines":
        score[i] = 1 - open[f]! - 0.6 * curve[f]! + rough;
        break;
      case "dust":
        score[i] = Math.sqrt(Math.max(0, up)) + 0.5 * (1 - open[f]!) + 4 * rough;
        break;
      case "streaks":
        score[i] = streaks(x, y, z, STREAK_MM, seed) * (1 - 0.7 * Math.abs(up));
        break;
      case "spots":
        score[i] = spots(x, y, z, spotMm, seed) + (isWorn(layer) ? 1.5 * Math.max(0, curve[f]!) : 0);
        break;
      case "from above":
        score[i] = up + rough;
        break;
      default:
        score[i] = clouds(x, y, z, PATCH_MM, seed);
    }
  }
  return score;
}

/** Worn and chipped where hands and feet reach edges first. */
const isWorn = ({ kind }: SchemeLayer) => kindOf(kind).weathering === "chip";

/** Film of a wash in recesses, on slopes, on what is raised and on level tops, to its mean (defaults). */
const WASH = { deep: 3, slope: 1, raised: 0.2, level: 1.5 } as const;

/** The film of a layer on every face, as a share of what is told of it. */
function filmsOf(
  { area, normal, open, curve, sky }: FaceShape,
  faces: Uint32Array,
  manner: Manner,
  cover: Float32Array,
): Float32Array {
  const film = new Float32Array(faces.length).fill(1);
  let [laid, all] = [0, 0];
  for (let i = 0; i < faces.length; i++) {
    const f = faces[i]!;
    const up = normal[3 * f + 2]!;
    if (manner === "body") film[i] = (1 - 0.3 * Math.max(0, curve[f]!)) * (1 + 0.3 * (1 - open[f]!));
    if (manner === "sprayed") film[i] = open[f]!;
    if (manner === "from above") film[i] = Math.max(0, up) * sky[f]!;
    if (manner === "wash" || manner === "lines") film[i] = washFilm(open[f]!, curve[f]!, up);
    laid += film[i]! * cover[i]! * area[f]!;
    all += cover[i]! * area[f]!;
  }
  // A wash runs: what is thin here is thick there, and the mean is the wet film that is told.
  if ((manner === "wash" || manner === "lines") && laid > 0)
    for (let i = 0; i < film.length; i++) film[i]! *= all / laid;
  return film;
}

function washFilm(open: number, curve: number, up: number): number {
  const raised = WASH.slope + (WASH.raised - WASH.slope) * clamp(curve / 0.3);
  const onTop = raised * (1 + (WASH.level - 1) * clamp((up - 0.8) / 0.2));
  // From three quarters open on it is a recess, from half open on a deep one.
  return onTop + (WASH.deep - onTop) * clamp((0.75 - open) / 0.25);
}

const clamp = (v: number) => Math.max(0, Math.min(1, v));
