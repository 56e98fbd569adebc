import { counted } from "#core/words";
import { type Basis, between, exact, type Figure, type WorkingLine } from "#core/figure";
import { beadAreaMm2, beadWidthMm, filamentAreaMm2 } from "#core/print/bead";
import type { PrintBody } from "#core/print/body";
import type { FilamentWork } from "#core/print/filamentWork";
import type { FilamentPrinter, PrintMaterial } from "#core/print/printer";
import type { SupportWork } from "#core/print/supports";

/** Time and material of one copy, without warm-up and hands. Lengths of filament in metres, 0 for resin. */
export type PrintEstimate = {
  readonly minutes: Figure;
  readonly grams: Figure;
  readonly millilitres: Figure;
  readonly metres: number;
  readonly shares: readonly { readonly what: string; readonly minutes: number }[];
  /** Minutes of equal bands of height, lowest first: which layers cost the time. */
  readonly bandMinutes: readonly number[];
  readonly layers: number;
};

/** What a thread weighs is known within this share (common practice). */
const GRAMS_OFF = 0.05;
/** Kinematics before anything was learned from this machine (common practice). */
const MOTION_OFF = 0.1;
/** What a learned factor leaves open (common practice, until the log has its own spread). */
const LEARNED_OFF = 0.06;
const FILAMENT_MM = 1.75;
const PURGE_SHARE = 0.02;

/**
 * The figures of a filament print from its work and its supports.
 * @param timeFactor learned from the log: actual over estimated; 1 when nothing is known
 */
export function filamentEstimate(
  body: PrintBody,
  work: FilamentWork,
  supports: SupportWork,
  printer: FilamentPrinter,
  material: PrintMaterial,
  timeFactor = 1,
): PrintEstimate {
  const { mm, seconds } = work;
  const bead = beadAreaMm2(beadWidthMm(printer.nozzleMm), printer.layerMm);
  const mm3 = (mm.walls + mm.solid + mm.sparse + mm.skirt) * bead + supports.ml * 1000;
  const grams = (mm3 / 1000) * (1 + PURGE_SHARE) * material.densityGPerCm3;
  const total =
    seconds.walls + seconds.fill + seconds.skirt + seconds.travel + seconds.waits + supports.seconds;
  const minutes = (total / 60) * timeFactor;
  const solid = Math.max(body.volumeMm3, 1e-9);
  const less = Math.min(1, Math.max(0, (body.volumeMm3 - body.volumeLowMm3) / solid));
  const more = Math.max(0, (body.volumeHighMm3 - body.volumeMm3) / solid);
  const off = Math.hypot(timeFactor === 1 ? MOTION_OFF : LEARNED_OFF, work.wallsOff);
  // What a mesh encloses may be less or more than it seems: then so is everything in it.
  const about = (value: number, share: number, unit: string, basis: Basis) =>
    between(value * (1 - share) * (1 - less), value, value * (1 + share) * (1 + more), unit, basis, working);
  const working = workingOf({ body, work, supports, printer, material, timeFactor, mm3, grams });
  return {
    minutes: about(minutes, off, "min", timeFactor === 1 ? "computed" : "learned"),
    grams: about(grams, GRAMS_OFF + work.wallsOff, "g", "computed"),
    millilitres: exact(mm3 / 1000, "ml", "computed", working),
    metres: (mm3 * (1 + PURGE_SHARE)) / filamentAreaMm2(FILAMENT_MM) / 1000,
    shares: [
      { what: "walls", minutes: seconds.walls / 60 },
      { what: "skins and infill", minutes: (seconds.fill + seconds.skirt) / 60 },
      { what: "supports", minutes: supports.seconds / 60 },
      { what: "travels", minutes: seconds.travel / 60 },
      { what: "waiting for layers to set", minutes: seconds.waits / 60 },
    ].filter((s) => s.minutes > 0),
    bandMinutes: work.bandSeconds.map((s) => (s / 60) * timeFactor),
    layers: work.layers,
  };
}

const min = (s: number) => `${(s / 60).toFixed(0)} min`;

const howFollowed = ({ exactLayers, wallsOff }: FilamentWork): string =>
  exactLayers > 0
    ? `followed exactly in ${exactLayers} layers, off by ${(100 * wallsOff).toFixed(1)} % at most between them`
    : "reckoned from perimeters and turns until the layers were followed";

const skirtLine = ({ mm, seconds }: FilamentWork): readonly WorkingLine[] =>
  mm.skirt > 0
    ? [
        {
          text: `skirt and brim, ${(mm.skirt / 1000).toFixed(1)} m`,
          value: min(seconds.skirt),
          basis: "computed",
        },
      ]
    : [];

function supportLine(supports: SupportWork, printer: FilamentPrinter): WorkingLine {
  if (!supports.needless)
    return {
      text: `supports under ${counted(supports.regions.length, "place", "places")}, ${supports.ml.toFixed(1)} ml at ${Math.round(printer.supportShare * 100)} % density`,
      value: min(supports.seconds),
      basis: "practice",
    };
  const [longest] = supports.bridgesMm;
  return {
    text: longest === undefined ? "no supports" : `no supports; bridges up to ${longest.toFixed(0)} mm`,
    basis: "measured",
  };
}

/** Where time and grams of a filament print come from. */
function workingOf({
  body,
  work,
  supports,
  printer,
  material,
  timeFactor,
  mm3,
  grams,
}: {
  readonly body: PrintBody;
  readonly work: FilamentWork;
  readonly supports: SupportWork;
  readonly printer: FilamentPrinter;
  readonly material: PrintMaterial;
  readonly timeFactor: number;
  readonly mm3: number;
  readonly grams: number;
}): readonly WorkingLine[] {
  const { mm, seconds } = work;
  return [
    {
      text: `${work.layers} layers of ${printer.layerMm} mm in ${body.sizeMm[2].toFixed(1)} mm`,
      basis: "measured",
    },
    {
      text: `${printer.walls} walls, ${(mm.walls / 1000).toFixed(1)} m; ${howFollowed(work)}`,
      value: min(seconds.walls),
      basis: "computed",
    },
    {
      text: `top, bottom and ${Math.round(printer.infillShare * 100)} % infill, ${((mm.solid + mm.sparse) / 1000).toFixed(1)} m`,
      value: min(seconds.fill),
      basis: "computed",
    },
    ...skirtLine(work),
    supportLine(supports, printer),
    {
      text: `travels and layer changes${seconds.waits > 0 ? `, waiting for small layers to set (${printer.minimumLayerSeconds} s each)` : ""}`,
      value: min(seconds.travel + seconds.waits),
      basis: "computed",
    },
    ...(timeFactor === 1
      ? []
      : [
          { text: `times ${timeFactor.toFixed(2)}, what this printer's log says`, basis: "learned" as const },
        ]),
    {
      text: `${(mm3 / 1000).toFixed(1)} cm3 and ${PURGE_SHARE * 100} % purged, at ${material.densityGPerCm3} g/cm3`,
      value: `${grams.toFixed(1)} g`,
      basis: "practice",
    },
  ];
}
