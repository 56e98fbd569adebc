import { proxy } from "comlink";
import type { Outcome } from "#core/outcome";
import type { ReadOptions } from "#core/formats/readModel";
import { openWorker } from "#workers/openWorker";
import type { IntakeApi, IntakeProgress, TakenFile } from "#workers/intake.worker";

export type { IntakeProgress, TakenModel } from "#workers/intake.worker";

const open = () =>
  openWorker<IntakeApi>(() => new Worker(new URL("./intake.worker.ts", import.meta.url), { type: "module" }));

/** As many lanes as cores, and no more than four: each holds a file of its own in memory. */
const lanes = Array.from({ length: Math.max(1, Math.min(4, navigator.hardwareConcurrency || 2)) }, open);
export const intakeLanes = lanes.length;

export type TakeFile = (
  lane: number,
  file: File,
  options: ReadOptions,
  onProgress: IntakeProgress,
  signal?: AbortSignal,
) => Promise<Outcome<TakenFile>>;

/**
 * Reads and measures a file away from the page.
 * @param lane which worker does it; one file at a time in each
 * @param onProgress share in [0, 1], never going back, and what is being done
 */
export const takeFile: TakeFile = (lane, file, options, onProgress, signal) =>
  lanes[lane]!((api) => api.take(file, options, proxy(onProgress)) as Promise<Outcome<TakenFile>>, signal);
