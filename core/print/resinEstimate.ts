import { between, type Figure, spread, type WorkingLine } from "#core/figure";
import type { PrintBody } from "#core/print/body";
import type { PrintEstimate } from "#core/print/filamentEstimate";
import type { PrintMaterial, ResinPrinter } from "#core/print/printer";
import { RAISED_MM, type SupportWork } from "#core/print/supports";

/** Left on parts and in the vat, ml a plate, and lost everywhere (common practice). */
export const RESIN_LEFT_ML = 4;
const RESIN_LOST_SHARE = 0.03;

/**
 * How a part is hollowed: the wall, and how many holes let the resin out. Places of holes, mm as the part
 * lies, where they were settled.
 */
export type Hollow = {
  readonly wallMm: number;
  readonly drains: number;
  readonly holes: readonly DrainHole[];
};

/**
 * A hole through the wall: its middle on the outside and the way in, in file units of the part as it was
 * drawn; radius in bench mm.
 */
export type DrainHole = {
  readonly at: readonly [number, number, number];
  readonly inward: readonly [number, number, number];
  readonly radiusMm: number;
};

/** What hollowing leaves, worked out on the mesh: ml of resin in the walls, and the thinnest of them. */
export type HollowShell = { readonly millilitres: number; readonly thinnestMm: number };

/** Seconds of one layer's lift and way back; the first stretch may be slower. */
export const moveSecondsOf = (p: ResinPrinter) =>
  (Math.min(p.slowLiftMm, p.liftMm) / Math.max(p.slowLiftSpeed, 1e-9)) * (p.slowLiftMm > 0 ? 1 : 0) +
  Math.max(0, p.liftMm - p.slowLiftMm) / p.liftSpeed +
  p.liftMm / p.retractSpeed;

/**
 * Time of a resin plate: bottom layers, a ramp down to the usual exposure, then exposure, rests and lift for
 * every layer.
 * How many pieces lie on the plate does not enter. 2000 layers at 10.5 s are 5.83 h. Derived.
 */
export function resinPlateMinutes(heightMm: number, printer: ResinPrinter, timeFactor = 1): Figure {
  const layers = Math.max(1, Math.ceil(heightMm / printer.layerMm - 1e-6));
  const move = moveSecondsOf(printer) + printer.restSeconds;
  const bottom = Math.min(layers, printer.bottomLayers);
  const ramp = Math.min(layers - bottom, printer.transitionLayers);
  // The ramp goes down in equal steps: its layers have the mean of both exposures.
  const rampExposure = (printer.bottomExposureSeconds + printer.exposureSeconds) / 2;
  const rest = layers - bottom - ramp;
  const seconds =
    bottom * (printer.bottomExposureSeconds + move) +
    ramp * (rampExposure + move) +
    rest * (printer.exposureSeconds + move);
  const working: WorkingLine[] = [
    { text: `${layers} layers of ${printer.layerMm} mm in ${heightMm.toFixed(1)} mm`, basis: "measured" },
    {
      text: `lift, way back and rest ${move.toFixed(1)} s a layer${printer.slowLiftMm > 0 ? `, the first ${printer.slowLiftMm} mm of the lift at ${printer.slowLiftSpeed} mm/s` : ""}`,
      basis: "computed",
    },
    {
      text: `${bottom} bottom layers of ${printer.bottomExposureSeconds} s, ${ramp} in between, ${rest} of ${printer.exposureSeconds} s`,
      value: `${(seconds / 60).toFixed(0)} min`,
      basis: "computed",
    },
    ...(timeFactor === 1
      ? []
      : [
          { text: `times ${timeFactor.toFixed(2)}, what this printer's log says`, basis: "learned" as const },
        ]),
  ];
  return spread((seconds / 60) * timeFactor, 0.05, "min", timeFactor === 1 ? "computed" : "learned", working);
}

/**
 * Share for supports while no way of lying is known: 25 % under 5 cm3, 10 % over 30 cm3, by the logarithm
 * between (common practice).
 */
export function supportShare(cm3: number): number {
  if (cm3 <= 5) return 0.25;
  if (cm3 >= 30) return 0.1;
  return 0.25 - 0.15 * (Math.log(cm3 / 5) / Math.log(30 / 5));
}

/**
 * Resin of one copy: solid or as a shell, with the supports of its way of lying and losses; its plate time as
 * if it stood
 * alone.
 * @param hollow what was asked for; `shell` what came out of it on the mesh, null while that is not known
 */
