import { labOfHex } from "#core/paint/colour";
import type { LabD65 } from "#core/paint/lab";
import { mixLab, pigmentOf } from "#core/paint/mixing";
import type { Paint, Recipe } from "#core/paint/paint";
import { newLogEntry } from "#core/plan/newLogEntry";
import type { LogEntry } from "#core/plan/sceneData";
import type { Printer, PrintMaterial } from "#core/print/printer";
import type { StockItem } from "#core/stores/draw";

/** A made-up workshop: invented names throughout. */
export const demoPrinters: readonly Printer[] = [
  { id: "longbed", name: "Longbed", process: "filament", bedMm: [220, 220, 250], marginMm: 5, nozzleMm: 0.4, layerMm: 0.2, walls: 3, topBottomMm: 0.8, infillShare: 0.12, wallSpeed: 55, infillSpeed: 80, travelSpeed: 150, firstLayerSpeed: 20, acceleration: 1000, flowLimit: 11, minimumLayerSeconds: 8, warmUpMinutes: 6, watts: 140, plate: "flexible", noiseDb: 52, priceMinor: 26_000, lifeHours: 3000, setupMinutes: 10, clearMinutes: 10, cornerMm: 0.02, retractSeconds: 0.12, skirtLoops: 2, brimMm: 0, supportShare: 0.15, longestBridgeMm: 14 },
  { id: "smallbed", name: "Smallbed", process: "filament", bedMm: [180, 180, 180], marginMm: 4, nozzleMm: 0.4, layerMm: 0.16, walls: 3, topBottomMm: 0.8, infillShare: 0.12, wallSpeed: 90, infillSpeed: 120, travelSpeed: 250, firstLayerSpeed: 25, acceleration: 4000, flowLimit: 14, minimumLayerSeconds: 6, warmUpMinutes: 5, watts: 110, plate: "flexible", noiseDb: 48, priceMinor: 39_000, lifeHours: 4000, setupMinutes: 8, clearMinutes: 8, cornerMm: 0.03, retractSeconds: 0.06, skirtLoops: 1, brimMm: 0, supportShare: 0.15, longestBridgeMm: 18 },
  { id: "tank", name: "Tank", process: "resin", bedMm: [143, 89, 165], marginMm: 4, pixelMm: 0.035, layerMm: 0.05, exposureSeconds: 2.4, bottomLayers: 5, bottomExposureSeconds: 24, transitionLayers: 5, restSeconds: 1, liftMm: 6, liftSpeed: 1.5, slowLiftMm: 0, slowLiftSpeed: 1, retractSpeed: 3, antiAliasing: true, watts: 48, plate: "rigid", noiseDb: 41, priceMinor: 22_000, lifeHours: 2000, setupMinutes: 10, clearMinutes: 20 },
];

export const demoMaterials: readonly PrintMaterial[] = [
  { id: "greyline", name: "Grey Line PLA", process: "filament", family: "PLA", densityGPerCm3: 1.24, pricePerKg: 1990, colour: "#8d9296", damp: false },
  { id: "reedtough", name: "Reed Tough PETG", process: "filament", family: "PETG", densityGPerCm3: 1.27, pricePerKg: 2450, colour: "#2f3a33", damp: true },
  { id: "fenresin", name: "Fen Grey resin", process: "resin", family: "resin", densityGPerCm3: 1.15, pricePerKg: 3400, colour: "#7d8185", damp: false },
  { id: "brookclear", name: "Brook Clear resin", process: "resin", family: "clear resin", densityGPerCm3: 1.13, pricePerKg: 4200, colour: null, damp: false },
];

