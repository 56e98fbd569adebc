import { type FormEvent, useState } from "react";
import { useRevalidator } from "react-router";
import type { Outcome, Problem } from "#core/outcome";
import type { SentForm } from "#app/readForm";
import { undoAction } from "#app/jobs/keep";
import { useToast } from "#ui/Toasts";

/**
 * A form whose figures are kept with a machine: emptied when they are, with what was wrong otherwise.
 * @param said what follows from it, when it is kept
 */
export function useKeptReading(kept: (form: SentForm) => Promise<Outcome<unknown>>, said: string) {
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const { revalidate } = useRevalidator();
  const say = useToast();
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const outcome = await kept(Object.fromEntries(new FormData(form)));
    setProblems(outcome.ok ? [] : outcome.problems);
    if (!outcome.ok) return;
    form.reset();
    say(said, undoAction);
    await revalidate();
  };
  return { problems, onSubmit: (event: FormEvent<HTMLFormElement>) => void submit(event) };
}
