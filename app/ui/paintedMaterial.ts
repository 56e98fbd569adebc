import {
  DataTexture,
  DoubleSide,
  GLSL3,
  NearestFilter,
  RGBAFormat,
  ShaderMaterial,
  UnsignedByteType,
  Vector3,
} from "three";

/** Faces in a row of the picture that holds their colours. */
const ROW = 2048;

const vertex = `
uniform highp sampler2D uFaces;
flat out vec4 vFace;
out vec3 vAt;
void main() {
  int face = gl_VertexID / 3;
  vFace = texelFetch(uFaces, ivec2(face % ${ROW}, face / ${ROW}), 0);
  vAt = position;
  gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
}`;

/** Light on paint: what comes from the lamp and from all round, and what a sheen throws back of the lamp. */
const fragment = `
precision highp float;
uniform vec3 uLight;
uniform vec3 uView;
uniform float uAmbient;
uniform float uFlat;
uniform float uWet;
flat in vec4 vFace;
in vec3 vAt;
out vec4 colour;

vec3 decoded(vec3 c) {
  return mix(c / 12.92, pow((c + 0.055) / 1.055, vec3(2.4)), step(0.04045, c));
}
vec3 encoded(vec3 c) {
  c = clamp(c, 0.0, 1.0);
  return mix(12.92 * c, 1.055 * pow(c, vec3(1.0 / 2.4)) - 0.055, step(0.0031308, c));
}
float luminance(float l) { return l > 8.0 ? pow((l + 16.0) / 116.0, 3.0) : l / 903.3; }

void main() {
  if (uFlat > 0.5) {
    colour = vec4(vFace.rgb, 1.0);
    return;
  }
  vec3 n = normalize(cross(dFdx(vAt), dFdy(vAt)));
  if (dot(n, uView) < 0.0) n = -n;
  vec3 paint = decoded(vFace.rgb);
  float sheen = floor(vFace.a * 255.0 + 0.5);
  if (uWet > 0.5) {
    float y = max(1e-4, dot(paint, vec3(0.2126, 0.7152, 0.0722)));
    float l = y > 0.008856 ? 116.0 * pow(y, 1.0 / 3.0) - 16.0 : 903.3 * y;
    paint *= luminance(max(0.0, l - 8.0)) / y;
    sheen = max(sheen, 1.0);
  }
  float lit = max(0.0, dot(n, uLight));
  float rough = sheen > 1.5 ? 0.25 : sheen > 0.5 ? 0.6 : 0.95;
  float shine = 2.0 / pow(rough, 4.0);
  float back = lit > 0.0 ? pow(max(0.0, dot(n, normalize(uLight + uView))), shine) * 0.04 * (shine + 8.0) / 25.0 : 0.0;
  colour = vec4(encoded(paint * (uAmbient + (1.0 - uAmbient) * lit) + (1.0 - uAmbient) * back), 1.0);
}`;

/** How a painted part is lit. Vectors of length 1 in the frame of the part. */
export type PaintedLight = {
  readonly toward: readonly [number, number, number];
  readonly view: readonly [number, number, number];
  readonly ambient: number;
  /** Unlit: the numbers of the mix. */
  readonly isFlat: boolean;
  readonly isWet: boolean;
};

export const paintedMaterial = (): ShaderMaterial =>
  new ShaderMaterial({
    glslVersion: GLSL3,
    vertexShader: vertex,
    fragmentShader: fragment,
    side: DoubleSide,
    uniforms: {
      uFaces: { value: facesPicture(new Uint8Array(4)) },
      uLight: { value: new Vector3(0, 0, 1) },
      uView: { value: new Vector3(0, -1, 0) },
      uAmbient: { value: 0.6 },
      uFlat: { value: 0 },
      uWet: { value: 0 },
    },
  });

/** @param faces four bytes a face: red, green, blue of sRGB, and its sheen */
function facesPicture(faces: Uint8Array): DataTexture {
  const rows = Math.max(1, Math.ceil(faces.length / 4 / ROW));
  const texels = new Uint8Array(4 * ROW * rows);
  texels.set(faces);
  const picture = new DataTexture(texels, ROW, rows, RGBAFormat, UnsignedByteType);
  picture.magFilter = NearestFilter;
  picture.minFilter = NearestFilter;
  picture.needsUpdate = true;
  return picture;
}

/** Gives every face its colour. */
export function setFaces({ uniforms }: ShaderMaterial, faces: Uint8Array): void {
  (uniforms.uFaces!.value as DataTexture).dispose();
  uniforms.uFaces!.value = facesPicture(faces);
}

export function setLight({ uniforms: u }: ShaderMaterial, light: PaintedLight): void {
  (u.uLight!.value as Vector3).set(...light.toward);
  (u.uView!.value as Vector3).set(...light.view);
  u.uAmbient!.value = light.ambient;
  u.uFlat!.value = light.isFlat ? 1 : 0;
  u.uWet!.value = light.isWet ? 1 : 0;
}
