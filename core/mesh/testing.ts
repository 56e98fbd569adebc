import { weld } from "#core/mesh/weld";
import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { chanceOf } from "#core/random";

const mesh = (positions: readonly number[], triangles: readonly number[]): TriangleMesh => ({
  positions: Float32Array.from(positions),
  triangles: Uint32Array.from(triangles),
});

/** A closed box from the origin; 12 faces, outward. */
export const box = (x: number, y: number, z: number): TriangleMesh =>
  mesh(
    [0, 0, 0, x, 0, 0, x, y, 0, 0, y, 0, 0, 0, z, x, 0, z, x, y, z, 0, y, z],
    [
      0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 1, 2, 6, 1, 6, 5, 2, 3, 7, 2, 7, 6, 3, 0, 4, 3, 4,
      7,
    ],
  );

/** A ball of rings x segments about the origin, closed. */
export function sphere(radius: number, rings: number, segments: number): TriangleMesh {
  const positions = [0, 0, -radius];
  for (let r = 1; r < rings; r++) {
    const lat = -Math.PI / 2 + (r * Math.PI) / rings;
    for (let s = 0; s < segments; s++) {
      const lon = (s * 2 * Math.PI) / segments;
      positions.push(
        radius * Math.cos(lat) * Math.cos(lon),
        radius * Math.cos(lat) * Math.sin(lon),
        radius * Math.sin(lat),
      );
    }
  }
  positions.push(0, 0, radius);
  const top = positions.length / 3 - 1;
  const at = (r: number, s: number) => 1 + (r - 1) * segments + (s % segments);
  const triangles: number[] = [];
  for (let s = 0; s < segments; s++) {
    triangles.push(0, at(1, s + 1), at(1, s), top, at(rings - 1, s), at(rings - 1, s + 1));
    for (let r = 1; r < rings - 1; r++)
      triangles.push(at(r, s), at(r, s + 1), at(r + 1, s + 1), at(r, s), at(r + 1, s + 1), at(r + 1, s));
  }
  return mesh(positions, triangles);
}

/** A torus about the z axis: radius to the middle of the tube, radius of the tube. */
export function torus(ringRadius: number, tubeRadius: number, around: number, across: number): TriangleMesh {
  const positions: number[] = [];
  const triangles: number[] = [];
  for (let i = 0; i < around; i++) {
    const u = (i * 2 * Math.PI) / around;
    for (let j = 0; j < across; j++) {
      const v = (j * 2 * Math.PI) / across;
      const r = ringRadius + tubeRadius * Math.cos(v);
      positions.push(r * Math.cos(u), r * Math.sin(u), tubeRadius * Math.sin(v));
    }
  }
  const at = (i: number, j: number) => (i % around) * across + (j % across);
  for (let i = 0; i < around; i++) {
    for (let j = 0; j < across; j++)
      triangles.push(at(i, j), at(i + 1, j), at(i + 1, j + 1), at(i, j), at(i + 1, j + 1), at(i, j + 1));
  }
  return mesh(positions, triangles);
}

/**
 * A closed block with a rough top: cells x cells squares, 2 cells^2 triangles above, as many below, walls
 * between.
 */
export function terrain(cells: number, sizeMm: number, seed: number): TriangleMesh {
  const side = cells + 1;
  const positions = new Float32Array(side * side * 6);
  const hill = (x: number, y: number) =>
    12 + 5 * Math.sin(x / 17) * Math.cos(y / 23) + 3 * Math.sin(x / 5 + y / 7);
  for (let r = 0; r < side; r++) {
    for (let c = 0; c < side; c++) {
      const v = r * side + c;
      const x = (c * sizeMm) / cells;
      const y = (r * sizeMm) / cells;
      const top = 3 * v;
      const low = 3 * (v + side * side);
      positions.set([x, y, hill(x, y) + 0.2 * chanceOf(seed, r, c)], top);
      positions.set([x, y, 0], low);
    }
  }
  const triangles = new Uint32Array((cells * cells * 4 + cells * 8) * 3);
  let at = 0;
  const put = (a: number, b: number, c: number) => {
    triangles[at++] = a;
    triangles[at++] = b;
    triangles[at++] = c;
  };
  const lower = side * side;
  for (let r = 0; r < cells; r++) {
    for (let c = 0; c < cells; c++) {
      const v = r * side + c;
      put(v, v + 1, v + side + 1);
      put(v, v + side + 1, v + side);
      put(lower + v, lower + v + side + 1, lower + v + 1);
      put(lower + v, lower + v + side, lower + v + side + 1);
    }
  }
  const wall = (a: number, b: number) => {
    put(a, lower + a, lower + b);
    put(a, lower + b, b);
  };
  for (let c = 0; c < cells; c++) {
    wall(c, c + 1);
    wall(cells * side + c + 1, cells * side + c);
    wall((c + 1) * side, c * side);
    wall(c * side + cells, (c + 1) * side + cells);
  }
  return { positions, triangles };
}

/** The mesh moved, after a turn about the z axis. */
export function moved(source: TriangleMesh, dx: number, dy: number, dz: number, turnRad = 0): TriangleMesh {
  const positions = new Float32Array(source.positions.length);
  const c = Math.cos(turnRad);
  const s = Math.sin(turnRad);
  for (let i = 0; i < positions.length; i += 3) {
    const x = source.positions[i]!;
    const y = source.positions[i + 1]!;
    positions[i] = c * x - s * y + dx;
    positions[i + 1] = s * x + c * y + dy;
    positions[i + 2] = source.positions[i + 2]! + dz;
  }
  return { positions, triangles: source.triangles };
}

