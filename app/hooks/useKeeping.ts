import { useEffect, useSyncExternalStore } from "react";
import { type Keeping, keepingNow, onKeeping, startKeeper } from "#app/jobs/keeper";

/** How safe what is stored here is, as it changes. */
export const useKeeping = (): Keeping => useSyncExternalStore(onKeeping, keepingNow, keepingNow);

/** Watches over it for as long as the page is open. */
export function useKeeper(): void {
  useEffect(() => startKeeper(), []);
}
