import { type SetURLSearchParams, type FetcherWithComponents } from "react-router";
import type { Workshop } from "#core/scene/workshop";
import type { Printer } from "#core/print/printer";
import { Button } from "#ui/Button";
import { undoAction } from "#app/jobs/keep";
import type { LogEntry } from "#core/scene/logEntry";
import { levelOf } from "#core/print/bedLevel";
import type { Say } from "#ui/Toasts";

/** A machine with its record, its last level and its last trial pieces. */
export function PrinterCard({
  p,
  runs,
  good,
  workshop,
  setSearch,
  fetcher,
  say,
}: {
  readonly p: Printer;
  readonly runs: LogEntry[];
  readonly good: number;
  readonly workshop: Workshop;
  readonly setSearch: SetURLSearchParams;
  readonly fetcher: FetcherWithComponents<unknown>;
  readonly say: Say;
}) {
  return (
    <li className="panel">
      <h2>{p.name}</h2>
      <p className="text-[14px] text-ink-2">
        {p.process}, {p.bedMm.join(" × ")} mm, {p.layerMm} mm layers,{" "}
        {p.process === "filament" ? `${p.nozzleMm} mm nozzle` : `${p.pixelMm} mm pixels`}
      </p>
      <p className="text-[14px]">
        {runs.length === 0
          ? "Nothing on record: taken for what lies on each plate, four good runs in five of a plain one."
          : `${good} of ${runs.length} runs came out.`}
      </p>
      <MachineRecords printer={p} materials={workshop.materials} />
      <div className="mt-2 flex gap-2">
        <Button onClick={() => setSearch({ printer: p.id })}>Change</Button>
        <Button
          kind="quiet"
          onClick={() => {
            void fetcher.submit({ intent: "remove", id: p.id }, { method: "post" });
            say(`${p.name} was removed.`, undoAction);
          }}
        >
          Remove
        </Button>
      </div>
    </li>
  );
}
/** How its bed was read last, and the last trial pieces, in a line each. */
function MachineRecords({
  printer: { level, pieces, process },
  materials,
}: {
  printer: Printer;
  materials: Workshop["materials"];
}) {
  const last = level?.at(-1);
  const tried = pieces?.slice(-2) ?? [];
  if (!last && tried.length === 0) return null;
  return (
    <ul className="text-[13px] text-ink-2">
      {last && (
        <li>
          Bed {last.at.slice(0, 10)}: {levelOf(last, process).warn ?? "level"}
        </li>
      )}
      {tried.map((t) => (
        <li key={t.at}>
          {materials.find((m) => m.id === t.materialId)?.name ?? "Trial piece"} {t.at.slice(0, 10)}:{" "}
          {t.verdict}
          {t.changed && `, ${t.changed}`}
        </li>
      ))}
    </ul>
  );
}
