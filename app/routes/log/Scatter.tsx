import { durationText } from "#ui/Duration";
import type { LogEntry } from "#core/scene/logEntry";

/** Estimated across, actual upwards: on the line they were right. */
export function Scatter({ good, most }: { readonly good: LogEntry[]; readonly most: number }) {
  return (
    <svg
      viewBox="-34 -8 300 214"
      className="mx-auto block max-h-[300px] w-full"
      role="img"
      aria-label={`${good.length} runs and steps: estimated across, actual up; on the line they agree`}
    >
      {[0, 0.25, 0.5, 0.75, 1].map((k) => (
        <g key={k} stroke="var(--mat-line)" strokeWidth="0.5">
          <line x1={k * 180} x2={k * 180} y1="0" y2="180" />
          <line x1="0" x2="180" y1={k * 180} y2={k * 180} />
        </g>
      ))}
      <line x1="0" y1="180" x2="180" y2="0" stroke="var(--chalk)" strokeDasharray="3 3" />
      {good.map((e) => {
        const x = (180 * e.estimatedMinutes) / most;
        const y = 180 - (180 * e.actualMinutes) / most;
        return e.kind === "run" ? (
          <circle key={e.id} cx={x} cy={y} r="2.6" fill="var(--chalk)">
            <title>{e.what}</title>
          </circle>
        ) : (
          <rect key={e.id} x={x - 2.2} y={y - 2.2} width="4.4" height="4.400" fill="var(--tape)">
            <title>{e.what}</title>
          </rect>
        );
      })}
      <g fill="var(--chalk)" fontSize="8">
        <text x="90" y="196" textAnchor="middle">
          estimated, to {durationText(most)}
        </text>
        <text x="-8" y="90" textAnchor="middle" transform="rotate(-90 -8 90)">
          actual
        </text>
        <circle cx="200" cy="60" r="2.6" />
        <text x="208" y="63">
          runs
        </text>
        <rect x="197.800" y="73.800" width="4.400" height="4.400" fill="var(--tape)" />
        <text x="208" y="79">
          steps
        </text>
      </g>
    </svg>
  );
}
