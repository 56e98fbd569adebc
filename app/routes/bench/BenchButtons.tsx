import { Camera, Clock3, SkipForward } from "lucide-react";
import type { Step } from "#core/steps/step";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { NoteDialog, SkipDialog, SomeDialog, WrongDialog } from "./BenchDialogs";
import type { BenchActs } from "./useBench";

/** How many of its pieces are done, and how many are left. */
type Pieces = { readonly done: number; readonly left: number };

/** The quieter things to do with a step. */
export function MoreButtons({
  step,
  pieces,
  acts,
  planned,
  onBack,
  onNext,
}: {
  step: Step;
  pieces: Pieces;
  acts: BenchActs;
  /** When it was planned for, in words. */
  planned: string;
  onBack: (() => void) | null;
  onNext: (() => void) | null;
}) {
  return (
    <div className="flex flex-wrap gap-2">
      <Button onClick={onBack ?? undefined} disabled={!onBack}>
        Back
      </Button>
      <Button onClick={onNext ?? undefined} disabled={!onNext}>
        Next step
      </Button>
      <Button icon={<Clock3 size={16} strokeWidth={1.75} aria-hidden />} onClick={acts.startTimer}>
        Start a timer, {durationText(Math.max(1, step.waitMinutes))}
      </Button>
      {pieces.left > 1 && <Button onClick={() => acts.ask("some")}>Done for some of {pieces.left}</Button>}
      <Button icon={<Camera size={16} strokeWidth={1.75} aria-hidden />} onClick={() => acts.ask("note")}>
        Note or picture
      </Button>
      <span className="self-center text-[15px] text-ink-2">planned for {planned}</span>
    </div>
  );
}

/** The three that are hit with paint on the fingers. */
export function GreatButtons({ acts }: { acts: BenchActs }) {
  return (
    <footer className="sticky bottom-0 grid grid-cols-[1fr_2fr_1fr] border-t-2 border-ink bg-primer-1 font-head text-[28px] font-semibold">
      <button type="button" className="py-6" onClick={() => acts.ask("wrong")}>
        Went wrong
      </button>
      <button type="button" className="bg-tape py-6 text-[36px] text-tape-ink" onClick={acts.done}>
        Done
      </button>
      <button
        type="button"
        className="flex items-center justify-center gap-2 py-6"
        onClick={() => acts.ask("skip")}
      >
        <SkipForward size={22} strokeWidth={1.75} aria-hidden />
        Skip
      </button>
    </footer>
  );
}

/** What is asked of a step, in the dialog that is open. */
export function Asked({
  step,
  steps,
  pieces,
  leftOf,
  acts,
}: {
  step: Step;
  steps: readonly Step[];
  pieces: Pieces;
  /** Pieces of one step of the session that are not done. */
  leftOf: (step: Step) => number;
  acts: BenchActs;
}) {
  const onClose = () => acts.ask(null);
  switch (acts.asking) {
    case "some":
      return (
        <SomeDialog
          step={{ ...step, pieces: pieces.left }}
          before={pieces.done}
          onClose={onClose}
          onDone={acts.doneForSome}
        />
      );
    case "wrong":
      return <WrongDialog steps={steps} leftOf={leftOf} onClose={onClose} onWrong={acts.wentWrong} />;
    case "skip":
      return <SkipDialog onClose={onClose} onSkip={acts.skip} />;
    case "note":
      return <NoteDialog onClose={onClose} onNote={acts.addNote} />;
    case null:
      return null;
  }
}
