import { type FormEvent, useState } from "react";
import { failureCauses, type FailureCause } from "#core/print/simulatedRun";
import type { PlateRun } from "#core/scene/plateRun";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { Field, Tick } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { endRun } from "#app/jobs/plateRuns";
import { typedNumber } from "#app/readForm";

/** What went wrong with a run, by what it looks like, and which pieces are lost with it. */
export function WentWrong({
  run,
  open,
  onOpenChange,
  elapsedMinutes,
}: {
  run: PlateRun;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  elapsedMinutes: number;
}) {
  const causes = failureCauses[run.process];
  const [code, setCode] = useState(causes[0]!.code);
  const [problem, setProblem] = useState("");
  const say = useToast();
  const cause = causes.find((c) => c.code === code);
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const lost = form.getAll("lost").map(String);
    const minutes = typedNumber(String(form.get("minutes")));
    if (!(minutes > 0)) return setProblem("Say after how many minutes it failed, for instance 90.");
    if (lost.length === 0)
      return setProblem("Tick the pieces that are lost. If all of them came out, say that it came out.");
    const note = String(form.get("note"));
    const kept = await endRun(run.id, {
      outcome: "failed",
      cause: code,
      lostPieceIds: lost,
      actualMinutes: minutes,
      at: localNow().at,
      note,
    });
    if (!kept.ok) return setProblem(kept.problems[0]!.message);
    onOpenChange(false);
    say(`${lost.length} of ${run.pieces.length} pieces go back on the plates.`, undoAction);
  };
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={`Plate ${run.plateNumber} went wrong`}
      description="What you say here goes into the log and into the odds of the next plates on this machine."
    >
      <WentWrongForm
        keep={keep}
        problem={problem}
        causes={causes}
        code={code}
        setCode={setCode}
        cause={cause}
        run={run}
        elapsedMinutes={elapsedMinutes}
        onOpenChange={onOpenChange}
      />
    </Dialog>
  );
}

function WentWrongForm({
  keep,
  problem,
  causes,
  code,
  setCode,
  cause,
  run,
  elapsedMinutes,
  onOpenChange,
}: {
  readonly keep: (event: FormEvent<HTMLFormElement>) => Promise<void>;
  readonly problem: string;
  readonly causes: readonly FailureCause[];
  readonly code: string;
  readonly setCode: (value: string) => void;
  readonly cause: FailureCause | undefined;
  readonly run: PlateRun;
  readonly elapsedMinutes: number;
  readonly onOpenChange: (open: boolean) => void;
}) {
  return (
    <form className="grid gap-3" onSubmit={(e) => void keep(e)}>
      {problem && (
        <p role="alert" className="text-oxide">
          {problem}
        </p>
      )}
      <CauseChoice causes={causes} code={code} setCode={setCode} />
      {cause && (
        <p className="panel">
          Probably {cause.because}. Next time: {cause.nextTime}.
        </p>
      )}
      <SpoiltChoice run={run} />
      <Field
        label="It ran for, minutes"
        name="minutes"
        inputMode="decimal"
        defaultValue={Math.round(Math.min(elapsedMinutes, run.minutes))}
      />
      <Field label="Note" name="note" defaultValue="" />
      <div className="flex gap-2">
        <Button kind="main" type="submit">
          Keep it
        </Button>
        <Button kind="quiet" onClick={() => onOpenChange(false)}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

function SpoiltChoice({ run }: { readonly run: PlateRun }) {
  return (
    <fieldset className="max-h-52 overflow-auto" tabIndex={0}>
      <legend className="mb-1 text-[13px] text-ink-2">Which pieces are lost?</legend>
      {run.pieces.map((p) => (
        <Tick
          key={p.pieceId}
          label={`${p.partName}${run.pieces.filter((q) => q.partId === p.partId).length > 1 ? `, copy ${p.copy + 1}` : ""}`}
          name="lost"
          value={p.pieceId}
          defaultChecked={run.pieces.length === 1}
        />
      ))}
    </fieldset>
  );
}

function CauseChoice({
  causes,
  code,
  setCode,
}: {
  readonly causes: readonly FailureCause[];
  readonly code: string;
  readonly setCode: (value: string) => void;
}) {
  return (
    <fieldset>
      <legend className="mb-1 text-[13px] text-ink-2">What does it look like?</legend>
      {[...causes, { code: "other", looks: "something else", because: "", nextTime: "" }].map((c) => (
        <label key={c.code} className="flex items-baseline gap-2 py-1">
          <input
            type="radio"
            name="cause"
            checked={code === c.code}
            onChange={() => setCode(c.code)}
            className="accent-[var(--ink)]"
          />
          <span>{c.looks}</span>
        </label>
      ))}
    </fieldset>
  );
}
