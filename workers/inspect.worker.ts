import { transfer } from "comlink";
import { contentId } from "#core/mesh/contentId";
import { opennessField, type ThinPlace, thinPlaces, wallField } from "#core/mesh/faceFields";
import { faceNormal } from "#core/mesh/faces";
import { type MeshMeasurement, measureMesh } from "#core/mesh/measure";
import { mendMesh, type MendReport } from "#core/mesh/mend";
import { type Picked, pickAlong } from "#core/mesh/pick";
import { buildRayTree, type RayTree } from "#core/mesh/rayTree";
import { nextHalfEdge, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins, OPEN, type Twins } from "#core/mesh/twins";
import { weld } from "#core/mesh/weld";
import { serve } from "#workers/serve";

/** What can be read off a mesh, face by face. Limits in file units, degrees, or a share. */
export type Reading =
  | { readonly kind: "thin walls" | "narrow gaps"; readonly limit: number }
  | { readonly kind: "overhangs"; readonly limitDeg: number }
  | { readonly kind: "recesses"; readonly reach: number };

/** `marked`: 1 for each face of the file that the reading is about. Areas in file units squared. */
export type ReadingResult = {
  readonly marked: Uint8Array;
  readonly area: number;
  readonly places: readonly ThinPlace[];
};
export type Mended = {
  readonly id: string;
  readonly corners: Float32Array;
  readonly measurement: MeshMeasurement;
  readonly report: MendReport;
};

/**
 * Under this openness a face lies in a recess (derived from the groove's closed form; the limit is common
 * practice).
 */
const RECESS = 0.75;
const RAYS = 24;

let held: { key: string; mesh: TriangleMesh; twins: Twins; tree: RayTree | null } | null = null;

const current = () => {
  if (!held) throw new Error("No mesh was opened.");
  return held;
};
const treeOf = () => (current().tree ??= buildRayTree(current().mesh));

const api = {
  holds: (key: string): boolean => held?.key === key,
  /** Takes the triangles that the other calls are about. */
  open(key: string, corners: Float32Array): void {
    const mesh = weld({ corners });
    held = { key, mesh, twins: findTwins(mesh), tree: null };
  },
  read(reading: Reading, progress: (share: number) => void): ReadingResult {
    const { mesh, twins } = current();
    const n = mesh.triangles.length / 3;
    const sendShare = (share: number) => {
      progress(share);
      return true;
    };
    const limit = reading.kind === "recesses" ? RECESS : reading.kind === "overhangs" ? 0.5 : reading.limit;
    const field =
      reading.kind === "overhangs"
        ? overhangField(mesh, reading.limitDeg)
        : reading.kind === "recesses"
          ? opennessField(mesh, reading.reach, RAYS, treeOf(), sendShare)
          : wallField(mesh, reading.kind === "thin walls" ? "inside" : "outside", limit, treeOf(), sendShare);
    const marked = new Uint8Array(n);
    for (let f = 0; f < n; f++) if (field[f]! < limit) marked[f] = 1;
    const places = thinPlaces(mesh, twins.twin, field, limit);
    return transfer(
      { marked, area: places.reduce((sum, p) => sum + p.area, 0), places: places.slice(0, 12) },
      [marked.buffer],
    );
  },
  /** Both ends of every open edge, x, y, z in turn. */
  openEdges(): Float32Array {
    const {
      mesh: { positions, triangles },
      twins: { twin },
    } = current();
    const ends: number[] = [];
    for (let h = 0; h < twin.length; h++) {
      if (twin[h] !== OPEN) continue;
      for (const v of [triangles[h]!, triangles[nextHalfEdge(h)]!])
        ends.push(positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!);
    }
    return Float32Array.from(ends);
  },
  pick: (
    origin: readonly [number, number, number],
    direction: readonly [number, number, number],
    within: number,
  ): Picked | null => pickAlong(current().mesh, treeOf(), origin, direction, within),
  async mend(): Promise<Mended> {
    const { mesh, report } = mendMesh(current().mesh);
    const soup = soupOf(mesh);
    const { measurement } = measureMesh(soup);
    return transfer({ id: await contentId(soup.corners), corners: soup.corners, measurement, report }, [
      soup.corners.buffer,
    ]);
  },
};

/** 0 for faces that hang over, 1 for the rest and for those on the bed. */
function overhangField(mesh: TriangleMesh, limitDeg: number): Float32Array {
  const { positions, triangles } = mesh;
  let bottom = Infinity;
  let top = -Infinity;
  for (let i = 2; i < positions.length; i += 3) {
    bottom = Math.min(bottom, positions[i]!);
    top = Math.max(top, positions[i]!);
  }
  const bed = bottom + 1e-4 * (top - bottom);
  const steep = -Math.cos((limitDeg * Math.PI) / 180);
  return Float32Array.from({ length: triangles.length / 3 }, (_, f) => {
    const [x, y, z] = faceNormal(mesh, f);
    const onBed = [0, 1, 2].every((k) => positions[3 * triangles[3 * f + k]! + 2]! <= bed);
    return !onBed && z / (Math.hypot(x, y, z) || 1) <= steep ? 0 : 1;
  });
}

export type InspectApi = typeof api;
serve(api);
