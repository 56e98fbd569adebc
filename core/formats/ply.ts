import { type Outcome, refused, success } from "#core/outcome";
import { type NumberScan, scanNumberInto } from "#core/formats/asciiNumber";
import { GrowingFloats } from "#core/formats/growing";
import type { FormatProblem, ReadModel } from "#core/formats/model";

const SPACE = 32;
type NumberType = "int8" | "uint8" | "int16" | "uint16" | "int32" | "uint32" | "float32" | "float64";
const typeNames: Readonly<Record<string, NumberType>> = {
  char: "int8",
  int8: "int8",
  uchar: "uint8",
  uint8: "uint8",
  short: "int16",
  int16: "int16",
  ushort: "uint16",
  uint16: "uint16",
  int: "int32",
  int32: "int32",
  uint: "uint32",
  uint32: "uint32",
  float: "float32",
  float32: "float32",
  double: "float64",
  float64: "float64",
};
const byteSizes: Readonly<Record<NumberType, number>> = {
  int8: 1,
  uint8: 1,
  int16: 2,
  uint16: 2,
  int32: 4,
  uint32: 4,
  float32: 4,
  float64: 8,
};

type Property = { readonly name: string; readonly type: NumberType; readonly countType: NumberType | null };
type Element = { readonly name: string; readonly count: number; readonly properties: readonly Property[] };
type Encoding = "ascii" | "binary_little_endian" | "binary_big_endian";
type Header = { readonly encoding: Encoding; readonly elements: readonly Element[]; readonly end: number };

/** Reads the next number of the body, or NaN behind its end. */
type NumberReader = { readonly next: (type: NumberType) => number; readonly left: () => number };

/** A header longer than this is none. */
const LONGEST_HEADER = 65_536;

/**
 * Reads a PLY, as text or binary in either byte order: `vertex` with x, y, z and `face` with a list of
 * corners; polygons
 * are cut into fans, everything else is passed over.
 * @source the PLY format as its author described it in 1994 (from memory; checked against files that three writes)
 */
export function readPly(bytes: Uint8Array): Outcome<readonly ReadModel[], FormatProblem> {
  const header = readHeader(bytes);
  if (!header.ok) return header;
  const { encoding, elements, end } = header.value;
  const reader =
    encoding === "ascii"
      ? textReader(bytes, end)
      : binaryReader(bytes, end, encoding === "binary_little_endian");
  const positions = new GrowingFloats();
  const corners = new GrowingFloats(9 * 1024);
  let vertexCount = 0;
  for (const element of elements) {
    if (element.name === "vertex") {
      const outcome = readVertices(element, reader, positions);
      if (!outcome.ok) return outcome;
      vertexCount = positions.count / 3;
    } else if (element.name === "face") {
      const outcome = readFaces(element, reader, positions, vertexCount, corners);
      if (!outcome.ok) return outcome;
    } else {
      const smallest = element.properties.length;
      for (let i = 0; i < element.count; i++) {
        if (reader.left() < smallest) return cutOff(element.name, i, element.count);
        for (const property of element.properties) skip(property, reader);
      }
    }
  }
  if (vertexCount === 0)
    return refused("ply/broken", "The PLY holds no vertices with x, y and z. Export it again as a mesh.");
  return success([{ name: "", soup: { corners: corners.done() }, unitMm: null }]);
}

const cutOff = (element: string, had: number, promised: number) =>
  refused(
    "ply/broken",
    `The header promises ${promised} of “${element.slice(0, 40)}” and the file ends after ${had}: it was cut off. Copy or export it again.`,
    [element, had + 1],
  );

function readVertices(
  element: Element,
  reader: NumberReader,
  positions: GrowingFloats,
): Outcome<null, FormatProblem> {
  const axis = element.properties.map((p) => (p.countType === null ? ["x", "y", "z"].indexOf(p.name) : -1));
  if (!["x", "y", "z"].every((_, k) => axis.includes(k)))
    return refused("ply/broken", "The vertices of the PLY have no x, y and z. Export it again as a mesh.");
  const point = [0, 0, 0];
  for (let i = 0; i < element.count; i++) {
    if (reader.left() < element.properties.length) return cutOff("vertex", i, element.count);
    element.properties.forEach((property, k) => {
      if (property.countType !== null) skip(property, reader);
      else {
        const value = reader.next(property.type);
        if (axis[k]! >= 0) point[axis[k]!] = value;
      }
    });
    positions.push3(point[0]!, point[1]!, point[2]!);
  }
  return success(null);
}

