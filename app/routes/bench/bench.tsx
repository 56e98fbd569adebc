import { isJoint, partRef, type Reference } from "#core/reference";
import { productName } from "#core/materials/products";
import { Camera, Clock3, SkipForward } from "lucide-react";
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { cleanNow, layOut } from "#core/steps/cleaning";
import { inHand } from "#core/steps/inHand";
import { mendOfPoint } from "#core/order/inspections";
import type { Action } from "#core/steps/step";
import { holdBy, notToTouch } from "#core/order/touch";
import type { Outcome } from "#core/outcome";
import { learnedFactor } from "#core/log/corrections";
import { dropsFor, gramsFor, neatMillilitres } from "#core/paint/amount";
import { stepCautions } from "#core/plan/bench/stepCautions";
import { airOf } from "#core/scene/rooms";
import { DayCautions } from "./DayCautions";
import { cautionById, CAUTIONS_END } from "#core/safety/cautions";
import { undoAction } from "#app/jobs/keep";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { MixParts } from "#ui/MixParts";
import { outlinePath } from "#ui/Mat";
import { NoteCards } from "#ui/NoteCards";
import { EmptyState } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { dayText, localNow, momentText } from "#app/clock";
import {
  addNote,
  pointsFailed,
  startTimer,
  stepDone,
  stepDoneForSome,
  stepSkipped,
  stepWentWrong,
} from "#app/jobs/bench";
import { smallPicture } from "#app/jobs/smallPicture";
import { stagePath } from "#app/stages";
import { useAwake } from "#app/hooks/useAwake";
import { useKeys } from "#app/hooks/useKeys";
import { useNotes } from "#app/hooks/useNotes";
import { useScene } from "#app/routes/scenes/useScene";
import { NoteDialog, SkipDialog, SomeDialog, WrongDialog } from "./BenchDialogs";
import { BenchTimers } from "./BenchTimers";
import { Points } from "./Points";
import { useOnBench } from "./useOnBench";
import { WetWindow } from "./WetWindow";
import { eveningOf } from "./view";

/** Kept per step, so that a closed lid does not lose when work on it began. */
const openedKey = (stepId: string) => `bench-opened ${stepId}`;
/** What is told of a part's colours concerns these. */
const painting: readonly Action[] = ["paint", "drybrush", "shade", "pigment"];
type Asking = "some" | "wrong" | "skip" | "note" | null;

