import { wetWindow } from "#core/order/wetWindow";
import type { WorkPlan } from "#core/plan/order/planWork";
import type { PlanInput } from "#core/scene/planInput";
import type { Step } from "#core/steps/step";
import { durationText } from "#ui/Duration";
import { momentText } from "#app/clock";
import { useNowMs } from "#app/hooks/useNowMs";

const EVERY_MS = 15_000;

/** How long the film that a step goes into can still be worked: counted down once it is laid. */
export function WetWindow({ step, work, now }: { step: Step; work: WorkPlan; now: PlanInput["now"] }) {
  const window = wetWindow(step, work.steps, work.times);
  const laid = window !== null && work.done.has(window.opener.id);
  const minute = now.minute + (useNowMs(EVERY_MS, laid) - now.ms) / 60_000;
  if (!window || !step.window) return null;
  const {
    opener: { title },
    opensAt,
    shutsAt,
  } = window;
  const clock = (at: number) => momentText(now.today, at).slice(-5);
  return (
    <p className="border-l-8 border-ochre bg-primer-2 px-4 py-2.5 text-[20px]">
      <b className="font-head">In time.</b>{" "}
      {!laid ? (
        <>
          Begin {durationText(step.window.fromMinutes)} to {durationText(step.window.untilMinutes)} after “
          {title}”, while that is open.
        </>
      ) : minute < opensAt ? (
        <>
          “{title}” is too wet until {clock(opensAt)}; then there is time until {clock(shutsAt)}.
        </>
      ) : minute <= shutsAt ? (
        <>
          Now: “{title}” stays open until {clock(shutsAt)}, {durationText(Math.max(1, shutsAt - minute))}{" "}
          more.
        </>
      ) : (
        <>
          “{title}” has set since {clock(shutsAt)}. Try on a hidden spot whether it still moves; if not, skip
          this.
        </>
      )}
    </p>
  );
}
