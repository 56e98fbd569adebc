import { type PointerEvent, useRef } from "react";
import { boundsOf, type Bounds2 } from "#core/print/nestShape";
import { usableBed } from "#core/print/printer";
import type { LaidPiece, PlatePlan } from "#core/plan/plates/planPlates";
import { Mat, outlinePath } from "#ui/Mat";
import { type BedHand, useBedHand } from "./useBedHand";

/**
 * A bed on which pieces are moved by drag and by keys. A place that would collide is refused with its reason,
 * and the piece goes back.
 */
export function BedMat({
  plate,
  locked,
  selected,
  onSelect,
  onMove,
  onRefused,
}: {
  plate: PlatePlan;
  locked: ReadonlySet<string>;
  selected: string | null;
  onSelect: (id: string | null) => void;
  onMove: (piece: LaidPiece) => void;
  onRefused: (sentence: string) => void;
}) {
  const bedArea = useRef<SVGGElement>(null);
  const hand = useBedHand(plate, bedArea, onMove, onRefused);
  const { printer } = plate;
  const [w, d] = usableBed(printer);
  return (
    <Mat
      widthMm={printer.bedMm[0]}
      heightMm={printer.bedMm[1]}
      label={`Bed of ${printer.name}, ${plate.laid.length} pieces`}
    >
      <g ref={bedArea} transform={`translate(${printer.marginMm} ${printer.marginMm})`}>
        <BedGround w={w} d={d} onSelect={onSelect} />
        {plate.laid.map((l, i) => (
          <PieceOnBed
            key={l.id}
            plate={plate}
            l={l}
            i={i}
            byHand={locked.has(l.id)}
            on={selected === l.id}
            hand={hand}
            onSelect={onSelect}
          />
        ))}
      </g>
    </Mat>
  );
}

function PieceOnBed({
  plate,
  l,
  i,
  byHand,
  on,
  hand,
  onSelect,
}: {
  readonly plate: PlatePlan;
  readonly l: LaidPiece;
  readonly i: number;
  readonly byHand: boolean;
  readonly on: boolean;
  readonly hand: BedHand;
  readonly onSelect: (id: string | null) => void;
}) {
  const p = hand.shown(l);
  const still = plate.running !== null;
  const press = (e: PointerEvent) => {
    onSelect(l.id);
    if (!still) hand.press(e, l);
  };
  return (
    <g
      tabIndex={0}
      role="button"
      aria-pressed={on}
      aria-label={`${l.partName}, piece ${i + 1} of ${plate.laid.length}, at ${p.xMm.toFixed(0)}, ${p.yMm.toFixed(0)} mm${byHand ? ", put by hand" : ""}`}
      className={still ? "" : "cursor-move"}
      style={{ touchAction: "none" }}
      onFocus={() => onSelect(l.id)}
      onKeyDown={(e) => hand.onKey(e, l)}
      onPointerDown={press}
      onPointerMove={(e) => hand.drag(e, l)}
      onPointerUp={hand.drop}
      onPointerCancel={hand.putBack}
    >
      <PieceMark p={p} on={on} byHand={byHand} number={i + 1} />
    </g>
  );
}

/** A piece as it lies: its outline, a dot where it was put by hand, and its number. */
function PieceMark({
  p,
  on,
  byHand,
  number,
}: {
  readonly p: LaidPiece;
  readonly on: boolean;
  readonly byHand: boolean;
  readonly number: number;
}) {
  const b: Bounds2 = boundsOf(p.lines.length > 0 ? p.lines : [[p.xMm, p.yMm]]);
  const size = Math.max(2.5, Math.min(7, Math.min(b.x1 - b.x0, b.y1 - b.y0) * 0.3));
  return (
    <>
      <path
        d={outlinePath(p.lines)}
        fill={on ? "var(--tape)" : "var(--chalk)"}
        fillOpacity={on ? 0.45 : 0.22}
        fillRule="evenodd"
        stroke={on ? "var(--tape)" : "var(--chalk)"}
        strokeWidth={on ? 0.9 : 0.5}
        strokeDasharray={p.spare ? "3 2" : undefined}
      />
      {byHand && <circle cx={b.x0 + 2.2} cy={b.y0 + 2.2} r={1.4} fill="var(--tape)" />}
      <text
        transform={`translate(${(b.x0 + b.x1) / 2} ${(b.y0 + b.y1) / 2 - size / 3}) scale(1 -1)`}
        fontSize={size}
        textAnchor="middle"
        fill="var(--chalk)"
        pointerEvents="none"
      >
        {number}
      </text>
    </>
  );
}

function BedGround({
  w,
  d,
  onSelect,
}: {
  readonly w: number;
  readonly d: number;
  readonly onSelect: (id: string | null) => void;
}) {
  return (
    <rect
      width={w}
      height={d}
      fill="none"
      stroke="var(--chalk)"
      strokeDasharray="4 4"
      strokeWidth={0.4}
      onPointerDown={() => onSelect(null)}
      pointerEvents="all"
    />
  );
}
