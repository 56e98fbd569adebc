import { lazy, Suspense, useRef } from "react";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { useScreenSize } from "#app/hooks/useScreenSize";
import { apparentPxPerMm, lampToward } from "#app/routes/look/view";
import { useScene } from "#app/routes/scenes/useScene";
import { usePartTurn } from "#app/ui/usePartTurn";
import type { Turn } from "#app/ui/partShape";
import { LampArc } from "#route/look/LampArc";
import { ProgressLine } from "#ui/States";
import type { Seen } from "./SeenControls";
import { turnedByDrag } from "./turnedByDrag";
import type { usePainted } from "./usePainted";

const PaintedView = lazy(() => import("#ui/PaintedView").then((m) => ({ default: m.PaintedView })));

/** The part on grey card under a lamp, with another picture of it beside it where one is asked for. */
export function Card({
  p,
  painted: { job, stop, surface, faces, beside },
  seen,
  set,
}: {
  readonly p: PartPlan;
  readonly painted: ReturnType<typeof usePainted>;
  readonly seen: Seen;
  readonly set: (patch: Partial<Seen>) => void;
}) {
  const { viewingDistanceMm } = useScene().input.scene;
  const [screen] = useScreenSize();
  const area = useRef<HTMLDivElement>(null);
  const { turn: own, by, byKey } = usePartTurn(area);
  const near = (surface?.shape.reachMm ?? 1) * apparentPxPerMm(screen, viewingDistanceMm);
  const turn = seen.isTrue ? { ...own, near } : own;
  return (
    <>
      <section className="bg-[#7d8380] text-[#101413]" aria-label="The part on grey card">
        <div
          ref={area}
          role="application"
          aria-label={`${p.part.name} as it is painted, turn it by drag or with the arrow keys`}
          aria-busy={faces === null}
          tabIndex={0}
          className="relative h-[40vh] min-h-80 cursor-grab touch-none overflow-hidden lg:h-[60vh]"
          onKeyDown={(e) => {
            if (!byKey(e.key)) return;
            e.preventDefault();
            e.stopPropagation();
          }}
          {...turnedByDrag(by)}
        >
          {surface && faces && <Pictures {...{ surface, faces, beside, turn, seen }} />}
          {!seen.isFlat && <LampArc lamp={seen.lamp} set={(lamp) => set({ lamp })} />}
        </div>
      </section>
      {job.state === "running" && (
        <div className="px-4 py-3">
          <ProgressLine what="Finding where paint lies on it" share={job.share} onCancel={stop} />
        </div>
      )}
      {job.state === "failed" && (
        <p role="alert" className="px-4 py-3">
          {job.said}
        </p>
      )}
    </>
  );
}

/** Two pictures share the width of one. */
const half = <T extends { readonly near: number }>(turn: T): T => ({ ...turn, near: turn.near * 0.55 });

type Picture = { readonly faces: Uint8Array; readonly words: string };

/** One picture, or two that are turned and lit together. */
const Pictures = ({
  surface,
  faces,
  beside,
  turn,
  seen,
}: {
  readonly surface: NonNullable<ReturnType<typeof usePainted>["surface"]>;
  readonly faces: Uint8Array;
  readonly beside: Picture | null;
  readonly turn: Turn;
  readonly seen: Seen;
}) => (
  <Suspense fallback={<p className="py-28 text-center">Opening the card…</p>}>
    <div className={`grid h-full ${beside ? "grid-cols-2" : ""}`}>
      {[{ faces, words: "here" }, ...(beside ? [beside] : [])].map((picture, i) => (
        <figure key={i} className="relative h-full min-w-0">
          <PaintedView
            {...{ shape: surface.shape, turn: beside ? half(turn) : turn, faces: picture.faces }}
            {...{ isFlat: seen.isFlat, isWet: seen.isWet }}
            toward={lampToward(seen.lamp)}
            ambient={seen.lamp.ambient}
          />
          {beside && (
            <figcaption className="absolute bottom-2 w-full text-center text-[15px]">
              {picture.words}
            </figcaption>
          )}
        </figure>
      ))}
    </div>
  </Suspense>
);
