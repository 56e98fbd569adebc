import type { TriangleMesh, TriangleSoup } from "#core/mesh/triangleMesh";

const EMPTY = 0xffffffff;

/**
 * Shares the vertices whose coordinates are equal to the last bit (-0 counts as 0). One pass over an
 * open-addressing
 * table; the vertices keep the order in which they first appear.
 */
export function weld(soup: TriangleSoup): TriangleMesh {
  const { corners } = soup;
  const bits = new Uint32Array(corners.buffer, corners.byteOffset, corners.length);
  const cornerCount = corners.length / 3;
  const triangles = new Uint32Array(cornerCount);
  // A closed mesh has half as many vertices as triangles; the table grows when there are more.
  let size = tableSize(Math.max(16, cornerCount / 6));
  let table = new Uint32Array(size).fill(EMPTY);
  let kept = new Uint32Array(Math.max(16, Math.ceil(cornerCount / 5)) * 3);
  let count = 0;
  for (let c = 0; c < cornerCount; c++) {
    const x = plusZero(bits[3 * c]!);
    const y = plusZero(bits[3 * c + 1]!);
    const z = plusZero(bits[3 * c + 2]!);
    let slot = hash(x, y, z) & (size - 1);
    let vertex = table[slot]!;
    while (
      vertex !== EMPTY &&
      (kept[3 * vertex] !== x || kept[3 * vertex + 1] !== y || kept[3 * vertex + 2] !== z)
    ) {
      slot = (slot + 1) & (size - 1);
      vertex = table[slot]!;
    }
    if (vertex === EMPTY) {
      vertex = count++;
      if (3 * count > kept.length) {
        const longer = new Uint32Array(kept.length * 2);
        longer.set(kept);
        kept = longer;
      }
      kept[3 * vertex] = x;
      kept[3 * vertex + 1] = y;
      kept[3 * vertex + 2] = z;
      table[slot] = vertex;
      if (count * 2 > size) {
        size *= 4;
        table = rehashed(kept, count, size);
      }
    }
    triangles[c] = vertex;
  }
  return { positions: new Float32Array(kept.buffer.slice(0, 12 * count)), triangles };
}

const plusZero = (bits: number) => (bits === 0x80000000 ? 0 : bits);

function hash(x: number, y: number, z: number): number {
  let h = Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca6b) ^ Math.imul(z, 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  return (h ^ (h >>> 13)) >>> 0;
}

const tableSize = (vertices: number) => 2 ** Math.ceil(Math.log2(vertices * 2));

function rehashed(kept: Uint32Array, count: number, size: number): Uint32Array<ArrayBuffer> {
  const table = new Uint32Array(size).fill(EMPTY);
  for (let v = 0; v < count; v++) {
    let slot = hash(kept[3 * v]!, kept[3 * v + 1]!, kept[3 * v + 2]!) & (size - 1);
    while (table[slot] !== EMPTY) slot = (slot + 1) & (size - 1);
    table[slot] = v;
  }
  return table;
}
