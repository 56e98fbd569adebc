import { useRef, type RefObject, type JSX } from "react";
import { usualMachine, type GcodeReport } from "#core/print/gcode";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { PlateGcode } from "#core/scene/plateGcode";
import { keep, undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { useJob } from "#app/hooks/useJob";
import { readGcode } from "#workers/print";
import { figures, PlainTable } from "#ui/PlainTable";

/** A machine file in place of the estimate: what its moves come to, beside what its comments say. */
export function GcodePanel({ plate, gcodes }: { plate: PlatePlan; gcodes: readonly PlateGcode[] }) {
  const { job, start, stop } = useJob<string>();
  const picker = useRef<HTMLInputElement>(null);
  const say = useToast();
  const take = (file: File) =>
    void start(async (tell, signal) => {
      const { printer } = plate;
      const read = await readGcode(
        file,
        {
          ...usualMachine,
          ...(printer.process === "filament"
            ? {
                acceleration: printer.acceleration,
                travelSpeed: printer.travelSpeed,
                cornerMm: printer.cornerMm,
              }
            : {}),
        },
        tell,
        signal,
      );
      if (!read.ok) return `${file.name}: ${read.problems[0]!.message}`;
      const old = gcodes.find((g) => g.printerId === printer.id && g.contents === plate.contents);
      const { sceneId, contents } = plate;
      const put = {
        id: old?.id ?? crypto.randomUUID(),
        sceneId,
        printerId: printer.id,
        contents,
        fileName: file.name,
        report: read.value,
      };
      const kept = await keep(`Attach ${file.name}`, [{ table: "gcodes", put }]);
      return kept.ok ? "" : kept.problems[0]!.message;
    });
  const remove = async () => {
    const { id, fileName } = plate.gcode!;
    const kept = await keep(`Take ${fileName} off`, [{ table: "gcodes", remove: id }]);
    if (kept.ok) say("Back to the estimate.", undoAction);
  };
  const r = plate.gcode?.report;
  const row = (what: string, moves: string, comments: string | null) => (
    <tr>
      <th scope="row">{what}</th>
      <td data-figures>{moves}</td>
      <td data-figures>{comments ?? "not told"}</td>
    </tr>
  );
  return (
    <section
      className="panel grid gap-2"
      aria-label="Machine file"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        const file = e.dataTransfer.files[0];
        if (file) take(file);
      }}
    >
      <h2>Machine file</h2>
      {r && plate.gcode ? (
        <>
          <p>
            {plate.gcode.fileName} stands in place of the estimate for as long as the same pieces lie here.
          </p>
          <FileAgainstPlan row={row} r={r} />
          {r.strange > 0 && (
            <p className="text-[14px] text-ochre">
              ◆ {r.strange.toLocaleString("en")} lines were of no language that machines of this kind speak.
              It may be cut off or damaged.
            </p>
          )}
          <div className="flex gap-2">
            <Button onClick={() => picker.current?.click()}>Another file</Button>
            <Button kind="quiet" onClick={() => void remove()}>
              Take it off
            </Button>
          </div>
        </>
      ) : (
        <>
          <p className="text-[14px] text-ink-2">
            Drop the file that was made for this plate, or choose it: its moves then give the time and the
            filament.
          </p>
          <div>
            <Button onClick={() => picker.current?.click()}>Choose a machine file</Button>
          </div>
        </>
      )}
      <FilePicker picker={picker} take={take} />
      {job.state === "running" && <ProgressLine what="Reading its moves" share={job.share} onCancel={stop} />}
      {(job.said || job.value) && (
        <p role="alert" className="text-oxide">
          {job.said || job.value}
        </p>
      )}
    </section>
  );
}

function FilePicker({
  picker,
  take,
}: {
  readonly picker: RefObject<HTMLInputElement | null>;
  readonly take: (file: File) => undefined;
}) {
  return (
    <input
      ref={picker}
      type="file"
      className="sr-only"
      aria-label="Machine file"
      tabIndex={-1}
      accept=".gcode,.gco,.g,.nc,.txt"
      onChange={(e) => {
        const file = e.target.files?.[0];
        if (file) take(file);
        e.target.value = "";
      }}
    />
  );
}

function FileAgainstPlan({
  row,
  r,
}: {
  readonly row: (what: string, moves: string, comments: string | null) => JSX.Element;
  readonly r: GcodeReport;
}) {
  return (
    <PlainTable label="What the file says" heads={["", figures("by its moves"), figures("its comments say")]}>
      {row(
        "time",
        durationText(r.minutes),
        r.reported.minutes === null ? null : durationText(r.reported.minutes),
      )}
      {row(
        "filament",
        `${(r.filamentMm / 1000).toFixed(2)} m`,
        r.reported.filamentMm === null
          ? r.reported.grams === null
            ? null
            : `${r.reported.grams.toFixed(1)} g`
          : `${(r.reported.filamentMm / 1000).toFixed(2)} m`,
      )}
      {row(
        "layers",
        `${r.layers.toLocaleString("en")}${r.layerMm ? ` of ${r.layerMm.toFixed(2)} mm` : ""}`,
        r.reported.layerMm === null ? null : `${r.reported.layerMm} mm`,
      )}
      {row("height", `${r.heightMm.toFixed(1)} mm`, null)}
      {row("heat", `${r.hottestNozzleC ?? "?"} °C nozzle, ${r.hottestBedC ?? "?"} °C bed`, null)}
    </PlainTable>
  );
}
