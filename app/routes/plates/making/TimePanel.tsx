import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PlanInput } from "#core/scene/planInput";
import type { SettingLine } from "#core/plan/plates/settingsWhatIf";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { ProgressLine } from "#ui/States";
import { useJob } from "#app/hooks/useJob";
import { askSettings } from "#workers/plan";
import { figures, PlainTable } from "#ui/PlainTable";
import type { PrintEstimate } from "#core/print/filamentEstimate";

const WIDE = 260;
const TALL = 150;

/** Where the time of one copy goes, by kind of move and by height, and what one setting would change. */
export function TimePanel({ p, input }: { p: PartPlan; input: PlanInput }) {
  const { one, printer } = p.chosen!;
  const total = one.shares.reduce((s, x) => s + x.minutes, 0) || 1;
  const { job, start, stop } = useJob<readonly SettingLine[]>();
  const most = Math.max(1e-9, ...one.bandMinutes);
  const step = TALL / Math.max(1, one.bandMinutes.length);
  const high = p.body?.sizeMm[2] ?? 0;
  const percent = (share: number) =>
    Math.abs(share - 1) < 0.005
      ? "same"
      : `${share > 1 ? "+" : "−"} ${Math.abs(100 * (share - 1)).toFixed(0)} %`;
  return (
    <section className="panel grid content-start gap-3">
      <h2>Where the time goes</h2>
      <div className="flex flex-wrap gap-6">
        <TimeTable one={one} total={total} />
        {one.bandMinutes.length > 1 && <TimeBars one={one} high={high} most={most} step={step} />}
      </div>
      <div>
        {job.state === "running" ? (
          <ProgressLine what="Trying other settings" share={job.share} onCancel={stop} />
        ) : (
          <Button
            onClick={() =>
              void start((tell, signal) => askSettings(input, p.part.id, printer.id, tell, signal))
            }
          >
            What would another setting of {printer.name} change?
          </Button>
        )}
      </div>
      {job.value && <SettingTable lines={job.value} percent={percent} />}
    </section>
  );
}

function SettingTable({
  lines,
  percent,
}: {
  readonly lines: readonly SettingLine[];
  readonly percent: (share: number) => string;
}) {
  return (
    <PlainTable
      label="Time by setting"
      heads={["setting", figures("time"), figures("material"), figures("layers plain")]}
    >
      {lines.map((l) => (
        <tr key={l.what}>
          <th scope="row" className="!font-normal">
            {l.what}
          </th>
          <td data-figures>{percent(l.minutesShare)}</td>
          <td data-figures>{percent(l.gramsShare)}</td>
          <td data-figures>{l.plainCm2.toFixed(1)} cm²</td>
        </tr>
      ))}
    </PlainTable>
  );
}

function TimeBars({
  one,
  high,
  most,
  step,
}: {
  readonly one: PrintEstimate;
  readonly high: number;
  readonly most: number;
  readonly step: number;
}) {
  return (
    <figure>
      <svg
        width={WIDE}
        height={TALL + 8}
        role="img"
        aria-label={`Time by height, ${one.bandMinutes.length} bands of ${(high / one.bandMinutes.length).toFixed(1)} mm; the slowest takes ${durationText(most)}`}
      >
        {one.bandMinutes.map((m, i) => (
          <rect
            key={i}
            x={42}
            y={TALL - (i + 1) * step + 0.5}
            height={Math.max(0.8, step - 1)}
            width={((WIDE - 50) * m) / most}
            fill="var(--mat)"
          />
        ))}
        <line x1={42} x2={42} y1={0} y2={TALL} stroke="var(--ink)" />
        {[0, 0.5, 1].map((f) => (
          <text
            key={f}
            x={38}
            y={TALL - f * TALL + (f === 0 ? 0 : f === 1 ? 10 : 4)}
            fontSize={11}
            textAnchor="end"
            fill="var(--ink-2)"
          >
            {(f * high).toFixed(0)} mm
          </text>
        ))}
      </svg>
      <figcaption className="text-[13px] text-ink-2">
        by height; the slowest band takes {durationText(most)}
      </figcaption>
    </figure>
  );
}

function TimeTable({ one, total }: { readonly one: PrintEstimate; readonly total: number }) {
  return (
    <div className="scroll-x" tabIndex={0} role="region" aria-label="Time by what it goes into">
      <table className="table !w-auto">
        <caption className="sr-only">Time of one copy by what the machine does</caption>
        <tbody>
          {one.shares
            .filter((s) => s.minutes / total > 0.004)
            .map((s) => (
              <tr key={s.what}>
                <th scope="row" className="!font-normal">
                  {s.what}
                </th>
                <td data-figures>{durationText(s.minutes)}</td>
                <td data-figures>{Math.round((100 * s.minutes) / total)} %</td>
              </tr>
            ))}
        </tbody>
      </table>
    </div>
  );
}
