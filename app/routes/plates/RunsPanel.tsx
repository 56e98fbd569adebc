import { useState } from "react";
import { failureCauses, runStateAt, type RunState } from "#core/print/simulatedRun";
import type { PlateRun } from "#core/scene/plateRun";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { useToast } from "#ui/Toasts";
import { stopRun } from "#app/jobs/plateRuns";
import { useNowMs } from "#app/hooks/useNowMs";
import { CameOut } from "./CameOut";
import { WentWrong } from "./WentWrong";

/** Machines at work: how far they are, and what became of them. */
export function RunsPanel({ runs }: { runs: readonly PlateRun[] }) {
  const nowMs = useNowMs(1000, runs.length > 0);
  if (runs.length === 0) return null;
  return (
    <section aria-label="Running">
      <h2 className="mb-2">Running</h2>
      <ul className="grid gap-3 lg:grid-cols-2">
        {runs.map((run) => (
          <RunCard key={run.id} run={run} nowMs={nowMs} />
        ))}
      </ul>
    </section>
  );
}

const shortly = (minutes: number) => (minutes < 2 ? `${Math.round(60 * minutes)} s` : durationText(minutes));
const phaseWords = { warming: "Warming up", printing: "Printing", done: "Done", failed: "Failed" } as const;

function RunCard({ run, nowMs }: { run: PlateRun; nowMs: number }) {
  const [wrong, setWrong] = useState(false);
  const [cameOut, setCameOut] = useState(false);
  const say = useToast();
  const state = runStateAt(run, nowMs);
  const percent = Math.round(100 * state.share);
  const cause = failureCauses[run.process].find((c) => c.code === run.fate?.cause);
  const stop = async () => {
    const kept = await stopRun(run);
    if (kept.ok) say(`Plate ${run.plateNumber} was taken off; its pieces are still to be made.`, undoAction);
  };
  return (
    <li
      className="panel grid gap-2 border-l-4"
      style={{
        borderColor:
          state.phase === "failed"
            ? "var(--oxide)"
            : state.phase === "done"
              ? "var(--verdigris)"
              : "var(--tape)",
      }}
    >
      <RunHead run={run} />
      <RunSentence state={state} run={run} />
      <RunBar percent={percent} run={run} state={state} />
      {state.phase === "failed" && cause && (
        <p className="text-oxide">
          {cause.looks[0]!.toUpperCase()}
          {cause.looks.slice(1)}: {cause.because}.
        </p>
      )}
      {run.gate.skipped && <p className="text-[13px] text-ink-2">Started without the list before it.</p>}
      {run.simulated ? (
        <p className="text-[14px] text-ink-2">
          It writes its own result to the log, with the page open or closed. Nothing is learned from it.{" "}
          <button type="button" className="underline" onClick={() => void stop()}>
            Take it off
          </button>
        </p>
      ) : (
        <RunButtons setCameOut={setCameOut} setWrong={setWrong} stop={stop} />
      )}
      <CameOut run={run} open={cameOut} onClose={() => setCameOut(false)} />
      <WentWrong
        run={run}
        open={wrong}
        onOpenChange={setWrong}
        elapsedMinutes={Math.max(1, (nowMs - run.startedAtMs) / 60_000)}
      />
    </li>
  );
}

function RunButtons({
  setCameOut,
  setWrong,
  stop,
}: {
  readonly setCameOut: (value: boolean) => void;
  readonly setWrong: (value: boolean) => void;
  readonly stop: () => Promise<void>;
}) {
  return (
    <div className="flex flex-wrap gap-2">
      <Button kind="main" onClick={() => setCameOut(true)}>
        It came out
      </Button>
      <Button onClick={() => setWrong(true)}>It went wrong</Button>
      <Button kind="quiet" onClick={() => void stop()}>
        Started by mistake
      </Button>
    </div>
  );
}

function RunBar({
  percent,
  run,
  state,
}: {
  readonly percent: number;
  readonly run: PlateRun;
  readonly state: RunState;
}) {
  return (
    <div
      className="h-2.5 bg-primer-3"
      role="progressbar"
      aria-valuenow={percent}
      aria-valuemin={0}
      aria-valuemax={100}
      aria-label={`Plate ${run.plateNumber}`}
    >
      <div
        className={`h-full ${state.phase === "failed" ? "bg-oxide" : "bg-verdigris"}`}
        style={{ width: `${percent}%` }}
      />
    </div>
  );
}

function RunSentence({ state, run }: { readonly state: RunState; readonly run: PlateRun }) {
  return (
    <p className="text-[17px]">
      <b className="font-head">{phaseWords[state.phase]}</b>
      {state.phase === "printing" || state.phase === "failed" ? (
        <>
          {" "}
          · layer <span className="figures">{state.layer}</span> of{" "}
          <span className="figures">{state.layers}</span>
        </>
      ) : null}
      {state.leftMinutes > 0 && (
        <span className="text-ink-2">
          {" "}
          · {durationText(state.leftMinutes)} left
          {run.speed > 1 ? ` on its clock, ${shortly(state.leftMinutes / run.speed)} on yours` : ""}
        </span>
      )}
    </p>
  );
}

function RunHead({ run }: { readonly run: PlateRun }) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-3">
      <h3>
        Plate {run.plateNumber} on {run.printerName}
      </h3>
      {run.simulated && (
        <span className="text-[14px] text-ink-2">
          simulated, {run.speed === 1 ? "as slow as life" : `${run.speed} times faster than life`}
        </span>
      )}
    </div>
  );
}
