import type { TriangleMesh } from "#core/mesh/triangleMesh";

/** Nine digits bring a single-precision number back as it was. */
const nine = (value: number) => String(Number(value.toPrecision(9)));
const encode = (text: string) => new TextEncoder().encode(text);
const vertexLines = ({ positions }: TriangleMesh, prefix: string) =>
  Array.from(
    { length: positions.length / 3 },
    (_, v) =>
      `${prefix}${nine(positions[3 * v]!)} ${nine(positions[3 * v + 1]!)} ${nine(positions[3 * v + 2]!)}`,
  );

/** A text STL as other programs write it. */
export function writeTextStl({ positions, triangles }: TriangleMesh): Uint8Array {
  const lines = ["solid thing"];
  for (let t = 0; t < triangles.length; t += 3) {
    lines.push("facet normal 0 0 0", "outer loop");
    for (let k = 0; k < 3; k++) {
      const v = 3 * triangles[t + k]!;
      lines.push(`vertex ${nine(positions[v]!)} ${nine(positions[v + 1]!)} ${nine(positions[v + 2]!)}`);
    }
    lines.push("endloop", "endfacet");
  }
  return encode(`${lines.join("\n")}\nendsolid thing\n`);
}

export function writeObj(mesh: TriangleMesh): Uint8Array {
  const faces = Array.from(
    { length: mesh.triangles.length / 3 },
    (_, f) =>
      `f ${mesh.triangles[3 * f]! + 1} ${mesh.triangles[3 * f + 1]! + 1} ${mesh.triangles[3 * f + 2]! + 1}`,
  );
  return encode(`# a thing\no thing\n${vertexLines(mesh, "v ").join("\n")}\n${faces.join("\n")}\n`);
}

export function writePly(
  mesh: TriangleMesh,
  encoding: "ascii" | "binary_little_endian" | "binary_big_endian",
): Uint8Array {
  const vertexCount = mesh.positions.length / 3;
  const faceCount = mesh.triangles.length / 3;
  const header = encode(
    `ply\nformat ${encoding} 1.0\ncomment a thing\nelement vertex ${vertexCount}\nproperty float x\nproperty float y\nproperty float z\nelement face ${faceCount}\nproperty list uchar int vertex_indices\nend_header\n`,
  );
  if (encoding === "ascii") {
    const faces = Array.from(
      { length: faceCount },
      (_, f) => `3 ${mesh.triangles[3 * f]!} ${mesh.triangles[3 * f + 1]!} ${mesh.triangles[3 * f + 2]!}`,
    );
    return encode(
      `${new TextDecoder().decode(header)}${vertexLines(mesh, "").join("\n")}\n${faces.join("\n")}\n`,
    );
  }
  const bytes = new Uint8Array(header.byteLength + 12 * vertexCount + 13 * faceCount);
  bytes.set(header);
  const view = new DataView(bytes.buffer);
  const little = encoding === "binary_little_endian";
  let at = header.byteLength;
  for (const value of mesh.positions) {
    view.setFloat32(at, value, little);
    at += 4;
  }
  for (let f = 0; f < faceCount; f++) {
    view.setUint8(at++, 3);
    for (let k = 0; k < 3; k++, at += 4) view.setInt32(at, mesh.triangles[3 * f + k]!, little);
  }
  return bytes;
}
