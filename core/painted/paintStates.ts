import { labOfXyz } from "#core/paint/lab";
import type { LayerBody } from "#core/paint/layerBody";
import { darkerShare, SEALED_DARKER } from "#core/paint/layerStack";
import { filmOf, type Film } from "#core/paint/mixing";
import { BANDS, weights } from "#core/paint/observer";
import { byteOfLinear, LINEAR_OF_XYZ } from "#core/paint/picture/linear";
import { type Reflectance, xyzOfReflectance } from "#core/paint/reflectance";

/** What a layer does to a place of the surface. */
export type LayerEffect =
  | { readonly kind: "film"; readonly body: LayerBody; readonly coats: number }
  | { readonly kind: "seal"; readonly powdered: number }
  /** It changes nothing that can be shown: resist, markings, a colour that nobody told. */
  | { readonly kind: "none" };

/** Levels of cover and of film that places are told apart by; films in 64ths, up to four times the told. */
const LEVELS = 255;
const FILM_STEPS = 64;
/** From so many surfaces on, covers and films are told apart more coarsely: only rough ground has so many. */
const MANY_STATES = 60_000;
const COARSER = 4;

/**
 * Surfaces with paint on them. Faces with the same cover and film of the same layers share one, so that only so many
 * sums over the bands are made as there are different places.
 */
export class PaintStates {
  #bands = new Float64Array(BANDS * 1024);
  #count = 0;

  /** Surfaces so far. */
  get count(): number {
    return this.#count;
  }

  /** A surface that nothing was laid on yet. */
  bare(ground: Reflectance): number {
    const at = this.#room();
    this.#bands.set(ground, at);
    return this.#count++;
  }

  reflectanceOf(state: number): Reflectance {
    return this.#bands.slice(BANDS * state, BANDS * (state + 1));
  }

  /**
   * What a layer makes of the surfaces of some faces.
   * @param below the surface of each; @param cover 0 to 1, @param film share of what is told, of each
   * @returns the surface of each after it
   */
  laid(
    below: Uint32Array,
    effect: LayerEffect,
    cover: Float32Array,
    film: Float32Array,
  ): Uint32Array<ArrayBuffer> {
    const next = below.slice();
    if (effect.kind === "none") return next;
    const coarse = this.#count > MANY_STATES ? COARSER : 1;
    const films: (Film | undefined)[] = [];
    const known = new PairTable(1024);
    for (let k = 0; k < below.length; k++) {
      const level = levelOf(cover[k]! * LEVELS, coarse, LEVELS);
      const step = effect.kind === "film" ? levelOf(film[k]! * FILM_STEPS, coarse, LEVELS) : 1;
      if (level === 0 || step === 0) continue;
      const slot = known.slotOf(below[k]!, (level << 8) | step);
      if (known.values[slot] === 0) {
        const made =
          effect.kind === "seal"
            ? this.#sealed(below[k]!, effect.powdered, level / LEVELS)
            : this.#under(
                below[k]!,
                (films[step] ??= filmAt(effect.body, step)),
                effect.coats,
                level / LEVELS,
              );
        known.put(slot, below[k]!, (level << 8) | step, made + 1);
        next[k] = made;
      } else next[k] = known.values[slot]! - 1;
    }
    return next;
  }

  /** The three bytes of sRGB of every surface that is asked for; others stay 0. */
  shown(asked: Uint8Array): Uint8Array {
    const bytes = new Uint8Array(3 * this.#count);
    for (let s = 0; s < this.#count; s++) if (asked[s] === 1) this.#show(s, bytes);
    return bytes;
  }

  #room(): number {
    const at = BANDS * this.#count;
    if (at + BANDS > this.#bands.length) {
      const longer = new Float64Array(2 * this.#bands.length);
      longer.set(this.#bands);
      this.#bands = longer;
    }
    return at;
  }

  /** A surface with a film over a share of it. */
  #under(state: number, { a, b }: Film, coats: number, share: number): number {
    const at = this.#room();
    const bands = this.#bands;
    const from = BANDS * state;
    for (let i = 0; i < BANDS; i++) {
      const below = bands[from + i]!;
      let on = below;
      for (let n = 0; n < coats; n++) on = (1 - on * a[i]!) / (b[i]! - on);
      bands[at + i] = below + share * (on - below);
    }
    return this.#count++;
  }

  #sealed(state: number, powdered: number, share: number): number {
    const at = this.#room();
    const bands = this.#bands;
    const from = BANDS * state;
    let y = 0;
    for (let i = 0; i < BANDS; i++) y += weights[1]![i]! * bands[from + i]!;
    const steps = SEALED_DARKER.paint + powdered * (SEALED_DARKER.powder - SEALED_DARKER.paint);
    const left = 1 + share * (darkerShare(y, steps) - 1);
    for (let i = 0; i < BANDS; i++) bands[at + i] = left * bands[from + i]!;
    return this.#count++;
  }

  #show(state: number, bytes: Uint8Array): void {
    const from = BANDS * state;
    const bands = this.#bands;
    const [wx, wy, wz] = weights as readonly [Float64Array, Float64Array, Float64Array];
    let x = 0;
    let y = 0;
    let z = 0;
    for (let i = 0; i < BANDS; i++) {
      const r = bands[from + i]!;
      x += wx[i]! * r;
      y += wy[i]! * r;
      z += wz[i]! * r;
    }
    for (let c = 0; c < 3; c++) {
      const row = LINEAR_OF_XYZ[c]!;
      bytes[3 * state + c] = byteOf(row[0] * x + row[1] * y + row[2] * z);
    }
  }
}

