import { type Grit, grits } from "#core/surface/grits";
import type { Process } from "#core/print/printer";

/** What follows the last abrasive: a coat that covers its scratches, or light itself. */
export const ladderEnds = { primer: 400, gloss: 800, polish: 2000 } as const;
export type LadderEnd = keyof typeof ladderEnds;

/** A scratch is about a fifth of the grain (common practice: a sixth to a quarter). */
const SCRATCH_SHARE = 1 / 5;
/** No coarser than this on models; resin begins finer (common practice). */
const COARSEST = 80;
const RESIN_START = { nubs: 240, faces: 400 } as const;
/** A grain takes out the scratches of one at most so many times as large; with a filling coat between, of more. */
const FACTOR = { plain: 2, coated: 2.5 } as const;

const grainOf = (grit: number): number | undefined => grits.find((g) => g.grit === grit)?.grainUm;

/** Depth of the scratch that a grit leaves in the mean, mm. */
export const scratchMm = ({ grainUm }: Pick<Grit, "grainUm">): number => (grainUm * SCRATCH_SHARE) / 1000;

/** The same of a grit by its number; 0 of one that is not known. */
export const scratchOf = (grit: number): number => scratchMm({ grainUm: grainOf(grit) ?? 0 });

/** What a ladder has to do. */
export type LadderTask = {
  readonly process: Process;
  /** Depth of what is sanded away, mm. */
  readonly depthMm: number;
  /** Resin alone: stubs of supports, or whole faces. */
  readonly on?: "nubs" | "faces";
  readonly end: LadderEnd;
  /** Grits on the shelf; all of them where none is told. */
  readonly owned?: readonly number[];
  /** A filling coat lies between two sandings. */
  readonly coatBetween?: boolean;
};

/** Grits from coarse to fine; `toBuy` are those of them that are not on the shelf. */
export type Ladder = { readonly grits: readonly number[]; readonly toBuy: readonly number[] };

/**
 * The fewest grits from the steps of a print to what comes next: begun as coarse as the steps are deep, each grain at
 * most twice as large as the one after. Grits on the shelf come first; where they leave too wide a step, one is bought.
 * @source grains: ISO 6344 / FEPA 43, from memory; the factor and the scratch: common practice
 */
export function sandingLadder({
  process,
  depthMm,
  on = "faces",
  end,
  owned,
  coatBetween,
}: LadderTask): Ladder {
  const last = ladderEnds[end];
  const all = grits.filter((g) => g.grit >= COARSEST && g.grit <= last);
  const isOwned = (g: Grit) => owned === undefined || owned.includes(g.grit);
  const least = process === "resin" ? RESIN_START[on] : COARSEST;
  const mayBegin = all.filter((g) => g.grit >= least && (process === "resin" || scratchMm(g) <= depthMm));
  const factor = coatBetween ? FACTOR.coated : FACTOR.plain;
  // Begun much finer than the steps allow, it takes for ever: then the coarse one is bought.
  const coarse = mayBegin[0];
  const near = mayBegin.find((g) => isOwned(g) && coarse!.grainUm <= FACTOR.coated * g.grainUm);
  const first = near ?? coarse ?? all.at(-1)!;
  const ladder = [first];
  while (ladder.at(-1)!.grit < last) {
    const from = ladder.at(-1)!;
    const within = all.filter((g) => g.grit > from.grit && from.grainUm <= factor * g.grainUm);
    const next = within.filter(isOwned).at(-1) ?? within.at(-1);
    if (!next) break;
    ladder.push(next);
  }
  return {
    grits: ladder.map((g) => g.grit),
    toBuy: ladder.filter((g) => !isOwned(g)).map((g) => g.grit),
  };
}

/** The first step of a ladder that is too wide: its grains differ by `times`. Null of a sound one. */
export function tooWide(
  ladder: readonly number[],
  coatBetween = false,
): { readonly from: number; readonly to: number; readonly times: number } | null {
  for (let i = 1; i < ladder.length; i++) {
    const [from, to] = [ladder[i - 1]!, ladder[i]!];
    const times = (grainOf(from) ?? Infinity) / (grainOf(to) ?? 1);
    if (times > (coatBetween ? FACTOR.coated : FACTOR.plain)) return { from, to, times };
  }
  return null;
}

/** What a place is sanded with by its shape. */
export type SandingTool = "block or soft disc" | "knife edge between ridges" | "stick or point in recesses";

/** Recesses narrower than this take no block, mm (default). */
const STICK_MM = 3;

/** @param narrowestMm the narrowest groove of the place; null of one without */
export function sandingTools(narrowestMm: number | null, hasRidges: boolean): readonly SandingTool[] {
  const narrow = narrowestMm !== null && narrowestMm < STICK_MM;
  return [
    "block or soft disc",
    ...(hasRidges ? (["knife edge between ridges"] as const) : []),
    ...(narrow ? (["stick or point in recesses"] as const) : []),
  ];
}

/** How often something is sanded: every face of every copy in every round. */
export const sandingCount = (faces: number, copies: number, rounds: number): number =>
  faces * copies * rounds;
