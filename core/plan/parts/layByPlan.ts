import type { MeshMeasurement } from "#core/mesh/measure";
import { isAsDrawn, posedId } from "#core/mesh/pose";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import type { PartScene } from "#core/plan/parts/partSurroundings";
import { waysKey, type WaysToFind } from "#core/plan/plates/derivedKeys";
import { pieceRisk } from "#core/plan/plates/pieceRisk";
import { recordOf } from "#core/print/reprints";
import { failureOdds } from "#core/print/simulatedRun";
import { bestWay, waysUnder } from "#core/plan/plates/waysFor";
import type { LaySchool, LayWishes } from "#core/print/wayUp";
import { lookedAt, type Part, patchedPart, printOf } from "#core/scene/part";
import type { Derived } from "#core/scene/planInput";

type OnMachine = PartPlan & { readonly chosen: Candidate };

/** Found lying so, it may fail so much oftener than as drawn, and no more (our choice). */
const OFTENER = 0.1;

/** Whether the plan may lay it: it is printed on a machine and nobody said how. */
const isForPlan = (plan: PartPlan): plan is OnMachine =>
  plan.part.made === "printed" &&
  plan.chosen !== null &&
  plan.part.meshId !== null &&
  printOf(plan.part).pose === null &&
  !lookedAt(plan.part);

/** A zone is marked by so many of its largest directions. */
const MOST_MARKED = 40;

/** The faces of zones that mate or are never seen; nothing of a part without such. */
function markedFaces(zones: PartPlan["zones"]): Pick<LayWishes, "marked"> {
  const marked = zones.flatMap(({ zone: { meaning }, measure }) =>
    measure && (meaning === "mating" || meaning === "never seen")
      ? [...measure.directions]
          .sort((a, b) => b.area - a.area)
          .slice(0, MOST_MARKED)
          .map(({ normal, area }) => ({ normal, area, is: meaning }))
      : [],
  );
  return marked.length > 0 ? { marked } : {};
}

/** What ways to lay a part are ranked by, beside the machine. */
export const layWishes = (
  { part, body, zones }: Pick<PartPlan, "part" | "body" | "zones">,
  { one }: Pick<Candidate, "one">,
  school: LaySchool | null,
): LayWishes => ({
  school,
  front: part.finish.front,
  ...markedFaces(zones),
  minutesPerMm3: one.minutes.value / Math.max(1, body?.volumeMm3 ?? Infinity),
});

/** The ways that should be looked for, for a part as it was drawn; null of one that the plan does not lay. */
function waysWanted(drawn: PartPlan, scene: PartScene): WaysToFind | null {
  if (!isForPlan(drawn)) return null;
  const { part, chosen, rescale } = drawn;
  const { printer } = chosen;
  const wishes = layWishes(drawn, chosen, scene.laySchool ?? null);
  const { viewingDistanceMm: distanceMm } = scene;
  const key = waysKey(part.meshId!, rescale.factor, printer, distanceMm, wishes);
  const { meshId, name } = part;
  return { kind: "ways", key, meshId: meshId!, factor: rescale.factor, printer, distanceMm, wishes, name };
}

/**
 * A part as the plan lays it: the best way that fits its machine, where it fails not much oftener so than as drawn.
 * As drawn while nothing better is known.
 * @param measuredAs what was measured of a mesh as it lies, by `posedId`
 * @param planned plans the part lying otherwise
 */
export function laidByPlan(
  drawn: PartPlan,
  scene: PartScene,
  derived: Derived,
  measuredAs: ReadonlyMap<string, MeshMeasurement>,
  planned: (part: Part, lying: MeshMeasurement) => PartPlan,
): PartPlan {
  const wanted = waysWanted(drawn, scene);
  const known = wanted && waysUnder(wanted.key, derived.ways);
  if (!isForPlan(drawn)) return drawn;
  const notYet: PartPlan = { ...drawn, lies: { by: "nobody", look: wanted } };
  if (!known) return notYet;
  const { ways } = known;
  const lies = (because: string) =>
    ({ by: "plan", ways, because, look: known.exact ? null : wanted }) as const;
  const best = bestWay(ways, drawn.chosen.printer);
  if (!best || isAsDrawn(best.pose)) return { ...drawn, lies: lies("It lies best as it was drawn.") };
  const lying = measuredAs.get(posedId(drawn.part.meshId!, best.pose));
  if (!lying) return notYet;
  const { raised } = printOf(drawn.part);
  const onResin = drawn.chosen.printer.process === "resin";
  const print = { pose: best.pose, raised: raised ?? (onResin ? best.raised : null) };
  const laid = planned(patchedPart(drawn.part, { print }), lying);
  if (!laid.chosen || failsShare(laid as OnMachine) > failsShare(drawn) + OFTENER)
    return { ...drawn, lies: lies("It lies as it was drawn: laid otherwise it would fail oftener.") };
  const spared = spares(drawn, laid as OnMachine, best.raised);
  if (spared === null) return { ...drawn, lies: lies("It lies best as it was drawn.") };
  return { ...laid, lies: lies(spared), reasons: [...laid.reasons, spared] };
}

/** How often one copy by itself is expected to fail on a machine without a record. */
const failsShare = ({ chosen, ...plan }: OnMachine): number =>
  failureOdds(chosen.printer.process, [pieceRisk(plan, chosen, "", "")], recordOf([])).total;

const inTen = (share: number) => Math.max(1, Math.round(10 * share));

/** What lying so spares against lying as drawn, in one line; null where that is nothing. */
function spares({ chosen: drawn, ...plan }: OnMachine, laid: OnMachine, raised: boolean): string | null {
  const { chosen } = laid;
  const whole = (of: (c: Candidate) => number, what: string) =>
    less(Math.round(of(drawn)), Math.round(of(chosen)), what);
  const spared = [
    less(drawn.supports.contacts, chosen.supports.contacts, "support places"),
    fewerFailures(failsShare({ ...plan, chosen: drawn }), failsShare(laid)),
    whole((c) => c.surface.visible.value, "cm² of steps seen"),
    whole((c) => c.one.minutes.value, "minutes of the machine"),
  ].filter((text) => text !== null);
  return spared.length === 0
    ? null
    : `Laid by the plan: ${spared.join(", ")}${raised ? "; on supports" : ""}.`;
}

const less = (before: number, after: number, what: string): string | null =>
  after < 0.95 * before ? `${after === 0 ? "no" : after} ${what} instead of ${before}` : null;

const fewerFailures = (before: number, after: number): string | null =>
  inTen(after) < inTen(before) ? `fails ${inTen(after)} times in 10 instead of ${inTen(before)}` : null;
