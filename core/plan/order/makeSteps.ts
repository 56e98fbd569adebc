import type { LampCircuit } from "#core/ground/resistor";
import { groundSteps, type GroundWork, lampStep, placeStep, type WorkBoard } from "#core/ground/groundSteps";
import { type JointWork, jointSteps } from "#core/joints/jointSteps";
import { type Care, withInspections } from "#core/order/makeInspections";
import { type LightnessOf, paintSteps, type PaintWork } from "#core/paint/paintSteps";
import type { SchemeLayer } from "#core/paint/scheme";
import { printSteps, type PrintWork } from "#core/print/printSteps";
import type { Speed } from "#core/steps/draftStep";
import { factsOf } from "#core/steps/factsOf";
import type { OrderSchools } from "#core/steps/orderSchools";
import { type PartBase, stepsOn } from "#core/steps/partBase";
import type { Step } from "#core/steps/step";
import { surfaceSteps, type SurfaceWork } from "#core/surface/surfaceSteps";

/** What has to be done to the copies of one part. Areas are of all copies together, cm2. */
export type PartWork = Omit<PartBase, "process" | "facts"> &
  Omit<PrintWork, "facts"> &
  SurfaceWork &
  Omit<PaintWork, "showsSteps"> & {
    readonly lamp: LampCircuit | null;
    /** How its faces were made, its own or those of its pieces. */
    readonly wholeProcess: "filament" | "resin" | null;
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
  lightnessOf: LightnessOf = () => null,
  care: Care = "play",
  schools: OrderSchools = {},
): readonly Step[] {
  const joined = parts.map((p) => ({ ...p, finish: finishOf(p.scheme) }));
  const onBoard = parts.filter((p) => p.onBoard).map((p) => p.id);
  const steps = [
    ...parts.flatMap((p) => partSteps(p, grounds.length > 0, speed, lightnessOf, schools)),
    ...joints.flatMap((j) => jointSteps(j, joined, speed, schools)),
    ...groundSteps(grounds, onBoard, board, speed),
  ];
  return withInspections(steps, parts, care, speed);
}

/** Names the colours of a scheme. */
const finishOf = (scheme: readonly SchemeLayer[]) =>
  scheme
    .filter((l) => l.kind === "colour")
    .map((l) => l.colour?.id)
    .join();

function partSteps(
  p: PartWork,
  hasGround: boolean,
  speed: Speed,
  lightnessOf: LightnessOf,
  schools: OrderSchools,
): readonly Step[] {
  const facts = factsOf({
    bare: p.bare ?? undefined,
    hollow: p.hollow === null ? undefined : true,
    closedHollow: p.hollow === "closed" ? true : undefined,
  });
  const { id, pieceOf, name, count, clear, releaseAt, thinnestMm } = p;
  const base = { id, pieceOf, name, count, clear, releaseAt, thinnestMm, process: p.wholeProcess, facts };
  const { steps, add } = stepsOn(base, speed);
  printSteps({ ...p, facts }, add, schools);
  surfaceSteps(p, add);
  if (p.lamp) lampStep(add);
  const showsSteps = p.stepDepthMm !== null && p.treatment?.school === "live with it";
  paintSteps({ ...p, showsSteps }, add, lightnessOf, schools);
  if (p.onBoard && hasGround) placeStep(p.id, p.count, add);
  return steps;
}
