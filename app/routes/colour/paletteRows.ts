import { hexOfLab } from "#core/paint/colour";
import { laidWith } from "#core/plan/colour/laidWith";
import { areaOf, scenePalette } from "#core/plan/colour/scenePalette";
import type { Plan } from "#core/plan/plan";
import type { PlanInput } from "#core/scene/planInput";
import { dayText } from "#app/clock";

/** One colour of the scene as its table shows it. `key`: `recipe:` or `paint:` and its id. */
export type PaletteLine = {
  readonly key: string;
  readonly name: string;
  readonly hex: string;
  readonly on: string;
  readonly cm2: string;
  readonly ml: string;
  /** The day on which it is first laid; empty where that is done, or not planned. */
  readonly firstOn: string;
  readonly isAccent: boolean;
};

/** Places that are named before the rest is counted. */
const NAMED = 3;

const placesText = (places: readonly string[]): string => {
  if (places.length === 1) return `${places[0]!}, nowhere else`;
  const rest = places.length - NAMED;
  return `${places.slice(0, NAMED).join("; ")}${rest > 0 ? `; and ${rest} more` : ""}`;
};

export function paletteRows(
  plan: Pick<Plan, "parts" | "work">,
  input: Pick<PlanInput, "scene" | "workshop" | "now">,
): readonly PaletteLine[] {
  const { accent } = input.scene;
  const slots = new Map(plan.work.schedule.slots.map((s) => [s.stepId, s] as const));
  return scenePalette(plan.parts, input.workshop).map((row): PaletteLine => {
    const { kind, id } = row.colour;
    const { steps, millilitres: ml } = laidWith(row.colour, plan.work.steps);
    const starts = steps.flatMap((s) => slots.get(s.id)?.startsAt ?? []);
    return {
      key: `${kind}:${id}`,
      name: row.name,
      hex: hexOfLab(row.lab),
      on: placesText(row.uses.map((u) => u.place)),
      cm2: areaOf(row).toFixed(0),
      ml: ml > 0 ? ml.toFixed(1) : "–",
      firstOn: starts.length > 0 ? dayText(input.now.today, Math.min(...starts)) : "",
      isAccent: accent?.kind === kind && accent.id === id,
    };
  });
}
