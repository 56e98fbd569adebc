import type { Nested } from "#core/print/nest";

/**
 * Plates that the builder laid by hand: pieces stay where they are put, and others are laid round them.
 * Latest last.
 */
export type PlateLayout = {
  readonly id: string;
  readonly sceneId: string;
  readonly printerId: string;
  readonly position: number;
  readonly laid: readonly Nested[];
};
