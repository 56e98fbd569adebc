import { printOf, type PartPrint, type Part } from "#core/scene/part";
import { type FormEvent, useState } from "react";
import { type Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Workshop } from "#core/scene/workshop";
import { type Use, uses } from "#core/materials/material";
import { plasticOf, suits } from "#core/materials/printMaterials";
import { undoAction } from "#app/jobs/keep";
import { patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { useKeepTyped } from "#app/hooks/useKeepTyped";
import { Elsewhere } from "#route/KeptForm";
import type { PrintMaterial } from "#core/print/printer";
import { makingFrom } from "./makingFrom";

const useWords: Record<Use, string> = {
  handled: "to be handled or to bear load",
  thin: "thin detail",
  lit: "to let light through",
  bulk: "bulk, cheap by volume",
  plain: "nothing in particular",
};

/** In what a part is printed and how many beyond the count; heights with an infill of their own. */
export function MakingForm({ p, workshop }: { p: PartPlan; workshop: Workshop }) {
  const { part, chosen } = p;
  const print = printOf(part);
  const process = chosen?.printer.process;
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const say = useToast();
  const version = JSON.stringify([
    print.materialId,
    print.printRecipeId,
    print.use,
    print.spares,
    part.setsSizes,
    print.infillBands,
  ]);
  const [form, elsewhere] = useKeepTyped(version);
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const making = await makingFrom(Object.fromEntries(new FormData(event.currentTarget)), process);
    if (!making.ok) return setProblems(making.problems);
    const outcome = await patchRow("parts", part.id, making.value, `How ${part.name} is made`, localNow().at);
    setProblems(outcome.ok ? [] : outcome.problems);
    if (outcome.ok) say("Kept.", undoAction);
    return undefined;
  };
  return (
    <section className="panel grid content-start gap-3">
      <h2>In what, and how many</h2>
      <form ref={form} className="grid grid-cols-2 items-start gap-3" onSubmit={(e) => void keep(e)}>
        <Problems problems={problems} fields={["spares", "bands"]} />
        <Choice
          label="What it is for"
          name="use"
          defaultValue={print.use ?? ""}
          options={[["", "not told"], ...uses.map((u) => [u, useWords[u]] as const)]}
        />
        <MaterialFields p={p} workshop={workshop} />
        <CopyFields print={print} problems={problems} process={process} part={part} />
        <Tick
          label="Other pieces are cut or fitted to it: print it first"
          name="setsSizes"
          defaultChecked={part.setsSizes}
        />
        <div>
          <Button kind="main" type="submit">
            Keep
          </Button>
        </div>
        <Elsewhere fields={elsewhere} />
      </form>
    </section>
  );
}

function MaterialFields({
  p: { part, chosen },
  workshop,
}: {
  readonly p: PartPlan;
  readonly workshop: Workshop;
}) {
  const { use, materialId, printRecipeId } = printOf(part);
  const process = chosen?.printer.process;
  const materials = workshop.materials.filter((m) => !process || m.process === process);
  const recipes = workshop.printRecipes.filter((r) => !chosen || r.printerId === chosen.printer.id);
  return (
    <>
      <Choice
        label="Material"
        name="material"
        defaultValue={materialId ?? ""}
        options={[["", "what suits its use"], ...materials.map((m) => [m.id, m.name] as const)]}
        {...(chosen?.material ? { hint: materialHint(chosen.material, use) } : {})}
      />
      <Choice
        label="Print recipe"
        name="recipe"
        defaultValue={printRecipeId ?? ""}
        options={[["", "the machine's own settings"], ...recipes.map((r) => [r.id, r.name] as const)]}
      />
    </>
  );
}

/** What the plan prints it in, and why. */
function materialHint(material: PrintMaterial, use: Use | null): string {
  const plastic = plasticOf(material.plastic);
  if (!plastic) return material.name;
  return `${material.name}: ${use ? suits(plastic, use).why : plastic.note}`;
}

function CopyFields({
  print,
  problems,
  process,
  part,
}: {
  readonly print: PartPrint;
  readonly problems: readonly Problem[];
  readonly process: "filament" | "resin" | undefined;
  readonly part: Part;
}) {
  return (
    <>
      <Field
        label="Spares beyond the count"
        name="spares"
        type="number"
        min={0}
        max={200}
        defaultValue={print.spares}
        problems={problems}
      />
      {process === "filament" && (
        <Field
          label="Infill by height, mm"
          name="bands"
          defaultValue={printOf(part)
            .infillBands.map((b) => `${b.fromMm}-${b.toMm}: ${Math.round(100 * b.share)}`)
            .join(", ")}
          placeholder="0-12: 40, 60-68: 30"
          hint="from-to: per cent, where it bears load"
          problems={problems}
        />
      )}
    </>
  );
}
