import type { PartMasks } from "#core/plan/colour/masking";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { useJob } from "#app/hooks/useJob";
import { keepOutPdf, maskedZones, maskTemplatesPdf, maskTemplatesSvg } from "#app/jobs/maskFiles";
import { saveFile } from "#app/jobs/saveFile";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";

/** Masks to cut at true size, and the drawing of what must stay free of paint. */
export function MaskFiles({ plan, masks }: { readonly plan: PartPlan; readonly masks: PartMasks | null }) {
  const { plan: scenePlan } = useScene();
  const { job, start } = useJob<void>();
  if (!plan.part.meshId) return null;
  const { name } = plan.part;
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap gap-2" role="group" aria-label="Masks on paper">
        {masks && maskedZones(masks, plan).length > 0 && (
          <>
            <Button
              onClick={() =>
                void start(async (_, signal) =>
                  saveFile(
                    await maskTemplatesPdf(plan, masks, signal),
                    `${name}-masks.pdf`,
                    "application/pdf",
                  ),
                )
              }
            >
              Masks 1:1 as PDF
            </Button>
            <Button
              onClick={() =>
                void start(async (_, signal) => {
                  const sheets = await maskTemplatesSvg(plan, masks, signal);
                  sheets.forEach((svg, i) =>
                    saveFile(svg, `${name}-masks${i > 0 ? `-${i + 1}` : ""}.svg`, "image/svg+xml"),
                  );
                })
              }
            >
              Masks 1:1 as SVG
            </Button>
          </>
        )}
        <Button
          onClick={() =>
            void start(async (_, signal) =>
              saveFile(
                await keepOutPdf(plan, masks, scenePlan.joints, signal),
                `${name}-no-paint.pdf`,
                "application/pdf",
              ),
            )
          }
        >
          Where no paint goes, as PDF
        </Button>
      </div>
      <p role="status" className="text-[14px] empty:hidden">
        {job.state === "running" ? "Laying its zones flat." : job.said}
      </p>
    </div>
  );
}