const brushed = "water acrylic, brushed", heavy = "heavy house or craft acrylic", ink = "acrylic ink", wash = "acrylic wash", enamel = "enamel wash";
type Row = readonly [id: string, name: string, hex: string, family: string, opacity: Paint["opacity"], sheen: Paint["sheen"], ml: number];
const rows: readonly Row[] = [
  ["kiln-brick", "Kiln Brick", "#8a4632", brushed, "opaque", "matte", 14], ["wet-slate", "Wet Slate", "#4b555c", brushed, "opaque", "matte", 11], ["reed-straw", "Reed Straw", "#c3a862", brushed, "opaque", "matte", 12],
  ["bone-lime", "Bone Lime", "#e2dac4", brushed, "opaque", "matte", 16], ["peat", "Peat", "#3a2c22", brushed, "opaque", "matte", 13], ["copper-bloom", "Copper Bloom", "#5f9c88", brushed, "semi", "satin", 9],
  ["sedge", "Sedge", "#6e7a3c", brushed, "opaque", "matte", 10], ["alder-leaf", "Alder Leaf", "#48602f", brushed, "opaque", "matte", 12], ["marsh-fog", "Marsh Fog", "#b8bfb9", brushed, "opaque", "matte", 15],
  ["lamp-soot", "Lamp Soot", "#1d1c1c", brushed, "opaque", "matte", 17], ["chalk-pit", "Chalk Pit", "#f1efe6", brushed, "opaque", "matte", 17], ["ferry-rope", "Ferry Rope", "#a88a5c", brushed, "opaque", "matte", 8],
  ["rust-hinge", "Rust Hinge", "#9a4f22", brushed, "semi", "matte", 7], ["ox-blood", "Ox Blood", "#5c231f", brushed, "opaque", "satin", 12], ["tarred-post", "Tarred Post", "#2b2722", brushed, "opaque", "matte", 14],
  ["kingfisher", "Kingfisher", "#1f6d8c", brushed, "semi", "satin", 9], ["buttercup", "Buttercup", "#e6c534", brushed, "semi", "satin", 10], ["dusk-plum", "Dusk Plum", "#5a4257", brushed, "opaque", "matte", 11],
  ["mill-dust", "Mill Dust", "#cdbfa1", heavy, "opaque", "matte", 60], ["river-clay", "River Clay", "#8d7f68", heavy, "opaque", "matte", 55], ["ditch-mud", "Ditch Mud", "#5b4c3a", heavy, "opaque", "matte", 70],
  ["ink-umber", "Umber Ink", "#40301f", ink, "translucent", "satin", 20], ["ink-verd", "Verd Ink", "#2f5a4a", ink, "translucent", "satin", 18], ["ink-dark", "Dark Ink", "#17181b", ink, "translucent", "satin", 22],
  ["sump-wash", "Sump Wash", "#33291f", wash, "translucent", "matte", 16], ["bog-wash", "Bog Wash", "#3d4428", wash, "translucent", "matte", 15], ["rain-streak", "Rain Streak", "#51483c", enamel, "translucent", "matte", 20],
  ["skin-ferry", "Ferryman's Cheek", "#c58f6d", brushed, "opaque", "matte", 9], ["wool-blue", "Wool Blue", "#3c4f6d", brushed, "opaque", "matte", 10], ["lead-roof", "Lead Roof", "#7b8288", brushed, "opaque", "matte", 13],
];

const labOf = (hex: string): LabD65 => {
  const lab = labOfHex(hex);
  if (!lab.ok) throw new Error(`The demo has no such colour: ${hex}`);
  return lab.value;
};

export const demoPaints: readonly Paint[] = rows.map(([id, name, hex, family, opacity, sheen, millilitres]) => ({ id, name, hex, family, opacity, sheen, millilitres, lab: labOf(hex), strength: null }));

const target = (mix: readonly (readonly [string, number])[]): LabD65 => mixLab(mix.map(([id]) => pigmentOf(demoPaints.find((p) => p.id === id)!.lab)), mix.map(([, parts]) => parts));

export const demoRecipes: readonly Recipe[] = [
  { id: "wall-brown", name: "Wall brown", parts: [{ paintId: "kiln-brick", parts: 2 }, { paintId: "ferry-rope", parts: 2 }, { paintId: "peat", parts: 1 }], thinnerShare: 0.2, target: labOf("#6f4a33") },
  { id: "slate-roof", name: "Roof slate", parts: [{ paintId: "wet-slate", parts: 3 }, { paintId: "dusk-plum", parts: 1 }], thinnerShare: 0.2, target: labOf("#4f5158") },
  { id: "tarred-wood", name: "Tarred wood", parts: [{ paintId: "tarred-post", parts: 3 }, { paintId: "ferry-rope", parts: 1 }], thinnerShare: 0.1, target: labOf("#43392d") },
  { id: "quay-stone", name: "Quay stone", parts: [{ paintId: "marsh-fog", parts: 3 }, { paintId: "reed-straw", parts: 1 }], thinnerShare: 0.2, target: labOf("#b3b19a") },
  { id: "willow-bark", name: "Willow bark", parts: [{ paintId: "river-clay", parts: 2 }, { paintId: "sedge", parts: 1 }], thinnerShare: 0.1, target: target([["river-clay", 2], ["alder-leaf", 1]]) },
  { id: "reed-green", name: "Reed green", parts: [{ paintId: "sedge", parts: 2 }, { paintId: "reed-straw", parts: 1 }], thinnerShare: 0.2, target: labOf("#8a8a48") },
];

