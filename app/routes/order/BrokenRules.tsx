import { ArrowRight } from "lucide-react";
import { useFetcher, type FetcherWithComponents } from "react-router";
import type { RuleMend } from "#core/order/change";
import { ruleById } from "#core/order/rules";
import type { OrderConflict } from "#core/order/conflict";
import { mended } from "#core/plan/order/mendOrder";
import { conflictKey, type WayOut } from "#core/plan/order/waysOut";
import type { SceneView } from "#app/jobs/sceneView";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { Field } from "#ui/Field";
import { SeverityMark } from "#ui/FindingList";
import { ProgressLine } from "#ui/States";
import { useJob } from "#app/hooks/useJob";
import { askWaysOut } from "#workers/plan";
import { useOrderChange } from "./useOrderChange";
import { buttons, PlainTable } from "#ui/PlainTable";
import type { Job } from "#app/hooks/job";
import type { Work } from "#app/hooks/job";
import type { Problem } from "#core/outcome";

/**
 * Every broken rule as a strip: its sentence, the circle it stands in, and the ways out of it with what each
 * costs.
 */
export function BrokenRules({
  view,
  name,
  onSelect,
}: {
  view: SceneView;
  name: (stepId: string) => string;
  onSelect: (stepId: string) => void;
}) {
  const { conflicts } = view.plan.work;
  if (conflicts.length === 0)
    return <p className="text-[14px] text-ink-2">This order breaks none of its rules.</p>;
  return (
    <section aria-label="Broken rules" className="grid gap-2">
      <h2>Broken rules</h2>
      {conflicts.map((c) => (
        <Strip key={conflictKey(c)} conflict={c} view={view} name={name} onSelect={onSelect} />
      ))}
    </section>
  );
}

function Strip({
  conflict: c,
  view,
  name,
  onSelect,
}: {
  conflict: OrderConflict;
  view: SceneView;
  name: (stepId: string) => string;
  onSelect: (stepId: string) => void;
}) {
  const { scene } = view.input;
  const fetcher = useFetcher<{ problems: { path: (string | number)[]; message: string; code: string }[] }>();
  const change = useOrderChange(scene);
  const { job, start, stop } = useJob<readonly WayOut[]>();
  const aside =
    scene.orderWishes.find((w) => w.override === c.ruleId && (w.before === c.after || w.after === c.after))
      ?.note ?? scene.setAside.find((a) => a.ruleId === c.ruleId && a.stepId === c.after)?.note;
  const take = (mend: RuleMend) => void change(mended(scene, c, mend), mend.label);
  return (
    <div
      className={`border-l-8 bg-primer-2 px-3 py-2 ${c.severity === "ruins" ? "border-oxide" : "border-ochre"}`}
      role="group"
      aria-label={`Broken rule ${c.ruleId}`}
    >
      <StripHead c={c} aside={aside} onSelect={onSelect} />
      <p>{c.sentence}</p>
      {c.circle.length > 1 && <DueFirst c={c} name={name} />}
      {!c.overridden && (
        <StripWays job={job} c={c} take={take} start={start} view={view} stop={stop} fetcher={fetcher} />
      )}
    </div>
  );
}

function StripWays({
  job,
  c,
  take,
  start,
  view,
  stop,
  fetcher,
}: {
  readonly job: Job<readonly WayOut[]>;
  readonly c: OrderConflict;
  readonly take: (mend: RuleMend) => undefined;
  readonly start: (work: Work<readonly WayOut[]>) => Promise<readonly WayOut[] | null>;
  readonly view: SceneView;
  readonly stop: () => void | undefined;
  readonly fetcher: FetcherWithComponents<{ problems: readonly Problem[] }>;
}) {
  return (
    <div className="mt-2 grid gap-2">
      {job.state !== "done" && (
        <div className="flex flex-wrap gap-2">
          {c.mends.map((mend) => (
            <Button key={mend.label} className="!min-h-8 !text-[14px]" onClick={() => take(mend)}>
              {mend.label}
            </Button>
          ))}
          {c.mends.length > 0 && job.state !== "running" && (
            <Button
              kind="quiet"
              className="!min-h-8 !text-[14px]"
              onClick={() =>
                void start((tell, signal) =>
                  askWaysOut(view.input, view.others, conflictKey(c), tell, signal),
                )
              }
            >
              What would each cost?
            </Button>
          )}
        </div>
      )}
      {c.mends.length === 0 && <p className="text-[14px] text-ink-2">{c.mend}</p>}
      {job.state === "running" && (
        <div className="max-w-md">
          <ProgressLine what="Trying every way out on the whole plan" share={job.share} onCancel={stop} />
        </div>
      )}
      {job.said && (
        <p role="alert" className="text-oxide">
          {job.said}
        </p>
      )}
      {job.value && <Ways ways={job.value} onTake={take} />}
      <KeepAnyway fetcher={fetcher} c={c} />
    </div>
  );
}

