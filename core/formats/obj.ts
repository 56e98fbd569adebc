import { type Outcome, refused, success } from "#core/outcome";
import { type NumberScan, scanNumberInto } from "#core/formats/asciiNumber";
import { GrowingFloats } from "#core/formats/growing";
import type { FormatProblem, ReadModel } from "#core/formats/model";

const SPACE = 32;
const BACKSLASH = 92;
const LINE_FEED = 10;

/**
 * Reads an OBJ: vertices and faces, 1-based or negative indices, polygons cut into fans.
 * Texture and normal indices after slashes are passed over.
 * @param groupsApart each object or group with faces becomes a body of its own, under its name
 */
export function readObj(
  bytes: Uint8Array,
  groupsApart = false,
): Outcome<readonly ReadModel[], FormatProblem> {
  const vertices = new GrowingFloats();
  const models: ReadModel[] = [];
  let corners = new GrowingFloats(9 * 1024);
  let name = "";
  let vertexCount = 0;
  let line = 0;
  const scan: NumberScan = { value: 0, end: 0 };
  const length = bytes.byteLength;
  const flush = () => {
    if (corners.count === 0) return;
    models.push({ name, soup: { corners: corners.done() }, unitMm: null });
    corners = new GrowingFloats(9 * 1024);
  };
  let i = 0;
  while (i < length) {
    line++;
    while (i < length && bytes[i]! <= SPACE && bytes[i] !== LINE_FEED) i++;
    const kind = bytes[i];
    const after = bytes[i + 1] ?? SPACE;
    if (kind === 118 && after <= SPACE) {
      i = readVertex(bytes, i + 1, scan, vertices);
      vertexCount++;
    } else if (kind === 102 && after <= SPACE) {
      i = readFace(bytes, i + 1, scan, vertices.values, vertexCount, corners);
      if (i < 0) {
        const found = -i - 1;
        return found < 3
          ? refused("obj/broken", `Line ${line} has a face of ${found} corners. Export the file again.`, [
              "line",
              line,
            ])
          : refused(
              "obj/bad-index",
              `Line ${line} names a corner that the file does not have. Export it again.`,
              ["line", line],
            );
      }
    } else if ((kind === 111 || kind === 103) && after <= SPACE) {
      const end = lineEnd(bytes, i);
      const label = new TextDecoder().decode(bytes.subarray(i + 1, end)).trim();
      if (groupsApart) {
        flush();
        name = label;
      } else if (kind === 111 && name === "") name = label;
      i = end;
    }
    i = lineEnd(bytes, i) + 1;
  }
  if (vertexCount === 0)
    return refused(
      "obj/broken",
      "The file holds no vertices: it is probably not an OBJ, whatever its name says.",
    );
  flush();
  return success(
    models.length > 0 ? models : [{ name, soup: { corners: new Float32Array(0) }, unitMm: null }],
  );
}

/** The line feed that ends the line; one after a backslash goes on. */
function lineEnd(bytes: Uint8Array, at: number): number {
  let i = at;
  while (i < bytes.byteLength && (bytes[i] !== LINE_FEED || goesOn(bytes, i))) i++;
  return i;
}

const goesOn = (bytes: Uint8Array, lineFeed: number) =>
  bytes[lineFeed - 1] === BACKSLASH || (bytes[lineFeed - 1] === 13 && bytes[lineFeed - 2] === BACKSLASH);

function readVertex(bytes: Uint8Array, at: number, scan: NumberScan, vertices: GrowingFloats): number {
  const values = vertices.reserve(3);
  const { count } = vertices;
  let i = at;
  for (let k = 0; k < 3; k++) {
    while (bytes[i]! <= SPACE && bytes[i] !== LINE_FEED) i++;
    scanNumberInto(bytes, i, scan);
    values[count + k] = scan.value;
    i = scan.end;
    while (bytes[i]! > SPACE) i++;
  }
  vertices.count = count + 3;
  return i;
}

/**
 * Writes the face as a fan; the place behind it, or -1 - corners where it has fewer than three or names one
 * that is not there (then -4).
 */
function readFace(
  bytes: Uint8Array,
  at: number,
  scan: NumberScan,
  vertices: Float32Array,
  vertexCount: number,
  corners: GrowingFloats,
): number {
  const length = bytes.byteLength;
  let i = at;
  let size = 0;
  let first = 0;
  let before = 0;
  for (;;) {
    while (
      i < length &&
      (bytes[i] === BACKSLASH || (bytes[i]! <= SPACE && (bytes[i] !== LINE_FEED || goesOn(bytes, i))))
    )
      i++;
    if (i >= length || bytes[i] === LINE_FEED || bytes[i] === 35) break;
    // Nearly every index is a short row of digits.
    let index = 0;
    let j = i;
    for (let d = bytes[j]! - 48; d >= 0 && d <= 9; d = bytes[++j]! - 48) index = 10 * index + d;
    if (j === i) {
      scanNumberInto(bytes, i, scan);
      index = scan.value < 0 ? vertexCount + scan.value + 1 : scan.value;
      j = scan.end;
    }
    if (!(index >= 1 && index <= vertexCount) || !Number.isInteger(index)) return -4;
    i = j;
    while (bytes[i]! > SPACE) i++;
    const v = 3 * (index - 1);
    if (size === 0) first = v;
    else if (size >= 2) {
      const values = corners.reserve(9);
      const c = corners.count;
      for (let k = 0; k < 3; k++) {
        values[c + k] = vertices[first + k]!;
        values[c + 3 + k] = vertices[before + k]!;
        values[c + 6 + k] = vertices[v + k]!;
      }
      corners.count = c + 9;
    }
    before = v;
    size++;
  }
  return size < 3 ? -1 - size : i;
}
