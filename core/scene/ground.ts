import type { GroundLayer } from "#core/ground/groundLayer";

/** Fibres over a layer: none, sprinkled on, or set upright with a grass applicator. */
export const flocks = ["none", "sprinkled", "standing"] as const;

export type Flock = (typeof flocks)[number];

export type Ground = GroundLayer & {
  readonly sceneId: string;
  readonly wetWith: "alcohol" | "water" | "none";
  readonly flock: Flock;
  readonly position: number;
};
