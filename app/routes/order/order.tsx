import { Form, Link, useFetcher, useSearchParams } from "react-router";
import type { Route } from "./+types/order";
import { orderRules, ruleById } from "#core/order/rules";
import { stacks } from "#core/order/stacks";
import { appDatabase } from "#data/db";
import { patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { Duration, durationText } from "#ui/Duration";
import { FigureView } from "#ui/FigureView";
import { SeverityMark } from "#ui/FindingList";
import { EmptyState } from "#ui/States";
import { dayText, localNow, momentText } from "#app/clock";
import { readForm, refuse, textOf } from "#app/readForm";
import { stagePath } from "#app/stages";
import { ExportButtons } from "#route/plates/ExportButtons";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { Lanes } from "./Lanes";

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const scene = await appDatabase().scenes.get(params.sceneId);
  if (!scene) return refuse([{ code: "row/gone", path: [], message: "This scene was deleted in the meantime." }]);
  const before = textOf(form, "before"), after = textOf(form, "after"), override = textOf(form, "override");
  const others = scene.orderWishes.filter((w) => !(w.before === before && w.after === after));
  if (textOf(form, "intent") === "forget") {
    await patchRow("scenes", scene.id, { orderWishes: others }, "Take a wish back", at);
    return { problems: [] };
  }
  if (override !== "" && textOf(form, "note").trim() === "") return refuse([{ code: "order/no-note", path: ["note"], message: "Say why in a few words: a rule that is set aside keeps its note." }]);
  const outcome = await patchRow("scenes", scene.id, { orderWishes: [...others, { before, after, override: override === "" ? null : override, note: textOf(form, "note") }] }, override === "" ? "Change the order" : `Set ${override} aside`, at);
  return outcome.ok ? { problems: [] } : refuse(outcome.problems);
}

