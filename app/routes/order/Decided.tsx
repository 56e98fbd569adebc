import type { ReactNode } from "react";
import { useFetcher } from "react-router";
import { Button } from "#ui/Button";
import { useScene } from "#app/routes/scenes/useScene";
import { OwnStepButton } from "./OwnStepDialog";
import { changeText, type NameOf } from "./view";

/** What the builder changed by hand, each to be taken back. */
export function Decided({ name }: { name: NameOf }) {
  const { orderChanges, orderWishes, setAside } = useScene().input.scene;
  const fetcher = useFetcher();
  const send = (fields: Record<string, string>) => void fetcher.submit(fields, { method: "post" });
  const count = orderChanges.length + orderWishes.length + setAside.length;
  if (count === 0) return null;
  return (
    <details className="panel" open={orderChanges.length + setAside.length < 6}>
      <summary className="font-head font-semibold">What you decided yourself ({count})</summary>
      <ul className="mt-2 grid gap-1.5 text-[14px]">
        {orderWishes.map((w) => (
          <Decision
            key={`${w.before}${w.after}`}
            back="Take my wish back"
            onBack={() => send({ intent: "forget", before: w.before, after: w.after })}
          >
            {name(w.before)} before {name(w.after)}
            {w.override && (
              <span className="text-ochre">
                , {w.override} set aside: {w.note}
              </span>
            )}
          </Decision>
        ))}
        {orderChanges.map(({ change, ruleId, note }, i) => (
          <Decision
            key={i}
            back="Take it back"
            onBack={() => send({ intent: "undo-change", at: String(i) })}
            also={change.kind === "own" && <OwnStepButton anchor={null} own={change} />}
          >
            {changeText(change, name)}
            {ruleId && <span className="text-ink-2">, for {ruleId}</span>}
            {note && <span className="text-ink-2">, {note}</span>}
          </Decision>
        ))}
        {setAside.map((a, i) => (
          <Decision
            key={`${a.ruleId}${a.stepId}`}
            back="Keep the rule"
            onBack={() => send({ intent: "keep-rule", at: String(i) })}
          >
            <span className="text-ochre">
              {a.ruleId} set aside for {name(a.stepId)}: {a.note}
            </span>
          </Decision>
        ))}
      </ul>
    </details>
  );
}

/** One of them, with the way back, and what else can be done about it. */
function Decision({
  back,
  onBack,
  also,
  children,
}: {
  back: string;
  onBack: () => void;
  also?: ReactNode;
  children: ReactNode;
}) {
  return (
    <li className="flex flex-wrap items-center gap-2">
      <span>{children}</span>
      {also}
      <Button className="!min-h-8 !text-[14px]" onClick={onBack}>
        {back}
      </Button>
    </li>
  );
}
