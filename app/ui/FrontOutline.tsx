import type { MeshMeasurement } from "#core/mesh/measure";
import { outlinePath } from "./Mat";

/** The front of a model as an outline, in the colours of where it stands: the sheet, or the cutting mat. */
export function FrontOutline({
  of: { box, front },
  name,
  on,
  className,
  heightPx,
}: {
  of: Pick<MeshMeasurement, "box" | "front">;
  name: string;
  on: "sheet" | "mat";
  className: string;
  /** By the proportions of what is drawn: height over width. */
  heightPx: (heightOverWidth: number) => number;
}) {
  const width = box.max[0] - box.min[0];
  const height = box.max[2] - box.min[2];
  const look =
    on === "mat"
      ? { fill: "var(--chalk)", fillOpacity: 0.18, stroke: "var(--chalk)", strokeWidth: 1.3 }
      : { fill: "var(--primer-3)", stroke: "var(--ink)", strokeWidth: 1.6 };
  return (
    <svg
      viewBox={`${box.min[0]} ${-box.max[2]} ${width} ${height}`}
      className={className}
      style={{ height: heightPx(height / Math.max(width, 1e-9)) }}
      role="img"
      aria-label={name}
    >
      <path
        d={outlinePath(front)}
        fillRule="evenodd"
        transform="scale(1 -1)"
        vectorEffect="non-scaling-stroke"
        {...look}
      />
    </svg>
  );
}
