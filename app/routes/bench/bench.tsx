import { useEffect, useRef, useState } from "react";
import { Form, Link, useFetcher, useSearchParams } from "react-router";
import type { Route } from "./+types/bench";
import { newLogEntry } from "#core/plan/newLogEntry";
import { stepCautions } from "#core/plan/plan";
import { cautionById, CAUTIONS_END } from "#core/safety/cautions";
import { dropsFor, neatMillilitres } from "#core/paint/amount";
import type { Op } from "#data/db";
import { undoLast, write } from "#data/journal";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { Dialog } from "#ui/Dialog";
import { Field } from "#ui/Field";
import { MixParts } from "#ui/MixParts";
import { outlinePath } from "#ui/Mat";
import { EmptyState } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { dayText, localNow, momentText } from "#app/clock";
import { readForm, textOf } from "#app/readForm";
import { stagePath } from "#app/stages";
import { useKeys } from "#app/hooks/useKeys";
import { useScene } from "#app/routes/scenes/useScene";
import { timerText, useTick } from "./TimerStrip";

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const stepId = textOf(form, "stepId"), title = textOf(form, "title");
  const sceneId = params.sceneId;
  switch (textOf(form, "intent")) {
    case "timer":
      await write(`Start a timer for ${title}`, [{ table: "timers", put: { id: crypto.randomUUID(), sceneId, stepId, name: textOf(form, "name"), startedAtMs: Number(textOf(form, "now")), endsAtMs: Number(textOf(form, "now")) + Number(textOf(form, "minutes")) * 60_000 } }], at);
      return null;
    case "clear-timer":
      await write("Clear a timer", [{ table: "timers", remove: textOf(form, "id") }], at);
      return null;
    case "done": case "went wrong": case "skipped": {
      const state = textOf(form, "intent") as "done" | "went wrong" | "skipped";
      const actual = Number(textOf(form, "minutes"));
      const ops: Op[] = [{ table: "records", put: { id: `${sceneId}|${stepId}`, sceneId, stepId, state, at, actualMinutes: actual > 0 ? actual : null, note: textOf(form, "note") } }];
      if (state !== "skipped" && actual > 0) {
        ops.push({ table: "log", put: newLogEntry({ id: crypto.randomUUID(), kind: "step", key: textOf(form, "action"), what: `${title}, ${textOf(form, "onWhat")}`, at, sceneId, estimatedMinutes: Number(textOf(form, "estimate")), actualMinutes: actual, outcome: state === "done" ? "good" : "failed", note: textOf(form, "note") }) });
      }
      const waits = Number(textOf(form, "wait"));
      if (state === "done" && waits >= 1) ops.push({ table: "timers", put: { id: crypto.randomUUID(), sceneId, stepId, name: textOf(form, "name"), startedAtMs: Number(textOf(form, "now")), endsAtMs: Number(textOf(form, "now")) + waits * 60_000 } });
      await write(`${state === "done" ? "Done" : state === "skipped" ? "Skip" : "Went wrong"}: ${title}`, ops, at);
      return null;
    }
  }
  return null;
}

/** Kept per step, so that a closed lid does not lose when work on it began. */
const openedKey = (stepId: string) => `bench-opened ${stepId}`;

