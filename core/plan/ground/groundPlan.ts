import type { LayerAmounts } from "#core/ground/groundLayer";
import type { ResistorChoice } from "#core/ground/resistor";
import type { Ground } from "#core/scene/ground";

export type GroundPlan = { readonly ground: Ground; readonly amounts: LayerAmounts };

export type LampPlan = {
  readonly partId: string;
  readonly choice: ResistorChoice | null;
  readonly problem: string | null;
};
