import { plasticOf } from "#core/materials/printMaterials";
import { maskGround } from "#core/plan/colour/masking";
import { usualMasking } from "#core/materials/masking";
import type { MaskingWork } from "#core/plan/order/maskedWork";
import type { PartWork } from "#core/plan/order/makeSteps";
import { layerInRooms } from "#core/plan/inRooms";
import { madeOf } from "#core/plan/parts/madeOf";
import type { PartPlan, ZonePlan } from "#core/plan/parts/partPlan";
import { pinWork } from "#core/plan/surface/pins";
import { printedShape } from "#core/plan/surface/printedShape";
import { treatedOf } from "#core/plan/surface/treatedOf";
import { stringsOff } from "#core/surface/foreseen";
import { lampLight } from "#core/plan/order/lampLight";
import { takeOffOf } from "#core/plan/parts/takeOffOf";
import { SLENDER } from "#core/print/printSteps";
import type { ZoneWork } from "#core/plan/order/zoneWork";
import { printOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";

/** Hands of one copy's supports while its machine is not known (common practice). */
const USUAL_SUPPORT_MIN = 1.5;

/** How long the brim of one copy is: round all that its first layer draws. */
const brimOf = ({ chosen, asItLies, rescale }: PartPlan): number =>
  chosen?.printer.process === "filament" && chosen.printer.brimMm > 0 && asItLies
    ? (asItLies.profile.perimeters[0] ?? 0) * rescale.factor
    : 0;

const isSlender = (sizeMm: readonly number[] | null): boolean =>
  sizeMm !== null && Math.max(...sizeMm) > SLENDER * Math.min(...sizeMm);

function zoneWork(p: PartPlan, z: ZonePlan, own: PlanInput): ZoneWork {
  const { number, name, scheme, meaning, after } = z.zone;
  const { factor } = p.rescale;
  const carved = z.measure;
  const { rooms } = own.workshop;
  return {
    ...{ number, name, areaCm2: z.areaCm2 },
    ...treatedOf(p, z, own).work,
    meaning,
    after,
    grooves: carved?.grooves && {
      count: carved.grooves.count,
      lengthMm: carved.grooves.length * factor * p.part.count,
    },
    scheme: printOf(p.part).pieceOf ? [] : scheme.map((layer) => layerInRooms(layer, rooms)),
  };
}

/** Its borders, and how the builder wants its colours kept apart. */
function maskingOf(p: PartPlan): MaskingWork | null {
  const ground = maskGround(p);
  return ground && { ground, chosen: p.part.finish.masks ?? usualMasking };
}

/** Strings that run across openings of a part. */
function stringsOn(p: PartPlan): PartWork["strings"] {
  const shape = printedShape(p);
  const by = shape && stringsOff(shape);
  return by ? { openings: shape.bridges.length, by } : null;
}

/** What has to be done to a part, as its plan stands. */
export function partWork(p: PartPlan, own: PlanInput, releaseAt: number): PartWork {
  const { tier } = own.scene;
  const { part, chosen, finish } = p;
  const print = printOf(part);
  const off = takeOffOf(p);
  return {
    id: part.id,
    name: part.name,
    count: part.count,
    process: chosen?.printer.process ?? null,
    clear: print.clear,
    thinnestMm: p.thinnestMm?.value ?? null,
    areaCm2: p.areaCm2,
    zones: p.zones.map((z) => zoneWork(p, z, own)),
    masking: maskingOf(p),
    lamp: print.pieceOf ? null : part.place.lamp,
    onBoard: !print.pieceOf && part.place.placements.length > 0,
    releaseAt,
    bath: plasticOf(p.chosen?.material?.plastic ?? null)?.print.bath ?? "alcohol",
    lets: lampLight(p.chosen?.material ?? null),
    slender: isSlender(p.sizeMm),
    strings: stringsOn(p),
    pins: pinWork(own.pins, p, own.grounds),
    supported: chosen ? !chosen.supports.needless : true,
    supportMinutes: chosen ? chosen.supports.cleanMinutes : USUAL_SUPPORT_MIN,
    takeOffAdvice: off?.advice ?? null,
    keptStrut: off?.keep ?? null,
    brimMm: brimOf(p),
    pieceOf: print.pieceOf?.partId ?? null,
    wholeProcess: finish?.printer.process ?? null,
    bare: madeOf(p),
    hollow:
      print.hollow === null
        ? null
        : print.hollow.drains > 0 || print.hollow.holes.length > 0
          ? "drained"
          : "closed",
    handled: (part.tier ?? tier) === "play",
  };
}
