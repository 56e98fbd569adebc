import { counted } from "#core/words";
import type { Figure } from "#core/figure";
import type { StepFacts } from "#core/steps/facts";
import type { AddStep } from "#core/steps/partBase";
import type { Step } from "#core/steps/step";
import { sandingCount } from "#core/surface/ladder";
import {
  passMillilitres,
  passWaitMinutes,
  type TreatedPlace,
  type TreatmentPass,
  treatmentWork,
} from "#core/surface/treatmentWork";
import type { Treatment } from "#core/surface/treatments";

/** What has to be done to the faces of all copies of a part, cm2 and mm. */
export type SurfaceWork = Omit<TreatedPlace, "cm2"> & {
  /** What its steps are called by. */
  readonly key: string;
  /** Which zones it is, in words; null of all. */
  readonly of: string | null;
  readonly treatCm2: Figure;
  /** Its shallowest relief, mm; null or absent where none is known. */
  readonly reliefMm?: number | null;
  readonly treatment: Treatment | null;
  /** How thin the part is under it, mm, where its own zone tells; the part's otherwise. */
  readonly thinnestMm?: number | null;
  /** Sides of one copy that are sanded, and copies. */
  readonly faces?: number;
  readonly copies?: number;
  /** Its zones, by number. */
  readonly zones?: readonly number[];
  /** The flame keeps off joints that are glued already. */
  readonly keptOff?: true;
};

/** Under this area nothing is treated, cm2. */
const WORTH_CM2 = 0.5;
export const isWorthTreating = ({ value: cm2 }: Pick<Figure, "value">): boolean => cm2 > WORTH_CM2;

/** What is really done of a treatment; nothing where too little of it shows. */
export function passesOn(work: Omit<SurfaceWork, "key" | "of">): readonly TreatmentPass[] {
  const { treatCm2, treatment } = work;
  const cm2 = treatCm2.value;
  if (!treatment || !isWorthTreating(treatCm2)) return [];
  // A filament part is clipped anyway; the school that leaves it at that adds nothing.
  return treatmentWork(treatment, { ...work, cm2 }).filter((t) => t.step.action !== "clip");
}

/** The passes of a treatment, each after the one before. */
export function surfaceSteps(work: SurfaceWork, add: AddStep): void {
  let previous: Step | undefined;
  for (const pass of passesOn(work)) previous = add(draftOf(pass, work, previous));
}

function draftOf(pass: TreatmentPass, work: SurfaceWork, previous: Step | undefined): Parameters<AddStep>[0] {
  const { step: t, place, what, coats, minutes, grits } = pass;
  const { key, of, treatCm2, thinnestMm } = work;
  const facts = factsOf(pass, work);
  return {
    key: `${key}-${place}-${t.action}`,
    action: t.action,
    title: `${what[0]!.toUpperCase()}${what.slice(1)}${coats > 1 ? `, ${coats} coats` : ""}${of === null ? "" : `: ${of}`}`,
    minutes,
    product: t.product,
    tool: t.tool,
    place: t.place,
    waitMinutes: passWaitMinutes(pass),
    areaCm2: treatCm2.value,
    coats,
    partOf: "treatment",
    ...(work.zones ? { zones: work.zones } : {}),
    ...(grits.length > 0 ? { grits } : {}),
    ...(facts ? { facts } : {}),
    ...(t.action === "flame" && thinnestMm !== undefined ? { thinnestMm } : {}),
    after: previous ? [previous.id] : [],
    mixMl: passMillilitres(pass, treatCm2),
    notes: notesOf(pass, work),
  };
}

function factsOf({ step }: TreatmentPass, work: SurfaceWork): StepFacts | null {
  const { depthMm, reliefMm, keptOff, treatment } = work;
  const sanded = step.action === "sand" && depthMm !== null && reliefMm ? { depthMm, reliefMm } : {};
  const facts: StepFacts = {
    ...sanded,
    ...(step.action === "inspect" ? { checks: ["faults"] as const } : {}),
    ...(keptOff && treatment?.school === "flame first" ? { keptOff } : {}),
  };
  return Object.keys(facts).length > 0 ? facts : null;
}

/** What is said at the flame (common practice). */
const AT_THE_FLAME = [
  "Bare filament of 2 mm and more, on a heatproof turntable, water at hand.",
  "From the side, the tip of the flame on the part, about 10 cm from the nozzle; never longer than 1 s on one spot.",
  "Spare sharp rims and the lips of openings: they round off. Rings of near-level slopes stay and are filled after.",
];

function notesOf(
  { step, notes, sandings, leftMm, grits }: TreatmentPass,
  { faces, copies, keptOff }: SurfaceWork,
): readonly string[] {
  const count = grits.length > 0 && faces && copies ? sandingCount(faces, copies, grits.length) : 0;
  return [
    ...(step.action === "flame" ? AT_THE_FLAME : []),
    ...(step.action === "flame" && keptOff ? ["Keep it 20 mm off every glued joint."] : []),
    ...notes,
    ...(count > 1
      ? [`${count} sandings: ${faces} faces, ${counted(copies!, "copy", "copies")}, ${grits.length} grits.`]
      : []),
    ...(sandings > 0 ? [`Sand lightly after every fourth coat: ${counted(sandings, "time", "times")}.`] : []),
    ...(leftMm !== null
      ? [`${leftMm.toFixed(2)} mm of the steps is left after that and still shows: sand to the crests.`]
      : []),
  ];
}
