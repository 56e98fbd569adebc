import type { PrintedPart } from "./view";
import type { SurfaceAreas } from "#core/surface/surfaceAreas";
import { frontPath, layerLines, lookShares } from "./view";

/** Shares of the surface: empty unseen, hatched raking only, solid plain. */
export function AreaStrip({ surface }: { surface: SurfaceAreas }) {
  const { visible, raking } = lookShares(surface);
  return (
    <span
      className="flex h-3.5 w-32 overflow-hidden rounded-cut border border-ink-2"
      role="img"
      aria-label={`plain ${Math.round(visible)} %, raking only ${Math.round(raking)} %`}
    >
      <span className="bg-ink" style={{ width: `${visible}%` }} />
      <span className="hatched text-ink-2" style={{ width: `${raking}%` }} />
    </span>
  );
}

/** The front of a part with its layer lines: heights whose slopes show are drawn strong. */
export function LayerDrawing({ p, distanceMm }: { p: PrintedPart; distanceMm: number }) {
  const [width, , height] = p.sizeMm!;
  return (
    <svg
      viewBox={`-4 -4 ${width + 8} ${height + 8}`}
      className="mx-auto block max-h-72 w-full"
      role="img"
      aria-label={`Front of ${p.part.name} with layer lines`}
    >
      <clipPath id="front">
        <path d={frontPath(p)} clipRule="evenodd" />
      </clipPath>
      <rect width={width} height={height} clipPath="url(#front)" fill="var(--chalk)" fillOpacity={0.14} />
      <g clipPath="url(#front)">
        {layerLines(p, distanceMm).map(({ atMm, shows }) => (
          <line
            key={atMm}
            x1={0}
            x2={width}
            y1={height - atMm}
            y2={height - atMm}
            stroke="var(--chalk)"
            strokeWidth={shows ? 1.6 : 0.7}
            opacity={shows ? 0.95 : 0.28}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
    </svg>
  );
}
