import { Vector3 } from "three";
import type { FaultKind, ForeseenFault } from "#core/surface/foreseen";
import { matrixOf, type Shape, type Turn } from "./partShape";

/** A mark of its own for each kind that has a place: drawn about its middle, 16 px wide. */
const marks: Partial<Record<FaultKind, string>> = {
  "path seam": "M 0 -12 V 12 M -3 -9 L 3 -6 M -3 -3 L 3 0 M -3 3 L 3 6",
  "hanging edge": "M -9 -4 H 9 M -6 -4 q 1 7 2 0 M -1 -4 q 1 9 2 0 M 4 -4 q 1 6 2 0",
  strings: "M -9 2 Q 0 7 9 2 M -9 6 Q 0 10 9 6",
  "drooping underside": "M -9 -2 Q 0 9 9 -2 M -5 -2 Q 0 5 5 -2",
  "support scars": "M -6 -6 L -2 -2 M -2 -6 L -6 -2 M 2 2 L 6 6 M 6 2 L 2 6 M 2 -6 L 6 -2 M 6 -6 L 2 -2",
};

/** What lies on the side that looks away is marked faintly. */
const BEHIND = 0.35;
/** At most so many marks of one kind: more would hide what they mark. */
const MOST = 12;

/** Where faults will be, over the picture of the part. */
export function FaultMarks({
  shape: { reach, middle },
  turn,
  faults,
}: {
  readonly shape: Shape;
  readonly turn: Turn;
  readonly faults: readonly ForeseenFault[];
}) {
  const matrix = matrixOf(turn);
  const placed = faults.flatMap(({ kind, at }) =>
    at.slice(0, MOST).flatMap((point, i) => {
      const path = marks[kind];
      if (!path) return [];
      const v = new Vector3(...(point.map((c, k) => (c - middle[k]!) / reach) as [number, number, number]));
      v.applyMatrix4(matrix);
      return [{ key: `${kind} ${i}`, kind, path, x: v.x, y: -v.y, isBehind: v.z < 0 }];
    }),
  );
  return (
    <svg aria-hidden className="pointer-events-none absolute inset-0 size-full overflow-visible">
      <g style={{ transform: "translate(50%, 50%)" }}>
        {placed.map(({ key, kind, path, x, y, isBehind }) => (
          <g key={key} data-fault={kind} transform={`translate(${x} ${y})`} opacity={isBehind ? BEHIND : 1}>
            <path d={path} fill="none" stroke="#f3f5f0" strokeWidth={4} strokeLinecap="round" />
            <path d={path} fill="none" stroke="#9c3820" strokeWidth={1.8} strokeLinecap="round" />
          </g>
        ))}
      </g>
    </svg>
  );
}
