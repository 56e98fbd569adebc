import { Link } from "react-router";
import { momentText } from "#app/clock";
import { stagePath } from "#app/stages";
import type { Plan } from "#core/plan/plan";
import type { Scene } from "#core/scene/scene";
import type { TimerRow } from "#data/rows";
import { PlanningLine } from "./PlanningLine";
import { TimerStrip } from "#route/bench/TimerStrip";

/** What is to be done next, in one line: the next plate to start, or the next step. */
export function NextLine({
  plan,
  scene,
  today,
}: {
  readonly plan: Plan;
  readonly scene: Scene;
  readonly today: string;
}) {
  const slot = plan.work.schedule.slots[0];
  const next = slot && plan.work.steps.find((s) => s.id === slot.stepId);
  const run = plan.runs.find((r) => plan.plates.some((p) => p.id === r.plateId && !p.running));
  const plate = run && plan.plates.find((p) => p.id === run.plateId);
  const printFirst = run && plate && (!slot || run.setupAt < slot.startsAt);
  return (
    <span className="truncate">
      {printFirst ? (
        <Link to={stagePath(scene.id, "plates")} className="no-underline">
          Start plate {plate.number} on {plate.printer.name}, {momentText(today, run.setupAt)}
        </Link>
      ) : next ? (
        <Link to={stagePath(scene.id, "bench")} className="no-underline">
          {next.title}: {next.onWhat}, {momentText(today, slot.startsAt)}, at the {next.place}
        </Link>
      ) : plan.parts.length === 0 ? (
        <Link to={stagePath(scene.id, "parts")}>Add your models</Link>
      ) : (
        "Nothing left to do here."
      )}
    </span>
  );
}
/** What is next, whether the plan is being made again, and what is running out. */
export function FrameFoot({
  plan,
  scene,
  today,
  again,
  timers,
}: {
  readonly plan: Plan;
  readonly scene: Scene;
  readonly today: string;
  readonly again: boolean;
  readonly timers: readonly TimerRow[];
}) {
  return (
    <footer
      className="next flex items-center gap-3 overflow-hidden px-3.5"
      style={{ background: "var(--foot)", color: "var(--foot-ink)" }}
    >
      <span className="tape shrink-0">Next</span>
      <NextLine plan={plan} scene={scene} today={today} />
      <span className="ml-auto flex shrink-0 items-center gap-3">
        {again && <span aria-live="polite">As of earlier; being made again</span>}
        <PlanningLine />
        <TimerStrip timers={timers} />
      </span>
    </footer>
  );
}
