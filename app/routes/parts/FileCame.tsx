import { useRef, useState } from "react";
import type { Part } from "#core/scene/part";
import { fileCame, newerFile } from "#app/jobs/fileCame";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";

type Taking = (
  file: File,
  tell: (share: number, stage: string) => void,
  signal: AbortSignal,
) => Promise<{ readonly said: string; readonly changed: boolean }>;

/** A printed part without a model gets the file that was made, bought or found for it. */
export const FileCame = ({ part }: { part: Part }) => (
  <FilePick
    button="Its file has come"
    label={`The file of ${part.name}`}
    take={(file, tell, signal) => fileCame(part, file, tell, signal)}
  />
);

/** A newer file of the same thing takes the place of the one that it has. */
export const NewerFile = ({ part, factor }: { part: Part; factor: number }) => (
  <FilePick
    button="A newer file"
    label={`A newer file of ${part.name}`}
    take={(file, tell, signal) => newerFile(part, file, factor, tell, signal)}
  />
);

function FilePick({
  button,
  label,
  take: takeWith,
}: {
  readonly button: string;
  readonly label: string;
  readonly take: Taking;
}) {
  const picker = useRef<HTMLInputElement>(null);
  const cancel = useRef<AbortController | null>(null);
  const [at, setAt] = useState<{ share: number; stage: string } | null>(null);
  const say = useToast();
  const take = async (file: File) => {
    cancel.current = new AbortController();
    setAt({ share: 0, stage: "reading" });
    const tell = (share: number, stage: string) => setAt({ share, stage });
    const { said, changed } = await takeWith(file, tell, cancel.current.signal).finally(() => setAt(null));
    if (changed) say(said, undoAction);
    else say(said);
  };
  return (
    <div className="mt-2 grid max-w-[46ch] gap-2">
      {at ? (
        <>
          <ProgressLine what={at.stage} share={at.share} />
          <Button kind="quiet" onClick={() => cancel.current?.abort()}>
            Cancel
          </Button>
        </>
      ) : (
        <Button className="justify-self-start" onClick={() => picker.current?.click()}>
          {button}
        </Button>
      )}
      <input
        ref={picker}
        type="file"
        accept=".stl,.obj,.3mf,.ply"
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) void take(file);
          e.target.value = "";
        }}
      />
    </div>
  );
}
