import { Canvas } from "@react-three/fiber";
import { type KeyboardEvent, type PointerEvent, type ReactNode, useMemo, useRef } from "react";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { MatGrid } from "#ui/MatGrid";
import { Model } from "#ui/PartModel";
import { type Point, type Section, shapeOf, type Sight, sightAt } from "./partShape";
import { type Leader, Leaders } from "./Leaders";
import { usePartTurn } from "./usePartTurn";

export type { Section, Sight } from "./partShape";

/** A press that moves by less is a tap, px. */
const TAP_PX = 4;
/** A stroke is told of every so many pixels. */
const STROKE_PX = 6;

type Props = {
  soup: TriangleSoup;
  label: string;
  mmPerUnit: number;
  marked?: Uint8Array | null;
  /** A tint for every face by number, 255 for none. */
  tints?: Uint8Array | null;
  /** Lines along which tints meet, two points each. */
  borders?: Float32Array | null;
  /** Names on short leaders. */
  leaders?: readonly Leader[];
  lines?: Float32Array | null;
  section?: Section | null;
  heightEvery?: number;
  picks?: readonly Point[];
  onPick?: (sight: Sight) => void;
  /** While set, a drag draws on the part and turns nothing; told of every few pixels, and of its end with null. */
  onStroke?: (sight: Sight | null) => void;
  children?: ReactNode;
};

/**
 * One part on the mat. Turned by drag or arrow keys, nearer and further by wheel or plus and minus, framed by
 * Home; 1, 2 and 3 look from the front, the side and above. `mmPerUnit` is what a unit of the file is on the
 * bench. While picking, a tap picks, and Enter picks what is under the cross.
 */
export function PartViewer({
  soup,
  label,
  mmPerUnit,
  marked = null,
  tints = null,
  borders = null,
  leaders = [],
  lines = null,
  section = null,
  heightEvery = 0,
  picks = [],
  onPick,
  onStroke,
  children,
}: Props) {
  const shape = useMemo(() => shapeOf(soup), [soup]);
  const area = useRef<HTMLDivElement>(null);
  const { turn, by, byKey } = usePartTurn(area);
  const sightOf = (clientX: number, clientY: number) => {
    const box = area.current!.getBoundingClientRect();
    const x = clientX - box.left - box.width / 2;
    return sightAt(shape, turn, x, box.top + box.height / 2 - clientY);
  };
  const onDrawn = onStroke && ((p: ScreenPoint | null) => onStroke(p && sightOf(p.x, p.y)));
  const drag = useDrag(by, (x, y) => onPick?.(sightOf(x, y)), onDrawn);
  const onKey = keysOf(byKey, onPick && (() => onPick(sightAt(shape, turn, 0, 0))));
  return (
    <div
      ref={area}
      role="application"
      aria-label={label}
      tabIndex={0}
      className={`relative h-[46vh] min-h-64 touch-none ${onPick ? "cursor-crosshair" : "cursor-grab"}`}
      onKeyDown={onKey}
      onWheel={(e) => by(0, 0, e.deltaY < 0 ? 1.1 : 1 / 1.1)}
      {...drag}
    >
      <MatGrid pxPerMm={turn.near / (shape.reach * mmPerUnit)} origin={["50%", "50%"]} />
      <Lit>
        <Model
          shape={shape}
          turn={turn}
          marked={marked}
          tints={tints}
          borders={borders}
          lines={lines}
          section={section}
          heightEvery={heightEvery}
          picks={picks}
        />
      </Lit>
      {onPick && <Cross />}
      <Leaders shape={shape} turn={turn} leaders={leaders} />
      {children}
    </div>
  );
}

/** Enter picks where picking goes on; other keys turn the part. */
const keysOf =
  (byKey: (key: string) => boolean, onEnter: (() => void) | undefined) => (event: KeyboardEvent) => {
    const picks = event.key === "Enter" && onEnter !== undefined;
    if (picks) onEnter();
    if (!picks && !byKey(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
  };

type ScreenPoint = { readonly x: number; readonly y: number };

/** Turns by drag; a tap is told where it was. */
function useDrag(
  by: (around: number, up: number) => void,
  onTap: (clientX: number, clientY: number) => void,
  onStroke?: (at: ScreenPoint | null) => void,
) {
  const drag = useRef<{ x: number; y: number; moved: number } | null>(null);
  const drawn = useRef({ x: 0, y: 0 });
  return {
    onPointerDown: (e: PointerEvent<HTMLDivElement>) => {
      drag.current = { x: e.clientX, y: e.clientY, moved: 0 };
      e.currentTarget.setPointerCapture(e.pointerId);
    },
    onPointerMove: (e: PointerEvent<HTMLDivElement>) => {
      const d = drag.current;
      if (!d) return;
      const [dx, dy] = [e.clientX - d.x, e.clientY - d.y];
      if (onStroke) {
        const far = Math.hypot(e.clientX - drawn.current.x, e.clientY - drawn.current.y);
        if (far >= STROKE_PX) {
          drawn.current = { x: e.clientX, y: e.clientY };
          onStroke({ x: e.clientX, y: e.clientY });
        }
      } else by(dx * 0.01, dy * 0.01);
      drag.current = { x: e.clientX, y: e.clientY, moved: d.moved + Math.abs(dx) + Math.abs(dy) };
    },
    onPointerUp: (e: PointerEvent<HTMLDivElement>) => {
      if (drag.current && drag.current.moved < TAP_PX) onTap(e.clientX, e.clientY);
      else if (drag.current) onStroke?.(null);
      drag.current = null;
    },
  };
}

/** What is under it is picked by Enter. */
const Cross = () => (
  <span
    aria-hidden
    className="pointer-events-none absolute top-1/2 left-1/2 -translate-x-1/2 -translate-y-1/2 text-[26px] leading-none text-tape"
  >
    +
  </span>
);

/** Drawn on demand, a pixel a unit, lit from the upper left. */
const Lit = ({ children }: { readonly children: ReactNode }) => (
  <Canvas
    frameloop="demand"
    orthographic
    camera={{ position: [0, 0, 20_000], zoom: 1, near: 1, far: 40_000 }}
    dpr={[1, 2]}
    gl={{ antialias: true, alpha: true, preserveDrawingBuffer: true }}
    onCreated={({ gl }) => Object.assign(gl, { localClippingEnabled: true })}
  >
    <ambientLight intensity={0.9} />
    <directionalLight position={[-3, 5, 6]} intensity={2} />
    {children}
  </Canvas>
);
