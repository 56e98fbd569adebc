import { productOf } from "#core/materials/products";
import type { Step } from "#core/steps/step";
import { usualWeather, type Weather, weatherFactor } from "#core/materials/weather";

/**
 * A step whose film waits, and whose window opens and shuts, as long as the air and the builder's own times
 * let it.
 */
export function weathered(step: Step, weather: Weather): Step {
  if (!step.product || weather === usualWeather) return step;
  const usual = productOf(step.product);
  const own = weather.times?.[step.product];
  // A wait of several coats grows with each of them.
  const times = own && usual.recoatMinutes > 0 ? own.recoatMinutes / usual.recoatMinutes : 1;
  const slower = times * weatherFactor(usual.weather, weather).value;
  const { window } = step;
  return {
    ...step,
    waitMinutes: step.waitMinutes * slower,
    ...(window
      ? {
          window: {
            ...window,
            fromMinutes: window.fromMinutes * slower,
            untilMinutes: window.untilMinutes * slower,
          },
        }
      : {}),
  };
}
