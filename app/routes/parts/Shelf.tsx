import { Adult } from "#ui/Adult";
import { shelfLabels } from "./view";
import { printOf } from "#core/scene/part";
import { type RefObject, useEffect, useMemo, useRef } from "react";
import type { Plan } from "#core/plan/plan";
import { adultModelMm } from "#core/scale/figureSize";
import { outlinePath } from "#ui/Mat";
import { MatGrid } from "#ui/MatGrid";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { useSight } from "#app/hooks/useSight";

type Place = { p: Plan["parts"][number]; x: number; w: number };

/**
 * Parts side by side at one scale on a shelf line, a figure at the start, so that the odd one out stands out
 * by its own size.
 */
export function Shelf({
  plan,
  denominator,
  odd,
  selected,
  onSelect,
}: {
  plan: Plan;
  denominator: number;
  odd: ReadonlySet<string>;
  selected: string | null;
  onSelect: (id: string) => void;
}) {
  const adult = adultModelMm(denominator);
  const { places, lengthMm, tallest } = useMemo(() => shelfPlaces(plan, adult), [plan, adult]);
  const pxPerMm = Math.min(5, Math.max(0.6, 190 / tallest));
  const width = Math.max(lengthMm * pxPerMm, 300);
  const height = tallest * pxPerMm;
  const scroller = useRef<HTMLDivElement>(null);
  const sight = useSight(scroller);
  const chosenAt = places.find((q) => q.p.part.id === selected);
  useBroughtIntoSight(scroller, chosenAt, pxPerMm);
  const inSight = places.filter(
    ({ x, w, p }) => ((x + w) * pxPerMm >= sight.from && x * pxPerMm <= sight.to) || p.part.id === selected,
  );
  return (
    <div className="relative">
      <MatGrid pxPerMm={pxPerMm} origin={["0px", `${height + 8}px`]} />
      <div
        ref={scroller}
        className="relative overflow-x-auto pb-1"
        tabIndex={0}
        role="region"
        aria-label="The shelf"
      >
        <svg
          width={width}
          height={height + 66}
          role="group"
          aria-label={`${places.length} parts at one scale`}
        >
          <ShelfPlaces
            height={height}
            pxPerMm={pxPerMm}
            adult={adult}
            inSight={inSight}
            selected={selected}
            odd={odd}
            onSelect={onSelect}
          />
          <line x1="0" x2={width} y1={height + 8} y2={height + 8} stroke="var(--chalk)" strokeWidth="2" />
          <ShelfNames places={places} inSight={inSight} pxPerMm={pxPerMm} width={width} height={height} />
        </svg>
      </div>
    </div>
  );
}

/** Scrolls to what was selected elsewhere. */
function useBroughtIntoSight(
  scroller: RefObject<HTMLDivElement | null>,
  place: Place | undefined,
  pxPerMm: number,
) {
  const from = place ? place.x * pxPerMm : null;
  const to = place ? (place.x + place.w) * pxPerMm : null;
  useEffect(() => {
    const box = scroller.current;
    if (!box || from === null || to === null) return;
    if (from < box.scrollLeft || to > box.scrollLeft + box.clientWidth) box.scrollTo({ left: from - 40 });
  }, [scroller, from, to]);
}

function ShelfNames({
  places,
  inSight,
  pxPerMm,
  width,
  height,
}: {
  readonly places: readonly Place[];
  readonly inSight: readonly Place[];
  readonly pxPerMm: number;
  readonly width: number;
  readonly height: number;
}) {
  const names = places.map(({ p, x }) => ({ name: p.part.name, xPx: x * pxPerMm }));
  return shelfLabels(names, width)
    .filter((_, i) => inSight.includes(places[i]!))
    .map(({ text, xPx, row }) => (
      <ShelfName key={`${text} ${xPx}`} text={text} xPx={xPx} height={height} row={row} />
    ));
}

