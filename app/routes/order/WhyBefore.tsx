import { useState } from "react";
import { whyBefore } from "#core/order/moveCheck";
import { ruleById } from "#core/order/rules";
import type { Constraint } from "#core/order/conflict";
import type { Step } from "#core/steps/step";
import { durationText } from "#ui/Duration";
import { Choice } from "#ui/Field";

export const reasonText = (c: Constraint): string =>
  c.ruleId
    ? `${c.ruleId}: ${ruleById(c.ruleId)?.because ?? ""}`
    : c.from === "wish"
      ? "You asked for it."
      : c.from === "typed"
        ? "Its layers were typed in this order."
        : "It belongs to the same recipe.";

/** "Why is this before that?" for any two steps. */
export function WhyBefore({
  step,
  steps,
  constraints,
  name,
}: {
  step: Step;
  steps: readonly Step[];
  constraints: readonly Constraint[];
  name: (id: string) => string;
}) {
  const [other, setOther] = useState("");
  const why = other === "" ? null : whyBefore(step.id, other, constraints);
  return (
    <section>
      <h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">Why before that?</h3>
      <div className="mt-1.5">
        <Choice
          label="Beside"
          name="beside"
          value={other}
          onChange={(e) => setOther(e.target.value)}
          options={[
            ["", "choose a step"],
            ...steps.filter((s) => s.id !== step.id).map((s) => [s.id, `${s.title}, ${s.onWhat}`] as const),
          ]}
        />
      </div>
      {other !== "" &&
        (why ? (
          <ol className="mt-1.5 grid gap-1.5 text-[14px]" aria-label="Reasons">
            {why.row.map((c) => (
              <li key={`${c.before}${c.after}`}>
                <b>{name(c.before)}</b>
                {c.lagMinutes > 0 && `, ${durationText(c.lagMinutes)},`} before <b>{name(c.after)}</b>.{" "}
                <span className="text-ink-2">{reasonText(c)}</span>
              </li>
            ))}
          </ol>
        ) : (
          <p className="mt-1.5 text-[14px]" role="status">
            Nothing says which comes first: the calendar chose.
          </p>
        ))}
    </section>
  );
}
