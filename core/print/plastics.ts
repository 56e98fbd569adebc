import type { Process } from "#core/print/printer";

/** What a part has to bear or show, in the words in which builders ask. */
export const uses = ["handled", "thin", "lit", "bulk", "plain"] as const;
export type Use = (typeof uses)[number];

/**
 * What a plastic is like. All common practice; the builder's own bottle and its sheet say more.
 *
 * - `toughness`, `stiffness`: 1 least to 5 most
 * - `softensC`: the heat at which it begins to give
 * - `shiny`: bare faces shine, so that dark raw plastic is no undercoat
 * - `allowableMPa`: what a loaded pin or span may press or bend it by, with room to spare
 */
export type Plastic = {
  readonly family: string;
  readonly process: Process;
  readonly gPerCm3: number;
  readonly toughness: number;
  readonly stiffness: number;
  readonly softensC: number;
  readonly clear: boolean;
  readonly shiny: boolean;
  readonly washedWith: string;
  readonly primer: string;
  readonly harmedBy: readonly string[];
  readonly goodFor: readonly Use[];
  readonly allowableMPa: number;
  readonly dryHours: number;
  readonly note: string;
};

export const plastics: readonly Plastic[] = [
  {
    family: "PLA",
    process: "filament",
    gPerCm3: 1.24,
    toughness: 2,
    stiffness: 4,
    softensC: 55,
    clear: false,
    shiny: true,
    washedWith: "soapy water",
    primer: "any",
    harmedBy: ["heat over 55 C", "acetone softens it slowly"],
    goodFor: ["bulk", "plain"],
    allowableMPa: 15,
    dryHours: 4,
    note: "easy and stiff; creeps under load, soft in a hot car",
  },
  {
    family: "PETG",
    process: "filament",
    gPerCm3: 1.27,
    toughness: 4,
    stiffness: 3,
    softensC: 75,
    clear: false,
    shiny: true,
    washedWith: "soapy water",
    primer: "any after keying with 240 to 400",
    harmedBy: ["strings when damp"],
    goodFor: ["handled", "bulk"],
    allowableMPa: 15,
    dryHours: 6,
    note: "tough; paint needs a keyed face",
  },
  {
    family: "ABS",
    process: "filament",
    gPerCm3: 1.04,
    toughness: 4,
    stiffness: 3,
    softensC: 90,
    clear: false,
    shiny: true,
    washedWith: "soapy water",
    primer: "any",
    harmedBy: ["acetone", "white spirit where it is stressed"],
    goodFor: ["handled"],
    allowableMPa: 15,
    dryHours: 4,
    note: "fumes: vented enclosure",
  },
  {
    family: "ASA",
    process: "filament",
    gPerCm3: 1.07,
    toughness: 4,
    stiffness: 3,
    softensC: 90,
    clear: false,
    shiny: false,
    washedWith: "soapy water",
    primer: "any",
    harmedBy: ["acetone"],
    goodFor: ["handled"],
    allowableMPa: 15,
    dryHours: 4,
    note: "fumes: vented enclosure; stands daylight",
  },
  {
    family: "TPU",
    process: "filament",
    gPerCm3: 1.21,
    toughness: 5,
    stiffness: 1,
    softensC: 80,
    clear: false,
    shiny: true,
    washedWith: "soapy water",
    primer: "flexible only",
    harmedBy: ["no brittle coat holds on it"],
    goodFor: ["handled"],
    allowableMPa: 8,
    dryHours: 8,
    note: "bends: hinges, feet",
  },
  {
    family: "resin",
    process: "resin",
    gPerCm3: 1.15,
    toughness: 1,
    stiffness: 4,
    softensC: 55,
    clear: false,
    shiny: false,
    washedWith: "alcohol, two baths of 10 min at most",
    primer: "any after full cure",
    harmedBy: ["long baths", "heat over 45 C while thin"],
    goodFor: ["thin", "plain"],
    allowableMPa: 10,
    dryHours: 0,
    note: "sharp and brittle",
  },
  {
    family: "tough resin",
    process: "resin",
    gPerCm3: 1.12,
    toughness: 3,
    stiffness: 3,
    softensC: 50,
    clear: false,
    shiny: false,
    washedWith: "alcohol, two baths of 10 min at most",
    primer: "any after full cure",
    harmedBy: ["long baths"],
    goodFor: ["handled", "thin"],
    allowableMPa: 12,
    dryHours: 0,
    note: "gives before it breaks; or mixed in at a fifth",
  },
  {
    family: "clear resin",
    process: "resin",
    gPerCm3: 1.13,
    toughness: 1,
    stiffness: 4,
    softensC: 55,
    clear: true,
    shiny: true,
    washedWith: "alcohol, short",
    primer: "none where it stays clear",
    harmedBy: ["yellows under the lamp", "cyanoacrylate fogs it"],
    goodFor: ["lit"],
    allowableMPa: 10,
    dryHours: 0,
    note: "gloss coat brings it clear",
  },
  {
    family: "water-washable resin",
    process: "resin",
    gPerCm3: 1.14,
    toughness: 1,
    stiffness: 4,
    softensC: 50,
    clear: false,
    shiny: false,
    washedWith: "water, kept and cured as resin waste",
    primer: "any after full cure",
    harmedBy: ["swells when left in water"],
    goodFor: ["plain"],
    allowableMPa: 8,
    dryHours: 0,
    note: "no alcohol; more brittle",
  },
];

