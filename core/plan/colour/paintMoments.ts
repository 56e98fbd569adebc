import { kindOf } from "#core/paint/layerKinds";
import type { SchemeLayer } from "#core/paint/scheme";
import type { WorkPlan } from "#core/plan/order/planWork";
import { partRef } from "#core/reference";
import type { Part } from "#core/scene/part";
import { laidLayers, layersOf } from "#core/scene/zone";

/** A moment of a part's painting: what was just laid, and how far each of its zones is then. */
export type PaintMoment = {
  readonly layerId: string;
  /** The steps that lay it: one for each of its colours. */
  readonly stepIds: readonly string[];
  readonly title: string;
  /** The zones that it is laid on. */
  readonly zones: readonly number[];
  /** Layers that are laid on each zone by its number, once this is done. */
  readonly done: readonly (readonly [zone: number, layers: number])[];
};

/** How a part is painted: the layers of each zone in the order in which they are laid, and the moments between. */
export type PaintCourse = {
  readonly schemes: readonly (readonly [zone: number, layers: readonly SchemeLayer[]])[];
  readonly moments: readonly PaintMoment[];
  /** Layers of its scheme that the plan does not lay. */
  readonly leftOut: readonly SchemeLayer[];
};

/** The last coat of a layer, as a step. */
type LastCoat = {
  readonly layerId: string;
  readonly stepId: string;
  readonly zones: readonly number[] | null;
};

/** The steps that lay the layers of a part, the last coat of each, in the order of work. */
function lastCoats(
  { steps, sequence }: Pick<WorkPlan, "steps" | "sequence">,
  { id, zones }: Pick<Part, "id" | "zones">,
): readonly LastCoat[] {
  const byId = new Map(steps.map((s) => [s.id, s]));
  const actions = new Map(layersOf(zones).map((l) => [l.id, kindOf(l.kind).action]));
  return sequence.order.flatMap((stepId) => {
    const step = byId.get(stepId);
    if (!step?.targets.includes(partRef(id)) || typeof step.partOf !== "object") return [];
    // Masks that a rule puts round a layer are of that layer too.
    const lays = step.insertedBy === null && step.action === actions.get(step.partOf.layerId);
    const isLast = !step.coat || step.coat.number === step.coat.of;
    return lays && isLast ? [{ layerId: step.partOf.layerId, stepId, zones: step.zones ?? null }] : [];
  });
}

/**
 * The painting of a part moment by moment, in the order that the plan lays its layers; as they are typed where nothing
 * of it is planned. Layers that lie on several zones at once are one moment.
 */
export function paintCourse(part: Part, work: Pick<WorkPlan, "steps" | "sequence">): PaintCourse {
  const coats = lastCoats(work, part);
  // A layer is there once the last of its colours is.
  const rank = new Map(coats.map(({ layerId }, i) => [layerId, i]));
  const isLaid = (l: SchemeLayer) => coats.length === 0 || rank.has(l.id);
  const zones = part.zones.map((z) => ({
    ...z,
    scheme: z.scheme.filter(isLaid).sort((a, b) => (rank.get(a.id) ?? 0) - (rank.get(b.id) ?? 0)),
  }));
  const done = new Map<number, number>();
  const moments = laidLayers(zones).map(({ layer, zones: on }): PaintMoment => {
    for (const { number } of on) done.set(number, (done.get(number) ?? 0) + 1);
    const numbers = on.map((z) => z.number);
    const stepIds = coats
      .filter((c) => c.layerId === layer.id && (!c.zones || c.zones.some((z) => numbers.includes(z))))
      .map((c) => c.stepId);
    const title = kindOf(layer.kind).title;
    return { layerId: layer.id, zones: numbers, stepIds, title, done: [...done] };
  });
  return {
    schemes: zones.map((z) => [z.number, z.scheme]),
    moments,
    leftOut: layersOf(part.zones).filter((l) => !isLaid(l)),
  };
}

/** The moment at which a step is done: the last one that it, or what comes before it, brings about. Null before any. */
export function momentOf({ moments }: PaintCourse, stepId: string, order: readonly string[]): number | null {
  const until = order.indexOf(stepId);
  if (until < 0) return null;
  const before = new Set(order.slice(0, until + 1));
  const at = moments.findLastIndex((m) => m.stepIds.length > 0 && m.stepIds.every((id) => before.has(id)));
  return at < 0 ? null : at;
}
