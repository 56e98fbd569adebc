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
  /** What stands round it in the scene, in its own frame. */
  readonly others?: Opened[6];
};

/**
 * Asks the worker of the paint about one part, which it is made ready with where it holds another one, or was begun
 * anew since.
 */
export const askPainted = <T>(
  { key, corners, factor, map, fill, denominator, others = [] }: ToPaint,
  ask: Parameters<typeof run<T>>[0],
  tell: (share: number) => void = () => {},
  signal?: AbortSignal,
) =>
  run<T>(async (api) => {
    if (!(await api.holds(key)))
      await api.open(key, corners, factor, map, fill, denominator, others, proxy(tell));
    return ask(api);
  }, signal);

/** Draws a part coarsely with its layers on, for the picture of a whole scene. */
export const paintedWhole = (given: Parameters<PaintedApi["whole"]>, signal?: AbortSignal) =>
  run((api) => api.whole(...given), signal);
