import { useId } from "react";
import { MM_PER_INCH } from "#core/units";
import { useLengths } from "#ui/LengthContext";

/** Lines nearer than this, px, would be a haze. */
const LEAST_PX = 7;
const metricSteps = [1, 5, 10, 50, 100, 500, 1000];
const inchSteps = [MM_PER_INCH / 8, MM_PER_INCH / 2, MM_PER_INCH, 6 * MM_PER_INCH, 12 * MM_PER_INCH];

/**
 * The cutting mat's lines behind a drawing in pixels: a fine grid that is always real millimetres on the
 * bench at the
 * zoom of the drawing, every fifth line heavier, and a label that says what the lines are apart.
 * @param pxPerMm how large a millimetre is drawn
 * @param origin where the lines cross, px from the left and the top, as CSS lengths
 */
export function MatGrid({
  pxPerMm,
  origin = ["0px", "0px"],
}: {
  pxPerMm: number;
  origin?: readonly [string, string];
}) {
  const id = useId();
  const { system } = useLengths();
  const steps = system === "inch" ? inchSteps : metricSteps;
  const fine = steps.find((s) => s * pxPerMm >= LEAST_PX) ?? steps.at(-1)!;
  const bold = steps.find((s) => s >= 4 * fine) ?? 5 * fine;
  const small = fine * pxPerMm;
  const big = bold * pxPerMm;
  const words =
    system === "inch"
      ? bold >= MM_PER_INCH
        ? `${Math.round(bold / MM_PER_INCH)} in`
        : "1/2 in"
      : `${bold} mm`;
  return (
    <div aria-hidden className="pointer-events-none absolute inset-0 overflow-hidden">
      <svg className="absolute size-full overflow-visible">
        <defs>
          <pattern id={`${id}f`} width={small} height={small} patternUnits="userSpaceOnUse">
            <path d={`M${small} 0H0V${small}`} fill="none" stroke="var(--mat-line)" strokeWidth={0.5} />
          </pattern>
          <pattern id={`${id}b`} width={big} height={big} patternUnits="userSpaceOnUse">
            <path d={`M${big} 0H0V${big}`} fill="none" stroke="var(--mat-line)" strokeWidth={1.3} />
          </pattern>
        </defs>
        <svg x={origin[0]} y={origin[1]} className="overflow-visible">
          {[`${id}f`, `${id}b`].map((pattern) => (
            <rect
              key={pattern}
              x={-4 * 1000}
              y={-4 * 1000}
              width={8000}
              height={8000}
              fill={`url(#${pattern})`}
            />
          ))}
        </svg>
      </svg>
      <span className="figures absolute right-2 bottom-1 text-[12px] opacity-80">
        heavy lines {words} apart
      </span>
    </div>
  );
}
