import { writeBinaryStl } from "#core/formats/stl";
import { type BodyPlace, writeThreeMf } from "#core/formats/writeThreeMf";
import { type Pose, posedMesh, type Vec3 } from "#core/mesh/pose";
import { boundingBox, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { weld } from "#core/mesh/weld";
import { turnedOutline } from "#core/print/nestShape";

/** A part as it is printed: its mesh in file units, and how it lies. */
export type FiledPart = {
  readonly name: string;
  readonly corners: Float32Array;
  readonly factor: number;
  readonly pose: Pose | null;
  /** Times its lengths along the machine's axes, so that it comes out as drawn; 1 where it is left out. */
  readonly grow?: Vec3;
};

/** A plate as a file: which part stands where, the corner of its own turned box, mm from the corner of the bed. */
export type FiledPlate = {
  readonly name: string;
  readonly places: readonly (BodyPlace & { readonly part: number })[];
};
export type PlateFileKind = "stl" | "3mf";

/** A part in millimetres as it lies, the low corner of its box at the origin. */
export function lyingMesh({ corners, factor, pose, grow = [1, 1, 1] }: FiledPart): TriangleMesh {
  const mesh = posedMesh(weld({ corners: corners.map((v) => v * factor) }), pose);
  const { min } = boundingBox(mesh.positions);
  return {
    positions: mesh.positions.map((v, i) => (v - min[i % 3]!) * grow[i % 3]!),
    triangles: mesh.triangles,
  };
}

/** @param meshes of the parts, each as `lyingMesh` gives it */
export function plateFile(
  plate: FiledPlate,
  parts: readonly FiledPart[],
  meshes: readonly TriangleMesh[],
  kind: PlateFileKind,
): Uint8Array<ArrayBuffer> {
  if (kind === "stl") return writeBinaryStl({ corners: standing(plate, meshes) });
  const used = [...new Set(plate.places.map((p) => p.part))];
  return writeThreeMf(
    used.map((i) => ({
      name: parts[i]!.name,
      mesh: meshes[i]!,
      places: plate.places.filter((p) => p.part === i),
    })),
  );
}

/** One soup of everything on a plate. */
function standing(plate: FiledPlate, meshes: readonly TriangleMesh[]): Float32Array {
  const soups = plate.places.map((p) => {
    const { corners } = soupOf(meshes[p.part]!);
    const flat = new Float32Array(corners.length);
    const [cos, sin] = turnedOutline([[1, 0]], p.turnDeg)[0]! as [number, number];
    for (let i = 0; i < corners.length; i += 3) {
      flat[i] = cos * corners[i]! - sin * corners[i + 1]! + p.xMm;
      flat[i + 1] = sin * corners[i]! + cos * corners[i + 1]! + p.yMm;
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
