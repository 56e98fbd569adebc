import { touchText } from "#core/plan/bench/zonesToTouch";
import { holdBy } from "#core/order/touch";
import { layOut } from "#core/steps/cleaning";
import type { Step } from "#core/steps/step";
import { dayText, momentText } from "#app/clock";
import { useScene } from "#app/routes/scenes/useScene";
import { BenchTimers } from "./BenchTimers";
import { KeepInView } from "./KeepInView";
import { Notice } from "./Notices";
import { type Evening, softNow, zonesNow } from "./view";

/** Beside the step: timers, how to hold it, what not to touch, and what to lay out for the evening. */
export function BenchSide({ step, evening }: { step: Step; evening: Evening }) {
  const { input, plan, timers } = useScene();
  const { today } = input.now;
  const hold = holdBy(step);
  const soft = softNow(input, plan);
  const byZone = zonesNow(input, plan);
  const kit = layOut(evening.slots.map((s) => plan.work.steps.find((x) => x.id === s.stepId)!));
  return (
    <div className="grid content-start gap-4">
      <BenchTimers timers={timers} />
      <KeepInView step={step} />
      {hold && (
        <Notice kind="plain">
          <b className="font-head">Hold it.</b> {hold}
        </Notice>
      )}
      {soft.length > 0 && (
        <Notice kind="mind">
          <b className="font-head">Do not touch yet.</b>{" "}
          {soft.map((t) => `${t.name} until ${momentText(today, t.handledAt).slice(-5)}`).join("; ")}.
        </Notice>
      )}
      {byZone.map((z) => (
        <Notice key={z.part} kind="plain">
          {touchText(z, (minute) => momentText(today, minute).slice(-5))}.
        </Notice>
      ))}
      <details className="bg-primer-2 px-4 py-2.5 text-[17px]" open={evening.place === 1}>
        <summary className="font-head font-semibold">
          Lay out for {dayText(today, evening.slots[0]!.startsAt)}
        </summary>
        <p className="mt-1">
          <b>Tools:</b> {kit.tools.join(", ") || "none"}
        </p>
        {kit.products.length > 0 && (
          <p className="mt-1">
            <b>Products:</b> {kit.products.join("; ")}
          </p>
        )}
      </details>
    </div>
  );
}
