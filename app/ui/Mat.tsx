import { type ReactNode, useId } from "react";
import { MM_PER_INCH } from "#core/units";
import { useLengths } from "#ui/LengthContext";

/**
 * The cutting mat: an SVG in real model millimetres, x right and y up, with a fine grid of 10 mm (1/8 in) and
 * a heavier
 * line every 50 mm (1 in), labelled at its edge.
 */
export function Mat({
  widthMm,
  heightMm,
  children,
  label,
  className = "",
  gridMm,
  edge = widthMm / 22,
}: {
  widthMm: number;
  heightMm: number;
  children: ReactNode;
  label: string;
  className?: string;
  gridMm?: number | null;
  edge?: number;
}) {
  const id = useId();
  const { system } = useLengths();
  const inch = system === "inch";
  const small = inch ? MM_PER_INCH / 8 : widthMm > 900 ? 50 : 10;
  const big = inch ? MM_PER_INCH : widthMm > 900 ? 250 : 50;
  const font = widthMm / 52;
  const marks = (length: number) => Array.from({ length: Math.floor(length / big) + 1 }, (_, i) => i * big);
  return (
    <svg
      viewBox={`${-edge} ${-edge} ${widthMm + 2 * edge} ${heightMm + 2 * edge}`}
      className={`block w-full bg-mat ${className}`}
      role="group"
      aria-label={label}
    >
      <MatPatterns id={id} small={small} widthMm={widthMm} big={big} />
      <g transform={`translate(0 ${heightMm}) scale(1 -1)`}>
        <rect width={widthMm} height={heightMm} fill={`url(#${id}s)`} />
        <rect width={widthMm} height={heightMm} fill={`url(#${id}b)`} />
        {gridMm && <Grid gridMm={gridMm} widthMm={widthMm} heightMm={heightMm} />}
        <rect
          width={widthMm}
          height={heightMm}
          fill="none"
          stroke="var(--chalk)"
          strokeWidth={0.5 * (widthMm / 300)}
        />
        {children}
      </g>
      <MatEdge font={font} marks={marks} widthMm={widthMm} heightMm={heightMm} inch={inch} />
    </svg>
  );
}

function MatEdge({
  font,
  marks,
  widthMm,
  heightMm,
  inch,
}: {
  readonly font: number;
  readonly marks: (length: number) => number[];
  readonly widthMm: number;
  readonly heightMm: number;
  readonly inch: boolean;
}) {
  return (
    <g fill="var(--chalk)" fontSize={font} opacity={0.8} aria-hidden="true">
      {marks(widthMm).map((x) => (
        <text key={`t${x}`} x={x} y={heightMm + font * 1.15} textAnchor="middle">
          {inch ? Math.round(x / MM_PER_INCH) : x}
        </text>
      ))}
      {marks(heightMm)
        .slice(1)
        .map((y) => (
          <text key={`l${y}`} x={-font * 0.35} y={heightMm - y + font * 0.35} textAnchor="end">
            {inch ? Math.round(y / MM_PER_INCH) : y}
          </text>
        ))}
    </g>
  );
}

/** The builder's own grid over the mat. */
function Grid({
  gridMm,
  widthMm,
  heightMm,
}: {
  readonly gridMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}) {
  const along = (mm: number) => Array.from({ length: Math.floor(mm / gridMm) }, (_, i) => (i + 1) * gridMm);
  const up = along(widthMm).map((x) => `M${x} 0V${heightMm}`);
  const across = along(heightMm).map((y) => `M0 ${y}H${widthMm}`);
  return <path d={[...up, ...across].join("")} stroke="var(--chalk)" strokeWidth={0.2} opacity={0.4} />;
}

function MatPatterns({
  id,
  small,
  widthMm,
  big,
}: {
  readonly id: string;
  readonly small: number;
  readonly widthMm: number;
  readonly big: 50 | 25.4 | 250;
}) {
  return (
    <defs>
      <pattern id={`${id}s`} width={small} height={small} patternUnits="userSpaceOnUse">
        <path
          d={`M${small} 0H0V${small}`}
          fill="none"
          stroke="var(--mat-line)"
          strokeWidth={0.12 * (widthMm / 300)}
        />
      </pattern>
      <pattern id={`${id}b`} width={big} height={big} patternUnits="userSpaceOnUse">
        <path
          d={`M${big} 0H0V${big}`}
          fill="none"
          stroke="var(--mat-line)"
          strokeWidth={0.45 * (widthMm / 300)}
        />
      </pattern>
    </defs>
  );
}

/** Outlines of core/mesh/silhouette as one path, holes left open by the even-odd rule. */
export const outlinePath = (lines: readonly (readonly number[])[]) =>
  lines
    .map((line) => {
      let d = "";
      for (let i = 0; i < line.length; i += 2)
        d += `${i === 0 ? "M" : "L"}${line[i]!.toFixed(3)} ${line[i + 1]!.toFixed(3)}`;
      return `${d}Z`;
    })
    .join("");
