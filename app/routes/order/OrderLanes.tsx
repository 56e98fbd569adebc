import { scaleLinear } from "d3-scale";
import { linkHorizontal } from "d3-shape";
import { useEffect, useRef, useState } from "react";
import { brokenBy } from "#core/order/moveCheck";
import type { Plan } from "#core/plan/plan";
import { windowsOf } from "#core/steps/hours";
import { axisDay, momentText } from "#app/clock";
import { reasonText } from "./WhyBefore";
import type { Constraint, OrderConflict } from "#core/order/conflict";
import type { RunSlot } from "#core/print/printCalendar";

const PX_PER_MIN = 1.9;
const PX_PER_GAP_MIN = 0.018;
const LABEL = 8;
const NAMES = 112;
const LANE = 36;
const TOP = 26;
const BLOCK = 24;
/** Pixels from which a press is a drag. */
const DRAG = 6;
const link = linkHorizontal();

type TimeScale = ReturnType<typeof timeScale>;

/** Time to the right with nights and working days drawn short: hours at the bench get the room. */
function timeScale(plan: Plan, from: number, to: number) {
  const marks: { at: number; x: number }[] = [{ at: from, x: LABEL }];
  const days: { day: number; x: number }[] = [];
  let x = LABEL;
  let t = from;
  for (let day = Math.floor(from / 1440); day * 1440 < to; day++) {
    for (const w of windowsOf(plan.clock, day)) {
      const a = Math.max(from, day * 1440 + w.from);
      const b = Math.min(to, day * 1440 + w.to);
      if (b <= a) continue;
      x += Math.max(0, a - t) * PX_PER_GAP_MIN;
      marks.push({ at: a, x });
      days.push({ day, x });
      x += (b - a) * PX_PER_MIN;
      marks.push({ at: b, x });
      t = b;
    }
  }
  x += Math.max(0, to - t) * PX_PER_GAP_MIN;
  marks.push({ at: to, x });
  const of = scaleLinear(
    marks.map((m) => m.at),
    marks.map((m) => m.x),
  ).clamp(true);
  return { of, width: x + 30, days };
}

/** As the work walks: cleaned, then worked on, then put away to dry. */
const laneOrder = ["sink", "lamp", "bench", "booth", "outdoors", "drying shelf"] as const;

type Moving = { readonly stepId: string; readonly at: number };
type Props = {
  plan: Plan;
  today: string;
  selected: string | null;
  shown: ReadonlySet<string> | null;
  onSelect: (id: string) => void;
  onMove: (stepId: string, startsAt: number) => void;
};

/**
 * Lanes are the places; hands-on work solid, waiting hatched; a printer's runs in lanes of their own. A step
 * is moved by drag or by keys, and checked while it moves.
 */
