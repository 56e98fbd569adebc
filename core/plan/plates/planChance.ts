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
import type { SuccessRecord } from "#core/print/reprints";
import type { Clock } from "#core/steps/hours";

const RUNS = 1000;

type Question = { readonly plates: readonly ChancePlate[]; readonly rules: ChanceRules };

/**
 * What chance is played with: the plates that are still to be printed, each with what its machine has shown
 * with plates of its kind.
 */
function questionOf(
  plates: readonly PlatePlan[],
  runs: readonly RunSlot[],
  clock: Clock,
  from: number,
  plannedFinish: number,
): Question {
  const records = new Map<string, SuccessRecord>();
  const list = plates.map((p): ChancePlate => {
    const kind = `${p.printer.id} ${p.kind}`;
    records.set(kind, p.record);
    // Of a plate that runs, what is left of it.
    const minutes = p.running
      ? Math.max(1, (runs.find((r) => r.plateId === p.id)?.endsAt ?? from) - from)
      : p.minutes.value;
    return {
      plateId: p.id,
      kind,
      on: [{ printerId: p.printer.id, minutes }],
      setupMinutes: p.printer.setupMinutes,
      clearMinutes: p.printer.clearMinutes,
      tailMinutes: p.tailMinutes,
    };
  });
  return { plates: list, rules: { clock, from, records, plannedFinish, runs: RUNS } };
}

export function planChance(
  plates: readonly PlatePlan[],
  runs: readonly RunSlot[],
  clock: Clock,
  from: number,
  plannedFinish: number,
  dueAt: number | null,
  memory: PlanMemory,
): PlannedChance | null {
  if (!Number.isFinite(plannedFinish)) return null;
  const question = questionOf(plates, runs, clock, from, plannedFinish);
  const key = JSON.stringify([
    question.plates,
    [...question.rules.records],
    clock,
    from,
    plannedFinish,
    dueAt,
  ]);
  if (memory.chance?.key !== key) {
    const { chance, halfWidth, at50, at80, at95, runs } = dateChance(question.plates, dueAt, question.rules);
    memory.chance = { key, made: { dueAt, chance, halfWidth, at50, at80, at95, runs } };
  }
  return memory.chance.made;
}

/** The spares that raise the chance of the date most for an hour of machine. */
export function planSpares(
  plates: readonly PlatePlan[],
  runs: readonly RunSlot[],
  clock: Clock,
  from: number,
  plannedFinish: number,
  dueAt: number,
): readonly SpareWorth[] {
  const { plates: list, rules } = questionOf(
    plates.filter((p) => !p.running),
    runs,
    clock,
    from,
    plannedFinish,
  );
  return worthwhileSpares(list, dueAt, rules);
}