export default function Bench() {
  const {
    input: { scene, now, workshop, accepted },
    plan,
    timers,
  } = useScene();
  const [search, setSearch] = useSearchParams();
  const say = useToast();
  const [asking, setAsking] = useState<Asking>(null);
  const { slots } = plan.work.schedule;
  const at = useOnBench(
    scene.id,
    now.today,
    slots.map((s) => s.stepId),
    search.get("step") ?? "",
  );
  const slot = slots[at];
  const step = slot && plan.work.steps.find((s) => s.id === slot.stepId);
  const stepId = step?.id ?? "";
  const notes = useNotes(scene.id, stepId);
  useAwake(step !== undefined);
  useEffect(() => {
    if (stepId !== "" && !localStorage.getItem(openedKey(stepId)))
      localStorage.setItem(openedKey(stepId), String(Date.now()));
  }, [stepId]);
  const show = (i: number) => {
    const s = slots[i];
    if (s) setSearch({ step: s.stepId }, { replace: true });
  };
  const spentMinutes = () => {
    const opened = Number(localStorage.getItem(openedKey(stepId)) ?? 0);
    const minutes = (Date.now() - opened) / 60_000;
    // An evening away from the step is not work on it.
    return opened > 0 && step && minutes < 6 * step.handsMinutes.value + 30 ? Number(minutes.toFixed(2)) : 0;
  };
  const said = (note: string) => ({
    scene,
    step: step!,
    minutes: spentMinutes(),
    note,
    keep: accepted
      ? null
      : {
          id: scene.id,
          acceptedAt: localNow().at,
          day: now.today,
          slots: Object.fromEntries(slots.map((s) => [s.stepId, [s.startsAt, s.endsAt] as const])),
          sequenceNumber: 1,
        },
  });
  const left = async (words: string, work: Promise<Outcome<unknown>>, stays = false) => {
    setAsking(null);
    // What could not be kept was said by then, and the step stays where it is.
    if (!(await work).ok) return;
    localStorage.removeItem(openedKey(stepId));
    if (!stays) setSearch({}, { replace: true });
    say(words, undoAction);
  };
  const before = plan.work.some.get(stepId) ?? 0;
  const rest = step ? Math.max(1, (step.pieces ?? 1) - before) : 1;
  const nextStep = slots[at + 1] && plan.work.steps.find((s) => s.id === slots[at + 1]!.stepId);
  const done = () => {
    if (!step) return;
    const clean = cleanNow(step, nextStep);
    void left(`${step.title}: done.${clean ? ` ${clean}` : ""}`, stepDone(said("")));
  };
  const timer = () => step && void startTimer(scene, step, Math.max(1, step.waitMinutes));
  useKeys({
    space: done,
    t: () => void timer(),
    x: () => setAsking("wrong"),
    ArrowRight: () => show(at + 1),
    ArrowLeft: () => show(at - 1),
  });
  if (!step || !slot) {
    return (
      <div className="sheet">
        <h1>Bench</h1>
        <EmptyState
          title={plan.work.steps.length === 0 ? "No steps yet" : "All done"}
          action={
            <Link
              className="button"
              data-kind="main"
              to={stagePath(scene.id, plan.work.steps.length === 0 ? "parts" : "log")}
            >
              {plan.work.steps.length === 0 ? "Add parts" : "To the log"}
            </Link>
          }
        >
          The bench shows one step at a time, in type that is read from a metre away.
        </EmptyState>
        <BenchTimers timers={timers} />
      </div>
    );
  }
  const recipe = workshop.recipes.find((r) => r.id === step.recipeId);
  const paints = new Map(workshop.paints.map((p) => [p.id, p]));
  const single = step.paintId ? paints.get(step.paintId) : undefined;
  const parts = plan.parts
    .filter((p) => step.targets.includes(partRef(p.part.id)) && p.measurement)
    .slice(0, 6);
  const cautions = stepCautions(step, workshop).map(cautionById);
  const { slots: evening, place, leftMinutes } = eveningOf(slots, slot);
  const not = painting.includes(step.action)
    ? plan.findings.filter((f) => parts.some((p) => partRef(p.part.id) === f.about) && f.stage === "colour")
    : [];
  const broken = plan.work.conflicts.filter((c) => c.after === step.id || c.before === step.id);
  const soft = notToTouch(plan.work.steps, plan.work.times, now.minute, airOf(workshop.rooms)).slice(0, 4);
  const nameOf = (target: Reference) =>
    plan.parts.find((p) => partRef(p.part.id) === target)?.part.name ??
    (isJoint(target) ? "a joint" : "the ground");
  const own = learnedFactor(
    workshop.log
      .filter((e) => e.kind === "step")
      .map((e) => ({ key: e.key, estimated: e.estimatedMinutes, actual: e.actualMinutes })),
    step.action,
  );
  const usual = step.handsMinutes;
  const hand = inHand(step);
  const hold = holdBy(step);
  const kit = layOut(evening.map((s) => plan.work.steps.find((x) => x.id === s.stepId)!));
  const neat = step.mixMl ? neatMillilitres(step.mixMl.value, recipe?.thinnerShare ?? 0) : 0;
  const shares = recipe ? recipe.parts.map((p) => p.parts) : [1];
  return (
    <div className="grid min-h-full grid-rows-[auto_1fr_auto]">
      <header
        className="flex flex-wrap items-baseline justify-between gap-x-4 px-7 py-2.5 text-[18px]"
        style={{ background: "var(--foot)", color: "var(--foot-ink)" }}
      >
        <span>
          {dayText(now.today, slot.startsAt)}, {place} of {evening.length} steps · {step.place}
        </span>
        <span>{durationText(leftMinutes)} left that day</span>
      </header>
      <div className="grid content-start gap-6 px-7 py-5 xl:grid-cols-[minmax(0,1fr)_330px]">
        <div className="grid content-start gap-5">
          <div>
            <p className="text-[24px] text-ink-2">
              {step.onWhat}
              {before > 0 && `, ${rest} left of ${step.pieces}`}
            </p>
            <h1 className="text-[46px] leading-[1.08]">{step.title}</h1>
            <p className="mt-2 text-[24px] text-ink-2">
              with {hand.what}
              {step.product ? `, ${productName(step.product)}` : ""}; {durationText(usual.value)}
              {step.waitMinutes > 0 ? (
                <>
                  , then wait <span className="whitespace-nowrap">{durationText(step.waitMinutes)}</span>
                </>
              ) : (
                ""
              )}
            </p>
            {hand.because !== "" && (
              <p className="text-[17px] text-ink-2">This one because {hand.because}.</p>
            )}
            {own.basis === "learned" && (
              <p className="text-[17px] text-ink-2">
                At your own speed; most of them take {durationText((usual.value * own.low) / own.value)} to{" "}
                {durationText((usual.value * own.high) / own.value)}.
              </p>
            )}
          </div>
          {(recipe || single) && step.mixMl && (
            <div className="text-[24px]">
              <MixParts
                size={44}
                parts={
                  recipe
                    ? recipe.parts.map((p) => ({
                        name: paints.get(p.paintId)?.name ?? "gone",
                        hex: paints.get(p.paintId)?.hex ?? "#888888",
                        parts: p.parts,
                      }))
                    : [{ name: single!.name, hex: single!.hex, parts: 1 }]
                }
                drops={dropsFor(shares, neat)}
                grams={gramsFor(shares, neat)}
              />
              <p className="mt-1 text-[22px]">
                {step.mixMl.value.toFixed(1)} ml
                {recipe && recipe.thinnerShare > 0 && `, thinned ${Math.round(recipe.thinnerShare * 100)} %`}:
                enough for all of it and a fifth over
              </p>
            </div>
          )}
          {parts.length > 0 && (
            <ul className="flex flex-wrap items-end gap-6" aria-label="On what">
              {parts.map((p) => {
                const { box, front } = p.measurement!;
                const w = box.max[0] - box.min[0];
                const h = box.max[2] - box.min[2];
                return (
                  <li key={p.part.id}>
                    <svg
                      viewBox={`${box.min[0]} ${-box.max[2]} ${w} ${h}`}
                      className="block max-w-48 overflow-visible"
                      style={{ height: Math.min(110, 190 * (h / Math.max(w, 1e-9))) }}
                      role="img"
                      aria-label={p.part.name}
                    >
                      <path
                        d={outlinePath(front)}
                        fillRule="evenodd"
                        transform="scale(1 -1)"
                        fill="var(--primer-3)"
                        stroke="var(--ink)"
                        strokeWidth={1.6}
                        vectorEffect="non-scaling-stroke"
                      />
                    </svg>
                  </li>
                );
              })}
            </ul>
          )}
          {step.facts?.checks && (
            <Points
              key={step.id}
              checks={step.facts.checks}
              onFailed={(points) =>
                void left(
                  `${points.length} put back into the order.`,
                  pointsFailed(said(""), points, (point) => mendOfPoint(step, point)),
                )
              }
            />
          )}
          <div className="grid gap-2.5">
            {broken.map((c) => (
              <p
                key={`${c.ruleId}${c.after}${c.before}`}
                className="border-l-8 border-oxide bg-primer-2 px-4 py-2.5 text-[20px]"
              >
                <b className="font-head">
                  {c.overridden ? `${c.ruleId}, set aside by you` : `Not yet: ${c.ruleId}`}.
                </b>{" "}
                {c.sentence}{" "}
                {!c.overridden && (
                  <Link to={`${stagePath(scene.id, "order")}?step=${encodeURIComponent(c.after)}`}>
                    Mend it
                  </Link>
                )}
              </p>
            ))}
            {not.map((f) => (
              <p key={f.id} className="border-l-8 border-oxide bg-primer-2 px-4 py-2.5 text-[20px]">
                {f.sentence}
              </p>
            ))}
            {hand.unfit && (
              <p className="border-l-8 border-oxide bg-primer-2 px-4 py-2.5 text-[20px]">{hand.unfit}</p>
            )}
            <WetWindow step={step} work={plan.work} now={now} />
            {step.notes.map((n) => (
              <p key={n} className="border-l-8 border-ochre bg-primer-2 px-4 py-2.5 text-[20px]">
                {n}
              </p>
            ))}
            <DayCautions load={plan.load.find((l) => l.day === Math.floor(slot.startsAt / 1440))} />
            {cautions.map((c) => (
              <p key={c.id} className="border-l-8 border-ochre bg-primer-2 px-4 py-2.5 text-[20px]">
                <b className="font-head">{c.title}.</b> {c.text}
              </p>
            ))}
            {cautions.length > 0 && <p className="text-[15px] text-ink-2">{CAUTIONS_END}</p>}
          </div>
          {notes.length > 0 && <NoteCards notes={notes} />}
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => show(at - 1)} disabled={at === 0}>
              Back
            </Button>
            <Button onClick={() => show(at + 1)} disabled={at + 1 >= slots.length}>
              Next step
            </Button>
            <Button icon={<Clock3 size={16} strokeWidth={1.75} aria-hidden />} onClick={timer}>
              Start a timer, {durationText(Math.max(1, step.waitMinutes))}
            </Button>
            {rest > 1 && <Button onClick={() => setAsking("some")}>Done for some of {rest}</Button>}
            <Button
              icon={<Camera size={16} strokeWidth={1.75} aria-hidden />}
              onClick={() => setAsking("note")}
            >
              Note or picture
            </Button>
            <span className="self-center text-[15px] text-ink-2">
              planned for {momentText(now.today, slot.startsAt)}
            </span>
          </div>
        </div>
        <div className="grid content-start gap-4">
          <BenchTimers timers={timers} />
          {hold && (
            <p className="border-l-8 border-primer-3 bg-primer-2 px-4 py-2.5 text-[20px]">
              <b className="font-head">Hold it.</b> {hold}
            </p>
          )}
          {soft.length > 0 && (
            <p className="border-l-8 border-ochre bg-primer-2 px-4 py-2.5 text-[20px]">
              <b className="font-head">Do not touch yet.</b>{" "}
              {soft
                .map((t) => `${nameOf(t.target)} until ${momentText(now.today, t.handledAt).slice(-5)}`)
                .join("; ")}
              .
            </p>
          )}
          <details className="bg-primer-2 px-4 py-2.5 text-[17px]" open={place === 1}>
            <summary className="font-head font-semibold">
              Lay out for {dayText(now.today, slot.startsAt)}
            </summary>
            <p className="mt-1">
              <b>Tools:</b> {kit.tools.join(", ") || "none"}
            </p>
            {kit.products.length > 0 && (
              <p className="mt-1">
                <b>Products:</b> {kit.products.join("; ")}
              </p>
            )}
          </details>
        </div>
      </div>
      <footer className="sticky bottom-0 grid grid-cols-[1fr_2fr_1fr] border-t-2 border-ink bg-primer-1 font-head text-[28px] font-semibold">
        <button type="button" className="py-6" onClick={() => setAsking("wrong")}>
          Went wrong
        </button>
        <button type="button" className="bg-tape py-6 text-[36px] text-tape-ink" onClick={done}>
          Done
        </button>
        <button
          type="button"
          className="flex items-center justify-center gap-2 py-6"
          onClick={() => setAsking("skip")}
        >
          <SkipForward size={22} strokeWidth={1.75} aria-hidden />
          Skip
        </button>
      </footer>
      {asking === "some" && (
        <SomeDialog
          step={{ ...step, pieces: rest }}
          before={before}
          onClose={() => setAsking(null)}
          onDone={(n) =>
            void left(
              `${step.title}: ${before + n} of ${before + rest} done.`,
              n >= rest ? stepDone(said("")) : stepDoneForSome(said(""), before, n, rest),
              n < rest,
            )
          }
        />
      )}
      {asking === "wrong" && (
        <WrongDialog
          step={step}
          onClose={() => setAsking(null)}
          onWrong={(m, note) =>
            void left(
              `${step.title}: went wrong. ${m.repair(step).length > 0 ? "Its repair is in the plan." : "It is written down."}`,
              stepWentWrong(said(note), m),
            )
          }
        />
      )}
      {asking === "skip" && (
        <SkipDialog
          onClose={() => setAsking(null)}
          onSkip={(note) => void left(`${step.title}: skipped.`, stepSkipped(said(note)))}
        />
      )}
      {asking === "note" && (
        <NoteDialog
          onClose={() => setAsking(null)}
          onNote={async (text, file) => {
            try {
              const kept = await addNote(scene.id, step.id, text, file ? await smallPicture(file) : null);
              if (!kept.ok) return kept.problems[0]!.message;
              setAsking(null);
              return null;
            } catch (error) {
              return error instanceof Error ? error.message : "It could not be kept. Try again.";
            }
          }}
        />
      )}
    </div>
  );
}
