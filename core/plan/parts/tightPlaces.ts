import type { MeshMeasurement } from "#core/mesh/measure";
import { placeOn } from "#core/plan/parts/thinnest";
import { modelText } from "#core/scale/lengthFormat";

/** A slit, crease or flap of a part on the bench, mm, with where it is in words. */
export type TightPlace = {
  readonly kind: "slit" | "crease" | "flap";
  readonly widthMm: number;
  readonly lengthMm: number;
  readonly place: string;
};

/** Narrower openings close up in the print (default). */
const CLOSES_MM = 0.2;
/** What is shorter is a corner. */
const LEAST_LENGTH_MM = 1;

/** Folds, and slits that are too narrow to stay open; folds first. @param factor from file units to bench mm */
export function tightPlaces(
  { slits, folds, box }: Pick<MeshMeasurement, "slits" | "folds" | "box">,
  factor: number,
): readonly TightPlace[] {
  return [
    ...folds.map(({ kind, width, length, at }) => ({ kind, width, length, at })),
    ...slits.map(({ thickness: width, length, at }) => ({ kind: "slit" as const, width, length, at })),
  ]
    .map(({ kind, width, length, at }) => ({
      kind,
      widthMm: width * factor,
      lengthMm: length * factor,
      place: placeOn(box, at),
    }))
    .filter((p) => p.lengthMm >= LEAST_LENGTH_MM && (p.kind !== "slit" || p.widthMm < CLOSES_MM));
}

/** `crease of 0.10 mm over 12.0 mm, at the top, left`. */
export const tightText = ({ kind, widthMm, lengthMm, place }: TightPlace): string =>
  `${kind} of ${modelText(widthMm)} over ${modelText(lengthMm)}, ${place}`;
