import type { LogEntry } from "#core/scene/logEntry";

/** Something that happened, with what is usually not told left open. */
export const newLogEntry = (
  given: Pick<
    LogEntry,
    "id" | "kind" | "key" | "what" | "at" | "estimatedMinutes" | "actualMinutes" | "outcome"
  > &
    Partial<LogEntry>,
): LogEntry => ({
  sceneId: null,
  cause: "",
  note: "",
  simulated: false,
  materialId: null,
  settings: {},
  ...given,
});
