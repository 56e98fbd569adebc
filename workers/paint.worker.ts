import { bestMixes, type FoundMix } from "#core/paint/bestMixes";
import type { LabD65 } from "#core/paint/lab";
import type { Paint } from "#core/paint/paint";
import { serve } from "#workers/serve";

/** So many are offered. */
const MOST = 8;

const api = {
  /** The nearest mixes from some pots. */
  bestMixes: (
    target: LabD65,
    paints: readonly Paint[],
    progress: (share: number) => void,
  ): readonly FoundMix[] => bestMixes(target, paints, MOST, progress),
};
export type PaintApi = typeof api;
serve(api);
