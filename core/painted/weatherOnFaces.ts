import type { WeatherMap } from "#core/paint/paintPlace";
import type { FaceShape } from "#core/painted/faceShape";
import { clouds, streaks } from "#core/painted/placeNoise";
import { rainFlow } from "#core/painted/rainFlow";

/** Heights that mud reaches on the real thing, mm: a first tone, and a second, darker one (defaults). */
export const MUD_REAL_MM = [300, 150] as const;
/** The same on the bench, mm. */
export const mudHeights = (denominator: number): readonly number[] =>
  MUD_REAL_MM.map((mm) => mm / denominator);

/** What was worked out for one shape. */
const known = new WeakMap<FaceShape, Map<WeatherMap, Float32Array>>();

/**
 * How much of a kind of weather or wear reaches every face, the higher the sooner; only the order counts, and a layer
 * takes of it the share that is told.
 */
export function weatherOnFaces(shape: FaceShape, map: WeatherMap): Float32Array {
  const own = known.get(shape) ?? new Map<WeatherMap, Float32Array>();
  known.set(shape, own);
  const found = own.get(map) ?? worked(shape, map);
  own.set(map, found);
  return found;
}

/** Rain past every face, 0 to about 1: the logarithm of its flow to that of the middle one. */
function rainOn(shape: FaceShape): Float32Array {
  const { triangles: t } = shape.mesh;
  const { past } = rainFlow(shape);
  const flow = Float32Array.from(
    shape.area,
    (_, f) => (past[t[3 * f]!]! + past[t[3 * f + 1]!]! + past[t[3 * f + 2]!]!) / 3,
  );
  const running = flow.filter((v) => v > 0).sort();
  const middle = running[running.length >> 1] ?? 1;
  return flow.map((v) => Math.log1p(v / middle));
}

function worked(shape: FaceShape, map: WeatherMap): Float32Array {
  const { area, centre, normal, open, curve, broad, skyHere: sky } = shape;
  const ground = lowest(centre);
  const each = (of: (f: number, up: number, h: number) => number) =>
    Float32Array.from(area, (_, f) => of(f, normal[3 * f + 2]!, centre[3 * f + 2]! - ground));
  const cloud = (f: number, mm: number) =>
    clouds(centre[3 * f]!, centre[3 * f + 1]!, centre[3 * f + 2]!, mm, 11);
  const [mud] = mudHeights(shape.denominator);
  switch (map) {
    case "rain": {
      const rain = rainOn(shape);
      // What is level is wet all over and shows no runs.
      const stripe = (f: number) => streaks(centre[3 * f]!, centre[3 * f + 1]!, centre[3 * f + 2]!, 1.5, 5);
      return each((f, up) => rain[f]! * (1 - 0.9 * Math.max(0, up) ** 4) * (0.4 + stripe(f)));
    }
    case "dust":
      // On what looks up; where it is sheltered no rain takes it away.
      return each(
        (f, up) =>
          Math.sqrt(Math.max(0, up)) * (1.3 - 0.3 * sky[f]!) + 0.3 * (1 - open[f]!) + 0.1 * cloud(f, 3),
      );
    case "dirt":
      // Low, in recesses, on ledges and under what shelters.
      return each(
        (f, up, h) =>
          1.2 * (1 - open[f]!) +
          0.6 * Math.exp(-h / (2 * mud!)) +
          0.4 * Math.max(0, up) * (1 - sky[f]!) +
          0.1 * cloud(f, 3),
      );
    case "mud":
      return each((f, up, h) => Math.exp(-h / mud!) * (1 - 0.3 * Math.max(0, up)) + 0.25 * cloud(f, mud!));
    case "moss": {
      const rain = rainOn(shape);
      return each(
        (f, up) =>
          (up > 0.2 && up < 0.95 ? 0.5 : 0) + 0.4 * rain[f]! + 0.6 * (1 - open[f]!) + 0.6 * cloud(f, 4),
      );
    }
    case "wear":
      return each(
        (f, up) =>
          Math.max(0, curve[f]!) + 2 * Math.max(0, broad[f]!) + 0.15 * Math.max(0, up) + 0.15 * cloud(f, 2),
      );
  }
}

function lowest(centre: Float32Array): number {
  let low = Infinity;
  for (let i = 2; i < centre.length; i += 3) low = Math.min(low, centre[i]!);
  return low;
}
