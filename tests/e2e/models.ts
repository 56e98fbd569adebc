import { readFileSync } from "node:fs";
import bunny from "bunny";
import teapot from "teapot";
import { unzipSync, zipSync } from "fflate";
import { writeBinaryStl } from "#core/formats/stl";
import { box, sphere, terrain } from "#core/mesh/testing";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";

type Simplicial = {
  readonly positions: readonly (readonly number[])[];
  readonly cells: readonly (readonly number[])[];
};
const meshOf = ({ positions, cells }: Simplicial): TriangleMesh => ({
  positions: Float32Array.from(positions.flat()),
  triangles: Uint32Array.from(cells.flat()),
});
const file = (name: string, bytes: Uint8Array | string) => ({
  name,
  mimeType: "application/octet-stream",
  buffer: Buffer.from(bytes as Uint8Array),
});

/** A scan nobody here drew, as binary STL. */
export const bunnyStl = () => file("rabbit.stl", writeBinaryStl(soupOf(meshOf(bunny))));

/** A pot nobody here drew, as OBJ. */
export const teapotObj = () => {
  const { positions, cells } = teapot as Simplicial;
  return file(
    "kettle.obj",
    [
      ...positions.map((p) => `v ${p.join(" ")}`),
      ...cells.map((c) => `f ${c.map((i) => i + 1).join(" ")}`),
    ].join("\n"),
  );
};

/** A ball in inches, written by hand as 3MF. */
export const ballThreeMf = () => {
  const { positions, triangles } = sphere(0.4, 16, 24);
  const vertices = Array.from(
    { length: positions.length / 3 },
    (_, i) => `<vertex x="${positions[3 * i]}" y="${positions[3 * i + 1]}" z="${positions[3 * i + 2]}"/>`,
  ).join("");
  const faces = Array.from(
    { length: triangles.length / 3 },
    (_, i) =>
      `<triangle v1="${triangles[3 * i]}" v2="${triangles[3 * i + 1]}" v3="${triangles[3 * i + 2]}"/>`,
  ).join("");
  const model = `<?xml version="1.0"?><model unit="inch" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources><object id="1" name="finial"><mesh><vertices>${vertices}</vertices><triangles>${faces}</triangles></mesh></object></resources><build><item objectid="1"/></build></model>`;
  return file("finial.3mf", zipSync({ "3D/3dmodel.model": new TextEncoder().encode(model) }));
};

/** A closed terrain of about a million triangles: 50 MB. */
export const largeStl = () => file("fen.stl", writeBinaryStl(soupOf(terrain(499, 240, 3))));

export const brokenFiles = () => {
  const good = writeBinaryStl(soupOf(sphere(5, 10, 12)));
  const lying = good.slice();
  new DataView(lying.buffer).setUint32(80, 4_000_000_000, true);
  const nan = good.slice();
  new DataView(nan.buffer).setFloat32(96, Number.NaN, true);
  return [
    file("empty.stl", new Uint8Array(0)),
    file("letter.stl", "Dear all, the models are on their way."),
    file("cut.stl", good.slice(0, 900)),
    file("lying.stl", lying),
    file("nan.stl", nan),
    file("outside.3mf", zipSync({ "../up.model": new Uint8Array(4) })),
    file("index.obj", "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 7\n"),
    file("fine.stl", good),
  ];
};

/** A block of that many mm, as STL. */
export const blockStl = (name: string, x: number, y: number, z: number) =>
  file(`${name}.stl`, writeBinaryStl(soupOf(box(x, y, z))));

/** A closed terrain of a quarter of a million triangles: 12 MB. */
export const terrainStl = (name: string) => file(`${name}.stl`, writeBinaryStl(soupOf(terrain(249, 120, 3))));

/** A larger ground of 12 MB, where one of 6 might still find room. */
export const fineTerrainStl = (name: string) =>
  file(`${name}.stl`, writeBinaryStl(soupOf(terrain(340, 240, 3))));

/** A kept archive in which a count, a ratio, a unit and a machine are wrong; two rows hang on one of them. */
export function hurtArchive() {
  const files = unzipSync(readFileSync("tests/corpus/archives/version-5.zip"));
  const archive = JSON.parse(new TextDecoder().decode(files["archive.json"])) as {
    tables: Record<string, Record<string, unknown>[]>;
  };
  const { parts, scenes, printers } = archive.tables as Record<
    "parts" | "scenes" | "printers",
    Record<string, unknown>[]
  >;
  parts.find((p) => p.id === "gate")!.count = 0;
  parts.find((p) => p.id === "wall")!.unitMm = 0;
  scenes.find((s) => s.id === "reed-bank")!.denominator = 0;
  printers[0]!.layerMm = 1e6;
  return file(
    "hurt.zip",
    zipSync({ ...files, "archive.json": new TextEncoder().encode(JSON.stringify(archive)) }),
  );
}
