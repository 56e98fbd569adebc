import { heldByMaking, heldByOtherWay, heldBySize } from "#core/plan/parts/held";
import type { Figure } from "#core/figure";
import type { MeshMeasurement } from "#core/mesh/measure";
import { boxSize } from "#core/mesh/triangleMesh";
import { partFindings } from "#core/plan/parts/partFindings";
import type { Candidate, Lies, PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { type PrintBody, printBody } from "#core/print/body";
import { missingSetting } from "#core/print/printer";
import { type Rescale, rescale } from "#core/scale/rescale";
import { type Part, printOf } from "#core/scene/part";
import { type Derived, nothingDerived } from "#core/scene/planInput";
import type { PartScene, PartWorkshop } from "#core/plan/parts/partSurroundings";
import { summedAreas } from "#core/surface/surfaceAreas";
import { candidate, type Weighed } from "#core/plan/parts/candidate";
import { chooseMachine } from "#core/plan/parts/chooseMachine";
import { thinnest } from "#core/plan/parts/thinnest";
import { seenSlopes, zonePlans } from "#core/plan/parts/zonePlans";
import { paintedArea } from "#core/plan/parts/paintedArea";

/**
 * What follows from other parts: a machine that it was given so that all are done sooner, or the one its
 * pieces are made on.
 */
export type GivenPrinter = { readonly printerId: string; readonly because: string };

/**
 * @param measurement of the mesh as drawn
 * @param asItLies of the mesh as it lies, the same where it lies as drawn
 */
export function planPart(
  part: Part,
  measurement: MeshMeasurement | null,
  asItLies: MeshMeasurement | null,
  scene: PartScene,
  workshop: PartWorkshop,
  derived: Derived = nothingDerived,
  given: GivenPrinter | null = null,
): PartPlan {
  const scaled = withOwnFactor(
    rescale(part.size.source, part.size.unitMm, scene.denominator),
    part.size.ownFactor,
  );
  const sizeMm = measurement
    ? (boxSize(measurement.box).map((v) => v * scaled.factor) as [number, number, number])
    : part.size.boxMm;
  const bySize = heldBySize({ part, measurement, sizeMm }, scene);
  const onBed = bySize ? null : asItLies;
  const body = onBed ? printBody(onBed, scaled.factor) : null;
  const thin = measurement && !bySize ? thinnest(measurement, scaled.factor) : null;
  const thinnestMm = thin?.mm ?? null;
  const measures = (bySize ? null : derived.zones.get(part.meshId ?? "")?.measures) ?? [];
  const seen = seenSlopes({ part, asItLies: onBed, measurement }, measures);
  const weighed = { part, factor: scaled.factor, thin, scene, workshop, derived };
  const isMade = part.made === "printed" || part.made === "from pieces";
  const candidates =
    onBed && body && isMade ? candidatesFor({ ...weighed, m: onBed, body, ...(seen ? { seen } : {}) }) : [];
  const found = machineOf(part, candidates, thinnestMm, workshop, given);
  const otherWay = heldByOtherWay(part, scene);
  const held = otherWay ?? bySize ?? heldByMaking({ part, measurement, sizeMm }, body, found.chosen);
  const machine = held ? { candidates, chosen: null, finish: null, reasons: [held.sentence] } : found;
  const areaCm2 = paintedArea(part, bySize ? null : measurement, body, scaled.factor);
  const zones = zonePlans(
    { part, measures, measurement, asItLies: onBed, factor: scaled.factor, areaCm2, finish: machine.finish },
    scene,
    workshop.rooms,
  );
  const plan = {
    part,
    held,
    measurement,
    asItLies,
    rescale: scaled,
    body: body && withoutProfile(body),
    sizeMm,
    thinnestMm,
    thinPlace: thin?.place ?? null,
    paintAssumed: false,
    lies: liesAsTold(part),
    ...machine,
    beside: otherWay && found.chosen,
    reason: machine.reasons[0]!,
    ...surfaceOf(zones, machine.finish),
    zones,
    areaCm2,
  };
  return { ...plan, findings: held ? [] : partFindings(plan, scene, workshop) };
}

/** The part's surface as the sum of its zones, and the treatment of the most of it. */
function surfaceOf(
  zones: readonly ZonePlan[],
  finish: Candidate | null,
): Pick<PartPlan, "finish" | "treatment"> {
  const most = [...zones].sort((a, b) => b.treatCm2.value - a.treatCm2.value);
  const treatment = most.find((z) => z.treatment !== null)?.treatment ?? null;
  const parts = zones.flatMap((z) => (z.surface ? [z.surface] : []));
  return {
    finish: finish && zones.length > 1 ? { ...finish, surface: summedAreas(parts) } : finish,
    treatment,
  };
}

const liesAsTold = (part: Part): Lies =>
  printOf(part).pose ? { by: "builder" } : { by: "nobody", look: null };

const candidatesFor = (of: Weighed): readonly Candidate[] =>
  of.workshop.printers.filter((p) => missingSetting(p) === null).map((p) => candidate(p, of));

/** Its machine: the one it was given, else the chosen one; of a part in pieces, the one of its faces alone. */
function machineOf(
  part: Part,
  candidates: readonly Candidate[],
  thinnestMm: Figure | null,
  workshop: PartWorkshop,
  given: GivenPrinter | null,
): Pick<PartPlan, "candidates" | "chosen" | "finish" | "reasons"> {
  const passed = candidates.find((c) => c.printer.id === given?.printerId);
  if (part.made === "from pieces") {
    const finish = passed ?? candidates[0] ?? null;
    return { candidates: [], chosen: null, finish, reasons: ["It is printed in pieces."] };
  }
  const found = chooseMachine(candidates, part, thinnestMm, workshop);
  if (given && passed && found.chosen?.printer.id !== given.printerId)
    return { candidates, chosen: passed, finish: passed, reasons: [given.because] };
  return { candidates, chosen: found.chosen, finish: found.chosen, reasons: found.reasons };
}

/** What plans hand on: the profile is large and has done its work. */
function withoutProfile({ profile: _profile, ...rest }: PrintBody): Omit<PrintBody, "profile"> {
  return rest;
}

/** A variant is made larger or smaller than true on purpose. */
const withOwnFactor = (scaled: Rescale, ownFactor: number): Rescale =>
  ownFactor === 1
    ? scaled
    : {
        ...scaled,
        factor: scaled.factor * ownFactor,
        sentence: `${scaled.sentence}, and ${Number((100 * ownFactor).toFixed(1))} % of that as a variant`,
      };
