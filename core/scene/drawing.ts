import type { Dimensioned } from "#core/scale/drawnLine";

/**
 * A picture that the scene is built from: a drawing with its dimensions, or what lay beside models and shows them.
 */
export type Drawing = Dimensioned & {
  readonly id: string;
  readonly sceneId: string;
  readonly name: string;
  readonly at: string;
  /** Small, as a data URL. */
  readonly picture: string;
  /** The parts it shows. */
  readonly partIds: readonly string[];
};
