import { memo, type RefObject, useLayoutEffect, useMemo, useRef } from "react";
import { leafCopies } from "#core/plan/lay/leafCopies";
import { type Leaf, LEAF_DEG } from "#core/scene/leaf";
import type { Plan } from "#core/plan/plan";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Placement } from "#core/scene/part";
import type { Scene } from "#core/scene/scene";
import { adultModelMm } from "#core/scale/figureSize";
import { Adult } from "#ui/Adult";
import { Mat } from "#ui/Mat";
import { type Moving, type Placing, pointOf, usePlacing } from "./usePlacing";
import { boardPath, MANY_COPIES, nearestCopy, standingPath } from "./view";

/** Copies from which on edges are not smoothed: a machine without graphics takes twice as long for it. */
const COARSE_FROM = 200;

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
  const latest = useRef(placing);
  useLayoutEffect(() => {
    latest.current = placing;
  });
  const standing = useMemo(() => plan.parts.filter((p) => p.held === null), [plan.parts]);
  const copies = standing.reduce((n, p) => n + p.part.place.placements.length, 0);
  return (
    <Mat
      widthMm={scene.boardWidthMm}
      heightMm={scene.boardDepthMm}
      label={`Board, ${scene.boardWidthMm} by ${scene.boardDepthMm} mm`}
      className="max-h-[54vh]"
      gridMm={scene.gridMm}
    >
      <g shapeRendering={copies > COARSE_FROM ? "optimizeSpeed" : undefined}>
        {standing.map((p) => (
          <PlacedPart
            key={p.part.id}
            p={p}
            chosen={selected === p.part.id}
            asOne={copies > MANY_COPIES}
            placing={placing}
            latest={latest}
            standing={standing}
          />
        ))}
      </g>
      <AdultFigure scene={scene} adult={adultModelMm(scene.denominator)} />
    </Mat>
  );
}

/** A part on the board: each copy for itself, or all as one while there are very many and it is not chosen. */
function PlacedPart({
  p,
  chosen,
  asOne,
  placing,
  latest,
  standing,
}: {
  readonly p: PartPlan;
  /** All that stands on the board. */
  readonly standing: readonly PartPlan[];
  readonly chosen: boolean;
  readonly asOne: boolean;
  readonly placing: Placing;
  readonly latest: RefObject<Placing>;
}) {
  const leaves = useMemo(() => (p.part.place.leaf ? leafCopies(p, standing) : []), [p, standing]);
  return (
    <g>
      {asOne && p.sizeMm && <CopiesAsOne p={p} chosen={chosen} placing={latest} />}
      {(!asOne || chosen) &&
        p.part.place.placements.map((placed, index) => {
          const at = placing.at(p.part.id, index, placed);
          return (
            <PlacedCopy
              key={index}
              openDeg={LEAF_DEG[leaves[index]?.stands ?? "closed"]}
              p={p}
              index={index}
              at={at}
              isSaved={at === placed}
              chosen={chosen}
              placing={latest}
            />
          );
        })}
    </g>
  );
}

/** All copies of a part in one path. What is pressed is the copy that is nearest; it can be dragged on at once. */
const CopiesAsOne = memo(function CopiesAsOne({
  p,
  chosen,
  placing,
}: {
  readonly p: PartPlan;
  readonly chosen: boolean;
  readonly placing: RefObject<Placing>;
}) {
  const grabbed = useRef<Moving | null>(null);
  const { placements } = p.part.place;
  if (placements.length === 0) return null;
  return (
    <path
      role="button"
      tabIndex={chosen ? -1 : 0}
      aria-hidden={chosen ? true : undefined}
      aria-label={`${p.part.name}, ${placements.length} on the board. Enter takes them apart for the keys.`}
      d={chosen ? "" : standingPath(p, placements)}
      fill="var(--chalk)"
      fillOpacity={0.16}
      fillRule="evenodd"
      stroke="var(--chalk)"
      strokeWidth={1.3}
      strokeDasharray={p.measurement ? undefined : "4 3"}
      vectorEffect="non-scaling-stroke"
      className="cursor-grab touch-none focus:outline-none focus-visible:stroke-tape"
      onKeyDown={(e) => placing.current.onKey(e, { partId: p.part.id, index: 0, at: placements[0]! })}
      onPointerDown={(e) => {
        const { x, y } = pointOf(e);
        const index = nearestCopy(placements, x, y);
        grabbed.current = { partId: p.part.id, index, at: placements[index]! };
        placing.current.press(e, grabbed.current);
      }}
      onPointerMove={(e) => {
        if (grabbed.current) placing.current.drag(e, grabbed.current);
      }}
      onPointerUp={() => {
        grabbed.current = null;
        placing.current.drop();
      }}
    />
  );
});

