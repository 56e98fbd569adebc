/**
 * What can hurt whoever does the work. Products, tools, materials and actions carry them as fields; a caution
 * answers each one.
 */
export const hazards = [
  "liquid resin",
  "dust",
  "flammable",
  "open flame",
  "spray mist",
  "bonds skin",
  "hot or burning",
  "sharp",
  "UV light",
  "swallowed cell",
  "current",
  "running printer",
  "heavy board",
  "caustic or fine powder",
  "two parts that heat",
  "ammonia",
  "hot and moving machine",
  "long evening",
  "oily wipes",
  "magnets",
  "isocyanate",
  "solder",
  "high voltage",
  "print fumes",
  "scald",
  "lead",
] as const;
export type Hazard = (typeof hazards)[number];
