import type { Problem } from "#core/outcome";
import type { StepFacts } from "#core/steps/facts";
import type { Action } from "#core/steps/step";
import { shownFact, tellableOf } from "#core/steps/tellable";
import { Choice, Field, Tick } from "#ui/Field";

/** What may be told of a step for the rules to look at, with what is known already. */
export function FactFields({
  action,
  facts,
  problems,
}: {
  action: Action;
  facts: StepFacts | undefined;
  problems?: readonly Problem[] | undefined;
}) {
  const asked = tellableOf(action);
  return (
    <>
      {asked.map((t) => {
        const now = shownFact(facts, t);
        if (t.kind === "tick")
          return <Tick key={t.fact} label={t.says} name={t.fact} defaultChecked={now === "on"} />;
        if (t.kind === "choice")
          return (
            <Choice
              key={t.fact}
              label={t.says}
              name={t.fact}
              defaultValue={now}
              problems={problems}
              options={[["", "not told"], ...t.options.map((o) => [o, o] as const)]}
            />
          );
        return (
          <Field
            key={t.fact}
            label={`${t.says}, ${t.unit}`}
            name={t.fact}
            inputMode="decimal"
            defaultValue={now}
            problems={problems}
          />
        );
      })}
    </>
  );
}
