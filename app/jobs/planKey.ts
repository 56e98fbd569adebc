import { MEASURE_VERSION } from "#core/mesh/measure";
import type { PlanInput } from "#core/scene/planInput";

declare const __BUILD__: string;
/** Names the code that runs; empty while it is being written. */
export const codeName = (): string => (typeof __BUILD__ === "string" ? __BUILD__ : "");

/** Rows as they are; what is large by the key that says all that it depends on. */
const asRows = ({ measurements, derived, now: _now, ...rows }: PlanInput) => ({
  ...rows,
  measured: [...measurements.keys()].sort(),
  works: [...derived.works.keys()].sort(),
  shells: [...derived.shells.keys()].sort(),
  ways: [...derived.ways.keys()].sort(),
  zones: [...derived.zones].map(([id, z]) => `${id} ${z.stamp}`).sort(),
});

function onlyRows(_: string, value: unknown): unknown {
  if (value instanceof Map || value instanceof Set)
    throw new TypeError("A map among the rows would be left out of the key.");
  return value;
}

/**
 * Everything that a plan depends on but the hour: the rows of its scene and of the others, the workshop, what was
 * measured, and the code.
 * @param of names the code; nothing is kept while it has no name, and where a browser cannot make a digest
 */
export async function planKey(
  input: PlanInput,
  others: readonly PlanInput[],
  of = codeName(),
): Promise<string | null> {
  if (of === "" || !globalThis.crypto?.subtle) return null;
  const text = JSON.stringify([of, MEASURE_VERSION, asRows(input), others.map(asRows)], onlyRows);
  const digest = await crypto.subtle.digest("SHA-256", new TextEncoder().encode(text));
  return [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, "0")).join("");
}
