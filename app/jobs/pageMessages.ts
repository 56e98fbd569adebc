type Listener = (text: string) => void;

const listeners = new Set<Listener>();

/** Says something at the foot of the page, from a job that has no component of its own. */
export function sayOnPage(text: string): void {
  for (const listener of listeners) listener(text);
}

/** @returns the way to stop */
export function onPageMessage(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
