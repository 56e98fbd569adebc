import { type FeltWalls, feelWalls } from "#core/mesh/measure";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { serve } from "#workers/serve";

/** Feels the walls of one mesh while another worker measures the rest of it. */
const api = {
  /** Answers once it runs. */
  ready: () => true,
  feel: (mesh: TriangleMesh, twin: Int32Array): FeltWalls => feelWalls(mesh, twin),
};
export type WallsApi = typeof api;
serve(api);
