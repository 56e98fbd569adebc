import { bodyOf, type Shelf } from "#core/paint/layerBody";
import { bareGround } from "#core/paint/layerCover";
import { kindOf } from "#core/paint/layerKinds";
import { RUBBED_OPEN } from "#core/paint/layerStack";
import type { SchemeLayer } from "#core/paint/scheme";
import type { FaceShape } from "#core/painted/faceShape";
import { layerLies } from "#core/painted/layerLies";
import { type LayerEffect, PaintStates } from "#core/painted/paintStates";

/** A zone with its layers on a paint mesh. */
export type PaintedZone = {
  readonly number: number;
  readonly faces: Uint32Array;
  /** The surface of each of its faces: bare, then after each of its layers. */
  readonly states: readonly Uint32Array[];
  /** Share of its area that each layer covers, with what resist keeps free left out. */
  readonly shares: readonly number[];
  readonly areaMm2: number;
};

/** A part with the paint of all its zones. */
export type PaintedPart = { readonly zones: readonly PaintedZone[]; readonly states: PaintStates };

/**
 * Lays the layers of every zone on a paint mesh. Where nothing is told to lie the surface is bare.
 * @param of the zone of every face
 * @param tell told the share done
 */
export function paintZones(
  shape: FaceShape,
  of: Uint8Array,
  schemes: ReadonlyMap<number, readonly SchemeLayer[]>,
  shelf: Shelf,
  tell: (share: number) => void = () => {},
): PaintedPart {
  const states = new PaintStates();
  const bare = states.bare(bareGround());
  const numbers = [...new Set(of)].sort((a, b) => a - b);
  const zones = numbers.map((number, i) => {
    tell(i / numbers.length);
    const scheme = schemes.get(number) ?? [];
    return laidOnZone(shape, facesOfZone(of, number), number, scheme, shelf, { states, bare });
  });
  return { zones, states };
}

function facesOfZone(of: Uint8Array, zone: number): Uint32Array {
  let count = 0;
  for (let f = 0; f < of.length; f++) if (of[f] === zone) count++;
  const faces = new Uint32Array(count);
  let at = 0;
  for (let f = 0; f < of.length; f++) if (of[f] === zone) faces[at++] = f;
  return faces;
}

/** What is laid into: the surfaces of the part, and its bare one. */
type Into = { readonly states: PaintStates; readonly bare: number };

function laidOnZone(
  shape: FaceShape,
  faces: Uint32Array,
  number: number,
  scheme: readonly SchemeLayer[],
  shelf: Shelf,
  { states, bare }: Into,
): PaintedZone {
  const areaMm2 = areaOf(shape.area, faces);
  const all: Uint32Array[] = [new Uint32Array(faces.length).fill(bare)];
  const shares: number[] = [];
  let powdered = 0;
  let resisted: Float32Array | null = null;
  scheme.forEach((layer) => {
    const effect = effectOf(layer, shelf, powdered);
    const { cover, film } = layerLies(shape, faces, layer);
    const isOver = kindOf(layer.kind).covers === true;
    if (isOver && resisted)
      for (let k = 0; k < cover.length; k++) cover[k]! *= 1 - RUBBED_OPEN * resisted[k]!;
    if (layer.kind === "resist") resisted = cover;
    else if (isOver) resisted = null;
    if (layer.kind === "varnish") powdered = 0;
    else if (layer.kind === "pigment") powdered = Math.max(powdered, layer.coverage);
    all.push(states.laid(all.at(-1)!, effect, cover, film));
    let covered = 0;
    for (let k = 0; k < faces.length; k++)
      covered += cover[k]! * (layer.from ? film[k]! : 1) * shape.area[faces[k]!]!;
    shares.push(areaMm2 > 0 ? covered / areaMm2 : 0);
  });
  return { number, faces, states: all, shares, areaMm2 };
}

function areaOf(area: Float32Array, faces: Uint32Array): number {
  let sum = 0;
  for (let k = 0; k < faces.length; k++) sum += area[faces[k]!]!;
  return sum;
}

function effectOf(layer: SchemeLayer, shelf: Shelf, powdered: number): LayerEffect {
  if (layer.kind === "varnish") return { kind: "seal", powdered };
  const body = bodyOf(layer, shelf);
  return body ? { kind: "film", body, coats: layer.coats } : { kind: "none" };
}

/**
 * Three bytes of sRGB for every face after so many layers of each zone.
 * @param done layers that are laid on a zone, by its number; none where it is absent
 */
export function shownFaces(
  { zones, states }: PaintedPart,
  done: ReadonlyMap<number, number>,
  faceCount: number,
  into: Uint8Array<ArrayBuffer> = new Uint8Array(3 * faceCount),
): Uint8Array<ArrayBuffer> {
  const laid = zones.map(
    (zone) => zone.states[Math.min(zone.states.length - 1, Math.max(0, done.get(zone.number) ?? 0))]!,
  );
  const asked = new Uint8Array(states.count);
  for (const faces of laid) for (let k = 0; k < faces.length; k++) asked[faces[k]!] = 1;
  const shown = states.shown(asked);
  zones.forEach(({ faces }, i) => copied(laid[i]!, faces, shown, into));
  return into;
}

function copied(laid: Uint32Array, faces: Uint32Array, shown: Uint8Array, into: Uint8Array): void {
  for (let k = 0; k < laid.length; k++) {
    const s = 3 * laid[k]!;
    const f = 3 * faces[k]!;
    into[f] = shown[s]!;
    into[f + 1] = shown[s + 1]!;
    into[f + 2] = shown[s + 2]!;
  }
}
