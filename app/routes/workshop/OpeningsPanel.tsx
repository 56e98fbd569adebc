import { writeBinaryStl } from "#core/formats/stl";
import { soupOf } from "#core/mesh/triangleMesh";
import { exposurePiece, openingWidthsMm } from "#core/print/exposurePiece";
import type { ResinPrinter } from "#core/print/printer";
import type { Workshop } from "#core/scene/workshop";
import { keepOpenings } from "#app/jobs/gateRecords";
import { saveFile } from "#app/jobs/saveFile";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { figures, PlainTable } from "#ui/PlainTable";
import { useKeptReading } from "./useKeptReading";
import { MaterialChoice } from "./MaterialChoice";

const widths = [
  ["", "not looked at"],
  ...openingWidthsMm.map((w) => [String(w), `${w} mm`] as const),
  ["none", "none of them"],
] as const;

/** What stayed open in an exposure piece, by resin and exposure; lines of parts that are narrower are named. */
export function OpeningsPanel({
  printer,
  workshop,
}: {
  readonly printer: ResinPrinter;
  readonly workshop: Workshop;
}) {
  const { problems, onSubmit } = useKeptReading(
    (form) => keepOpenings(printer, form),
    "Parts with narrower lines are named on Plates.",
  );
  const take = () => saveFile(writeBinaryStl(soupOf(exposurePiece())), "exposure-piece.stl", "model/stl");
  return (
    <section className="panel grid gap-4" aria-label="What stays open">
      <div className="flex flex-wrap items-baseline gap-3">
        <h2>What stays open</h2>
        <Button kind="quiet" className="ml-auto" onClick={take}>
          Exposure piece as STL
        </Button>
      </div>
      <p className="text-[14px]">
        Print the exposure piece, and look which of its grooves and slots, from {openingWidthsMm[0]} to{" "}
        {openingWidthsMm.at(-1)} mm, are open when it is washed. Narrower lines of parts in that resin will
        fill.
      </p>
      <form className="grid items-start gap-3 sm:grid-cols-4" onSubmit={onSubmit}>
        <MaterialChoice label="Printed in" printer={printer} workshop={workshop} />
        <Field
          label="Exposure of a layer, s"
          name="exposure"
          inputMode="decimal"
          defaultValue={printer.exposureSeconds}
          problems={problems}
        />
        <Choice label="Narrowest groove open" name="groove" options={widths} problems={problems} />
        <Choice label="Narrowest slot open" name="slot" options={widths} problems={problems} />
        <Button kind="main" type="submit">
          Keep what stayed open
        </Button>
        <Problems problems={problems} fields={["exposure", "groove", "slot"]} />
      </form>
      <OpeningsTable printer={printer} workshop={workshop} />
    </section>
  );
}

function OpeningsTable({
  printer,
  workshop,
}: {
  readonly printer: ResinPrinter;
  readonly workshop: Workshop;
}) {
  const readings = [...(printer.openings ?? [])].reverse();
  if (readings.length === 0) return null;
  const width = (mm: number) => (mm > openingWidthsMm.at(-1)! ? "none open" : `${mm.toFixed(2)} mm`);
  return (
    <PlainTable
      label="Exposure pieces"
      heads={["when", "material", figures("exposure"), figures("groove"), figures("slot")]}
    >
      {readings.map((r) => (
        <tr key={r.at}>
          <th scope="row" className="!font-normal">
            {r.at.slice(0, 10)}
          </th>
          <td>{workshop.materials.find((m) => m.id === r.materialId)?.name ?? "not told"}</td>
          <td data-figures>{r.exposureSeconds} s</td>
          <td data-figures>{width(r.grooveMm)}</td>
          <td data-figures>{width(r.slotMm)}</td>
        </tr>
      ))}
    </PlainTable>
  );
}
