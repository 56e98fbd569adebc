import { type Outcome, success } from "#core/outcome";
import type { ReadArchive } from "#data/archiveIn";
import { readEnvelope, readRows } from "#data/archiveRows";
import { unpackArchive } from "#workers/archive";

type Tell = (share: number) => void;

/** Longest that rows are looked at without letting the page breathe, ms. */
const BREATH_MS = 12;

/** Lets the page draw and answer before the next stretch of work, and ends it when it was cancelled. */
export function breather(tell: Tell, signal?: AbortSignal) {
  let last = performance.now();
  return async (share: number) => {
    signal?.throwIfAborted();
    if (performance.now() - last < BREATH_MS) return;
    tell(share);
    await new Promise<void>((done) => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => done();
      port2.postMessage(null);
    });
    last = performance.now();
  };
}

/** Reads and looks at a whole archive; nothing is written. @param tell share in [0, 1], never going back */
export async function readArchiveFile(
  file: Blob,
  tell: Tell,
  signal?: AbortSignal,
): Promise<Outcome<ReadArchive>> {
  const unpacked = await unpackArchive(file, (share) => tell(share / 2), signal);
  if (!unpacked.ok) return unpacked;
  const json = readEnvelope(unpacked.value.json);
  if (!json.ok) return json;
  const meshes = unpacked.value.meshes.map((mesh) => ({ ...mesh, measurement: null }));
  const pause = breather((share) => tell(0.5 + share / 2), signal);
  const reading = await readRows(json.value, new Set(meshes.map((m) => m.id)), pause);
  return success({ reading, meshes });
}
