import { type Triage, tierHours, withoutSteps } from "#core/plan/order/triage";
import type { SceneView } from "#app/jobs/sceneView";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { ProgressLine } from "#ui/States";
import { dayText } from "#app/clock";
import { useJob } from "#app/hooks/useJob";
import { askTiers, askTriage } from "#workers/plan";
import { useOrderChange } from "./useOrderChange";
import { figures, PlainTable } from "#ui/PlainTable";
import type { TierHours } from "#core/plan/order/triage";
import type { PlanInput } from "#core/scene/planInput";

/** What to drop for the date, and what the same scene takes at every tier. */
export function TriagePanel({ view: { input, others } }: { view: SceneView }) {
  const { job, start, stop } = useJob<Triage>();
  const tiers = useJob<ReturnType<typeof tierHours>>();
  const change = useOrderChange(input.scene);
  const { today } = input.now;
  const t = job.value;
  return (
    <section aria-label="To be in time" className="grid gap-2">
      <div className="flex flex-wrap items-center gap-3">
        <h2>To be in time</h2>
        {job.state !== "running" && (
          <Button onClick={() => void start((tell, signal) => askTriage(input, others, tell, signal))}>
            {input.scene.finishBy ? "What could be dropped?" : "What could be dropped? (no date yet)"}
          </Button>
        )}
        {tiers.job.state !== "running" && (
          <Button onClick={() => void tiers.start((tell, signal) => askTiers(input, others, tell, signal))}>
            Hours at every tier
          </Button>
        )}
      </div>
      {(job.state === "running" || tiers.job.state === "running") && (
        <div className="max-w-md">
          <ProgressLine
            what="Making the plan again"
            share={job.state === "running" ? job.share : tiers.job.share}
            onCancel={job.state === "running" ? stop : tiers.stop}
          />
        </div>
      )}
      {t && (
        <>
          <p>
            {t.dropped.length === 0
              ? t.dueAt === null
                ? "There is no date to be in time for. Set one on the list of scenes."
                : "It will be in time: nothing needs to be dropped."
              : t.onTime
                ? `Without these ${t.dropped.length} it is ready ${dayText(today, t.finishAt)}, in time; ${durationText(t.minutesWon)} of hands won.`
                : `Even without all of these it is ready only ${dayText(today, t.finishAt)}. More evenings, fewer parts, or a later date.`}
          </p>
          {t.dropped.length > 0 && <ToDrop t={t} change={change} input={input} />}
        </>
      )}
      {tiers.job.value && <TierTable tiers={tiers.job.value} input={input} today={today} />}
      <p className="text-[13px] text-ink-2">
        Dropped first: what is least seen from the viewing distance for its minutes (common practice). What
        holds, closes or protects always stays.
      </p>
    </section>
  );
}

function ToDrop({
  t,
  change,
  input,
}: {
  readonly t: Triage;
  readonly change: ReturnType<typeof useOrderChange>;
  readonly input: PlanInput;
}) {
  return (
    <>
      <DroppedTable t={t} />
      <div>
        <Button
          kind="main"
          onClick={() =>
            void change(
              { orderChanges: withoutSteps(input.scene, t.dropped) },
              `Leave ${t.dropped.length} steps out`,
            )
          }
        >
          Leave them out
        </Button>
      </div>
    </>
  );
}

function TierTable({
  tiers,
  input,
  today,
}: {
  readonly tiers: readonly TierHours[];
  readonly input: PlanInput;
  readonly today: string;
}) {
  return (
    <PlainTable
      label="What could be dropped"
      heads={["tier", figures("steps"), figures("hands"), "ready"]}
      table="table max-w-2xl"
    >
      {tiers.map((r) => (
        <tr key={r.tier} data-selected={r.tier === input.scene.tier ? true : undefined}>
          <th scope="row">{r.tier}</th>
          <td data-figures>{r.steps}</td>
          <td data-figures>{durationText(r.handsMinutes)}</td>
          <td>{dayText(today, r.finishAt)}</td>
        </tr>
      ))}
    </PlainTable>
  );
}

function DroppedTable({ t }: { readonly t: Triage }) {
  return (
    <PlainTable
      label="What would be dropped"
      heads={["step", "on", figures("hands won"), "then"]}
      className="max-h-72 overflow-auto"
    >
      {t.dropped.map((d) => (
        <tr key={d.stepIds[0]}>
          <th scope="row">{d.what}</th>
          <td>{d.onWhat}</td>
          <td data-figures>{durationText(d.minutes)}</td>
          <td>
            {d.looks}
            {d.seen < 0.5 && <span className="text-ink-2"> (hardly seen from there)</span>}
          </td>
        </tr>
      ))}
    </PlainTable>
  );
}
