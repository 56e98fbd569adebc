import { bestBuys, type Gain, type Offered } from "#core/paint/bestBuy";
import { bestMixes, type FoundMix } from "#core/paint/bestMixes";
import type { LabD65 } from "#core/paint/lab";
import type { Paint } from "#core/paint/paint";
import { paletteOf, type PictureColour } from "#core/paint/picture/palette";
import type { Card, Pixels } from "#core/paint/picture/picture";
import { sharedPots } from "#core/paint/sharedPots";
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
  /** One mix for each of several colours, from few pots. */
  mixesTogether: (
    targets: readonly LabD65[],
    paints: readonly Paint[],
    progress: (share: number) => void,
  ): readonly (FoundMix | null)[] =>
    sharedPots(
      targets.map((target, i) =>
        bestMixes(target, paints, MOST, (share) => progress((i + share) / targets.length)),
      ),
    ),
  /** Which pot on offer would bring some colours nearest. */
  bestBuys: (
    targets: readonly LabD65[],
    owned: readonly Paint[],
    offers: readonly Offered[],
    progress: (share: number) => void,
  ): readonly Gain[] => bestBuys(targets, owned, offers, progress),
  /** The colours of a picture by their area. */
  palette: (picture: Pixels, card: Card | null): readonly PictureColour[] => paletteOf(picture, card),
};
export type PaintApi = typeof api;
serve(api);