export function OrderLanes({ plan, today, selected, shown, onSelect, onMove }: Props) {
  const { slots } = plan.work.schedule;
  const { constraints } = plan.work.sequence;
  const [moving, setMoving] = useState<Moving | null>(null);
  const drag = useRef<{ id: string; fromX: number; began: number; moved: boolean } | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const steps = new Map(plan.work.steps.map((s) => [s.id, s]));
  const used = new Set(slots.map((s) => steps.get(s.stepId)!.place));
  const places = laneOrder.filter((p) => used.has(p));
  const printers = [...new Map(plan.plates.map((p) => [p.printer.id, p.printer.name]))];
  const from = Math.min(...slots.map((s) => s.startsAt), ...plan.runs.map((r) => r.setupAt));
  const to = Math.max(plan.totals.finishAt, from + 60);
  const scale = timeScale(plan, from, to);
  const lanes = [
    ...printers.map(([id, name]) => ({ key: id, name })),
    ...places.map((p) => ({ key: p, name: p })),
  ];
  const chosenX =
    selected && slots.some((s) => s.stepId === selected)
      ? scale.of(slots.find((s) => s.stepId === selected)!.startsAt)
      : null;
  useEffect(() => {
    const view = box.current;
    // What is selected elsewhere is brought into sight.
    if (
      view &&
      chosenX !== null &&
      (chosenX < view.scrollLeft + LABEL || chosenX > view.scrollLeft + view.clientWidth - 60)
    )
      view.scrollLeft = chosenX - view.clientWidth / 2;
  }, [chosenX]);
  const chain = new Set(plan.work.schedule.critical);
  const moved = new Set(plan.work.schedule.moved);
  const slotOf = new Map(slots.map((s) => [s.stepId, s]));
  const y = (key: string) => TOP + lanes.findIndex((l) => l.key === key) * LANE;
  const links =
    selected && !moving
      ? constraints.filter(
          (c) =>
            (c.after === selected || c.before === selected) && slotOf.has(c.before) && slotOf.has(c.after),
        )
      : [];
  const broken = moving ? brokenBy(moving.stepId, moving.at, plan.work.times, constraints) : [];
  const strips = plan.work.conflicts.filter((c) => !c.overridden && slotOf.has(c.after));
  const name = (id: string) => {
    const s = steps.get(id);
    return s ? `${s.title}, ${s.onWhat}` : id;
  };
  const shift = (id: string, by: 1 | -1) => {
    const at = moving?.stepId === id ? moving.at : slotOf.get(id)!.startsAt;
    const others = slots
      .filter((s) => s.stepId !== id)
      .map((s) => s.startsAt)
      .sort((a, b) => a - b);
    const next = by < 0 ? others.filter((t) => t < at - 1e-6).at(-1) : others.find((t) => t > at + 1e-6);
    if (next !== undefined) setMoving({ stepId: id, at: next });
  };
  const drop = () => {
    if (!moving) return;
    onMove(moving.stepId, moving.at);
    setMoving(null);
  };
  const pointer = (e: React.PointerEvent) => {
    const d = drag.current;
    if (!d || !svg.current) return;
    const dx = e.clientX - d.fromX;
    if (!d.moved && Math.abs(dx) < DRAG) return;
    d.moved = true;
    setMoving({ stepId: d.id, at: scale.of.invert(scale.of(d.began) + dx) });
  };
  return (
    <div>
      <div className="grid grid-cols-[auto_minmax(0,1fr)]">
        <LaneNames lanes={lanes} />
        <div
          ref={box}
          className="overflow-x-auto"
          tabIndex={0}
          role="region"
          aria-label="The order of work by place and time"
        >
          <svg
            ref={svg}
            width={scale.width}
            height={30 + lanes.length * LANE}
            role="group"
            aria-label="Steps by place"
            onPointerMove={pointer}
            onPointerUp={() => {
              if (drag.current?.moved) drop();
              drag.current = null;
            }}
            onPointerCancel={() => {
              drag.current = null;
              setMoving(null);
            }}
          >
            <defs>
              <pattern
                id="waits"
                width="6"
                height="6"
                patternUnits="userSpaceOnUse"
                patternTransform="rotate(-45)"
              >
                <line x1="0" x2="0" y1="0" y2="6" stroke="var(--chalk)" strokeWidth="1.4" opacity="0.6" />
              </pattern>
            </defs>
            {scale.days.map((d) => (
              <g key={`${d.day} ${d.x}`}>
                <line x1={d.x} x2={d.x} y1="18" y2={TOP + lanes.length * LANE} stroke="var(--mat-line)" />
                <text x={d.x + 3} y="14" fontSize="13" fill="var(--chalk)">
                  {axisDay(today, d.day * 1440)}
                </text>
              </g>
            ))}
            {lanes.map((l, i) => (
              <g key={l.key}>
                <line
                  x1="0"
                  x2={scale.width}
                  y1={TOP + (i + 1) * LANE - 4}
                  y2={TOP + (i + 1) * LANE - 4}
                  stroke="var(--mat-line)"
                />
              </g>
            ))}
            {plan.runs.map((r) => (
              <RunBlock key={r.plateId} r={r} scale={scale} y={y} plan={plan} />
            ))}
            {slots.map((s) => {
              const step = steps.get(s.stepId)!;
              const inMotion = moving?.stepId === s.stepId;
              const startsAt = inMotion ? moving.at : s.startsAt;
              const x = scale.of(startsAt);
              const width = Math.max(4, scale.of(s.endsAt) - scale.of(s.startsAt));
              const end = x + width;
              const wait =
                step.waitMinutes > 0 ? scale.of(startsAt + (s.endsAt - s.startsAt) + step.waitMinutes) : end;
              const chosen = s.stepId === selected;
              const faint = shown !== null && !shown.has(s.stepId);
              return (
                <g
                  key={s.stepId}
                  role="button"
                  tabIndex={0}
                  aria-pressed={chosen}
                  aria-label={`${step.title}, ${step.onWhat}`}
                  aria-keyshortcuts="Shift+ArrowLeft Shift+ArrowRight"
                  opacity={faint ? 0.22 : 1}
                  className={`focus:outline-none [&:focus-visible_.body]:stroke-tape ${inMotion ? "cursor-grabbing" : "cursor-grab"}`}
                  style={{ touchAction: chosen ? "none" : "auto" }}
                  onPointerDown={(e) => {
                    if (e.button === 0) {
                      drag.current = { id: s.stepId, fromX: e.clientX, began: s.startsAt, moved: false };
                      if (e.pointerType === "mouse" || chosen) svg.current?.setPointerCapture(e.pointerId);
                    }
                  }}
                  onClick={() => {
                    if (!drag.current?.moved) onSelect(s.stepId);
                  }}
                  onKeyDown={(e) => {
                    if (e.shiftKey && (e.key === "ArrowLeft" || e.key === "ArrowRight")) {
                      e.preventDefault();
                      e.stopPropagation();
                      shift(s.stepId, e.key === "ArrowLeft" ? -1 : 1);
                    } else if (inMotion && e.key === "Enter") {
                      e.preventDefault();
                      drop();
                    } else if (inMotion && e.key === "Escape") {
                      e.preventDefault();
                      e.stopPropagation();
                      setMoving(null);
                    } else if (e.key === "Enter" || e.key === " ") {
                      e.preventDefault();
                      onSelect(s.stepId);
                    }
                  }}
                >
                  {wait > end && (
                    <rect x={end} y={y(step.place) + 6} width={wait - end} height={12} fill="url(#waits)" />
                  )}
                  <rect
                    className="body"
                    x={x}
                    y={y(step.place)}
                    width={width}
                    height={BLOCK}
                    fill={chosen || inMotion ? "var(--tape)" : "var(--chalk)"}
                    fillOpacity={chosen || inMotion ? 1 : chain.has(s.stepId) ? 0.95 : 0.6}
                    stroke={inMotion && broken.length > 0 ? "var(--oxide)" : "var(--mat)"}
                    strokeWidth={inMotion && broken.length > 0 ? 3 : 1.5}
                    rx="1"
                  />
                  {moved.has(s.stepId) && (
                    <path
                      d={`M${x + 2} ${y(step.place) + BLOCK + 2}h${Math.max(6, width - 4)}`}
                      stroke="var(--tape)"
                      strokeWidth="2"
                      strokeDasharray="3 2"
                    />
                  )}
                  <title>{`${step.title}, ${step.onWhat}`}</title>
                </g>
              );
            })}
            {strips.map((c) => {
              const b = slotOf.get(c.after)!;
              const a = c.before ? slotOf.get(c.before) : undefined;
              const yb = y(steps.get(c.after)!.place) + BLOCK / 2;
              const xb = scale.of(b.startsAt);
              const xa = a ? scale.of(a.startsAt) : xb;
              const ya = a ? y(steps.get(c.before!)!.place) + BLOCK / 2 : yb - 16;
              return (
                <BrokenMark
                  key={`${c.ruleId}${c.before}${c.after}`}
                  c={c}
                  onSelect={onSelect}
                  xa={xa}
                  ya={ya}
                  xb={xb}
                  yb={yb}
                />
              );
            })}
            {links.map((c) => {
              const a = slotOf.get(c.before)!;
              const b = slotOf.get(c.after)!;
              const x1 = scale.of(a.endsAt);
              const y1 = y(steps.get(c.before)!.place) + 12;
              const x2 = scale.of(b.startsAt);
              const y2 = y(steps.get(c.after)!.place) + 12;
              return (
                <path
                  key={`${c.before}${c.after}${c.ruleId}${c.lagMinutes}`}
                  d={link({ source: [x1, y1], target: [x2, y2] }) ?? ""}
                  fill="none"
                  stroke="var(--tape)"
                  strokeWidth="1.8"
                />
              );
            })}
          </svg>
        </div>
      </div>
      <MoveStatus moving={moving} name={name} today={today} broken={broken} />
    </div>
  );
}

