import type { TriangleMesh } from "#core/mesh/triangleMesh";
import type { LayerKind } from "#core/paint/layerKinds";
import type { SchemeLayer } from "#core/paint/scheme";
import { type FaceShape, faceShape } from "#core/painted/faceShape";
import { type PaintMesh, paintMesh } from "#core/painted/paintMesh";

/** A mesh all in one zone, ready to be painted. */
export function readyToPaint(
  mesh: TriangleMesh,
  edgeMm = 1,
  most?: number,
): { readonly paint: PaintMesh; readonly shape: FaceShape } {
  const paint = paintMesh(mesh, new Uint8Array(mesh.triangles.length / 3), edgeMm, most);
  return { paint, shape: faceShape(paint, mesh, 72) };
}

/** A layer of acrylic on all of its zone, but for what is given. */
export const testLayer = (id: string, kind: LayerKind, given: Partial<SchemeLayer> = {}): SchemeLayer => ({
  ...{ id, kind, product: "acrylic", colour: { kind: "paint", id: "ochre" }, method: "brush", coats: 1 },
  ...{ coverage: 1, sheen: "matte" },
  ...given,
});
export const ofPot = (id: string) => ({ kind: "paint", id }) as const;

export const faceNumbers = (count: number): Uint32Array => Uint32Array.from({ length: count }, (_, f) => f);

/** Mean of a value of every face, by area. */
export const meanBy = (area: Float32Array, value: (f: number) => number): number => {
  let sum = 0;
  let all = 0;
  area.forEach((a, f) => {
    sum += a * value(f);
    all += a;
  });
  return sum / all;
};

/** Eight layers as things are often painted, from primer to seal: laid with pots called ochre, dark, white and blue. */
export const eightLayers: readonly SchemeLayer[] = [
  testLayer("p", "primer", { product: "brush primer", colour: ofPot("dark") }),
  testLayer("b", "colour", { coats: 2 }),
  testLayer("w", "shade", { method: "wash", product: "acrylic wash", colour: ofPot("dark") }),
  testLayer("d", "drybrush", { method: "drybrush", coverage: 0.6, colour: ofPot("white") }),
  testLayer("e", "drybrush", { method: "drybrush", coverage: 0.3, colour: ofPot("white") }),
  testLayer("s", "colour", { method: "sponge", coverage: 0.2, colour: ofPot("blue") }),
  testLayer("u", "dust", { coverage: 0.3, method: "wash", product: "acrylic wash" }),
  testLayer("v", "varnish", { product: "varnish", colour: null }),
];
