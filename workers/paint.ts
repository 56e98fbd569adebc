import { proxy } from "comlink";
import type { LabD65 } from "#core/paint/lab";
import type { Offered } from "#core/paint/bestBuy";
import type { Paint } from "#core/paint/paint";
import type { Card, Pixels } from "#core/paint/picture/picture";
import { openWorker } from "#workers/openWorker";
import type { PaintApi } from "#workers/paint.worker";

const run = openWorker<PaintApi>(
  () => new Worker(new URL("./paint.worker.ts", import.meta.url), { type: "module" }),
);

/** The nearest mixes from some pots, searched away from the page. */
export const findMixes = (
  target: LabD65,
  paints: readonly Paint[],
  tell: (share: number) => void,
  signal: AbortSignal,
) => run((api) => api.bestMixes(target, paints, proxy(tell)), signal);

/** One mix for each of several colours, from few pots, searched away from the page. */
export const findMixesTogether = (
  targets: readonly LabD65[],
  paints: readonly Paint[],
  tell: (share: number) => void,
  signal: AbortSignal,
) => run((api) => api.mixesTogether(targets, paints, proxy(tell)), signal);

/** Which pot on offer would bring some colours nearest, searched away from the page. */
export const findBuys = (
  targets: readonly LabD65[],
  owned: readonly Paint[],
  offers: readonly Offered[],
  tell: (share: number) => void,
  signal: AbortSignal,
) => run((api) => api.bestBuys(targets, owned, offers, proxy(tell)), signal);

/** The colours of a picture by their area, found away from the page. */
export const findPalette = (picture: Pixels, card: Card | null, signal: AbortSignal) =>
  run((api) => api.palette(picture, card), signal);
