import Module, {
  type CrossSection,
  type Manifold,
  type ManifoldToplevel,
  type SimplePolygon,
} from "manifold-3d";
import { type Outcome, type Problem, refused, success } from "#core/outcome";
import type { Vec3 } from "#core/mesh/pose";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** A round hole: from a point outside to a point inside, file units. */
export type Bore = { readonly from: Vec3; readonly to: Vec3; readonly radius: number };

export type SolidProblem = Problem<"solid/open" | "solid/failed">;

/**
 * What the general library for solids and outlines does for us. The only file that knows it; no object of it
 * leaves.
 */
export type Solids = {
  /**
   * Area of what is left of closed lines pushed in by each distance, none where nothing is left. Corners stay
   * sharp up to
   * twice the distance, as machines draw them.
   * Lines as in `LayerContours`: x and y of each point in turn, the index after the last point of each line.
   */
  insetAreas(points: ArrayLike<number>, ends: readonly number[], distances: readonly number[]): Float64Array;
  /** Closed lines with every round hole taken out of a closed mesh. */
  bored(mesh: TriangleMesh, bores: readonly Bore[]): Outcome<TriangleMesh, SolidProblem>;
  /** Closed meshes as one: where they meet or overlap nothing is left inside. */
  united(meshes: readonly TriangleMesh[]): Outcome<TriangleMesh, SolidProblem>;
  /** A closed mesh with fewer triangles, nowhere farther off than about a tolerance in file units. */
  thinned(mesh: TriangleMesh, tolerance: number): Outcome<TriangleMesh, SolidProblem>;
};

const BORE_SIDES = 32;

/**
 * Loads the library; once for a worker or a process.
 * @param locate where its compiled part is, where it cannot find it by itself
 */
export async function openSolids(locate?: string): Promise<Solids> {
  const wasm = await Module(locate === undefined ? undefined : { locateFile: () => locate });
  wasm.setup();
  return {
    insetAreas: (points, ends, distances) => insetAreas(wasm, points, ends, distances),
    bored: (mesh, bores) => bored(wasm, mesh, bores),
    united: (meshes) => united(wasm, meshes),
    thinned: (mesh, tolerance) => thinned(wasm, mesh, tolerance),
  };
}

function insetAreas(
  { CrossSection: Section }: ManifoldToplevel,
  points: ArrayLike<number>,
  ends: readonly number[],
  distances: readonly number[],
): Float64Array {
  const lines: SimplePolygon[] = [];
  let from = 0;
  for (const to of ends) {
    if (to - from >= 3)
      lines.push(
        Array.from(
          { length: to - from },
          (_, i) => [points[2 * (from + i)]!, points[2 * (from + i) + 1]!] as [number, number],
        ),
      );
    from = to;
  }
  const areas = new Float64Array(distances.length);
  if (lines.length === 0) return areas;
  const section = new Section(lines, "Positive");
  const made: CrossSection[] = [section];
  try {
    let inner = section;
    let pushed = 0;
    // Each step starts from the last, so that a deep inset works on what little is left.
    distances.forEach((distance, i) => {
      if (distance > pushed) {
        inner = inner.offset(pushed - distance, "Miter", 2);
        made.push(inner);
        pushed = distance;
      }
      areas[i] = inner.area();
    });
  } finally {
    for (const m of made) m.delete();
  }
  return areas;
}

function bored(
  { Manifold: M, Mesh }: ManifoldToplevel,
  mesh: TriangleMesh,
  bores: readonly Bore[],
): Outcome<TriangleMesh, SolidProblem> {
  let solid: Manifold | undefined;
  try {
    const input = new Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.triangles });
    input.merge();
    let whole: Manifold = (solid = M.ofMesh(input));
    for (const bore of bores) {
      const d = [0, 1, 2].map((k) => bore.to[k]! - bore.from[k]!) as [number, number, number];
      const length = Math.hypot(...d);
      const lean = (Math.acos(Math.max(-1, Math.min(1, d[2] / (length || 1)))) * 180) / Math.PI;
      const around = (Math.atan2(d[1], d[0]) * 180) / Math.PI;
      const drill = M.cylinder(length, bore.radius, bore.radius, BORE_SIDES);
      const tipped = drill.rotate([0, lean, around]);
      const placed = tipped.translate([...bore.from]);
      solid = whole.subtract(placed);
      for (const old of [drill, tipped, placed, whole]) old.delete();
      whole = solid;
    }
    return success(meshOf(whole));
  } catch (error) {
    if (!(error instanceof Error) || error.name !== "ManifoldError") throw error;
    return refused(
      "solid/open",
      "Its faces do not close, so no hole can be made in it. Mend it on its page first.",
    );
  } finally {
    solid?.delete();
  }
}

function united(
  { Manifold: M, Mesh }: ManifoldToplevel,
  meshes: readonly TriangleMesh[],
): Outcome<TriangleMesh, SolidProblem> {
  const made: Manifold[] = [];
  try {
    for (const { positions, triangles } of meshes) {
      const input = new Mesh({ numProp: 3, vertProperties: positions, triVerts: triangles });
      input.merge();
      made.push(M.ofMesh(input));
    }
    const whole = M.union(made);
    made.push(whole);
    return success(meshOf(whole));
  } catch (error) {
    if (!(error instanceof Error) || error.name !== "ManifoldError") throw error;
    return refused(
      "solid/open",
      "The faces of one of them do not close, so they cannot be made one. Mend it on its page first.",
    );
  } finally {
    for (const m of made) m.delete();
  }
}

function meshOf(solid: Manifold): TriangleMesh {
  const { vertProperties, numProp, triVerts } = solid.getMesh();
  const positions = new Float32Array((vertProperties.length / numProp) * 3);
  for (let v = 0; v < positions.length / 3; v++)
    for (let k = 0; k < 3; k++) positions[3 * v + k] = vertProperties[v * numProp + k]!;
  return { positions, triangles: Uint32Array.from(triVerts) };
}

function thinned(
  { Manifold: M, Mesh }: ManifoldToplevel,
  mesh: TriangleMesh,
  tolerance: number,
): Outcome<TriangleMesh, SolidProblem> {
  const made: Manifold[] = [];
  try {
    const input = new Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.triangles });
    input.merge();
    const whole = M.ofMesh(input);
    made.push(whole);
    const fewer = whole.simplify(tolerance);
    made.push(fewer);
    return success(meshOf(fewer));
  } catch (error) {
    if (!(error instanceof Error) || error.name !== "ManifoldError") throw error;
    return refused("solid/open", "Its faces do not close, so it cannot be thinned. Mend it first.");
  } finally {
    for (const m of made) m.delete();
  }
}
