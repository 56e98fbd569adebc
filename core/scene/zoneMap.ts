import type { ZoneCut } from "#core/zones/splitMesh";
import type { ZoneMeasure } from "#core/zones/zoneMeasure";

/** The number of faces that no zone has: what a new version of a file did not find again. */
export const OPEN_ZONE = 255;

/**
 * Which face of a mesh lies in which zone. Parts of one mesh in a scene share it; what is decided for the zones is each
 * part's own.
 */
export type ZoneMap = {
  readonly id: string;
  readonly sceneId: string;
  readonly meshId: string;
  /** Planes along which faces were parted so that a border can run through them, in their order. */
  readonly cuts: readonly ZoneCut[];
  /** Faces of the mesh after these cuts. */
  readonly faces: number;
  /** The zone of every face in turn, run-length coded: see `zoneRuns`. */
  readonly runs: string;
  readonly measures: readonly ZoneMeasure[];
  readonly measureVersion: number;
  /** Another one for every change of the map. */
  readonly stamp: string;
};
