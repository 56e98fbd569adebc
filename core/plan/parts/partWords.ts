import { type TightPlace, tightText } from "#core/plan/parts/tightPlaces";
import { moneyText } from "#core/money";
import { counted } from "#core/words";
import type { LeaningFoot } from "#core/print/firstLayer";
import { modelText, realText } from "#core/scale/lengthFormat";

/**
 * What is said of parts, one sentence a finding: what and where, then what to do. Lengths are mm on the bench
 * unless they are called real.
 */
const cracksLater = "liquid resin stays in it and cracks it later";

/** A length that nobody meant, in words. */
function lengthWords(mm: number): string {
  if (mm < 1) return "smaller than a grain of dust";
  return mm < 1e9 ? `${Math.round(mm / 1000)} m long` : "longer than any road";
}

/** Faces of a slope, in words; degrees from a level top. */
export function faceWords(slopeDeg: number): string {
  const whole = Math.round(slopeDeg);
  if (whole === 0) return "level tops";
  if (whole === 90) return "upright walls";
  return `${whole < 90 ? "slopes of" : "undersides at"} ${whole} degrees`;
}

/** As drawn it may be anything. */
const drawnLength = (mm: number) =>
  mm >= 1 && mm < 10_000 ? modelText(mm) : lengthWords(mm).replace(/ long$/, "");

const sizeText = (sizeMm: readonly number[]) => `${sizeMm.map((v) => v.toFixed(0)).join(" x ")} mm`;

