import { counted } from "#core/words";
import { useEffect, useState } from "react";
import { type Advice, type Fault, stopRule, themeForgives } from "#core/plan/surface/stopRule";
import { type Scene, type Theme, themes } from "#core/scene/scene";
import { undoAction } from "#app/jobs/keep";
import { patchRow } from "#data/scenes";
import type { SceneView } from "#app/jobs/sceneView";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { Choice } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { useJob } from "#app/hooks/useJob";
import { askStop } from "#workers/plan";
import { StillSeen } from "./StillSeen";
import { useOrderChange } from "./useOrderChange";
import { PlainTable } from "#ui/PlainTable";

const says: Record<Advice, string> = {
  "take away": "stands out: take it away",
  leave: "leave it",
  "go on": "planned, and worth it",
  "stop here": "planned, and not needed",
};
const button: Partial<Record<Advice, string>> = {
  "take away": "Put it into the plan",
  "stop here": "Leave it as it is",
};
const sum = (faults: readonly Fault[]) => faults.reduce((total, f) => total + (f.minutes?.value ?? 0), 0);

/** Faults that the finished scene still shows against the hands that take them away, and where to stop. */
export function StopPanel({ view: { input, others, plan } }: { view: SceneView }) {
  const { scene } = input;
  const [open, setOpen] = useState(false);
  const { job, start, stop } = useJob<ReturnType<typeof stopRule>>();
  const change = useOrderChange(scene);
  // Asked again whenever the plan was made again: a fault that was dealt with leaves the list.
  useEffect(() => {
    if (open) void start((_, signal) => askStop(input, others, signal));
  }, [open, plan, input, others, start]);
  const faults = job.value?.faults ?? [];
  const follow = useFollow(scene);
  return (
    <section aria-label="Where to stop" className="grid gap-2">
      <StopHead scene={scene} change={change} open={open} setOpen={setOpen} />
      {job.state === "running" && !job.value && <StopProgress stop={stop} setOpen={setOpen} />}
      {job.state === "failed" && <p className="text-oxide">{job.said}</p>}
      {job.value && (
        <>
          <StopSummary faults={faults} lateDays={job.value.lateDays ?? 0} />
          <StillSeen faults={faults} stopMinutes={job.value.stopMinutes} />
          {faults.length > 0 && (
            <PlainTable
              label="Faults"
              heads={["fault", "on", "above the eye's threshold", "passes here", "hands", "then"]}
              className="max-h-80 overflow-auto"
            >
              {faults.map((f) => (
                <FaultLine key={f.id} f={f} follow={follow} />
              ))}
            </PlainTable>
          )}
        </>
      )}
      <p className="text-[13px] text-ink-2">
        Three times the threshold of sight counts as seen. Grime hides what is {themeForgives.grimy} times as
        strong, ruin {themeForgives.ruined} times; play forgives twice, a sale less than display (our choice,
        after common practice).
      </p>
    </section>
  );
}

/** Does what is advised about a fault: a step left out, taken back, or another school for the part. */
function useFollow(scene: Scene) {
  const change = useOrderChange(scene);
  const say = useToast();
  return async ({ change: c, onWhat, advice }: Fault) => {
    if (!c) return;
    const label = advice === "take away" ? `Take the fault of ${onWhat} away` : `Leave ${onWhat} as it is`;
    if (c.kind !== "school") return change({ orderChanges: withFollowed(scene.orderChanges, c) }, label);
    const outcome = await patchRow("parts", c.partId, { school: c.school }, label, localNow().at);
    say(outcome.ok ? `${label}.` : outcome.problems[0]!.message, outcome.ok ? undoAction : undefined);
  };
}

