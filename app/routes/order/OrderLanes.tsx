import { useEffect, useMemo, useRef, useState } from "react";
import type { Constraint } from "#core/order/conflict";
import { brokenBy } from "#core/order/moveCheck";
import type { Plan } from "#core/plan/plan";
import { axisDay, momentText } from "#app/clock";
import { BrokenMark, LinkMark, RunBlock, WaitsPattern } from "./LaneMarks";
import {
  isInSight,
  type Lane,
  LABEL,
  LANE,
  lanesView,
  type LanesView,
  linksOf,
  type Sight,
  TOP,
} from "./lanesView";
import { StepBlock } from "./StepBlock";
import { type Moving, type StepMove, useStepMove } from "./useStepMove";
import { reasonText } from "./WhyBefore";
import { useSight } from "#app/hooks/useSight";

const NAMES = 112;
/** Of more steps only those in sight are drawn. */
const ALL_UP_TO = 300;

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
  const [isUnfolded, unfold] = useState(false);
  const view = useMemo(() => lanesView(plan, isUnfolded), [plan, isUnfolded]);
  const svg = useRef<SVGSVGElement>(null);
  const move = useStepMove(view, svg, onMove);
  const box = useInSight(view, selected);
  const sight = useSight(box);
  const { moving } = move;
  const broken = moving
    ? brokenBy(moving.stepId, moving.at, plan.work.times, plan.work.sequence.constraints)
    : [];
  const name = (id: string) => {
    const s = view.steps.get(id);
    return s ? `${s.title}, ${s.onWhat}` : id;
  };
  return (
    <div>
      <div className="grid grid-cols-[auto_minmax(0,1fr)]">
        <LaneNames lanes={view.lanes} />
        <div
          ref={box}
          className="overflow-x-auto"
          tabIndex={0}
          role="region"
          aria-label="The order of work by place and time"
        >
          <svg
            ref={svg}
            width={view.scale.width}
            height={view.heightPx}
            role="group"
            aria-label="Steps by place"
            onPointerMove={move.point}
            onPointerUp={move.letGo}
            onPointerCancel={move.putBack}
          >
            <WaitsPattern />
            <Days view={view} today={today} />
            {plan.runs.map((r) => (
              <RunBlock key={r.plateId} r={r} view={view} plan={plan} />
            ))}
            <Steps
              plan={plan}
              view={view}
              move={move}
              isBroken={broken.length > 0}
              selected={selected}
              shown={shown}
              sight={sight}
              onSelect={onSelect}
            />
            <Marks plan={plan} view={view} linked={moving ? null : selected} onSelect={onSelect} />
          </svg>
        </div>
      </div>
      <EmptyDays view={view} isUnfolded={isUnfolded} unfold={unfold} />
      <MoveStatus moving={moving} name={name} today={today} broken={broken} />
    </div>
  );
}

/** What is selected elsewhere is brought into sight. */
function useInSight({ scale, slotOf }: LanesView, selected: string | null) {
  const box = useRef<HTMLDivElement>(null);
  const slot = selected === null ? undefined : slotOf.get(selected);
  const x = slot ? scale.of(slot.startsAt) : null;
  useEffect(() => {
    const view = box.current;
    if (!view || x === null) return;
    if (x < view.scrollLeft + LABEL || x > view.scrollLeft + view.clientWidth - 60)
      view.scrollLeft = x - view.clientWidth / 2;
  }, [x]);
  return box;
}

