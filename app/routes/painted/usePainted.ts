import { useEffect, useMemo, useState } from "react";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { paintCourse } from "#core/plan/colour/paintMoments";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { ZoneMap } from "#core/scene/zoneMap";
import { useJob } from "#app/hooks/useJob";
import { useScene } from "#app/routes/scenes/useScene";
import { paintedShape, type PaintedShape } from "#ui/PaintedView";
import { layPainted, openPainted, shownPainted, type ZoneShares } from "#workers/painted";
import { WorkerStopped } from "#workers/openWorker";
import { doneAt, sheensAt, shelfOf, surfaceKey } from "./view";

/** A part's mesh with its zones, as the loader of its page has it. */
export type ZonedPart = {
  readonly meshId: string;
  readonly soup: TriangleSoup;
  readonly map: ZoneMap | null;
  readonly fill: number;
};

type Surface = {
  readonly shape: PaintedShape;
  readonly isCoarse: boolean;
  readonly shares: readonly ZoneShares[];
};

/** A part as it is painted moment by moment, worked out away from the page; what is not there yet is null. */
export function usePainted(p: PartPlan, { meshId, soup, map, fill }: ZonedPart, at: number) {
  const { plan, input } = useScene();
  const { workshop } = input;
  const { denominator } = input.scene;
  const course = useMemo(() => paintCourse(p.part, plan.work), [p.part, plan.work]);
  const shelf = useMemo(() => shelfOf(course, workshop), [course, workshop]);
  const { factor } = p.rescale;
  const { job, start, stop } = useJob<Surface>();
  useEffect(() => {
    void start(async (tell, signal) => {
      const key = surfaceKey(meshId, factor, map, fill, denominator);
      const surface = await openPainted(
        { key, corners: soup.corners, factor, map, fill, denominator },
        tell,
        signal,
      );
      const shares = await layPainted(course.schemes, shelf);
      return { shape: paintedShape(surface.corners), isCoarse: surface.isCoarse, shares };
    });
  }, [start, meshId, factor, map, fill, denominator, soup, course, shelf]);
  const [faces, setFaces] = useState<{ readonly of: Surface; readonly bytes: Uint8Array } | null>(null);
  const surface = job.value ?? null;
  useEffect(() => {
    if (!surface) return;
    let isWanted = true;
    const done = doneAt(course, at);
    shownPainted(done, sheensAt(course, done))
      .then((bytes) => {
        if (isWanted) setFaces({ of: surface, bytes });
      })
      .catch((error: unknown) => {
        if (!(error instanceof WorkerStopped)) throw error;
      });
    return () => {
      isWanted = false;
    };
  }, [surface, course, at]);
  return { course, shelf, job, stop, surface, faces: faces?.of === surface ? faces.bytes : null };
}
