import {
  type KeyboardEvent,
  type PointerEvent,
  startTransition,
  useEffect,
  useEffectEvent,
  useRef,
  useState,
} from "react";
import { useFetcher } from "react-router";
import type { Plan } from "#core/plan/plan";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Placement } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import { adultModelMm } from "#core/scale/figureSize";
import { Mat, outlinePath } from "#ui/Mat";
import type { MeshMeasurement } from "#core/mesh/measure";

type Moving = { readonly partId: string; readonly index: number; readonly at: Placement };

/** The board in plan: parts as their true footprints, moved by drag or keys. */
export function Board({
  plan,
  scene,
  selected,
  onSelect,
}: {
  plan: Plan;
  scene: Scene;
  selected: string | null;
  onSelect: (id: string | null) => void;
}) {
  const fetcher = useFetcher();
  const [moving, setMoving] = useState<Moving | null>(null);
  const drag = useRef<{ dx: number; dy: number } | null>(null);
  const settle = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const latest = useRef<Moving | null>(null);
  const save = (m: Moving) => {
    const part = plan.parts.find((p) => p.part.id === m.partId)?.part;
    if (!part) return;
    const placements = part.place.placements.map((p, i) => (i === m.index ? m.at : p));
    // Shown where it was put until the plan has it there, however long that takes: the next key moves it from
    // there.
    const shown = () => startTransition(() => setMoving((now) => (now === m ? null : now)));
    fetcher
      .submit(
        { intent: "place", partId: part.id, name: part.name, placements: JSON.stringify(placements) },
        { method: "post", action: "?index" },
      )
      .then(shown, shown);
  };
  const move = (m: Moving) => {
    latest.current = m;
    setMoving(m);
  };
  const pointOf = (event: PointerEvent<SVGGElement>) => {
    const svg = event.currentTarget.ownerSVGElement!;
    const inner = svg.querySelector("g")!;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(inner.getScreenCTM()!.inverse());
    return { x: p.x, y: p.y };
  };
  /** What was moved by keys is written at the latest when the part or the page is left. */
  const onLeave = () => {
    if (settle.current === undefined || !latest.current) return;
    clearTimeout(settle.current);
    settle.current = undefined;
    save(latest.current);
    latest.current = null;
  };
  const onHide = useEffectEvent(onLeave);
  useEffect(() => {
    const hide = () => onHide();
    window.addEventListener("pagehide", hide);
    return () => {
      window.removeEventListener("pagehide", hide);
      hide();
    };
  }, []);
  const onKey = (event: KeyboardEvent, p: PartPlan, index: number, at: Placement) => {
    const step = event.shiftKey ? 10 : 1;
    const by: Record<string, Partial<Placement>> = {
      ArrowLeft: { xMm: at.xMm - step },
      ArrowRight: { xMm: at.xMm + step },
      ArrowUp: { yMm: at.yMm + step },
      ArrowDown: { yMm: at.yMm - step },
      ",": { turnDeg: at.turnDeg + 5 },
      ".": { turnDeg: at.turnDeg - 5 },
    };
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      onSelect(p.part.id);
      return;
    }
    const change = by[event.key];
    if (!change) return;
    event.preventDefault();
    const m = { partId: p.part.id, index, at: { ...at, ...change } };
    move(m);
    clearTimeout(settle.current);
    settle.current = setTimeout(onLeave, 350);
  };
  const adult = adultModelMm(scene.denominator);
  return (
    <Mat
      widthMm={scene.boardWidthMm}
      heightMm={scene.boardDepthMm}
      label={`Board, ${scene.boardWidthMm} by ${scene.boardDepthMm} mm`}
      className="max-h-[54vh]"
      gridMm={scene.gridMm}
    >
      {plan.parts.flatMap((p) =>
        p.part.place.placements.map((placed, index) => {
          const at = moving?.partId === p.part.id && moving.index === index ? moving.at : placed;
          const size = p.sizeMm;
          if (!size) return null;
          const m = p.measurement;
          const f = p.rescale.factor;
          const cx = m ? (m.box.min[0] + m.box.max[0]) / 2 : 0;
          const cy = m ? (m.box.min[1] + m.box.max[1]) / 2 : 0;
          const chosen = selected === p.part.id;
          return (
            <g
              key={`${p.part.id}${index}`}
              role="button"
              tabIndex={0}
              aria-pressed={chosen}
              aria-busy={at === placed ? undefined : true}
              aria-label={`${p.part.name}${p.part.count > 1 ? ` ${index + 1}` : ""}, at ${at.xMm.toFixed(0)}, ${at.yMm.toFixed(0)} mm. Arrow keys move it, comma and full stop turn it.`}
              transform={`translate(${at.xMm} ${at.yMm}) rotate(${at.turnDeg})`}
              className="cursor-grab touch-none focus:outline-none [&:focus-visible_.shape]:stroke-tape"
              onKeyDown={(e) => onKey(e, p, index, at)}
              onBlur={onLeave}
              onPointerDown={(e) => {
                const { x, y } = pointOf(e);
                drag.current = { dx: at.xMm - x, dy: at.yMm - y };
                e.currentTarget.setPointerCapture(e.pointerId);
                latest.current = null;
                onSelect(p.part.id);
              }}
              onPointerMove={(e) => {
                if (!drag.current) return;
                const { x, y } = pointOf(e);
                move({
                  partId: p.part.id,
                  index,
                  at: {
                    ...at,
                    xMm: Math.round((x + drag.current.dx) * 2) / 2,
                    yMm: Math.round((y + drag.current.dy) * 2) / 2,
                  },
                });
              }}
              onPointerUp={() => {
                drag.current = null;
                if (latest.current) save(latest.current);
              }}
            >
              {m ? <PlacedOutline m={m} f={f} cx={cx} cy={cy} chosen={chosen} /> : <PlacedBox size={size} />}
            </g>
          );
        }),
      )}
      <AdultFigure scene={scene} adult={adult} />
    </Mat>
  );
}

