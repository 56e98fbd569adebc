import { useSyncExternalStore } from "react";
import { meanwhileNow, onMeanwhile } from "#app/jobs/workOut";

/** What is being worked out away from the page. */
export const useWorkingOut = () => useSyncExternalStore(onMeanwhile, meanwhileNow);