export function resinEstimate(
  body: PrintBody,
  supports: SupportWork | null,
  hollow: Hollow | null,
  shell: HollowShell | null,
  printer: ResinPrinter,
  material: PrintMaterial,
  timeFactor = 1,
): PrintEstimate {
  const solidMl = body.volumeMm3 / 1000;
  // Until the walls are worked out: surface x wall, and never more than the solid.
  const shellMl = hollow
    ? Math.min(solidMl, shell?.millilitres ?? (body.areaMm2 * hollow.wallMm) / 1000)
    : solidMl;
  const supportMl = supports ? supports.ml : supportShare(shellMl) * shellMl;
  const ml = (shellMl + supportMl) * (1 + RESIN_LOST_SHARE);
  const open = Math.max(body.volumeMm3, 1e-9);
  const low = (body.volumeLowMm3 / open) * ml * 0.93;
  const high = (body.volumeHighMm3 / open) * ml * 1.1;
  const working = volumeWorking({ solidMl, shellMl, supportMl, ml }, supports, hollow, shell);
  const heightMm = body.sizeMm[2] + (supports?.raised ? RAISED_MM : 0);
  const minutes = resinPlateMinutes(heightMm, printer, timeFactor);
  return {
    minutes,
    grams: between(
      low * material.densityGPerCm3,
      ml * material.densityGPerCm3,
      high * material.densityGPerCm3,
      "g",
      "computed",
      working,
    ),
    millilitres: between(Math.min(low, ml), ml, Math.max(high, ml), "ml", "computed", working),
    metres: 0,
    shares: resinShares(heightMm, printer, timeFactor),
    bandMinutes: [],
    layers: Math.max(1, Math.ceil(heightMm / printer.layerMm - 1e-6)),
  };
}

type Millilitres = {
  readonly solidMl: number;
  readonly shellMl: number;
  readonly supportMl: number;
  readonly ml: number;
};

/** Where the resin of one copy goes. */
function volumeWorking(
  { solidMl, shellMl, supportMl, ml }: Millilitres,
  supports: SupportWork | null,
  hollow: Hollow | null,
  shell: HollowShell | null,
): readonly WorkingLine[] {
  return [
    { text: "solid volume of the mesh", value: `${solidMl.toFixed(1)} ml`, basis: "measured" },
    ...(hollow
      ? [
          {
            text: shell
              ? `hollowed to a wall of ${hollow.wallMm} mm, worked out on the mesh; thinnest ${shell.thinnestMm.toFixed(2)} mm`
              : `hollowed to a wall of ${hollow.wallMm} mm: surface x wall until it is worked out on the mesh`,
            value: `${shellMl.toFixed(1)} ml`,
            basis: shell ? ("measured" as const) : ("computed" as const),
          },
        ]
      : []),
    supports
      ? {
          text: supports.needless ? "no supports" : `supports with ${supports.contacts} tips`,
          value: `${supportMl.toFixed(1)} ml`,
          basis: "computed",
        }
      : {
          text: `supports ${Math.round(100 * supportShare(shellMl))} % while no way of lying is chosen`,
          value: `${supportMl.toFixed(1)} ml`,
          basis: "practice",
        },
    { text: `losses ${RESIN_LOST_SHARE * 100} %`, value: `${ml.toFixed(1)} ml`, basis: "practice" },
    {
      text: `${RESIN_LEFT_ML} ml a plate stay on parts and in the vat (counted on the plate)`,
      basis: "practice",
    },
  ];
}

function resinShares(
  heightMm: number,
  p: ResinPrinter,
  timeFactor: number,
): { what: string; minutes: number }[] {
  const layers = Math.max(1, Math.ceil(heightMm / p.layerMm - 1e-6));
  const bottom = Math.min(layers, p.bottomLayers);
  const ramp = Math.min(layers - bottom, p.transitionLayers);
  const exposure =
    bottom * p.bottomExposureSeconds +
    (ramp * (p.bottomExposureSeconds + p.exposureSeconds)) / 2 +
    (layers - bottom - ramp) * p.exposureSeconds;
  return [
    { what: "exposure", minutes: (exposure / 60) * timeFactor },
    { what: "lifting and coming back", minutes: ((layers * moveSecondsOf(p)) / 60) * timeFactor },
    { what: "rests", minutes: ((layers * p.restSeconds) / 60) * timeFactor },
  ];
}

/**
 * Work after a resin plate, minutes: two washes and drying, then the lamp; hands for putting in and taking
 * out. By plate,
 * whatever lies on it. Common practice.
 */
export const afterResin = { washMinutes: 8, dryMinutes: 30, cureMinutes: 10, handsMinutes: 12 } as const;
