import { useState } from "react";
import { lastRecords, levelOf, readPlaces, verdicts } from "#core/print/bedLevel";
import type { Outcome, Problem } from "#core/outcome";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { Button } from "#ui/Button";
import { Choice, Field } from "#ui/Field";
import { useToast } from "#ui/Toasts";
import { undoAction } from "#app/jobs/keep";
import { keepLevel, keepTestPiece } from "#app/jobs/gateRecords";
import type { SentForm } from "#app/readForm";

/** What the list before a run asks to be written down: how the bed reads, and how a trial piece came out. */
export function GateRecords({ plate }: { plate: PlatePlan }) {
  const { printer, material } = plate;
  const { level: last, piece } = lastRecords(printer, material?.id ?? null);
  return (
    <div className="grid gap-2">
      <Kept
        title={last ? `Bed read on ${last.at.slice(0, 10)}` : "Write down how the bed reads"}
        note={last ? (levelOf(last, printer.process).warn ?? "level") : null}
        button="Keep the readings"
        words={`The bed of ${printer.name} is written down.`}
        onKeep={(form) => keepLevel(printer, form)}
      >
        {(problems) => (
          <>
            <div className="grid grid-cols-2 gap-2">
              {readPlaces.map((place) => (
                <Field
                  key={place}
                  label={`${place}, mm`}
                  name={place}
                  inputMode="decimal"
                  problems={problems}
                />
              ))}
              <Field
                label="Feeler or card, mm"
                name="card"
                inputMode="decimal"
                defaultValue={last?.cardMm ?? 0.1}
                problems={problems}
              />
            </div>
          </>
        )}
      </Kept>
      <Kept
        title={piece ? `Trial piece on ${piece.at.slice(0, 10)}` : "How the trial piece came out"}
        note={piece ? `${piece.verdict}${piece.changed ? `; ${piece.changed}` : ""}` : null}
        button="Keep the verdict"
        words={`The trial piece of ${printer.name} is written down.`}
        onKeep={(form) => keepTestPiece(printer, material?.id ?? null, form)}
      >
        {(problems) => (
          <>
            <Choice
              label="It came out"
              name="verdict"
              problems={problems}
              options={[["", "choose"], ...verdicts.map((v) => [v, v] as const)]}
            />
            <Field label="What I changed" name="changed" maxLength={200} />
          </>
        )}
      </Kept>
    </div>
  );
}

function Kept({
  title,
  note,
  button,
  words,
  onKeep,
  children,
}: {
  title: string;
  note: string | null;
  button: string;
  words: string;
  onKeep: (form: SentForm) => Promise<Outcome<unknown>>;
  children: (problems: readonly Problem[]) => React.ReactNode;
}) {
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const say = useToast();
  return (
    <details>
      <summary className="text-[14px]">
        {title}
        {note && <span className="text-ink-2">: {note}</span>}
      </summary>
      <form
        className="mt-2 grid gap-2"
        onSubmit={async (e) => {
          e.preventDefault();
          const form = e.currentTarget;
          const kept = await onKeep(Object.fromEntries(new FormData(form)));
          setProblems(kept.ok ? [] : kept.problems);
          if (!kept.ok) return;
          form.reset();
          say(words, undoAction);
        }}
      >
        {children(problems)}
        <Button type="submit" className="justify-self-start">
          {button}
        </Button>
      </form>
    </details>
  );
}
