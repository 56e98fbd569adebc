import { Link } from "react-router";
import { momentText } from "#app/clock";
import { stagePath } from "#app/stages";
import type { Plan } from "#core/plan/plan";
import { type Ask, nextAsk } from "#core/plan/whatNext";
import type { PlanInput } from "#core/scene/planInput";
import type { Scene } from "#core/scene/scene";
import type { TimerRow } from "#data/rows";
import { PlanningLine } from "./PlanningLine";
import { TimerStrip } from "#route/bench/TimerStrip";

const pathOf = (sceneId: string, { where }: Ask) =>
  where === "printers" || where === "materials" || where === "hours"
    ? `/workshop/${where}`
    : stagePath(sceneId, where);

/** What is to be said next, and what is to be done, in one line. */
function NextLine({ input, plan }: { readonly input: PlanInput; readonly plan: Plan }) {
  const ask = nextAsk(input, plan);
  const hasWork = plan.work.schedule.slots.length > 0 || plan.runs.length > 0;
  return (
    <span className="truncate">
      {ask && (
        <Link to={pathOf(input.scene.id, ask)} className="font-semibold">
          {ask.text}
        </Link>
      )}
      {ask && hasWork && <span className="opacity-80">, then: </span>}
      {(hasWork || !ask) && <NextWork plan={plan} scene={input.scene} today={input.now.today} />}
    </span>
  );
}

/** The next plate to start, or the next step. */
function NextWork({
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
    <>
      {printFirst ? (
        <Link to={stagePath(scene.id, "plates")} className="no-underline">
          Start plate {plate.number} on {plate.printer.name}, {momentText(today, run.setupAt)}
        </Link>
      ) : next ? (
        <Link to={stagePath(scene.id, "bench")} className="no-underline">
          {next.title}: {next.onWhat}, {momentText(today, slot.startsAt)}, at the {next.place}
        </Link>
      ) : (
        "Nothing left to do here."
      )}
    </>
  );
}
/** What is next, whether the plan is being made again, and what is running out. */
export function FrameFoot({
  input,
  plan,
  again,
  timers,
}: {
  readonly input: PlanInput;
  readonly plan: Plan;
  readonly again: boolean;
  readonly timers: readonly TimerRow[];
}) {
  return (
    <footer
      className="next flex items-center gap-3 overflow-hidden px-3.5"
      style={{ background: "var(--foot)", color: "var(--foot-ink)" }}
    >
      <span className="tape shrink-0">Next</span>
      <NextLine input={input} plan={plan} />
      <span className="ml-auto flex shrink-0 items-center gap-3">
        {again && <span aria-live="polite">As of earlier; being made again</span>}
        <PlanningLine />
        <TimerStrip timers={timers} />
      </span>
    </footer>
  );
}
