import type { Nested } from "#core/print/nest";
import type { Process } from "#core/print/printer";
import type { SimulatedFate } from "#core/print/simulatedRun";

/** A copy of a part on a plate that runs or ran. */
export type RunPiece = Omit<Nested, "id"> & {
  readonly pieceId: string;
  readonly partId: string;
  readonly partName: string;
  readonly copy: number;
};

export const runStates = ["running", "good", "failed", "stopped"] as const;

/** One attempt at a plate, real or on a simulated machine. `settings`: everything it is printed with. */
export type PlateRun = {
  readonly id: string;
  readonly sceneId: string;
  readonly plateId: string;
  readonly plateNumber: number;
  readonly printerId: string;
  readonly printerName: string;
  readonly process: Process;
  readonly materialId: string | null;
  readonly pieces: readonly RunPiece[];
  readonly startedAtMs: number;
  readonly speed: number;
  readonly warmMinutes: number;
  readonly minutes: number;
  readonly layers: number;
  readonly simulated: boolean;
  readonly fate: SimulatedFate | null;
  readonly gate: { readonly skipped: boolean; readonly ticked: readonly string[] };
  readonly settings: Readonly<Record<string, number>>;
  readonly state: (typeof runStates)[number];
  readonly endedAt: string | null;
  readonly note: string;
};
