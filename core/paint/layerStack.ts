import { coatedWith } from "#core/paint/cover";
import { labOfXyz, type LabD65, lightnessOf, luminanceOf } from "#core/paint/lab";
import { bodyOf, type LayerBody, type Shelf } from "#core/paint/layerBody";
import { bareGround } from "#core/paint/layerCover";
import { kindOf } from "#core/paint/layerKinds";
import { type Reflectance, xyzOfReflectance } from "#core/paint/reflectance";
import type { SchemeLayer } from "#core/paint/scheme";

/** What a zone looks like once one of its layers is laid. */
export type AfterLayer = {
  readonly layerId: string;
  /** All of the zone as it was, where the layer lies, and all of the zone after it: from afar, by shares. */
  readonly before: LabD65;
  readonly lies: LabD65;
  readonly mean: LabD65;
  /** Nobody said in which colour it is laid: the zone is shown as it was before. */
  readonly isUntold: boolean;
};

/** How much darker a seal leaves what it lies on, in L*: paint, and powder that is sealed (defaults). */
export const SEALED_DARKER = { paint: 3, powder: 8 } as const;

const labOf = (r: Reflectance) => labOfXyz(xyzOfReflectance(r));

/** Two surfaces beside each other, seen from so far that they run together: by area, in light. */
export const blended = (first: Reflectance, second: Reflectance, shareOfSecond: number): Reflectance =>
  first.map((r, i) => r + shareOfSecond * (second[i]! - r));

/** What is left of the light of a surface that is darker by so much of L*. @param y its luminance, white 1 */
export function darkerShare(y: number, steps: number): number {
  const l = lightnessOf(y);
  return luminanceOf(Math.max(0, l - steps)) / luminanceOf(Math.max(1e-3, l));
}

/** The same surface darker by so much of L*. */
export function darkerBy(r: Reflectance, steps: number): Reflectance {
  const share = darkerShare(xyzOfReflectance(r)[1], steps);
  return r.map((v) => v * share);
}

/** Of what resist covered so much is rubbed open again (default: 25 % dabbed leave 20 % showing). */
export const RUBBED_OPEN = 0.8;

/** How a wash lies: film to its mean, and on how much of a zone (films common practice, shares a default). */
const WASH_LIES = [
  { film: 3, share: 0.2 },
  { film: 1, share: 0.3 },
  { film: 0.2, share: 0.5 },
] as const;

/** A zone under a wash that runs together in recesses, as it looks from afar. */
function washed({ full, power }: LayerBody, below: Reflectance, coats: number): Reflectance {
  const mean = new Float64Array(below.length);
  for (const { film, share } of WASH_LIES) {
    const there = coatedWith(full, below, power * film, coats);
    for (let i = 0; i < mean.length; i++) mean[i]! += share * there[i]!;
  }
  return mean;
}

/**
 * What a zone looks like after each layer of its scheme, from the film of each over what lies below, over the share of
 * the zone that it covers. Metals are outside this: they are shown as their pot.
 * @source films by P. Kubelka 1948 (from memory); what a seal darkens is a default
 */
export function stackOf(scheme: readonly SchemeLayer[], shelf: Shelf): readonly AfterLayer[] {
  let below = bareGround();
  let powdered = 0;
  let resisted = 0;
  return scheme.map((layer): AfterLayer => {
    const body = bodyOf(layer, shelf);
    const isSeal = layer.kind === "varnish";
    const before = labOf(below);
    let lies = below;
    if (isSeal)
      lies = darkerBy(below, SEALED_DARKER.paint + powdered * (SEALED_DARKER.powder - SEALED_DARKER.paint));
    else if (body)
      lies = body.runs
        ? washed(body, below, layer.coats)
        : coatedWith(body.full, below, body.power, layer.coats);
    powdered = isSeal ? 0 : layer.kind === "pigment" ? Math.max(powdered, layer.coverage) : powdered;
    if (layer.kind === "resist") resisted = layer.coverage * RUBBED_OPEN;
    const isOver = kindOf(layer.kind).covers === true;
    below = blended(below, lies, layer.coverage * (isOver ? 1 - resisted : 1));
    if (isOver) resisted = 0;
    const colourless = isSeal || ["resist", "decal", "gloss"].includes(layer.kind);
    const isUntold = !body && !colourless;
    return { layerId: layer.id, before, lies: labOf(lies), mean: labOf(below), isUntold };
  });
}
