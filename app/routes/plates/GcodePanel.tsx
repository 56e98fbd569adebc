import { useRef, type RefObject } from "react";
import { type GcodeReport } from "#core/print/gcode";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { PlateGcode } from "#core/scene/plateGcode";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { ProgressLine } from "#ui/States";
import { figures, PlainTable } from "#ui/PlainTable";
import { usePlateFile } from "./usePlateFile";

/** A machine file in place of the estimate: what its moves come to, beside what its comments say. */
export function GcodePanel({ plate, gcodes }: { plate: PlatePlan; gcodes: readonly PlateGcode[] }) {
  const { job, stop, take, remove } = usePlateFile(plate, gcodes);
  const picker = useRef<HTMLInputElement>(null);
  const pick = () => picker.current?.click();
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
      {plate.gcode ? (
        <FileThere file={plate.gcode} pick={pick} remove={() => void remove()} />
      ) : (
        <>
          <p className="text-[14px] text-ink-2">
            Drop the file that was made for this plate, or choose it: its moves then give the time and the
            filament.
          </p>
          <div>
            <Button onClick={pick}>Choose a machine file</Button>
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

function FileThere({
  file: { fileName, report: r },
  pick,
  remove,
}: {
  readonly file: NonNullable<PlatePlan["gcode"]>;
  readonly pick: () => void;
  readonly remove: () => void;
}) {
  return (
    <>
      <p>{fileName} stands in place of the estimate for as long as the same pieces lie here.</p>
      <FileAgainstPlan r={r} />
      {r.strange > 0 && (
        <p className="text-[14px] text-ochre">
          ◆ {r.strange.toLocaleString("en")} lines were of no language that machines of this kind speak. It
          may be cut off or damaged.
        </p>
      )}
      <div className="flex gap-2">
        <Button onClick={pick}>Another file</Button>
        <Button kind="quiet" onClick={remove}>
          Take it off
        </Button>
      </div>
    </>
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

/** What the moves of the file give, beside what its comments say of it. */
const fileRows = ({ reported, ...r }: GcodeReport): readonly (readonly [string, string, string | null])[] => [
  ["time", durationText(r.minutes), reported.minutes === null ? null : durationText(reported.minutes)],
  [
    "filament",
    `${(r.filamentMm / 1000).toFixed(2)} m`,
    reported.filamentMm !== null
      ? `${(reported.filamentMm / 1000).toFixed(2)} m`
      : reported.grams === null
        ? null
        : `${reported.grams.toFixed(1)} g`,
  ],
  [
    "layers",
    `${r.layers.toLocaleString("en")}${r.layerMm ? ` of ${r.layerMm.toFixed(2)} mm` : ""}`,
    reported.layerMm === null ? null : `${reported.layerMm} mm`,
  ],
  ["height", `${r.heightMm.toFixed(1)} mm`, null],
  ["heat", `${r.hottestNozzleC ?? "?"} °C nozzle, ${r.hottestBedC ?? "?"} °C bed`, null],
];

function FileAgainstPlan({ r }: { readonly r: GcodeReport }) {
  return (
    <PlainTable label="What the file says" heads={["", figures("by its moves"), figures("its comments say")]}>
      {fileRows(r).map(([what, moves, comments]) => (
        <tr key={what}>
          <th scope="row">{what}</th>
          <td data-figures>{moves}</td>
          <td data-figures>{comments ?? "not told"}</td>
        </tr>
      ))}
    </PlainTable>
  );
}
