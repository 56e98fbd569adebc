import { faceCentre } from "#core/mesh/faces";
import type { CutPlane } from "#core/mesh/planeCut";
import { boundingBox, type TriangleMesh } from "#core/mesh/triangleMesh";
import { findTwins } from "#core/mesh/twins";
import type { SchemeLayer } from "#core/paint/scheme";
import { schemeOf, type Part } from "#core/scene/part";
import type { Meaning, Zone } from "#core/scene/zone";
import type { ZoneMap } from "#core/scene/zoneMap";
import { foundOn } from "#core/zones/findFaces";
import { measureZones } from "#core/zones/measureZones";
import { splitAlong } from "#core/zones/splitMesh";
import { ZONE_MEASURE_VERSION } from "#core/zones/zoneMeasure";
import { runsOf } from "#core/zones/zoneRuns";

/** A face of a demo mesh: where it looks and how high it lies, both as drawn; height as a share of the whole. */
type Face = { readonly x: number; readonly y: number; readonly z: number; readonly height: number };
/**
 * What is noted of a zone beyond what its part has: `damp` gives it one wash more, `none` no layer at all, `by hand`
 * soot black by brush, since nothing is sprayed beside what is clear.
 */
type Noted = {
  readonly name: string;
  readonly meaning: Meaning | null;
  readonly paint?: "damp" | "none" | "by hand";
};
type Zoned = {
  readonly zones: readonly Noted[];
  /** Height of a line round the part, mm on the bench; null where none is drawn. */
  readonly lineMm: number | null;
  readonly zoneOf: (face: Face, isBelow: boolean) => number;
};

const wall: Zoned = {
  zones: [
    { name: "wall", meaning: "plaster" },
    { name: "foot", meaning: "stone", paint: "damp" },
    { name: "inside", meaning: "never seen", paint: "none" },
  ],
  lineMm: 6,
  zoneOf: ({ y, z }, isBelow) => (y > 0.9 ? 2 : isBelow && z > -0.9 ? 1 : 0),
};
/** The demo's meshes that are worked by places. */
const zonedMeshes: Readonly<Record<string, Zoned>> = {
  front: wall,
  back: { ...wall, zoneOf: ({ y, z }, isBelow) => (y < -0.9 ? 2 : isBelow && z > -0.9 ? 1 : 0) },
  gable: wall,
  roof: {
    zones: [
      { name: "slates", meaning: "stone" },
      { name: "verges", meaning: "timber" },
      { name: "soffit", meaning: "never seen", paint: "none" },
    ],
    lineMm: null,
    zoneOf: ({ z }) => (z < -0.3 ? 2 : z > 0.3 ? 0 : 1),
  },
  quay: {
    zones: [
      { name: "top", meaning: "stone" },
      { name: "face", meaning: "stone", paint: "damp" },
      { name: "ends", meaning: "cut face" },
      { name: "against the bank", meaning: "mating", paint: "none" },
    ],
    lineMm: null,
    zoneOf: ({ x, y, z }) => (z < -0.7 || y > 0.7 ? 3 : Math.abs(x) > 0.7 ? 2 : y < -0.5 ? 1 : 0),
  },
  willow: {
    zones: [
      { name: "bark", meaning: "timber" },
      { name: "cut crowns", meaning: "cut face" },
    ],
    lineMm: null,
    zoneOf: ({ z, height }) => (z > 0.8 && height > 0.4 ? 1 : 0),
  },
  lamp: {
    zones: [
      { name: "post", meaning: "metal", paint: "by hand" },
      { name: "lantern", meaning: "clear", paint: "none" },
    ],
    lineMm: null,
    zoneOf: ({ height }) => (height > 0.75 ? 1 : 0),
  },
};

const damp: SchemeLayer = {
  ...{ id: "damp", kind: "shade", product: "acrylic wash", method: "wash", coats: 1 },
  ...{ colour: { kind: "paint", id: "bog-wash" }, coverage: 1, sheen: "matte" },
};

const brushed = (
  given: Pick<SchemeLayer, "id" | "kind" | "product"> & Partial<SchemeLayer>,
): SchemeLayer => ({
  ...{ colour: null, method: "brush", coats: 1, coverage: 1, sheen: "matte" },
  ...given,
});
const byHand: readonly SchemeLayer[] = [
  brushed({ id: "primer", kind: "primer", product: "brush primer" }),
  brushed({
    id: "post",
    kind: "colour",
    product: "acrylic",
    colour: { kind: "paint", id: "lamp-soot" },
    coats: 2,
  }),
  brushed({ id: "seal", kind: "varnish", product: "varnish" }),
];

/** The map of a demo mesh, and the zones of a part of it; null of one that is worked as a whole. */
export function demoZones(
  meshName: string,
  meshId: string,
  sceneId: string,
  mesh: TriangleMesh,
  factor: number,
): { readonly map: ZoneMap; readonly zonesOf: (part: Part) => readonly Zone[] } | null {
  const zoned = zonedMeshes[meshName];
  if (!zoned) return null;
  const { min, max } = boundingBox(mesh.positions);
  const lineAt = min[2] + (zoned.lineMm ?? 0) / factor;
  const cuts: readonly CutPlane[] = zoned.lineMm === null ? [] : [{ normal: [0, 0, 1], offset: lineAt }];
  const split = splitAlong(mesh, cuts).mesh;
  const { twin } = findTwins(split);
  const { normals } = foundOn(split, twin);
  const of = Uint8Array.from({ length: split.triangles.length / 3 }, (_, f) => {
    const at = faceCentre(split, f)[2];
    const face = {
      ...{ x: normals[3 * f]!, y: normals[3 * f + 1]!, z: normals[3 * f + 2]! },
      height: (at - min[2]) / (max[2] - min[2]),
    };
    return zoned.zoneOf(face, cuts.length > 0 && at < lineAt);
  });
  const map: ZoneMap = {
    ...{ id: `map-${meshName}`, sceneId, meshId, cuts, faces: of.length, runs: runsOf(of), stamp: "demo" },
    measures: measureZones(split, twin, of, factor),
    measureVersion: ZONE_MEASURE_VERSION,
  };
  const zonesOf = (part: Part) =>
    zoned.zones.map(({ name, meaning, paint }, number): Zone => {
      const layers = schemeOf(part);
      const seal = layers.findIndex((l) => l.kind === "varnish");
      const at = seal < 0 ? layers.length : seal;
      const withDamp = layers.length > 0 ? [...layers.slice(0, at), damp, ...layers.slice(at)] : [];
      const painted = paint === "by hand" ? byHand : layers;
      const scheme = paint === "none" ? [] : paint === "damp" ? withDamp : painted;
      return { ...part.zones[0]!, number, name, meaning, scheme };
    });
  return { map, zonesOf };
}
