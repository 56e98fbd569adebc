import type { FilamentPrinter, PrintMaterial, ResinPrinter } from "#core/print/printer";

const machine = { plate: "flexible", noiseDb: 50, priceMinor: 0, lifeHours: 3000, setupMinutes: 10, clearMinutes: 15 } as const;

export const testFilament: FilamentPrinter = {
  id: "bench-f", name: "Test bed", process: "filament", bedMm: [220, 220, 250], marginMm: 5, nozzleMm: 0.4, layerMm: 0.2, walls: 3, topBottomMm: 0.8,
  infillShare: 0.15, wallSpeed: 60, infillSpeed: 90, travelSpeed: 150, firstLayerSpeed: 20, acceleration: 1500, flowLimit: 11, minimumLayerSeconds: 8, warmUpMinutes: 6, watts: 120, ...machine, cornerMm: 0.02, retractSeconds: 0.1, skirtLoops: 0, brimMm: 0, supportShare: 0.15, longestBridgeMm: 12,
};
export const testResin: ResinPrinter = {
  id: "bench-r", name: "Test vat", process: "resin", bedMm: [143, 89, 165], marginMm: 4, pixelMm: 0.035, layerMm: 0.05, exposureSeconds: 2.5, bottomLayers: 5,
  bottomExposureSeconds: 25, transitionLayers: 5, restSeconds: 1, liftMm: 6, liftSpeed: 1.5, retractSpeed: 3, antiAliasing: true, watts: 50, ...machine, slowLiftMm: 0, slowLiftSpeed: 1,
};
export const testPla: PrintMaterial = { id: "pla", name: "test PLA", process: "filament", family: "PLA", densityGPerCm3: 1.24, pricePerKg: 2000, colour: null, damp: false };
export const testResinFluid: PrintMaterial = { id: "resin", name: "test resin", process: "resin", family: "resin", densityGPerCm3: 1.15, pricePerKg: 3500, colour: null, damp: false };
