import type { LampCircuit } from "#core/ground/resistor";
import { groundSteps, type GroundWork, lampStep, placeStep, type WorkBoard } from "#core/ground/groundSteps";
import { type JointWork, jointSteps, partsWithFitFaces } from "#core/joints/jointSteps";
import { type Care, withInspections } from "#core/order/makeInspections";
import type { ThingWorkedOn } from "#core/order/ownSteps";
import { type MixOf, type PaintWork, unmixed } from "#core/paint/coat";
import { paintSteps } from "#core/paint/paintSteps";
import type { SchemeLayer } from "#core/paint/scheme";
import { withSplatterTrial } from "#core/paint/splatterTrial";
import { printSteps, type PrintWork } from "#core/print/printSteps";
import type { Speed } from "#core/steps/draftStep";
import { factsOf } from "#core/steps/factsOf";
import type { OrderSchools } from "#core/steps/orderSchools";
import { copiesText, type PartBase, stepsOn } from "#core/steps/partBase";
import type { Step } from "#core/steps/step";
import { maskedWork, type MaskingWork } from "#core/plan/order/maskedWork";
import { laidWork, layersOfWork, treatedTogether, type ZoneWork } from "#core/plan/order/zoneWork";
import { pinSteps, type PinWork } from "#core/surface/pinSteps";
import { surfaceSteps } from "#core/surface/surfaceSteps";

/** What has to be done to the copies of one part. Areas are of all copies together, cm2. */
export type PartWork = Omit<PartBase, "process" | "facts"> &
  Omit<PrintWork, "facts"> &
  Omit<PaintWork, "showsSteps" | "fitFaces" | "layers" | "masks"> & {
    /** Its zones with what is done to each. */
    readonly zones: readonly ZoneWork[];
    readonly lamp: LampCircuit | null;
    /** How its faces were made, its own or those of its pieces. */
    readonly wholeProcess: "filament" | "resin" | null;
    /** The strut that stays on as its handle; null where all come off. */
    readonly keptStrut: number | null;
    /** Gaps and spots that are mended by hand; none where it is absent. */
    readonly pins?: readonly PinWork[];
    /** How its colours are kept apart; absent where it has one zone, or nobody measured its borders. */
    readonly masking?: MaskingWork | null;
    /** How its copies stand open; absent of what does not open. */
    readonly leaf?: string;
    /** It is picked up and knocked about. */
    readonly handled: boolean;
  };

/** All steps of a scene, each with an id made from what it is about, before any rule has looked at them. */
export function makeSteps(
  parts: readonly PartWork[],
  joints: readonly JointWork[],
  grounds: readonly GroundWork[],
  board: WorkBoard,
  speed: Speed,
  mixOf: MixOf = () => unmixed,
  care: Care = "play",
  schools: OrderSchools = {},
): readonly Step[] {
  const joined = parts.map((p) => ({ ...p, finish: finishOf(layersOfWork(p.zones)) }));
  const onBoard = parts.filter((p) => p.onBoard).map((p) => p.id);
  const fitFaces = partsWithFitFaces(joints, joined, schools);
  const steps = [
    ...parts.flatMap((p) =>
      partSteps({ ...p, fitFaces: fitFaces.has(p.id) }, grounds.length > 0, speed, mixOf, schools),
    ),
    ...joints.flatMap((j) => jointSteps(j, joined, speed, schools)),
    ...groundSteps(grounds, onBoard, board, speed),
  ];
  const looked = parts.map((p) => ({ ...p, scheme: layersOfWork(p.zones) }));
  return withInspections(withSplatterTrial(steps, speed), looked, care, speed);
}

/** Names the colours of a scheme. */
const finishOf = (scheme: readonly SchemeLayer[]) =>
  scheme
    .filter((l) => l.kind === "colour")
    .map((l) => l.colour?.id)
    .join();

const bareFacts = (p: PartWork) =>
  factsOf({
    bare: p.bare ?? undefined,
    hollow: p.hollow === null ? undefined : true,
    closedHollow: p.hollow === "closed" ? true : undefined,
    keptStrut: p.keptStrut ?? undefined,
  });

/** A part as a step of one's own finds it. */
export const workedOn = (p: PartWork): ThingWorkedOn => ({
  onWhat: copiesText(p),
  process: p.wholeProcess,
  clear: p.clear,
  releaseAt: p.releaseAt,
  thinnestMm: p.thinnestMm,
  facts: bareFacts(p),
  pieces: p.count,
});

function partSteps(
  p: PartWork & { readonly fitFaces: boolean },
  hasGround: boolean,
  speed: Speed,
  mixOf: MixOf,
  schools: OrderSchools,
): readonly Step[] {
  const facts = bareFacts(p);
  const { id, pieceOf, name, count, clear, releaseAt, thinnestMm } = p;
  const base = { id, pieceOf, name, count, clear, releaseAt, thinnestMm, process: p.wholeProcess, facts };
  const { steps, add } = stepsOn(base, speed);
  printSteps({ ...p, facts }, add, schools);
  const treated = treatedTogether(p.zones);
  for (const work of treated) surfaceSteps(work, add);
  pinSteps(p.pins ?? [], add);
  if (p.lamp) lampStep(add);
  const showsSteps = treated.some((w) => w.depthMm !== null && w.treatment?.school === "live with it");
  const work = maskedWork(laidWork(p.zones, p.count), p.masking, p);
  paintSteps({ ...p, ...work, showsSteps }, add, mixOf, schools);
  if (p.onBoard && hasGround) placeStep(p.id, p.count, add, p.leaf ? [p.leaf] : []);
  return steps;
}