/** Several meshes as one, without welding. */
export function together(...meshes: readonly TriangleMesh[]): TriangleMesh {
  const positions: number[] = [];
  const triangles: number[] = [];
  for (const m of meshes) {
    const base = positions.length / 3;
    for (const value of m.positions) positions.push(value);
    for (const v of m.triangles) triangles.push(v + base);
  }
  return mesh(positions, triangles);
}

/** The same surface facing the other way. */
export function insideOut(source: TriangleMesh): TriangleMesh {
  const triangles = source.triangles.slice();
  for (let t = 0; t < triangles.length; t += 3)
    [triangles[t + 1], triangles[t + 2]] = [triangles[t + 2]!, triangles[t + 1]!];
  return { positions: source.positions, triangles };
}

/** The mesh without its first `count` faces. */
export const withoutFaces = (source: TriangleMesh, count: number): TriangleMesh => ({
  positions: source.positions,
  triangles: source.triangles.slice(3 * count),
});

/** A wall that stands, with openings through it: uprights and lintels of boxes, so that it is closed. */
export function wallWith(
  length: number,
  height: number,
  thick: number,
  openings: readonly (readonly [x: number, z: number, w: number, h: number])[],
): TriangleMesh {
  const cuts = [...new Set([0, length, ...openings.flatMap(([x, , w]) => [x, x + w])])].sort((a, b) => a - b);
  const pieces: (readonly [number, number, number, number])[] = [];
  for (let i = 1; i < cuts.length; i++) {
    const [from, to] = [cuts[i - 1]!, cuts[i]!];
    const hole = openings.find(([x, , w]) => x <= from + 1e-9 && x + w >= to - 1e-9);
    if (!hole) pieces.push([from, to, 0, height]);
    else {
      const [, z, , h] = hole;
      if (z > 0) pieces.push([from, to, 0, z]);
      pieces.push([from, to, z + h, height]);
    }
  }
  return profileWall(pieces, thick);
}

/** Boxes side by side as one closed sheet: faces between two of them are left out where they cover each other. */
function profileWall(
  pieces: readonly (readonly [number, number, number, number])[],
  thick: number,
): TriangleMesh {
  const xs = [...new Set(pieces.flatMap((p) => [p[0], p[1]]))].sort((a, b) => a - b);
  const zs = [...new Set(pieces.flatMap((p) => [p[2], p[3]]))].sort((a, b) => a - b);
  const filled = (i: number, k: number) => {
    if (i < 0 || k < 0 || i >= xs.length - 1 || k >= zs.length - 1) return false;
    const [x, z] = [(xs[i]! + xs[i + 1]!) / 2, (zs[k]! + zs[k + 1]!) / 2];
    return pieces.some(([a, b, c, d]) => x > a && x < b && z > c && z < d);
  };
  const corners: number[] = [];
  const quad = (a: number[], b: number[], c: number[], d: number[]) =>
    corners.push(...a, ...b, ...c, ...a, ...c, ...d);
  for (let i = 0; i < xs.length - 1; i++)
    for (let k = 0; k < zs.length - 1; k++) {
      if (!filled(i, k)) continue;
      const [x0, x1, z0, z1] = [xs[i]!, xs[i + 1]!, zs[k]!, zs[k + 1]!];
      quad([x0, 0, z0], [x1, 0, z0], [x1, 0, z1], [x0, 0, z1]);
      quad([x1, thick, z0], [x0, thick, z0], [x0, thick, z1], [x1, thick, z1]);
      if (!filled(i - 1, k)) quad([x0, thick, z0], [x0, 0, z0], [x0, 0, z1], [x0, thick, z1]);
      if (!filled(i + 1, k)) quad([x1, 0, z0], [x1, thick, z0], [x1, thick, z1], [x1, 0, z1]);
      if (!filled(i, k - 1)) quad([x0, 0, z0], [x0, thick, z0], [x1, thick, z0], [x1, 0, z0]);
      if (!filled(i, k + 1)) quad([x0, 0, z1], [x1, 0, z1], [x1, thick, z1], [x0, thick, z1]);
    }
  return weld({ corners: Float32Array.from(corners) });
}

/** A round tower that tapers, standing. */
export function tower(height: number, foot: number, top: number, sides = 48): TriangleMesh {
  const positions: number[] = [];
  const triangles: number[] = [];
  for (const [r, z] of [
    [foot, 0],
    [top, height],
  ] as const)
    for (let i = 0; i < sides; i++) {
      const a = (2 * Math.PI * i) / sides;
      positions.push(r * Math.cos(a), r * Math.sin(a), z);
    }
  positions.push(0, 0, 0, 0, 0, height);
  for (let i = 0; i < sides; i++) {
    const j = (i + 1) % sides;
    triangles.push(i, j, sides + j, i, sides + j, sides + i);
    triangles.push(2 * sides, j, i, 2 * sides + 1, sides + i, sides + j);
  }
  return { positions: Float32Array.from(positions), triangles: Uint32Array.from(triangles) };
}
