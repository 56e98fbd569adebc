import { useLayoutEffect, useRef, useState } from "react";
import { MM_PER_FOOT, MM_PER_INCH } from "#core/units";
import type { LengthSystem } from "#core/scale/lengthFormat";

const PX_PER_MM = 7;
const HEIGHT = 76;
/** Where both rules begin, px. */
const START = 44;

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

/** Where both rules have their marks over so many pixels. */
function marks(denominator: number, system: LengthSystem, width: number) {
  const inch = system === "inch";
  const small = inch ? MM_PER_INCH / 8 : 1;
  const perBig = inch ? 8 : 10;
  const real = realStep(denominator, system);
  const realPx = (real.mm * PX_PER_MM) / denominator;
  const model = Array.from(
    { length: Math.floor((width - START) / (small * PX_PER_MM)) + 1 },
    (_, i): Tick => {
      const big = i % perBig === 0;
      const half = i % (perBig / 2) === 0;
      return { i, x: START + i * small * PX_PER_MM, big, length: big ? 12 : half ? 9 : 5 };
    },
  );
  const world = Array.from(
    { length: Math.floor((width - START) / realPx) * real.ticks + 1 },
    (_, i): Tick => {
      const big = i % real.ticks === 0;
      return { i, x: START + (i * realPx) / real.ticks, big, length: big ? 10 : 5 };
    },
  );
  return { model, world, real, inch, perBig };
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
  const { model, world, real, inch, perBig } = marks(denominator, system, width);
  return (
    <div ref={box} className="h-full overflow-hidden" aria-hidden="true">
      <svg width={width} height={HEIGHT} className="block">
        <g fill="var(--ink-2)" fontSize="12">
          <text x="6" y="22">
            {inch ? "in" : "mm"}
          </text>
          <text x="6" y="66">
            real
          </text>
        </g>
        <Ticks big={model.filter((t) => t.big)} rest={model.filter((t) => !t.big)} edge={0} />
        {model
          .filter(({ big, x }) => big && x < width - 20)
          .map(({ i, x }) => (
            <RuleNumber key={i} x={x} y={25} text={inch ? i / perBig : i} />
          ))}
        <line x1={START} x2={width} y1="38" y2="38" stroke="var(--primer-3)" strokeWidth="7" />
        {litMm !== null && <LitLength width={width} litMm={litMm} />}
        <Ticks big={world.filter((t) => t.big)} rest={world.filter((t) => !t.big)} edge={HEIGHT} />
        {world
          .filter(({ big, x }) => big && x < width - 28)
          .map(({ i, x }) => (
            <RuleNumber key={i} x={x} y={61} text={i === 0 ? "0" : real.label(i / real.ticks)} />
          ))}
      </svg>
    </div>
  );
}

function LitLength({ width, litMm }: { readonly width: number; readonly litMm: number }) {
  return (
    <line
      x1={START}
      x2={Math.min(width, START + litMm * PX_PER_MM)}
      y1="38"
      y2="38"
      stroke="var(--tape)"
      strokeWidth="7"
    />
  );
}

/** A mark of a rule: the how manyth, where, and how far it reaches in from its edge, px. */
type Tick = { readonly i: number; readonly x: number; readonly big: boolean; readonly length: number };

/** Marks of one edge in two lines, heavy and light. */
function Ticks({
  big,
  rest,
  edge,
}: {
  readonly big: readonly Tick[];
  readonly rest: readonly Tick[];
  readonly edge: number;
}) {
  const d = (ticks: readonly Tick[]) =>
    ticks.map(({ x, length }) => `M${x} ${edge}V${Math.abs(edge - length)}`).join("");
  return (
    <>
      <path d={d(big)} stroke="var(--ink)" strokeWidth={1.4} />
      <path d={d(rest)} stroke="var(--ink)" strokeWidth={0.8} />
    </>
  );
}

function RuleNumber({
  x,
  y,
  text,
}: {
  readonly x: number;
  readonly y: number;
  readonly text: string | number;
}) {
  return (
    <text x={x} y={y} fontSize="12" textAnchor="middle" fill="var(--ink)" className="figures">
      {text}
    </text>
  );
}
