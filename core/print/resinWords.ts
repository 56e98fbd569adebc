import type { Neck, ResinRisk, SuctionCup } from "#core/print/resinRisk";

const n0 = (value: number) => value.toFixed(0);
const n1 = (value: number) => value.toFixed(1);

/** What is said of a part's risks in resin; each sentence follows the part's name. */
export const resinWords = {
  trapped: (cups: readonly SuctionCup[]) =>
    `${cups.length === 1 ? "a closed hollow keeps" : `${cups.length} closed hollows keep`} ` +
    `${n1(cups.reduce((sum, c) => sum + c.millilitres, 0))} ml of liquid resin. ` +
    "Give each two holes, or print it solid.",
  suction: ({ sealedMm2, fromMm, toMm }: SuctionCup) =>
    `a cup of ${n0(sealedMm2)} mm2 sucks at the film from ${n0(fromMm)} to ${n0(toMm)} mm ` +
    `with ${n0(0.01 * sealedMm2)} to ${n0(0.1 * sealedMm2)} N. Turn it over, or vent it at its plate end.`,
  peel: (r: ResinRisk, times: number, ownRecord: boolean) =>
    `at ${n0(r.peelAtMm)} mm a layer of ${n0(r.largestMm2)} mm2 pulls ${n1(times)} times as hard at the film as ` +
    `${ownRecord ? "any that came out here" : "is usual"}. Tilt it.`,
  section: ({ screenShare, largestAtMm }: ResinRisk) =>
    `its largest section takes ${Math.round(100 * screenShare)} % of the screen, at ${n0(largestAtMm)} mm. Tilt it.`,
  neck: ({ layerAtMm, newtons, sectionMm2, sectionAtMm }: Neck, tearsMPa: number) =>
    `the layer at ${n0(layerAtMm)} mm pulls with ${n1(newtons)} N at ${n1(sectionMm2)} mm2 ` +
    `${sectionAtMm > 0 ? `at ${n0(sectionAtMm)} mm` : "of support tips"}; about ${tearsMPa} N to a mm2 ` +
    "tear it while it is printed. Support the wide part by itself.",
  flatDown: ({ flatDownMm2 }: ResinRisk) =>
    `${n1(flatDownMm2 / 100)} cm2 of level underside will bow and bloom. Tilt it by 15 degrees or more.`,
};
