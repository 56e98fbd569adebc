import type { Agent } from "#core/materials/agent";
import type { Hazard } from "#core/materials/hazard";

export type ToolKind =
  "brush" | "sprayer" | "spreader" | "abrasive" | "blade" | "heat" | "bath" | "light" | "measure" | "other";

/**
 * What is held in the hand. `setupMinutes`: to get it out and put it away. `washed`: what is on it has to come
 * off. `widthKind`: a brush that is chosen by the width of the face.
 */
export type Tool = {
  readonly id: string;
  readonly name: string;
  readonly kind: ToolKind;
  readonly setupMinutes: number;
  readonly washed: boolean;
  /** Grits of an abrasive, coarsest first: each takes out the scratches of the one before. */
  readonly grits: readonly number[];
  /** What it brings beside the product. */
  readonly agents: readonly Agent[];
  readonly hazards: readonly Hazard[];
};
