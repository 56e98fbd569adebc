import type { MeshMeasurement } from "#core/mesh/measure";
import type { ThinWall } from "#core/mesh/thinWalls";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { placeOn } from "#core/plan/parts/thinnest";
import type { Part } from "#core/scene/part";
import { counted } from "#core/words";

/** Wire and rod as shops have it, mm (common practice). */
const WIRES_MM = [0.3, 0.5, 0.8, 1, 1.5] as const;
/** What came out so often and never failed is proven (a default). */
const PROVEN = 3;
/** More places are not told one by one. */
const MOST_TOLD = 3;

/** A wall or rod that is thinner than a machine makes. Lengths mm on the bench. */
export type ThinPlace = {
  readonly thicknessMm: number;
  readonly lengthMm: number;
  /** Where, in words. */
  readonly place: string;
  /** The wire that can take its place; null of what is no rod. */
  readonly wireMm: number | null;
};

/** Every thin thing of a part as a place with its size, the thinnest first. @param leastMm what the machine makes */
export const placesUnder = (m: MeshMeasurement, factor: number, leastMm: number): readonly ThinPlace[] =>
  m.thinWalls
    .filter((w) => w.thickness * factor < leastMm)
    .map((w) => ({
      thicknessMm: w.thickness * factor,
      lengthMm: w.length * factor,
      place: placeOn(m.box, w.at),
      wireMm: w.rod ? wireFor(w, factor) : null,
    }));

/** The next wire that is no thinner; the thickest there is for all that is thicker. */
const wireFor = (w: ThinWall, factor: number): number =>
  WIRES_MM.find((mm) => mm >= w.thickness * factor - 1e-6) ?? WIRES_MM.at(-1)!;

/** How many copies of a part came out here, of those that were made. */
export function heldHere({ history: { copies } }: Pick<Part, "history">): {
  readonly held: number;
  readonly of: number;
} {
  const held = copies.filter((c) => c === "printed" || c === "finished" || c === "in place").length;
  return { held, of: held + copies.filter((c) => c === "spoilt").length };
}

/** Whether it came out so often, and always, that nothing need be said of how thin it is. */
export function isProven(part: Pick<Part, "history">): boolean {
  const { held, of } = heldHere(part);
  return held >= PROVEN && held === of;
}

/** What came out here so far, and the wires that can take the place of rods; empty where nothing is known. */
export function thinText(
  { part, measurement, rescale }: Pick<PartPlan, "part" | "measurement" | "rescale">,
  leastMm: number,
): string {
  const { held, of } = heldHere(part);
  const places = measurement ? placesUnder(measurement, rescale.factor, leastMm) : [];
  const rods = places.filter((p) => p.wireMm !== null);
  const told = rods
    .slice(0, MOST_TOLD)
    .map((p) => `wire ${p.wireMm} mm, ${Math.ceil(p.lengthMm)} mm long, ${p.place}`);
  const more = rods.length - told.length;
  return [
    ...(of > 0 ? [` Held ${held} of ${of} here.`] : []),
    ...(told.length > 0
      ? [` In its place: ${told.join("; ")}${more > 0 ? `; and ${counted(more, "more", "more")}` : ""}.`]
      : []),
  ].join("");
}
