import { productName } from "#core/materials/products";
import { data, Link } from "react-router";
import type { Route } from "./+types/sheet";
import { layOut } from "#core/steps/cleaning";
import { asOneStep, type Session, sessionsOf } from "#core/order/sessions";
import { inHand } from "#core/steps/inHand";
import { inspectionList } from "#core/order/inspections";
import { holdBy } from "#core/order/touch";
import { dropsFor, gramsFor, neatMillilitres } from "#core/paint/amount";
import { stepCautions } from "#core/plan/bench/stepCautions";
import { DayCautions } from "./DayCautions";
import { cautionById, CAUTIONS_END, type Caution } from "#core/safety/cautions";
import { ratioText } from "#core/scale/ratio";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { dayText, momentText } from "#app/clock";
import { sceneView } from "#app/jobs/sceneView";
import type { Plan } from "#core/plan/plan";
import type { Workshop } from "#core/scene/workshop";
import type { Step } from "#core/steps/step";
import type { StepSlot } from "#core/order/pass";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const view = await sceneView(params.sceneId);
  if (!view) throw data("No such scene", { status: 404 });
  return view;
}

/** The bench sheet for paper: black on white, tick boxes, room for notes. */
export default function Sheet({ loaderData }: Route.ComponentProps) {
  const {
    input: { scene, now, workshop },
    plan,
  } = loaderData;
  const days = new Map<number, (typeof plan.work.schedule.slots)[number][]>();
  for (const slot of plan.work.schedule.slots) {
    const day = Math.floor(slot.startsAt / 1440);
    days.set(day, [...(days.get(day) ?? []), slot]);
  }
  const cautions = [...new Set(plan.work.steps.flatMap((s) => stepCautions(s, workshop)))].map(cautionById);
  return (
    <main className="bg-white text-black">
      <div className="sheet mx-auto max-w-[900px]">
        <div className="no-print mb-4 flex gap-2 [&_.button]:border-black [&_.button]:text-black [&_.button:hover]:bg-neutral-200">
          <Button onClick={() => window.print()}>Print</Button>
          <Link className="button" to={`/scenes/${scene.id}/order`}>
            Back to the order
          </Link>
        </div>
        <h1>{scene.name}: bench sheet</h1>
        <p>
          {ratioText(scene.denominator)}, seen from {(scene.viewingDistanceMm / 10).toFixed(0)} cm.{" "}
          {plan.work.steps.length + plan.plates.length === 0
            ? "Nothing to do yet."
            : `Ready ${dayText(now.today, plan.totals.finishAt)}.`}
        </p>
        <CheckBar />
        {plan.runs.length > 0 && <SheetPlates plan={plan} today={now.today} />}
        {[...days].map(([day, slots]) => (
          <SheetDay key={day} day={day} now={now} plan={plan} slots={slots} workshop={workshop} />
        ))}
        {cautions.length > 0 && <SheetCautions cautions={cautions} />}
      </div>
    </main>
  );
}