/** The days with their names, and a line under each lane. */
function Days({ view: { scale, lanes }, today }: { readonly view: LanesView; readonly today: string }) {
  return (
    <>
      {scale.days.map((d) => (
        <g key={`${d.day} ${d.x}`}>
          <line x1={d.x} x2={d.x} y1="18" y2={TOP + lanes.length * LANE} stroke="var(--mat-line)" />
          <text x={d.x + 3} y="14" fontSize="13" fill="var(--chalk)">
            {axisDay(today, d.day * 1440)}
          </text>
        </g>
      ))}
      {scale.folds.map((f) => (
        <g key={f.day}>
          <rect
            x={f.x + 2}
            y="4"
            width={f.width - 4}
            height={TOP + lanes.length * LANE - 4}
            fill="var(--mat-line)"
            opacity="0.35"
          />
          <text x={f.x + f.width / 2} y="14" fontSize="13" textAnchor="middle" fill="var(--chalk)">
            {f.days} days
          </text>
          <title>
            Nothing is done from {axisDay(today, f.day * 1440)} on, {f.days} days with hours
          </title>
        </g>
      ))}
      {lanes.map((l, i) => (
        <LaneLine key={l.key} i={i} width={scale.width} />
      ))}
    </>
  );
}

/** Days on which nothing is done, folded or not. */
function EmptyDays({
  view: { scale },
  isUnfolded,
  unfold,
}: {
  readonly view: LanesView;
  readonly isUnfolded: boolean;
  readonly unfold: (on: boolean) => void;
}) {
  if (scale.folds.length === 0 && !isUnfolded) return null;
  return (
    <label className="flex w-fit items-center gap-2 text-[14px]">
      <input type="checkbox" checked={isUnfolded} onChange={(e) => unfold(e.target.checked)} />
      Show the days on which nothing is done
    </label>
  );
}

function Steps({
  plan,
  view,
  move,
  isBroken,
  selected,
  shown,
  sight,
  onSelect,
}: {
  readonly plan: Plan;
  readonly view: LanesView;
  readonly move: StepMove;
  readonly isBroken: boolean;
  readonly selected: string | null;
  readonly shown: ReadonlySet<string> | null;
  readonly sight: Sight;
  readonly onSelect: (id: string) => void;
}) {
  const chain = new Set(plan.work.schedule.critical);
  const moved = new Set(plan.work.schedule.moved);
  // What is moved or selected stays, wherever it is scrolled to.
  const kept = new Set([selected, move.moving?.stepId]);
  const slots =
    view.slots.length <= ALL_UP_TO
      ? view.slots
      : view.slots.filter((s) => kept.has(s.stepId) || isInSight(view, s, sight));
  return slots.map((s) => (
    <StepBlock
      key={s.stepId}
      view={view}
      slot={s}
      move={move}
      state={{
        isChosen: s.stepId === selected,
        isFaint: shown !== null && !shown.has(s.stepId),
        isCritical: chain.has(s.stepId),
        wasMoved: moved.has(s.stepId),
        isBroken,
      }}
      onSelect={onSelect}
    />
  ));
}

/** Broken rules, and what the selected step is tied to. */
function Marks({
  plan,
  view,
  linked,
  onSelect,
}: {
  readonly plan: Plan;
  readonly view: LanesView;
  readonly linked: string | null;
  readonly onSelect: (id: string) => void;
}) {
  const strips = plan.work.conflicts.filter((c) => !c.overridden && view.slotOf.has(c.after));
  const links = linked === null ? [] : linksOf(view, plan.work.sequence.constraints, linked);
  return (
    <>
      {strips.map((c) => (
        <BrokenMark key={`${c.ruleId}${c.before}${c.after}`} c={c} view={view} onSelect={onSelect} />
      ))}
      {links.map((c) => (
        <LinkMark key={`${c.before}${c.after}${c.ruleId}${c.lagMinutes}`} c={c} view={view} />
      ))}
    </>
  );
}

function LaneLine({ i, width }: { readonly i: number; readonly width: number }) {
  const y = TOP + (i + 1) * LANE - 4;
  return <line x1="0" x2={width} y1={y} y2={y} stroke="var(--mat-line)" />;
}

function LaneNames({ lanes }: { readonly lanes: readonly Lane[] }) {
  return (
    <svg width={NAMES} height={30 + lanes.length * LANE} aria-hidden="true">
      {lanes.map((l, i) => (
        <g key={l.key}>
          <LaneLine i={i} width={NAMES} />
          <text x="4" y={TOP + i * LANE + 19} fontSize="14" fill="var(--chalk)" fontWeight="600">
            {l.name}
          </text>
        </g>
      ))}
    </svg>
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
