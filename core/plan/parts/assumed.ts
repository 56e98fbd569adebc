import { staysBare } from "#core/scene/zone";
import { usualScheme } from "#core/paint/usualScheme";
import { type Finding, finding } from "#core/plan/finding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PartScene } from "#core/plan/parts/partSurroundings";
import { isPart, partRef } from "#core/reference";
import { lookedAt, type Part, patchedPart, printOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";
import type { Action, Step } from "#core/steps/step";
import { counted } from "#core/words";

/** Whether nobody said how a part is painted, in a scene where such parts are painted the usual way. */
export function isPaintAssumed(part: Part, { usualPaint }: Pick<PartScene, "usualPaint">): boolean {
  const { clear, pieceOf } = printOf(part);
  const isBought = part.made === "bought";
  const isSaid = part.zones.some((z) => z.scheme.length > 0) || part.zones.every(staysBare);
  return (
    usualPaint === true && !part.tool && !isSaid && !clear && !pieceOf && !isBought && lookedAt(part) === null
  );
}

/** A part with the usual paint where nobody said how it is painted. */
export const withUsualPaint = (
  part: Part,
  scene: Pick<PartScene, "usualPaint"> & { readonly tier: PartScene["tier"] },
): Part =>
  isPaintAssumed(part, scene)
    ? patchedPart(part, {
        zones: part.zones.map((z) =>
          staysBare(z) ? z : { ...z, scheme: usualScheme(part.tier ?? scene.tier) },
        ),
      })
    : part;

/** Steps of a scheme. */
const paints: readonly Action[] = ["prime", "paint", "shade", "drybrush", "varnish", "draw back"];

/** Steps as they are planned, those of assumed paint named as such. @param assumed ids of the parts it is on */
export const markAssumed = (steps: readonly Step[], assumed: ReadonlySet<string>): readonly Step[] => {
  const refs = new Set([...assumed].map(partRef));
  return steps.map((s) => {
    const onParts = s.targets.filter(isPart);
    const is = paints.includes(s.action) && onParts.length > 0 && onParts.every((t) => refs.has(t));
    return is ? { ...s, assumed: true, title: `${s.title} (assumed)` } : s;
  });
};

/** One open mark for everything that is painted the usual way because nobody said how. */
export function assumedFindings(parts: readonly PartPlan[], { scene }: Pick<PlanInput, "scene">): Finding[] {
  const assumed = parts.filter((p) => p.paintAssumed && p.held === null);
  if (assumed.length === 0) return [];
  const sentence =
    `${counted(assumed.length, "part is", "parts are")} planned the usual way: primer, two colours, a wash, ` +
    "varnish. It counts in hours and date and in nothing to buy. Choose colours, or leave them bare.";
  const bare = { table: "scenes", id: scene.id, patch: { usualPaint: false } } as const;
  return [
    finding("missing", "colour", "scene", "Paint", "assumed", sentence, [
      { label: "Leave them bare", edit: bare },
    ]),
  ];
}
