import type { Problem } from "#core/outcome";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { printOf } from "#core/scene/part";
import type { Workshop } from "#core/scene/workshop";
import { Choice, Field, Tick } from "#ui/Field";

/** What only a printed part is asked: where, of what kind, and how. */
export function PrintFields({
  p,
  workshop,
  problems,
}: {
  p: PartPlan;
  workshop: Workshop;
  problems: readonly Problem[] | undefined;
}) {
  const print = printOf(p.part);
  return (
    <>
      <Choice
        label="Process"
        name="process"
        defaultValue={print.process}
        options={[
          ["choose", "let the plan choose"],
          ["filament", "filament"],
          ["resin", "resin"],
        ]}
      />
      <Choice
        label="Printer"
        name="printer"
        defaultValue={print.printerId ?? ""}
        options={[["", "let the plan choose"], ...workshop.printers.map((x) => [x.id, x.name] as const)]}
        hint={p.reason}
      />
      <div className="grid">
        <Tick label="Hollow (resin)" name="hollow" defaultChecked={print.hollow !== null} />
        <Tick label="Stays clear" name="clear" defaultChecked={print.clear} />
        <Tick label="Spans between its ends" name="spans" defaultChecked={print.spans} />
      </div>
      <div className="grid gap-3">
        <Field
          label="Wall, mm"
          name="wall"
          problems={problems}
          type="number"
          step="0.1"
          defaultValue={print.hollow?.wallMm ?? 2}
        />
        <Field
          label="Drain holes"
          name="drains"
          problems={problems}
          type="number"
          min={0}
          defaultValue={print.hollow?.drains ?? 2}
        />
      </div>
    </>
  );
}