/** What is not printed but joined, glued and painted with it. */
export type Substrate = {
  readonly name: string;
  readonly primer: string;
  readonly harmedBy: readonly string[];
  readonly heatC: number | null;
  readonly note: string;
};
export const substrates: readonly Substrate[] = [
  {
    name: "polystyrene foam",
    primer: "two water-based coats, edges too",
    harmedBy: [
      "solvent sprays",
      "ordinary cyanoacrylate and its activator",
      "solvent contact glue",
      "polyester resin",
      "acetone",
      "lacquer putty",
      "white spirit, slowly",
      "hot glue",
    ],
    heatC: 75,
    note: "pours over it at most 5 mm",
  },
  {
    name: "card and paper",
    primer: "sealed on both sides",
    harmedBy: ["water before it is sealed"],
    heatC: null,
    note: "warps when one side is wet",
  },
  { name: "cork", primer: "water-based", harmedBy: [], heatC: null, note: "drinks the first coat" },
  {
    name: "wood and MDF",
    primer: "sealed on both faces and edges",
    harmedBy: ["water before it is sealed"],
    heatC: null,
    note: "cups under wet ground",
  },
  {
    name: "styrene sheet",
    primer: "any, thin",
    harmedBy: [
      "solvent sprays soften thin sheet",
      "alcohol over 50 % crazes it",
      "white spirit where it is stressed",
    ],
    heatC: 90,
    note: "light-cured resin peels off it",
  },
  {
    name: "clear acrylic sheet",
    primer: "none",
    harmedBy: ["solvent sprays", "alcohol over 50 % crazes it", "cyanoacrylate fogs it"],
    heatC: 80,
    note: "masked until the last varnish",
  },
  {
    name: "iron and steel",
    primer: "varnished before anything wet",
    harmedBy: ["water products, plaster, grout: rust bleeds"],
    heatC: null,
    note: "brass and stainless need none",
  },
  { name: "white metal", primer: "any", harmedBy: [], heatC: 180, note: "old castings may hold lead" },
];

export const plasticOf = (family: string): Plastic | null =>
  plastics.find((p) => p.family === family) ?? null;

/** How well a plastic serves a use, 0 to 1, and why. */
export function suits(p: Plastic, use: Use): { readonly score: number; readonly why: string } {
  switch (use) {
    case "handled":
      return {
        score: p.toughness / 5,
        why:
          p.toughness >= 4
            ? "takes knocks"
            : p.toughness >= 3
              ? "gives a little before it breaks"
              : "breaks when it is dropped",
      };
    case "thin":
      return {
        score: p.process === "resin" ? 0.6 + 0.1 * p.toughness : 0.3,
        why: p.process === "resin" ? "makes thin detail" : "too coarse for thin detail",
      };
    case "lit":
      return { score: p.clear ? 1 : 0, why: p.clear ? "lets light through" : "lets no light through" };
    case "bulk":
      return {
        score: p.process === "filament" ? 0.9 : 0.4,
        why: p.process === "filament" ? "cheap by volume" : "dear by volume",
      };
    case "plain":
      return { score: 0.7, why: "does for what nobody touches" };
  }
}
