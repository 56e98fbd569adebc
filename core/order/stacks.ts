import { isPart } from "#core/reference";
import type { ProductId } from "#core/materials/products";
import { productOf } from "#core/materials/products";
import { isFilm } from "#core/order/rules/ask";
import { coatlessTitle, layerStepId } from "#core/steps/coats";
import { isBoardWide, type Step } from "#core/steps/step";

/**
 * One film on a target: which step laid it, when, and when it is cured through, in minutes of the plan's
 * clock.
 */
export type Film = {
  readonly stepId: string;
  readonly title: string;
  readonly product: ProductId;
  readonly chemistry: string;
  readonly sheen: Step["sheen"];
  readonly at: number;
  readonly curedAt: number;
  /** Dry thickness of all its coats, mm. */ readonly filmMm: number;
};

/** The films on every target from the substrate up, in the order in which they are laid. */
export function stacks(
  steps: readonly Step[],
  startsAt: ReadonlyMap<string, number>,
): ReadonlyMap<string, readonly Film[]> {
  const byTarget = new Map<string, Film[]>();
  const inTime = steps
    .filter((s) => startsAt.has(s.id) && isFilm(s))
    .sort((a, b) => startsAt.get(a.id)! - startsAt.get(b.id)! || (a.id < b.id ? -1 : 1));
  for (const step of inTime) {
    const family = productOf(step.product!);
    const at = startsAt.get(step.id)!;
    for (const target of step.targets) {
      // Ground lies beside the parts that stand in it, not on them.
      if (isBoardWide(step) && isPart(target)) continue;
      const stack = byTarget.get(target) ?? byTarget.set(target, []).get(target)!;
      const film: Film = {
        stepId: step.id,
        title: step.title,
        product: step.product!,
        chemistry: family.chemistry,
        sheen: step.sheen,
        at,
        curedAt: at + family.cureMinutes,
        filmMm: (step.facts?.depthMm ?? family.filmMm) * (step.coats ?? 1),
      };
      const below = stack.at(-1);
      if (below && coatBelow(step, below.stepId)) stack.splice(-1, 1, oneFilm(below, film, step));
      else stack.push(film);
    }
  }
  return byTarget;
}

/** Whether the film below is an earlier coat of the same layer. */
const coatBelow = (step: Step, belowId: string): boolean =>
  (step.coat?.number ?? 1) > 1 && layerStepId(belowId) === layerStepId(step.id);

/** Coats of one layer as one film: as thick as all of them, as young as the last. */
const oneFilm = (below: Film, film: Film, step: Step): Film => ({
  ...film,
  title: `${coatlessTitle(film)}, ${step.coat!.number} coats`,
  filmMm: below.filmMm + film.filmMm,
});
