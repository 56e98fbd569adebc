import { transfer } from "comlink";
import { writeBinaryStl } from "#core/formats/stl";
import { type PdfPage, writePdf } from "#core/formats/pdf";
import { type BodyPlace, writeThreeMf } from "#core/formats/writeThreeMf";
import { writeZip } from "#core/formats/zip";
import { type Pose, posedMesh } from "#core/mesh/pose";
import { boundingBox, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { turnedOutline } from "#core/print/nestShape";
import { weld } from "#core/mesh/weld";
import { serve } from "#workers/serve";

export type OutBody = {
  readonly name: string;
  readonly corners: Float32Array;
  readonly factor: number;
  readonly count: number;
};

const scaled = (corners: Float32Array, factor: number) => corners.map((v) => v * factor);
const fileName = (name: string) =>
  name
    .trim()
    .replaceAll(/[^\p{L}\p{N} ._-]+/gu, "")
    .replaceAll(/\s+/g, "-")
    .slice(0, 80) || "part";

/** A part as it lies on beds, and where its pieces stand: the corner of its own box, mm on the bed. */
export type OutPart = {
  readonly name: string;
  readonly corners: Float32Array;
  readonly factor: number;
  readonly pose: Pose | null;
};
export type OutPlate = {
  readonly name: string;
  readonly places: readonly (BodyPlace & { readonly part: number })[];
};

/** The part in millimetres as it lies, the low corner of its box at the origin. */
function lying({ corners, factor, pose }: OutPart): TriangleMesh {
  const mesh = posedMesh(weld({ corners: scaled(corners, factor) }), pose);
  const { min } = boundingBox(mesh.positions);
  return { positions: mesh.positions.map((v, i) => v - min[i % 3]!), triangles: mesh.triangles };
}

/** One soup of everything on a plate. */
function standing(plate: OutPlate, meshes: readonly TriangleMesh[]): Float32Array {
  const soups = plate.places.map((p) => {
    const { corners } = soupOf(meshes[p.part]!);
    const flat = new Float32Array(corners.length);
    const q = turnedOutline([[1, 0]], p.turnDeg)[0]!;
    for (let i = 0; i < corners.length; i += 3) {
      flat[i] = q[0]! * corners[i]! - q[1]! * corners[i + 1]! + p.xMm;
      flat[i + 1] = q[1]! * corners[i]! + q[0]! * corners[i + 1]! + p.yMm;
      flat[i + 2] = corners[i + 2]! + p.zMm;
    }
    return flat;
  });
  const all = new Float32Array(soups.reduce((n, s) => n + s.length, 0));
  let at = 0;
  for (const s of soups) {
    all.set(s, at);
    at += s.length;
  }
  return all;
}

const api = {
  /** Each plate as a file of its own, everything where it lies, in one ZIP. */
  platesZip(parts: readonly OutPart[], plates: readonly OutPlate[], kind: "stl" | "3mf"): Uint8Array {
    const meshes = parts.map(lying);
    const files: Record<string, Uint8Array> = {};
    for (const plate of plates) {
      const used = [...new Set(plate.places.map((p) => p.part))];
      files[`${fileName(plate.name)}.${kind}`] =
        kind === "stl"
          ? writeBinaryStl({ corners: standing(plate, meshes) })
          : writeThreeMf(
              used.map((i) => ({
                name: parts[i]!.name,
                mesh: meshes[i]!,
                places: plate.places.filter((p) => p.part === i),
              })),
            );
    }
    const zip = writeZip(files);
    return transfer(zip, [zip.buffer]);
  },
  async pdf(title: string, pages: readonly PdfPage[]): Promise<Uint8Array> {
    const bytes = await writePdf(title, pages);
    return transfer(bytes, [bytes.buffer]);
  },
  /**
   * A binary STL of every body at its scale, welded, in millimetres, in one ZIP, with the bill. The count
   * stands in the name.
   */
  stlZip(bodies: readonly OutBody[], bill: string): Uint8Array {
    const files: Record<string, Uint8Array> =
      bill === "" ? {} : { "bill.csv": new TextEncoder().encode(bill) };
    for (const b of bodies) {
      let name = `${fileName(b.name)}${b.count > 1 ? `-x${b.count}` : ""}.stl`;
      for (let n = 2; name in files; n++) name = `${fileName(b.name)}-${n}.stl`;
      files[name] = writeBinaryStl(soupOf(weld({ corners: scaled(b.corners, b.factor) })));
    }
    const zip = writeZip(files);
    return transfer(zip, [zip.buffer]);
  },
  /** All bodies at their scale as one 3MF in millimetres, each built as often as it is counted. */
  threeMf(bodies: readonly OutBody[]): Uint8Array {
    const bytes = writeThreeMf(
      bodies.map((b) => ({
        name: b.name,
        mesh: weld({ corners: scaled(b.corners, b.factor) }),
        count: b.count,
      })),
    );
    return transfer(bytes, [bytes.buffer]);
  },
};
export type OutApi = typeof api;
serve(api);
