import { copiesNamed } from "#core/paint/copies";
import { type Line, standingLines } from "#core/plan/lay/standing";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { chanceOf } from "#core/random";
import { type Leaf, LEAF_DEG, type LeafPosition, leafPositions } from "#core/scene/leaf";
import type { Placement } from "#core/scene/part";
import { degToRad } from "#core/units";

/** How one copy of a leaf stands. */
export type LeafCopy = {
  /** From 1. */
  readonly copy: number;
  readonly wanted: LeafPosition;
  /** As far as it can: what stands near may hold it. */
  readonly stands: LeafPosition;
  /** What it would meet, and how far that is from its hinge, mm; null where nothing holds it. */
  readonly held: { readonly by: string; readonly fromHingeMm: number } | null;
};

type Standing = Pick<PartPlan, "part" | "measurement" | "rescale" | "sizeMm" | "held">;
type Point = readonly [number, number];

/** The swing is looked at every so many degrees. */
const STEP_DEG = 2;

/**
 * The corners of a leaf as it stands, turned on its hinge; the hinge is the first end of its middle line.
 * @param from how far from the hinge it begins, mm
 */
export function leafOutline(
  [widthMm, depthMm]: readonly number[],
  { xMm, yMm, turnDeg }: Placement,
  { hinge, way }: Pick<Leaf, "hinge" | "way">,
  openDeg: number,
  from = 0,
): readonly Point[] {
  const side = hinge === "left" ? 1 : -1;
  // The front of the board is where y begins.
  const toward = way === "front" ? -1 : 1;
  const open = degToRad(openDeg);
  const along: Point = [side * Math.cos(open), toward * Math.sin(open)];
  const across: Point = [-along[1], along[0]];
  const turn = degToRad(turnDeg);
  const put = (u: number, v: number): Point => {
    const x = (-side * widthMm!) / 2 + u * along[0] + v * across[0];
    const y = u * along[1] + v * across[1];
    return [xMm + x * Math.cos(turn) - y * Math.sin(turn), yMm + x * Math.sin(turn) + y * Math.cos(turn)];
  };
  const half = depthMm! / 2;
  return [put(from, -half), put(widthMm!, -half), put(widthMm!, half), put(from, half)];
}

/**
 * How every copy of a leaf that is on the board stands, and what holds it. What it touches while it is closed it is
 * hung in; that holds nothing.
 * @param others all that stands on the board
 */
export function leafCopies(p: Standing, others: readonly Standing[]): readonly LeafCopy[] {
  const { leaf, placements } = p.part.place;
  if (!leaf || !p.sizeMm || p.held) return [];
  const wanted = wantedOf(leaf, placements.length);
  const near = others
    .filter((o) => !o.held && o.sizeMm)
    .flatMap((o) =>
      standingLines(o, o.part.place.placements).map((lines, copy) => ({ of: o.part, copy, lines })),
    );
  return placements.map((placement, i) => {
    const outline = (deg: number) => leafOutline(p.sizeMm!, placement, leaf, deg);
    // What is right beside the hinge is its post: the knuckle turns in it.
    const swung = (deg: number) =>
      leafOutline(p.sizeMm!, placement, leaf, deg, Math.min(p.sizeMm![1], p.sizeMm![0] / 4));
    const around = near.filter(
      ({ of, copy, lines }) => !(of.id === p.part.id && copy === i) && !meets(outline(0), lines),
    );
    for (let deg = STEP_DEG; deg <= LEAF_DEG[wanted[i]!]; deg += STEP_DEG) {
      const met = around.find(({ lines }) => meets(swung(deg), lines));
      if (!met) continue;
      const stands = leafPositions.findLast((l) => LEAF_DEG[l] < deg)!;
      const [a, , , d] = outline(0);
      const hinge: Point = [(a![0] + d![0]) / 2, (a![1] + d![1]) / 2];
      const held = { by: met.of.name, fromHingeMm: farFrom(hinge, met.lines) };
      return { copy: i + 1, wanted: wanted[i]!, stands, held };
    }
    return { copy: i + 1, wanted: wanted[i]!, stands: wanted[i]!, held: null };
  });
}

/** The position that each copy is drawn: as many of each as can be. The same seed always gives the same. */
function wantedOf({ stand, seed }: Leaf, count: number): readonly LeafPosition[] {
  if (stand !== "each its own") return Array<LeafPosition>(count).fill(stand);
  const wanted = Array<LeafPosition>(count).fill("closed");
  Array.from({ length: count }, (_, i) => i)
    .sort((a, b) => chanceOf(seed, a) - chanceOf(seed, b))
    .forEach((copy, drawn) => (wanted[copy] = leafPositions[drawn % leafPositions.length]!));
  return wanted;
}

/** How the copies stand, as it is read at the bench: `copies 1 and 3 ajar; copy 2 open`. */
export const leafText = (copies: readonly LeafCopy[]): string =>
  leafPositions
    .map((l) => ({ l, those: copies.filter((c) => c.stands === l).map((c) => c.copy) }))
    .filter(({ those }) => those.length > 0)
    .map(({ l, those }) => `${copiesNamed(those)} ${l}`)
    .join("; ");

const edgesOf = (line: Line): readonly (readonly [Point, Point])[] =>
  Array.from({ length: line.length / 2 }, (_, i) => {
    const j = (2 * i + 2) % line.length;
    return [
      [line[2 * i]!, line[2 * i + 1]!],
      [line[j]!, line[j + 1]!],
    ];
  });

/** Whether a leaf and what lines enclose have a point in common. */
function meets(leaf: readonly Point[], lines: readonly Line[]): boolean {
  const own = edgesOf(leaf.flat());
  const theirs = lines.flatMap(edgesOf);
  return (
    theirs.some(([a, b]) => own.some(([c, d]) => crosses(a, b, c, d))) ||
    isInside(leaf[0]!, theirs) ||
    (theirs.length > 0 && isInside(theirs[0]![0], own))
  );
}

const sideOf = (a: Point, b: Point, p: Point): number =>
  (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);

const crosses = (a: Point, b: Point, c: Point, d: Point): boolean =>
  sideOf(a, b, c) * sideOf(a, b, d) <= 0 && sideOf(c, d, a) * sideOf(c, d, b) <= 0 && overlaps(a, b, c, d);

/** Boxes of two stretches meet: what lies in one line and apart does not cross. */
const overlaps = (a: Point, b: Point, c: Point, d: Point): boolean =>
  [0, 1].every(
    (k) =>
      Math.min(a[k]!, b[k]!) <= Math.max(c[k]!, d[k]!) && Math.min(c[k]!, d[k]!) <= Math.max(a[k]!, b[k]!),
  );

/** By how often a line to the right goes through the edges. */
const isInside = ([x, y]: Point, edges: readonly (readonly [Point, Point])[]): boolean =>
  edges.filter(([a, b]) => a[1] > y !== b[1] > y && x < a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]))
    .length %
    2 ===
  1;

/** From a point to the nearest of some lines, mm. */
const farFrom = (p: Point, lines: readonly Line[]): number =>
  Math.min(
    ...lines.flatMap(edgesOf).map(([a, b]) => {
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
      const long = dx * dx + dy * dy;
      const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / long));
      return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
    }),
  );
