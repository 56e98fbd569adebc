import { scaleLinear } from "d3-scale";
import { curveStepAfter, line } from "d3-shape";
import { type Fault, stillSeen } from "#core/plan/surface/stopRule";
import { durationText } from "#ui/Duration";

const WIDTH = 640;
const HEIGHT = 150;
const LEFT = 52;
const BOTTOM = 26;
const TOP = 14;
const RIGHT = 14;

/**
 * What is still seen after so many hands, worst for its minutes first; past the mark nothing stands over what
 * is forgiven.
 */
export function StillSeen({ faults, stopMinutes }: { faults: readonly Fault[]; stopMinutes: number }) {
  const points = stillSeen(faults);
  const last = points.at(-1)!;
  // One fault makes no curve.
  if (points.length < 3 || points[0]!.cm2 <= 0) return null;
  const x = scaleLinear([0, Math.max(1, last.minutes)], [LEFT, WIDTH - RIGHT]).nice();
  const y = scaleLinear([0, points[0]!.cm2], [HEIGHT - BOTTOM, TOP]).nice();
  const path = line<(typeof points)[number]>(
    (p) => x(p.minutes),
    (p) => y(p.cm2),
  ).curve(curveStepAfter)(points)!;
  const stopX = x(stopMinutes);
  return (
    <div className="on-mat overflow-x-auto p-3">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full max-w-3xl min-w-[420px]"
        role="img"
        aria-label={`From ${points[0]!.cm2.toFixed(0)} square centimetres still seen to ${last.cm2.toFixed(0)} after ${durationText(last.minutes)} of hands; the place to stop is after ${durationText(stopMinutes)}`}
      >
        {y.ticks(3).map((t) => (
          <g key={t}>
            <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(t)} y2={y(t)} stroke="var(--mat-line)" />
            <text x={LEFT - 6} y={y(t) + 4} textAnchor="end" fontSize={12} fill="var(--chalk)">
              {t}
            </text>
          </g>
        ))}
        {x.ticks(6).map((t) => (
          <text key={t} x={x(t)} y={HEIGHT - 9} textAnchor="middle" fontSize={12} fill="var(--chalk)">
            {t === 0 ? "0" : durationText(t)}
          </text>
        ))}
        <text x={LEFT + 4} y={TOP - 3} fontSize={12} fill="var(--chalk)">
          cm² still seen, by hands spent
        </text>
        <path d={path} fill="none" stroke="var(--chalk)" strokeWidth={2.5} />
        {points.slice(1).map((p, i) => (
          <circle key={i} cx={x(p.minutes)} cy={y(p.cm2)} r={3.5} fill="var(--chalk)" />
        ))}
        <line x1={stopX} x2={stopX} y1={TOP} y2={HEIGHT - BOTTOM} stroke="var(--tape)" strokeWidth={3} />
        <text
          x={stopX > WIDTH * 0.7 ? stopX - 6 : stopX + 6}
          y={TOP + 12}
          textAnchor={stopX > WIDTH * 0.7 ? "end" : "start"}
          fontSize={13}
          fontWeight={600}
          fill="var(--tape)"
          stroke="var(--mat)"
          strokeWidth={5}
          paintOrder="stroke"
        >
          stop here
        </text>
      </svg>
    </div>
  );
}
