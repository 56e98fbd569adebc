/** Middles and normals of faces, three numbers a face. */
type Faces = { readonly centre: Float32Array; readonly normal: Float32Array };

/** The turn of a surface over a half-edge, radians: positive where it is convex, 0 at an open edge. */
export function edgeTurn({ centre, normal }: Faces, twin: Int32Array, h: number): number {
  const g = twin[h]!;
  if (g < 0) return 0;
  const f = 3 * ((h / 3) | 0);
  const e = 3 * ((g / 3) | 0);
  const cosine = normal[f]! * normal[e]! + normal[f + 1]! * normal[e + 1]! + normal[f + 2]! * normal[e + 2]!;
  if (cosine >= 1) return 0;
  const rise =
    normal[f]! * (centre[e]! - centre[f]!) +
    normal[f + 1]! * (centre[e + 1]! - centre[f + 1]!) +
    normal[f + 2]! * (centre[e + 2]! - centre[f + 2]!);
  return Math.acos(Math.max(-1, cosine)) * (rise < 0 ? 1 : -1);
}
