import { linkHorizontal } from "d3-shape";
import type { OrderConflict } from "#core/order/conflict";
import type { Constraint } from "#core/order/conflict";
import type { Plan } from "#core/plan/plan";
import type { RunSlot } from "#core/print/printCalendar";
import { BLOCK, conflictLine, linkLine, type LanesView } from "./lanesView";

const link = linkHorizontal();

/** Hatching: it waits, and nobody is needed. */
export const WaitsPattern = () => (
  <defs>
    <pattern id="waits" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
      <line x1="0" x2="0" y1="0" y2="6" stroke="var(--chalk)" strokeWidth="1.4" opacity="0.6" />
    </pattern>
  </defs>
);

/** A plate in its printer's lane. */
export function RunBlock({
  r,
  view: { scale, y },
  plan,
}: {
  readonly r: RunSlot;
  readonly view: LanesView;
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

/** A broken rule: from what should come before to what it spoils, with the rule's number. */
export function BrokenMark({
  c,
  view,
  onSelect,
}: {
  readonly c: OrderConflict;
  readonly view: LanesView;
  readonly onSelect: (id: string) => void;
}) {
  const line = conflictLine(view, c);
  const { x2, y2 } = line;
  return (
    <g className="cursor-pointer" onClick={() => onSelect(c.after)}>
      <line {...line} stroke="var(--oxide)" strokeWidth="7" strokeLinecap="round" />
      <line {...line} stroke="var(--chalk)" strokeWidth="1.5" strokeDasharray="2 4" />
      <rect x={x2 - 40} y={y2 - 9} width="34" height="17" fill="var(--oxide)" rx="1" />
      <text x={x2 - 23} y={y2 + 4} fontSize="12" textAnchor="middle" fill="var(--primer-1)" fontWeight="700">
        {c.ruleId}
      </text>
      <title>{c.sentence}</title>
    </g>
  );
}

/** What the selected step comes after, or before. */
export function LinkMark({ c, view }: { readonly c: Constraint; readonly view: LanesView }) {
  const { x1, y1, x2, y2 } = linkLine(view, c);
  return (
    <path
      d={link({ source: [x1, y1], target: [x2, y2] }) ?? ""}
      fill="none"
      stroke="var(--tape)"
      strokeWidth="1.8"
    />
  );
}
