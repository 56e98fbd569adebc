import { type Finding, findingSeverities, type Stake, stages } from "#core/plan/finding";
import type { WorkPlan } from "#core/plan/order/planWork";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import { isPart, partRef, readReference, type Reference } from "#core/reference";

type Planned = {
  readonly parts: readonly PartPlan[];
  readonly plates: readonly PlatePlan[];
  readonly work: Pick<WorkPlan, "steps">;
};

const none: Stake = { machineMinutes: 0, handsMinutes: 0, minor: 0 };
const plus = (a: Stake, b: Stake): Stake => ({
  machineMinutes: a.machineMinutes + b.machineMinutes,
  handsMinutes: a.handsMinutes + b.handsMinutes,
  minor: a.minor + b.minor,
});

/**
 * Findings with what hangs on each: of a part its prints and the work of hands on it, of a plate one run of it, of a
 * step the parts it is done to. Worst first, and of those that are as bad the one on which most hangs.
 * @param hourWorthMinor what an hour of hands is worth; a machine's hour is worth what its run costs
 */
export function staked(
  findings: readonly Finding[],
  planned: Planned,
  hourWorthMinor: number,
): readonly Finding[] {
  const of = stakesIn(planned);
  const worth = ({ handsMinutes, minor }: Stake) => (handsMinutes / 60) * hourWorthMinor + minor;
  return findings
    .map((f): Finding => ({
      ...f,
      stake: f.stake !== undefined ? f.stake : f.severity === "missing" ? null : of(f.about),
    }))
    .sort(
      (a, b) =>
        findingSeverities.indexOf(a.severity) - findingSeverities.indexOf(b.severity) ||
        worth(b.stake ?? none) - worth(a.stake ?? none) ||
        stages.indexOf(a.stage) - stages.indexOf(b.stage) ||
        (a.id < b.id ? -1 : 1),
    );
}

/** What hangs on a thing, by its reference. */
function stakesIn({ parts, plates, work }: Planned): (about: Reference) => Stake | null {
  const hands = new Map<string, number>();
  for (const step of work.steps) {
    const on = step.targets.filter(isPart);
    for (const part of on) hands.set(part, (hands.get(part) ?? 0) + step.handsMinutes.value / on.length);
  }
  const byPart = new Map(
    parts.flatMap(({ part, chosen }): readonly (readonly [string, Stake])[] => {
      const ref = partRef(part.id);
      const stake = {
        machineMinutes: chosen?.all.minutes.value ?? 0,
        handsMinutes: hands.get(ref) ?? 0,
        minor: chosen?.all.cost.value ?? 0,
      };
      return [[ref, stake]];
    }),
  );
  const steps = new Map(work.steps.map((s) => [s.id, s]));
  const ofPlate = new Map(plates.map((p) => [p.id, runOf(p, parts)]));
  return (about) => {
    const { kind, id } = readReference(about);
    if (kind === "part") return byPart.get(about) ?? null;
    if (kind === "plate") return ofPlate.get(id) ?? null;
    if (kind !== "step") return null;
    const on = steps.get(id)?.targets.filter(isPart) ?? [];
    return on.length === 0 ? null : on.reduce((sum, ref) => plus(sum, byPart.get(ref) ?? none), none);
  };
}

/** One run of a plate. */
function runOf(plate: PlatePlan, parts: readonly PartPlan[]): Stake {
  const each = new Map(
    parts.map(({ part, chosen }) => [part.id, (chosen?.all.cost.value ?? 0) / Math.max(1, part.count)]),
  );
  return {
    machineMinutes: plate.minutes.value,
    handsMinutes: plate.printer.setupMinutes + plate.printer.clearMinutes,
    minor: plate.laid.reduce((sum, l) => sum + (each.get(l.partId) ?? 0), 0),
  };
}

/** What hangs on several findings together: of one thing once. */
export function stakeTogether(findings: readonly Finding[]): Stake | null {
  const once = new Map(findings.flatMap((f) => (f.stake ? [[f.about, f.stake] as const] : [])));
  return once.size === 0 ? null : [...once.values()].reduce(plus, none);
}
