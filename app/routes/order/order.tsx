import { isPart, partRef } from "#core/reference";
import { toolOf } from "#core/materials/tools";
import { Link, useFetcher, useSearchParams } from "react-router";
import type { Route } from "./+types/order";
import { productName, productOf } from "#core/materials/products";
import { moveTo } from "#core/order/moveCheck";
import { orderSchools, schoolTopics, topicNames } from "#core/steps/orderSchools";
import { orderRules, ruleById } from "#core/order/rules";
import { handsTotal } from "#core/order/schedule";
import { stacks } from "#core/order/stacks";
import type { Step } from "#core/steps/step";
import { airOf } from "#core/scene/rooms";
import { withMove } from "#core/plan/order/mendOrder";
import { droppable, withoutSteps } from "#core/plan/order/triage";
import { hexOfLab } from "#core/paint/colour";
import { predictMix } from "#core/paint/paint";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { Duration, durationText } from "#ui/Duration";
import { FigureView } from "#ui/FigureView";
import { SeverityMark } from "#ui/FindingList";
import { EmptyState } from "#ui/States";
import { dayText, momentText } from "#app/clock";
import { readForm } from "#app/readForm";
import { stagePath } from "#app/stages";
import { ExportButtons } from "#route/plates/ExportButtons";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { BrokenRules } from "./BrokenRules";
import { ComparePanel } from "./ComparePanel";
import { FilmStack } from "./FilmStack";
import { OrderLanes } from "./OrderLanes";
import { orderAction } from "./orderAction";
import { StopPanel } from "./StopPanel";
import { TriagePanel } from "./TriagePanel";
import { useOrderChange } from "./useOrderChange";
import { reasonText, WhyBefore } from "./WhyBefore";

export const clientAction = async ({ request, params }: Route.ClientActionArgs) =>
  orderAction(await readForm(request), params.sceneId);

/** What a step is done with: its product, or its tool where it takes none. */
const whatWith = (s: Step) => (s.product === null ? toolOf(s.tool).name : productName(s.product));