function KeepAnyway({
  fetcher,
  c,
}: {
  readonly fetcher: FetcherWithComponents<{ problems: readonly Problem[] }>;
  readonly c: OrderConflict;
}) {
  return (
    <details>
      <summary className="text-[14px]">Set the rule aside</summary>
      <fetcher.Form method="post" className="mt-1 flex flex-wrap items-end gap-2">
        <input type="hidden" name="intent" value="aside" />
        <input type="hidden" name="before" value={c.before ?? ""} />
        <input type="hidden" name="after" value={c.after} />
        <input type="hidden" name="override" value={c.ruleId} />
        <Field label="because" name="note" problems={fetcher.data?.problems} />
        <Button type="submit">Set aside</Button>
      </fetcher.Form>
      <p className="text-[13px] text-ink-2">
        It stays in sight, with your note. Cautions stay on the step whatever is set aside.
      </p>
    </details>
  );
}

function DueFirst({ c, name }: { readonly c: OrderConflict; readonly name: (stepId: string) => string }) {
  return (
    <div className="mt-1.5">
      <p className="text-[14px] font-semibold">These cannot all hold:</p>
      <ol className="mt-1 grid gap-1 text-[14px]">
        {c.circle.map((d) => (
          <li key={`${d.before}${d.after}${d.ruleId}`} className="flex flex-wrap items-baseline gap-1.5">
            <span>{name(d.before)}</span>
            <ArrowRight size={13} strokeWidth={1.75} aria-label="before" />
            <span>{name(d.after)}</span>
            <span className="text-ink-2">
              {d.from === "wish"
                ? "you want it"
                : d.ruleId
                  ? `${d.ruleId}: ${ruleById(d.ruleId)?.says ?? ""}`
                  : "their recipe"}
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}

function StripHead({
  c,
  aside,
  onSelect,
}: {
  readonly c: OrderConflict;
  readonly aside: string | undefined;
  readonly onSelect: (stepId: string) => void;
}) {
  return (
    <p className="flex flex-wrap items-baseline gap-2">
      <SeverityMark severity={c.severity} /> <b className="font-head">{c.ruleId}</b>{" "}
      {c.overridden && <span className="text-ochre">set aside by you: {aside}</span>}
      <button
        type="button"
        className="text-[14px] text-slate-blue underline"
        onClick={() => onSelect(c.after)}
      >
        show it
      </button>
    </p>
  );
}

const signed = (minutes: number, less: string, more: string) =>
  Math.abs(minutes) < 1 ? "the same" : `${durationText(Math.abs(minutes))} ${minutes < 0 ? less : more}`;

/** The ways out, best first, each as it came out when it was tried. */
const Ways = ({ ways, onTake }: { ways: readonly WayOut[]; onTake: (mend: RuleMend) => void }) => (
  <PlainTable
    label="Ways out"
    heads={["way out, best first", "then", "ready", "hands", "getting out", "it looks", buttons("choose")]}
    className="overflow-x-auto"
  >
    {ways.map((w) => (
      <tr key={w.mend.label}>
        <th scope="row">{w.mend.label}</th>
        <td>
          {w.holds
            ? w.others.length === 0
              ? "the plan passes"
              : `breaks ${w.others.join(", ")}`
            : "still broken"}
        </td>
        <td className="whitespace-nowrap">{signed(w.finishMinutes, "sooner", "later")}</td>
        <td className="whitespace-nowrap">{signed(w.handsMinutes, "less", "more")}</td>
        <td className="whitespace-nowrap">
          {w.setups === 0 ? "the same" : `${Math.abs(w.setups)} ${w.setups < 0 ? "less" : "more"}`}
        </td>
        <td className="text-[13px] text-ink-2">{w.mend.looks}</td>
        <td>
          <Button className="!min-h-8 !text-[14px]" onClick={() => onTake(w.mend)}>
            Take it
          </Button>
        </td>
      </tr>
    ))}
  </PlainTable>
);
