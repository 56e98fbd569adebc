import { transfer } from "comlink";
import { writeBinaryStl } from "#core/formats/stl";
import { type PdfPage, writePdf } from "#core/formats/pdf";
import { placesInRows, writeThreeMf } from "#core/formats/writeThreeMf";
import { writeZip } from "#core/formats/zip";
import { soupOf } from "#core/mesh/triangleMesh";
import {
  type FiledPart,
  type FiledPlate,
  lyingMesh,
  plateFile,
  type PlateFileKind,
} from "#core/print/plateFiles";
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

const api = {
  /** Each plate as a file of its own, everything where it lies, in one ZIP. */
  platesZip(parts: readonly FiledPart[], plates: readonly FiledPlate[], kind: PlateFileKind): Uint8Array {
    const meshes = parts.map(lyingMesh);
    const files = plates.map(
      (plate) => [`${fileName(plate.name)}.${kind}`, plateFile(plate, parts, meshes, kind)] as const,
    );
    const zip = writeZip(Object.fromEntries(files));
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
    const meshes = bodies.map((b) => ({
      name: b.name,
      mesh: weld({ corners: scaled(b.corners, b.factor) }),
      count: b.count,
    }));
    const places = placesInRows(meshes);
    const bytes = writeThreeMf(meshes.map(({ name, mesh }, i) => ({ name, mesh, places: places[i]! })));
    return transfer(bytes, [bytes.buffer]);
  },
};
export type OutApi = typeof api;
serve(api);