/** One evening: what to lay out, then its sessions in order. */
function SheetDay({
  day,
  now,
  plan,
  slots,
  workshop,
}: {
  readonly day: number;
  readonly now: { readonly today: string; readonly minute: number; readonly ms: number };
  readonly plan: Plan;
  readonly slots: StepSlot[];
  readonly workshop: Workshop;
}) {
  return (
    <section className="mt-4 break-inside-avoid">
      <h2>{dayText(now.today, day * 1440)}</h2>
      <DayCautions load={plan.load.find((l) => l.day === day)} />
      {(() => {
        const kit = layOut(slots.map((s) => plan.work.steps.find((x) => x.id === s.stepId)!));
        return <p className="text-[13px]">Lay out: {[...kit.tools, ...kit.products].join(", ")}.</p>;
      })()}
      <table className="w-full border-collapse text-[14px]">
        <tbody>
          {sessionsOf(slots, plan.work.steps).map((session) => (
            <SheetSession
              key={session.id}
              session={session}
              plan={plan}
              today={now.today}
              workshop={workshop}
            />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function SheetSession({
  session,
  plan,
  today,
  workshop,
}: {
  readonly session: Session;
  readonly plan: Plan;
  readonly today: string;
  readonly workshop: Workshop;
}) {
  const step = asOneStep(session);
  return (
    <tr className="border-b border-neutral-400 align-top">
      <td className="w-6 py-1">☐</td>
      <td className="w-14 py-1 pr-3">{momentText(today, session.startsAt).slice(-5)}</td>
      <SessionCell step={step} session={session} plan={plan} workshop={workshop} />
      <td className="w-36 py-1 pr-2">
        {durationText(step.handsMinutes.value)}
        {step.waitMinutes > 0 && `, wait ${durationText(step.waitMinutes)}`}
      </td>
      <td className="w-32 border-l border-neutral-300 py-1 pl-1 text-[11px] text-neutral-600">note</td>
    </tr>
  );
}

function SheetCautions({ cautions }: { readonly cautions: Caution[] }) {
  return (
    <section className="mt-5 break-inside-avoid">
      <h2>Cautions</h2>
      <ul className="mt-1 grid gap-1 text-[13px]">
        {cautions.map((c) => (
          <li key={c.id}>
            <b>
              {c.id} {c.title}.
            </b>{" "}
            {c.text}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-[13px]">{CAUTIONS_END}</p>
    </section>
  );
}

/** What is mixed for a step: the recipe by parts, the amount, and its drops or grams. */
function mixWords({ recipeId, mixMl: own, mixNow }: Step, { recipes, paints }: Workshop): string {
  const recipe = recipes.find((r) => r.id === recipeId);
  const named = (paintId: string) => paints.find((x) => x.id === paintId)?.name ?? "";
  const mixMl = mixNow?.ml ?? own;
  const parts = recipe?.parts.map((p) => `${p.parts} ${named(p.paintId)}`).join(" + ");
  const words = recipe ? `, ${recipe.name} (${parts})` : "";
  if (!mixMl) return words;
  const amount = `${words}, ${mixMl.value.toFixed(1)} ml`;
  if (!recipe) return amount;
  const shares = recipe.parts.map((p) => p.parts);
  const neat = neatMillilitres(mixMl.value, recipe.thinnerShare);
  const grams = gramsFor(shares, neat).map((g) => g.toFixed(1));
  return `${amount}: ${dropsFor(shares, neat).join(" + ")} drops, or ${grams.join(" + ")} g`;
}

function SessionCell({
  step,
  session,
  plan,
  workshop,
}: {
  readonly step: Step;
  readonly session: Session;
  readonly plan: Plan;
  readonly workshop: Workshop;
}) {
  const hold = holdBy(step);
  const done = plan.work.some.get(step.id) ?? 0;
  const ids = [...new Set(session.steps.flatMap((s) => stepCautions(s, workshop)))];
  const broken = plan.work.conflicts.filter((c) => session.steps.some((s) => c.after === s.id));
  return (
    <td className="py-1 pr-4">
      <b>{step.title}</b>: {session.steps.length === 1 ? step.onWhat : `${session.steps.length} in one go`}
      {done > 0 && `, ${(step.pieces ?? 1) - done} left`}; with {inHand(step).what}
      {step.product && `, ${productName(step.product)}`}
      {mixWords(step, workshop)}
      {session.steps.length > 1 &&
        session.steps.map((s) => (
          <span key={s.id} className="mr-3 inline-block text-[12.5px]">
            ☐ {s.onWhat}
          </span>
        ))}
      {[...step.notes, ...(hold ? [hold] : [])].map((n) => (
        <span key={n} className="block text-[12.5px]">
          {n}
        </span>
      ))}
      {broken.map((c) => (
        <b key={c.ruleId} className="block text-[12.5px]">
          {c.overridden ? `${c.ruleId} is set aside by you.` : `Not yet, ${c.ruleId}: ${c.mend}`}
        </b>
      ))}
      {step.facts?.checks
        ?.flatMap((c) => inspectionList[c] ?? [])
        .map((p) => (
          <span key={p} className="mr-3 inline-block text-[12.5px]">
            ☐ {p}
          </span>
        ))}
      {ids.length > 0 && <span className="block text-[12.5px]">Cautions {ids.join(", ")}</span>}
    </td>
  );
}

function SheetPlates({ plan, today }: { readonly plan: Plan; readonly today: string }) {
  return (
    <section className="mt-3">
      <h2>Plates</h2>
      <ul>
        {plan.runs.map((r) => {
          const plate = plan.plates.find((p) => p.id === r.plateId)!;
          return (
            <li key={r.plateId} className="border-b border-neutral-400 py-1">
              ☐ {momentText(today, r.setupAt)}: plate {plate.number} on {plate.printer.name},{" "}
              {durationText(plate.minutes.value)}:{" "}
              {[...new Set(plate.laid.map((l) => l.partName))].join(", ")}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function CheckBar() {
  return (
    <svg
      viewBox="0 0 52 6"
      width="52mm"
      height="6mm"
      className="my-2"
      role="img"
      aria-label="Check bar of 50 mm"
    >
      <path d="M1 1v4M51 1v4M1 3h50" stroke="black" strokeWidth="0.4" />
      <text x="26" y="2.4" fontSize="2.4" textAnchor="middle">
        50 mm when printed at 100 %
      </text>
    </svg>
  );
}