function MoveStatus({
  moving,
  name,
  today,
  broken,
}: {
  readonly moving: Moving | null;
  readonly name: (id: string) => string;
  readonly today: string;
  readonly broken: readonly Constraint[];
}) {
  return (
    <div role="status" className="min-h-6 text-[14px]">
      {moving ? (
        <>
          <b>{name(moving.stepId)}</b> at {momentText(today, moving.at)}:{" "}
          {broken.length === 0
            ? "breaks nothing. Let go, or press Enter."
            : "breaks what follows. Esc puts it back."}
          {broken.length > 0 && (
            <ul className="mt-1 grid gap-0.5">
              {broken.slice(0, 4).map((c) => (
                <li key={`${c.before}${c.after}${c.ruleId}`} className="border-l-4 border-[#ff9d84] pl-2">
                  {name(c.before)} comes before {name(c.after)}. {reasonText(c)}
                </li>
              ))}
              {broken.length > 4 && <li>and {broken.length - 4} more</li>}
            </ul>
          )}
        </>
      ) : (
        <span className="opacity-80">
          Drag a step, or focus it and press Shift with an arrow, to move it.
        </span>
      )}
    </div>
  );
}

function BrokenMark({
  c,
  onSelect,
  xa,
  ya,
  xb,
  yb,
}: {
  readonly c: OrderConflict;
  readonly onSelect: (id: string) => void;
  readonly xa: number;
  readonly ya: number;
  readonly xb: number;
  readonly yb: number;
}) {
  return (
    <g className="cursor-pointer" onClick={() => onSelect(c.after)}>
      <line x1={xa} y1={ya} x2={xb} y2={yb} stroke="var(--oxide)" strokeWidth="7" strokeLinecap="round" />
      <line x1={xa} y1={ya} x2={xb} y2={yb} stroke="var(--chalk)" strokeWidth="1.5" strokeDasharray="2 4" />
      <rect x={xb - 40} y={yb - 9} width="34" height="17" fill="var(--oxide)" rx="1" />
      <text x={xb - 23} y={yb + 4} fontSize="12" textAnchor="middle" fill="var(--primer-1)" fontWeight="700">
        {c.ruleId}
      </text>
      <title>{c.sentence}</title>
    </g>
  );
}

