import type { ClearanceVerdict } from "#core/joints/clearance";
import type { FitKind } from "#core/joints/clearance";
import type { JointPlan } from "#core/plan/joints/planJoint";

const mm = (value: number) => `${value.toFixed(2)} mm`;

/** So much to take off a side: on the bench, and in the file where that is another length. */
function opened(correctMm: number, perFileMm: number): string {
  const bench = `${mm(correctMm)} a side on the bench`;
  return Math.abs(perFileMm - 1) < 0.01
    ? `Open it by ${bench}.`
    : `Open it by ${bench}, which is ${mm(correctMm / perFileMm)} in its file.`;
}

/** What is said of joints, one sentence a finding. */
export const jointWords = {
  partGone: (name: string) => `${name} joins a part that is no longer in the scene. Choose its parts again.`,
  closedByPaint: (name: string, fit: FitKind, c: ClearanceVerdict, perFileMm: number) =>
    `${name}: ${mm(c.gapMm)} a side is right bare, and paint leaves ${mm(Math.max(0, c.leftMm))} ` +
    `of the ${c.wanted[0]} mm that a ${fit} fit needs. Mask it, or open it. ${opened(c.correctMm, perFileMm)}`,
  wrongGap: (name: string, fit: FitKind, c: ClearanceVerdict, perFileMm: number) => {
    const scale = perFileMm < 0.1 ? `1:${(1 / perFileMm).toFixed(0)}` : perFileMm.toFixed(2);
    const scaled = Math.abs(perFileMm - 1) > 0.01 ? ` It was scaled with the part by ${scale}.` : "";
    const mend = c.verdict === "too tight" ? opened(c.correctMm, perFileMm) : "Shim it or draw it closer.";
    return (
      `${name} has ${mm(c.gapMm)} a side left; a ${fit} fit needs ${c.wanted[0]} to ${c.wanted[1]} mm.` +
      `${scaled} ${mend}`
    );
  },
  apart: (name: string, [a, b]: readonly { part: string; printer: string; material: string | null }[]) =>
    `${name}: ${a!.part} is printed on ${a!.printer} in ${a!.material ?? "no told material"}, ` +
    `${b!.part} on ${b!.printer} in ${b!.material ?? "no told material"}. ` +
    "Mating parts come out alike on one machine and one batch.",
  unlikeFaces: (
    name: string,
    [a, b]: readonly { part: string; process: string }[],
    best: { readonly printerName: string; readonly moreMinutes: number } | null,
  ) =>
    `${name}: ${a!.part} is made in ${a!.process} and ${b!.part} in ${b!.process}, and the seam is seen: ` +
    "layers, sheen and shrinkage differ side by side. " +
    (best
      ? `All of it on ${best.printerName} costs ${Math.max(0, Math.round(best.moreMinutes))} min of an evening more.`
      : "No one machine here takes all of it."),
  untried: (name: string, count: number, fit: FitKind, printer: string, because: string) =>
    `${name}: ${count} alike, and no ${fit} fit was tried on ${printer} yet. ${because} ` +
    "Print a trial of one first (O1); what fits is kept in the workshop.",
  glueGap: (name: string, glue: string, fillsMm: number, gapMm: number) =>
    `${name}: ${glue} fills ${fillsMm} mm and the gap is ${mm(gapMm)}. Take a glue that fills it.`,
};

/** What fills the seam of a joint, or that its width is to be measured; null where no seam shows. */
export const seamWords = ({ joint, seam }: JointPlan): string | null =>
  seam ? `${seam.answer}: ${seam.how}` : joint.shows ? "measure its width" : null;
