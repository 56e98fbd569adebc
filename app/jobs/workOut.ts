import { posedId } from "#core/mesh/pose";
import type { Wanted, WaysToFind } from "#core/plan/plates/derivedKeys";
import type { ResultRow } from "#data/rows";
import { loadMeshBlob, storeMeasurement, storeResults } from "#data/meshes";
import { shellOf, waysOf, workOf } from "#workers/print";
import { WorkerStopped } from "#workers/openWorker";

/** What is being worked out meanwhile: how many are left, and of which part. */
export type Meanwhile = { readonly left: number; readonly name: string };

let pending: readonly Wanted[] = [];
let running = false;
let state: Meanwhile = { left: 0, name: "" };
/** Refused or broken ones are not tried again in this sitting. */
const given = new Set<string>();
const listeners = new Set<() => void>();

const tell = (next: Meanwhile) => {
  state = next;
  for (const l of listeners) l();
};
export const meanwhileNow = (): Meanwhile => state;
export function onMeanwhile(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Plans are made again when results are kept: soon for a few, seldom for the hundreds of a large scene. */
const KEEP_FIRST_MS = 4000;
const KEEP_SELDOM_MS = 60_000;

/**
 * Works out on the meshes what a plan has only reckoned, one after the other, away from the page. A newer
 * list takes the
 * place of an older one; what is kept stays kept.
 */
export function workOut(wanted: readonly Wanted[]): void {
  pending = wanted.filter((w) => !given.has(w.key));
  if (!running && pending.length > 0) void run();
}

/** Results that are not kept yet. */
let unkept: readonly ResultRow[] = [];
let hands = 0;

/**
 * Nothing is laid otherwise while somebody has a plate in hand: ways that are found meanwhile are kept when it is
 * let go. @returns lets it go
 */
export function holdPlates(): () => void {
  hands++;
  return () => {
    hands--;
    if (hands === 0 && !running) void keepResults();
  };
}

async function keepResults(): Promise<void> {
  const isHeld = ({ value }: ResultRow) => hands > 0 && value.kind === "ways";
  const rows = unkept.filter((r) => !isHeld(r));
  unkept = unkept.filter(isHeld);
  if (rows.length > 0) await storeResults(rows);
}

async function run(): Promise<void> {
  running = true;
  let keptAt = Date.now();
  let keepAfter = KEEP_FIRST_MS;
  try {
    for (;;) {
      const next = pending.find((w) => !given.has(w.key));
      if (next) {
        tell({ left: pending.filter((w) => !given.has(w.key)).length, name: next.name });
        given.add(next.key);
        const row = await resultOf(next);
        if (row) unkept = [...unkept, row];
      }
      if (unkept.length > 0 && (!next || Date.now() - keptAt > keepAfter)) {
        await keepResults();
        keptAt = Date.now();
        keepAfter = Math.min(KEEP_SELDOM_MS, 2 * keepAfter);
      }
      if (!next) break;
    }
  } finally {
    running = false;
    tell({ left: 0, name: "" });
  }
}

async function resultOf(wanted: Wanted): Promise<ResultRow | null> {
  const corners = await loadMeshBlob(wanted.meshId);
  if (!corners) return null;
  try {
    if (wanted.kind === "work")
      return {
        key: wanted.key,
        meshId: wanted.meshId,
        value: {
          kind: "work",
          work: await workOf(corners, wanted.pose, wanted.factor, wanted.printer, wanted.bands),
        },
      };
    if (wanted.kind === "ways") return await waysFound(wanted, corners);
    const shell = await shellOf(corners, wanted.factor, wanted.wallMm);
    return shell.ok
      ? { key: wanted.key, meshId: wanted.meshId, value: { kind: "shell", shell: shell.value } }
      : null;
  } catch (error) {
    // A mesh too hard for the worker stays reckoned, and says so.
    if (error instanceof WorkerStopped) return null;
    throw error;
  }
}

/** Ways to lay a mesh; what was measured of it lying in the best is kept beside them. */
async function waysFound(wanted: WaysToFind, corners: Blob): Promise<ResultRow> {
  const { key, meshId, ...search } = wanted;
  const { ways, lying } = await waysOf(corners, search);
  if (lying) await storeMeasurement(posedId(meshId, lying.pose), lying.measurement);
  return { key, meshId, value: { kind: "ways", ways } };
}
