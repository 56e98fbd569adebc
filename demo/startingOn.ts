import { addDays, daysBetween } from "#core/plan/calendarDay";
import type { Scene } from "#core/scene/scene";

/** A sample scene as if it had been made on another day. @param at local date and time of that day */
export function startingOn(day: string, at: string, scene: Scene): Scene {
  const days = daysBetween(scene.startOn, day);
  return {
    ...scene,
    startOn: day,
    finishBy: scene.finishBy && addDays(scene.finishBy, days),
    createdAt: `${day}${scene.createdAt.slice(10)}`,
    changedAt: at,
  };
}
