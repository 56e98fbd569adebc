import { FilePlus2, FolderPlus } from "lucide-react";
import { type DragEvent, type RefObject, useEffect, useRef, useState } from "react";
import { intakeLanes, takeFile } from "#workers/intake";
import { addFiles, type FileState } from "#app/jobs/addFiles";
import { takeFirst } from "#app/jobs/firstFiles";
import { type Dropped, droppedFiles, modelsAmong } from "#app/jobs/droppedFiles";
import { asideText, firstText } from "./view";
import { Button } from "#ui/Button";
import { ProgressLine } from "#ui/States";
import { Tick } from "#ui/Field";

/** More files than this are told by their number. */
const MANY = 8;

/**
 * Models come in by drop or picker, many at once; each file says how far it is and what was wrong with it.
 */
export function Intake({ sceneId }: { sceneId: string }) {
  const picker = useRef<HTMLInputElement>(null);
  const [states, setStates] = useState<readonly FileState[]>([]);
  const [over, setOver] = useState(false);
  const [objGroupsApart, setApart] = useState(false);
  const cancel = useRef<AbortController | null>(null);
  const busy = states.some((s) => !s.done);
  // With many files only those at work and those refused are listed, besides the count.
  const listed = states
    .map((s, i) => ({ s, i }))
    .filter(({ s }) => states.length <= MANY || s.problem !== null || (!s.done && s.stage !== "waiting"));
  const [aside, setAside] = useState<readonly string[]>([]);
  const take = async ({ files, aside: beside }: Dropped) => {
    setAside(beside);
    if (files.length === 0) return;
    cancel.current?.abort();
    cancel.current = new AbortController();
    const workers = { lanes: intakeLanes, take: takeFile };
    await addFiles(sceneId, files, { objGroupsApart }, setStates, cancel.current.signal, workers);
  };
  // What was chosen with the scene comes in by itself.
  const takeNow = useRef(take);
  useEffect(() => {
    const first = takeFirst(sceneId);
    if (first.length > 0) void takeNow.current(modelsAmong(first));
  }, [sceneId]);
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void droppedFiles(event.dataTransfer).then(take);
  };
  return (
    <section
      aria-label="Add models"
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={onDrop}
      className={`panel border-2 border-dashed ${over ? "border-tape" : "border-primer-3"}`}
    >
      <IntakeButtons
        picker={picker}
        take={take}
        objGroupsApart={objGroupsApart}
        setApart={setApart}
        busy={busy}
        cancel={cancel}
        states={states}
        setStates={setStates}
      />
      {states.length > 0 && <IntakeStates shown={listed} states={states} />}
      {aside.length > 0 && <p className="mt-2 text-[14px] text-ink-2">{asideText(aside)}</p>}
    </section>
  );
}

function IntakeStates({
  shown,
  states,
}: {
  readonly shown: { s: FileState; i: number }[];
  readonly states: readonly FileState[];
}) {
  return (
    <ul className="mt-3 grid gap-2" aria-live="polite">
      {shown.length < states.length && (
        <li className="text-[14px] text-ink-2">
          {states.filter((s) => s.done).length} of {states.length} files done
        </li>
      )}
      {shown.map(({ s, i }) => (
        <li key={`${s.name}${i}`}>
          {s.problem ? (
            <p className="border-l-4 border-oxide pl-2">{s.problem.message}</p>
          ) : s.done ? (
            <p className="text-[14px]">
              {s.name}: {s.stage}
              {s.parts > 1 ? `, ${s.parts} bodies` : ""}
            </p>
          ) : (
            <>
              <ProgressLine what={`${s.name}: ${s.stage}`} share={s.share} />
              {s.first && <p className="figures text-[13px] text-ink-2">{firstText(s.first)}</p>}
            </>
          )}
        </li>
      ))}
    </ul>
  );
}

function IntakeButtons({
  picker,
  take,
  objGroupsApart,
  setApart,
  busy,
  cancel,
  states,
  setStates,
}: {
  readonly picker: RefObject<HTMLInputElement | null>;
  readonly take: (dropped: Dropped) => Promise<void>;
  readonly objGroupsApart: boolean;
  readonly setApart: (value: boolean) => void;
  readonly busy: boolean;
  readonly cancel: RefObject<AbortController | null>;
  readonly states: readonly FileState[];
  readonly setStates: (value: readonly FileState[]) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button
        kind="main"
        data-new
        icon={<FilePlus2 size={17} strokeWidth={1.75} aria-hidden />}
        onClick={() => picker.current?.click()}
      >
        Add models
      </Button>
      <FolderPicker take={take} />
      <span className="text-[14px] text-ink-2">
        or drop them here: STL, OBJ, 3MF, PLY, many at once, folders and ZIP archives too
      </span>
      <FilePicker picker={picker} take={take} />
      <Tick
        label="Groups of an OBJ as parts of their own"
        checked={objGroupsApart}
        onChange={(e) => setApart(e.target.checked)}
      />
      {busy && (
        <Button kind="quiet" className="ml-auto" onClick={() => cancel.current?.abort()}>
          Cancel all
        </Button>
      )}
      {!busy && states.length > 0 && (
        <Button kind="quiet" className="ml-auto" onClick={() => setStates([])}>
          Clear this list
        </Button>
      )}
    </div>
  );
}

function FilePicker({
  picker,
  take,
}: {
  readonly picker: RefObject<HTMLInputElement | null>;
  readonly take: (dropped: Dropped) => Promise<void>;
}) {
  return (
    <input
      ref={picker}
      type="file"
      multiple
      accept=".stl,.obj,.3mf,.ply,.zip"
      className="sr-only"
      tabIndex={-1}
      aria-label="Model files"
      onChange={(e) => {
        void take(modelsAmong([...(e.target.files ?? [])]));
        e.target.value = "";
      }}
    />
  );
}

function FolderPicker({ take }: { readonly take: (dropped: Dropped) => Promise<void> }) {
  const picker = useRef<HTMLInputElement>(null);
  // There is no attribute of React for it.
  useEffect(() => {
    picker.current!.webkitdirectory = true;
  }, []);
  return (
    <>
      <Button
        icon={<FolderPlus size={17} strokeWidth={1.75} aria-hidden />}
        onClick={() => picker.current?.click()}
      >
        Add a folder
      </Button>
      <input
        ref={picker}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label="Folder of models"
        onChange={(e) => {
          void take(modelsAmong([...(e.target.files ?? [])]));
          e.target.value = "";
        }}
      />
    </>
  );
}