export default function Bench() {
  const { input: { scene, now, workshop }, plan, timers } = useScene();
  const [search, setSearch] = useSearchParams();
  const fetcher = useFetcher();
  const say = useToast();
  const [wrong, setWrong] = useState(false);
  const tick = useTick(timers.length > 0);
  const rang = useRef(new Set<string>());
  const { slots } = plan.work.schedule;
  const at = Math.max(0, slots.findIndex((s) => s.stepId === search.get("step")));
  const slot = slots[at];
  const step = slot && plan.work.steps.find((s) => s.id === slot.stepId);
  const stepId = step?.id ?? "";
  useEffect(() => {
    if (stepId !== "" && !localStorage.getItem(openedKey(stepId))) localStorage.setItem(openedKey(stepId), String(Date.now()));
  }, [stepId]);
  useEffect(() => {
    for (const t of timers) {
      if (t.endsAtMs <= tick && !rang.current.has(t.id)) {
        rang.current.add(t.id);
        if (tick - t.endsAtMs < 60_000) say(`${t.name} is due.`);
      }
    }
  }, [timers, tick, say]);
  const show = (i: number) => { const s = slots[i]; if (s) setSearch({ step: s.stepId }, { replace: true }); };
  const spentMinutes = () => {
    const opened = Number(localStorage.getItem(openedKey(stepId)) ?? 0);
    const minutes = (Date.now() - opened) / 60_000;
    // An evening away from the step is not work on it.
    return opened > 0 && step && minutes < 6 * step.handsMinutes.value + 30 ? minutes : 0;
  };
  const send = (intent: string, more: Record<string, string> = {}) => {
    if (!step) return;
    void fetcher.submit({ intent, stepId, title: step.title, onWhat: step.onWhat, action: step.action, estimate: String(step.handsMinutes.value), minutes: spentMinutes().toFixed(2), wait: String(step.waitMinutes), name: `${step.onWhat}, ${step.family ?? step.action}`, now: String(Date.now()), ...more }, { method: "post" });
    if (["done", "skipped", "went wrong"].includes(intent)) {
      localStorage.removeItem(openedKey(stepId));
      setSearch({}, { replace: true });
      say(`${step.title}: ${intent}.`, { label: "Undo", run: () => void undoLast() });
    }
  };
  const startTimer = () => step && send("timer", { minutes: String(Math.max(1, step.waitMinutes)) });
  useKeys({ space: () => send("done"), t: () => startTimer(), x: () => setWrong(true), ArrowRight: () => show(at + 1), ArrowLeft: () => show(at - 1) });
  if (!step || !slot) {
    return <div className="sheet"><h1>Bench</h1><EmptyState title={plan.work.steps.length === 0 ? "No steps yet" : "All done"} action={<Link className="button" data-kind="main" to={stagePath(scene.id, plan.work.steps.length === 0 ? "parts" : "log")}>{plan.work.steps.length === 0 ? "Add parts" : "To the log"}</Link>}>The bench shows one step at a time, in type that is read from a metre away.</EmptyState></div>;
  }
  const recipe = workshop.recipes.find((r) => r.id === step.recipeId), paints = new Map(workshop.paints.map((p) => [p.id, p])), single = step.paintId ? paints.get(step.paintId) : undefined;
  const parts = plan.parts.filter((p) => step.targets.includes(`part:${p.part.id}`) && p.measurement).slice(0, 6);
  const cautions = stepCautions(step).map(cautionById);
  const evening = slots.filter((s) => Math.floor(s.startsAt / 1440) === Math.floor(slot.startsAt / 1440));
  const place = evening.indexOf(slot) + 1, left = evening.slice(place - 1).reduce((sum, s) => sum + s.parts.reduce((m, p) => m + p.to - p.from, 0), 0);
  const not = plan.findings.filter((f) => parts.some((p) => p.part.id === f.about) && f.stage === "colour");
  return (
    <div className="grid min-h-full grid-rows-[auto_1fr_auto]">
      <header className="flex items-baseline justify-between px-7 py-2.5 text-[18px]" style={{ background: "var(--foot)", color: "var(--foot-ink)" }}>
        <span>{dayText(now.today, slot.startsAt)}, {place} of {evening.length} steps · {step.place}</span><span>{durationText(left)} left that day</span>
      </header>
      <div className="grid content-start gap-6 px-7 py-6">
        <div>
          <p className="text-[24px] text-ink-2">{step.onWhat}</p>
          <h1 className="text-[46px] leading-[1.08]">{step.title}</h1>
          <p className="mt-2 text-[24px] text-ink-2">with {step.tool}{step.family ? `, ${step.family}` : ""}; {durationText(step.handsMinutes.value)}{step.waitMinutes > 0 ? `, then wait ${durationText(step.waitMinutes)}` : ""}</p>
        </div>
        {(recipe || single) && step.mixMl && (
          <div className="text-[24px]">
            <MixParts size={44} parts={recipe ? recipe.parts.map((p) => ({ name: paints.get(p.paintId)?.name ?? "gone", hex: paints.get(p.paintId)?.hex ?? "#888888", parts: p.parts })) : [{ name: single!.name, hex: single!.hex, parts: 1 }]} drops={dropsFor(recipe ? recipe.parts.map((p) => p.parts) : [1], neatMillilitres(step.mixMl.value, recipe?.thinnerShare ?? 0))} />
            <p className="mt-1 text-[22px]">{step.mixMl.value.toFixed(1)} ml{recipe && recipe.thinnerShare > 0 && `, thinned ${Math.round(recipe.thinnerShare * 100)} %`}: enough for all of it and a fifth over</p>
          </div>
        )}
        {parts.length > 0 && (
          <ul className="flex flex-wrap items-end gap-6" aria-label="On what">
            {parts.map((p) => { const { box, front } = p.measurement!, w = box.max[0] - box.min[0], h = box.max[2] - box.min[2]; return <li key={p.part.id}><svg viewBox={`${box.min[0]} ${-box.max[2]} ${w} ${h}`} className="block max-w-48 overflow-visible" style={{ height: Math.min(110, 190 * (h / Math.max(w, 1e-9))) }} role="img" aria-label={p.part.name}><path d={outlinePath(front)} fillRule="evenodd" transform="scale(1 -1)" fill="var(--primer-3)" stroke="var(--ink)" strokeWidth={1.6} vectorEffect="non-scaling-stroke" /></svg></li>; })}
          </ul>
        )}
        <div className="grid gap-2.5">
          {not.map((f) => <p key={f.id} className="border-l-8 border-oxide bg-primer-2 px-4 py-2.5 text-[20px]">{f.sentence}</p>)}
          {step.notes.map((n) => <p key={n} className="border-l-8 border-ochre bg-primer-2 px-4 py-2.5 text-[20px]">{n}</p>)}
          {cautions.map((c) => <p key={c.id} className="border-l-8 border-ochre bg-primer-2 px-4 py-2.5 text-[20px]"><b className="font-head">{c.title}.</b> {c.text}</p>)}
          {cautions.length > 0 && <p className="text-[15px] text-ink-2">{CAUTIONS_END}</p>}
        </div>
        {timers.length > 0 && (
          <ul className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3" aria-label="Timers">
            {timers.map((t) => {
              const leftMs = t.endsAtMs - tick;
              return <li key={t.id} className={`grid grid-cols-[1fr_auto] px-4 py-2.5 ${leftMs <= 0 ? "bg-tape text-tape-ink" : "bg-primer-2"}`}><span className="text-[18px]">{t.name}</span><button type="button" className="underline" onClick={() => void fetcher.submit({ intent: "clear-timer", id: t.id }, { method: "post" })}>Clear</button><span className="figures col-span-2 text-[42px] leading-tight whitespace-nowrap">{timerText(leftMs)}</span></li>;
            })}
          </ul>
        )}
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => show(at - 1)} disabled={at === 0}>Back</Button><Button onClick={() => show(at + 1)} disabled={at + 1 >= slots.length}>Next step</Button>
          <Button onClick={() => startTimer()}>Start a timer, {durationText(Math.max(1, step.waitMinutes))}</Button>
          <span className="self-center text-[15px] text-ink-2">planned for {momentText(now.today, slot.startsAt)}</span>
        </div>
      </div>
      <footer className="sticky bottom-0 grid grid-cols-[1fr_2fr_1fr] border-t-2 border-ink bg-primer-1 font-head text-[28px] font-semibold">
        <button type="button" className="py-6" onClick={() => setWrong(true)}>Went wrong</button>
        <button type="button" className="bg-tape py-6 text-[36px] text-tape-ink" onClick={() => send("done")}>Done</button>
        <button type="button" className="py-6" onClick={() => send("skipped")}>Skip</button>
      </footer>
      <Dialog open={wrong} onOpenChange={setWrong} title="What went wrong?" description="The step stays in the plan; the note goes into the log.">
        <Form method="post" onSubmit={(e) => { e.preventDefault(); const note = String(new FormData(e.currentTarget).get("note") ?? ""); setWrong(false); send("went wrong", { note }); }} className="grid gap-3">
          <Field label="In a few words" name="note" required autoFocus />
          <div className="flex gap-2"><Button kind="main" type="submit">Write it down</Button><Button kind="quiet" onClick={() => setWrong(false)}>Cancel</Button></div>
        </Form>
      </Dialog>
    </div>
  );
}
