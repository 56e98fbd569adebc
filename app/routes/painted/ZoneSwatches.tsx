import { useState } from "react";
import { hexOfLab } from "#core/paint/colour";
import { stackOf } from "#core/paint/layerStack";
import type { PaintCourse } from "#core/plan/colour/paintMoments";
import { type Part } from "#core/scene/part";
import { placeName } from "#core/scene/zone";
import { useScene } from "#app/routes/scenes/useScene";
import { Moments } from "./Moments";
import { doneAt } from "./view";

/** Plastic or primer grey. */
const BARE = "#898989";

/** A part without a mesh, or a browser that draws none: its zones as flat swatches after each layer. */
export function ZoneSwatches({
  part,
  course,
  hasMesh,
  from,
}: {
  readonly part: Part;
  readonly course: PaintCourse;
  readonly hasMesh: boolean;
  readonly from: number | null;
}) {
  const { workshop } = useScene().input;
  const [moment, setMoment] = useState(from === null ? Infinity : from + 1);
  const at = Math.min(moment, course.moments.length);
  const done = new Map(doneAt(course, at));
  return (
    <div className="grid content-start gap-4 px-5 py-3">
      <p className="text-[14px] text-ink-2">
        {hasMesh
          ? "This browser draws no models: its zones are shown as swatches."
          : "It has no model: its zones are shown as swatches."}
      </p>
      <ul className="flex flex-wrap gap-4" aria-label="Its zones">
        {course.schemes.map(([number, layers]) => {
          const zone = part.zones.find((z) => z.number === number)!;
          const last = stackOf(layers.slice(0, done.get(number) ?? 0), workshop).at(-1);
          return (
            <li key={number} className="grid gap-1 text-[14px]">
              <span
                aria-hidden
                className="h-24 w-40 rounded-cut"
                style={{ background: last ? hexOfLab(last.mean) : BARE }}
              />
              {placeName(part, zone)}
            </li>
          );
        })}
      </ul>
      <Moments course={course} part={part} at={at} set={setMoment} />
    </div>
  );
}
