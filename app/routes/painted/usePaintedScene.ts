import { useEffect, useMemo, useState } from "react";
import { sceneSurface, type StandingSurface } from "#core/plan/lay/sceneSurface";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { useJob } from "#app/hooks/useJob";
import { loadZonedPart } from "#app/jobs/zonedPart";
import { useScene } from "#app/routes/scenes/useScene";
import { paintedShape } from "#ui/PaintedView";
import { paintedWhole } from "#workers/painted";
import { boxOf, courseOf, facesEach, type HowFar, momentsBy, standing, standsWith } from "./sceneView";
import { doneAt, sheensAt, shelfOf } from "./view";

/** All that stands on the board, painted part after part; what is there is drawn while the rest is worked out. */
export function usePaintedScene(far: HowFar) {
  const { plan, input } = useScene();
  const { scene, workshop } = input;
  const [drawn, setDrawn] = useState<readonly StandingSurface[]>([]);
  const { job, start, stop } = useJob<null>();
  useEffect(() => {
    const all = standing(plan);
    const { done } = plan.work;
    const paint = async (p: PartPlan, signal: AbortSignal) => {
      const course = courseOf(p, plan);
      const at = momentsBy(course, far, done);
      const { soup, map, fill } = await loadZonedPart({ sceneId: scene.id, partId: p.part.id });
      if (!soup) return boxOf(p, course, at, workshop);
      const layers = doneAt(course, at);
      const { corners } = soup;
      const { factor } = p.rescale;
      return paintedWhole(
        [
          { corners, factor, map, fill, denominator: scene.denominator },
          course.schemes,
          shelfOf(course, workshop),
          layers,
          sheensAt(course, layers),
          facesEach(p),
        ],
        signal,
      );
    };
    void start(async (tell, signal) => {
      const surfaces: StandingSurface[] = [];
      for (const [i, p] of all.entries()) {
        surfaces.push(standsWith(p, await paint(p, signal), plan.parts));
        if (signal.aborted) return null;
        setDrawn([...surfaces]);
        tell((i + 1) / all.length);
      }
      return null;
    });
  }, [start, plan, scene, workshop, far]);
  const whole = useMemo(
    () => sceneSurface(drawn, { widthMm: scene.boardWidthMm, depthMm: scene.boardDepthMm }),
    [drawn, scene.boardWidthMm, scene.boardDepthMm],
  );
  const shape = useMemo(() => paintedShape(whole.corners), [whole]);
  return { job, stop, shape, faces: whole.faces, leftOut: whole.leftOut, count: drawn.length };
}
