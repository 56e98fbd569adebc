import { useMemo, useState } from "react";
import { type UpQuestion, upQuestions } from "#core/plan/parts/upQuestions";
import { keep, undoAction } from "#app/jobs/keep";
import { turnUp } from "#app/jobs/turnUp";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { PartPicture } from "#ui/PartPicture";
import { useToast } from "#ui/Toasts";

/** Parts that seem to have been drawn lying: turned up, or left as they are, at one tap each. */
export function UpQuestions() {
  const { plan } = useScene();
  const questions = useMemo(() => upQuestions(plan.parts), [plan.parts]);
  if (questions.length === 0) return null;
  return (
    <section aria-labelledby="up-questions" className="grid gap-3">
      <h2 id="up-questions">Which way is up?</h2>
      <ul className="grid gap-2">
        {questions.map((q) => (
          <OneQuestion key={q.plan.part.id} question={q} />
        ))}
      </ul>
    </section>
  );
}

function OneQuestion({ question: { plan, down, sentence } }: { readonly question: UpQuestion }) {
  const { part, measurement } = plan;
  const say = useToast();
  const [busy, setBusy] = useState(false);
  const turn = async () => {
    setBusy(true);
    say(await turnUp(part, down), undoAction);
    setBusy(false);
  };
  const leave = () =>
    void keep(`${part.name} lies as it should`, [
      { table: "parts", id: part.id, patch: { size: { upSure: true } } },
    ]);
  return (
    <li className="panel flex flex-wrap items-center gap-3">
      {measurement && <PartPicture picture={measurement.picture} />}
      <p className="min-w-0 flex-1">{sentence}</p>
      <Button kind="main" disabled={busy} onClick={() => void turn()}>
        {busy ? "Turning…" : "Turn it up"}
      </Button>
      <Button kind="quiet" disabled={busy} onClick={leave}>
        It lies right
      </Button>
    </li>
  );
}