/** Changes of the order with steps left out as hardly seen, or taken back into it. */
function withFollowed(
  changes: Scene["orderChanges"],
  { kind, stepIds }: { readonly kind: "leave out" | "take back"; readonly stepIds: readonly string[] },
): Scene["orderChanges"] {
  if (kind === "take back")
    return changes.filter(({ change: x }) => !(x.kind === "leave out" && stepIds.includes(x.stepId)));
  const left = stepIds.map((stepId) => ({ kind: "leave out", stepId }) as const);
  return [...changes, ...left.map((change) => ({ ruleId: null, note: "hardly seen", change }))];
}

function StopProgress({
  stop,
  setOpen,
}: {
  readonly stop: () => void | undefined;
  readonly setOpen: (value: boolean) => void;
}) {
  return (
    <div className="max-w-md">
      <ProgressLine
        what="Looking at every face"
        share={null}
        onCancel={() => {
          stop();
          setOpen(false);
        }}
      />
    </div>
  );
}

function FaultLine({ f, follow }: { readonly f: Fault; readonly follow: (fault: Fault) => Promise<void> }) {
  return (
    <tr>
      <th scope="row">
        {f.what}
        {f.light === "raking" && " in raking light only"}
        {f.cm2 !== null && f.cm2 > 0 && (
          <span className="font-normal text-ink-2">, {f.cm2 < 0.5 ? "under 1" : f.cm2.toFixed(0)} cm²</span>
        )}
      </th>
      <td>{f.onWhat}</td>
      <td>
        <FigureView
          figure={f.times}
          label={`${f.what} on ${f.onWhat}: how far above the threshold of sight`}
        />
      </td>
      <td className="whitespace-nowrap">up to {f.forgiven.toFixed(1)} ×</td>
      <td>
        {f.minutes ? (
          <FigureView figure={f.minutes} label={`${f.what} on ${f.onWhat}: hands to take it away`} />
        ) : (
          ""
        )}
      </td>
      <td>
        <span className="flex flex-wrap items-center gap-2">
          {f.light === "raking"
            ? "leave it, or light it from the front"
            : `${says[f.advice]}${f.close ? ", but it is close" : ""}`}
          {button[f.advice] && (
            <Button className="!min-h-8 !text-[14px]" onClick={() => void follow(f)}>
              {button[f.advice]}
            </Button>
          )}
        </span>
      </td>
    </tr>
  );
}

function StopSummary({ faults, lateDays }: { readonly faults: readonly Fault[]; readonly lateDays: number }) {
  const out = faults.filter((f) => f.advice === "take away");
  const needless = faults.filter((f) => f.advice === "stop here");
  const raked = faults.filter((f) => f.light === "raking");
  return (
    <p>
      {faults.length === raked.length ? (
        `No layer step and no seam stands out from the viewing distance${raked.length > 0 ? " but where light rakes it" : ""}.`
      ) : (
        <>
          {out.length === 0
            ? "Nothing that is left stands out."
            : `${out.length === 1 ? "One fault stands" : `${out.length} faults stand`} out; ${durationText(sum(out))} of hands take ${out.length === 1 ? "it" : "them"} away.`}{" "}
          {needless.length > 0 &&
            `${needless.length === 1 ? "One is" : `${needless.length} are`} planned to be taken away though hardly anybody will see ${needless.length === 1 ? "it" : "them"}: ${durationText(sum(needless))} to be won.`}{" "}
          {lateDays > 0 &&
            `The plan is ${counted(lateDays, "day", "days")} late: win those first, and take nothing more on.`}
        </>
      )}
    </p>
  );
}

function StopHead({
  scene,
  change,
  open,
  setOpen,
}: {
  readonly scene: Scene;
  readonly change: ReturnType<typeof useOrderChange>;
  readonly open: boolean;
  readonly setOpen: (value: boolean) => void;
}) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <h2 className="self-center">Where to stop</h2>
      <Choice
        label="The subject is"
        name="theme"
        value={scene.theme}
        onChange={(e) => void change({ theme: e.target.value as Theme }, `The subject is ${e.target.value}`)}
        options={themes.map((t) => [t, t] as const)}
      />
      {!open && <Button onClick={() => setOpen(true)}>What will still be seen?</Button>}
    </div>
  );
}
