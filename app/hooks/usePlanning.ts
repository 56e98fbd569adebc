import { useSyncExternalStore } from "react";
import { onPlanning, planningNow } from "#app/jobs/planning";

/** What of a plan is being made, while somebody waits for it. */
export const usePlanning = () => useSyncExternalStore(onPlanning, planningNow, () => null);
