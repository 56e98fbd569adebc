import { familyOf } from "#core/order/families";
import type { OrderConflict } from "#core/order/sequence";
import type { Step } from "#core/order/step";
import { usualWeather, type Weather, weatherBar, weatherFactor } from "#core/order/weather";

/** A step whose film waits as long as the air lets it. */
export function weathered(step: Step, weather: Weather): Step {
  if (!step.family || weather === usualWeather) return step;
  return { ...step, waitMinutes: step.waitMinutes * weatherFactor(familyOf(step.family).weather, weather).value };
}

/** Films outside the limits of their product (O60): each product once, on the first step that needs it. */
export function weatherConflicts(steps: readonly Step[], weather: Weather): readonly OrderConflict[] {
  const told = new Map<string, OrderConflict>();
  for (const s of steps) {
    const bar = s.family && !told.has(s.family) ? weatherBar(familyOf(s.family).weather, weather) : null;
    if (bar) told.set(s.family!, { ruleId: "O60", severity: "ruins", before: null, after: s.id, sentence: `“${s.title}” on ${s.onWhat}: ${bar}.`, mend: `Do it on a day with better air, or warm and dry the room first; days can be told in the workshop.`, overridden: false });
  }
  return [...told.values()];
}
