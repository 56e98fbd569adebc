import { type Part, printOf } from "#core/scene/part";
import type { Workshop } from "#core/scene/workshop";
import { bookOfMixes, bookOfParts, labelsOf } from "#core/plan/colour/bookEntries";
import { schemeBook, swatchLabels } from "#core/plan/colour/schemeBook";
import { billCsv, billOfParts } from "#core/plan/stores/bill";
import { daysBetween } from "#core/plan/calendarDay";
import type { Plan } from "#core/plan/plan";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import type { CalendarEvent } from "#core/formats/calendar";
import { writeCalendar } from "#core/formats/calendar";
import { platesCsv } from "#core/plan/planCsv";
import { drawingSvg, plateDrawing } from "#core/plan/plates/plateDrawing";
import { plateSheets } from "#core/plan/plates/plateSheets";
import { loadMesh } from "#data/meshes";
import { pdfOf, stlZip, threeMfOf } from "#workers/out";
import { localMoment } from "#app/clock";

async function bodiesOf(plan: Plan, partIds?: readonly string[]) {
  const bodies = [];
  for (const p of plan.parts) {
    if (!p.part.meshId || (partIds && !partIds.includes(p.part.id))) continue;
    const soup = await loadMesh(p.part.meshId);
    if (soup)
      bodies.push({
        name: p.part.name,
        corners: soup.corners,
        factor: p.rescale.factor,
        count: p.part.count,
      });
  }
  return bodies;
}

/** The bill of some parts or all, as CSV. */
export const billOf = (plan: Plan, currency: string, partIds?: readonly string[]): string =>
  billCsv(
    billOfParts(partIds ? plan.parts.filter((p) => partIds.includes(p.part.id)) : plan.parts),
    currency,
  );

/** Some parts or all that have a mesh, at the scene's scale, as STL files in a ZIP with their bill. */
export const scaledStlZip = async (plan: Plan, currency: string, partIds?: readonly string[]) =>
  stlZip(await bodiesOf(plan, partIds), billOf(plan, currency, partIds));
export const scaledThreeMf = async (plan: Plan, partIds?: readonly string[]) =>
  threeMfOf(await bodiesOf(plan, partIds));

const drawingsOf = (plan: Plan) => {
  const pieces = new Set(plan.parts.filter((p) => printOf(p.part).pieceOf).map((p) => p.part.id));
  return plan.plates.map((p) => plateDrawing(p, pieces));
};
export const platesPdf = (plan: Plan, sceneName: string) =>
  pdfOf(`Plates of ${sceneName}`, plateSheets(drawingsOf(plan)));
/** Schemes of the scene and the mixes of the workshop as sheets with swatches; of one part where it is named. */
export const schemeBookPdf = (
  parts: readonly Part[],
  { recipes, paints }: Pick<Workshop, "recipes" | "paints">,
  title: string,
) =>
  pdfOf(
    title,
    schemeBook(title, [...bookOfParts(parts, { recipes, paints }), bookOfMixes({ recipes, paints })]),
  );
/** Labels of mixes and pots at true size. */
export const labelsPdf = (shelf: Pick<Workshop, "recipes" | "paints">) =>
  pdfOf("Swatch labels", swatchLabels(labelsOf(shelf)));
export const plateSvg = (plan: Plan, plateId: string) =>
  drawingSvg(drawingsOf(plan)[plan.plates.findIndex((p) => p.id === plateId)]!);
export const planCsv = (plan: Plan, today: string) =>
  platesCsv(plan, (minute) => localMoment(today, minute).replace("T", " "));

const uidOf = (sceneId: string, stepId: string) => `${sceneId}-${stepId}`.replaceAll(/[^\w#:-]/g, "-");

/** Runs and steps as calendar events; the same step keeps its uid, so a later file updates it. */
export function calendarOf(
  plan: Plan,
  sceneId: string,
  sceneName: string,
  today: string,
  accepted: AcceptedPlan | null = null,
): string {
  // A later file of the same scene has a higher number, so that it takes the place of an earlier one.
  const sequence = Math.floor(Date.now() / 60_000) % 1_000_000_000;
  const madeAtUtc = `${new Date().toISOString().replaceAll(/[-:]/g, "").slice(0, 15)}Z`;
  const runs = plan.runs.map((r): CalendarEvent => {
    const plate = plan.plates.find((p) => p.id === r.plateId)!;
    return {
      uid: `${sceneId}-run-${r.plateId}`,
      title: `Start plate ${plate.number} on ${plate.printer.name}`,
      startsAt: localMoment(today, r.setupAt),
      endsAt: localMoment(today, r.startsAt),
      description: `${sceneName}: prints until ${localMoment(today, r.endsAt).replace("T", " ")}.`,
      sequence,
    };
  });
  const steps = plan.work.schedule.slots.flatMap((slot) => {
    const step = plan.work.steps.find((s) => s.id === slot.stepId)!;
    return slot.parts.map((part, i): CalendarEvent => ({
      uid: uidOf(sceneId, `${slot.stepId}${i > 0 ? `-${i + 1}` : ""}`),
      title: `${step.title}: ${step.onWhat}`,
      startsAt: localMoment(today, part.from),
      endsAt: localMoment(today, part.to),
      description: sceneName,
      sequence,
    }));
  });
  // What the kept plan had and this one has no more is taken out of the calendar again.
  const there = new Set([...plan.work.schedule.slots.map((s) => s.stepId), ...plan.work.done]);
  const shift = accepted ? daysBetween(today, accepted.day) * 1440 : 0;
  const gone = Object.entries(accepted?.slots ?? {})
    .filter(([id]) => !there.has(id))
    .map(([id, [from, to]]): CalendarEvent => ({
      uid: uidOf(sceneId, id),
      title: "No longer planned",
      startsAt: localMoment(today, from + shift),
      endsAt: localMoment(today, to + shift),
      description: sceneName,
      sequence,
      cancelled: true,
    }));
  return writeCalendar([...runs, ...steps, ...gone], madeAtUtc);
}
