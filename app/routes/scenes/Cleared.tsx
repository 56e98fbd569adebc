import { useState } from "react";
import { useRevalidator } from "react-router";
import { bringIn, type ReadArchive } from "#data/archiveIn";
import { Button } from "#ui/Button";
import { ErrorState, ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { useJob } from "#app/hooks/useJob";
import { readArchiveFile } from "#app/jobs/archiveIn";
import { canKeepFolder, latestOfFolder } from "#app/jobs/backupFolder";
import { startAgain } from "#app/jobs/firstStart";
import type { KeptOutside } from "#app/jobs/keptOutside";
import { ArchiveIn } from "#route/workshop/archive/ArchiveIn";
import { BadRows } from "#route/workshop/archive/BadRows";
import { broughtWords } from "#app/routes/workshop/archive/view";
import { clearedWords } from "./cleared";

/**
 * What is shown instead of an empty list when the browser has cleared what there was: where it was saved, and
 * ways on.
 */
export function Cleared({ kept }: { kept: KeptOutside }) {
  const { revalidate } = useRevalidator();
  const [choosing, setChoosing] = useState(false);
  const begin = (withDemo: boolean) => void startAgain(withDemo).then(revalidate);
  const back = () => void startAgain(null).then(revalidate);
  const words = clearedWords(kept);
  return (
    <>
      <ErrorState
        title="Your browser has cleared what was stored here"
        action={
          <div className="flex flex-wrap gap-2">
            {canKeepFolder() && <FromFolder name={kept.folder} onDone={back} />}
            <Button onClick={() => setChoosing(true)}>Bring a saved file in</Button>
            <Button kind="quiet" onClick={() => begin(true)}>
              Start with the demo
            </Button>
            <Button kind="quiet" onClick={() => begin(false)}>
              Start with nothing
            </Button>
          </div>
        }
      >
        <p>{words.what}</p>
        <p className="mt-2">{words.where}</p>
      </ErrorState>
      {choosing && (
        <div className="mx-auto max-w-[560px]">
          <ArchiveIn always="replace" onDone={back} />
        </div>
      )}
    </>
  );
}

/** Opens the folder again and brings the latest archive in it back. */
function FromFolder({ name, onDone }: { name: string | null; onDone: () => void }) {
  const { job, start, stop } = useJob<null>();
  const [asking, setAsking] = useState<ReadArchive | null>(null);
  const say = useToast();
  const write = async (archive: ReadArchive, choice: "leave out" | "mend") => {
    const outcome = await bringIn(archive, "replace", choice, localNow().at);
    if (!outcome.ok) return say(outcome.problems[0]!.message);
    say(broughtWords(outcome.value));
    onDone();
  };
  const open = async () => {
    const file = await latestOfFolder();
    if (!file) return say("There is no archive of Inch Hollow in that folder.");
    await start(async (tell, signal) => {
      const read = await readArchiveFile(file, tell, signal);
      if (!read.ok) say(read.problems[0]!.message);
      else if (read.value.reading.bad.length > 0) setAsking(read.value);
      else await write(read.value, "leave out");
      return null;
    });
  };
  if (asking) {
    return (
      <BadRows
        archive={asking}
        onChoice={(choice) => void write(asking, choice)}
        onCancel={() => setAsking(null)}
      />
    );
  }
  if (job.state === "running")
    return <ProgressLine what="Reading and checking" share={job.share} onCancel={stop} />;
  return (
    <Button kind="main" onClick={() => void open()}>
      {name === null ? "Open a folder with saved files" : `Open the folder “${name}” again`}
    </Button>
  );
}
