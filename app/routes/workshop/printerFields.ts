import type { FilamentPrinter, ResinPrinter } from "#core/print/printer";

/** A machine before anything is typed: what is usual for its kind (common practice). */
export const newFilament: FilamentPrinter = {
  id: "",
  name: "",
  process: "filament",
  bedMm: [220, 220, 250],
  marginMm: 5,
  nozzleMm: 0.4,
  layerMm: 0.2,
  walls: 3,
  topBottomMm: 0.8,
  infillShare: 0.12,
  wallSpeed: 60,
  infillSpeed: 90,
  travelSpeed: 150,
  firstLayerSpeed: 20,
  acceleration: 1500,
  cornerMm: 0.02,
  flowLimit: 11,
  minimumLayerSeconds: 8,
  warmUpMinutes: 6,
  watts: 120,
  plate: "flexible",
  noiseDb: 50,
  priceMinor: 0,
  lifeHours: 3000,
  setupMinutes: 10,
  clearMinutes: 10,
  retractSeconds: 0.1,
  skirtLoops: 1,
  brimMm: 0,
  supportShare: 0.15,
  longestBridgeMm: 12,
};
export const newResin: ResinPrinter = {
  id: "",
  name: "",
  process: "resin",
  bedMm: [143, 89, 165],
  marginMm: 4,
  pixelMm: 0.035,
  layerMm: 0.05,
  exposureSeconds: 2.5,
  bottomLayers: 5,
  bottomExposureSeconds: 25,
  transitionLayers: 5,
  restSeconds: 1,
  liftMm: 6,
  liftSpeed: 1.5,
  slowLiftMm: 0,
  slowLiftSpeed: 1,
  retractSpeed: 3,
  antiAliasing: true,
  watts: 50,
  plate: "rigid",
  noiseDb: 42,
  priceMinor: 0,
  lifeHours: 2000,
  setupMinutes: 10,
  clearMinutes: 20,
};

/**
 * The numbers of a machine by what they are about, with their labels and units. Money is typed in whole
 * units.
 */
export type FieldGroup = {
  readonly title: string;
  readonly fields: readonly (readonly [key: string, label: string])[];
};

const owned: FieldGroup = {
  title: "As a machine",
  fields: [
    ["setupMinutes", "Hands before a run, min"],
    ["clearMinutes", "Hands after a run, min"],
    ["noiseDb", "Noise at a metre, dB"],
    ["watts", "Power, W"],
    ["price", "Price paid"],
    ["lifeHours", "Lasts about, h"],
  ],
};
export const fieldGroups: Readonly<Record<"filament" | "resin", readonly FieldGroup[]>> = {
  filament: [
    {
      title: "How it draws",
      fields: [
        ["nozzleMm", "Nozzle, mm"],
        ["layerMm", "Layer, mm"],
        ["walls", "Walls"],
        ["topBottomMm", "Top and bottom, mm"],
        ["infillShare", "Infill, share 0 to 1"],
        ["skirtLoops", "Skirt, loops"],
        ["brimMm", "Brim, mm"],
        ["supportShare", "Supports, share 0 to 1"],
        ["longestBridgeMm", "Longest bridge, mm"],
      ],
    },
    {
      title: "How fast",
      fields: [
        ["wallSpeed", "Wall speed, mm/s"],
        ["infillSpeed", "Infill speed, mm/s"],
        ["travelSpeed", "Travel speed, mm/s"],
        ["firstLayerSpeed", "First layer, mm/s"],
        ["acceleration", "Acceleration, mm/s²"],
        ["cornerMm", "Corner may be missed by, mm"],
        ["flowLimit", "Flow limit, mm³/s"],
        ["minimumLayerSeconds", "Least time a layer, s"],
        ["retractSeconds", "Pulling back, s"],
        ["warmUpMinutes", "Warming up, min"],
      ],
    },
    owned,
  ],
  resin: [
    {
      title: "How it draws",
      fields: [
        ["pixelMm", "Pixel, mm"],
        ["layerMm", "Layer, mm"],
        ["exposureSeconds", "Exposure, s"],
        ["bottomLayers", "Bottom layers"],
        ["bottomExposureSeconds", "Bottom exposure, s"],
        ["transitionLayers", "Transition layers"],
      ],
    },
    {
      title: "How it moves",
      fields: [
        ["restSeconds", "Rests a layer, s"],
        ["liftMm", "Lift, mm"],
        ["liftSpeed", "Lift speed, mm/s"],
        ["slowLiftMm", "Of it slowly, mm"],
        ["slowLiftSpeed", "Slow speed, mm/s"],
        ["retractSpeed", "Way back, mm/s"],
      ],
    },
    owned,
  ],
};
