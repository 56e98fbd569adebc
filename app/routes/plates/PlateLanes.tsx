import { runStateAt } from "#core/print/simulatedRun";
import type { Plan } from "#core/plan/plan";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { Printer } from "#core/print/printer";
import { outlinePath } from "#ui/Mat";
import { axisDay, momentText } from "#app/clock";
import { useNowMs } from "#app/hooks/useNowMs";
import { HEAD, headOf, lanePicture, type LaneBed, NARROWEST, type LanePicture, type Lane } from "./lanes";
import type { PlateRun } from "#core/scene/plateRun";

const BAR = 16;
const WORDS = 46;

/**
 * Plates as mats of true bed size in a row per printer along the time axis: packing and calendar are one
 * picture.
 */
export function PlateLanes({
  plan,
  printers,
  today,
  nowMinute,
  chosen,
  onChoose,
}: {
  plan: Plan;
  printers: readonly Printer[];
  today: string;
  nowMinute: number;
  chosen: string | null;
  onChoose: (plateId: string) => void;
}) {
  const picture = lanePicture(plan, printers, nowMinute);
  const nowMs = useNowMs(
    1000,
    plan.plates.some((p) => p.running),
  );
  const decides = new Set(plan.critical.plateIds);
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Plates by printer, in time">
      <div style={{ width: Math.max(picture.width, 300) }}>
        <DayHeads picture={picture} plan={plan} today={today} />
        {picture.lanes.map((lane) => (
          <PrinterLane
            key={lane.printer.id}
            lane={lane}
            widthPx={picture.width}
            chosen={chosen}
            onChoose={onChoose}
            today={today}
            nowMs={nowMs}
            decides={decides}
          />
        ))}
      </div>
    </div>
  );
}

/** One machine: its beds in a row, and under them its runs in time. */
function PrinterLane({
  lane: { printer, beds, height, others },
  widthPx,
  ...shown
}: {
  readonly lane: Lane;
  readonly widthPx: number;
  readonly chosen: string | null;
  readonly onChoose: (plateId: string) => void;
  readonly today: string;
  readonly nowMs: number;
  readonly decides: ReadonlySet<string>;
}) {
  const line = height + WORDS + BAR + 16;
  return (
    <section aria-label={printer.name} className="mb-3">
      <h2 className="text-[16px]">
        {printer.name}{" "}
        <span className="font-sans text-[13px] font-normal opacity-80">
          {printer.process}, {printer.bedMm.join(" × ")} mm, {printer.layerMm} mm layers
        </span>
      </h2>
      <div className="relative" style={{ height: line + 6 }}>
        <svg className="absolute inset-0" width={widthPx} height={line + 6} aria-hidden>
          <line x1={0} x2={widthPx} y1={line} y2={line} stroke="var(--chalk)" opacity={0.4} />
          {others.map((o, i) => (
            <OtherRun key={i} o={o} height={height} />
          ))}
          {beds.map(
            (b) =>
              b.bar && <BedColumn key={b.plate.id} b={b} bar={b.bar} height={height} chosen={shown.chosen} />,
          )}
        </svg>
        {beds.map((b) => (
          <BedButton key={b.plate.id} b={b} {...shown} />
        ))}
      </div>
    </section>
  );
}

function BedButton({
  b,
  chosen,
  onChoose,
  today,
  nowMs,
  decides,
}: {
  readonly b: LaneBed;
  readonly chosen: string | null;
  readonly onChoose: (plateId: string) => void;
  readonly today: string;
  readonly nowMs: number;
  readonly decides: ReadonlySet<string>;
}) {
  return (
    <button
      type="button"
      className="absolute top-1.5 text-left"
      style={{ left: b.x, width: Math.max(b.width, NARROWEST) }}
      aria-pressed={b.plate.id === chosen}
      onClick={() => onChoose(b.plate.id)}
    >
      <span className="block" style={{ width: b.width }}>
        <Bed plate={b.plate} chosen={b.plate.id === chosen} />
      </span>
      <BedWords bed={b} today={today} nowMs={nowMs} decides={decides.has(b.plate.id)} />
    </button>
  );
}

function BedColumn({
  b,
  bar,
  height,
  chosen,
}: {
  readonly b: LaneBed;
  readonly bar: NonNullable<LaneBed["bar"]>;
  readonly height: number;
  readonly chosen: string | null;
}) {
  return (
    <g>
      <path
        d={`M${b.x + 6} ${height + WORDS - 3}L${bar.x + Math.min(6, bar.width / 2)} ${height + WORDS + 6}`}
        stroke="var(--chalk)"
        opacity={0.55}
        fill="none"
      />
      <rect
        x={bar.x}
        width={bar.width}
        y={height + WORDS + 6}
        height={BAR}
        fill={b.plate.id === chosen ? "var(--tape)" : "var(--chalk)"}
        opacity={b.plate.running ? 1 : 0.8}
      />
      {bar.width > 16 && (
        <text x={bar.x + 4} y={height + WORDS + 18} fontSize={12} fontWeight={600} fill="#10383a">
          {b.plate.number}
        </text>
      )}
    </g>
  );
}

