import { bestMixes, type FoundMix } from "#core/paint/bestMixes";
import type { LabD65 } from "#core/paint/lab";
import type { Paint } from "#core/paint/paint";
import { serve } from "#workers/serve";

const api = {
  /** The nearest mixes from some pots. */
  bestMixes: (target: LabD65, paints: readonly Paint[]): readonly FoundMix[] => bestMixes(target, paints),
};
export type PaintApi = typeof api;
serve(api);
