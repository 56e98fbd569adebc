import { useFetcher } from "react-router";
import { retypedText } from "#core/plan/order/typedOrder";
import { Button } from "#ui/Button";
import { useScene } from "#app/routes/scenes/useScene";

/** Layers that do not come in the order in which they were typed: which, why, and the way to keep one's own. */
export function Retyped() {
  const { steps, sequence } = useScene().plan.work;
  const fetcher = useFetcher();
  if (sequence.retyped.length === 0) return null;
  return (
    <section className="panel" aria-label="Typed otherwise">
      <h2>Typed otherwise</h2>
      <ul className="mt-1 grid gap-1.5 text-[14px]">
        {sequence.retyped.map((r) => (
          <li key={`${r.before} ${r.after}`} className="flex flex-wrap items-center gap-2">
            <span>{retypedText(r, steps)}</span>
            {r.ruleId !== null && (
              <Button
                className="!min-h-8 !text-[14px]"
                onClick={() =>
                  void fetcher.submit(
                    { intent: "keep-typed", before: r.before, after: r.after, rule: r.ruleId! },
                    { method: "post" },
                  )
                }
              >
                Keep mine
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
