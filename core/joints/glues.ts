/** What a face to be glued is made of. */
export const substrates = [
  "PLA",
  "PETG",
  "ABS",
  "resin",
  "wood",
  "foam",
  "metal",
  "clear sheet",
  "paper",
  "cement",
] as const;
export type Substrate = (typeof substrates)[number];

/** A glue by its family: what it fills, its give, and what it must not touch. Common practice. */
export const glues = [
  {
    family: "cyanoacrylate",
    gapMm: 0.1,
    gives: false,
    notOn: ["foam", "clear sheet"],
    because: "fast and hard; brittle, fogs clear parts, eats foam",
  },
  {
    family: "epoxy, five-minute",
    gapMm: 1,
    gives: false,
    notOn: [],
    because: "strong, fills a gap, safe on foam",
  },
  {
    family: "PVA, wood glue",
    gapMm: 0.3,
    gives: true,
    notOn: ["metal"],
    because: "clean on painted subassemblies and clear parts; weak until a day has passed",
  },
  {
    family: "foam-safe contact glue",
    gapMm: 0.3,
    gives: true,
    notOn: [],
    because: "sticks at once with some give; the choice for foam",
  },
  {
    family: "UV resin, clear or printing resin",
    gapMm: 0.5,
    gives: false,
    notOn: ["foam", "wood", "cement"],
    because: "the print's own resin: same hardness, sands evenly; needs light to reach it",
  },
] as const satisfies readonly {
  family: string;
  gapMm: number;
  gives: boolean;
  notOn: readonly Substrate[];
  because: string;
}[];

/**
 * The glues that hold a pair of materials over a gap, best first: one that suits both, fills the gap, gives
 * where one side bends.
 */
export function gluesFor(a: Substrate, b: Substrate, gapMm: number): readonly (typeof glues)[number][] {
  const usable = glues.filter(
    (g) =>
      !(g.notOn as readonly Substrate[]).includes(a) &&
      !(g.notOn as readonly Substrate[]).includes(b) &&
      g.gapMm >= gapMm,
  );
  const rank = (g: (typeof glues)[number]): number => {
    if (a === "foam" || b === "foam") return g.family === "foam-safe contact glue" ? 0 : 1;
    if (a === "clear sheet" || b === "clear sheet") return g.family === "PVA, wood glue" ? 0 : 1;
    if (a === "resin" && b === "resin") return g.family.startsWith("UV") ? 0 : 1;
    return g.family === "cyanoacrylate" ? 0 : 1;
  };
  return [...usable].sort((p, q) => rank(p) - rank(q));
}
