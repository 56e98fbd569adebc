import type { StepTime } from "#core/order/checkPlan";
import { familyOf } from "#core/order/families";
import { isFilm } from "#core/order/rules/ask";
import type { Step } from "#core/order/step";
import { usualWeather, type Weather } from "#core/order/weather";

/** When the last film on a thing may be handled, and what that film is. Minutes of the plan's clock; null where nothing is wet. */
export type Touch = { readonly target: string; readonly film: string; readonly handledAt: number; readonly curedAt: number };

/** What is still too soft to be touched at a moment: latest free first. */
export function notToTouch(steps: readonly Step[], times: ReadonlyMap<string, StepTime>, at: number, weather: Weather = usualWeather): readonly Touch[] {
  const soft = new Map<string, Touch>();
  for (const s of steps) {
    const time = times.get(s.id);
    if (!time || time.endsAt > at || !isFilm(s)) continue;
    const family = familyOf(s.family!, weather), handledAt = time.endsAt + family.handleMinutes;
    if (handledAt <= at) continue;
    for (const target of s.targets) if (target !== "board" && (soft.get(target)?.handledAt ?? 0) < handledAt) soft.set(target, { target, film: s.title, handledAt, curedAt: time.endsAt + family.cureMinutes });
  }
  return [...soft.values()].sort((a, b) => b.handledAt - a.handledAt || (a.target < b.target ? -1 : 1));
}

/** How a piece is held while a step is done, so that nothing wet is touched. Common practice. */
export function holdBy(step: Step): string | null {
  if (!step.targets.some((t) => t.startsWith("part:"))) return null;
  const sprayed = /can|airbrush/.test(step.tool), many = (step.pieces ?? 1) > 4;
  if (sprayed) return many ? "On a strip of tape, foot down, a finger apart; turn the strip, not the pieces." : "On a handle under its foot, or by a face that will not be seen; do that face in its turn.";
  if (["paint", "shade", "drybrush", "line in", "touch up", "draw back"].includes(step.action)) return "By a handle under its foot; rest the hand, not the piece.";
  if (step.action === "sand") return "Flat on the bench on a cloth, thin ends supported.";
  return step.action === "glue" ? "Dry fitted in a jig or against a square until the glue holds." : null;
}
