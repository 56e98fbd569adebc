import { proxy } from "comlink";
import { openWorker } from "#workers/openWorker";
import type { PaintedApi } from "#workers/painted.worker";

export type { ZoneShares } from "#workers/painted.worker";

const run = openWorker<PaintedApi>(
  () => new Worker(new URL("./painted.worker.ts", import.meta.url), { type: "module" }),
);

type Opened = Parameters<PaintedApi["open"]>;

/** A part to be painted away from the page: its mesh, its size, and its zones. */
export type ToPaint = {
  readonly key: string;
  readonly corners: Opened[1];
  readonly factor: number;
  readonly map: Opened[3];
  readonly fill: number;
  readonly denominator: number;
};

/** Makes a part ready to be painted; at once where it is the one that was opened last. */
export const openPainted = (
  { key, corners, factor, map, fill, denominator }: ToPaint,
  tell: (share: number) => void,
  signal: AbortSignal,
) => run((api) => api.open(key, corners, factor, map, fill, denominator, proxy(tell)), signal);

/** Lays layers on the part that was opened. */
export const layPainted = (...given: Parameters<PaintedApi["lay"]>) => run((api) => api.lay(...given));

/** How its faces look after so many layers of each zone: four bytes a face. */
export const shownPainted = (...given: Parameters<PaintedApi["shown"]>) => run((api) => api.shown(...given));

/** The share of some zones of the part that was opened that a layer with a place, or from one side, comes to. */
export const findShare = (...given: Parameters<PaintedApi["found"]>) => run((api) => api.found(...given));
