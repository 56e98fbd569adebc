import { addDays, dayInWords } from "#core/plan/calendarDay";
import { type Finding, finding } from "#core/plan/finding";
import { isSwapped } from "#core/plan/inRooms";
import type { WorkPlan } from "#core/plan/order/planWork";
import type { PlanInput } from "#core/scene/planInput";
import { counted, withArticle } from "#core/words";

/** What the rooms change in the work, and weeks that are over what the builder allows. */
export function roomFindings(work: WorkPlan, input: PlanInput): Finding[] {
  const { scene, now, workshop } = input;
  const cap = workshop.rooms.exposureMinutesAWeek;
  const roomFinding = (severity: Finding["severity"], code: string, sentence: string) =>
    finding(severity, "order", "scene", scene.name, code, sentence);
  const over = cap === null ? [] : work.exposure.filter((w) => w.capped > cap + 0.5);
  const brushed = work.steps.filter(
    (s) => !work.done.has(s.id) && isSwapped(s, input.parts, workshop.rooms),
  ).length;
  const missing = new Set<string>(workshop.rooms.missingTools);
  const without = work.steps.filter((s) => !work.done.has(s.id) && missing.has(s.tool));
  const tools = [...new Set(without.map((s) => s.tool))];
  return [
    ...tools.map((tool) => {
      const steps = without.filter((s) => s.tool === tool);
      return roomFinding(
        "missing",
        `no-tool-${tool.replaceAll(" ", "-")}`,
        `${counted(steps.length, "step asks", "steps ask")} for ${withArticle(tool)}, and there is none at this bench: ` +
          `${steps[0]!.title}. Borrow or buy one, or choose another way.`,
      );
    }),
    ...over.map(({ fromDay, capped }) =>
      roomFinding(
        "weakens",
        `exposure-${fromDay}`,
        `In the week from ${dayInWords(addDays(now.today, fromDay))} ${Math.round(capped)} min over resin, solvent ` +
          `and spray are planned, and you allow ${cap}. What is over it by itself cannot be moved: ` +
          "take a water product for it, or do it in parts.",
      ),
    ),
    ...(brushed === 0
      ? []
      : [
          roomFinding(
            "wastes",
            "no-air",
            `${counted(brushed, "step is", "steps are")} brushed with water products instead of sprayed or of ` +
              "solvent: the rooms have no ventilation and no place outdoors. It takes longer; " +
              "set either in Rooms to have them back.",
          ),
        ]),
  ];
}
