import type { TriangleMesh } from "#core/mesh/triangleMesh";
import { weld } from "#core/mesh/weld";

/** A block whose top is carved by grooves along y: boards with floors between them. */
export function boards(
  count: number,
  board: number,
  gap: number,
  depth: number,
  long = 60,
  thick = 4,
): TriangleMesh {
  const outline: [number, number][] = [[0, 0]];
  const wide = count * board + (count - 1) * gap;
  outline.push([wide, 0]);
  for (let i = count - 1; i >= 0; i--) {
    const from = i * (board + gap);
    outline.push([from + board, thick], [from, thick]);
    if (i > 0) outline.push([from, thick - depth], [from - gap, thick - depth]);
  }
  return extruded(outline, long);
}
/** A profile in x and z, pulled along y; its ends are closed as fans of ears by strips. */
function extruded(outline: readonly (readonly [number, number])[], long: number): TriangleMesh {
  const corners: number[] = [];
  const put = (...p: readonly number[]) => corners.push(...p);
  outline.forEach(([x, z], i) => {
    const [u, w] = outline[(i + 1) % outline.length]!;
    put(x, 0, z, u, long, w, u, 0, w);
    put(x, 0, z, x, long, z, u, long, w);
  });
  // Ends: every column between two neighbouring x as a strip from the foot to the top.
  const xs = [...new Set(outline.map(([x]) => x))].sort((a, b) => a - b);
  const topAt = (x: number, next: number) => {
    const mid = (x + next) / 2;
    let top = 0;
    outline.forEach(([a, b], i) => {
      const [c, d] = outline[(i + 1) % outline.length]!;
      if (a !== c && mid > Math.min(a, c) && mid < Math.max(a, c)) top = Math.max(top, (b + d) / 2);
    });
    return top;
  };
  for (let i = 1; i < xs.length; i++) {
    const [a, b] = [xs[i - 1]!, xs[i]!];
    const z = topAt(a, b);
    put(a, 0, 0, b, 0, 0, b, 0, z, a, 0, 0, b, 0, z, a, 0, z);
    put(a, long, 0, b, long, z, b, long, 0, a, long, 0, a, long, z, b, long, z);
  }
  return weld({ corners: Float32Array.from(corners) });
}

/** A profile of radius by height, turned round z; its ends lie on the axis. */
export function lathe(radii: readonly (readonly [radius: number, z: number])[], sides: number): TriangleMesh {
  const corners: number[] = [];
  const at = ([r, z]: readonly [number, number], i: number): readonly number[] => {
    const a = (2 * Math.PI * (i % sides)) / sides;
    return [r * Math.cos(a), r * Math.sin(a), z];
  };
  for (let k = 1; k < radii.length; k++)
    for (let i = 0; i < sides; i++) {
      const [low, high] = [radii[k - 1]!, radii[k]!];
      const four = [at(low, i), at(low, i + 1), at(high, i + 1), at(high, i)] as const;
      if (low[0] > 0) corners.push(...four[0], ...four[1], ...four[2]);
      if (high[0] > 0) corners.push(...four[0], ...four[2], ...four[3]);
    }
  return weld({ corners: Float32Array.from(corners) });
}