/**
 * One copy of a part where it stands, or where it is being moved to. While one moves the others are not drawn again.
 */
const PlacedCopy = memo(function PlacedCopy({
  p,
  index,
  at,
  isSaved,
  chosen,
  placing,
  openDeg,
}: {
  readonly p: PartPlan;
  /** How far it is turned on its hinge, where it opens. */
  readonly openDeg: number;
  readonly index: number;
  readonly at: Placement;
  readonly isSaved: boolean;
  readonly chosen: boolean;
  readonly placing: RefObject<Placing>;
}) {
  if (!p.sizeMm) return null;
  const moving = { partId: p.part.id, index, at };
  const number = p.part.count > 1 ? ` ${index + 1}` : "";
  return (
    <path
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-busy={isSaved ? undefined : true}
      aria-label={`${p.part.name}${number}, at ${at.xMm.toFixed(0)}, ${at.yMm.toFixed(0)} mm. Arrow keys move it, comma and full stop turn it.`}
      {...shapeOf(p, p.sizeMm, at, openDeg)}
      fill="var(--chalk)"
      fillOpacity={chosen ? 0.34 : 0.16}
      stroke={chosen ? "var(--tape)" : "var(--chalk)"}
      strokeWidth={chosen ? 2.4 : 1.3}
      vectorEffect="non-scaling-stroke"
      className="cursor-grab touch-none focus:outline-none focus-visible:stroke-tape"
      onKeyDown={(e) => placing.current.onKey(e, moving)}
      onBlur={() => placing.current.onLeave()}
      onPointerDown={(e) => placing.current.press(e, moving)}
      onPointerMove={(e) => placing.current.drag(e, moving)}
      onPointerUp={() => placing.current.drop()}
    />
  );
});

/** A leaf turned on its hinge, as a transform of a drawing on the board. */
function swing({ hinge, way }: Leaf, width: number, openDeg: number): string {
  const x = hinge === "left" ? -width / 2 : width / 2;
  const turn = (hinge === "left") === (way === "front") ? -openDeg : openDeg;
  return `rotate(${turn} ${x} 0)`;
}

/** The outline of a part where it stands: as it was measured, or its box where nothing more is known. */
function shapeOf(
  { part, measurement: m, rescale: { factor } }: PartPlan,
  [width, depth]: readonly [number, number, number],
  at: Placement,
  openDeg: number,
) {
  const { leaf } = part.place;
  const stands = `translate(${at.xMm} ${at.yMm}) rotate(${at.turnDeg})${leaf ? ` ${swing(leaf, width, openDeg)}` : ""}`;
  if (!m)
    return {
      d: `M${-width / 2} ${-depth / 2}h${width}v${depth}h${-width}Z`,
      transform: stands,
      strokeDasharray: "4 3",
    };
  const cx = (m.box.min[0] + m.box.max[0]) / 2;
  const cy = (m.box.min[1] + m.box.max[1]) / 2;
  return {
    d: boardPath(m, factor),
    transform: `${stands} scale(${factor}) translate(${-cx} ${-cy})`,
    fillRule: "evenodd" as const,
  };
}

function AdultFigure({ scene, adult }: { readonly scene: Scene; readonly adult: number }) {
  return (
    <g
      transform={`translate(${scene.boardWidthMm - adult * 0.5} ${adult * 0.12})`}
      aria-label="An adult in this scale"
      role="img"
    >
      <Adult tall={adult} fill="var(--chalk)" />
    </g>
  );
}
