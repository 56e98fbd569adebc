import { runStateAt, type SimulatedFate } from "#core/print/simulatedRun";
import { newLogEntry } from "#core/plan/log/newLogEntry";
import type { PlatePlan } from "#core/plan/plates/planPlates";
import type { LogEntry } from "#core/scene/logEntry";
import { type CopyState, type Part, patchedPart } from "#core/scene/part";
import type { PlateRun } from "#core/scene/plateRun";

export type StartedRun = {
  readonly id: string;
  readonly atMs: number;
  readonly fate: SimulatedFate | null;
  readonly speed: number;
  readonly gate: PlateRun["gate"];
};

/**
 * A plate as it goes onto its machine: what is on it and how it is printed stay as they are now. `fate` null
 * for a real machine.
 */
export const startedRun = (plate: PlatePlan, { id, atMs, fate, speed, gate }: StartedRun): PlateRun => ({
  id,
  sceneId: plate.sceneId,
  plateId: plate.id,
  plateNumber: plate.number,
  printerId: plate.printer.id,
  printerName: plate.printer.name,
  process: plate.printer.process,
  materialId: plate.material?.id ?? null,
  pieces: plate.laid.map((l) => ({
    pieceId: l.id,
    partId: l.partId,
    partName: l.partName,
    copy: l.copy,
    xMm: l.xMm,
    yMm: l.yMm,
    turnDeg: l.turnDeg,
  })),
  startedAtMs: atMs,
  speed,
  warmMinutes: plate.printer.process === "filament" ? plate.printer.warmUpMinutes : 0,
  minutes: plate.minutes.value,
  layers: plate.layers,
  simulated: fate !== null,
  fate,
  gate,
  settings: { ...plate.settings, grams: Number(plate.grams.value.toFixed(2)) },
  state: "running",
  endedAt: null,
  note: "",
});

/** How a run came out, as somebody says it or a simulated machine shows it. */
export type RunOutcome = {
  readonly outcome: "good" | "failed";
  readonly cause: string;
  readonly lostPieceIds: readonly string[];
  readonly actualMinutes: number;
  readonly at: string;
  readonly note: string;
};

/**
 * What an outcome changes: the run itself, an entry in the log, and the state of every copy that was on the
 * plate.
 */
export type RunChanges = {
  readonly run: PlateRun;
  readonly entry: LogEntry;
  readonly parts: readonly Part[];
};

export function runEnded(run: PlateRun, parts: readonly Part[], o: RunOutcome): RunChanges {
  const lost = new Set(o.lostPieceIds);
  const names = [
    ...new Map(
      run.pieces.map((p) => [p.partName, run.pieces.filter((q) => q.partName === p.partName).length]),
    ),
  ].map(([name, n]) => (n > 1 ? `${name} x ${n}` : name));
  return {
    run: { ...run, state: o.outcome, endedAt: o.at, note: o.note },
    entry: newLogEntry({
      // One run, one entry: said twice it is still one.
      id: `run-${run.id}`,
      kind: "run",
      key: run.printerId,
      what: names.join(", ").slice(0, 400),
      at: o.at,
      sceneId: run.sceneId,
      estimatedMinutes: run.minutes,
      actualMinutes: o.actualMinutes,
      outcome: o.outcome,
      cause: o.cause,
      note: o.note,
      simulated: run.simulated,
      materialId: run.materialId,
      settings: { ...run.settings, gateSkipped: run.gate.skipped ? 1 : 0 },
    }),
    parts: parts.flatMap((part) => {
      const own = run.pieces.filter((p) => p.partId === part.id);
      return own.length === 0
        ? []
        : [
            patchedPart(part, {
              history: {
                copies: withStates(
                  part.history.copies,
                  own.map((p) => [p.copy, lost.has(p.pieceId) ? "spoilt" : "printed"]),
                ),
              },
            }),
          ];
    }),
  };
}

function withStates(
  copies: readonly CopyState[],
  states: readonly (readonly [copy: number, state: CopyState])[],
): CopyState[] {
  const next = [...copies];
  for (const [copy, state] of states) {
    while (next.length <= copy) next.push("to make");
    next[copy] = state;
  }
  return next;
}

/** What became of a simulated run by now; null while it goes on. */
export function simulatedOutcome(run: PlateRun, nowMs: number, at: string): RunOutcome | null {
  if (run.state !== "running" || !run.simulated) return null;
  const state = runStateAt(run, nowMs);
  if (state.phase === "done")
    return { outcome: "good", cause: "", lostPieceIds: [], actualMinutes: run.minutes, at, note: "" };
  if (state.phase === "failed")
    return {
      outcome: "failed",
      cause: run.fate!.cause,
      lostPieceIds: run.fate!.lostPieceIds,
      actualMinutes: run.warmMinutes + state.share * (run.minutes - run.warmMinutes),
      at,
      note: `at layer ${state.layer} of ${state.layers}`,
    };
  return null;
}

/** When a simulated run will have ended, milliseconds since 1970. */
export const simulatedEndMs = (run: PlateRun): number =>
  run.startedAtMs +
  ((run.warmMinutes + (run.fate?.failsAtShare ?? 1) * (run.minutes - run.warmMinutes)) / run.speed) * 60_000;

/** A spoilt copy kept after all: it will be repaired at the bench. */
export const keptForRepair = (part: Part, copy: number): Part => ({
  ...part,
  history: { ...part.history, copies: withStates(part.history.copies, [[copy, "printed"]]) },
});
