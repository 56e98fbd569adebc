import { dot, unit, type Vec3 } from "#core/mesh/pose";
import type { Patch } from "#core/zones/patchGraph";

/**
 * A step between two faces that look the same way, or a notch cut into one. Patches by number, lengths in file units;
 * `width` of a notch, null of a step.
 */
export type ReliefStep = {
  readonly high: number;
  readonly low: number;
  /** What lies between them: the side of the step, both sides of a notch. */
  readonly between: readonly number[];
  readonly depth: number;
  readonly length: number;
  readonly width: number | null;
  readonly at: Vec3;
};

/** Faces are parallel within this, and what lies between two of them turns from both by more. */
const PARALLEL = Math.cos((15 * Math.PI) / 180);
const BETWEEN = Math.cos((20 * Math.PI) / 180);
/** A patch is flat where its normals, summed by area, are this much of its area. */
const FLAT = 0.97;
/** A side of a step is at most so many times as wide as the step is deep: it is no slope. */
const SIDE_TIMES = 6;

/**
 * Steps and notches of at most a depth: what is carved into a face, and what stands on it.
 * @param most deepest that counts, file units
 */
export function reliefSteps(graph: readonly Patch[], most: number): readonly ReliefStep[] {
  const normals = graph.map((p) => unit(p.toward));
  const isFlat = graph.map((p) => Math.hypot(...p.toward) >= FLAT * p.area);
  const steps: ReliefStep[] = [];
  graph.forEach((wall, w) => {
    if (wall.beside.size > MOST_BESIDE) return;
    const beside = [...wall.beside.keys()].filter(
      (a) => isFlat[a] && dot(normals[a]!, normals[w]!) < BETWEEN,
    );
    for (const [i, a] of beside.entries()) {
      for (const b of beside.slice(i + 1)) {
        if (dot(normals[a]!, normals[b]!) < PARALLEL) continue;
        const step = stepBetween(graph, normals, w, a, b);
        if (step && step.depth <= most) steps.push(step);
      }
    }
    steps.push(...notchesOf(graph, normals, isFlat, w, most));
  });
  return steps;
}

const MOST_BESIDE = 64;

const heightOf = ({ centre }: Patch, n: Vec3): number =>
  n[0] * centre[0] + n[1] * centre[1] + n[2] * centre[2];

function stepBetween(
  graph: readonly Patch[],
  normals: readonly Vec3[],
  w: number,
  a: number,
  b: number,
): ReliefStep | null {
  const wall = graph[w]!;
  const n = normals[a]!;
  const rise = heightOf(graph[a]!, n) - heightOf(graph[b]!, n);
  const [high, low] = rise > 0 ? [a, b] : [b, a];
  const toHigh = wall.beside.get(high)!;
  const toLow = wall.beside.get(low)!;
  const length = Math.min(toHigh.length, toLow.length);
  const depth = Math.abs(rise);
  // Over its upper edge a step turns away, in its lower one it turns towards.
  const isStep = toHigh.concave < 0.5 * toHigh.length && toLow.concave > 0.5 * toLow.length;
  if (!isStep || depth <= 0 || wall.area > SIDE_TIMES * depth * Math.max(toHigh.length, toLow.length))
    return null;
  return { high, low, between: [w], depth, length, width: null, at: wall.centre };
}

/** Two slanting sides that meet at the bottom, each from a face that looks the same way. */
function notchesOf(
  graph: readonly Patch[],
  normals: readonly Vec3[],
  isFlat: readonly boolean[],
  w: number,
  most: number,
): readonly ReliefStep[] {
  const side = graph[w]!;
  const topOf = (patch: number): number | undefined =>
    [...graph[patch]!.beside]
      .filter(
        ([a, { length, concave }]) =>
          isFlat[a] && concave < 0.5 * length && graph[a]!.area > graph[patch]!.area,
      )
      .sort((p, q) => q[1].length - p[1].length)[0]?.[0];
  const a = topOf(w);
  if (a === undefined || dot(normals[a]!, normals[w]!) >= BETWEEN) return [];
  return [...side.beside].flatMap(([v, { length, concave }]): ReliefStep[] => {
    if (v <= w || concave < 0.5 * length) return [];
    const b = topOf(v);
    if (b === undefined || dot(normals[a]!, normals[b]!) < PARALLEL) return [];
    const n = normals[a]!;
    const depth = 2 * (heightOf(graph[a]!, n) - heightOf(side, n));
    const flat = (patch: number) => graph[patch]!.area * Math.abs(dot(normals[patch]!, n));
    const width = (flat(w) + flat(v)) / length;
    const isNotch = depth > 0 && depth <= most && dot(normals[v]!, n) < BETWEEN;
    return isNotch ? [{ high: a, low: b, between: [w, v], depth, length, width, at: side.centre }] : [];
  });
}

/**
 * Length and width of a patch that is long and narrow, or a net of such, by its area and its outline: a strip of length
 * l and width w has the outline 2 (l + w) and the area l w. Null of one that is not.
 * @param times longer than wide by at least so much
 */
export function stripOf(
  { area, rim }: Pick<Patch, "area" | "rim">,
  times: number,
): { readonly length: number; readonly width: number } | null {
  const half = rim / 2;
  const square = half * half - 4 * area;
  if (square < 0) return null;
  const width = (half - Math.sqrt(square)) / 2;
  const length = half - width;
  return width > 0 && length >= times * width ? { length, width } : null;
}
