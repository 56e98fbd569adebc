import { type FeltWalls, type MeasureProgress, measureBeside, measureMesh } from "#core/mesh/measure";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import { openWorker } from "#workers/openWorker";
import type { WallsApi } from "#workers/walls.worker";

/** From so many triangles a second worker is worth the copy of the mesh that it is sent. */
const SHARED_FROM = 150_000;

const walls = openWorker<WallsApi>(
  () => new Worker(new URL("./walls.worker.ts", import.meta.url), { type: "module" }),
);

/** Measures a mesh from inside a worker: a large one on two threads. */
export async function measureShared(
  soup: TriangleSoup,
  onProgress?: MeasureProgress,
): Promise<MeshMeasurement> {
  if (soup.corners.length / 9 < SHARED_FROM || typeof Worker === "undefined")
    return measureMesh(soup, onProgress).measurement;
  // A worker that is started by a busy one waits until that has nothing to do.
  await walls((api) => api.ready());
  return measureBeside(
    soup,
    (mesh, twin) => walls((api) => api.feel(mesh, twin) as Promise<FeltWalls>),
    onProgress,
  );
}
