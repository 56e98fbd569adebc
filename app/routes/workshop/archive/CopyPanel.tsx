import { Button } from "#ui/Button";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { useJob } from "#app/hooks/useJob";
import { useKeeping } from "#app/hooks/useKeeping";
import { saveCopy } from "#app/jobs/saveCopy";
import { promiseWords, savedWords } from "./view";

/** Everything as one file, and how safe what is here is without it. */
export function CopyPanel() {
  const keeping = useKeeping();
  const { job, start, stop } = useJob<null>();
  const say = useToast();
  const take = () =>
    start(async (tell, signal) => {
      const saved = await saveCopy(tell, signal);
      say(saved.ok ? `${saved.value} was handed to the browser to save.` : saved.problems[0]!.message);
      return null;
    });
  return (
    <section className="panel grid gap-2">
      <h2>Take everything away</h2>
      <p>One ZIP: every scene, part, mesh, paint, run and note as documented JSON and STL.</p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-[14px]">
        <dt className="text-ink-2">Last saved</dt>
        <dd>{savedWords(keeping)}</dd>
        <dt className="text-ink-2">In this browser</dt>
        <dd>{promiseWords(keeping.persisted)}</dd>
      </dl>
      {job.state === "running" ? (
        <ProgressLine what="Packing" share={job.share} onCancel={stop} />
      ) : (
        <div>
          <Button kind="main" onClick={() => void take()}>
            Export an archive
          </Button>
        </div>
      )}
    </section>
  );
}