const levelOf = (value: number, coarse: number, most: number): number => {
  const level = Math.round(value / coarse) * coarse;
  return level < 0 ? 0 : level > most ? most : level;
};

const filmAt = ({ full, power }: LayerBody, step: number): Film => filmOf(full, (power * step) / FILM_STEPS);

/** Values by two whole numbers; 0 where there is none yet. */
class PairTable {
  #first: Uint32Array;
  #second: Uint32Array;
  #used = 0;
  values: Uint32Array;

  constructor(size: number) {
    this.#first = new Uint32Array(size);
    this.#second = new Uint32Array(size);
    this.values = new Uint32Array(size);
  }

  slotOf(first: number, second: number): number {
    const mask = this.values.length - 1;
    let h = Math.imul(first, 0x9e3779b1) ^ Math.imul(second, 0x85ebca6b);
    h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
    let slot = (h ^ (h >>> 13)) & mask;
    while (this.values[slot] !== 0 && (this.#first[slot] !== first || this.#second[slot] !== second))
      slot = (slot + 1) & mask;
    return slot;
  }

  put(slot: number, first: number, second: number, value: number): void {
    this.#first[slot] = first;
    this.#second[slot] = second;
    this.values[slot] = value;
    if (++this.#used * 2 > this.values.length) this.#grow();
  }

  #grow(): void {
    const [first, second, values] = [this.#first, this.#second, this.values];
    this.#first = new Uint32Array(2 * values.length);
    this.#second = new Uint32Array(2 * values.length);
    this.values = new Uint32Array(2 * values.length);
    for (let i = 0; i < values.length; i++) {
      if (values[i] === 0) continue;
      const slot = this.slotOf(first[i]!, second[i]!);
      this.#first[slot] = first[i]!;
      this.#second[slot] = second[i]!;
      this.values[slot] = values[i]!;
    }
  }
}

/** Bytes of sRGB by linear light in steps fine enough that none is missed. */
const GAMMA_STEPS = 16_384;
const gamma = Uint8Array.from({ length: GAMMA_STEPS + 1 }, (_, i) => byteOfLinear(i / GAMMA_STEPS));

const byteOf = (v: number): number => gamma[v <= 0 ? 0 : v >= 1 ? GAMMA_STEPS : Math.round(v * GAMMA_STEPS)]!;

/** The colour of a surface as L*a*b*. */
export const labOfState = (states: PaintStates, state: number) =>
  labOfXyz(xyzOfReflectance(states.reflectanceOf(state)));
