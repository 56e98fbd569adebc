import { type CapLoop, capTriangles } from "#core/mesh/capPlane";
import type { TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * A closed mesh from lines in plan drawn up from one height to another: outer lines counter-clockwise, holes
 * clockwise, x
 * and y of each point in turn.
 */
export function extruded(lines: readonly (readonly number[])[], fromZ: number, toZ: number): TriangleMesh {
  const positions: number[] = [];
  const loops: CapLoop[] = [];
  const count = lines.reduce((n, l) => n + l.length / 2, 0);
  for (const points of lines) {
    const first = positions.length / 3;
    for (let i = 0; i < points.length; i += 2) positions.push(points[i]!, points[i + 1]!, fromZ);
    loops.push({ ids: Array.from({ length: points.length / 2 }, (_, i) => first + i), points });
  }
  for (let i = 0; i < 3 * count; i += 3) positions.push(positions[i]!, positions[i + 1]!, toZ);
  const cap = capTriangles(loops);
  const triangles: number[] = [];
  for (let t = 0; t < cap.length; t += 3)
    triangles.push(
      cap[t]!,
      cap[t + 2]!,
      cap[t + 1]!,
      cap[t]! + count,
      cap[t + 1]! + count,
      cap[t + 2]! + count,
    );
  for (const { ids } of loops) {
    ids.forEach((a, i) => {
      const b = ids[(i + 1) % ids.length]!;
      triangles.push(a, b, b + count, a, b + count, a + count);
    });
  }
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}
