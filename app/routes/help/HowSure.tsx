import { scaleLinear } from "d3-scale";
import { type Calibration, sureText } from "./view";

const SIZE = 220;
const EDGE = 46;
const RIGHT = 18;

/** How often guesses of scale are right beside what they say of themselves, over things made to test them. */
export function HowSure({ calibration }: { readonly calibration: Calibration }) {
  const at = scaleLinear([0, 1], [EDGE, SIZE - RIGHT]);
  const most = Math.max(1, ...calibration.bins.map((b) => b.count));
  const bins = calibration.bins.filter((b) => b.count > 0);
  return (
    <section className="panel">
      <h2 className="mb-2">How sure a guess of scale is</h2>
      <p className="text-[14px]">{sureText(calibration)}</p>
      <svg
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        className="mt-2 w-full max-w-72"
        role="img"
        aria-label="How often guesses were right, by what they said of themselves"
      >
        <path
          d={`M${EDGE} ${RIGHT}V${SIZE - EDGE}H${SIZE - RIGHT}`}
          fill="none"
          stroke="var(--ink-2)"
          strokeWidth="1"
        />
        <line
          x1={at(0)}
          y1={SIZE - at(0)}
          x2={at(1)}
          y2={SIZE - at(1)}
          stroke="var(--primer-3)"
          strokeDasharray="4 4"
        />
        {bins.map((b) => (
          <circle
            key={b.said}
            cx={at(b.said)}
            cy={SIZE - at(b.right)}
            r={2.5 + 6 * Math.sqrt(b.count / most)}
            fill="var(--verdigris)"
            fillOpacity="0.75"
          >
            <title>{`said ${Math.round(100 * b.said)} %, right ${Math.round(100 * b.right)} % of ${b.count}`}</title>
          </circle>
        ))}
        {[0, 0.5, 1].map((v) => (
          <g key={v} fontSize="10" fill="var(--ink-2)">
            <text x={at(v)} y={SIZE - EDGE + 13} textAnchor="middle">
              {100 * v} %
            </text>
            <text x={EDGE - 4} y={SIZE - at(v) + 3} textAnchor="end">
              {100 * v} %
            </text>
          </g>
        ))}
        <AxisNames />
      </svg>
    </section>
  );
}

function AxisNames() {
  return (
    <>
      <text x={(EDGE + SIZE) / 2} y={SIZE - 12} textAnchor="middle" fontSize="11" fill="var(--ink)">
        what it said of itself
      </text>
      <text
        transform={`translate(11 ${SIZE / 2 - 14}) rotate(-90)`}
        textAnchor="middle"
        fontSize="11"
        fill="var(--ink)"
      >
        how often it was right
      </text>
    </>
  );
}
