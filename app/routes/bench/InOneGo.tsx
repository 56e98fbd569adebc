import type { Step } from "#core/steps/step";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import type { BenchActs } from "./useBench";

/** Everything that goes in this session, each of which can be done by itself. */
export function InOneGo({ steps, acts }: { steps: readonly Step[]; acts: BenchActs }) {
  return (
    <details className="bg-primer-2 px-4 py-2.5 text-[19px]">
      <summary className="font-head font-semibold">
        {steps.length} in one go: “Done” is for all of them
      </summary>
      <ul className="mt-2 grid gap-1.5">
        {steps.map((s) => (
          <li key={s.id} className="flex flex-wrap items-center justify-between gap-3">
            <span>
              {s.onWhat} <span className="text-ink-2">{durationText(s.handsMinutes.value)}</span>
            </span>
            <Button onClick={() => acts.doneOne(s)} aria-label={`Only ${s.onWhat} is done`}>
              Only this is done
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
