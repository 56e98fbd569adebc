import { Link, useSearchParams } from "react-router";
import type { StepSlot } from "#core/order/pass";
import { asOneStep, type Session, sessionsOf } from "#core/order/sessions";
import type { Step } from "#core/steps/step";
import { durationText } from "#ui/Duration";
import { NoteCards } from "#ui/NoteCards";
import { EmptyState } from "#ui/States";
import { dayText, momentText } from "#app/clock";
import { stagePath } from "#app/stages";
import { useAwake } from "#app/hooks/useAwake";
import { useKeys } from "#app/hooks/useKeys";
import { useNotes } from "#app/hooks/useNotes";
import { useScene } from "#app/routes/scenes/useScene";
import { Asked, GreatButtons, MoreButtons } from "./BenchButtons";
import { BenchSide } from "./BenchSide";
import { BenchTimers } from "./BenchTimers";
import { Blot } from "./Blot";
import { InOneGo } from "./InOneGo";
import { Notices } from "./Notices";
import { PaintedHere } from "./PaintedHere";
import { PinsLeft } from "./PinsLeft";
import { Points } from "./Points";
import { ZoneLooks } from "./ZoneLooks";
import { StepHead, StepMix, StepParts } from "./StepHead";
import { type BenchActs, useBench } from "./useBench";
import { useConfirm } from "./useConfirm";
import { useOnBench } from "./useOnBench";
import { type Evening, eveningOf, piecesOf } from "./view";
import type { PlanInput } from "#core/scene/planInput";
import type { NoteRow } from "#data/rows";

const DAY_MINUTES = 1440;

export default function Bench() {
  const { input, plan } = useScene();
  const [search, setSearch] = useSearchParams();
  const { slots } = plan.work.schedule;
  const at = useOnBench(
    input.scene.id,
    input.now.today,
    slots.map((s) => s.stepId),
    search.get("step") ?? "",
  );
  const sessions = sessionsOf(slots, plan.work.steps);
  const place = sessions.findIndex((s) => s.steps.some((x) => x.id === slots[at]?.stepId));
  const session = sessions[place];
  useAwake(session !== undefined);
  if (!session) return <EmptyBench />;
  const show = (s: Session) => setSearch({ step: s.id }, { replace: true });
  const [before, after] = [sessions[place - 1], sessions[place + 1]];
  return (
    <OnBench
      session={session}
      slot={session.slots[0]!}
      next={after?.steps[0]}
      onBack={before ? () => show(before) : null}
      onNext={after ? () => show(after) : null}
    />
  );
}

/** One step or session, in type that is read from a metre away, and everything that can be said of it. */
function OnBench({
  session,
  slot,
  next,
  onBack,
  onNext,
}: {
  session: Session;
  slot: StepSlot;
  next: Step | undefined;
  onBack: (() => void) | null;
  onNext: (() => void) | null;
}) {
  const view = useScene();
  const { input, plan } = view;
  const step = asOneStep(session);
  const own = useBench(view, session, step, next);
  const confirm = useConfirm(session);
  const acts = {
    ...own,
    done: () => confirm.then(() => own.done()),
    doneOne: (of: Step) => confirm.then(() => own.doneOne(of)),
    doneForSome: (n: number) => confirm.then(() => own.doneForSome(n)),
  };
  const notes = useNotes(input.scene.id, step.id);
  const evening = eveningOf(plan.work.schedule.slots, slot);
  const piecesLeft = (s: Step) => piecesOf(s, plan.work.some);
  const pieces = session.steps.length === 1 ? piecesLeft(step) : { done: 0, left: 1 };
  useKeys({
    space: acts.done,
    t: acts.startTimer,
    x: () => acts.ask("wrong"),
    ArrowRight: () => onNext?.(),
    ArrowLeft: () => onBack?.(),
  });
  return (
    <div className="grid min-h-full grid-rows-[auto_1fr_auto]">
      <EveningBar step={step} slot={slot} evening={evening} />
      <div className="grid content-start gap-6 px-7 py-5 xl:grid-cols-[minmax(0,1fr)_330px]">
        <StepCard
          step={step}
          session={session}
          acts={acts}
          slot={slot}
          confirm={confirm}
          notes={notes}
          pieces={pieces}
          input={input}
          onBack={onBack}
          onNext={onNext}
        />
        <BenchSide step={step} evening={evening} />
      </div>
      <GreatButtons acts={acts} />
      <Asked {...{ step, pieces, acts }} steps={session.steps} leftOf={(of) => piecesLeft(of).left} />
    </div>
  );
}

/** The step itself: what is done, with what, and what is recorded of it. */
function StepCard({
  step,
  session,
  acts,
  slot,
  confirm,
  notes,
  pieces,
  input,
  onBack,
  onNext,
}: {
  readonly step: Step;
  readonly session: Session;
  readonly acts: BenchActs;
  readonly slot: StepSlot;
  readonly confirm: { confirmed: boolean; set: (so: boolean) => void; then: (go: () => void) => void };
  readonly notes: readonly NoteRow[];
  readonly pieces: { done: number; left: number };
  readonly input: PlanInput;
  readonly onBack: (() => void) | null;
  readonly onNext: (() => void) | null;
}) {
  return (
    <div className="grid content-start gap-5">
      <StepHead step={step} />
      {session.steps.length > 1 && <InOneGo steps={session.steps} acts={acts} />}
      <StepMix step={step} />
      <StepParts step={step} />
      <ZoneLooks step={step} />
      <PaintedHere key={`picture ${step.id}`} step={step} />
      <Blot key={`blot ${step.id}`} step={step} />
      {step.facts?.checks && (
        <Points key={step.id} checks={step.facts.checks} steps={session.steps} onFailed={acts.failed} />
      )}
      <PinsLeft steps={session.steps} />
      <Notices
        step={step}
        steps={session.steps}
        day={Math.floor(slot.startsAt / DAY_MINUTES)}
        confirmed={confirm.confirmed}
        onConfirm={confirm.set}
      />
      {notes.length > 0 && <NoteCards notes={notes} />}
      <MoreButtons
        step={step}
        pieces={pieces}
        acts={acts}
        planned={momentText(input.now.today, slot.startsAt)}
        onBack={onBack}
        onNext={onNext}
      />
    </div>
  );
}

/** The evening, and how far it has come. */
function EveningBar({ step, slot, evening }: { step: Step; slot: StepSlot; evening: Evening }) {
  const { today } = useScene().input.now;
  return (
    <header
      className="flex flex-wrap items-baseline justify-between gap-x-4 px-7 py-2.5 text-[18px]"
      style={{ background: "var(--foot)", color: "var(--foot-ink)" }}
    >
      <span>
        {dayText(today, slot.startsAt)}, {evening.place} of {evening.slots.length} steps · {step.place}
      </span>
      <span>{durationText(evening.leftMinutes)} left that day</span>
    </header>
  );
}

function EmptyBench() {
  const { input, plan, timers } = useScene();
  const nothing = plan.work.steps.length === 0;
  return (
    <div className="sheet">
      <h1>Bench</h1>
      <EmptyState
        title={nothing ? "No steps yet" : "All done"}
        action={
          <Link className="button" data-kind="main" to={stagePath(input.scene.id, nothing ? "parts" : "log")}>
            {nothing ? "Add parts" : "To the log"}
          </Link>
        }
      >
        The bench shows one step at a time, in type that is read from a metre away.
      </EmptyState>
      <BenchTimers timers={timers} />
    </div>
  );
}
