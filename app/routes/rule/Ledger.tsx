import { useState } from "react";
import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import { detailLimit } from "#core/print/printer";
import type { LedgerRow } from "#core/scene/ledger";
import type { Printer } from "#core/print/printer";
import { ledgerLine } from "#core/scale/ledger";
import { writeLedgerCsv } from "#core/scale/ledgerCsv";
import { realText } from "#core/scale/lengthFormat";
import { saveFile } from "#app/jobs/saveFile";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { KeptForm } from "#route/KeptForm";
import type { LedgerLine } from "#core/scale/ledger";
import { buttons, figures, PlainTable } from "#ui/PlainTable";

/** Real dimensions to draw by: exact on the bench, and what the chosen printer makes of each. */
export function Ledger({
  rows,
  printers,
  denominator,
  system,
  sceneName,
  problems,
}: {
  rows: readonly LedgerRow[];
  printers: readonly Printer[];
  denominator: number;
  system: "metric" | "inch";
  sceneName: string;
  problems: readonly Problem[] | undefined;
}) {
  const [printerId, setPrinter] = useState(printers[0]?.id ?? "");
  const printer = printers.find((p) => p.id === printerId) ?? printers[0];
  return (
    <section aria-label="Ledger of real dimensions">
      <LedgerHead
        printers={printers}
        printer={printer}
        setPrinter={setPrinter}
        rows={rows}
        sceneName={sceneName}
      />
      <PlainTable
        label="Ledger, lines"
        className="overflow-x-auto"
        heads={[
          "dimension",
          figures("real"),
          figures("draw it"),
          ...(printer ? [figures(`${printer.name} makes`), figures("off, real")] : []),
          buttons("remove"),
        ]}
      >
        {rows.map((row) => {
          const line = printer && ledgerLine(row.realMm, row.along, denominator, detailLimit(printer));
          return <LedgerRow key={row.id} row={row} system={system} denominator={denominator} line={line} />;
        })}
        {rows.length === 0 && (
          <tr>
            <td colSpan={6} className="text-ink-2">
              No dimension yet. Add the ones you draw by: an opening, a wall, a step.
            </td>
          </tr>
        )}
      </PlainTable>
      <LedgerForm rows={rows} problems={problems} />
      <LedgerFile />
    </section>
  );
}

const LedgerFile = () => (
  <Form
    method="post"
    encType="multipart/form-data"
    className="mt-3 flex flex-wrap items-end gap-3 text-[14px]"
  >
    <label className="grid gap-1">
      <span>A CSV with name, real, along</span>
      <input type="file" name="csv" accept=".csv,text/csv" className="input" />
    </label>
    <Button type="submit" name="intent" value="ledger-csv">
      Bring it in
    </Button>
  </Form>
);

function LedgerHead({
  printers,
  printer,
  setPrinter,
  rows,
  sceneName,
}: {
  readonly printers: readonly Printer[];
  readonly printer: Printer | undefined;
  readonly setPrinter: (value: string) => void;
  readonly rows: readonly LedgerRow[];
  readonly sceneName: string;
}) {
  return (
    <div className="mb-2 flex flex-wrap items-end gap-3">
      <h2 className="mr-auto">Ledger of real dimensions</h2>
      {printers.length > 1 && (
        <Choice
          label="Made on"
          name="ledger-printer"
          value={printer?.id}
          options={printers.map((p) => [p.id, p.name] as const)}
          onChange={(e) => setPrinter(e.target.value)}
        />
      )}
      <CsvButton rows={rows} sceneName={sceneName} />
    </div>
  );
}

function LedgerForm({
  rows,
  problems,
}: {
  readonly rows: readonly LedgerRow[];
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <KeptForm className="mt-3 grid grid-cols-2 items-start gap-3 md:grid-cols-4" version={rows.length}>
      <Problems problems={problems} fields={["ledgerName", "ledgerReal"]} />
      <Field label="What it is" name="ledgerName" problems={problems} />
      <Field
        label="How long in the world"
        name="ledgerReal"
        placeholder={`6'8" or 2.1 m`}
        problems={problems}
      />
      <Choice
        label="It runs"
        name="along"
        options={[
          ["bed", "along the bed"],
          ["height", "up"],
        ]}
      />
      <Button type="submit" name="intent" value="ledger-add" className="mt-6">
        Add to the ledger
      </Button>
    </KeptForm>
  );
}

function LedgerRow({
  row,
  system,
  denominator,
  line,
}: {
  readonly row: LedgerRow;
  readonly system: "metric" | "inch";
  readonly denominator: number;
  readonly line: LedgerLine | undefined;
}) {
  return (
    <tr>
      <th scope="row" className="!font-normal">
        {row.name}
        {row.along === "height" && <span className="text-ink-2">, up</span>}
      </th>
      <td data-figures>{realText(row.realMm, system)}</td>
      <td data-figures className="font-semibold">
        {(row.realMm / denominator).toFixed(3)} mm
      </td>
      {line && (
        <td data-figures>
          {line.madeMm.toFixed(2)} mm
          {line.step.what !== "none" && (
            <span className="text-ink-2">
              {" "}
              ({line.step.count} {line.step.what}
              {line.step.count === 1 ? "" : "s"})
            </span>
          )}
        </td>
      )}
      {line && (
        <td data-figures className={Math.abs(line.errorRealMm) > 0.1 * row.realMm ? "text-oxide" : ""}>
          {line.errorRealMm === 0
            ? "0"
            : `${line.errorRealMm > 0 ? "+" : "−"}${Math.abs(line.errorRealMm) < 10 ? Math.abs(line.errorRealMm).toFixed(1) : Math.abs(line.errorRealMm).toFixed(0)} mm`}
        </td>
      )}
      <td>
        <Form method="post">
          <input type="hidden" name="rowId" value={row.id} />
          <Button
            kind="quiet"
            type="submit"
            name="intent"
            value="ledger-remove"
            aria-label={`Remove ${row.name}`}
          >
            Remove
          </Button>
        </Form>
      </td>
    </tr>
  );
}

function CsvButton({ rows, sceneName }: { readonly rows: readonly LedgerRow[]; readonly sceneName: string }) {
  return (
    <Button
      disabled={rows.length === 0}
      onClick={() =>
        saveFile(
          writeLedgerCsv(rows),
          `${sceneName.toLowerCase().replaceAll(/\W+/g, "-")}-ledger.csv`,
          "text/csv",
        )
      }
    >
      As CSV
    </Button>
  );
}
