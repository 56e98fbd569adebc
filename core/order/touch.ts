import { isPart, type Target } from "#core/reference";
import { toolOf } from "#core/materials/tools";
import type { StepTime } from "#core/order/checkPlan";
import { productOf } from "#core/materials/products";
import { faceMm } from "#core/steps/inHand";
import { isFilm } from "#core/order/rules/ask";
import type { Step } from "#core/steps/step";
import { usualWeather, type Weather } from "#core/materials/weather";

/**
 * When the last film on a thing may be handled, and what that film is. Minutes of the plan's clock; null
 * where nothing is wet.
 */
export type Touch = {
  readonly target: Target;
  readonly film: string;
  readonly handledAt: number;
  readonly curedAt: number;
};

/** What is still too soft to be touched at a moment: latest free first. */
export function notToTouch(
  steps: readonly Step[],
  times: ReadonlyMap<string, StepTime>,
  at: number,
  weather: Weather = usualWeather,
): readonly Touch[] {
  const soft = new Map<Target, Touch>();
  for (const s of steps) {
    const time = times.get(s.id);
    if (!time || time.endsAt > at || !isFilm(s)) continue;
    const family = productOf(s.product!, weather);
    const handledAt = time.endsAt + family.handleMinutes;
    if (handledAt <= at) continue;
    for (const target of s.targets)
      if (target !== "board" && (soft.get(target)?.handledAt ?? 0) < handledAt)
        soft.set(target, { target, film: s.title, handledAt, curedAt: time.endsAt + family.cureMinutes });
  }
  return [...soft.values()].sort((a, b) => b.handledAt - a.handledAt || (a.target < b.target ? -1 : 1));
}

/**
 * Length of a strip of tape or stick that is still turned easily, and the room between two pieces on it, mm
 * (common practice).
 */
const STRIP_MM = 400;
const APART_MM = 15;

/** Done with a brush on what is held by a handle. */
const byHandle: ReadonlySet<string> = new Set([
  "paint",
  "shade",
  "drybrush",
  "line in",
  "touch up",
  "draw back",
]);

/**
 * How the pieces are held while a step is done, so that nothing wet is touched, and how many things that
 * takes. Common practice.
 */
export function holdBy(step: Step): string | null {
  if (!step.targets.some(isPart)) return null;
  const sprayed = toolOf(step.tool).kind === "sprayer";
  const pieces = step.pieces ?? 1;
  const kept = step.facts?.keptStrut;
  if (kept !== undefined && (sprayed || byHandle.has(step.action)))
    return `By the strut that was left on, number ${kept}: cut it and touch the spot up when all is dry.`;
  const each = (things: string, thing: string) => (pieces === 1 ? `a ${thing}` : `${pieces} ${things}`);
  if (sprayed) {
    if (pieces <= 4)
      return `On ${each("handles", "handle")} under ${pieces === 1 ? "its foot" : "their feet"}, or by a face that will not be seen; do that face in its turn.`;
    const pitch = (faceMm(step) ?? 20) + APART_MM;
    const onStrip = Math.max(1, Math.floor(STRIP_MM / pitch));
    const strips = Math.ceil(pieces / onStrip);
    return `On ${strips === 1 ? "a strip" : `${strips} strips`} of tape, foot down, ${Math.min(pieces, onStrip)} to a strip, ${APART_MM} mm apart; turn the strip, not the pieces.`;
  }
  if (byHandle.has(step.action))
    return `By ${each("handles", "handle")} under ${pieces === 1 ? "its foot" : "their feet"}; rest the hand, not the piece.`;
  if (step.action === "sand") return "Flat on the bench on a cloth, thin ends supported.";
  if (step.action !== "glue") return null;
  // With so many jigs the first joint can be taken out when the last one is filled.
  const jigs =
    step.product === null
      ? 1
      : Math.min(
          pieces,
          1 +
            Math.ceil(
              productOf(step.product).recoatMinutes / Math.max(0.5, step.handsMinutes.value / pieces),
            ),
        );
  return pieces === 1
    ? "Dry fitted in a jig or against a square until the glue holds."
    : `In ${jigs === 1 ? "a jig" : `${jigs} jigs`} or against a square until the glue holds: with ${jigs === 1 ? "one" : `${jigs}`} nothing has to wait for it.`;
}