function readFaces(
  element: Element,
  reader: NumberReader,
  positions: GrowingFloats,
  vertexCount: number,
  corners: GrowingFloats,
): Outcome<null, FormatProblem> {
  const list = element.properties.findIndex(
    (p) => p.countType !== null && /^vertex_ind(ex|ices)$/.test(p.name),
  );
  if (list < 0)
    return refused(
      "ply/broken",
      "The faces of the PLY do not say which vertices they have. Export it again as triangles.",
    );
  const { values } = positions;
  for (let i = 0; i < element.count; i++) {
    if (reader.left() < element.properties.length) return cutOff("face", i, element.count);
    for (let k = 0; k < element.properties.length; k++) {
      const property = element.properties[k]!;
      if (k !== list) {
        skip(property, reader);
        continue;
      }
      const size = reader.next(property.countType!);
      if (!(size >= 3) || size > reader.left())
        return refused(
          "ply/broken",
          `Face ${i + 1} has ${Number.isFinite(size) ? size : "no number of"} corners. Export the file again.`,
          ["face", i + 1],
        );
      let first = -1;
      let before = -1;
      for (let corner = 0; corner < size; corner++) {
        const v = reader.next(property.type);
        if (!(v >= 0 && v < vertexCount) || !Number.isInteger(v))
          return refused(
            "ply/bad-index",
            `Face ${i + 1} names a corner that the file does not have. Export it again.`,
            ["face", i + 1],
          );
        if (corner === 0) first = v;
        else if (corner >= 2)
          for (const w of [first, before, v])
            corners.push3(values[3 * w]!, values[3 * w + 1]!, values[3 * w + 2]!);
        before = v;
      }
    }
  }
  return success(null);
}

function skip(property: Property, reader: NumberReader): void {
  if (property.countType === null) {
    reader.next(property.type);
    return;
  }
  const count = Math.min(reader.next(property.countType), reader.left());
  for (let k = 0; k < count; k++) reader.next(property.type);
}

function readHeader(bytes: Uint8Array): Outcome<Header, FormatProblem> {
  const text = new TextDecoder("latin1").decode(bytes.subarray(0, LONGEST_HEADER));
  const closing = /(^|\n|\r)end_header[ \t]*(\r\n|\n|\r)/.exec(text);
  if (!closing)
    return refused("ply/broken", "The PLY ends inside its header: it was cut off. Copy or export it again.");
  const lines = text.slice(0, closing.index).split(/\r\n|\n|\r/);
  let encoding: Encoding | null = null;
  const elements: { name: string; count: number; properties: Property[] }[] = [];
  for (const [i, line] of lines.entries()) {
    const words = line.trim().split(/\s+/);
    const broken = () =>
      refused(
        "ply/broken" as const,
        `Line ${i + 1} of the PLY's header, “${line.trim().slice(0, 60)}”, was not understood. Export the file again.`,
        ["line", i + 1],
      );
    switch (words[0]) {
      case "format":
        if (words[1] !== "ascii" && words[1] !== "binary_little_endian" && words[1] !== "binary_big_endian")
          return broken();
        encoding = words[1];
        break;
      case "element": {
        const count = Number(words[2]);
        if (!Number.isInteger(count) || count < 0) return broken();
        elements.push({ name: words[1]!, count, properties: [] });
        break;
      }
      case "property": {
        const isList = words[1] === "list";
        const type = typeNames[words[isList ? 3 : 1] ?? ""];
        const countType = isList ? typeNames[words[2] ?? ""] : null;
        if (type === undefined || countType === undefined || elements.length === 0) return broken();
        elements.at(-1)!.properties.push({ name: words[isList ? 4 : 2] ?? "", type, countType });
        break;
      }
    }
  }
  if (encoding === null)
    return refused(
      "ply/broken",
      "The PLY's header does not say how its numbers are written. Export it again.",
    );
  if (elements.some((e) => e.properties.length === 0 && e.count > 0))
    return refused("ply/broken", "The PLY's header lists an element without properties. Export it again.");
  return success({ encoding, elements, end: closing.index + closing[0].length });
}

function binaryReader(bytes: Uint8Array, start: number, little: boolean): NumberReader {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = start;
  return {
    left: () => bytes.byteLength - at,
    next: (type) => {
      const valueAt = at;
      at += byteSizes[type];
      if (at > bytes.byteLength) return Number.NaN;
      switch (type) {
        case "int8":
          return view.getInt8(valueAt);
        case "uint8":
          return view.getUint8(valueAt);
        case "int16":
          return view.getInt16(valueAt, little);
        case "uint16":
          return view.getUint16(valueAt, little);
        case "int32":
          return view.getInt32(valueAt, little);
        case "uint32":
          return view.getUint32(valueAt, little);
        case "float32":
          return view.getFloat32(valueAt, little);
        case "float64":
          return view.getFloat64(valueAt, little);
      }
    },
  };
}

function textReader(bytes: Uint8Array, start: number): NumberReader {
  const scan: NumberScan = { value: 0, end: start };
  let at = start;
  const { byteLength } = bytes;
  return {
    // Each number takes at least a digit and a space.
    left: () => (byteLength - at + 1) / 2,
    next: () => {
      while (at < byteLength && bytes[at]! <= SPACE) at++;
      scanNumberInto(bytes, at, scan);
      at = scan.end;
      while (at < byteLength && bytes[at]! > SPACE) at++;
      return scan.value;
    },
  };
}