function OtherRun({
  o,
  height,
}: {
  readonly o: { readonly x: number; readonly width: number; readonly name: string };
  readonly height: number;
}) {
  return (
    <rect
      x={o.x}
      width={o.width}
      y={height + WORDS + 6}
      height={BAR}
      fill="none"
      stroke="var(--chalk)"
      strokeDasharray="3 3"
      opacity={0.7}
    >
      <title>{o.name}</title>
    </rect>
  );
}

/** Days by name, folded ones by their number, and under them the hours at which somebody is there. */
function DayHeads({
  picture,
  plan,
  today,
}: {
  readonly picture: LanePicture;
  readonly plan: Plan;
  readonly today: string;
}) {
  const { xOf, folds, width } = picture;
  const head = headOf(picture, plan.clock);
  return (
    <svg width={width} height={HEAD} aria-hidden className="block text-chalk">
      <path d={head.strokes} stroke="var(--chalk)" opacity={0.6} />
      <path d={head.hours} fill="var(--chalk)" opacity={0.75}>
        <title>You are there</title>
      </path>
      {head.days.map((day) => (
        <text key={day} x={Math.max(0, xOf(day * 1440)) + 3} y={11} fontSize={12} fill="var(--chalk)">
          {axisDay(today, day * 1440)}
        </text>
      ))}
      {folds.map((f) => (
        <g key={f.day}>
          <rect x={f.x} width={f.width} height={HEAD} fill="var(--mat-line)" opacity={0.4} />
          <text x={f.x + f.width / 2} y={11} fontSize={12} textAnchor="middle" fill="var(--chalk)">
            {f.days} days
          </text>
          <title>
            No machine runs from {axisDay(today, f.day * 1440)} on, for {f.days} days
          </title>
        </g>
      ))}
    </svg>
  );
}

function BedWords({
  bed: { plate, run },
  today,
  nowMs,
  decides,
}: {
  bed: LaneBed;
  today: string;
  nowMs: number;
  decides: boolean;
}) {
  const state = plate.running && runStateAt(plate.running, nowMs);
  return (
    <span className="block overflow-hidden text-[13px] leading-tight whitespace-nowrap">
      <b className="font-head text-[15px]">{plate.number}</b>{" "}
      {state ? (
        <>
          {state.phase}{" "}
          {state.phase === "printing" && (
            <span className="figures">
              {state.layer}/{state.layers}
            </span>
          )}
        </>
      ) : (
        <>
          <span className="figures">{(plate.minutes.value / 60).toFixed(1)}</span> h · {plate.laid.length}{" "}
          {plate.laid.length === 1 ? "piece" : "pieces"}
        </>
      )}
      {plate.layoutId && <span title="Laid by hand"> · by hand</span>}
      <span className="block opacity-85">
        {run ? momentText(today, run.startsAt) : "no hour found"}
        {decides && <span title="The finish hangs on it"> ◆</span>}
      </span>
    </span>
  );
}

/** Lines of a bed each centimetre, or each fifth of them. */
function gridPath(w: number, d: number, fifths: boolean): string {
  const at = (length: number) =>
    Array.from({ length: Math.floor(length / 10) }, (_, i) => i)
      .filter((i) => (i % 5 === 4) === fifths)
      .map((i) => (i + 1) * 10);
  return [...at(w).map((x) => `M${x} 0V${d}`), ...at(d).map((y) => `M0 ${y}H${w}`)].join("");
}

/** One bed from above at true proportions with what lies on it. */
export function Bed({ plate, chosen }: { plate: PlatePlan; chosen: boolean }) {
  const [w, d] = plate.printer.bedMm;
  const m = plate.printer.marginMm;
  const state = plate.running;
  return (
    <svg
      viewBox={`0 0 ${w} ${d}`}
      className="block w-full border bg-mat"
      style={{
        borderColor: chosen ? "var(--tape)" : "var(--chalk)",
        outline: chosen ? "2px solid var(--tape)" : "none",
      }}
      aria-hidden="true"
    >
      <g transform={`translate(0 ${d}) scale(1 -1)`}>
        <path d={gridPath(w, d, false)} stroke="var(--mat-line)" strokeWidth={0.35} />
        <path d={gridPath(w, d, true)} stroke="var(--mat-line)" strokeWidth={0.9} />
        <BedPieces m={m} state={state} plate={plate} />
      </g>
    </svg>
  );
}

function BedPieces({
  m,
  state,
  plate,
}: {
  readonly m: number;
  readonly state: PlateRun | null;
  readonly plate: PlatePlan;
}) {
  return (
    <g
      transform={`translate(${m} ${m})`}
      fill="var(--chalk)"
      fillOpacity={state ? 0.45 : 0.2}
      stroke="var(--chalk)"
      strokeWidth={1.2}
      fillRule="evenodd"
    >
      {[false, true].map((spare) => (
        <path
          key={String(spare)}
          d={plate.laid.flatMap((l) => (l.spare === spare ? [outlinePath(l.lines)] : [])).join("")}
          vectorEffect="non-scaling-stroke"
          strokeDasharray={spare ? "5 3" : undefined}
        />
      ))}
    </g>
  );
}
