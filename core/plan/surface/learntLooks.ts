import type { Printer } from "#core/print/printer";
import type { Look } from "#core/scene/look";
import { SHOWN } from "#core/surface/lookTest";

/** How far the look test is off for a machine and its layer: what is seen over what was foreseen. */
export type LearntLook = {
  readonly times: number;
  /** Spread of single looks, as a factor either way. */
  readonly spread: number;
  readonly looks: number;
  readonly words: string;
};

/** One foreseen class counts as so many looks (our choice: four looks before they outweigh it). */
const PRIOR = 4;
/** Layers within this share are one and the same setting. */
const SAME_LAYER = 0.1;
/** Between how many thresholds each answer stands: nothing, about the limit, well over it. */
const seenTimes: Readonly<Record<Look["seen"], readonly [number, number]>> = {
  gone: [0, SHOWN],
  faint: [SHOWN, 2 * SHOWN],
  "still plain": [2 * SHOWN, Infinity],
};

/** How many times as strongly it was seen as foreseen; 1 where the answer is what was foreseen. */
function offBy({ seen, flat, raking }: Pick<Look, "seen" | "flat" | "raking">): number {
  const foreseen = Math.max(flat, raking);
  const [least, most] = seenTimes[seen];
  return Math.max(least, Math.min(most, foreseen)) / foreseen;
}

/** What looks on a machine have taught, at about its layer; null before the first one. */
export function learntLooks(looks: readonly Omit<Look, "picture">[], printer: Printer): LearntLook | null {
  const own = looks.filter(
    (l) =>
      !l.simulated &&
      l.printerId === printer.id &&
      Math.abs(l.layerMm / printer.layerMm - 1) <= SAME_LAYER &&
      Math.max(l.flat, l.raking) > 0,
  );
  if (own.length === 0) return null;
  const logs = own.map((l) => Math.log(offBy(l)));
  const mean = logs.reduce((a, b) => a + b, 0) / (own.length + PRIOR);
  const variance = logs.reduce((a, b) => a + (b - mean) ** 2, 0) / Math.max(1, own.length);
  const times = Math.exp(mean);
  const spread = Math.exp(Math.sqrt(variance));
  const way =
    Math.abs(times - 1) < 0.05
      ? "as foreseen"
      : times < 1
        ? `${(1 / times).toFixed(1)} times fainter than foreseen`
        : `${times.toFixed(1)} times plainer than foreseen`;
  return {
    ...{ times, spread, looks: own.length },
    words:
      `On ${printer.name} at ${printer.layerMm} mm, ${own.length} ${own.length === 1 ? "look" : "looks"} so far: layers are ` +
      `seen ${way}, give or take ${spread.toFixed(1)} times.`,
  };
}
