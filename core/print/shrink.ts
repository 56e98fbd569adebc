type Roll = { readonly id: string; readonly plastic: string };
type Axes = readonly [x: number, y: number, z: number];

/**
 * A piece whose drawn sizes and copies were measured, along the axes of the machine. mm; an axis that was not
 * measured has no figures.
 */
export type ShrinkReading = {
  readonly at: string;
  readonly materialId: string | null;
  readonly drawnMm: Axes;
  readonly measuredMm: readonly [x: readonly number[], y: readonly number[], z: readonly number[]];
};

/** What a machine makes of a length in a material. */
export type Shrink = {
  /** Times a length, by axis, so that it comes out as drawn: 1 where it was not measured. */
  readonly grow: Axes;
  /** How far copies differ, mm (standard deviation); 0 while it is not known. */
  readonly sdMm: number;
  readonly copies: number;
  /** It was measured on another roll of the same plastic: one piece of this one is still to be measured. */
  readonly otherRoll: boolean;
};

/** Copies that a mean is taken from at the least. */
export const LEAST_COPIES = 3;
export const axisNames = ["x", "y", "z"] as const;

const mean = (v: readonly number[]) => v.reduce((a, b) => a + b, 0) / v.length;

/** Standard deviation of a sample about its own mean. */
function spreadOf(v: readonly number[]): number {
  const m = mean(v);
  return v.length < 2 ? 0 : Math.sqrt(v.reduce((sum, x) => sum + (x - m) ** 2, 0) / (v.length - 1));
}

/** Of one reading: what each axis is to be multiplied by, and the largest spread of its axes. */
export function shrinkOf(reading: Pick<ShrinkReading, "drawnMm" | "measuredMm">): Omit<Shrink, "otherRoll"> {
  const axes = reading.measuredMm.map((copies, i) => ({ copies, drawn: reading.drawnMm[i]! }));
  const counted = axes.filter((a) => a.copies.length >= LEAST_COPIES);
  return {
    grow: axes.map(({ copies, drawn }) =>
      copies.length >= LEAST_COPIES ? drawn / mean(copies) : 1,
    ) as unknown as Axes,
    sdMm: Math.max(0, ...counted.map((a) => spreadOf(a.copies))),
    copies: Math.max(0, ...counted.map((a) => a.copies.length)),
  };
}

/**
 * What was measured last on a machine in a material, or in one that was not told; else in another roll of the same
 * plastic.
 * @returns null where nothing was
 */
export function shrinkFor(
  { shrink = [] }: { readonly shrink?: readonly ShrinkReading[] | undefined },
  material: Roll | null,
  materials: readonly Roll[],
): Shrink | null {
  const own = shrink.findLast((r) => r.materialId === null || r.materialId === material?.id);
  if (own) return { ...shrinkOf(own), otherRoll: false };
  const alike = new Set(materials.filter((m) => m.plastic === material?.plastic).map((m) => m.id));
  const other = shrink.findLast((r) => r.materialId !== null && alike.has(r.materialId));
  return other ? { ...shrinkOf(other), otherRoll: true } : null;
}

/** What copies that differ so need beside a gap, mm a side: twice their standard deviation. */
export const spreadGapMm = (shrink: Shrink | null): number => 2 * (shrink?.sdMm ?? 0);
