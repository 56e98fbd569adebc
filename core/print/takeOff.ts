import type { ThinWall } from "#core/mesh/thinWalls";
import type { SupportRegion, SupportWork } from "#core/print/supports";

/** What is done with a strut when supports come off. */
export type StrutMark = "cut first" | "cut last" | "keep as handle";

/** A place of supports, numbered along the part from the left, as it lies; mm from the middle of its file. */
export type Strut = Omit<SupportRegion, "at"> & {
  readonly at: readonly [number, number, number];
  readonly number: number;
  readonly mark: StrutMark | null;
};

/** A thin section that the pull of a clipper may break: mm across, and where. */
export type ThinNeck = { readonly mm: number; readonly at: readonly [number, number, number] };

/** How supports come off one copy so that nothing thin breaks. */
export type TakeOff = {
  readonly struts: readonly Strut[];
  readonly necks: readonly ThinNeck[];
  /** In words, for whoever has the clippers; null where there is nothing to heed. */
  readonly advice: string | null;
  /** Number of the strut that stays on until it is painted; null without one. */
  readonly keep: number | null;
};

/** A section under this breaks by the clipper, mm; half of a tip's own is less (common practice). */
const THIN_NECK_MM = 1;
/** Struts so near to a thin neck pull at it, mm (a default). */
const NEAR_MM = 8;
/** A pull is shared by tips: a place with so many is strong. */
const STRONG_TIPS = 2;

const apart = (a: readonly number[], b: readonly number[]) =>
  Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!, a[2]! - b[2]!);

const listed = (numbers: readonly number[]): string =>
  numbers.length < 2 ? numbers.join() : `${numbers.slice(0, -1).join(", ")} and ${numbers.at(-1)}`;

/**
 * The order in which supports are cut. Beside a thin neck the strong ones go first, those farthest from it before
 * the others; what is nearest holds it to the end. Without a neck the order is free. Common practice.
 * @param thin walls and rods of the part as it lies, file units
 * @param factor from file units to mm on the bench
 * @param footAt the middle of what a raised part hangs by, bench mm as its other places
 * @param isPainted one strut stays on as a handle
 */
export function takeOff(
  supports: Pick<SupportWork, "regions">,
  thin: readonly ThinWall[],
  factor: number,
  footAt: readonly [number, number, number],
  isPainted: boolean,
): TakeOff {
  const necks = thin
    .filter((w) => w.rod && w.thickness * factor < THIN_NECK_MM)
    .map((w) => ({
      mm: w.thickness * factor,
      at: [w.at[0] * factor, w.at[1] * factor, w.at[2] * factor] as const,
    }))
    .sort((a, b) => a.mm - b.mm);
  const isOne = supports.regions.length === 1;
  const placed = supports.regions
    .map((r) => ({ ...r, at: r.at ?? footAt }))
    .sort((a, b) => a.at[0] - b.at[0] || a.at[1] - b.at[1]);
  if (necks.length === 0 || placed.length === 0) {
    const struts = placed.map((r, i) => ({ ...r, number: i + 1, mark: null }));
    return { struts, necks, advice: null, keep: null };
  }
  const farOf = (r: Pick<Strut, "at">) => Math.min(...necks.map((n) => apart(r.at, n.at)));
  const byNear = placed.map((r, i) => ({ i, far: farOf(r) })).sort((a, b) => a.far - b.far);
  // What is nearest to the neck holds it to the end; with one place alone there is no choice.
  const last = new Set(
    byNear.slice(0, placed.length - 1).flatMap(({ i, far }, k) => (k === 0 || far < NEAR_MM ? [i] : [])),
  );
  const kept = placed.length > 1 && isPainted ? byNear[0]!.i : null;
  const struts = placed.map((r, i): Strut => ({
    ...r,
    number: i + 1,
    mark: isOne ? null : i === kept ? "keep as handle" : last.has(i) ? "cut last" : "cut first",
  }));
  return {
    struts,
    necks,
    advice: adviceOf(struts, necks[0]!, farOf),
    keep: kept === null ? null : kept + 1,
  };
}

function adviceOf(struts: readonly Strut[], neck: ThinNeck, farOf: (r: Pick<Strut, "at">) => number): string {
  const numbers = (mark: StrutMark) => struts.filter((s) => s.mark === mark);
  const first = [...numbers("cut first")]
    .sort(
      (a, b) => Number(b.contacts >= STRONG_TIPS) - Number(a.contacts >= STRONG_TIPS) || farOf(b) - farOf(a),
    )
    .map((s) => s.number);
  const late = numbers("cut last").map((s) => s.number);
  const kept = numbers("keep as handle").map((s) => s.number);
  return [
    `The thinnest stem is ${neck.mm.toFixed(1)} mm: warm the supports, hold the thin side`,
    ...(first.length > 0 ? [`cut ${listed(first)} first`] : []),
    ...(late.length > 0 ? [`${listed(late)} last`] : []),
    ...(kept.length > 0 ? [`keep number ${kept[0]} as a handle`] : []),
  ].join(", ");
}
