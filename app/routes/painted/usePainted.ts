import { useEffect, useMemo, useRef, useState } from "react";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { type PaintCourse, paintCourse } from "#core/plan/colour/paintMoments";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { ZoneMap } from "#core/scene/zoneMap";
import { useJob } from "#app/hooks/useJob";
import { useScene } from "#app/routes/scenes/useScene";
import { paintedShape, type PaintedShape } from "#ui/PaintedView";
import { askPainted, type ToPaint, type ZoneShares } from "#workers/painted";
import { WorkerStopped } from "#workers/openWorker";
import { type Beside, besideCourse } from "./beside";
import { neighbourKey, neighboursOf, nearSurfaces } from "./neighbours";
import { doneAt, sheensAt, shelfOf, surfaceKey, type Trial, tried } from "./view";

/** A part's mesh with its zones, as the loader of its page has it. */
export type ZonedPart = {
  readonly meshId: string;
  readonly soup: TriangleSoup;
  readonly map: ZoneMap | null;
  readonly fill: number;
};

type Surface = { readonly of: ToPaint; readonly shape: PaintedShape; readonly isCoarse: boolean };
/** A picture: what each layer covers, and four bytes a face. */
type Picture = { readonly of: Surface; readonly shares: readonly ZoneShares[]; readonly faces: Uint8Array };
type Asked = {
  readonly surface: Surface;
  readonly course: PaintCourse;
  readonly shelf: ReturnType<typeof shelfOf>;
  readonly at: number;
};

/**
 * A part as it is painted moment by moment, worked out away from the page; what is not there yet is null.
 * @param at the moment, from 0 for bare
 * @param beside what stands beside it in a second picture
 * @param trial a layer with another share than its own, to see what it would be
 */
export function usePainted(
  p: PartPlan,
  { meshId, soup, map, fill }: ZonedPart,
  at: number,
  trial: Trial | null,
  beside: Beside | null,
) {
  const { plan, input } = useScene();
  const { workshop } = input;
  const { denominator } = input.scene;
  const { factor } = p.rescale;
  const planned = useMemo(() => paintCourse(p.part, plan.work), [p.part, plan.work]);
  const course = useMemo(() => tried(planned, trial), [planned, trial]);
  const shelf = useMemo(() => shelfOf(planned, workshop), [planned, workshop]);
  const { job, start, stop } = useJob<Surface>();
  const near = useMemo(() => neighboursOf(p, plan.parts), [p, plan.parts]);
  const round = neighbourKey(p, near);
  const latest = useRef({ p, near });
  useEffect(() => {
    latest.current = { p, near };
  });
  useEffect(() => {
    const key = `${surfaceKey(meshId, factor, map, fill, denominator)} ${round}`;
    void start(async (tell, signal) => {
      const { corners: own } = soup;
      const others = await nearSurfaces(latest.current.p, own, latest.current.near);
      const of: ToPaint = { key, corners: own, factor, map, fill, denominator, others };
      const { corners, isCoarse } = await askPainted(of, (api) => api.surface(), tell, signal);
      return { of, shape: paintedShape(corners), isCoarse };
    });
  }, [start, meshId, factor, map, fill, denominator, soup, round]);
  const surface = job.value ?? null;
  const picture = useLatestPicture(
    useMemo(() => (surface ? { surface, course, shelf, at } : null), [surface, course, shelf, at]),
  );
  const other = useMemo(() => {
    if (!beside || !surface) return null;
    const parts = plan.parts.map((o) => o.part);
    const moment = Math.min(at, planned.moments.length);
    const found = besideCourse(beside, { part: p.part, planned, at: moment }, parts);
    return found && { surface, ...found, shelf: shelfOf(found.course, workshop) };
  }, [beside, surface, plan.parts, p.part, planned, at, workshop]);
  const second = useLatestPicture(other);
  const isShown = picture?.of === surface;
  return {
    beside: other && second?.of === surface ? { words: other.words, faces: second.faces } : null,
    ...{ planned, course, shelf, job, stop, surface, near: near.length },
    faces: isShown ? picture.faces : null,
    shares: isShown ? picture.shares : null,
  };
}

/** The picture of what was asked for last. While one is worked out, those that are asked for between are left out. */
function useLatestPicture(asked: Asked | null): Picture | null {
  const [picture, setPicture] = useState<Picture | null>(null);
  const latest = useRef<Asked | null>(null);
  const isBusy = useRef(false);
  useEffect(() => {
    latest.current = asked;
    if (isBusy.current || !asked) return;
    const run = async () => {
      isBusy.current = true;
      try {
        for (let now = latest.current; now; now = latest.current === now ? null : latest.current) {
          const { surface, course, shelf, at } = now;
          const done = doneAt(course, at);
          const made = await askPainted(surface.of, (api) =>
            api.picture(course.schemes, shelf, done, sheensAt(course, done)),
          );
          setPicture({ of: surface, ...made });
        }
      } catch (error) {
        if (!(error instanceof WorkerStopped)) throw error;
      } finally {
        isBusy.current = false;
      }
    };
    void run();
  }, [asked]);
  useEffect(
    () => () => {
      latest.current = null;
    },
    [],
  );
  return picture;
}
