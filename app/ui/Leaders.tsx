import { Matrix4, Vector3 } from "three";
import { matrixOf, type Point, type Shape, type Turn } from "./partShape";

/** A name at a point of the part, shown while that point looks this way. File units. */
export type Leader = { readonly text: string; readonly at: Point; readonly normal: Point };

/** Leaders lead outward by so much, px. */
const OUT_PX = 34;
/** Names closer than this to one that is drawn are left out, px. */
const APART_PX = 24;

/** Names on short leaders over the picture of a part. */
export function Leaders({
  shape,
  turn,
  leaders,
}: {
  readonly shape: Shape;
  readonly turn: Turn;
  readonly leaders: readonly Leader[];
}) {
  const shown = placed(shape, turn, leaders);
  if (shown.length === 0) return null;
  return (
    <svg aria-hidden className="pointer-events-none absolute inset-0 size-full overflow-visible">
      <g style={{ transform: "translate(50%, 50%)" }}>
        {shown.map(({ text, from, to }) => (
          <g key={text}>
            <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="var(--chalk)" strokeWidth={1.2} />
            <circle cx={from.x} cy={from.y} r={2.4} fill="var(--chalk)" />
            <text
              x={to.x + (to.x < 0 ? -4 : 4)}
              y={to.y + 4}
              textAnchor={to.x < 0 ? "end" : "start"}
              fill="var(--chalk)"
              stroke="var(--mat)"
              strokeWidth={3}
              paintOrder="stroke"
              fontSize={13}
            >
              {text}
            </text>
          </g>
        ))}
      </g>
    </svg>
  );
}

type Place = { readonly x: number; readonly y: number };
type Placed = { readonly text: string; readonly from: Place; readonly to: Place };

function placed({ reach, middle }: Shape, turn: Turn, leaders: readonly Leader[]): readonly Placed[] {
  const matrix = matrixOf(turn);
  const turned = new Matrix4().extractRotation(matrix);
  const done: Placed[] = [];
  for (const { text, at, normal } of leaders) {
    const looks = new Vector3(...normal).applyMatrix4(turned);
    if (looks.z < 0.15) continue;
    const p = new Vector3(...(at.map((v, k) => (v - middle[k]!) / reach) as [number, number, number]));
    p.applyMatrix4(matrix);
    const from = { x: p.x, y: -p.y };
    const l = Math.hypot(from.x, from.y) || 1;
    const to = { x: from.x + (OUT_PX * from.x) / l, y: from.y + (OUT_PX * (from.y || -1)) / l };
    if (done.some((d) => Math.abs(d.to.y - to.y) < APART_PX && Math.abs(d.to.x - to.x) < 4 * APART_PX))
      continue;
    done.push({ text, from, to });
  }
  return done;
}
