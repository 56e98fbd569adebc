import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { mendOfPoint } from "#core/order/inspections";
import type { Mishap } from "#core/order/mishaps";
import type { StepSlot } from "#core/order/pass";
import type { Session } from "#core/order/sessions";
import type { Outcome } from "#core/outcome";
import { boardOf } from "#core/plan/lay/boardWeight";
import { copyMoves } from "#core/plan/bench/copyMoves";
import { drawnBy, openShare } from "#core/plan/stores/stepNeeds";
import { cleanNow } from "#core/steps/cleaning";
import type { Step } from "#core/steps/step";
import type { Change } from "#data/journal";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import {
  addNote,
  pointsFailed,
  sessionDone,
  sessionSkipped,
  startTimer,
  stepDone,
  stepDoneForSome,
  stepWentWrong,
} from "#app/jobs/bench";
import { undoAction } from "#app/jobs/keep";
import { drawChanges, drawnWords } from "#app/jobs/drawShelf";
import { smallPicture } from "#app/jobs/smallPicture";
import type { SceneView } from "#app/jobs/sceneView";
import { piecesOf, spentMinutes } from "./view";

/** Kept per step, so that a closed lid does not lose when work on it began. */
const openedKey = (stepId: string) => `bench-opened ${stepId}`;

/** What is asked in a dialog; null for nothing. */
export type Asking = "some" | "wrong" | "skip" | "note" | null;

/** What is left on the bench, and since when work on it counts. */
type Stays = { readonly stepId: string; readonly openedAtMs: number };

/** Everything that can be said of the step on the bench. */
export type BenchActs = ReturnType<typeof useBench>;

/** What is said of the steps on the bench, as it is kept: with its time, what it drew, what moved on. */
function useSaying(
  { input: { scene, now, accepted, workshop, grounds, parts }, plan: { work } }: SceneView,
  session: Session,
  step: Step,
  ask: (what: Asking) => void,
) {
  const { steps } = session;
  const [, setSearch] = useSearchParams();
  const say = useToast();
  useEffect(() => {
    const key = openedKey(step.id);
    if (!localStorage.getItem(key)) localStorage.setItem(key, String(Date.now()));
  }, [step.id]);
  const laid = { board: boardOf({ scene }), grounds };
  const drawsFor = (of: Step, share: number) => drawnBy(of, workshop, openShare(of, work.some) * share, laid);
  // Copies move on with what is done to them.
  const movedOn = (now: readonly Step[]): readonly Change[] =>
    copyMoves(now, work, parts).map(({ partId, copies }) => ({
      table: "parts",
      id: partId,
      patch: { history: { copies } },
      ifThere: true,
    }));
  // The time since a session was opened is shared by its steps and getting things out, as it was planned.
  const spent = (of: Step) =>
    (spentMinutes(step, Number(localStorage.getItem(openedKey(step.id)) ?? 0), Date.now()) *
      of.handsMinutes.value) /
    Math.max(1e-9, session.handsMinutes);
  const said = (note = "", of = steps[0]!) => ({
    scene,
    step: of,
    minutes: spent(of),
    note,
    pots: ({ recipeId, paintId }: Step) =>
      paintId !== null
        ? [paintId]
        : (workshop.recipes.find((r) => r.id === recipeId)?.parts.map((p) => p.paintId) ?? []),
    keep: accepted ? null : keptPlan(scene.id, now.today, work.schedule.slots),
    drawn: (share: number) => [
      ...drawChanges(drawsFor(of, share), workshop),
      ...(share === 1 ? movedOn([of]) : []),
    ],
  });
  const saidOfAll = (note = "") => steps.map((s) => said(note, s));
  const leave = async (words: string, kept: Promise<Outcome<unknown>>, stays: Stays | null = null) => {
    ask(null);
    // What could not be kept was said by then, and the step stays where it is.
    if (!(await kept).ok) return;
    localStorage.removeItem(openedKey(step.id));
    if (stays) localStorage.setItem(openedKey(stays.stepId), String(stays.openedAtMs));
    if (!stays) setSearch({}, { replace: true });
    say(words, undoAction);
  };
  /** The rest of a session without one of its steps: what was told of that step is no longer its time. */
  const withoutOne = (of: Step): Stays | null => {
    const rest = steps.find((s) => s.id !== of.id);
    const openedAtMs = Number(localStorage.getItem(openedKey(step.id))) || Date.now();
    return rest ? { stepId: rest.id, openedAtMs: openedAtMs + spent(of) * 60_000 } : null;
  };
  return { said, saidOfAll, drawsFor, movedOn, leave, withoutOne };
}

