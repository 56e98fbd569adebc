/** How often what was shown first has turned out to be of another hour. */
let rounds = 0;
const listeners = new Set<() => void>();
/** It was called out before anybody listened: a page is asked for before it is drawn. */
let unheard = false;

export const roundNow = (): number => rounds;

/** Calls back when what is shown is of another hour and can be asked for again. @returns the way to stop */
export function onAgain(listener: () => void): () => void {
  listeners.add(listener);
  if (unheard) listener();
  unheard = false;
  return () => void listeners.delete(listener);
}

/** What is shown is of another hour: whoever shows it asks again. */
export function makeAgain(): void {
  rounds++;
  unheard = listeners.size === 0;
  for (const listener of listeners) listener();
}
