import type { KeyboardEvent } from "react";
import type { StepSlot } from "#core/order/pass";
import { BLOCK, type BlockPlace, blockPlace, type LanesView } from "./lanesView";
import type { StepMove } from "./useStepMove";

type BlockState = {
  readonly isChosen: boolean;
  /** What is looked for is something else. */
  readonly isFaint: boolean;
  /** The finish hangs on it. */
  readonly isCritical: boolean;
  /** Not where its wish said. */
  readonly wasMoved: boolean;
  /** Where it is being moved to, a rule is broken. */
  readonly isBroken: boolean;
};

/** A step in its lane: hands-on work solid, its wait hatched. */
export function StepBlock({
  view,
  slot,
  move,
  state,
  onSelect,
}: {
  readonly view: LanesView;
  readonly slot: StepSlot;
  readonly move: StepMove;
  readonly state: BlockState;
  readonly onSelect: (id: string) => void;
}) {
  const step = view.steps.get(slot.stepId)!;
  const inMotion = move.moving?.stepId === slot.stepId;
  const place = blockPlace(view, slot, inMotion ? move.moving!.at : slot.startsAt);
  const name = `${step.title}, ${step.onWhat}`;
  const onKey = (e: KeyboardEvent) => {
    if (move.onKey(e, slot.stepId) || (e.key !== "Enter" && e.key !== " ")) return;
    e.preventDefault();
    onSelect(slot.stepId);
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={state.isChosen}
      aria-label={name}
      aria-keyshortcuts="Shift+ArrowLeft Shift+ArrowRight"
      opacity={state.isFaint ? 0.22 : 1}
      className={`focus:outline-none [&:focus-visible_.body]:stroke-tape ${inMotion ? "cursor-grabbing" : "cursor-grab"}`}
      style={{ touchAction: state.isChosen ? "none" : "auto" }}
      onPointerDown={(e) => move.press(e, slot.stepId, state.isChosen)}
      onClick={() => {
        if (!move.wasDragged()) onSelect(slot.stepId);
      }}
      onKeyDown={onKey}
    >
      <Block place={place} state={state} inMotion={inMotion} />
      <title>{name}</title>
    </g>
  );
}

function Block({
  place: { x, y, width, waitsTo },
  state,
  inMotion,
}: {
  readonly place: BlockPlace;
  readonly state: BlockState;
  readonly inMotion: boolean;
}) {
  const isLit = state.isChosen || inMotion;
  const isWrong = inMotion && state.isBroken;
  return (
    <>
      {waitsTo > x + width && (
        <rect x={x + width} y={y + 6} width={waitsTo - x - width} height={12} fill="url(#waits)" />
      )}
      <rect
        className="body"
        x={x}
        y={y}
        width={width}
        height={BLOCK}
        fill={isLit ? "var(--tape)" : "var(--chalk)"}
        fillOpacity={isLit ? 1 : state.isCritical ? 0.95 : 0.6}
        stroke={isWrong ? "var(--oxide)" : "var(--mat)"}
        strokeWidth={isWrong ? 3 : 1.5}
        rx="1"
      />
      {state.wasMoved && (
        <path
          d={`M${x + 2} ${y + BLOCK + 2}h${Math.max(6, width - 4)}`}
          stroke="var(--tape)"
          strokeWidth="2"
          strokeDasharray="3 2"
        />
      )}
    </>
  );
}
