import { useLayoutEffect, useRef, useState } from "react";
import { MM_PER_FOOT, MM_PER_INCH } from "#core/units";
import type { LengthSystem } from "#core/scale/lengthFormat";

const PX_PER_MM = 7;

/** Steps that are round in the world: the smallest that keeps labels 56 pixels apart. */
function realStep(
  denominator: number,
  system: LengthSystem,
): { mm: number; label: (n: number) => string; ticks: number } {
  const pxPerRealMm = PX_PER_MM / denominator;
  const steps =
    system === "inch"
      ? [1, 2, 3, 6, 12, 24, 60, 120, 240, 600, 1200, 6000].map((i) => i * MM_PER_INCH)
      : [0.1, 0.2, 0.5, 1, 2, 5]
          .flatMap((k) => [0, 1, 2, 3, 4, 5].map((p) => k * 10 ** p))
          .sort((a, b) => a - b);
  const mm = steps.find((s) => s * pxPerRealMm >= 56) ?? steps.at(-1)!;
  const label = (n: number) => {
    const v = n * mm;
    if (system === "inch")
      return v >= MM_PER_FOOT - 0.01
        ? `${Math.round((v / MM_PER_FOOT) * 10) / 10} ft`
        : `${Math.round(v / MM_PER_INCH)} in`;
    return v >= 1000 ? `${Number((v / 1000).toFixed(2))} m` : `${Number(v.toFixed(1))} mm`;
  };
  return { mm, label, ticks: 5 };
}

/**
 * The rule across the top: model above, real below, in the scene's ratio. A lit length is laid along it as
 * tape.
 * @param litMm model length that is pointed at
 */
export function RuleBar({
  denominator,
  system,
  litMm,
}: {
  denominator: number;
  system: LengthSystem;
  litMm: number | null;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(Math.max(200, entry!.contentRect.width)));
    observer.observe(box.current!);
    return () => observer.disconnect();
  }, []);
  const start = 44;
  const inch = system === "inch";
  const small = inch ? MM_PER_INCH / 8 : 1;
  const perBig = inch ? 8 : 10;
  const count = Math.floor((width - start) / (small * PX_PER_MM));
  const real = realStep(denominator, system);
  const realPx = (real.mm * PX_PER_MM) / denominator;
  const realCount = Math.floor((width - start) / realPx);
  return (
    <div ref={box} className="h-full overflow-hidden" aria-hidden="true">
      <svg width={width} height="76" className="block">
        <g fill="var(--ink-2)" fontSize="12">
          <text x="6" y="22">
            {inch ? "in" : "mm"}
          </text>
          <text x="6" y="66">
            real
          </text>
        </g>
        {Array.from({ length: count + 1 }, (_, i) => {
          const x = start + i * small * PX_PER_MM;
          const big = i % perBig === 0;
          const half = i % (perBig / 2) === 0;
          return (
            <RuleMark key={i} i={i} x={x} big={big} half={half} width={width} inch={inch} perBig={perBig} />
          );
        })}
        <line x1={start} x2={width} y1="38" y2="38" stroke="var(--primer-3)" strokeWidth="7" />
        {litMm !== null && <LitLength start={start} width={width} litMm={litMm} />}
        {Array.from({ length: realCount * real.ticks + 1 }, (_, i) => {
          const x = start + (i * realPx) / real.ticks;
          const big = i % real.ticks === 0;
          return <RealMark key={`r${i}`} i={i} x={x} big={big} width={width} real={real} />;
        })}
      </svg>
    </div>
  );
}

function LitLength({
  start,
  width,
  litMm,
}: {
  readonly start: 44;
  readonly width: number;
  readonly litMm: number;
}) {
  return (
    <line
      x1={start}
      x2={Math.min(width, start + litMm * PX_PER_MM)}
      y1="38"
      y2="38"
      stroke="var(--tape)"
      strokeWidth="7"
    />
  );
}

function RealMark({
  i,
  x,
  big,
  width,
  real,
}: {
  readonly i: number;
  readonly x: number;
  readonly big: boolean;
  readonly width: number;
  readonly real: { mm: number; label: (n: number) => string; ticks: number };
}) {
  return (
    <g>
      <line x1={x} x2={x} y1="76" y2={big ? 66 : 71} stroke="var(--ink)" strokeWidth={big ? 1.4 : 0.8} />
      {big && x < width - 28 && (
        <text x={x} y="61" fontSize="12" textAnchor="middle" fill="var(--ink)" className="figures">
          {i === 0 ? "0" : real.label(i / real.ticks)}
        </text>
      )}
    </g>
  );
}

function RuleMark({
  i,
  x,
  big,
  half,
  width,
  inch,
  perBig,
}: {
  readonly i: number;
  readonly x: number;
  readonly big: boolean;
  readonly half: boolean;
  readonly width: number;
  readonly inch: boolean;
  readonly perBig: 8 | 10;
}) {
  return (
    <g>
      <line
        x1={x}
        x2={x}
        y1="0"
        y2={big ? 12 : half ? 9 : 5}
        stroke="var(--ink)"
        strokeWidth={big ? 1.4 : 0.8}
      />
      {big && x < width - 20 && (
        <text x={x} y="25" fontSize="12" textAnchor="middle" fill="var(--ink)" className="figures">
          {inch ? i / perBig : i}
        </text>
      )}
    </g>
  );
}
