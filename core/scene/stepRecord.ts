/** What the builder said of a step at the bench. Done for some: `pieces` of it. */
export type StepRecord = {
  readonly id: string;
  readonly sceneId: string;
  readonly stepId: string;
  readonly state: "done" | "some" | "went wrong" | "skipped";
  readonly at: string;
  readonly actualMinutes: number | null;
  readonly pieces: number | null;
  readonly note: string;
};
