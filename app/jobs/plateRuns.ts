import type { Outcome } from "#core/outcome";
import { success } from "#core/outcome";
import { drawFate } from "#core/print/simulatedRun";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import {
  keptForRepair,
  type RunOutcome,
  runEnded,
  simulatedEndMs,
  simulatedOutcome,
  startedRun,
} from "#core/plan/plates/plateRuns";
import type { OwnStep } from "#core/order/ownSteps";
import { withChange } from "#core/plan/order/mendOrder";
import { partRef } from "#core/reference";
import type { Part } from "#core/scene/part";
import type { PlateRun } from "#core/scene/plateRun";
import { appDatabase, type Database } from "#data/db";
import type { Op } from "#data/rows";
import type { Change } from "#data/journal";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";

export type StartWish = {
  readonly machine: "real" | "simulated";
  readonly speed: number;
  readonly gate: PlateRun["gate"];
};

/**
 * Starts a plate on its machine, or on the simulated one that ships with the app. A machine that is busy is
 * refused.
 * @returns a sentence when it was not started
 */
export async function startPlate(
  plate: PlatePlan,
  { machine, speed, gate }: StartWish,
): Promise<string | null> {
  const { ms } = localNow();
  const { printer } = plate;
  const seed = crypto.getRandomValues(new Uint32Array(1))[0]!;
  const simulated = machine === "simulated";
  const fate = simulated ? drawFate(printer.process, plate.risky, plate.record, seed) : null;
  const run = startedRun(plate, {
    id: crypto.randomUUID(),
    atMs: ms,
    fate,
    speed: simulated ? speed : 1,
    gate,
  });
  let busy: PlateRun | undefined;
  // Looked at in the transaction that starts it: two tabs do not start one machine twice.
  const start = async (db: Database): Promise<readonly Change[]> => {
    busy = await db.runs.filter((r) => r.state === "running" && r.printerId === printer.id).first();
    return busy ? [] : [{ table: "runs", put: run }];
  };
  const kept = await keep(`Start plate ${plate.number} on ${printer.name}`, start);
  if (!kept.ok) return kept.problems[0]!.message;
  if (!busy) return null;
  const what = busy.pieces[0]?.partName ?? "another plate";
  return `${printer.name} is printing ${what} already. Wait until it is done, or say how that run came out.`;
}

/**
 * Writes down how a run came out: the run, the log and the copies in one step. A run that has ended already
 * is left as it is.
 */
export async function endRun(runId: string, outcome: RunOutcome): Promise<Outcome<unknown>> {
  const run = await appDatabase().runs.get(runId);
  if (!run || run.state !== "running") return success(null);
  const end = async (db: Database): Promise<readonly Op[]> => {
    const now = await db.runs.get(runId);
    if (!now || now.state !== "running") return [];
    const parts = await db.parts.where("sceneId").equals(now.sceneId).toArray();
    const changes = runEnded(now, parts, outcome);
    return [
      { table: "runs", put: changes.run },
      { table: "log", put: changes.entry },
      ...changes.parts.map((put): Op => ({ table: "parts", put })),
      ...(await materialDrawn(db, now, outcome)),
    ];
  };
  const how = outcome.outcome === "good" ? "came out" : "went wrong";
  // A simulated run whose end is taken back must not end again by itself.
  const stopped: Op = { table: "runs", put: { ...run, state: "stopped", endedAt: outcome.at } };
  return keep(`Plate ${run.plateNumber} on ${run.printerName} ${how}`, end, {
    afterUndo: run.simulated ? [stopped] : [],
  });
}

/** What a real run took of its material: all of it, or as much of it as it ran for. */
async function materialDrawn(db: Database, run: PlateRun, o: RunOutcome): Promise<readonly Op[]> {
  const grams = run.settings["grams"] ?? 0;
  if (run.simulated || run.materialId === null || grams <= 0) return [];
  const item = await db.stock.filter((s) => s.needKey === `material:${run.materialId}`).first();
  if (!item) return [];
  const share = o.outcome === "good" ? 1 : Math.min(1, o.actualMinutes / Math.max(1, run.minutes));
  return [
    { table: "stock", put: { ...item, left: Math.max(0, Number((item.left - share * grams).toFixed(2))) } },
  ];
}

/**
 * A run that was started by mistake or taken off: nothing is learned from it, its pieces are still to be
 * made.
 */
export const stopRun = ({ id, plateNumber, printerName }: PlateRun): Promise<Outcome<unknown>> =>
  keep(`Stop plate ${plateNumber} on ${printerName}`, [
    { table: "runs", id, patch: { state: "stopped", endedAt: localNow().at } },
  ]);

/**
 * Runs of simulated machines that have ended meanwhile, with the page open or closed, get their outcome.
 * @returns when the next one will end
 */
export async function settleRuns(): Promise<number | null> {
  const running = await appDatabase()
    .runs.filter((r) => r.state === "running" && r.simulated)
    .toArray();
  let next: number | null = null;
  for (const run of running) {
    const { at, ms } = localNow();
    const outcome = simulatedOutcome(run, ms, at);
    if (outcome) await endRun(run.id, outcome);
    else next = Math.min(next ?? Infinity, simulatedEndMs(run));
  }
  return next;
}

/** A spoilt copy is kept and repaired instead of printed again: its repair comes into the order, with its minutes. */
export const repairInstead = (
  { id, name, sceneId, count }: Part,
  copy: number,
  minutes: number,
): Promise<Outcome<unknown>> =>
  keep(`Repair ${name}`, [
    {
      table: "parts",
      id,
      patch: (part) => ({ history: { copies: keptForRepair(part, copy).history.copies } }),
    },
    {
      table: "scenes",
      id: sceneId,
      patch: (scene) => ({
        orderChanges: withChange(scene, {
          ruleId: null,
          note: "kept instead of printed again",
          change: repairStep(id, count > 1 ? `Repair copy ${copy + 1}` : "Repair it", minutes),
        }).orderChanges,
      }),
    },
  ]);

const repairStep = (partId: string, title: string, minutes: number): OwnStep => ({
  kind: "own",
  id: `own/${crypto.randomUUID()}`,
  at: null,
  targets: [partRef(partId)],
  action: "fill",
  title,
  product: null,
  paintId: null,
  millilitres: null,
  sheen: null,
  tool: "spatula",
  place: "bench",
  minutes,
  waitMinutes: 0,
  facts: {},
  optional: false,
});
