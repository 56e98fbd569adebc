import type { GivenPrinter } from "#core/plan/parts/planPart";
import type { Candidate, PartPlan } from "#core/plan/parts/partPlan";
import { evenings } from "#core/print/processTable";
import type { Joint } from "#core/scene/joint";
import { printOf } from "#core/scene/part";
import { unionFind } from "#core/unionFind";

/** Parts that are glued to each other where the seam is seen: their faces should be alike. */
export const gluedInSight = ({ glue, shows }: Pick<Joint, "glue" | "shows">): boolean =>
  glue !== null && shows;

/**
 * Parts glued to each other in sight go to one machine, the one where all of them together come to least; what the
 * builder said of one of them stands, and the others follow it.
 * @returns the machine for each part that was not on it by itself
 */
export function onOneMachine(
  plans: readonly PartPlan[],
  joints: readonly Joint[],
  hourWorthMinor: number,
): ReadonlyMap<string, GivenPrinter> {
  const given = new Map<string, GivenPrinter>();
  for (const group of groupsInSight(plans, joints)) {
    const asked = group.filter(isAsked);
    const free = group.filter((p) => !isAsked(p));
    const best = bestTogether(free, hourWorthMinor, asked.length > 0 ? asked : free);
    if (!best) continue;
    for (const plan of group) {
      if (isAsked(plan) || plan.chosen!.printer.id === best.printerId) continue;
      const others = group.filter((p) => p !== plan).map((p) => p.part.name);
      given.set(plan.part.id, { printerId: best.printerId, because: because(others, best.moreMinutes) });
    }
  }
  return given;
}

const because = (others: readonly string[], moreMinutes: number) =>
  `It is glued in sight to ${others.join(", ")}: all on one machine${
    moreMinutes >= 1
      ? `, which costs ${Math.round(moreMinutes)} min of an evening more than each for itself`
      : ""
  }.`;

const isAsked = ({ part }: PartPlan) => {
  const { printerId, process } = printOf(part);
  return printerId !== null || process !== "choose";
};

function groupsInSight(
  plans: readonly PartPlan[],
  joints: readonly Joint[],
): readonly (readonly PartPlan[])[] {
  const printed = plans.filter((p) => p.chosen !== null);
  const place = new Map(printed.map((p, i) => [p.part.id, i]));
  const groups = unionFind(printed.length);
  for (const joint of joints.filter(gluedInSight)) {
    const [first, ...others] = joint.partIds.map((id) => place.get(id)).filter((i) => i !== undefined);
    for (const other of others) groups.join(first!, other);
  }
  const byRoot = new Map<number, PartPlan[]>();
  printed.forEach((plan, i) => {
    const root = groups.find(i);
    (byRoot.get(root) ?? byRoot.set(root, []).get(root)!).push(plan);
  });
  return [...byRoot.values()].filter((g) => new Set(g.map((p) => p.chosen!.printer.process)).size > 1);
}

const open = (c: Candidate | undefined): c is Candidate =>
  c !== undefined && c.fit.kind === "fits" && c.row.barred === null;

/**
 * The machine on which parts together come to least, minutes of an evening, and what that is more than where they are;
 * null where none takes them all.
 * @param among of which parts the machines are asked: those that they are on, or any that could take them
 */
export function bestTogether(
  parts: readonly PartPlan[],
  hourWorthMinor: number,
  among: readonly PartPlan[] = parts,
): { readonly printerId: string; readonly printerName: string; readonly moreMinutes: number } | null {
  const cost = (c: Candidate) => evenings(c.row, hourWorthMinor);
  const separateCost = parts.reduce((sum, p) => sum + cost(p.chosen!), 0);
  const printers =
    among === parts
      ? (parts[0]?.candidates ?? []).map((c) => c.printer)
      : among.map((p) => p.chosen!.printer);
  const ways = printers.flatMap(({ id, name }) => {
    const on = parts.map((p) => p.candidates.find((c) => c.printer.id === id));
    if (!on.every(open)) return [];
    const moreMinutes = on.reduce((sum, c) => sum + cost(c), 0) - separateCost;
    return [{ printerId: id, printerName: name, moreMinutes }];
  });
  return (
    ways.sort((a, b) => a.moreMinutes - b.moreMinutes || (a.printerId < b.printerId ? -1 : 1))[0] ?? null
  );
}
