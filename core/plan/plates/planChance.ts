import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { PlanMemory } from "#core/plan/planMemory";
import type { PlannedChance } from "#core/plan/plates/plannedChance";
import {
  type ChancePlate,
  type ChanceRules,
  dateChance,
  type SpareWorth,
  worthwhileSpares,
} from "#core/print/dateChance";
import type { RunSlot } from "#core/print/printCalendar";
import { idIn } from "#core/reference";
import type { WorkPlan } from "#core/plan/order/planWork";
import { type ChainLink, chainMinutes, longestChains } from "#core/order/chains";
import type { SuccessRecord } from "#core/print/reprints";
import type { Clock } from "#core/steps/hours";

const RUNS = 1000;

/** What chance is asked of: the plates still to be printed and the plan that they are part of. */
export type ChanceOf = {
  readonly sceneId: string;
  readonly plates: readonly PlatePlan[];
  readonly runs: readonly RunSlot[];
  readonly work: WorkPlan;
  readonly clock: Clock;
  readonly from: number;
  readonly plannedFinish: number;
};
type Question = { readonly plates: readonly ChancePlate[]; readonly rules: ChanceRules };

/**
 * What chance is played with: the plates that are still to be printed, each with its measured risk, what its
 * machine has shown with plates of its kind, and what follows it in the plan.
 */
function questionOf({ sceneId, plates, runs, work, clock, from, plannedFinish }: ChanceOf): Question {
  const records = new Map<string, SuccessRecord>();
  const follows = followingOf(work);
  const list = plates.map((p): ChancePlate => {
    const kind = `${p.printer.id} ${p.kind}`;
    records.set(kind, p.record);
    // Of a plate that runs, what is left of it.
    const minutes = p.running
      ? Math.max(1, (runs.find((r) => r.plateId === p.id)?.endsAt ?? from) - from)
      : p.minutes.value;
    const following = p.sceneId === sceneId ? follows(p) : null;
    return {
      plateId: p.id,
      kind,
      risk: p.odds.risk,
      on: [{ printerId: p.printer.id, minutes }],
      setupMinutes: p.printer.setupMinutes,
      clearMinutes: p.printer.clearMinutes,
      tailMinutes: following ? chainMinutes(following) : p.tailMinutes,
      following,
    };
  });
  const handsAfterLast = handsAfter(
    plates.filter((p) => p.sceneId === sceneId),
    runs,
    work,
  );
  return {
    plates: list,
    rules: { clock, from, records, plannedFinish, handsAfterLast, runs: RUNS },
  };
}

/** The longest chain of open steps on anything that lies on a plate. */
function followingOf({ steps, done, sequence }: WorkPlan): (plate: PlatePlan) => readonly ChainLink[] {
  const open = steps.filter((s) => !done.has(s.id));
  const chainOf = longestChains(open, sequence.order, sequence.constraints);
  const byPart = new Map<string, readonly ChainLink[]>();
  for (const step of open)
    for (const target of step.targets) {
      const id = idIn(target, "part");
      if (id === null) continue;
      const chain = chainOf(step.id);
      if (chainMinutes(chain) > chainMinutes(byPart.get(id) ?? [])) byPart.set(id, chain);
    }
  return (plate) =>
    plate.laid
      .map((l) => byPart.get(l.partId) ?? [])
      .reduce((most, chain) => (chainMinutes(chain) > chainMinutes(most) ? chain : most), []);
}

/** Hands that the plan has after the last of its plates is cleared. */
function handsAfter(plates: readonly PlatePlan[], runs: readonly RunSlot[], { schedule }: WorkPlan): number {
  const ids = new Set(plates.map((p) => p.id));
  const last = Math.max(-Infinity, ...runs.filter((r) => ids.has(r.plateId)).map((r) => r.clearedAt));
  return schedule.slots
    .filter((s) => s.startsAt >= last)
    .flatMap((s) => s.parts)
    .reduce((sum, p) => sum + p.to - p.from, 0);
}

export function planChance(of: ChanceOf, dueAt: number | null, memory: PlanMemory): PlannedChance | null {
  if (!Number.isFinite(of.plannedFinish)) return null;
  const { plates, rules } = questionOf(of);
  const key = JSON.stringify([plates, [...rules.records], { ...rules, records: 0 }, dueAt]);
  if (memory.chance?.key !== key) {
    const { finishes: _finishes, ...made } = dateChance(plates, dueAt, rules);
    memory.chance = { key, made: { dueAt, ...made } };
  }
  return memory.chance.made;
}

/** The spares that raise the chance of the date most for an hour of machine. */
export function planSpares(
  of: ChanceOf,
  dueAt: number,
  tell?: (share: number) => void,
): readonly SpareWorth[] {
  const { plates, rules } = questionOf({ ...of, plates: of.plates.filter((p) => !p.running) });
  return worthwhileSpares(plates, dueAt, rules, tell);
}
