/** Where the bed is read: its corners round, and its middle where that was read too. */
export const readPlaces = ["back left", "back right", "front right", "front left", "middle"] as const;

/** Readings of a bed in mm, in the order of `readPlaces`, with a feeler or a card of that thickness. */
export type LevelReading = {
  readonly at: string;
  readonly cardMm: number;
  readonly readingsMm: readonly number[];
};

export const verdicts = ["right", "under exposed", "over exposed", "too little flow", "too hot"] as const;
export type Verdict = (typeof verdicts)[number];

/** A trial piece of a machine with a material: how it came out, and what was changed for it. */
export type TestPiece = {
  readonly at: string;
  readonly materialId: string | null;
  readonly verdict: Verdict;
  readonly changed: string;
};

/** The last readings of a machine's bed, and how the last trial piece in a material came out on it. */
export const lastRecords = (
  { level, pieces }: { readonly level?: readonly LevelReading[]; readonly pieces?: readonly TestPiece[] },
  materialId: string | null,
): { readonly level: LevelReading | null; readonly piece: TestPiece | null } => ({
  level: level?.at(-1) ?? null,
  piece: pieces?.findLast((p) => p.materialId === materialId) ?? null,
});

/** Apart by more than this a bed is levelled again, mm: a first layer of filament, a plate of resin. Defaults. */
const MOST_APART_MM: Readonly<Record<"filament" | "resin", number>> = { filament: 0.05, resin: 0.1 };

/** How far apart the readings are, and the corner that stands out, in words; no words where the bed is level. */
export function levelOf(
  { cardMm, readingsMm }: Pick<LevelReading, "cardMm" | "readingsMm">,
  process: "filament" | "resin",
): { readonly apartMm: number; readonly warn: string | null } {
  const off = readingsMm.map((r) => r - cardMm);
  const apartMm = Math.max(...off) - Math.min(...off);
  if (!(apartMm > MOST_APART_MM[process] + 1e-9)) return { apartMm, warn: null };
  const worst = off.reduce((w, v, i) => (Math.abs(v) > Math.abs(off[w]!) ? i : w), 0);
  const by = Math.abs(off[worst]!).toFixed(2);
  return {
    apartMm,
    warn: `${readPlaces[worst]} stands ${by} ${off[worst]! > 0 ? "high" : "low"}; level again`,
  };
}
