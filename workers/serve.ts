import { expose } from "comlink";

/** The first message of a worker: the name of a lock that it holds for as long as it lives. */
export type LifeMessage = { readonly life: string };

export const isLifeMessage = (data: unknown): data is LifeMessage =>
  typeof data === "object" && data !== null && "life" in data && typeof data.life === "string";

/**
 * Serves an API from a worker, and holds a lock that its page can wait for: a browser that ends a worker, for
 * want of memory
 * for instance, tells nobody, but it lets go of the locks.
 */
export function serve(api: object): void {
  expose(api);
  if (!("locks" in navigator)) return;
  const life = crypto.randomUUID();
  void navigator.locks.request(life, () => {
    const message: LifeMessage = { life };
    postMessage(message);
    return new Promise<never>(() => undefined);
  });
}