export const partWords = {
  notClear: (name: string, material: string | null) =>
    `${name} stays clear, and ${material === null ? "nothing clear is" : `${material} is not clear and nothing clear that fits is`} on the shelf. ` +
    `Buy a clear resin or filament, or make it from clear sheet.`,
  noModel: (name: string) =>
    `${name} has no model yet. Add its file, or say that it is bought or made by hand.`,
  noSize: (name: string) => `${name} has no size yet. Type its width, depth and height on the bench.`,
  absurdSize: (name: string, longestMm: number) =>
    `${name} would be ${lengthWords(longestMm)} on the bench, so nothing is planned for it. ` +
    "Say what scale it was drawn at, or give one feature its real size.",
  noScale: (name: string, longestMm: number | null) =>
    `${name} has no scale yet${longestMm === null ? "" : `; as drawn it is ${drawnLength(longestMm)} long`}. ` +
    "Say what it was drawn at, or give one feature its real size; nothing is planned for it until then.",
  largerThanBoard: (
    name: string,
    sizeMm: readonly number[],
    { boardWidthMm, boardDepthMm }: { readonly boardWidthMm: number; readonly boardDepthMm: number },
  ) =>
    `${name}, ${sizeText(sizeMm)}, does not go on the board of ${sizeText([boardWidthMm, boardDepthMm])}. ` +
    "Say its scale again, or that it is meant so; nothing is planned for it until then.",
  floods: (
    name: string,
    widthsMm: readonly number[],
    { grooveMm, exposureSeconds }: { readonly grooveMm: number; readonly exposureSeconds: number },
  ) => {
    const [low, high] = [Math.min(...widthsMm), Math.max(...widthsMm)].map((mm) => mm.toFixed(2));
    const width = low === high ? `${low} mm` : `${low} to ${high} mm`;
    return (
      `${name}: ${counted(widthsMm.length, "line", "lines")} of ${width} will fill: at ${exposureSeconds} s ` +
      `nothing narrower than ${grooveMm.toFixed(2)} mm stayed open in this resin. Widen ` +
      `${widthsMm.length === 1 ? "it" : "them"}, or expose less and print the exposure piece again.`
    );
  },
  trialsOver: (name: string, spent: string) =>
    `${name}: ${spent}. Mend the file before the next trial, or have the part another way.`,
  anotherWay: (name: string, set: string, way: string) =>
    `${set} is printed as ${way}, so nothing is planned for ${name}.`,
  noVolume: (name: string) =>
    `${name} encloses no volume, so there is nothing to print: its faces are open or lie in one plane. ` +
    "Mend it where it was drawn; nothing is planned for it until then.",
  unitGuessed: (name: string, units: string, longestMm: number) =>
    `${name}: the file does not say its unit; ${units} were taken, a guess from its size: ` +
    `${modelText(longestMm)} long as drawn. Confirm it or choose another.`,
  featureOff: (
    name: string,
    feature: string,
    { realMm, meantMm, usualMm }: { realMm: number; meantMm: number; usualMm: readonly number[] },
  ) =>
    `${name}: its ${feature} comes out ${realText(realMm)} real and should be ` +
    `${usualMm.map((mm) => realText(mm)).join(" to ")}: it is ` +
    `${realMm > meantMm ? "too big" : "too small"} by ` +
    `${Math.round(Math.abs(realMm / meantMm - 1) * 100)} %.`,

  folded: (name: string, folds: readonly TightPlace[]) =>
    `${name} is folded over in ${counted(folds.length, "place", "places")}: ${tightText(folds[0]!)}. ` +
    "Such a place tears or closes up in the print: give it room or fill it where it was drawn.",
  notClosed: (
    name: string,
    open: { edges: number; rims: number; longestMm: number | null },
    shared: number,
  ) => {
    const rims =
      open.longestMm === null
        ? ""
        : ` in ${counted(open.rims, "rim", "rims")}, the longest ${modelText(open.longestMm)}`;
    const what = [
      open.edges > 0 ? `${open.edges} open edges${rims}` : "",
      shared > 0 ? `${shared} edges with more than two faces` : "",
    ];
    return (
      `${name} is not closed: ${what.filter(Boolean).join(" and ")}. ` +
      "Its volume is a guess and a printer may leave gaps. " +
      "Cracks can be mended on its page; a real hole must be closed where it was drawn."
    );
  },
  flipped: (name: string, patches: number) =>
    `${name} has ${patches > 0 ? `${counted(patches, "patch", "patches")} of faces` : "faces"} ` +
    "that look inward. Mend it on its page.",
  insideOut: (name: string, shells: number, of: number) =>
    `${name} is inside out${of > 1 ? ` in ${shells} of its ${of} shells` : ""}: ` +
    "a printer may take it for empty. Mend it on its page.",
  insideAnother: (name: string, shells: number) =>
    `${name} has ${counted(shells, "shell", "shells")} inside another: ` +
    "one machine fills what they enclose once, another twice or leaves it hollow.",
  partlyInside: (name: string, ml: number) =>
    `${name} has shells that are partly inside each other, ${ml.toFixed(ml < 1 ? 2 : 1)} ml of them: ` +
    "one machine fills it once, another twice or leaves it hollow. Join them where it was drawn.",
  closedHollow: (name: string, ml: number) =>
    `${name} has a closed hollow of ${ml.toFixed(1)} ml: ${cracksLater}. ` +
    "It needs two holes, or to be drawn solid.",

  noPrinter: "There is no printer in the workshop yet. Add one to get hours and plates.",
  noProcess: (name: string, process: string) =>
    `No printer here does ${process}. Choose another process for ${name}.`,
  barred: (name: string, printer: string, because: string) => `${name} is on ${printer}: ${because}`,
  tooLongHere: (name: string, overMm: number, printer: string) =>
    `${name} is ${modelText(overMm)} too long for ${printer}; another printer takes it whole.`,
  tooManyPieces: (name: string, sizeMm: readonly number[], pieces: number, most: number, printer: string) =>
    `${name}, ${sizeText(sizeMm)}, would take ${pieces} pieces on ${printer}; up to ${most} are cut. ` +
    "Choose a larger bed or a smaller scale; nothing is planned for it until then.",
  cutIt: (name: string, sizeMm: readonly number[], pieces: number, printer: string) =>
    `${name}, ${sizeText(sizeMm)}, fits no bed in the workshop, turned or not: ` +
    `cut it into ${pieces} pieces on ${printer}.`,
  resin: (name: string, asDrawn: boolean, sentence: string) =>
    `${name}${asDrawn ? " as it was drawn" : ""}: ${sentence}`,
  leans: (name: string, { leanDeg, lyingMm, ofMm }: LeaningFoot) =>
    `${name}: ${lyingMm.toFixed(0)} of ${ofMm.toFixed(0)} mm lie on the plate in the first layer; ` +
    `it leans by ${leanDeg.toFixed(1)} degrees. Turn it by that much, or it lifts along the edge.`,
  solid: (
    name: string,
    {
      allMl,
      sparedMl,
      count,
      minor,
      currency,
    }: {
      readonly allMl: number;
      readonly sparedMl: number;
      readonly count: number;
      readonly minor: number;
      readonly currency: string;
    },
  ) => {
    const money = minor * count >= 1 ? `, ${moneyText(Math.round(minor * count), currency)}` : "";
    return (
      `${name} is solid resin more than 15 mm thick, which warps as it cures. Walls of 2 mm with two drains ` +
      `would spare about ${sparedMl.toFixed(0)} of ${allMl.toFixed(0)} ml${count > 1 ? " each" : ""}${money}.`
    );
  },
  noDrain: (name: string, drains: number) =>
    `${name} is set to be hollow with ${drains === 0 ? "no drain" : "one hole"}: ` +
    "liquid resin stays inside and cracks it later. It needs one hole near the plate and one at the far end.",
  schoolUnfit: (name: string, school: string, process: string) =>
    `${name} is to be treated by “${school}”, which is not for ${process}: nothing is planned for its faces. ` +
    "Choose another way in Surface.",
  tooThin: (name: string, thinnestMm: number, place: string | null, leastMm: number, printer: string) =>
    `${name} goes down to ${thinnestMm.toFixed(2)} mm at this scale${place ? `, ${place}` : ""}; ` +
    `${printer} makes nothing under ${leastMm.toFixed(2)} mm. ` +
    `Thicken it ${(leastMm / thinnestMm).toFixed(1)} times, or make it another way.`,
  weakWalls: (name: string, share: number, holdingMm: number, process: string, thinnestMm: number) =>
    `${Math.round(share * 100)} % of ${name} is thinner than the ${holdingMm} mm that holds in ${process}; ` +
    `the thinnest is ${thinnestMm.toFixed(2)} mm.`,
  sags: (name: string, spanMm: number, deckMm: number, process: string, sagMm: number) =>
    `${name} spans ${modelText(spanMm)} on ${deckMm.toFixed(1)} mm of ${process} and will hang ` +
    `${sagMm.toFixed(2)} mm after some time. Lay a wire or rod along it.`,

  plainSteps: (
    name: string,
    {
      cm2,
      distanceMm,
      layerMm,
      slopeDeg,
    }: { cm2: number; distanceMm: number; layerMm: number; slopeDeg: number },
    planned: string | null,
  ) =>
    `${cm2.toFixed(0)} cm2 of ${name} shows its layers plainly from ${(distanceMm / 10).toFixed(0)} cm ` +
    `at ${layerMm} mm, most on ${faceWords(slopeDeg)}; ` +
    `${planned === null ? "nothing is planned for it" : `planned: ${planned}`}.`,
  drybrushed: (name: string) =>
    `${name} is to be drybrushed where layers show: the brush picks out every step. ` +
    "Stipple, wash, or spray from above instead.",
};
