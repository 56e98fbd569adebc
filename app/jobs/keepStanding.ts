import { storeTrouble } from "#data/storeState";

/** What one loader of a page gave, as the router hands it on. */
type Given = { type: "data" | "error"; result: unknown };
type Asked = { readonly url: string; readonly method: string };

/** What the loaders of the page that is shown gave last, by route. */
let shown: { readonly page: string; readonly given: Map<string, unknown> } | null = null;

/**
 * Keeps what stands on the page when it is read again and the store is closed to this tab meanwhile: what was
 * typed and not yet set stays to be copied, and the notice above says what to do. Another page than the one
 * shown still tells that it cannot be read.
 */
export async function keepStanding(
  { request }: { request: Asked },
  next: () => Promise<Record<string, Given>>,
): Promise<Record<string, Given>> {
  const results = await next();
  if (request.method !== "GET") return results;
  const page = new URL(request.url).pathname;
  const given = shown?.page === page ? shown.given : new Map<string, unknown>();
  const isClosed = ![null, "disk"].includes(storeTrouble());
  for (const [route, one] of Object.entries(results)) {
    if (one.type === "data") given.set(route, one.result);
    else if (isClosed && given.has(route)) results[route] = { type: "data", result: given.get(route) };
  }
  shown = { page, given };
  return results;
}
