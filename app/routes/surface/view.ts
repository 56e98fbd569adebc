import type { JointPlan } from "#core/plan/joints/planJoint";
import { partRef } from "#core/reference";
import type { Finding } from "#core/plan/finding";
import { digits } from "#core/figure";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { printOf } from "#core/scene/part";
import type { Step } from "#core/steps/step";
import type { SurfaceAreas } from "#core/surface/surfaceAreas";
import { printedBy } from "#core/surface/printedBy";
import { shownLayers } from "#core/surface/shownLayers";

/** A part whose printed surface is known. */
export type PrintedPart = PartPlan & { readonly finish: NonNullable<PartPlan["finish"]> };

const plainCm2 = (p: PrintedPart) => p.finish.surface.visible.value * p.part.count;

/** Every part with a printed surface but pieces of others, the one with the most plain steps first. */
export const printedParts = (parts: readonly PartPlan[]): readonly PrintedPart[] =>
  parts
    .filter((p): p is PrintedPart => p.finish !== null && !printOf(p.part).pieceOf && !p.part.tool)
    .sort((a, b) => plainCm2(b) - plainCm2(a));

/** The steps that hide the layers of a part. */
export const treatmentSteps = (partId: string, steps: readonly Step[]): readonly Step[] =>
  steps.filter((s) => s.partOf === "treatment" && s.targets.includes(partRef(partId)));

export const surfaceFindings = (findings: readonly Finding[], partId: string): readonly Finding[] =>
  findings.filter((f) => f.about === partRef(partId) && (f.stage === "surface" || f.stage === "colour"));

/** Shares of a surface by look, percent; nothing of a surface that has no area. */
export function lookShares(s: SurfaceAreas): { readonly visible: number; readonly raking: number } {
  const total = s.unseen.value + s.raking.value + s.visible.value || 1;
  return { visible: (100 * s.visible.value) / total, raking: (100 * s.raking.value) / total };
}

/** A layer line of the drawing: its height above the bed, mm, and whether the steps show there. */
export type LayerLine = { readonly atMm: number; readonly shows: boolean };

/** Every how many layers a line is drawn, and how many lines at most. */
const EVERY = 5;
const MOST_LINES = 160;

export function layerLines(p: PrintedPart, distanceMm: number): readonly LayerLine[] {
  const { layerMm } = p.finish.printer;
  if (!p.measurement || !p.sizeMm) return [];
  const height = p.sizeMm[2];
  const shown = shownLayers(
    p.measurement,
    p.rescale.factor,
    printedBy(p.finish.printer, p.finish.surface.over),
    distanceMm,
  );
  const count = Math.min(MOST_LINES, Math.floor(height / layerMm / EVERY));
  return Array.from({ length: count }, (_, i) => {
    const atMm = (i + 1) * layerMm * EVERY;
    const shows = shown[Math.min(shown.length - 1, Math.floor((atMm / height) * shown.length))] ?? false;
    return { atMm, shows };
  });
}

/** The front of a part as an SVG path in model mm, its foot at the bottom of the drawing. */
export function frontPath({ measurement, rescale: { factor }, sizeMm }: PartPlan): string {
  if (!measurement || !sizeMm) return "";
  const { box, front } = measurement;
  const point = (x: number, z: number) => {
    const right = (x - box.min[0]) * factor;
    const down = sizeMm[2] - (z - box.min[2]) * factor;
    return `${right.toFixed(2)} ${down.toFixed(2)}`;
  };
  const path = (line: readonly number[]) =>
    Array.from({ length: line.length / 2 }, (_, i) => point(line[2 * i]!, line[2 * i + 1]!)).join("L");
  return front.map((line) => `M${path(line)}Z`).join("");
}

/** How large a zone is, all copies, in words. */
export const areaText = ({ areaCm2 }: Pick<ZonePlan, "areaCm2">): string =>
  `${digits(areaCm2.value, (areaCm2.high - areaCm2.low) / 2)} cm²`;

/** Joints of a part whose seams show. */
export const seamsOn = (joints: readonly JointPlan[], partId: string): readonly JointPlan[] =>
  joints.filter(({ joint }) => joint.shows && joint.partIds.includes(partId));