function AdultFigure({ scene, adult }: { readonly scene: Scene; readonly adult: number }) {
  return (
    <g
      transform={`translate(${scene.boardWidthMm - adult * 0.5} ${adult * 0.12})`}
      aria-label="An adult in this scale"
      role="img"
    >
      <path
        d={`M${-adult * 0.1} 0L${-adult * 0.13} ${adult * 0.78}L${adult * 0.13} ${adult * 0.78}L${adult * 0.1} 0Z`}
        fill="var(--chalk)"
      />
      <circle cy={adult * 0.89} r={adult * 0.1} fill="var(--chalk)" />
    </g>
  );
}

/** The box of a part of which nothing more is known. */
function PlacedBox({ size }: { readonly size: readonly [number, number, number] }) {
  return (
    <rect
      className="shape"
      x={-size[0] / 2}
      y={-size[1] / 2}
      width={size[0]}
      height={size[1]}
      fill="var(--chalk)"
      fillOpacity={0.16}
      stroke="var(--chalk)"
      strokeWidth={1.3}
      strokeDasharray="4 3"
      vectorEffect="non-scaling-stroke"
    />
  );
}

/** The outline of a part that was measured, as it stands. */
function PlacedOutline({
  m,
  f,
  cx,
  cy,
  chosen,
}: {
  readonly m: MeshMeasurement;
  readonly f: number;
  readonly cx: number;
  readonly cy: number;
  readonly chosen: boolean;
}) {
  return (
    <path
      className="shape"
      d={outlinePath(m.plan)}
      fillRule="evenodd"
      transform={`scale(${f}) translate(${-cx} ${-cy})`}
      fill="var(--chalk)"
      fillOpacity={chosen ? 0.34 : 0.16}
      stroke={chosen ? "var(--tape)" : "var(--chalk)"}
      strokeWidth={chosen ? 2.4 : 1.3}
      vectorEffect="non-scaling-stroke"
    />
  );
}
