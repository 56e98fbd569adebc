import type { Plan } from "#core/plan/plan";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { undoAction } from "#app/jobs/keep";
import { localNow } from "#app/clock";
import { patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import { type SparesWanted, sparesWanted } from "./sparesView";

/** Spares that make it likely that enough of each part on this plate come out. */
export function SparesWorth({ plate, plan }: { readonly plate: PlatePlan; readonly plan: Plan }) {
  const say = useToast();
  const wanted = sparesWanted(plate, plan.parts);
  if (wanted.length === 0) return null;
  const add = async ({ partId, name, spares, planned }: SparesWanted) => {
    const patch = { print: { spares: planned + spares } };
    const outcome = await patchRow("parts", partId, patch, `${spares} spare ${name}`, localNow().at);
    say(outcome.ok ? `${spares} more of ${name} are planned.` : outcome.problems[0]!.message, undoAction);
  };
  return (
    <section className="panel grid gap-2" aria-label="Spares that pay">
      <h2>Spares that pay</h2>
      <p className="text-[14px] text-ink-2">
        So many that enough come out eight times in ten, if they fail one by one (common practice).
      </p>
      <ul className="grid gap-1.5">
        {wanted.map((w) => (
          <li key={w.partId} className="flex flex-wrap items-center gap-3">
            <span>{w.text}</span>
            <Button className="ml-auto" onClick={() => void add(w)}>
              Add {w.spares} {w.spares === 1 ? "spare" : "spares"}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
