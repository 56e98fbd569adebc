import type { Problem } from "#core/outcome";
import type { Printer } from "#core/print/printer";
import { axisNames, shrinkOf } from "#core/print/shrink";
import type { Workshop } from "#core/scene/workshop";
import { Button } from "#ui/Button";
import { Field, Problems } from "#ui/Field";
import { figures, PlainTable } from "#ui/PlainTable";
import { useKeptReading } from "./useKeptReading";
import { keepShrink } from "#app/jobs/gateRecords";
import { MaterialChoice } from "./MaterialChoice";

/** How much shorter a machine's lengths come out than they were drawn; plates are written larger by it. */
export function ShrinkPanel({
  printer,
  workshop,
}: {
  readonly printer: Printer;
  readonly workshop: Workshop;
}) {
  const { problems, onSubmit } = useKeptReading(
    (form) => keepShrink(printer, form),
    "Plates of this machine and material are written by it.",
  );
  return (
    <section className="panel grid gap-4" aria-label="How much it shrinks">
      <h2>How much it shrinks</h2>
      <p className="text-[14px]">
        Measure one piece, three copies or more of it, along the axes of {printer.name}. What it writes to
        plates is made larger by that, and joints get twice what copies differ by. A new roll asks for one new
        piece.
      </p>
      <form className="grid items-start gap-3 sm:grid-cols-4" onSubmit={onSubmit}>
        <ShrinkFields printer={printer} workshop={workshop} problems={problems} />
        <Button kind="main" type="submit">
          Keep what it measures
        </Button>
        <Problems problems={problems} fields={axisNames.flatMap((a) => [`drawn-${a}`, `measured-${a}`])} />
      </form>
      <ShrinkTable printer={printer} workshop={workshop} />
    </section>
  );
}

function ShrinkFields({
  printer,
  workshop,
  problems,
}: {
  readonly printer: Printer;
  readonly workshop: Workshop;
  readonly problems: readonly Problem[];
}) {
  return (
    <>
      <MaterialChoice label="Measured in" printer={printer} workshop={workshop} />
      {axisNames.map((axis) => (
        <div key={axis} className="grid gap-3">
          <Field
            label={`Drawn along ${axis}, mm`}
            name={`drawn-${axis}`}
            inputMode="decimal"
            problems={problems}
          />
          <Field
            label={`Copies along ${axis}, mm`}
            name={`measured-${axis}`}
            placeholder="49.72, 49.68, 49.76"
            problems={problems}
          />
        </div>
      ))}
    </>
  );
}

function ShrinkTable({ printer, workshop }: { readonly printer: Printer; readonly workshop: Workshop }) {
  const readings = [...(printer.shrink ?? [])].reverse();
  if (readings.length === 0) return null;
  const percent = (grow: number) => (grow === 1 ? "not measured" : `${(100 * (1 - 1 / grow)).toFixed(2)} %`);
  return (
    <PlainTable
      label="Shrink that was measured"
      heads={["when", "material", figures("x"), figures("y"), figures("z"), figures("copies differ by")]}
    >
      {readings.map((r) => {
        const { grow, sdMm } = shrinkOf(r);
        return (
          <tr key={r.at}>
            <th scope="row" className="!font-normal">
              {r.at.slice(0, 10)}
            </th>
            <td>{workshop.materials.find((m) => m.id === r.materialId)?.name ?? "not told"}</td>
            {grow.map((g, i) => (
              <td key={axisNames[i]} data-figures>
                {percent(g)}
              </td>
            ))}
            <td data-figures>{sdMm.toFixed(2)} mm</td>
          </tr>
        );
      })}
    </PlainTable>
  );
}
