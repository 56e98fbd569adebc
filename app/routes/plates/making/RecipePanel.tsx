import { useEffect } from "react";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { times } from "#core/figure";
import type { PrintedSo, ProposedRecipe } from "#core/plan/plates/proposedRecipe";
import type { PlanInput } from "#core/scene/planInput";
import { askRecipe } from "#workers/plan";
import { undoAction } from "#app/jobs/keep";
import { takeRecipe } from "#app/jobs/takeRecipe";
import { useJob } from "#app/hooks/useJob";
import { Button } from "#ui/Button";
import { FigureView } from "#ui/FigureView";
import { figures, PlainTable } from "#ui/PlainTable";
import { useToast } from "#ui/Toasts";
import { differsFrom, savedText, settingName, settingText } from "./recipeView";

/** A recipe from the shape and the use of a part, with the reason for each thing that is set otherwise. */
export function RecipePanel({ p, input }: { readonly p: PartPlan; readonly input: PlanInput }) {
  const { job, start } = useJob<ProposedRecipe | null>();
  const say = useToast();
  const printerId = p.chosen!.printer.id;
  useEffect(() => {
    void start((_, signal) => askRecipe(input, p.part.id, printerId, signal));
  }, [start, input, p.part.id, printerId]);
  const proposed = job.value;
  const take = async () => {
    if (!proposed) return;
    const kept = await takeRecipe(p.part, proposed);
    if (kept.ok) say(`${p.part.name} is printed by a recipe of its own.`, undoAction);
  };
  return (
    <section className="panel grid content-start gap-3" aria-label="A recipe for it">
      <h2>A recipe for it</h2>
      {!proposed ? (
        <p className="text-ink-2">Looking at its slopes, walls and use.</p>
      ) : !differsFrom(proposed, p.chosen) ? (
        <p>
          {proposed.settings.length === 0
            ? `${proposed.printerName} as it is set does: nothing of its shape or use asks for more.`
            : "It is printed as its shape and use ask for."}
        </p>
      ) : (
        <>
          <Reasons proposed={proposed} />
          <Beside proposed={proposed} all={p.chosen!.all} />
          <p className="text-[14px]">{savedText(proposed, p.chosen!.all)}</p>
          <div>
            <Button kind="main" onClick={() => void take()}>
              Print it so
            </Button>
          </div>
        </>
      )}
    </section>
  );
}

function Reasons({ proposed }: { readonly proposed: ProposedRecipe }) {
  return (
    <ul className="grid gap-1">
      {proposed.settings.map((s) => (
        <li key={s.field}>
          <b className="font-head">{settingName[s.field]}</b>{" "}
          <span className="figures">{settingText(s.field, s.to)}</span> instead of{" "}
          <span className="figures">{settingText(s.field, s.from)}</span>: {s.why}
        </li>
      ))}
      {proposed.material && (
        <li>
          <b className="font-head">{proposed.material.name}</b>: {proposed.material.why}
        </li>
      )}
    </ul>
  );
}

function Beside({
  proposed: { usual, proposed },
  all,
}: {
  readonly proposed: ProposedRecipe;
  readonly all: Candidate["all"];
}) {
  const rows: readonly (readonly [string, PrintedSo])[] = [
    ["as the machine is set", usual],
    ["by this recipe", proposed],
  ];
  return (
    <PlainTable
      label="The recipe beside the usual"
      heads={["all copies", figures("machine"), figures("material"), figures("layers plain")]}
    >
      {rows.map(([name, s]) => (
        <tr key={name}>
          <th scope="row" className="!font-normal">
            {name}
          </th>
          <td data-figures>
            <FigureView figure={times(all.minutes, s.minutesShare)} label={`Machine time ${name}`} />
          </td>
          <td data-figures>
            <FigureView figure={times(all.grams, s.gramsShare)} label={`Material ${name}`} />
          </td>
          <td data-figures>{s.plainCm2.toFixed(1)} cm²</td>
        </tr>
      ))}
    </PlainTable>
  );
}
