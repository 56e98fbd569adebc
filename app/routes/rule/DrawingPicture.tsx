import type { PointerEvent } from "react";
import type { CheckedDrawing } from "#core/scale/drawingCheck";
import type { OnPicture } from "#core/scale/drawnLine";
import type { Drawing } from "#core/scene/drawing";

/** Width that the marks are drawn in; the picture is as wide as there is room. */
const WIDE = 1000;

/** A drawing with its dimensions on it; a tap is an end of the next one. */
export function DrawingPicture({
  drawing: { name, picture, aspect, rulerId },
  checked,
  ends,
  onTap,
}: {
  readonly drawing: Drawing;
  readonly checked: CheckedDrawing;
  readonly ends: readonly OnPicture[];
  readonly onTap: (at: OnPicture) => void;
}) {
  const high = WIDE / aspect;
  const tap = (e: PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const within = (v: number) => Math.min(1, Math.max(0, v));
    onTap([within((e.clientX - box.left) / box.width), within((e.clientY - box.top) / box.height)]);
  };
  const at = ([x, y]: OnPicture) => [x * WIDE, y * high] as const;
  return (
    <div className="relative self-start border border-ink/30">
      <img src={picture} alt={name} className="block w-full" />
      <svg
        viewBox={`0 0 ${WIDE} ${high}`}
        className="absolute inset-0 h-full w-full cursor-crosshair touch-manipulation"
        onPointerUp={tap}
        aria-hidden="true"
      >
        {checked.lines.map(({ line, isOff }, i) => (
          <DimensionMark
            key={line.id}
            from={at(line.from)}
            to={at(line.to)}
            label={String(i + 1)}
            colour={isOff ? "var(--oxide)" : line.id === rulerId ? "var(--verdigris)" : "var(--slate-blue)"}
          />
        ))}
        {ends.length === 2 && (
          <DimensionMark from={at(ends[0]!)} to={at(ends[1]!)} label="" colour="var(--ochre)" />
        )}
        {ends.length === 1 && <circle cx={at(ends[0]!)[0]} cy={at(ends[0]!)[1]} r={9} fill="var(--ochre)" />}
      </svg>
    </div>
  );
}

type Point = readonly [number, number];

/** A line with ticks across its ends, and its number beside its middle. */
function DimensionMark({
  from,
  to,
  label,
  colour,
}: {
  readonly from: Point;
  readonly to: Point;
  readonly label: string;
  readonly colour: string;
}) {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const [nx, ny] = [(-(to[1] - from[1]) / length) * 12, ((to[0] - from[0]) / length) * 12];
  // Away from the middle, where the drawing has its figure.
  const [nx0, ny0] = [from[0] + (to[0] - from[0]) / 5, from[1] + (to[1] - from[1]) / 5];
  const tick = ([x, y]: Point) => `M${x - nx},${y - ny}L${x + nx},${y + ny}`;
  return (
    <g stroke={colour} strokeWidth={5} fill="none">
      <path d={`M${from.join()}L${to.join()}${tick(from)}${tick(to)}`} />
      {label && (
        <>
          <circle cx={nx0} cy={ny0} r={16} fill={colour} stroke="none" />
          <text
            x={nx0}
            y={ny0}
            fontSize={24}
            textAnchor="middle"
            dominantBaseline="central"
            fill="var(--primer-1)"
            stroke="none"
          >
            {label}
          </text>
        </>
      )}
    </g>
  );
}
