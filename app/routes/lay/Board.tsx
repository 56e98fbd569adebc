import type { Plan } from "#core/plan/plan";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Placement } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import { adultModelMm } from "#core/scale/figureSize";
import { Mat, outlinePath } from "#ui/Mat";
import type { MeshMeasurement } from "#core/mesh/measure";
import { type Placing, usePlacing } from "./usePlacing";
import { boardOutline } from "./view";

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
  const placing = usePlacing(plan, onSelect);
  return (
    <Mat
      widthMm={scene.boardWidthMm}
      heightMm={scene.boardDepthMm}
      label={`Board, ${scene.boardWidthMm} by ${scene.boardDepthMm} mm`}
      className="max-h-[54vh]"
      gridMm={scene.gridMm}
    >
      {plan.parts.flatMap((p) =>
        p.part.place.placements.map((placed, index) => (
          <PlacedCopy
            key={`${p.part.id}${index}`}
            p={p}
            index={index}
            placed={placed}
            chosen={selected === p.part.id}
            placing={placing}
          />
        )),
      )}
      <AdultFigure scene={scene} adult={adultModelMm(scene.denominator)} />
    </Mat>
  );
}

/** One copy of a part where it stands, or where it is being moved to. */
function PlacedCopy({
  p,
  index,
  placed,
  chosen,
  placing,
}: {
  readonly p: PartPlan;
  readonly index: number;
  readonly placed: Placement;
  readonly chosen: boolean;
  readonly placing: Placing;
}) {
  if (!p.sizeMm) return null;
  const at = placing.at(p.part.id, index, placed);
  const moving = { partId: p.part.id, index, at };
  const number = p.part.count > 1 ? ` ${index + 1}` : "";
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-busy={at === placed ? undefined : true}
      aria-label={`${p.part.name}${number}, at ${at.xMm.toFixed(0)}, ${at.yMm.toFixed(0)} mm. Arrow keys move it, comma and full stop turn it.`}
      transform={`translate(${at.xMm} ${at.yMm}) rotate(${at.turnDeg})`}
      className="cursor-grab touch-none focus:outline-none [&:focus-visible_.shape]:stroke-tape"
      onKeyDown={(e) => placing.onKey(e, moving)}
      onBlur={placing.onLeave}
      onPointerDown={(e) => placing.press(e, moving)}
      onPointerMove={(e) => placing.drag(e, moving)}
      onPointerUp={placing.drop}
    >
      {p.measurement ? (
        <PlacedOutline m={p.measurement} factor={p.rescale.factor} chosen={chosen} />
      ) : (
        <PlacedBox size={p.sizeMm} />
      )}
    </g>
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
  factor,
  chosen,
}: {
  readonly m: MeshMeasurement;
  readonly factor: number;
  readonly chosen: boolean;
}) {
  const cx = (m.box.min[0] + m.box.max[0]) / 2;
  const cy = (m.box.min[1] + m.box.max[1]) / 2;
  return (
    <path
      className="shape"
      d={outlinePath(boardOutline(m, factor))}
      fillRule="evenodd"
      transform={`scale(${factor}) translate(${-cx} ${-cy})`}
      fill="var(--chalk)"
      fillOpacity={chosen ? 0.34 : 0.16}
      stroke={chosen ? "var(--tape)" : "var(--chalk)"}
      strokeWidth={chosen ? 2.4 : 1.3}
      vectorEffect="non-scaling-stroke"
    />
  );
}
