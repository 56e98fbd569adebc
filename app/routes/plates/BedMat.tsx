import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from "react";
import { apart } from "#core/print/nest";
import { boundsOf, type Bounds2 } from "#core/print/nestShape";
import { usableBed } from "#core/print/printer";
import { type LaidPiece, type PlatePlan, SPACING_MM } from "#core/plan/plates/planPlates";
import { Mat, outlinePath } from "#ui/Mat";
import { movedPiece, turnedPiece } from "./movePiece";

/** A plan takes a moment: for so long a piece stands where it was just put, ms. */
const AHEAD_MS = 2000;

/**
 * A bed on which pieces are moved by drag and by keys. A place that would collide is refused with its reason,
 * and the
 * piece goes back.
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
  const [dragged, setDragged] = useState<{
    piece: LaidPiece;
    fromX: number;
    fromY: number;
    dx: number;
    dy: number;
  } | null>(null);
  // Keys come faster than plans: the next one moves on from the last.
  const [ahead, setAhead] = useState<LaidPiece | null>(null);
  useEffect(() => {
    if (!ahead) return undefined;
    const timer = setTimeout(() => setAhead(null), AHEAD_MS);
    return () => clearTimeout(timer);
  }, [ahead]);
  const now = (l: LaidPiece) => (ahead?.id === l.id ? ahead : l);
  const bedArea = useRef<SVGGElement>(null);
  const { printer } = plate;
  const m = printer.marginMm;
  const [w, d] = usableBed(printer);
  const still = plate.running !== null;
  /** A point of the page in mm on the bed. */
  const mmOf = (e: PointerEvent) => {
    const matrix = bedArea.current?.getScreenCTM();
    return matrix ? new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse()) : new DOMPoint();
  };
  const settle = (piece: LaidPiece) => {
    const refused = refusal(piece, plate.laid, [w, d], SPACING_MM[printer.process]);
    if (refused) return onRefused(refused);
    setAhead(piece);
    return onMove(piece);
  };
  const onKey = (e: KeyboardEvent, piece: LaidPiece) => {
    const by = e.shiftKey ? 10 : 1;
    const moves: Record<string, () => LaidPiece> = {
      ArrowLeft: () => movedPiece(piece, -by, 0),
      ArrowRight: () => movedPiece(piece, by, 0),
      ArrowUp: () => movedPiece(piece, 0, by),
      ArrowDown: () => movedPiece(piece, 0, -by),
      q: () => turnedPiece(piece, e.shiftKey ? 5 : 90),
      e: () => turnedPiece(piece, e.shiftKey ? -5 : -90),
      Q: () => turnedPiece(piece, 5),
      E: () => turnedPiece(piece, -5),
    };
    const move = moves[e.key];
    if (!move || still) return;
    e.preventDefault();
    e.stopPropagation();
    settle(move());
  };
  const shown = (l: LaidPiece) =>
    dragged?.piece.id === l.id ? movedPiece(dragged.piece, dragged.dx, dragged.dy) : now(l);
  return (
    <Mat
      widthMm={printer.bedMm[0]}
      heightMm={printer.bedMm[1]}
      label={`Bed of ${printer.name}, ${plate.laid.length} pieces`}
    >
      <g ref={bedArea} transform={`translate(${m} ${m})`}>
        <BedGround w={w} d={d} onSelect={onSelect} />
        {plate.laid.map((l, i) => {
          const p = shown(l);
          const b = boundsOf(p.lines.length > 0 ? p.lines : [[p.xMm, p.yMm]]);
          const on = selected === l.id;
          const size = Math.max(2.5, Math.min(7, Math.min(b.x1 - b.x0, b.y1 - b.y0) * 0.3));
          return (
            <g
              key={l.id}
              tabIndex={0}
              role="button"
              aria-pressed={on}
              aria-label={`${l.partName}, piece ${i + 1} of ${plate.laid.length}, at ${p.xMm.toFixed(0)}, ${p.yMm.toFixed(0)} mm${locked.has(l.id) ? ", put by hand" : ""}`}
              className={still ? "" : "cursor-move"}
              style={{ touchAction: "none" }}
              onFocus={() => onSelect(l.id)}
              onKeyDown={(e) => onKey(e, now(l))}
              onPointerDown={(e) => {
                onSelect(l.id);
                if (still) return;
                e.currentTarget.setPointerCapture(e.pointerId);
                const at = mmOf(e);
                setDragged({ piece: now(l), fromX: at.x, fromY: at.y, dx: 0, dy: 0 });
              }}
              onPointerMove={(e) => {
                if (dragged?.piece.id !== l.id) return;
                const at = mmOf(e);
                setDragged({ ...dragged, dx: at.x - dragged.fromX, dy: at.y - dragged.fromY });
              }}
              onPointerUp={() => {
                if (dragged && Math.hypot(dragged.dx, dragged.dy) > 0.5)
                  settle(movedPiece(dragged.piece, dragged.dx, dragged.dy));
                setDragged(null);
              }}
              onPointerCancel={() => setDragged(null)}
            >
              <PieceMark p={p} on={on} l={l} locked={locked} b={b} size={size} i={i} />
            </g>
          );
        })}
      </g>
    </Mat>
  );
}

function PieceMark({
  p,
  on,
  l,
  locked,
  b,
  size,
  i,
}: {
  readonly p: LaidPiece;
  readonly on: boolean;
  readonly l: LaidPiece;
  readonly locked: ReadonlySet<string>;
  readonly b: Bounds2;
  readonly size: number;
  readonly i: number;
}) {
  return (
    <>
      <path
        d={outlinePath(p.lines)}
        fill={on ? "var(--tape)" : "var(--chalk)"}
        fillOpacity={on ? 0.45 : 0.22}
        fillRule="evenodd"
        stroke={on ? "var(--tape)" : "var(--chalk)"}
        strokeWidth={on ? 0.9 : 0.5}
        strokeDasharray={l.spare ? "3 2" : undefined}
      />
      {locked.has(l.id) && <circle cx={b.x0 + 2.2} cy={b.y0 + 2.2} r={1.4} fill="var(--tape)" />}
      <text
        transform={`translate(${(b.x0 + b.x1) / 2} ${(b.y0 + b.y1) / 2 - size / 3}) scale(1 -1)`}
        fontSize={size}
        textAnchor="middle"
        fill="var(--chalk)"
        pointerEvents="none"
      >
        {i + 1}
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

/** Why a piece cannot lie there; null where it can. */
export function refusal(
  piece: LaidPiece,
  others: readonly LaidPiece[],
  [w, d]: readonly [number, number],
  spacing: number,
): string | null {
  const b = boundsOf(piece.lines);
  const over = [
    [-b.x0, "left"],
    [-b.y0, "front"],
    [b.x1 - w, "right"],
    [b.y1 - d, "back"],
  ].find(([v]) => (v as number) > 1e-6);
  if (over)
    return `${piece.partName} would hang ${(over[0] as number).toFixed(1)} mm over the ${String(over[1])} of the usable bed. It stays where it was.`;
  const near = others.find((o) => o.id !== piece.id && !apart(piece.lines, 0, 0, b, o.lines, 0, 0, spacing));
  return near
    ? `${piece.partName} would come nearer than ${spacing} mm to ${near.partName}. It stays where it was.`
    : null;
}
