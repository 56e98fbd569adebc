import type { TriangleMesh } from "#core/mesh/triangleMesh";

/**
 * Area and, where the mesh is closed, volume and centroid of what it encloses. File units, squared and cubed.
 */
export type SolidProperties = {
  readonly area: number;
  readonly volume: number;
  readonly centroid: readonly [number, number, number];
};

/**
 * Volume = sum of a . (b x c) / 6 and area = sum of |(b-a) x (c-a)| / 2, in double precision about the first
 * vertex,
 * so that a mesh a kilometre from the origin keeps its volume. A negative volume means the mesh is inside
 * out.
 * For an open mesh the volume depends on where it is taken from and is only a hint.
 */
export function solidProperties(mesh: TriangleMesh): SolidProperties {
  const { positions, triangles } = mesh;
  if (triangles.length === 0) return { area: 0, volume: 0, centroid: [0, 0, 0] };
  const ox = positions[0]!;
  const oy = positions[1]!;
  const oz = positions[2]!;
  let area2 = 0;
  let volume6 = 0;
  let mx = 0;
  let my = 0;
  let mz = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const a = triangles[t]! * 3;
    const b = triangles[t + 1]! * 3;
    const c = triangles[t + 2]! * 3;
    const ax = positions[a]! - ox;
    const ay = positions[a + 1]! - oy;
    const az = positions[a + 2]! - oz;
    const bx = positions[b]! - ox;
    const by = positions[b + 1]! - oy;
    const bz = positions[b + 2]! - oz;
    const cx = positions[c]! - ox;
    const cy = positions[c + 1]! - oy;
    const cz = positions[c + 2]! - oz;
    const ux = bx - ax;
    const uy = by - ay;
    const uz = bz - az;
    const vx = cx - ax;
    const vy = cy - ay;
    const vz = cz - az;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    area2 += Math.sqrt(nx * nx + ny * ny + nz * nz);
    const six = ax * nx + ay * ny + az * nz;
    volume6 += six;
    mx += six * (ax + bx + cx);
    my += six * (ay + by + cy);
    mz += six * (az + bz + cz);
  }
  const centroid: readonly [number, number, number] =
    volume6 === 0
      ? [ox, oy, oz]
      : [ox + mx / (4 * volume6), oy + my / (4 * volume6), oz + mz / (4 * volume6)];
  return { area: area2 / 2, volume: volume6 / 6, centroid };
}
