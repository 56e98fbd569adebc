import { DoubleSide, ShaderMaterial, Vector3 } from "three";
import type { PrintedBy } from "#core/surface/lookTest";

/** How a part is lit: towards the lamp, length 1, in the frame of the part; and the share of light from all round. */
export type LookLight = { readonly toward: readonly [number, number, number]; readonly ambient: number };

const vertex = `
attribute float left;
varying vec3 vAt;
varying vec3 vNormal;
varying float vLeft;
void main() {
  vAt = position;
  vNormal = normal;
  vLeft = left;
  gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
}`;

/** The facets, their light and their shares are those of the look test in the core, face by face. */
const fragment = `
precision highp float;
uniform vec3 uBuild;
uniform vec3 uLight;
uniform vec3 uView;
uniform float uAmbient;
uniform float uLayer;
uniform float uMm;
uniform float uSkin;
uniform float uResin;
uniform float uLowest;
uniform float uDivide;
uniform float uGrey;
uniform float uTimes;
varying vec3 vAt;
varying vec3 vNormal;
varying float vLeft;

const float BEAD = 0.28;
const float LEVEL = 0.00872665;

vec3 seen(vec3 n, vec3 tau, float a1, float a2, float u1, float u2) {
  vec3 n1 = n * cos(a1) + tau * sin(a1);
  vec3 n2 = n * cos(a2) - tau * sin(a2);
  float l1 = uAmbient + (1.0 - uAmbient) * max(0.0, dot(n1, uLight));
  float l2 = uAmbient + (1.0 - uAmbient) * max(0.0, dot(n2, uLight));
  float e1 = u1 * max(0.0, dot(n1, uView)) / max(1e-6, dot(n1, n));
  float e2 = u2 * max(0.0, dot(n2, uView)) / max(1e-6, dot(n2, n));
  return vec3(l1, l2, e1 + e2 > 0.0 ? e1 / (e1 + e2) : 0.0);
}

float modulation(vec3 f) {
  float mean = f.z * f.x + (1.0 - f.z) * f.y;
  return mean > 0.0 ? abs(f.x - f.y) / mean * abs(sin(3.14159265 * f.z)) : 0.0;
}

vec3 told(vec3 f) {
  float mean = f.z * f.x + (1.0 - f.z) * f.y;
  return vec3(max(0.0, mean + uTimes * (f.x - mean)), max(0.0, mean + uTimes * (f.y - mean)), f.z);
}

float reached(float x, float w) { return floor(x) * w + min(fract(x), w); }

void main() {
  vec3 n = normalize(vNormal);
  if (!gl_FrontFacing) n = -n;
  float up = dot(n, uBuild);
  vec3 b = up < 0.0 ? -uBuild : uBuild;
  float cosine = min(1.0, abs(up));
  float slope = acos(cosine);
  float sine = sin(slope);
  float limit = gl_FragCoord.x < uDivide ? vLeft : 1e9;
  float plain = uAmbient + (1.0 - uAmbient) * max(0.0, dot(n, uLight));
  float light = plain;
  if (slope < LEVEL) {
    float skin = up > 0.0 && uSkin > 0.0 ? min(0.1 * uLayer, limit) : 0.0;
    if (skin > 0.0) {
      float a = atan(2.0 * skin / uSkin);
      vec3 across = abs(uBuild.x) < 0.9 ? normalize(cross(uBuild, vec3(1.0, 0.0, 0.0))) : vec3(0.0, 1.0, 0.0);
      vec3 f = told(seen(n, across, a, a, 0.5, 0.5));
      float h = dot(vAt, across) * uMm / uSkin;
      float wide = max(fwidth(h), 1e-6);
      light = mix(f.y, f.x, clamp((reached(h + wide / 2.0, f.z) - reached(h - wide / 2.0, f.z)) / wide, 0.0, 1.0));
    }
  } else {
    vec3 tau = (b - cosine * n) / sine;
    float stair = uResin > 0.5 ? uLayer * cosine : min(uLayer * cosine, BEAD * uLayer / sine);
    stair = min(stair, limit);
    vec3 f = vec3(plain, plain, 0.5);
    if (cosine > 1e-6 && stair > 0.0) {
      float r = stair / (uLayer * cosine);
      f = seen(n, tau, atan(r * sine / cosine), atan(r * cosine / sine), cosine * cosine, sine * sine);
    }
    if (uResin < 0.5 && slope > 0.78539816) {
      float ridge = min(BEAD * uLayer * sine, limit);
      float a = atan(0.56 * ridge / (BEAD * uLayer));
      vec3 g = seen(n, tau, a, a, 0.5, 0.5);
      if (modulation(g) > modulation(f)) f = g;
    }
    f = told(f);
    float h = (dot(vAt, b) - (up < 0.0 ? -uLowest : uLowest)) * uMm / uLayer;
    float wide = max(fwidth(h), 1e-6);
    light = mix(f.y, f.x, clamp((reached(h + wide / 2.0, f.z) - reached(h - wide / 2.0, f.z)) / wide, 0.0, 1.0));
  }
  float grey = clamp(uGrey * light, 0.0, 1.0);
  float shown = grey <= 0.0031308 ? 12.92 * grey : 1.055 * pow(grey, 1.0 / 2.4) - 0.055;
  gl_FragColor = vec4(vec3(shown), 1.0);
}`;

/** What a look is drawn from. Vectors in the frame of the part, lengths as `mm` a unit of what is drawn. */
export type LookOf = {
  readonly by: PrintedBy;
  readonly build: readonly [number, number, number];
  readonly view: readonly [number, number, number];
  readonly light: LookLight;
  readonly mm: number;
  /** Where the first layer lies along the build direction, units of what is drawn. */
  readonly lowest: number;
  /** Left of this pixel of the drawing it is drawn as treated; 0 for nowhere. */
  readonly divide: number;
};

/** Albedo of primer grey, so that the brightest facet does not run out of white. */
const GREY = 0.62;

export const lookMaterial = (): ShaderMaterial =>
  new ShaderMaterial({
    vertexShader: vertex,
    fragmentShader: fragment,
    side: DoubleSide,
    uniforms: {
      uBuild: { value: new Vector3(0, 0, 1) },
      uLight: { value: new Vector3(0, 0, 1) },
      uView: { value: new Vector3(0, -1, 0) },
      uAmbient: { value: 0.6 },
      uLayer: { value: 0.2 },
      uMm: { value: 1 },
      uSkin: { value: 0 },
      uResin: { value: 0 },
      uLowest: { value: 0 },
      uDivide: { value: 0 },
      uGrey: { value: GREY },
      uTimes: { value: 1 },
    },
  });

/** Sets a material to what is looked at. */
export function setLook({ uniforms: u }: ShaderMaterial, of: LookOf): void {
  (u.uBuild!.value as Vector3).set(...of.build);
  (u.uLight!.value as Vector3).set(...of.light.toward);
  (u.uView!.value as Vector3).set(...of.view);
  u.uAmbient!.value = of.light.ambient;
  u.uLayer!.value = of.by.layerMm;
  u.uTimes!.value = of.by.over?.contrast ?? 1;
  u.uMm!.value = of.mm;
  u.uSkin!.value = of.by.skinLinesMm ?? 0;
  u.uResin!.value = of.by.process === "resin" ? 1 : 0;
  u.uLowest!.value = of.lowest;
  u.uDivide!.value = of.divide;
}
