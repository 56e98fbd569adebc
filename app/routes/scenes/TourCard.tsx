import { X } from "lucide-react";
import { Link, useLocation } from "react-router";
import { lessonOf } from "#core/plan/lessons";
import type { SceneView } from "#app/jobs/sceneView";
import { type stageList, stagePath } from "#app/stages";
import { stageAt, stageAfter } from "./tour";

type StageRow = (typeof stageList)[number];

/**
 * A truth of the trade on the builder's own parts, one a stage. It stands over the work while the tour is on, and
 * is ended at any card.
 */
export default function TourCard({
  view: { input, plan },
  onEnd,
}: {
  readonly view: Pick<SceneView, "input" | "plan">;
  readonly onEnd: () => void;
}) {
  const here = stageAt(useLocation().pathname);
  const lesson = lessonOf(here.stage, input, plan);
  const next: StageRow | null = stageAfter(here.stage);
  return (
    <aside aria-label="Tour" className="border-b-4 border-tape bg-primer-2 px-5 py-3">
      <div className="flex items-start justify-between gap-4">
        <div className="max-w-[78ch]">
          <p className="text-[13px] text-ink-2">{here.name}, on your own parts</p>
          {lesson ? (
            <>
              <h2 className="mt-0.5">{lesson.title}</h2>
              <p className="mt-1">{lesson.text}</p>
            </>
          ) : (
            <p className="mt-0.5">Nothing is planned here yet of which something could be told.</p>
          )}
          <p className="mt-2">
            {next ? (
              <Link to={stagePath(input.scene.id, next.stage)} className="button !min-h-8">
                On to {next.name}
              </Link>
            ) : (
              <button type="button" className="button" onClick={onEnd}>
                That was all
              </button>
            )}
          </p>
        </div>
        <button type="button" className="button !px-2" data-kind="quiet" onClick={onEnd} title="End the tour">
          <X size={16} strokeWidth={1.75} aria-hidden />
          <span className="sr-only">End the tour</span>
        </button>
      </div>
    </aside>
  );
}
