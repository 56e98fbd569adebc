import { type FormEvent, useState } from "react";
import { counted } from "#core/words";
import type { PlateRun } from "#core/scene/plateRun";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { Field } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { undoAction } from "#app/jobs/keep";
import { endRun } from "#app/jobs/plateRuns";
import { typedNumber } from "#app/readForm";

/** A real run that came out: how long it really ran is asked, beginning with what was planned. */
export function CameOut({ run, open, onClose }: { run: PlateRun; open: boolean; onClose: () => void }) {
  const [problem, setProblem] = useState("");
  const say = useToast();
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const actualMinutes = typedNumber(String(new FormData(event.currentTarget).get("minutes")));
    if (!(actualMinutes > 0)) return setProblem("Type how many minutes it ran, for instance 240.");
    const end = {
      outcome: "good" as const,
      cause: "",
      lostPieceIds: [],
      actualMinutes,
      at: localNow().at,
      note: "",
    };
    const kept = await endRun(run.id, end);
    if (!kept.ok) return setProblem(kept.problems[0]!.message);
    onClose();
    const pieces = counted(run.pieces.length, "piece", "pieces");
    say(`Plate ${run.plateNumber} came out: ${pieces} printed.`, undoAction);
  };
  return (
    <Dialog
      open={open}
      onOpenChange={(stays) => !stays && onClose()}
      title={`Plate ${run.plateNumber} came out`}
      description="How long it really ran goes into the log; later plates on this machine are timed by it."
    >
      <form className="grid gap-3" onSubmit={(e) => void keep(e)}>
        {problem && (
          <p role="alert" className="text-oxide">
            {problem}
          </p>
        )}
        <Field
          label="Minutes that it ran"
          name="minutes"
          inputMode="decimal"
          defaultValue={String(Math.round(run.minutes))}
          hint="as planned, until you change it"
        />
        <Button kind="main" type="submit">
          Keep it
        </Button>
      </form>
    </Dialog>
  );
}
