import { exact } from "#core/figure";
import { type ProductId, productOf } from "#core/materials/products";
import { jointRef, partRef } from "#core/reference";
import { draftStep, type Speed } from "#core/steps/draftStep";
import { factsOf } from "#core/steps/factsOf";
import type { OrderSchools } from "#core/steps/orderSchools";
import type { Step } from "#core/steps/step";

/** A joint, or some that are alike, as work. */
export type JointWork = {
  readonly id: string;
  readonly name: string;
  readonly partIds: readonly string[];
  readonly glue: ProductId | null;
  readonly count: number;
  readonly shows: boolean;
  readonly gapMm: number | null;
  readonly magnet: boolean;
};

/** What has to be known of a part that is joined. */
export type JoinedPart = {
  readonly id: string;
  readonly clear: boolean;
  readonly releaseAt: number;
  /** It is picked up and knocked about. */
  readonly handled: boolean;
  /** Names its colours, so that two parts of one finish are known. */
  readonly finish: string;
};

/** Hands of glueing or filling joints that are alike: getting it out, and each (common practice). */
export const jointMinutes = (count: number) => 4 + 3 * count;
/** Glue a joint, ml (common practice). */
const GLUE_ML = 0.2;

/** Glueing, and filling the seam where it shows. */
export function jointSteps(
  j: JointWork,
  parts: readonly JoinedPart[],
  speed: Speed,
  schools: OrderSchools,
): readonly Step[] {
  const members = parts.filter((p) => j.partIds.includes(p.id));
  if (members.length === 0 || !j.glue) return [];
  const clear = members.some((p) => p.clear);
  const finishes = new Set(members.map((p) => p.finish));
  const apart = clear || (!j.shows && (schools.joining === "paint, then join" || finishes.size > 1));
  const shared = {
    targets: [jointRef(j.id), ...members.map((p) => partRef(p.id))],
    onWhat: j.name,
    minutes: jointMinutes(j.count),
    releaseAt: Math.max(...members.map((p) => p.releaseAt)),
  };
  const glue = draftStep(
    {
      ...shared,
      id: `${jointRef(j.id)}/glue`,
      clear,
      pieces: j.count,
      action: "glue",
      title: `Glue ${j.name}`,
      product: j.glue,
      tool: "glue",
      waitMinutes: productOf(j.glue).handleMinutes,
      mixMl: exact(GLUE_ML * j.count, "ml", "practice"),
      facts: factsOf({
        shows: j.shows && !apart ? true : undefined,
        first: apart ? undefined : true,
        apart: apart ? true : undefined,
        handled: members.some((p) => p.handled) ? true : undefined,
        gapMm: j.gapMm ?? undefined,
        magnet: j.magnet ? true : undefined,
      }),
    },
    speed,
  );
  if (!j.shows) return [glue];
  const fill = draftStep(
    {
      ...shared,
      id: `${jointRef(j.id)}/fill-seam`,
      action: "fill seam",
      title: "Fill and smooth the seam",
      product: "solvent putty",
      tool: "spatula",
      waitMinutes: 120,
      facts: factsOf({ gapMm: j.gapMm ?? undefined }),
    },
    speed,
  );
  return [glue, fill];
}
