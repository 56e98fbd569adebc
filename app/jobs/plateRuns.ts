import { drawFate } from "#core/print/simulatedRun";
import type { PlatePlan } from "#core/plan/planPlates";
import { keptForRepair, type RunOutcome, runEnded, simulatedEndMs, simulatedOutcome, startedRun } from "#core/plan/plateRuns";
import type { Part, PlateRun } from "#core/plan/sceneData";
import { appDatabase, type Op } from "#data/db";
import { write } from "#data/journal";
import { localNow } from "#app/clock";

export type StartWish = { readonly machine: "real" | "simulated"; readonly speed: number; readonly gate: PlateRun["gate"] };

/** Starts a plate on its machine, or on the simulated one that ships with the app. A machine that is busy is refused. @returns a sentence when it was not started */
export async function startPlate(plate: PlatePlan, { machine, speed, gate }: StartWish): Promise<string | null> {
  const db = appDatabase(), { at, ms } = localNow();
  const busy = await db.runs.filter((r) => r.state === "running" && r.printerId === plate.printer.id).first();
  if (busy) return `${plate.printer.name} is printing ${busy.pieces[0]?.partName ?? "another plate"} already. Wait until it is done, or say how that run came out.`;
  const seed = crypto.getRandomValues(new Uint32Array(1))[0]!;
  const fate = machine === "simulated" ? drawFate(plate.printer.process, plate.risky, plate.record, seed) : null;
  const run = startedRun(plate, { id: crypto.randomUUID(), atMs: ms, fate, speed: machine === "simulated" ? speed : 1, gate });
  await write(`Start plate ${plate.number} on ${plate.printer.name}`, [{ table: "runs", put: run }], at);
  return null;
}

/** Writes down how a run came out: the run, the log and the copies in one step. A run that has ended already is left as it is. */
export async function endRun(runId: string, outcome: RunOutcome): Promise<void> {
  const db = appDatabase(), run = await db.runs.get(runId);
  if (!run || run.state !== "running") return;
  const parts = await db.parts.where("sceneId").equals(run.sceneId).toArray();
  const changes = runEnded(run, parts, outcome);
  await write(`Plate ${run.plateNumber} on ${run.printerName} ${outcome.outcome === "good" ? "came out" : "went wrong"}`, [
    { table: "runs", put: changes.run }, { table: "log", put: changes.entry }, ...changes.parts.map((put): Op => ({ table: "parts", put })),
    // A simulated run whose end is taken back must not end again by itself.
  ], outcome.at, db, run.simulated ? [{ table: "runs", put: { ...run, state: "stopped", endedAt: outcome.at } }] : []);
}

/** A run that was started by mistake or taken off: nothing is learned from it, its pieces are still to be made. */
export async function stopRun(run: PlateRun): Promise<void> {
  const { at } = localNow();
  await write(`Stop plate ${run.plateNumber} on ${run.printerName}`, [{ table: "runs", put: { ...run, state: "stopped", endedAt: at } }], at);
}

/** Runs of simulated machines that have ended meanwhile, with the page open or closed, get their outcome. @returns when the next one will end */
export async function settleRuns(): Promise<number | null> {
  const running = await appDatabase().runs.filter((r) => r.state === "running" && r.simulated).toArray();
  let next: number | null = null;
  for (const run of running) {
    const { at, ms } = localNow(), outcome = simulatedOutcome(run, ms, at);
    if (outcome) await endRun(run.id, outcome);
    else next = Math.min(next ?? Infinity, simulatedEndMs(run));
  }
  return next;
}

/** A spoilt copy is kept and repaired instead of printed again. */
export async function repairInstead(part: Part, copy: number): Promise<void> {
  await write(`Repair ${part.name}`, [{ table: "parts", put: keptForRepair(part, copy) }], localNow().at);
}
