import type { PaintCourse } from "#core/plan/colour/paintMoments";
import type { Part } from "#core/scene/part";
import { useScene } from "#app/routes/scenes/useScene";
import { momentWords } from "./view";

/** After which layer: a slider, and each layer by a tap. */
export function Moments({
  course,
  part,
  at,
  set,
}: {
  readonly course: PaintCourse;
  readonly part: Part;
  readonly at: number;
  readonly set: (at: number) => void;
}) {
  const { workshop } = useScene().input;
  const most = course.moments.length;
  const words = (moment: number) => momentWords(course, moment, part, workshop);
  return (
    <>
      <label className="grid gap-1">
        <span className="text-[17px]" aria-live="polite">
          {words(at)}
        </span>
        <input
          type="range"
          min={0}
          max={most}
          value={at}
          aria-label="Layers that are laid"
          aria-valuetext={words(at)}
          onChange={(e) => set(Number(e.target.value))}
          className="h-9 accent-[var(--tape)]"
        />
      </label>
      <ol className="grid max-h-64 overflow-y-auto text-[14px]" aria-label="Its layers in the order of work">
        {Array.from({ length: most + 1 }, (_, i) => (
          <li key={i}>
            <button
              type="button"
              aria-current={i === at ? "step" : undefined}
              className={`w-full px-2 py-1.5 text-left ${i === at ? "bg-primer-3 font-semibold" : "hover:bg-primer-2"}`}
              onClick={() => set(i)}
            >
              {words(i)}
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}
