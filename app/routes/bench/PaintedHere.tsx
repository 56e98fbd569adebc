import { lazy, Suspense, useEffect, useState } from "react";
import { momentOf, paintCourse } from "#core/plan/colour/paintMoments";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { partRef } from "#core/reference";
import type { Step } from "#core/steps/step";
import { loadZonedPart } from "#app/jobs/zonedPart";
import { useScene } from "#app/routes/scenes/useScene";
import { canDraw } from "#app/routes/painted/view";
import type { ZonedPart } from "#app/routes/painted/usePainted";

const StepPicture = lazy(() =>
  import("#route/painted/StepPicture").then((m) => ({ default: m.StepPicture })),
);

/** The picture of its part after a step that paints, opened by a tap: the same as on the page of the part. */
export function PaintedHere({ step }: { readonly step: Step }) {
  const { plan } = useScene();
  const [isOpen, setOpen] = useState(false);
  if (typeof step.partOf !== "object") return null;
  const p = plan.parts.find((x) => step.targets.includes(partRef(x.part.id)));
  if (!p?.part.meshId) return null;
  const moment = momentOf(paintCourse(p.part, plan.work), step.id, plan.work.sequence.order);
  if (moment === null || !canDraw()) return null;
  return (
    <details className="bg-primer-2 px-4 py-2.5 text-[19px]" onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="font-head font-semibold">The picture after this step</summary>
      {isOpen && (
        <Suspense fallback={<p>Opening the card…</p>}>
          <Opened p={p} moment={moment} />
        </Suspense>
      )}
    </details>
  );
}

function Opened({ p, moment }: { readonly p: PartPlan; readonly moment: number }) {
  const [of, setOf] = useState<ZonedPart | null>(null);
  const { id, sceneId } = p.part;
  useEffect(() => {
    let isGone = false;
    void loadZonedPart({ sceneId, partId: id }).then(({ soup, map, fill, meshId }) => {
      if (!isGone && soup && meshId !== null) setOf({ soup, map, fill, meshId });
    });
    return () => {
      isGone = true;
    };
  }, [id, sceneId]);
  return of ? <StepPicture p={p} of={of} moment={moment + 1} /> : <p>Opening the card…</p>;
}