export default function Order() {
  const view = useScene();
  const {
    input: { scene, now, workshop },
    plan,
  } = view;
  const { work } = plan;
  const [search, setSearch] = useSearchParams();
  const change = useOrderChange(scene);
  const set = (name: string, value: string) =>
    setSearch(
      (s) => {
        if (value === "") s.delete(name);
        else s.set(name, value);
        return s;
      },
      { replace: true, preventScrollReset: true },
    );
  const steps = new Map(work.steps.map((s) => [s.id, s]));
  const selected = search.get("step");
  const step = selected ? steps.get(selected) : undefined;
  const name = (id: string) => {
    const s = steps.get(id);
    return s ? `${s.title}, ${s.onWhat}` : id;
  };
  if (work.schedule.slots.length === 0) {
    return (
      <div className="sheet">
        <h1>Order</h1>
        <EmptyState
          title={
            work.steps.length === 0
              ? "Nothing to do yet"
              : work.done.size === work.steps.length
                ? "Everything is done"
                : "No hours to work in"
          }
          action={
            <Link
              className="button"
              data-kind="main"
              to={
                work.steps.length > 0 && work.done.size < work.steps.length
                  ? "/workshop/hours"
                  : stagePath(scene.id, "parts")
              }
            >
              {work.steps.length > 0 && work.done.size < work.steps.length ? "To the hours" : "To the parts"}
            </Link>
          }
        >
          Every step of every stage comes together here: in an order that breaks no rule, in your own hours,
          with the waits. It needs parts with a scheme or a joint, and hours at the bench.
        </EmptyState>
      </div>
    );
  }
  const on = search.get("on") ?? "";
  const day = search.get("day") ?? "";
  const product = search.get("product") ?? "";
  const fits = (s: Step, startsAt: number) =>
    (on === "" || (s.targets as readonly string[]).includes(on)) &&
    (day === "" || Math.floor(startsAt / 1440) === Number(day)) &&
    (product === "" || (s.product ?? s.tool) === product);
  const shown = work.schedule.slots.filter((s) => fits(steps.get(s.stepId)!, s.startsAt));
  const filtered = on !== "" || day !== "" || product !== "";
  const others = handsTotal(work.otherSlots);
  const gap = work.schedule.finishAt - work.schedule.boundAt;
  const move = (stepId: string, startsAt: number) => {
    const wanted = moveTo(stepId, startsAt, work.times, work.sequence.constraints);
    if (!wanted) return;
    set("step", stepId);
    void change(withMove(scene, wanted), `${steps.get(stepId)!.title}: moved`);
  };
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4 pb-3">
        <div className="mb-2 flex flex-wrap items-baseline gap-4">
          <h1>Order of work</h1>
          <p className="text-[14px] opacity-90">
            {work.steps.length} steps, ready {dayText(now.today, plan.totals.finishAt)}; no order could be
            before {dayText(now.today, work.schedule.boundAt)}
            {gap > 60 && ` (${durationText(gap)} apart)`}; {work.schedule.setups} times getting things out
            {others > 0 && (
              <>
                ; other open scenes take {durationText(others)} of the same hours:{" "}
                <Link to="/scenes" className="underline">
                  set one aside
                </Link>
              </>
            )}
          </p>
        </div>
        <OrderLanes
          plan={plan}
          today={now.today}
          selected={selected}
          shown={filtered ? new Set(shown.map((s) => s.stepId)) : null}
          onSelect={(id) => set("step", id)}
          onMove={move}
        />
      </section>
      <div className="sheet grid gap-5">
        <BrokenRules view={view} name={name} onSelect={(id) => set("step", id)} />
        <Decided view={view} name={name} />
        <section aria-label="In order" className="grid gap-2">
          <div className="flex flex-wrap items-end gap-3">
            <h2>In order</h2>
            <Choice
              label="part"
              name="on"
              value={on}
              onChange={(e) => set("on", e.target.value)}
              options={[
                ["", "all parts"],
                ...plan.parts.map((p) => [partRef(p.part.id), p.part.name] as const),
                ["board", "the board"],
              ]}
            />
            <Choice
              label="evening"
              name="day"
              value={day}
              onChange={(e) => set("day", e.target.value)}
              options={[
                ["", "all evenings"],
                ...[...new Set(work.schedule.slots.map((s) => Math.floor(s.startsAt / 1440)))].map(
                  (d) => [String(d), dayText(now.today, d * 1440)] as const,
                ),
              ]}
            />
            <Choice
              label="product or tool"
              name="product"
              value={product}
              onChange={(e) => set("product", e.target.value)}
              options={[
                ["", "all products"],
                ...[...new Map(work.steps.map((s) => [s.product ?? s.tool, whatWith(s)] as const))].sort(
                  (a, b) => (a[1] < b[1] ? -1 : 1),
                ),
              ]}
            />
            {filtered && (
              <Button
                kind="quiet"
                onClick={() =>
                  setSearch(selected ? { step: selected } : {}, { replace: true, preventScrollReset: true })
                }
              >
                Show all
              </Button>
            )}
            <p className="text-[14px] text-ink-2" role="status">
              {shown.length} of {work.schedule.slots.length}
            </p>
          </div>
          <div className="overflow-x-auto">
            <table className="table [&_td]:align-top [&_th]:align-top">
              <thead>
                <tr>
                  <th scope="col">when</th>
                  <th scope="col" className="w-[30%] min-w-40">
                    step
                  </th>
                  <th scope="col" className="w-[18%]">
                    on
                  </th>
                  <th scope="col">at</th>
                  <th scope="col">hands, then waiting</th>
                  <th scope="col">there because</th>
                </tr>
              </thead>
              <tbody>
                {shown.map((s) => {
                  const x = steps.get(s.stepId)!;
                  return (
                    <tr key={s.stepId} data-selected={s.stepId === selected ? true : undefined}>
                      <td className="whitespace-nowrap">{momentText(now.today, s.startsAt)}</td>
                      <th scope="row">
                        <button
                          type="button"
                          className="text-left underline decoration-primer-3 underline-offset-2"
                          onClick={() => set("step", s.stepId)}
                        >
                          {x.title}
                        </button>
                      </th>
                      <td>{x.onWhat}</td>
                      <td>{x.place}</td>
                      <td>
                        <Duration
                          handsMinutes={x.handsMinutes.value}
                          waitMinutes={x.waitMinutes}
                          scale={16}
                        />
                      </td>
                      <td className="text-[13px] text-ink-2">
                        {x.insertedBy === "yours"
                          ? "you put it in"
                          : x.insertedBy
                            ? `${x.insertedBy}: ${ruleById(x.insertedBy)?.because ?? ""}`
                            : ""}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        </section>
        <ComparePanel view={view} name={name} />
        <TriagePanel view={view} />
        <StopPanel view={view} />
        <Schools view={view} />
        <LostEvenings today={now.today} away={workshop.rooms.away} />
        <div className="flex flex-wrap gap-2">
          <ExportButtons />
          <Link className="button" to={`/scenes/${scene.id}/sheet`}>
            Bench sheet for paper
          </Link>
        </div>
        <details className="panel">
          <summary className="font-head font-semibold">The {orderRules.length} rules this plan keeps</summary>
          <table className="table mt-2">
            <thead>
              <tr>
                <th scope="col">rule</th>
                <th scope="col">says</th>
                <th scope="col">because</th>
                <th scope="col">breaking it</th>
              </tr>
            </thead>
            <tbody>
              {orderRules.map((r) => (
                <tr key={r.id}>
                  <th scope="row">{r.id}</th>
                  <td>{r.says}</td>
                  <td>{r.because}</td>
                  <td>{r.kind === "advice" ? "advice" : <SeverityMark severity={r.severity} />}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-[13px] text-ink-2">Common practice of the trade.</p>
        </details>
      </div>
      {step ? (
        <StepSlip step={step} name={name} onMove={move} />
      ) : (
        <Slip title="Order">
          <p className="text-[14px] text-ink-2">
            Select a step to see what it waits for, what waits for it, and the films on its part.
          </p>
        </Slip>
      )}
    </div>
  );
}

/** What the builder changed by hand, each to be taken back. */
function Decided({
  view: {
    input: { scene },
  },
  name,
}: {
  view: ReturnType<typeof useScene>;
  name: (id: string) => string;
}) {
  const fetcher = useFetcher();
  const send = (fields: Record<string, string>) => void fetcher.submit(fields, { method: "post" });
  if (scene.orderChanges.length + scene.orderWishes.length + scene.setAside.length === 0) return null;
  return (
    <details className="panel" open={scene.orderChanges.length + scene.setAside.length < 6}>
      <summary className="font-head font-semibold">
        What you decided yourself (
        {scene.orderChanges.length + scene.orderWishes.length + scene.setAside.length})
      </summary>
      <ul className="mt-2 grid gap-1.5 text-[14px]">
        {scene.orderWishes.map((w) => (
          <li key={`${w.before}${w.after}`} className="flex flex-wrap items-center gap-2">
            <span>
              {name(w.before)} before {name(w.after)}
              {w.override && (
                <span className="text-ochre">
                  , {w.override} set aside: {w.note}
                </span>
              )}
            </span>
            <Button
              className="!min-h-8 !text-[14px]"
              onClick={() => send({ intent: "forget", before: w.before, after: w.after })}
            >
              Take my wish back
            </Button>
          </li>
        ))}
        {scene.orderChanges.map(({ change: c, ruleId, note }, i) => (
          <li key={i} className="flex flex-wrap items-center gap-2">
            <span>
              {c.kind === "move"
                ? `${name(c.before)} before ${name(c.after)}`
                : c.kind === "wait"
                  ? `${durationText(c.minutes)} between ${name(c.before)} and ${name(c.after)}`
                  : c.kind === "product"
                    ? `${name(c.stepId)}: ${productName(c.product)}`
                    : c.kind === "leave out"
                      ? `Left out: ${name(c.stepId)}`
                      : c.kind === "insert"
                        ? `Put in: ${c.title}, ${c.at} ${name(c.stepId)}`
                        : `${name(c.stepId)}: done otherwise`}
              {ruleId && <span className="text-ink-2">, for {ruleId}</span>}
              {note && <span className="text-ink-2">, {note}</span>}
            </span>
            <Button
              className="!min-h-8 !text-[14px]"
              onClick={() => send({ intent: "undo-change", at: String(i) })}
            >
              Take it back
            </Button>
          </li>
        ))}
        {scene.setAside.map((a, i) => (
          <li key={`${a.ruleId}${a.stepId}`} className="flex flex-wrap items-center gap-2">
            <span className="text-ochre">
              {a.ruleId} set aside for {name(a.stepId)}: {a.note}
            </span>
            <Button
              className="!min-h-8 !text-[14px]"
              onClick={() => send({ intent: "keep-rule", at: String(i) })}
            >
              Keep the rule
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Where good builders disagree: each with its reason, for this scene. */
function Schools({
  view: {
    input: { scene },
  },
}: {
  view: ReturnType<typeof useScene>;
}) {
  const fetcher = useFetcher();
  return (
    <section aria-label="Schools" className="grid gap-2">
      <h2>Schools</h2>
      <div className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {schoolTopics.map((topic) => {
          const choices = orderSchools[topic];
          const now = scene.orderSchools[topic] ?? choices[0][0];
          return (
            <Choice
              key={topic}
              label={topicNames[topic]}
              name={topic}
              value={now}
              onChange={(e) =>
                void fetcher.submit(
                  { intent: "school", topic, choice: e.target.value === choices[0][0] ? "" : e.target.value },
                  { method: "post" },
                )
              }
              options={choices.map(([name]) => [name, name] as const)}
              hint={choices.find(([name]) => name === now)![1]}
            />
          );
        })}
      </div>
      <p className="text-[13px] text-ink-2">Common practice on both sides; the rules follow the choice.</p>
    </section>
  );
}

function LostEvenings({ today, away }: { today: string; away: readonly string[] }) {
  const fetcher = useFetcher<{ problems: { path: (string | number)[]; message: string; code: string }[] }>();
  const coming = away.filter((d) => d >= today);
  return (
    <section aria-label="Lost evenings" className="grid gap-2">
      <h2>Lost evenings</h2>
      <fetcher.Form method="post" className="flex flex-wrap items-end gap-2">
        <Field
          label="No bench on"
          name="day"
          type="date"
          min={today}
          defaultValue={today}
          problems={fetcher.data?.problems}
        />
        <Button type="submit" name="intent" value="away">
          It is lost
        </Button>
      </fetcher.Form>
      <Problems problems={fetcher.data?.problems} fields={["day"]} />
      {coming.length > 0 && (
        <ul className="flex flex-wrap gap-2">
          {coming.map((d) => (
            <li key={d} className="flex items-center gap-2 bg-primer-2 px-2 py-1">
              <span>{d}</span>
              <Button
                className="!min-h-8 !text-[14px]"
                onClick={() => void fetcher.submit({ intent: "back", day: d }, { method: "post" })}
              >
                After all
              </Button>
            </li>
          ))}
        </ul>
      )}
      <p className="text-[13px] text-ink-2">The plan heals round it: what was kept stays where it can.</p>
    </section>
  );
}

function StepSlip({
  step,
  name,
  onMove,
}: {
  step: Step;
  name: (id: string) => string;
  onMove: (stepId: string, startsAt: number) => void;
}) {
  const { input, plan } = useScene();
  const { scene, now, workshop } = input;
  const { work, parts } = plan;
  const change = useOrderChange(scene);
  const optional = droppable(plan, input).find((d) => d.stepIds.includes(step.id));
  const slot = work.schedule.slots.find((s) => s.stepId === step.id);
  const starts = new Map([...work.times].map(([id, t]) => [id, t.startsAt]));
  const reasons = (list: typeof work.sequence.constraints) => [
    ...new Map(list.map((c) => [`${c.before}${c.after}`, c])).values(),
  ];
  const earlier = reasons(work.sequence.constraints.filter((c) => c.after === step.id));
  const later = reasons(work.sequence.constraints.filter((c) => c.before === step.id));
  const target = step.targets.find(isPart) ?? step.targets[0]!;
  const films = stacks(work.steps, starts).get(target) ?? [];
  const paints = new Map(workshop.paints.map((p) => [p.id, p]));
  const byId = new Map(work.steps.map((s) => [s.id, s]));
  const colourOf = (id: string) => {
    const s = byId.get(id);
    const recipe = s?.recipeId ? workshop.recipes.find((r) => r.id === s.recipeId) : undefined;
    const mix = recipe ? predictMix(recipe, paints) : null;
    return recipe
      ? mix
        ? hexOfLab(mix.lab)
        : null
      : s?.paintId
        ? (paints.get(s.paintId)?.hex ?? null)
        : null;
  };
  const bare =
    step.facts?.bare ??
    (isPart(target)
      ? parts.find((p) => partRef(p.part.id) === target)?.chosen?.printer.process === "resin"
        ? "resin"
        : "plastic"
      : "board");
  const others = slot
    ? work.schedule.slots
        .filter((s) => s.stepId !== step.id)
        .map((s) => s.startsAt)
        .sort((a, b) => a - b)
    : [];
  const before = slot ? others.filter((t) => t < slot.startsAt).at(-1) : undefined;
  const after = slot ? others.find((t) => t >= slot.endsAt) : undefined;
  const list = (title: string, rows: readonly (readonly [string, string, number])[], none: string) => (
    <section>
      <h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">{title}</h3>
      <ul className="mt-1.5 grid gap-1.5 text-[14px]">
        {rows.slice(0, 10).map(([id, why, lag]) => (
          <li key={id}>
            <b>{name(id)}</b>
            {lag > 0 && ` and ${durationText(lag)}`}. <span className="text-ink-2">{why}</span>
          </li>
        ))}
        {rows.length > 10 && <li className="text-ink-2">and {rows.length - 10} more</li>}
        {rows.length === 0 && <li>{none}</li>}
      </ul>
    </section>
  );
  return (
    <Slip title={step.title} subtitle={step.onWhat}>
      <SlipLines
        title="It takes"
        lines={[
          ["hands", <FigureView key="h" figure={step.handsMinutes} label="Hands-on time" />],
          ["then wait", durationText(step.waitMinutes)],
          ...(slot ? [["when", momentText(now.today, slot.startsAt)] as const] : []),
          ...(step.product
            ? [
                ["product", productName(step.product)] as const,
                [
                  "cured in",
                  durationText(productOf(step.product, airOf(workshop.rooms)).cureMinutes),
                ] as const,
              ]
            : []),
        ]}
      />
      {slot && (
        <div className="flex gap-2">
          <Button disabled={before === undefined} onClick={() => onMove(step.id, before!)}>
            Earlier
          </Button>
          <Button disabled={after === undefined} onClick={() => onMove(step.id, after! + 1e-3)}>
            Later
          </Button>
        </div>
      )}
      {optional && (
        <section>
          <h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">It may be left out</h3>
          <p className="mt-1.5 text-[14px]">
            Without it {optional.looks}
            {optional.seen < 0.5 ? ", which is hardly seen from there" : ""}; {durationText(optional.minutes)}{" "}
            of hands won.
          </p>
          <Button
            className="mt-1.5 !min-h-8 !text-[14px]"
            onClick={() =>
              void change(
                { orderChanges: withoutSteps(scene, [optional], "left out by hand") },
                `${step.title}: left out`,
              )
            }
          >
            Leave it out
          </Button>
        </section>
      )}
      {films.length > 0 && (
        <section>
          <h3 className="border-b border-primer-3 pb-1 text-[14px] text-ink-2">
            Films here, as they will lie
          </h3>
          <div className="mt-2">
            <FilmStack
              films={films}
              bare={bare}
              colourOf={colourOf}
              selected={step.id}
              at={now.minute}
              moment={(m) => dayText(now.today, m)}
            />
          </div>
        </section>
      )}
      {list(
        "After, because",
        earlier.map((c) => [c.before, reasonText(c), c.lagMinutes] as const),
        "It may come at any time.",
      )}
      {list(
        "Before, because",
        later.map((c) => [c.after, reasonText(c), c.lagMinutes] as const),
        "Nothing waits for it.",
      )}
      <WhyBefore
        key={step.id}
        step={step}
        steps={work.steps}
        constraints={work.sequence.constraints}
        name={name}
      />
    </Slip>
  );
}
