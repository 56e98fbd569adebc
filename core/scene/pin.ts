import type { Vec3 } from "#core/mesh/pose";
import type { PinAnswer } from "#core/surface/pinAnswers";

/** What a pin is set for. */
export const pinCauses = [
  "gap",
  "misfit",
  "seam",
  "scar",
  "string",
  "blob",
  "bubble",
  "crack",
  "layers",
  "plain patch",
] as const;
export type PinCause = (typeof pinCauses)[number];

/** How it was found. */
export const pinFinds = [
  "by eye",
  "dry fit",
  "after assembly",
  "under primer",
  "a look that failed",
] as const;
export type PinFind = (typeof pinFinds)[number];

export const pinStates = ["open", "done", "checked"] as const;
export type PinState = (typeof pinStates)[number];

/** A defect or a gap at a place on a part. Lengths in mm on the bench. */
export type Pin = {
  readonly id: string;
  readonly sceneId: string;
  readonly partId: string;
  /** The zone that it lies in, by number; null of a part without zones or where nobody knows. */
  readonly zone: number | null;
  /** Where on the mesh, file units; null where it was never tapped. */
  readonly at: Vec3 | null;
  readonly cause: PinCause;
  readonly find: PinFind;
  readonly widthMm: number | null;
  readonly depthMm: number | null;
  readonly lengthMm: number | null;
  /** Of a patch, cm2. */
  readonly areaCm2: number | null;
  /** Whether its face has a texture, and whether sandpaper reaches it. */
  readonly textured: boolean;
  readonly sandable: boolean;
  /** Parts of talc to one of resin where it is filled with their paste; the usual where it is absent. */
  readonly talcParts?: number;
  /** Wanted as it is: nothing is done about it. */
  readonly wanted: boolean;
  readonly answer: PinAnswer | null;
  readonly state: PinState;
  readonly note: string;
  readonly setAt: string;
};

/** How large it is, in words; nothing where nobody measured it. */
export const pinSize = ({ areaCm2, widthMm }: Pick<Pin, "areaCm2" | "widthMm">): string =>
  areaCm2 !== null ? `, ${areaCm2} cm²` : widthMm !== null ? `, ${widthMm} mm` : "";
