import { moneyText } from "#core/money";
import type { WhatIfLine } from "#core/plan/plates/whatIf";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { ProgressLine } from "#ui/States";
import { dayText } from "#app/clock";
import { useJob } from "#app/hooks/useJob";
import type { SceneView } from "#app/jobs/sceneView";
import { askWhatIf } from "#workers/plan";
import { figures, PlainTable } from "#ui/PlainTable";

/** Another printer, thinner layers, another evening: the plan made again for each, on demand. */
export function WhatIfPanel({ view: { input, others } }: { view: SceneView }) {
  const { job, start, stop } = useJob<readonly WhatIfLine[]>();
  const { today } = input.now;
  const money = (minor: number) => moneyText(minor, input.workshop.currency);
  const base = job.value?.[0];
  return (
    <section aria-label="What if">
      <div className="flex flex-wrap items-center gap-4">
        <h2>What if?</h2>
        {job.state !== "running" && (
          <Button onClick={() => void start((tell, signal) => askWhatIf(input, others, tell, signal))}>
            {base ? "Again" : "Another printer, layer or evening"}
          </Button>
        )}
      </div>
      {job.state === "running" && (
        <div className="max-w-md">
          <ProgressLine what="Making the plan again for each change" share={job.share} onCancel={stop} />
        </div>
      )}
      {job.said && (
        <p role="alert" className="text-oxide">
          {job.said}
        </p>
      )}
      {job.value && base && (
        <PlainTable
          label="What each change would do"
          className="mt-2 overflow-x-auto"
          heads={[
            "change",
            "all printed",
            "all done",
            ...(base.chance === null ? [] : [figures("chance of the date")]),
            figures("machine hours"),
            figures("money"),
            figures("layers plain"),
          ]}
        >
          {job.value.map((l, i) => (
            <WhatIfLine key={l.what} l={l} today={today} i={i} base={base} money={money} />
          ))}
        </PlainTable>
      )}
    </section>
  );
}

function WhatIfLine({
  l,
  today,
  i,
  base,
  money,
}: {
  readonly l: WhatIfLine;
  readonly today: string;
  readonly i: number;
  readonly base: WhatIfLine;
  readonly money: (minor: number) => string;
}) {
  return (
    <tr>
      <th scope="row">
        {l.what}
        {l.because && <span className="block text-[13px] font-normal text-ink-2">{l.because}</span>}
      </th>
      <td>{dayText(today, l.printedAt)}</td>
      <td>
        {dayText(today, l.finishAt)}
        {i > 0 && <Earlier minutes={base.finishAt - l.finishAt} />}
      </td>
      {base.chance !== null && (
        <td data-figures>{l.chance === null ? "" : `${Math.round(100 * l.chance)} %`}</td>
      )}
      <td data-figures>{(l.machineMinutes / 60).toFixed(0)} h</td>
      <td data-figures>{money(l.costMinor)}</td>
      <td data-figures>{l.plainCm2.toFixed(0)} cm²</td>
    </tr>
  );
}

const Earlier = ({ minutes }: { minutes: number }) =>
  Math.abs(minutes) < 60 || !Number.isFinite(minutes) ? null : (
    <span className={`block text-[13px] ${minutes > 0 ? "text-verdigris" : "text-ochre"}`}>
      {durationText(Math.abs(minutes))} {minutes > 0 ? "sooner" : "later"}
    </span>
  );
