/** What happened: a run of a plate or a step at the bench. `key` is a printer's id or a step's action. */
export type LogEntry = {
  readonly id: string;
  readonly kind: "run" | "step";
  readonly key: string;
  readonly what: string;
  readonly at: string;
  readonly sceneId: string | null;
  readonly estimatedMinutes: number;
  readonly actualMinutes: number;
  readonly outcome: "good" | "failed";
  readonly cause: string;
  readonly note: string;
  readonly simulated: boolean;
  /** What a run was printed in, and with which settings; null and empty where it is not told. */
  readonly materialId: string | null;
  readonly settings: Readonly<Record<string, number>>;
};
