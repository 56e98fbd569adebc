import { useState } from "react";
import type { Problem } from "#core/outcome";
import { bringIn, type ImportMode, type ReadArchive } from "#data/archiveIn";
import type { BadRowChoice } from "#data/archiveRows";
import { Button } from "#ui/Button";
import { Choice, Problems } from "#ui/Field";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { useJob } from "#app/hooks/useJob";
import { breather, readArchiveFile } from "#app/jobs/archiveIn";
import { undoAction } from "#app/jobs/keep";
import { BadRows } from "./BadRows";
import { broughtWords } from "./view";
import type { Job } from "#app/hooks/job";

const noFile: Problem = {
  code: "archive/no-file",
  path: [],
  message: "Choose an archive: a ZIP that was saved here.",
};

/**
 * Brings an archive in: read whole, looked at, and written at once where nothing is wrong; where some rows do
 * not fit, the
 * builder says what becomes of them.
 * @param onDone called when its rows are in
 */
export function ArchiveIn({ onDone, always }: { onDone?: () => void; always?: ImportMode }) {
  const { job, start, stop, clear } = useJob<null>();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [asking, setAsking] = useState<{ readonly archive: ReadArchive; readonly mode: ImportMode } | null>(
    null,
  );
  const say = useToast();
  const write = async (archive: ReadArchive, mode: ImportMode, choice: BadRowChoice) => {
    const pause = breather(() => undefined);
    const outcome = await bringIn(archive, mode, choice, localNow().at, undefined, undefined, pause);
    setAsking(null);
    if (!outcome.ok) return setProblems(outcome.problems);
    say(broughtWords(outcome.value), undoAction);
    onDone?.();
  };
  const take = (file: File, mode: ImportMode) =>
    start(async (tell, signal) => {
      const read = await readArchiveFile(file, tell, signal);
      if (!read.ok) setProblems(read.problems);
      else if (read.value.reading.bad.length > 0) setAsking({ archive: read.value, mode });
      else await write(read.value, mode, "leave out");
      return null;
    });
  const submit = (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const file = form.get("archive");
    setAsking(null);
    clear();
    if (!(file instanceof File) || file.size === 0) return setProblems([noFile]);
    setProblems([]);
    void take(file, always ?? (form.get("mode") === "replace" ? "replace" : "add"));
  };
  return (
    <ArchiveForm
      submit={submit}
      job={job}
      problems={problems}
      always={always}
      stop={stop}
      asking={asking}
      write={write}
      setAsking={setAsking}
    />
  );
}

function ArchiveForm({
  submit,
  job,
  problems,
  always,
  stop,
  asking,
  write,
  setAsking,
}: {
  readonly submit: (event: React.FormEvent<HTMLFormElement>) => void;
  readonly job: Job<null>;
  readonly problems: readonly Problem[];
  readonly always: ImportMode | undefined;
  readonly stop: () => void | undefined;
  readonly asking: { readonly archive: ReadArchive; readonly mode: ImportMode } | null;
  readonly write: (archive: ReadArchive, mode: ImportMode, choice: BadRowChoice) => Promise<void>;
  readonly setAsking: (value: { readonly archive: ReadArchive; readonly mode: ImportMode } | null) => void;
}) {
  return (
    <form className="panel grid gap-3" onSubmit={submit}>
      <h2>Bring an archive in</h2>
      <Problems
        problems={job.said === "" ? problems : [{ code: "archive/worker", path: [], message: job.said }]}
      />
      <label className="grid gap-1">
        <span className="text-[13px] text-ink-2">Archive</span>
        <input type="file" name="archive" accept=".zip" className="input" />
      </label>
      {!always && <ModeChoice />}
      {job.state === "running" ? (
        <ProgressLine what="Reading and checking" share={job.share} onCancel={stop} />
      ) : (
        <div>
          <Button kind="main" type="submit">
            Bring it in
          </Button>
        </div>
      )}
      {asking && (
        <BadRows
          archive={asking.archive}
          onChoice={(choice) => void write(asking.archive, asking.mode, choice)}
          onCancel={() => setAsking(null)}
        />
      )}
    </form>
  );
}

const modes = [
  ["add", "beside and over what is here"],
  ["replace", "instead of what is here"],
] as const;

const ModeChoice = () => (
  <Choice
    label="How"
    name="mode"
    options={modes}
    hint="Everything is checked before anything is written; one undo takes it back."
  />
);
