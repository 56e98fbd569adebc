import { isPart, type Target } from "#core/reference";
import { draftStep, type Speed } from "#core/steps/draftStep";
import type { Step } from "#core/steps/step";

/** Minutes for a sheet of paper and a few flicks (common practice). */
const TRIAL_MIN = 4;

/** One trial on paper before all splatter of a scene: what it is on, and its steps after it. */
export function withSplatterTrial(steps: readonly Step[], speed: Speed): readonly Step[] {
  const splatters = steps.filter((s) => s.facts?.weathering === "splatter");
  if (splatters.length === 0) return steps;
  const targets: readonly Target[] = [...new Set(splatters.flatMap((s) => s.targets.filter(isPart)))];
  const trial = draftStep(
    {
      id: "scene/splatter-trial",
      action: "test",
      title: "Try the splatter on paper",
      targets,
      onWhat: [...new Set(splatters.map((s) => s.onWhat))].join(", "),
      minutes: TRIAL_MIN,
      tool: "short stiff brush",
      facts: { checks: ["splatter"] },
      releaseAt: Math.max(...splatters.map((s) => s.releaseAt)),
      notes: ["From 5 to 10 cm; cover the neighbours first."],
    },
    speed,
  );
  const ids = new Set(splatters.map((s) => s.id));
  return [...steps, trial].map((s) => (ids.has(s.id) ? { ...s, after: [...s.after, trial.id] } : s));
}
