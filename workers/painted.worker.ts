import { transfer } from "comlink";
import { scaledMesh, soupOf } from "#core/mesh/triangleMesh";
import { weld } from "#core/mesh/weld";
import type { Shelf } from "#core/paint/layerBody";
import type { SchemeLayer } from "#core/paint/scheme";
import { type FaceShape, faceShape } from "#core/painted/faceShape";
import { type FoundShare, foundShare } from "#core/painted/layerLies";
import { type PaintMesh, paintMesh } from "#core/painted/paintMesh";
import { type PaintedPart, paintZones, shownFaces } from "#core/painted/paintZones";
import { OPEN_ZONE, type ZoneMap } from "#core/scene/zoneMap";
import { zonedMesh } from "#core/zones/zonedMesh";
import { serve } from "#workers/serve";

/** A part's paint mesh as it is drawn: nine numbers a face, mm on the bench. */
export type PaintSurface = {
  readonly corners: Float32Array;
  readonly edgeMm: number;
  readonly isCoarse: boolean;
};
/** What each layer of a zone covers of it, and how large it is. */
export type ZoneShares = {
  readonly zone: number;
  readonly areaMm2: number;
  readonly shares: readonly number[];
};

let held: { readonly key: string; readonly paint: PaintMesh; readonly shape: FaceShape } | null = null;
let painted: PaintedPart | null = null;

const api = {
  /**
   * Makes a part ready to be painted: finds the shape of every face. Kept until another part is opened.
   * @param factor mm on the bench of one unit of its file; @param denominator of the scene's scale
   */
  open(
    key: string,
    corners: Float32Array,
    factor: number,
    map: Pick<ZoneMap, "cuts" | "faces" | "runs"> | null,
    fill: number,
    denominator: number,
    tell: (share: number) => void,
  ): PaintSurface {
    if (held?.key !== key) {
      const zoned = zonedMesh(weld({ corners }), map, OPEN_ZONE, fill);
      const original = scaledMesh(zoned.mesh, factor);
      const paint = paintMesh(original, zoned.of);
      held = { key, paint, shape: faceShape(paint, original, denominator, tell) };
      painted = null;
    }
    const { mesh, edgeMm, isCoarse } = held.paint;
    const soup = soupOf(mesh).corners;
    return transfer({ corners: soup, edgeMm, isCoarse }, [soup.buffer]);
  },
  /** Lays the layers of its zones. */
  lay(
    schemes: readonly (readonly [zone: number, layers: readonly SchemeLayer[]])[],
    shelf: Shelf,
  ): readonly ZoneShares[] {
    if (!held) throw new Error("No part was opened.");
    painted = paintZones(held.shape, held.paint.of, new Map(schemes), shelf);
    return painted.zones.map(({ number, areaMm2, shares }) => ({ zone: number, areaMm2, shares }));
  },
  /** The share of some zones that a layer with a place, or from one side, comes to. */
  found(zones: readonly number[], layer: SchemeLayer): FoundShare {
    if (!held) throw new Error("No part was opened.");
    const { of } = held.paint;
    const isOn = new Set(zones);
    const faces = new Uint32Array(of.length);
    let count = 0;
    for (let f = 0; f < of.length; f++) if (isOn.has(of[f]!)) faces[count++] = f;
    return foundShare(held.shape, faces.subarray(0, count), layer);
  },
  /**
   * Four bytes a face after so many layers of each zone: red, green, blue of sRGB, and its sheen.
   * @param sheens of each zone: 0 matte, 1 satin, 2 gloss
   */
  shown(
    done: readonly (readonly [zone: number, layers: number])[],
    sheens: readonly (readonly [zone: number, sheen: number])[],
  ): Uint8Array<ArrayBuffer> {
    if (!held || !painted) throw new Error("Nothing was laid.");
    const { of } = held.paint;
    const colours = shownFaces(painted, new Map(done), of.length);
    const sheenOf = new Uint8Array(256);
    for (const [zone, sheen] of sheens) sheenOf[zone] = sheen;
    const faces = new Uint8Array(4 * of.length);
    for (let f = 0; f < of.length; f++) {
      faces[4 * f] = colours[3 * f]!;
      faces[4 * f + 1] = colours[3 * f + 1]!;
      faces[4 * f + 2] = colours[3 * f + 2]!;
      faces[4 * f + 3] = sheenOf[of[f]!]!;
    }
    return transfer(faces, [faces.buffer]);
  },
};
export type PaintedApi = typeof api;
serve(api);