function ShelfName({
  text,
  xPx,
  height,
  row,
}: {
  readonly text: string;
  readonly xPx: number;
  readonly height: number;
  readonly row: 0 | 1;
}) {
  return (
    <text x={xPx} y={height + 28 + 20 * row} fill="var(--chalk)" fontSize="13" aria-hidden="true">
      {text}
    </text>
  );
}

function ShelfPlaces({
  height,
  pxPerMm,
  adult,
  inSight,
  selected,
  odd,
  onSelect,
}: {
  readonly height: number;
  readonly pxPerMm: number;
  readonly adult: number;
  readonly inSight: Place[];
  readonly selected: string | null;
  readonly odd: ReadonlySet<string>;
  readonly onSelect: (id: string) => void;
}) {
  return (
    <g transform={`translate(0 ${height + 8}) scale(${pxPerMm} ${-pxPerMm})`}>
      <Adult tall={adult} at={adult * 0.3} fill="var(--chalk)" />
      {inSight.map(({ p, x }) => (
        <ShelfPart
          key={p.part.id}
          p={p}
          x={x}
          chosen={selected === p.part.id}
          odd={odd.has(p.part.id)}
          onSelect={onSelect}
        />
      ))}
    </g>
  );
}

const gapOf = (adult: number) => Math.max(6, adult * 0.3);

/** Where each part stands, left to right, model mm. */
function shelfPlaces(
  plan: Plan,
  adult: number,
): { places: readonly Place[]; lengthMm: number; tallest: number } {
  const gap = gapOf(adult);
  const places: Place[] = [];
  let x = adult * 0.6 + gap;
  let tallest = adult;
  for (const p of plan.parts) {
    if (printOf(p.part).pieceOf) continue;
    if (!p.sizeMm || p.held) continue;
    // Long names need room: the label is never wider than its place.
    const w = Math.max(p.sizeMm[0], adult * 0.4);
    places.push({ p, x, w });
    tallest = Math.max(tallest, Math.min(p.sizeMm[2], adult * 6));
    x += w + gap;
  }
  return { places, lengthMm: x, tallest };
}

function ShelfPart({
  p,
  x,
  chosen,
  odd,
  onSelect,
}: {
  p: Plan["parts"][number];
  x: number;
  chosen: boolean;
  odd: boolean;
  onSelect: (id: string) => void;
}) {
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`${p.part.name}, ${p.sizeMm!.map((v) => v.toFixed(1)).join(" by ")} mm${odd ? ", not at the scene's scale" : ""}`}
      transform={`translate(${x} 0)`}
      className="cursor-pointer focus:outline-none [&:focus-visible_.shape]:stroke-tape"
      onClick={() => onSelect(p.part.id)}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          onSelect(p.part.id);
        }
      }}
    >
      <Outline p={p} chosen={chosen} odd={odd} />
    </g>
  );
}

function Outline({
  p: { measurement: m, rescale, sizeMm },
  chosen,
  odd,
}: {
  readonly p: PartPlan;
  readonly chosen: boolean;
  readonly odd: boolean;
}) {
  if (!m)
    return (
      <rect
        className="shape"
        width={sizeMm![0]}
        height={sizeMm![2]}
        fill="var(--chalk)"
        fillOpacity={0.15}
        stroke="var(--chalk)"
        strokeDasharray="4 3"
        vectorEffect="non-scaling-stroke"
      />
    );
  return (
    <path
      className="shape"
      d={outlinePath(m.front)}
      fillRule="evenodd"
      transform={`scale(${rescale.factor}) translate(${-m.box.min[0]} ${-m.box.min[2]})`}
      fill="var(--chalk)"
      fillOpacity={chosen ? 0.35 : 0.15}
      stroke={chosen || odd ? "var(--tape)" : "var(--chalk)"}
      strokeWidth={chosen ? 2.5 : 1.4}
      strokeDasharray={odd && !chosen ? "5 4" : undefined}
      vectorEffect="non-scaling-stroke"
    />
  );
}
