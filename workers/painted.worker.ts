import { transfer } from "comlink";
import { scaledMesh, soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { weld } from "#core/mesh/weld";
import type { Shelf } from "#core/paint/layerBody";
import type { SchemeLayer } from "#core/paint/scheme";
import { type FaceShape, faceShape } from "#core/painted/faceShape";
import { type FoundShare, foundOnZones } from "#core/painted/layerLies";
import { type PaintMesh, paintMesh } from "#core/painted/paintMesh";
import { type PaintedPart, paintZones, shownFaces } from "#core/painted/paintZones";
import { OPEN_ZONE, type ZoneMap } from "#core/scene/zoneMap";
import { zonedMesh } from "#core/zones/zonedMesh";
import { serve } from "#workers/serve";

/** A part's paint mesh as it is drawn: nine numbers a face, mm on the bench. */
export type PaintSurface = {
  readonly corners: Float32Array;
  readonly isCoarse: boolean;
};
/** What each layer of a zone covers of it. */
export type ZoneShares = { readonly zone: number; readonly shares: readonly number[] };
/** What each layer covers, and four bytes a face: red, green, blue of sRGB, and its sheen. */
export type PaintPicture = {
  readonly shares: readonly ZoneShares[];
  readonly faces: Uint8Array<ArrayBuffer>;
};

let held: { readonly key: string; readonly paint: PaintMesh; readonly shape: FaceShape } | null = null;
/** What was laid last: moments of the same layers are shown without laying them again. */
type Laid = { readonly of: FaceShape; readonly asked: string; readonly part: PaintedPart };
let laid: readonly Laid[] = [];
/** Two pictures stand side by side. */
const MOST_LAID = 2;

function now() {
  if (!held) throw new Error("No part was opened.");
  return held;
}

/** A mesh whose faces share no corners: enough to hide what lies behind it. */
const loose = (corners: Float32Array): TriangleMesh => ({
  positions: corners,
  triangles: Uint32Array.from({ length: corners.length / 3 }, (_, i) => i),
});

/** Layers of each zone, and a number for each zone. */
type Schemes = readonly (readonly [zone: number, layers: readonly SchemeLayer[]])[];
type Counts = readonly (readonly [zone: number, count: number])[];
/** A part's mesh with its zones, at the size that it has on the bench. */
type WholePart = {
  readonly corners: Float32Array;
  readonly factor: number;
  readonly map: Pick<ZoneMap, "cuts" | "faces" | "runs"> | null;
  readonly fill: number;
  readonly denominator: number;
};
/** Edges of parts in the picture of a whole scene, mm. */
const WHOLE_EDGE_MM = 2;

/** Four bytes a face: red, green, blue of sRGB, and its sheen. */
function bytesOf(part: PaintedPart, of: Uint8Array, done: Counts, sheens: Counts): Uint8Array<ArrayBuffer> {
  const colours = shownFaces(part, new Map(done), of.length);
  const sheenOf = new Uint8Array(256);
  for (const [zone, sheen] of sheens) sheenOf[zone] = sheen;
  const faces = new Uint8Array(4 * of.length);
  for (let f = 0; f < of.length; f++) {
    faces[4 * f] = colours[3 * f]!;
    faces[4 * f + 1] = colours[3 * f + 1]!;
    faces[4 * f + 2] = colours[3 * f + 2]!;
    faces[4 * f + 3] = sheenOf[of[f]!]!;
  }
  return faces;
}

const api = {
  holds: (key: string): boolean => held?.key === key,
  /**
   * Makes a part ready to be painted: finds the shape of every face. Kept until another part is opened.
   * @param factor mm on the bench of one unit of its file; @param denominator of the scene's scale
   * @param others what stands round it in the scene, nine numbers a face, mm in its own frame
   */
  open(
    key: string,
    corners: Float32Array,
    factor: number,
    map: Pick<ZoneMap, "cuts" | "faces" | "runs"> | null,
    fill: number,
    denominator: number,
    others: readonly Float32Array[],
    tell: (share: number) => void,
  ): void {
    const zoned = zonedMesh(weld({ corners }), map, OPEN_ZONE, fill);
    const original = scaledMesh(zoned.mesh, factor);
    const paint = paintMesh(original, zoned.of);
    held = { key, paint, shape: faceShape(paint, original, denominator, tell, others.map(loose)) };
  },
  /** The surface that is painted. */
  surface(): PaintSurface {
    const { mesh, isCoarse } = now().paint;
    const { corners } = soupOf(mesh);
    return transfer({ corners, isCoarse }, [corners.buffer]);
  },
  /**
   * Lays the layers of its zones and shows them after so many of each.
   * @param sheens of each zone: 0 matte, 1 satin, 2 gloss
   */
  picture(schemes: Schemes, shelf: Shelf, done: Counts, sheens: Counts): PaintPicture {
    const { paint, shape } = now();
    const asked = JSON.stringify([schemes, shelf]);
    const known = laid.find((l) => l.of === shape && l.asked === asked);
    const shown = known ?? {
      ...{ of: shape, asked },
      part: paintZones(shape, paint.of, new Map(schemes), shelf),
    };
    laid = [shown, ...laid.filter((l) => l !== shown && l.of === shape)].slice(0, MOST_LAID);
    const { part } = shown;
    const faces = bytesOf(part, paint.of, done, sheens);
    const shares = part.zones.map(({ number, shares }) => ({ zone: number, shares }));
    return transfer({ shares, faces }, [faces.buffer]);
  },
  /**
   * A part with so many of its layers on, drawn coarsely for the picture of a whole scene. The part that is open stays
   * as it is.
   */
  whole(
    { corners, factor, map, fill, denominator }: WholePart,
    schemes: Schemes,
    shelf: Shelf,
    done: Counts,
    sheens: Counts,
    mostFaces: number,
  ): { readonly corners: Float32Array; readonly faces: Uint8Array } {
    const zoned = zonedMesh(weld({ corners }), map, OPEN_ZONE, fill);
    const original = scaledMesh(zoned.mesh, factor);
    const paint = paintMesh(original, zoned.of, WHOLE_EDGE_MM, mostFaces);
    const part = paintZones(faceShape(paint, original, denominator), paint.of, new Map(schemes), shelf);
    const faces = bytesOf(part, paint.of, done, sheens);
    const drawn = soupOf(paint.mesh).corners;
    return transfer({ corners: drawn, faces }, [drawn.buffer, faces.buffer]);
  },
  /** The share of some zones that a layer with a place, or from one side, comes to. */
  found(zones: readonly number[], layer: SchemeLayer): FoundShare {
    const { paint, shape } = now();
    return foundOnZones(shape, paint.of, zones, layer);
  },
};
export type PaintedApi = typeof api;
serve(api);
