import { isJoint } from "#core/reference";
import { attackOf } from "#core/materials/attacks";
import type { Material } from "#core/materials/material";
import { materialOf, type MaterialId } from "#core/materials/materials";
import type { Chemistry } from "#core/materials/product";
import { toolOf } from "#core/materials/tools";
import { productOf } from "#core/materials/products";
import type { Placed, Precedence, Situation, Wait } from "#core/order/rule";
import { type Action, isBoardWide, type Step } from "#core/steps/step";

export const H = 60;
export const D = 24 * 60;

export const coats: readonly Action[] = ["prime", "paint", "drybrush", "shade", "varnish", "gloss effect"];
export const colours: readonly Action[] = ["paint", "drybrush", "shade"];
/** What goes over a primer: none of it holds on bare plastic. */
export const onPrimer: readonly Action[] = ["paint", "drybrush", "shade", "varnish", "pigment", "mask"];
const films: readonly Action[] = [
  ...coats,
  "fill",
  "level",
  "paste",
  "pigment",
  "lay ground",
  "flock",
  "pour water",
  "seal",
  "decal",
  "fill seam",
];

export const isOne = (s: Step, actions: readonly Action[]) => actions.includes(s.action);
export const isCoat = (s: Step) => isOne(s, coats);
export const isColour = (s: Step) => isOne(s, colours);
export const isFilm = (s: Step) => s.product !== null && isOne(s, films);
export const chemistry = (s: Step): Chemistry => (s.product ? productOf(s.product).chemistry : "none");
export const isSprayed = (s: Step) => s.product !== null && productOf(s.product).sprayed;
export const frosts = (s: Step) => s.product !== null && productOf(s.product).frostsUnderAlcohol === true;
/** Eaten, crazed or softened by the step's product where it lies bare. */
export const attacks = (s: Step, bare: MaterialId) =>
  s.product !== null && attackOf(productOf(s.product), materialOf(bare)) !== null;
/** A product of two parts that bloom or stay soft when they are mixed wrong. */
export const isTwoParts = (s: Step) => s.product !== null && productOf(s.product).twoParts === true;
export const isWatery = (s: Step) => s.product !== null && productOf(s.product).agents.includes("water");

/** Sanding, and filing, scraping or drilling of resin: what leaves dust that has to be washed off. */
export const makesDust = (s: Step): boolean =>
  s.action === "sand" || (s.process === "resin" && toolOf(s.tool).hazards.includes("dust"));

/** False when both are about joints and none of them is the same. */
export function sameJoint(a: Step, b: Step): boolean {
  const joints = a.targets.filter(isJoint);
  return joints.length === 0 || !b.targets.some(isJoint) || joints.some((t) => b.targets.includes(t));
}

/** First before second, for the rules that are nothing but that. */
export const order = (
  first: readonly Action[],
  then: readonly Action[],
  wait: Wait = "none",
  when?: (a: Step, b: Step) => boolean,
): Precedence => (when ? { first, then, wait, when } : { first, then, wait });

/** The latest earlier step of a kind, with its age at the moment in question, minutes. */
export function latest(
  situation: Situation,
  test: (s: Step, p: Placed) => boolean,
): { readonly step: Step; readonly age: number } | null {
  for (let i = situation.before.length - 1; i >= 0; i--) {
    const p = situation.before[i]!;
    if (test(p.step, p)) return { step: p.step, age: situation.at - p.endsAt };
  }
  return null;
}
export const later = (situation: Situation, test: (s: Step) => boolean): Step | null =>
  situation.later.find((p) => test(p.step))?.step ?? null;

/** The film directly below. */
export const below = (situation: Situation) =>
  latest(situation, (e) => isFilm(e) && isBoardWide(e) === situation.wide);
/**
 * Bare substrate under a step: told of it, or of anything done before on the same thing, and not covered
 * since.
 */
export function bareUnder(step: Step, situation: Situation): MaterialId | null {
  return step.facts?.bare ?? situation.before.find((p) => p.step.facts?.bare)?.step.facts?.bare ?? null;
}
export function isBare(step: Step, situation: Situation, like: (m: Material) => boolean): boolean {
  const bare = bareUnder(step, situation);
  return bare !== null && like(materialOf(bare));
}
export const covered = (situation: Situation) => situation.before.some((p) => isFilm(p.step));
