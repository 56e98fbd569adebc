import { type Outcome, refused, success } from "#core/outcome";
import { type NumberScan, scanNumberInto } from "#core/formats/asciiNumber";
import type { FormatProblem, ReadModel } from "#core/formats/model";
import type { Box3, TriangleSoup } from "#core/mesh/triangleMesh";

const HEADER_BYTES = 84;
const FACET_BYTES = 50;

/** What one pass over a binary STL knows: the triangles, their box, area, and signed volume. File units. */
export type BinaryStl = {
  readonly soup: TriangleSoup;
  readonly box: Box3;
  readonly area: number;
  readonly volume: number;
};

/**
 * True when the length agrees with the triangle count at byte 80: then it is binary whatever its header says.
 */
export function isBinaryStl(bytes: Uint8Array): boolean {
  if (bytes.byteLength < HEADER_BYTES) return false;
  return bytes.byteLength === HEADER_BYTES + FACET_BYTES * declaredFacets(bytes);
}

const declaredFacets = (bytes: Uint8Array) =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength).getUint32(80, true);

/**
 * Reads a binary STL (80 byte header, uint32 count, 50 bytes a facet) and measures it on the way.
 * The normals in the file are not used: winding says which side is out.
 * @param into the array to fill instead of a new one, 9 numbers a triangle
 */
export function readBinaryStl(bytes: Uint8Array, into?: Float32Array): Outcome<BinaryStl, FormatProblem> {
  if (bytes.byteLength < HEADER_BYTES)
    return refused(
      "stl/too-short",
      "The file ends inside its header: it was cut off, or it is not an STL. Copy or export it again.",
    );
  const declared = declaredFacets(bytes);
  const held = (bytes.byteLength - HEADER_BYTES) / FACET_BYTES;
  if (declared > held) {
    return refused(
      "stl/wrong-length",
      `The header promises ${declared} triangles and the file holds ${Math.floor(held)}: it was cut off. Copy or export it again.`,
    );
  }
  const corners = into ?? new Float32Array(declared * 9);
  if (declared === 0)
    return success({ soup: { corners }, box: { min: [0, 0, 0], max: [0, 0, 0] }, area: 0, volume: 0 });
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const sums: FacetSums = {
    x0: Infinity,
    y0: Infinity,
    z0: Infinity,
    x1: -Infinity,
    y1: -Infinity,
    z1: -Infinity,
    area2: 0,
    volume6: 0,
    ox: view.getFloat32(96, true),
    oy: view.getFloat32(100, true),
    oz: view.getFloat32(104, true),
  };
  for (let from = 0; from < declared; from += CHUNK)
    readFacets(view, from, Math.min(declared, from + CHUNK), corners, sums);
  const box: Box3 = { min: [sums.x0, sums.y0, sums.z0], max: [sums.x1, sums.y1, sums.z1] };
  return success({ soup: { corners }, box, area: sums.area2 / 2, volume: sums.volume6 / 6 });
}

/** Box, twice the area and six times the volume so far, the volume taken about (ox, oy, oz). */
type FacetSums = {
  x0: number;
  y0: number;
  z0: number;
  x1: number;
  y1: number;
  z1: number;
  area2: number;
  volume6: number;
  readonly ox: number;
  readonly oy: number;
  readonly oz: number;
};

/**
 * Facets a call: a loop that is entered often is compiled for good in its first milliseconds, a single long
 * one much later.
 */
const CHUNK = 2048;

function readFacets(view: DataView, from: number, to: number, corners: Float32Array, sums: FacetSums): void {
  let { x0, y0, z0, x1, y1, z1, area2, volume6 } = sums;
  const { ox, oy, oz } = sums;
  for (
    let f = from, p = HEADER_BYTES + 12 + FACET_BYTES * from, c = 9 * from;
    f < to;
    f++, p += FACET_BYTES, c += 9
  ) {
    const ax = view.getFloat32(p, true);
    const ay = view.getFloat32(p + 4, true);
    const az = view.getFloat32(p + 8, true);
    const bx = view.getFloat32(p + 12, true);
    const by = view.getFloat32(p + 16, true);
    const bz = view.getFloat32(p + 20, true);
    const cx = view.getFloat32(p + 24, true);
    const cy = view.getFloat32(p + 28, true);
    const cz = view.getFloat32(p + 32, true);
    corners[c] = ax;
    corners[c + 1] = ay;
    corners[c + 2] = az;
    corners[c + 3] = bx;
    corners[c + 4] = by;
    corners[c + 5] = bz;
    corners[c + 6] = cx;
    corners[c + 7] = cy;
    corners[c + 8] = cz;
    if (ax < x0) x0 = ax;
    if (ax > x1) x1 = ax;
    if (bx < x0) x0 = bx;
    if (bx > x1) x1 = bx;
    if (cx < x0) x0 = cx;
    if (cx > x1) x1 = cx;
    if (ay < y0) y0 = ay;
    if (ay > y1) y1 = ay;
    if (by < y0) y0 = by;
    if (by > y1) y1 = by;
    if (cy < y0) y0 = cy;
    if (cy > y1) y1 = cy;
    if (az < z0) z0 = az;
    if (az > z1) z1 = az;
    if (bz < z0) z0 = bz;
    if (bz > z1) z1 = bz;
    if (cz < z0) z0 = cz;
    if (cz > z1) z1 = cz;
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
    volume6 += (ax - ox) * nx + (ay - oy) * ny + (az - oz) * nz;
  }
  sums.x0 = x0;
  sums.y0 = y0;
  sums.z0 = z0;
  sums.x1 = x1;
  sums.y1 = y1;
  sums.z1 = z1;
  sums.area2 = area2;
  sums.volume6 = volume6;
}

