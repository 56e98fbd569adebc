export type Grit = { readonly grit: number; readonly grainUm: number };

/** Median grain of FEPA P abrasives, micrometres. @source ISO 6344 / FEPA 43, from memory */
export const grits: readonly Grit[] = [
  { grit: 80, grainUm: 201 },
  { grit: 120, grainUm: 125 },
  { grit: 150, grainUm: 100 },
  { grit: 180, grainUm: 82 },
  { grit: 220, grainUm: 68 },
  { grit: 240, grainUm: 58.5 },
  { grit: 320, grainUm: 46.2 },
  { grit: 400, grainUm: 35 },
  { grit: 600, grainUm: 25.8 },
  { grit: 800, grainUm: 21.8 },
  { grit: 1000, grainUm: 18.3 },
  { grit: 1200, grainUm: 15.3 },
  { grit: 1500, grainUm: 12.6 },
  { grit: 2000, grainUm: 10.3 },
];

/** Depth of the scratch a grit leaves, micrometres: a sixth to a quarter of its grain (common practice). */
export function scratchUm(grit: number): { readonly low: number; readonly high: number } | null {
  const row = grits.find((g) => g.grit === grit);
  return row ? { low: row.grainUm / 6, high: row.grainUm / 4 } : null;
}