export default function Order({ actionData }: Route.ComponentProps) {
  const { input: { scene, now }, plan } = useScene();
  const [search, setSearch] = useSearchParams();
  const fetcher = useFetcher();
  const { work } = plan;
  const steps = new Map(work.steps.map((s) => [s.id, s]));
  const selected = search.get("step");
  const step = selected ? steps.get(selected) : undefined;
  const name = (id: string) => { const s = steps.get(id); return s ? `${s.title}, ${s.onWhat}` : id; };
  const slot = work.schedule.slots.find((s) => s.stepId === selected);
  const reasons = (list: typeof work.sequence.constraints) => [...new Map(list.map((c) => [`${c.before}${c.after}`, c])).values()];
  const earlier = step ? reasons(work.sequence.constraints.filter((c) => c.after === step.id)) : [], later = step ? reasons(work.sequence.constraints.filter((c) => c.before === step.id)) : [];
  const gap = work.schedule.finishAt - work.schedule.boundAt;
  const films = step ? [...stacks(work.steps, new Map(work.schedule.slots.map((s) => [s.stepId, s.startsAt]))).get(step.targets[0]!) ?? []] : [];
  if (work.schedule.slots.length === 0) {
    return <div className="sheet"><h1>Order</h1><EmptyState title={work.steps.length === 0 ? "Nothing to do yet" : "Everything is done"} action={<Link className="button" data-kind="main" to={stagePath(scene.id, "parts")}>To the parts</Link>}>Every step of every stage comes together here: in an order that breaks no rule, in your own hours, with the waits. It needs parts, and a scheme or a joint.</EmptyState></div>;
  }
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4 pb-4">
        <div className="mb-2 flex flex-wrap items-baseline gap-4"><h1>Order of work</h1><p className="text-[14px] opacity-90">{work.steps.length} steps, ready {dayText(now.today, plan.totals.finishAt)}; no order could be before {dayText(now.today, work.schedule.boundAt)}{gap > 60 && ` (${durationText(gap)} apart)`}; {work.schedule.setups} times getting things out</p></div>
        <Lanes plan={plan} today={now.today} selected={selected} onSelect={(id) => setSearch({ step: id }, { replace: true, preventScrollReset: true })} />
      </section>
      <div className="sheet grid gap-5">
        {work.conflicts.length > 0 && (
          <section aria-label="Broken rules" className="grid gap-2">
            <h2>Broken rules</h2>
            {work.conflicts.map((c) => {
              const wish = scene.orderWishes.find((w) => c.before !== null && ((w.before === c.after && w.after === c.before) || w.before === c.after || w.after === c.before));
              return (
                <div key={`${c.ruleId}${c.before}${c.after}`} className="border-l-8 border-oxide bg-primer-2 px-3 py-2">
                  <p><SeverityMark severity={c.severity} /> <b className="font-head">{c.ruleId}</b> {c.overridden && <span className="text-ochre">set aside by you: {scene.orderWishes.find((w) => w.override === c.ruleId)?.note}</span>}</p>
                  <p>{c.sentence}</p>
                  <p className="text-[14px] text-ink-2">{c.mend}</p>
                  {wish && (
                    <div className="mt-2 flex flex-wrap items-end gap-3">
                      <Button onClick={() => void fetcher.submit({ intent: "forget", before: wish.before, after: wish.after }, { method: "post" })}>Take my wish back</Button>
                      {!c.overridden && c.before && (
                        <fetcher.Form method="post" className="flex items-end gap-2">
                          <input type="hidden" name="before" value={c.after} /><input type="hidden" name="after" value={c.before} /><input type="hidden" name="override" value={c.ruleId} />
                          <Field label="or set the rule aside, because" name="note" required />
                          <Button type="submit" name="intent" value="wish">Set aside</Button>
                        </fetcher.Form>
                      )}
                    </div>
                  )}
                </div>
              );
            })}
          </section>
        )}
        <section>
          <h2 className="mb-2">In order</h2>
          <table className="table">
            <thead><tr><th scope="col">when</th><th scope="col">step</th><th scope="col">on</th><th scope="col">at</th><th scope="col">hands, then waiting</th><th scope="col">there because</th></tr></thead>
            <tbody>
              {work.schedule.slots.map((s) => {
                const x = steps.get(s.stepId)!;
                return (
                  <tr key={s.stepId} data-selected={s.stepId === selected ? true : undefined}>
                    <td className="whitespace-nowrap">{momentText(now.today, s.startsAt)}</td>
                    <th scope="row"><Link to={`?step=${encodeURIComponent(s.stepId)}`} preventScrollReset replace>{x.title}</Link></th><td>{x.onWhat}</td><td>{x.place}</td>
                    <td><Duration handsMinutes={x.handsMinutes.value} waitMinutes={x.waitMinutes} scale={48} /></td><td className="text-[13px] text-ink-2">{x.insertedBy ? `${x.insertedBy}: ${ruleById(x.insertedBy)?.because ?? ""}` : ""}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
        <div className="flex flex-wrap gap-2"><ExportButtons /><Link className="button" to={`/scenes/${scene.id}/sheet`}>Bench sheet for paper</Link></div>
        <details className="panel"><summary className="font-head font-semibold">The {orderRules.length} rules this plan keeps</summary>
          <table className="table mt-2"><thead><tr><th scope="col">rule</th><th scope="col">says</th><th scope="col">because</th><th scope="col">breaking it</th></tr></thead><tbody>{orderRules.map((r) => <tr key={r.id}><th scope="row">{r.id}</th><td>{r.says}</td><td>{r.because}</td><td><SeverityMark severity={r.severity} /></td></tr>)}</tbody></table>
          <p className="mt-1 text-[13px] text-ink-2">Common practice of the trade.</p>
        </details>
      </div>
      {step ? (
        <Slip title={step.title} subtitle={step.onWhat}>
          <SlipLines title="It takes" lines={[["hands", <FigureView key="h" figure={step.handsMinutes} label="Hands-on time" />], ["then wait", durationText(step.waitMinutes)], ...(slot ? [["when", momentText(now.today, slot.startsAt)] as const] : []), ...(step.family ? [["product", step.family] as const] : [])]} />
          {films.length > 0 && <section><h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">Films here, from the top down</h3><ol className="mt-2 grid gap-0.5">{films.reverse().map((f) => <li key={f.stepId} className={`border-l-4 px-2 py-0.5 text-[13px] ${f.stepId === step.id ? "border-tape" : "border-primer-3"}`}>{f.title} <span className="text-ink-2">{f.family}</span></li>)}</ol></section>}
          <section><h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">After, because</h3><ul className="mt-1.5 grid gap-1.5 text-[14px]">{earlier.slice(0, 10).map((c) => <li key={c.before}><b>{name(c.before)}</b>{c.lagMinutes > 0 && ` and ${durationText(c.lagMinutes)}`}. <span className="text-ink-2">{c.ruleId ? `${c.ruleId}: ${ruleById(c.ruleId)?.because}` : c.from === "wish" ? "You asked for it." : "It belongs to the same recipe."}</span></li>)}{earlier.length === 0 && <li>It may come at any time.</li>}</ul></section>
          <section><h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">Before, because</h3><ul className="mt-1.5 grid gap-1.5 text-[14px]">{later.slice(0, 10).map((c) => <li key={c.after}><b>{name(c.after)}</b>. <span className="text-ink-2">{c.ruleId ? `${c.ruleId}: ${ruleById(c.ruleId)?.because}` : c.from === "wish" ? "You asked for it." : "It belongs to the same recipe."}</span></li>)}</ul></section>
          <Form method="post" className="grid gap-2">
            <Problems problems={actionData?.problems} />
            <input type="hidden" name="before" value={step.id} />
            <Choice label="Do it before" name="after" options={work.schedule.slots.filter((s) => s.stepId !== step.id).map((s) => [s.stepId, name(s.stepId)] as const)} />
            <Button type="submit" name="intent" value="wish">Ask for it</Button>
          </Form>
        </Slip>
      ) : <Slip title="Order" subtitle={`ready ${dayText(now.today, plan.totals.finishAt)}`}><SlipLines title="Together" lines={[["hands", <FigureView key="h" figure={plan.totals.handsMinutes} label="Hands-on time" />], ["machines", <FigureView key="m" figure={plan.totals.machineMinutes} label="Machine time" />], ["steps on the longest chain", work.schedule.critical.length]]} /><p>Select a step to see why it stands where it stands, and to move it.</p></Slip>}
    </div>
  );
}