export const demoStock: readonly StockItem[] = [
  { id: "st-pla", needKey: "material:greyline", name: "Grey Line PLA", unit: "g", left: 820, pricePerUnit: 2 },
  { id: "st-resin", needKey: "material:fenresin", name: "Fen Grey resin", unit: "g", left: 460, pricePerUnit: 3.4 },
  { id: "st-matte", needKey: "family:matte varnish, solvent spray", name: "matte varnish, solvent spray", unit: "ml", left: 24, pricePerUnit: 4 },
  { id: "st-primer", needKey: "family:spray primer, solvent", name: "spray primer, solvent", unit: "ml", left: 310, pricePerUnit: 3 },
  { id: "st-filler", needKey: "family:filler primer, solvent", name: "filler primer, solvent", unit: "ml", left: 240, pricePerUnit: 3 },
  { id: "st-uv", needKey: "family:UV resin, clear or printing resin", name: "UV resin, clear", unit: "ml", left: 90, pricePerUnit: 9 },
  { id: "st-120", needKey: "abrasive:120", name: "abrasive 120, coarse", unit: "sheets", left: 4, pricePerUnit: 60 },
  { id: "st-180", needKey: "abrasive:180", name: "abrasive 180, coarse", unit: "sheets", left: 3, pricePerUnit: 60 },
  { id: "st-240", needKey: "abrasive:240", name: "abrasive 240, medium", unit: "sheets", left: 2, pricePerUnit: 70 },
  { id: "st-400", needKey: "abrasive:400", name: "abrasive 400, fine", unit: "sheets", left: 5, pricePerUnit: 70 },
  { id: "st-pva", needKey: "family:PVA, wood glue", name: "PVA, wood glue", unit: "ml", left: 400, pricePerUnit: 1 },
  { id: "st-ca", needKey: "family:cyanoacrylate", name: "cyanoacrylate", unit: "ml", left: 14, pricePerUnit: 30 },
  { id: "st-grout", needKey: "ground:grout", name: "tile grout, sand colour", unit: "g", left: 2500, pricePerUnit: 0.2 },
  { id: "st-sand", needKey: "ground:sand", name: "fine river sand", unit: "g", left: 900, pricePerUnit: 0.1 },
  { id: "st-water", needKey: "ground:water-resin", name: "clear casting resin", unit: "g", left: 250, pricePerUnit: 3 },
  { id: "st-brown", needKey: "recipe:wall-brown", name: "Wall brown, mixed three weeks ago", unit: "ml", left: 4.4, pricePerUnit: 12 },
];

const run = (n: number, key: string, what: string, at: string, estimatedMinutes: number, actualMinutes: number, outcome: LogEntry["outcome"] = "good", cause = "", note = ""): LogEntry => newLogEntry({
  id: `log-${String(n).padStart(2, "0")}`, kind: "run", key, what, at, estimatedMinutes, actualMinutes, outcome, cause, note, materialId: key === "tank" ? "fenresin" : "greyline",
});

/** Made-up runs, so that learned corrections have something to learn from. */
export const demoLog: readonly LogEntry[] = [
  run(1, "longbed", "trial wall, lower half", "2026-09-03T21:10", 212, 238),
  run(2, "longbed", "scarecrow and handcart", "2026-09-08T20:45", 95, 104),
  run(3, "longbed", "long fence, six lengths", "2026-09-12T13:20", 340, 372),
  run(4, "longbed", "trial quay block", "2026-09-19T13:50", 410, 180, "failed", "corner lifted", "bed was not clean; washed it"),
  run(5, "longbed", "trial quay block again", "2026-09-22T20:55", 410, 455),
  run(6, "smallbed", "clip coupons", "2026-09-24T20:30", 38, 40),
  run(7, "smallbed", "crates and barrels", "2026-09-29T20:20", 126, 129),
  run(8, "smallbed", "jetty posts", "2026-10-06T20:40", 74, 71),
  run(9, "tank", "exposure piece, new bottle", "2026-10-09T20:15", 55, 56),
  run(10, "tank", "oars and rowlocks", "2026-10-14T20:10", 130, 131),
  run(11, "tank", "lanterns", "2026-10-20T20:00", 188, 90, "failed", "supports let go", "more at the low corner"),
  run(12, "tank", "lanterns again", "2026-10-21T20:25", 188, 190),
  newLogEntry({ id: "log-13", kind: "step", key: "paint", what: "Paint the colour, long fence", at: "2026-10-24T11:30", estimatedMinutes: 30, actualMinutes: 41, outcome: "good" }),
  newLogEntry({ id: "log-14", kind: "step", key: "drybrush", what: "Drybrush the edges, long fence", at: "2026-10-24T12:40", estimatedMinutes: 14, actualMinutes: 12, outcome: "good" }),
];
