import type { Plan } from "#core/plan/plan";
import type { PlanInput } from "#core/scene/planInput";

/** What the list of scenes says of one, from its last plan. Moments in minutes of that plan's clock, from `today`. */
export type SceneLine = {
  readonly sceneId: string;
  readonly today: string;
  readonly parts: number;
  readonly stepsDone: number;
  readonly steps: number;
  /** Null where nothing is to be done. */
  readonly readyAt: number | null;
  readonly next: { readonly title: string; readonly onWhat: string; readonly startsAt: number } | null;
  readonly ruins: number;
  readonly otherFindings: number;
};

export function sceneLine({ scene, now }: Pick<PlanInput, "scene" | "now">, plan: Plan): SceneLine {
  const { bench } = plan.readiness;
  const [slot] = plan.work.schedule.slots;
  const step = slot && plan.work.steps.find((s) => s.id === slot.stepId);
  const ruins = plan.findings.filter((f) => f.severity === "ruins").length;
  return {
    sceneId: scene.id,
    today: now.today,
    parts: plan.parts.length,
    stepsDone: bench.settled,
    steps: bench.of,
    readyAt: bench.of === 0 ? null : plan.totals.finishAt,
    next: step ? { title: step.title, onWhat: step.onWhat, startsAt: slot.startsAt } : null,
    ruins,
    otherFindings: plan.findings.length - ruins,
  };
}
