import { type Outcome, refused, success } from "#core/outcome";
import type { Joint } from "#core/scene/joint";
import { type FormShape, numberOf, type SentForm, textOf } from "#app/readForm";

/** How many joints are alike. */
export const jointForm: FormShape<{ count: number; each: number }> = (joi) => ({
  count: joi.number().integer().min(1).max(10_000).default(1),
  each: joi.number().integer().min(1).max(1000).default(1).label("How many hold each joint"),
});

/** A seam wider than this is no seam, mm. */
const WIDEST_MM = 100;

/** The seam of a joint as it was measured; undefined where no width was typed. */
export function seamOf(form: SentForm): Outcome<Joint["seam"]> {
  const [width, depth, length] = ["seamWidth", "seamDepth", "seamLength"].map((name) => numberOf(form, name));
  for (const typed of [width!, depth!, length!]) if (!typed.ok) return typed;
  const value = (typed: Outcome<number | null>) => (typed.ok ? typed.value : null);
  const widthMm = value(width!);
  if (widthMm === null) return success(undefined);
  if (widthMm > WIDEST_MM)
    return refused(
      "joint/seam",
      `A seam of ${widthMm} mm is a hole: cut a piece for it, or print it again.`,
      ["seamWidth"],
    );
  return success({
    widthMm,
    depthMm: value(depth!) || null,
    lengthMm: value(length!) || null,
    textured: textOf(form, "seamTextured") === "on",
    sandable: textOf(form, "seamSandable") === "on",
  });
}
