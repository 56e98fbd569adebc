import type { FinishEffect, SchemeLayer } from "#core/paint/scheme";

/** What lies over the steps of a print, and what looks have taught: how it changes what is seen of them. */
export type Over = {
  /** Steps are seen so many times as strongly as bare matte ones. */
  readonly contrast: number;
  /** Steps that are no deeper than the grain of a texture are lost in it, mm; 0 without one. */
  readonly grainMm: number;
  /** How that is known, in words; nothing of bare matte faces. */
  readonly because?: readonly string[];
};

export const NOTHING_OVER: Over = { contrast: 1, grainMm: 0 };

/** A smooth gloss shows steps so much plainer than a matte film does (default). */
const GLOSS_TIMES = 1.5;
/** What an effect makes of the steps below it (defaults). */
export const effectsOver: Readonly<Record<FinishEffect, Over>> = {
  "smooth metal": { contrast: 2, grainMm: 0 },
  "textured metal": { contrast: 1, grainMm: 0.1 },
  "fine texture": { contrast: 1, grainMm: 0.1 },
  "coarse texture": { contrast: 1, grainMm: 0.3 },
};

/** Under so much of a texture steps are lost; less leaves them open beside it (default). */
const MASKING_SHARE = 0.9;

/**
 * What a scheme makes of the steps below it: its last layer by its shine, its textures by their grain.
 * @param seenTimes what looks on the machine have taught, 1 before the first
 */
export function finishOver(
  scheme: readonly Pick<SchemeLayer, "sheen" | "effect" | "coverage">[],
  seenTimes = 1,
): Over {
  const last = scheme.at(-1);
  const shine = last?.effect ? effectsOver[last.effect].contrast : last?.sheen === "gloss" ? GLOSS_TIMES : 1;
  const grains = scheme
    .filter((l) => l.coverage >= MASKING_SHARE)
    .map((l) => (l.effect ? effectsOver[l.effect].grainMm : 0));
  const grainMm = Math.max(0, ...grains);
  const because = [
    ...(shine > 1
      ? [`under ${last!.effect ?? "gloss"} steps are seen ${shine} times as strongly (default)`]
      : []),
    ...(grainMm > 0 ? [`a texture hides what is no deeper than ${grainMm} mm (default)`] : []),
    ...(seenTimes === 1
      ? []
      : [`looks on this machine: layers are seen ${seenTimes.toFixed(2)} times as strongly as foreseen`]),
  ];
  return { contrast: shine * seenTimes, grainMm, ...(because.length > 0 ? { because } : {}) };
}
