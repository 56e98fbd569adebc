import { data, Link } from "react-router";
import type { Route } from "./+types/sheet";
import { stepCautions } from "#core/plan/plan";
import { cautionById, CAUTIONS_END } from "#core/safety/cautions";
import { ratioText } from "#core/scale/ratio";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { dayText, momentText } from "#app/clock";
import { sceneView } from "#app/jobs/sceneView";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const view = await sceneView(params.sceneId);
  if (!view) throw data("No such scene", { status: 404 });
  return view;
}

/** The bench sheet for paper: black on white, tick boxes, room for notes. */
export default function Sheet({ loaderData }: Route.ComponentProps) {
  const { input: { scene, now, workshop }, plan } = loaderData;
  const days = new Map<number, typeof plan.work.schedule.slots[number][]>();
  for (const slot of plan.work.schedule.slots) {
    const day = Math.floor(slot.startsAt / 1440);
    days.set(day, [...(days.get(day) ?? []), slot]);
  }
  const cautions = [...new Set(plan.work.steps.flatMap(stepCautions))].map(cautionById);
  return (
    <main className="min-h-dvh bg-white text-black">
      <div className="sheet mx-auto max-w-[900px]">
        <div className="no-print mb-4 flex gap-2 [&_.button]:border-black [&_.button]:text-black [&_.button:hover]:bg-neutral-200"><Button onClick={() => window.print()}>Print</Button><Link className="button" to={`/scenes/${scene.id}/order`}>Back to the order</Link></div>
        <h1>{scene.name}: bench sheet</h1>
        <p>{ratioText(scene.denominator)}, seen from {(scene.viewingDistanceMm / 10).toFixed(0)} cm. Ready {dayText(now.today, plan.totals.finishAt)}.</p>
        <svg viewBox="0 0 52 6" width="52mm" height="6mm" className="my-2" role="img" aria-label="Check bar of 50 mm"><path d="M1 1v4M51 1v4M1 3h50" stroke="black" strokeWidth="0.4" /><text x="26" y="2.4" fontSize="2.4" textAnchor="middle">50 mm when printed at 100 %</text></svg>
        {plan.runs.length > 0 && <section className="mt-3"><h2>Plates</h2><ul>{plan.runs.map((r) => { const plate = plan.plates.find((p) => p.id === r.plateId)!; return <li key={r.plateId} className="border-b border-neutral-400 py-1">☐ {momentText(now.today, r.setupAt)}: plate {plate.number} on {plate.printer.name}, {durationText(plate.minutes.value)}: {[...new Set(plate.laid.map((l) => l.partName))].join(", ")}</li>; })}</ul></section>}
        {[...days].map(([day, slots]) => (
          <section key={day} className="mt-4 break-inside-avoid">
            <h2>{dayText(now.today, day * 1440)}</h2>
            <table className="w-full border-collapse text-[14px]"><tbody>
              {slots.map((slot) => {
                const step = plan.work.steps.find((s) => s.id === slot.stepId)!;
                const recipe = workshop.recipes.find((r) => r.id === step.recipeId);
                return <tr key={slot.stepId} className="border-b border-neutral-400 align-top"><td className="w-6 py-1">☐</td><td className="w-28 py-1">{momentText(now.today, slot.startsAt).slice(-5)}</td><td className="py-1"><b>{step.title}</b>: {step.onWhat}. {step.family ?? step.tool}{recipe && `, ${recipe.name} (${recipe.parts.map((p) => `${p.parts} ${workshop.paints.find((x) => x.id === p.paintId)?.name ?? ""}`).join(" + ")})`}{step.mixMl && `, ${step.mixMl.value.toFixed(1)} ml`}</td><td className="w-40 py-1">{durationText(step.handsMinutes.value)}{step.waitMinutes > 0 && `, wait ${durationText(step.waitMinutes)}`}</td><td className="w-36 py-1">note</td></tr>;
              })}
            </tbody></table>
          </section>
        ))}
        {cautions.length > 0 && <section className="mt-5 break-inside-avoid"><h2>Cautions</h2><ul className="mt-1 grid gap-1 text-[13px]">{cautions.map((c) => <li key={c.id}><b>{c.title}.</b> {c.text}</li>)}</ul><p className="mt-1 text-[13px]">{CAUTIONS_END}</p></section>}
      </div>
    </main>
  );
}
