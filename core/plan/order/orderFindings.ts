import { counted } from "#core/words";
import { digits } from "#core/figure";
import { wetWindow } from "#core/order/wetWindow";
import { roomFindings } from "#core/plan/order/roomFindings";
import { daysBetween } from "#core/plan/calendarDay";
import { type Finding, finding } from "#core/plan/finding";
import { mended } from "#core/plan/order/mendOrder";
import type { WorkPlan } from "#core/plan/order/planWork";
import { stepRef } from "#core/reference";
import type { PlanInput } from "#core/scene/planInput";
import { inHand } from "#core/steps/inHand";

export const hoursText = (minutes: number) =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${digits(minutes / 60)} h`;

export function orderFindings(work: WorkPlan, input: PlanInput, there: boolean): Finding[] {
  const { scene, now } = input;
  const found = work.conflicts.map((c) =>
    finding(
      c.severity,
      "order",
      stepRef(c.after),
      c.ruleId,
      c.ruleId,
      `${c.overridden ? "Set aside by you: " : ""}${c.sentence} ${c.overridden ? "" : c.mend}`.trim(),
      c.overridden
        ? []
        : c.mends.slice(0, 4).map((mend) => ({
            label: mend.label,
            edit: { table: "scenes" as const, id: scene.id, patch: mended(scene, c, mend) },
          })),
      c.before ?? "itself",
    ),
  );
  for (const s of work.steps) {
    const window = wetWindow(s, work.steps, work.times);
    const at = work.times.get(s.id);
    if (!window || !at || work.done.has(s.id) || at.startsAt <= window.shutsAt + 1e-6) continue;
    const laidAt = window.shutsAt - s.window!.untilMinutes;
    found.push(
      finding(
        "weakens",
        "order",
        stepRef(s.id),
        s.onWhat,
        "window",
        `“${s.title}” on ${s.onWhat} can be done until ${hoursText(s.window!.untilMinutes)} after “${window.opener.title}” and is planned ${hoursText(at.startsAt - laidAt)} after it: it has set by then. Give that evening more hours, do it sooner, or leave it out.`,
      ),
    );
  }
  for (const s of work.steps) {
    const { unfit } = inHand(s);
    if (unfit && !work.done.has(s.id))
      found.push(
        finding("weakens", "order", stepRef(s.id), s.onWhat, "tool", `“${s.title}” on ${s.onWhat}: ${unfit}`),
      );
  }
  if (scene.finishBy && there && work.steps.length > 0) {
    const dueAt = (daysBetween(now.today, scene.finishBy) + 1) * 1440;
    if (work.schedule.finishAt > dueAt) {
      const days = Math.ceil((work.schedule.finishAt - dueAt) / 1440);
      found.push(
        finding(
          "wastes",
          "order",
          "scene",
          scene.name,
          "late",
          `The work ends ${counted(days, "day", "days")} after the date you set. Give it more evenings, drop what nobody will see, or move the date.`,
        ),
      );
    }
  }
  return [...found, ...roomFindings(work, input)];
}