const SPACE = 32;
const lower = (byte: number) => (byte >= 65 && byte <= 90 ? byte + 32 : byte);

/**
 * Reads a text STL: any case, any white space, several solids, missing `endsolid`, exponents.
 * Each `solid` becomes a body of its own when there are several.
 */
export function readTextStl(bytes: Uint8Array): Outcome<readonly ReadModel[], FormatProblem> {
  const models: { name: string; numbers: Float32Array; count: number }[] = [];
  let numbers = new Float32Array(0);
  let count = 0;
  let facets = 0;
  let name = "";
  const scan: NumberScan = { value: 0, end: 0 };
  const flush = () => {
    if (count > 0) models.push({ name, numbers: numbers.slice(0, count), count });
    count = 0;
  };
  let i = 0;
  let sinceFacet = -1;
  const length = bytes.byteLength;
  while (i < length) {
    while (i < length && bytes[i]! <= SPACE) i++;
    if (i >= length) break;
    const first = lower(bytes[i]!);
    const start = i;
    while (i < length && bytes[i]! > SPACE) i++;
    const size = i - start;
    if (first === 118 && size === 6) {
      if (count + 3 > numbers.length) {
        const longer = new Float32Array(Math.max(9 * 1024, numbers.length * 2));
        longer.set(numbers);
        numbers = longer;
      }
      for (let k = 0; k < 3; k++) {
        while (i < length && bytes[i]! <= SPACE) i++;
        scanNumberInto(bytes, i, scan);
        if (scan.end === i) {
          while (i < length && bytes[i]! > SPACE) i++;
          scan.end = i;
        }
        numbers[count++] = scan.value;
        i = scan.end;
      }
      if (sinceFacet >= 0) sinceFacet++;
    } else if (first === 102 && size === 5) {
      facets++;
      if (sinceFacet >= 0 && sinceFacet !== 3) return brokenFacet(facets - 1, sinceFacet);
      sinceFacet = 0;
    } else if (first === 101 && size === 8 && lower(bytes[start + 3]!) === 102) {
      if (sinceFacet !== 3) return brokenFacet(facets, Math.max(0, sinceFacet));
      sinceFacet = -1;
    } else if (first === 115 && size === 5) {
      flush();
      const lineEnd = endOfLine(bytes, i);
      const solidName = text(bytes, i, lineEnd).trim();
      // Some writers put the whole file on one line: then the name ends where the first facet starts.
      const cut = solidName.toLowerCase().indexOf("facet");
      name = (cut >= 0 ? solidName.slice(0, cut) : solidName).trim();
      if (cut < 0) i = lineEnd;
    } else if (first === 101 && size === 8 && lower(bytes[start + 3]!) === 115) {
      i = endOfLine(bytes, i);
    }
  }
  if (sinceFacet >= 0 && sinceFacet !== 3) return brokenFacet(facets, sinceFacet);
  flush();
  if (models.length === 0)
    return refused(
      "stl/text-broken",
      "The file begins like a text STL and holds no facet. It is probably another kind of file " +
        "with the wrong name.",
    );
  return success(models.map((m) => ({ name: m.name, soup: { corners: m.numbers }, unitMm: null })));
}

const brokenFacet = (facet: number, corners: number) =>
  refused(
    "stl/text-broken",
    `Facet ${facet} has ${corners} corners instead of 3: the file was cut off or edited. Export it again.`,
    ["facet", facet],
  );

function endOfLine(bytes: Uint8Array, at: number): number {
  let i = at;
  while (i < bytes.byteLength && bytes[i] !== 10 && bytes[i] !== 13) i++;
  return i;
}

const text = (bytes: Uint8Array, from: number, to: number) =>
  new TextDecoder().decode(bytes.subarray(from, to));

/** Writes a binary STL of triangles in millimetres. */
export function writeBinaryStl(soup: TriangleSoup): Uint8Array<ArrayBuffer> {
  const facets = soup.corners.length / 9;
  const bytes = new Uint8Array(HEADER_BYTES + FACET_BYTES * facets);
  bytes.set(new TextEncoder().encode("Binary STL in millimetres"));
  const view = new DataView(bytes.buffer);
  view.setUint32(80, facets, true);
  const { corners } = soup;
  for (let f = 0, p = HEADER_BYTES, c = 0; f < facets; f++, p += FACET_BYTES, c += 9) {
    const ux = corners[c + 3]! - corners[c]!;
    const uy = corners[c + 4]! - corners[c + 1]!;
    const uz = corners[c + 5]! - corners[c + 2]!;
    const vx = corners[c + 6]! - corners[c]!;
    const vy = corners[c + 7]! - corners[c + 1]!;
    const vz = corners[c + 8]! - corners[c + 2]!;
    const nx = uy * vz - uz * vy;
    const ny = uz * vx - ux * vz;
    const nz = ux * vy - uy * vx;
    const l = Math.hypot(nx, ny, nz) || 1;
    view.setFloat32(p, nx / l, true);
    view.setFloat32(p + 4, ny / l, true);
    view.setFloat32(p + 8, nz / l, true);
    for (let k = 0; k < 9; k++) view.setFloat32(p + 12 + 4 * k, corners[c + k]!, true);
  }
  return bytes;
}
