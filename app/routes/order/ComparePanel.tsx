import { useFetcher } from "react-router";
import { comparePlans, type Compared } from "#core/plan/order/comparePlans";
import type { SceneView } from "#app/jobs/sceneView";
import { Button } from "#ui/Button";
import { dayText } from "#app/clock";
import { figures, PlainTable } from "#ui/PlainTable";

/**
 * The plan that was kept beside the one there is now: what moved by a day or more, what is new, what is gone.
 */
export function ComparePanel({
  view: {
    input: { accepted, now },
    plan,
  },
  name,
}: {
  view: SceneView;
  name: (id: string) => string;
}) {
  const fetcher = useFetcher();
  const { today } = now;
  const keep = () =>
    void fetcher.submit(
      {
        intent: "accept",
        slots: JSON.stringify(
          Object.fromEntries(plan.work.schedule.slots.map((s) => [s.stepId, [s.startsAt, s.endsAt]])),
        ),
      },
      { method: "post" },
    );
  const compared = accepted ? comparePlans(accepted, plan.work, today) : null;
  return (
    <section aria-label="Plan kept" className="grid gap-2">
      <div className="flex flex-wrap items-center gap-3">
        <h2>Plan kept</h2>
        <Button onClick={keep}>{accepted ? "Keep this one instead" : "Keep this plan"}</Button>
      </div>
      {!compared || !accepted ? (
        <p className="text-[14px] text-ink-2">
          Nothing is kept yet. A plan that is kept is held on to: a change moves only what it must, and what
          moved stands here.
        </p>
      ) : (
        <>
          <p className="text-[14px]">
            Kept {accepted.acceptedAt.replace("T", " ")}: work ended {dayText(today, compared.wasFinish)}, now{" "}
            {dayText(today, plan.work.schedule.finishAt)}. {compared.stayed}{" "}
            {compared.stayed === 1 ? "step stays" : "steps stay"} on {compared.stayed === 1 ? "its" : "their"}{" "}
            day, {compared.rows.length} changed.
          </p>
          {compared.rows.length > 0 && <ComparedTable rows={compared.rows} name={name} today={today} />}
        </>
      )}
    </section>
  );
}

function ComparedTable({
  rows,
  name,
  today,
}: {
  readonly rows: readonly Compared[];
  readonly name: (id: string) => string;
  readonly today: string;
}) {
  return (
    <PlainTable
      label="What changed"
      heads={["step", "was", "is", figures("days")]}
      className="max-h-72 overflow-auto"
    >
      {rows.map((r) => (
        <tr key={r.stepId}>
          <th scope="row">{name(r.stepId)}</th>
          <td>{r.was === null ? "new" : dayText(today, r.was)}</td>
          <td>{r.is === null ? "gone" : dayText(today, r.is)}</td>
          <td data-figures>{r.was !== null && r.is !== null ? `${r.days > 0 ? "+" : ""}${r.days}` : ""}</td>
        </tr>
      ))}
    </PlainTable>
  );
}