function RunBlock({
  r,
  scale,
  y,
  plan,
}: {
  readonly r: RunSlot;
  readonly scale: TimeScale;
  readonly y: (key: string) => number;
  readonly plan: Plan;
}) {
  return (
    <rect
      x={scale.of(r.setupAt)}
      y={y(r.printerId)}
      width={Math.max(5, scale.of(r.endsAt) - scale.of(r.setupAt))}
      height={BLOCK}
      fill="url(#waits)"
      stroke="var(--chalk)"
    >
      <title>{`Plate ${plan.plates.find((p) => p.id === r.plateId)!.number}`}</title>
    </rect>
  );
}

function LaneNames({ lanes }: { readonly lanes: { key: string; name: string }[] }) {
  return (
    <svg width={NAMES} height={30 + lanes.length * LANE} aria-hidden="true">
      {lanes.map((l, i) => (
        <g key={l.key}>
          <line
            x1="0"
            x2={NAMES}
            y1={TOP + (i + 1) * LANE - 4}
            y2={TOP + (i + 1) * LANE - 4}
            stroke="var(--mat-line)"
          />
          <text x="4" y={TOP + i * LANE + 19} fontSize="14" fill="var(--chalk)" fontWeight="600">
            {l.name}
          </text>
        </g>
      ))}
    </svg>
  );
}
