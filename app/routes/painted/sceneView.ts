import { hexOfLab } from "#core/paint/colour";
import { type Shelf } from "#core/paint/layerBody";
import { stackOf } from "#core/paint/layerStack";
import { type PaintCourse, paintCourse } from "#core/plan/colour/paintMoments";
import { leafCopies } from "#core/plan/lay/leafCopies";
import { boxCorners, type StandingSurface, type Surface } from "#core/plan/lay/sceneSurface";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Plan } from "#core/plan/plan";
import { doneAt } from "./view";

/** How far the scene is painted: as it will be, or as far as its steps are done. */
export type HowFar = "finished" | "today";

/** The parts that stand on the board, in the order of the plan. */
export const standing = ({ parts }: Pick<Plan, "parts">): readonly PartPlan[] =>
  parts.filter((p) => p.held === null && p.part.place.placements.length > 0 && p.sizeMm !== null);

/** How many of a part's moments are there by then. */
export function momentsBy(
  { moments }: PaintCourse,
  far: HowFar,
  done: { readonly has: (stepId: string) => boolean },
): number {
  if (far === "finished") return moments.length;
  const open = moments.findIndex((m) => m.stepIds.length === 0 || m.stepIds.some((id) => !done.has(id)));
  return open < 0 ? moments.length : open;
}

/** Faces that a part may have in the picture: fewer where there are many copies. */
export const facesEach = ({ part }: Pick<PartPlan, "part">): number =>
  Math.max(4_000, Math.min(60_000, Math.round(240_000 / Math.max(1, part.place.placements.length))));

/** Bare plastic in the picture, where nothing is laid yet (our choice). */
export const BARE_HEX = "#9a9d9c";

/** What nobody drew: its box, in what it looks like from afar with so many layers on. */
export function boxOf(p: PartPlan, course: PaintCourse, at: number, shelf: Shelf): Surface {
  const [w, d, h] = p.sizeMm!;
  const corners = boxCorners([0, 0, 0], [w!, d!, h!]);
  const [zone, layers] = course.schemes.find(([, own]) => own.length > 0) ?? [0, []];
  const scheme = layers.slice(0, new Map(doneAt(course, at)).get(zone) ?? 0);
  const hex = scheme.length > 0 ? hexOfLab(stackOf(scheme, shelf).at(-1)!.mean) : BARE_HEX;
  const rgb = [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16));
  return { corners, faces: Uint8Array.from({ length: 48 }, (_, i) => [...rgb, 0][i % 4]!) };
}

/** A part's surface with where its copies stand. */
export function standsWith(p: PartPlan, surface: Surface, parts: readonly PartPlan[]): StandingSurface {
  const { placements, leaf } = p.part.place;
  return { surface, placements, leaf: leaf ? { of: leaf, copies: leafCopies(p, parts) } : undefined };
}

export const courseOf = (p: PartPlan, { work }: Pick<Plan, "work">): PaintCourse => paintCourse(p.part, work);

/** What the picture of the scene leaves out, in sentences. */
export function sceneNotes(
  plan: Pick<Plan, "parts" | "joints">,
  leftOut: number,
  boxes: readonly string[],
): readonly string[] {
  const off = plan.parts.filter((p) => p.part.place.placements.length === 0 && p.held === null);
  return [
    ...(off.length > 0 ? [`Not on the board yet: ${off.map((p) => p.part.name).join(", ")}.`] : []),
    ...(boxes.length > 0 ? [`Drawn as their boxes, since there is no model: ${boxes.join(", ")}.`] : []),
    ...(leftOut > 0 ? [`${leftOut} further copies are left out: there would be too much to draw.`] : []),
    ...(plan.joints.length > 0
      ? ["Parts that are joined stand where the lay has them, each with its foot on the board."]
      : []),
    "Edges and streaks are coarser here than on the page of one part. The ground is drawn as bare earth.",
  ];
}
