import type { Plan } from "#core/plan/plan";
import type { PlanInput } from "#core/scene/planInput";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { totalLines } from "#route/scenes/totalLines";
import { dateText, dayText } from "#app/clock";
import { soFar } from "./view";

/** How far a scene has come, while its models come in and nothing is selected. */
export function SoFarSlip({ input, plan }: { readonly input: PlanInput; readonly plan: Plan }) {
  const { scene, now } = input;
  const { planned, unscaled, aside } = soFar(plan.parts);
  return (
    <Slip title="So far" subtitle="Select a part to see its size, its printer and what is wrong with it.">
      <SlipLines
        title="Parts"
        lines={[
          ["planned", planned],
          ...(unscaled > 0 ? [["scale asked", unscaled] as const] : []),
          ...(aside > 0 ? [["stand aside", aside] as const] : []),
          ["plates", plan.plates.length],
        ]}
      />
      <SlipLines
        title="They take"
        lines={[
          ...totalLines(plan),
          ...(planned > 0 ? [["ready", dayText(now.today, plan.totals.finishAt)] as const] : []),
          ["wanted", scene.finishBy ? dateText(now.today, scene.finishBy) : "no date set"],
        ]}
      />
    </Slip>
  );
}
