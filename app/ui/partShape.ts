import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  EdgesGeometry,
  Euler,
  Matrix3,
  Matrix4,
  MeshLambertMaterial,
  Plane,
  Vector3,
} from "three";
import { NO_TINT, tintColours } from "./tints";
import type { TriangleSoup } from "#core/mesh/triangleMesh";

/** Edges are drawn for meshes up to this size; beyond it their chalk lines would only be a haze. */
const EDGES_UP_TO = 60_000;
/** Drawn at most: the plan measures all of a mesh, the eye needs no more than this. */
const DRAWN_UP_TO = 1_500_000;

export type Point = readonly [number, number, number];
/** A cut square to an axis, at a share of the part's size along it; what lies beyond is left out. */
export type Section = { readonly axis: 0 | 1 | 2; readonly share: number };
/** A line of sight through the picture, in the file's units, and how far a pick is drawn. */
export type Sight = { readonly origin: Point; readonly direction: Point; readonly within: number };

export type Shape = {
  faces: BufferGeometry;
  edges: BufferGeometry | null;
  reach: number;
  middle: Point;
  size: Point;
};

export function shapeOf(soup: TriangleSoup): Shape {
  const triangles = soup.corners.length / 9;
  const every = Math.ceil(triangles / DRAWN_UP_TO);
  const corners = new Float32Array(Math.floor(triangles / every) * 9);
  const from = soup.corners;
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < corners.length; i++) {
    const value = from[every === 1 ? i : Math.floor(i / 9) * every * 9 + (i % 9)]!;
    const axis = i % 3;
    corners[i] = value;
    if (value < min[axis]!) min[axis] = value;
    if (value > max[axis]!) max[axis] = value;
  }
  const middle: Point = [(min[0]! + max[0]!) / 2, (min[1]! + max[1]!) / 2, (min[2]! + max[2]!) / 2];
  const size: Point = [max[0]! - min[0]!, max[1]! - min[1]!, max[2]! - min[2]!];
  const reach = Math.hypot(...size) / 2 || 1;
  for (let i = 0; i < corners.length; i++) corners[i] = (corners[i]! - middle[i % 3]!) / reach;
  const faces = new BufferGeometry();
  // Without normals: the faces are shaded flat, from what is drawn.
  faces.setAttribute("position", new BufferAttribute(corners, 3));
  faces.setAttribute("marked", new BufferAttribute(new Float32Array(corners.length / 3), 1));
  faces.setAttribute("tint", new BufferAttribute(new Uint8Array(corners.length / 3).fill(NO_TINT), 1));
  return {
    faces,
    edges: triangles <= EDGES_UP_TO ? new EdgesGeometry(faces, 25) : null,
    reach,
    middle,
    size,
  };
}

/** Marked faces are hatched across the screen; lines of equal height stand at every `uEvery`, 0 for none. */
export function hatched(): MeshLambertMaterial {
  const material = new MeshLambertMaterial({
    color: "#9fb3ad",
    flatShading: true,
    side: DoubleSide,
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 1,
  });
  const uEvery = (material.userData.every = { value: 0 });
  material.onBeforeCompile = (shader) => {
    shader.uniforms.uEvery = uEvery;
    shader.uniforms.uTints = { value: tintColours.map(([r, g, b]) => new Vector3(r, g, b)) };
    shader.uniforms.uHatch = { value: new Vector3(0.96, 0.77, 0.18) };
    shader.vertexShader = `attribute float marked;\nattribute float tint;\nvarying float vTint;\nvarying float vMarked;\nvarying float vHeight;\n${shader.vertexShader.replace("#include <begin_vertex>", "#include <begin_vertex>\n vMarked = marked; vTint = tint; vHeight = position.z;")}`;
    shader.fragmentShader = `uniform float uEvery;\nuniform vec3 uTints[${tintColours.length}];\nvarying float vTint;\nuniform vec3 uHatch;\nvarying float vMarked;\nvarying float vHeight;\n${shader.fragmentShader.replace(
      "#include <color_fragment>",
      `#include <color_fragment>
      if (vTint < 254.5) diffuseColor.rgb = uTints[int(mod(vTint + 0.5, ${tintColours.length}.0))];
      if (vMarked > 0.5) diffuseColor.rgb = mod(gl_FragCoord.x + gl_FragCoord.y, 9.0) < 4.0 ? uHatch : mix(diffuseColor.rgb, uHatch, 0.35);
      if (uEvery > 0.0) { float h = vHeight / uEvery; float line = abs(fract(h - 0.5) - 0.5) / max(fwidth(h), 1e-6); if (line < 0.9) diffuseColor.rgb *= 0.35; }`,
    )}`;
  };
  return material;
}

/** How the part is turned, and how many pixels its reach takes. */
export type Turn = { around: number; up: number; near: number };

/** From the part's own frame, middle at 0 and reach 1, to the picture's, in pixels from its middle. */
export const matrixOf = (turn: Turn) =>
  new Matrix4()
    .makeRotationFromEuler(new Euler(-Math.PI / 2 + turn.up, 0, 0))
    .scale(new Vector3(turn.near, turn.near, turn.near))
    .multiply(new Matrix4().makeRotationZ(turn.around));

/** A direction of the picture, to the right, up and to the viewer, in the frame of the part. */
export function inPart(turn: Turn, toward: Point): Point {
  const back = new Matrix3().setFromMatrix4(matrixOf({ ...turn, near: 1 })).transpose();
  const v = new Vector3(...toward).applyMatrix3(back).normalize();
  return [v.x, v.y, v.z];
}

/** The cut in the picture's frame, where clipping is done. `size` along the axis in the part's own frame. */
export function planeOf(section: Section, size: number, turn: Turn): Plane {
  const normal = new Vector3(
    ...([0, 1, 2].map((k) => (k === section.axis ? -1 : 0)) as [number, number, number]),
  );
  return new Plane(normal, (section.share - 0.5) * size).applyMatrix4(matrixOf(turn));
}

/** A pick is drawn to corners and edges this near, px. */
const SNAP_PX = 9;

/** The line of sight through a point of the picture, px from its middle, to the right and up. */
export function sightAt({ reach, middle }: Shape, turn: Turn, x: number, y: number): Sight {
  const inverse = matrixOf(turn).invert();
  const from = new Vector3(x, y, 2 * turn.near).applyMatrix4(inverse);
  const to = new Vector3(x, y, -2 * turn.near).applyMatrix4(inverse);
  const direction = to.sub(from).normalize();
  return {
    origin: [from.x * reach + middle[0], from.y * reach + middle[1], from.z * reach + middle[2]],
    direction: [direction.x, direction.y, direction.z],
    within: (SNAP_PX / turn.near) * reach,
  };
}
