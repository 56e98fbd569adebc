import { idIn } from "#core/reference";
import type { Pin, PinCause } from "#core/scene/pin";
import type { Step } from "#core/steps/step";
import { keep } from "#app/jobs/keep";
import { localNow } from "#app/clock";

/** What a point of a look is about, by its words. */
const causes: readonly (readonly [words: RegExp, cause: PinCause])[] = [
  [/string|hair/i, "string"],
  [/bubble|pinhole|hole/i, "bubble"],
  [/crack|split/i, "crack"],
  [/seam|joint/i, "seam"],
  [/gap|fit|square/i, "gap"],
  [/layer|line|stripe|step/i, "layers"],
  [/blob|drip/i, "blob"],
];

export const causeOf = (point: string): PinCause =>
  causes.find(([words]) => words.test(point))?.[1] ?? "scar";

/**
 * Sets a pin for every point of a look that failed, on the first part that the step is about.
 * @returns the part's id; null where the step is about no part, or they could not be kept
 */
export async function failedPins(
  points: readonly string[],
  step: Step,
  sceneId: string,
): Promise<string | null> {
  const partId = step.targets.map((t) => idIn(t, "part")).find((id) => id !== null);
  if (!partId) return null;
  const { at } = localNow();
  const pins = points.map((point): Pin => ({
    ...{ id: crypto.randomUUID(), sceneId, partId, zone: null, at: null, cause: causeOf(point) },
    ...{ find: "a look that failed", widthMm: null, depthMm: null, lengthMm: null, areaCm2: null },
    ...{ textured: false, sandable: true, wanted: false, answer: null, state: "open" },
    ...{ note: point.slice(0, 400), setAt: at },
  }));
  const kept = await keep(
    `Set pins on ${step.onWhat}`,
    pins.map((put) => ({ table: "pins" as const, put })),
  );
  return kept.ok ? partId : null;
}
