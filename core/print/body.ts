import type { MeshMeasurement } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";

/** A part as it will be made: its measurement brought to millimetres on the bench. */
export type PrintBody = {
  readonly sizeMm: readonly [number, number, number];
  readonly volumeMm3: number;
  readonly volumeLowMm3: number;
  readonly volumeHighMm3: number;
  readonly areaMm2: number;
  /** The profile at equal steps of height, scaled: areas mm2, lengths mm; turning and counts do not scale. */
  readonly profile: {
    readonly stepMm: number;
    readonly areasMm2: Float64Array;
    readonly perimetersMm: Float64Array;
    readonly contours: Uint32Array;
    readonly corners: Uint32Array;
    readonly turning: Float64Array;
  };
};

/** @param factor from file units to millimetres on the bench */
export function printBody(m: MeshMeasurement, factor: number): PrintBody {
  const size = boxSize(m.box);
  const f2 = factor * factor;
  const f3 = f2 * factor;
  return {
    sizeMm: [size[0] * factor, size[1] * factor, size[2] * factor],
    volumeMm3: Math.abs(m.volume) * f3,
    volumeLowMm3: Math.min(Math.abs(m.volumeLow), Math.abs(m.volumeHigh)) * f3,
    volumeHighMm3: Math.max(Math.abs(m.volumeLow), Math.abs(m.volumeHigh)) * f3,
    areaMm2: m.area * f2,
    profile: {
      stepMm: (size[2] * factor) / m.profile.heights.length,
      areasMm2: m.profile.areas.map((a) => Math.abs(a) * f2),
      perimetersMm: m.profile.perimeters.map((p) => p * factor),
      contours: m.profile.contours,
      corners: m.profile.corners,
      turning: m.profile.turning,
    },
  };
}

const BOX_LAYERS = 40;

/**
 * A part of which nothing is known but its box and how much of that is material: as many outlines as a box has, the
 * same at every height. The volume may be half or twice as much.
 * @param share of the box, (0, 1]
 */
export function boxBody(sizeMm: readonly [number, number, number], share: number): PrintBody {
  const [w, d, h] = sizeMm;
  const volumeMm3 = share * w * d * h;
  const each = (value: number) => new Float64Array(BOX_LAYERS).fill(value);
  return {
    sizeMm,
    volumeMm3,
    volumeLowMm3: volumeMm3 / 2,
    volumeHighMm3: Math.min(2 * volumeMm3, w * d * h),
    areaMm2: 2 * (w * d + d * h + h * w),
    profile: {
      stepMm: h / BOX_LAYERS,
      areasMm2: each(share * w * d),
      perimetersMm: each(2 * (w + d)),
      contours: new Uint32Array(BOX_LAYERS).fill(1),
      corners: new Uint32Array(BOX_LAYERS).fill(4),
      turning: each(2 * Math.PI),
    },
  };
}
