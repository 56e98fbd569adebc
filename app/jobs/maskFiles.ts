import { pageSvg } from "#core/formats/pageSvg";
import type { PdfPage } from "#core/formats/pdf";
import { keepOuts, keepOutSheet } from "#core/plan/colour/keepOutSheet";
import { alikeTogether, MOST_PIECES, templateSheets } from "#core/plan/colour/maskSheets";
import type { PartMasks } from "#core/plan/colour/masking";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { JointPlan } from "#core/plan/joints/planJoint";
import { loadZonedPart } from "#app/jobs/zonedPart";
import { pdfOf } from "#workers/out";
import { zonesOnPaper } from "#workers/zones";

/** Zones of a part on paper; nothing where it has no model. */
async function onPaper({ part, rescale }: PartPlan, zones: readonly number[], signal?: AbortSignal) {
  const { soup, map, fill } = await loadZonedPart({ sceneId: part.sceneId, partId: part.id });
  return soup ? zonesOnPaper([soup.corners, map, fill, rescale.factor, zones], signal) : null;
}

/** The zones that are masked while others are sprayed; where none are, those that must stay bare. */
export const maskedZones = ({ planned }: PartMasks, { part, zones }: PartPlan): readonly number[] => {
  const masked = [...new Set(planned.masks.flatMap((m) => m.zones))];
  return masked.length > 0
    ? masked
    : keepOuts({ part, zones }, null).flatMap((k) => (k.mayTake ? [] : [k.zone]));
};

/** Masks of a part at true size, as pages. */
export async function maskTemplates(
  plan: PartPlan,
  masks: PartMasks,
  signal?: AbortSignal,
): Promise<readonly PdfPage[]> {
  const found = await onPaper(plan, maskedZones(masks, plan), signal);
  const all = (found?.pieces ?? []).flatMap(({ zone, pieces }) =>
    pieces.map((piece) => ({ name: masks.zoneNames.get(zone)!, copies: plan.part.count, piece })),
  );
  return templateSheets(`Masks of ${plan.part.name}`, alikeTogether(all).slice(0, MOST_PIECES));
}

export const maskTemplatesPdf = async (plan: PartPlan, masks: PartMasks, signal?: AbortSignal) =>
  pdfOf(`Masks of ${plan.part.name}`, await maskTemplates(plan, masks, signal));

/** The first sheet as SVG, for a cutter; the others are named after it. */
export const maskTemplatesSvg = async (plan: PartPlan, masks: PartMasks, signal?: AbortSignal) =>
  (await maskTemplates(plan, masks, signal)).map(pageSvg);

/** What must stay free of paint on a part, drawn and told. */
export async function keepOutPdf(
  plan: PartPlan,
  masks: PartMasks | null,
  joints: readonly JointPlan[],
  signal?: AbortSignal,
): Promise<Uint8Array> {
  const places = keepOuts(plan, masks);
  const found = await onPaper(
    plan,
    places.map((p) => p.zone),
    signal,
  );
  const own = joints.filter((j) => j.joint.partIds.includes(plan.part.id));
  const title = `No paint here: ${plan.part.name}`;
  return pdfOf(title, [keepOutSheet(title, found?.views ?? [], places, own)]);
}
