import type { PlanPhase, TellPhase } from "#core/plan/plan";

/** What of a plan is being made, and the share of it that is done. */
export type Planning = { readonly phase: PlanPhase; readonly share: number };

/** What takes no longer is over before it could be read, ms. */
const SHOWN_AFTER_MS = 300;

let state: Planning | null = null;
let begun = 0;
const listeners = new Set<() => void>();

function set(next: Planning | null): void {
  state = next;
  for (const l of listeners) l();
}

/** The plan that somebody is waiting for; null while there is none, or it has only just begun. */
export const planningNow = (): Planning | null => state;

export function onPlanning(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Makes a plan, and lets it be seen how far it is once that takes a while. */
export async function whilePlanning<T>(make: (tell: TellPhase) => Promise<T>): Promise<T> {
  const mine = ++begun;
  let latest: Planning = { phase: "parts and plates", share: 0 };
  let shown = false;
  const show = () => {
    if (shown && mine === begun) set(latest);
  };
  const timer = setTimeout(() => {
    shown = true;
    show();
  }, SHOWN_AFTER_MS);
  try {
    return await make((phase, share) => {
      latest = { phase, share };
      show();
    });
  } finally {
    clearTimeout(timer);
    shown = false;
    if (mine === begun) set(null);
  }
}
