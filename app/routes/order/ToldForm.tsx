import { useFetcher } from "react-router";
import type { Problem } from "#core/outcome";
import type { Step } from "#core/steps/step";
import { tellableOf } from "#core/steps/tellable";
import { Button } from "#ui/Button";
import { Problems } from "#ui/Field";
import { FactFields } from "./FactFields";

/** What else is so of a step: told here, the rules look at it. */
export function ToldForm({ step }: { step: Step }) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const asked = tellableOf(step.action);
  if (asked.length === 0) return null;
  const problems = fetcher.data?.problems;
  const known = JSON.stringify(step.facts ?? {});
  return (
    <details>
      <summary className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">
        What else is so of it
      </summary>
      <fetcher.Form method="post" key={known} className="mt-1.5 grid gap-1.5 text-[14px]">
        <input type="hidden" name="intent" value="tell" />
        <input type="hidden" name="stepId" value={step.id} />
        <input type="hidden" name="action" value={step.action} />
        <input type="hidden" name="known" value={known} />
        <Problems problems={problems} fields={asked.map((t) => t.fact)} />
        <FactFields action={step.action} facts={step.facts} problems={problems} />
        <Button type="submit" className="justify-self-start">
          Tell it
        </Button>
      </fetcher.Form>
    </details>
  );
}