/**
 * @param session what is on the bench; what is said of it is said of all its steps
 * @param step the session as one step
 * @param next the step after it, for what has to be cleaned in between
 */
export function useBench(view: SceneView, session: Session, step: Step, next: Step | undefined) {
  const { scene, workshop } = view.input;
  const { some } = view.plan.work;
  const { steps } = session;
  const [asking, ask] = useState<Asking>(null);
  const { said, saidOfAll, drawsFor, movedOn, leave, withoutOne } = useSaying(view, session, step, ask);
  const pieces = piecesOf(step, some);
  return {
    asking,
    ask,
    done: () => {
      const clean = cleanNow(step, next);
      const draws = steps.flatMap((s) => drawsFor(s, 1));
      const drawn = drawnWords(draws, workshop);
      const all = steps.length > 1 ? ` All ${steps.length} of them.` : "";
      void leave(
        `${step.title}: done.${all}${drawn}${clean ? ` ${clean}` : ""}`,
        sessionDone(saidOfAll(), step, [...drawChanges(draws, workshop), ...movedOn(steps)]),
      );
    },
    /** One step of a session, the others stay. */
    doneOne: (of: Step) => {
      const drawn = drawnWords(drawsFor(of, 1), workshop);
      void leave(`${of.title}, ${of.onWhat}: done.${drawn}`, stepDone(said("", of)), withoutOne(of));
    },
    doneForSome: (n: number) => {
      void leave(
        `${step.title}: ${pieces.done + n} of ${pieces.done + pieces.left} done.`,
        n >= pieces.left ? stepDone(said()) : stepDoneForSome(said(), pieces.done, n, pieces.left),
        n < pieces.left ? { stepId: step.id, openedAtMs: Date.now() } : null,
      );
    },
    /** @param of the step of a session that it happened to */
    wentWrong: (mishap: Mishap, note: string, of: Step, on: number) => {
      const repaired = mishap.repair(of, on).length > 0;
      const { done, left } = piecesOf(of, some);
      const words = repaired ? "Its repair is in the plan." : "It is written down.";
      void leave(
        `${of.title}: went wrong. ${words}`,
        stepWentWrong(said(note, of), mishap, { pieces: on, left, before: done }),
      );
    },
    skip: (note: string) => void leave(`${step.title}: skipped.`, sessionSkipped(saidOfAll(note), step)),
    failed: (points: readonly string[], of: Step) =>
      void leave(
        `${points.length} put back into the order.`,
        pointsFailed(said("", of), points, (point) => mendOfPoint(of, point)),
        of.id === step.id ? null : withoutOne(of),
      ),
    startTimer: () => void startTimer(scene, step, Math.max(1, step.waitMinutes)),
    /** @returns what went wrong with keeping it, in words; null when it is kept */
    addNote: async (text: string, picture: File | null) => {
      const problem = await keepNote(scene.id, step.id, text, picture);
      if (problem === null) ask(null);
      return problem;
    },
  };
}

/** The plan as it stands, kept from the first thing that is said of it. */
const keptPlan = (sceneId: string, day: string, slots: readonly StepSlot[]) => ({
  id: sceneId,
  acceptedAt: localNow().at,
  day,
  slots: Object.fromEntries(slots.map((s) => [s.stepId, [s.startsAt, s.endsAt] as const])),
  sequenceNumber: 1,
});

async function keepNote(
  sceneId: string,
  stepId: string,
  text: string,
  picture: File | null,
): Promise<string | null> {
  try {
    const kept = await addNote(sceneId, stepId, text, picture ? await smallPicture(picture) : null);
    return kept.ok ? null : kept.problems[0]!.message;
  } catch (error) {
    return error instanceof Error ? error.message : "It could not be kept. Try again.";
  }
}
