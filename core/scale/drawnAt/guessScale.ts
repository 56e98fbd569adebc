import { boxSize } from "#core/mesh/triangleMesh";
import type { Box3 } from "#core/mesh/triangleMesh";
import type { DrawingSigns, Opening } from "#core/mesh/drawingSigns";
import { figureBand } from "#core/scale/figureSize";
import { namedScales } from "#core/scale/namedScales";
import { figureHeights, fileUnits, type NameSigns, nameSigns } from "#core/scale/drawnAt/words";
import type { SourceScale } from "#core/scale/rescale";
import type { MeshUnit } from "#core/units";

/** What a thing may have been drawn at: a unit and a ratio, or for figures of a height, or at its own full size. */
export type Reading = {
  readonly source: Extract<SourceScale, { kind: "ratio" | "figure" | "full" }>;
  readonly unit: MeshUnit;
  readonly unitMm: number;
  /** Real millimetres of one unit of the file. */
  readonly realMm: number;
  /** Its share among all readings, 0 to 1. */
  readonly share: number;
  /** What speaks for it, the strongest first, in words. */
  readonly reasons: readonly string[];
};

/** What is known of a file before anybody is asked. */
export type ScaleSigns = {
  readonly box: Box3;
  readonly signs: DrawingSigns;
  /** Thickness that a tenth of its surface stays under, file units; null where no wall was felt. */
  readonly thinWall: number | null;
  /** Of the file and of its bodies. */
  readonly name: string;
  readonly folder: string;
  /** Told by the file itself; null where it tells none. */
  readonly unitMm: number | null;
};

/** What is shown for the readings of one mesh. */
export type ScaleGuess = {
  readonly readings: readonly Reading[];
  /** `sure`: taken with one tap; `likely`: taken and asked; `open`: asked with the three likeliest; `scaleless`: held */
  readonly state: "sure" | "likely" | "open";
  /** It is of a sort that has no true scale. */
  readonly scaleless: string | null;
};

export const SURE = 0.9;
export const LIKELY = 0.5;

/** Real lengths, mm, by what they are; log-normal about the middle, `spread` a factor of one standard deviation. */
type Usual = { readonly mm: number; readonly spread: number };
const usual = (low: number, high: number): Usual => ({
  mm: Math.sqrt(low * high),
  spread: Math.sqrt(Math.sqrt(high / low)),
});

const doorHeight = usual(1850, 2250);
const doorWidth = usual(650, 1150);
const windowSide = usual(400, 2000);
const steps: readonly (Usual & { readonly of: string; readonly along: "z" | "any" })[] = [
  { of: "risers of a stair", along: "z", ...usual(150, 210) },
  { of: "rungs of a ladder", along: "z", ...usual(240, 310) },
  { of: "courses of brick", along: "z", ...usual(65, 86) },
  { of: "boards", along: "any", ...usual(100, 250) },
  { of: "sleepers", along: "any", ...usual(500, 720) },
];
/** What stands on the bases of figures, mm as printed. */
const figureBases = [20, 25, 28.5, 32, 40, 50, 60] as const;

/** No sign alone decides: a likelihood counts for at most this factor beside none. */
const MOST = Math.log(20);
/** How well a length fits a usual one: 0 where it is in the middle, down to -MOST. */
const fits = (mm: number, { mm: middle, spread }: Usual): number => {
  const z = Math.log(mm / middle) / Math.log(spread);
  return Math.max(-MOST, -(z * z) / 2);
};

/** Prior weights of what files are drawn at (common practice: what people share). */
const PRIOR = { full: 0.15, own: 0.2, named: 0.4, figures: 0.25 } as const;
const unitPrior: Readonly<Partial<Record<MeshUnit, number>>> = {
  millimeter: 0.85,
  inch: 0.08,
  centimeter: 0.035,
  meter: 0.035,
};
/** How common the named scales are among files that are shared (common practice); the rest share what is left. */
const common = new Map<number, number>([
  [35, 0.14],
  [48, 0.14],
  [72, 0.16],
  [87, 0.13],
  [56, 0.06],
  [76.2, 0.06],
  [24, 0.05],
  [32, 0.04],
  [100, 0.06],
  [144, 0.03],
  [160, 0.07],
]);
const RARE = 0.008;

type Open = Omit<Reading, "share" | "reasons"> & { readonly prior: number };

/** Every unit with every ratio, full size and the usual heights of figures, and the scene's own. */
function hypotheses(own: number): readonly Open[] {
  const ratios = new Map<number, number>(
    namedScales.map((s) => [s.denominator, PRIOR.named * (common.get(s.denominator) ?? RARE)]),
  );
  ratios.set(own, (ratios.get(own) ?? 0) + PRIOR.own);
  return fileUnits.flatMap(({ unit, mm }): Open[] => {
    const weight = unitPrior[unit]!;
    const of = (source: Reading["source"], denominator: number, prior: number): Open => ({
      source,
      unit,
      unitMm: mm,
      realMm: mm * denominator,
      prior: weight * prior,
    });
    return [
      of({ kind: "full" }, 1, PRIOR.full),
      ...[...ratios].map(([denominator, prior]) => of({ kind: "ratio", denominator }, denominator, prior)),
      ...figureHeights.map((figureMm) =>
        of(
          { kind: "figure", figureMm, convention: "eye" },
          figureBand(figureMm).eye,
          PRIOR.figures *
            (figureMm === 28 ? 0.35 : figureMm === 32 ? 0.25 : 0.4 / (figureHeights.length - 2)),
        ),
      ),
    ];
  });
}

type Evidence = { readonly log: number; readonly why: string };

const logPrior = (p: number) => Math.log(Math.max(1e-9, p));

/** A stated word counts for so much in the name of the file, and less in its folder's. */
const WORD = Math.log(30);
const FOLDER_WORD = Math.log(10);
const STATED = Math.log(50);
const NEAR = 0.015;

function fromWords(of: Open, words: NameSigns, weight: number, where: string): readonly Evidence[] {
  const found: Evidence[] = [];
  const { source, unit } = of;
  for (const { denominator, word } of words.ratios)
    if (source.kind === "ratio" && Math.abs(source.denominator / denominator - 1) < NEAR)
      found.push({ log: weight, why: `${where} says ${word}` });
  for (const { mm, word } of words.figuresMm)
    if (source.kind === "figure" && source.figureMm === mm)
      found.push({ log: weight, why: `${where} says ${word}` });
  if (words.fullSize !== null && source.kind === "full")
    found.push({ log: weight, why: `${where} says ${words.fullSize}` });
  const unitWord = words.units.find((u) => u.unit === unit);
  if (unitWord) found.push({ log: weight, why: `${where} says ${unitWord.word}` });
  return found;
}

const m = (mm: number) =>
  mm >= 1000 ? `${Number((mm / 1000).toPrecision(2))} m` : `${Number(mm.toPrecision(2))} mm`;

/** What the shape says of a reading. */
function fromShape(of: Open, given: ScaleSigns, words: NameSigns): readonly Evidence[] {
  const { realMm, unitMm } = of;
  const longest = Math.max(...boxSize(given.box));
  const asItIs = longest * unitMm;
  const found: Evidence[] = [];
  if (words.kind && !words.scaleless) {
    const real = longest * realMm;
    found.push({
      log: 1.5 * fits(real, { mm: words.kind.longestMm, spread: words.kind.spread }),
      why: `a ${words.kind.word} ${m(real)} long`,
    });
  } else found.push({ log: fits(longest * realMm, usual(100, 30_000)), why: `${m(longest * realMm)} long` });
  found.push(...given.signs.openings.slice(0, 4).map((o) => openingFits(o, realMm)));
  for (const s of given.signs.steps) {
    const mm = s.step * realMm;
    const best = steps
      .filter((u) => u.along === "any" || s.axis === 2)
      .map((u) => ({ log: fits(mm, u), why: `${s.count} ${u.of} ${m(mm)} apart` }))
      .sort((p, q) => q.log - p.log)[0]!;
    found.push({ ...best, log: Math.max(best.log, -1.5) });
  }
  found.push(asPrinted(of, given, asItIs));
  const { roundBase } = given.signs;
  if (roundBase !== null && of.source.kind === "figure") {
    const base = figureBases.find((d) => Math.abs((roundBase * unitMm) / d - 1) < 0.02);
    if (base !== undefined) found.push({ log: 2, why: `a round base of ${base} mm` });
  }
  return found;
}

function openingFits(o: Opening, realMm: number): Evidence {
  const [w, h] = [o.width * realMm, o.height * realMm];
  const door = fits(h, doorHeight) + fits(w, doorWidth);
  const window = fits(h, windowSide) + fits(w, windowSide) - 0.5;
  const isDoor = o.toFoot || door > window;
  return {
    log: Math.max(-MOST, o.toFoot ? Math.max(door, window - 2) : Math.max(door, window)),
    why: `${isDoor ? "a door" : "a window"} ${m(h)} by ${m(w)}`,
  };
}

/** Things for printing lie between a bead and a bed, with walls that print; what is drawn at full size does not. */
function asPrinted(of: Open, { thinWall }: ScaleSigns, asItIs: number): Evidence {
  const wall = thinWall === null ? null : thinWall * of.unitMm;
  if (of.source.kind === "full") {
    const log = fits(asItIs, usual(300, 25_000)) + (wall === null ? 0 : fits(wall, usual(15, 500)) / 2);
    return { log: Math.max(-MOST, log), why: `${m(asItIs)} as it is drawn` };
  }
  const size = fits(asItIs, usual(15, 300));
  const walls = wall === null ? 0 : fits(wall, usual(0.6, 6)) / 2;
  return { log: Math.max(-MOST, size + walls), why: `made to be printed: ${m(asItIs)} as it is drawn` };
}

/** Shares are told less sharp than they come out, so that they are right as often as they say (tuned, `docs/decisions.md`). */
const TEMPER = 0.6;

/**
 * What a mesh was drawn at: every reading with its share and its reasons, the likeliest first. Readings that give one
 * size are one.
 * @param own the scene's ratio 1:N
 * @param siblings log of the pooled shares of other files of the same source, by the key of a reading
 */
export function guessScale(
  given: ScaleSigns,
  own: number,
  siblings: ReadonlyMap<string, number> = new Map(),
): ScaleGuess {
  const words = nameSigns(given.name);
  const folder = nameSigns(given.folder);
  const scored = hypotheses(own).map((of) => {
    const evidence = [
      ...fromWords(of, words, WORD, "its name"),
      ...fromWords(of, folder, FOLDER_WORD, "its folder"),
      ...(given.unitMm !== null && Math.abs(given.unitMm / of.unitMm - 1) < 1e-6
        ? [{ log: STATED, why: "the file tells its unit" }]
        : []),
      ...fromShape(of, given, words),
    ];
    const sibling = siblings.get(readingKey(of)) ?? 0;
    const log = logPrior(of.prior) + sibling + evidence.reduce((sum, e) => sum + e.log, 0);
    if (sibling > 0.5) evidence.push({ log: sibling, why: "the files beside it are" });
    return { of, log, evidence };
  });
  return { ...ranked(merged(scored), words), scaleless: words.scaleless };
}

type Scored = { readonly of: Open; readonly log: number; readonly evidence: readonly Evidence[] };

/** One reading for all that give one size within a hundredth: the weights add, the likeliest names it. */
function merged(scored: readonly Scored[]): readonly (Scored & { readonly weight: number })[] {
  const best = Math.max(...scored.map((s) => s.log));
  const groups: (Scored & { weight: number })[] = [];
  for (const s of [...scored].sort((p, q) => q.log - p.log)) {
    const weight = Math.exp(s.log - best);
    const same = groups.find((g) => Math.abs(g.of.realMm / s.of.realMm - 1) < 0.01);
    if (same) same.weight += weight;
    else groups.push({ ...s, weight });
  }
  return groups;
}

const MOST_SHOWN = 12;

function ranked(
  groups: readonly (Scored & { readonly weight: number })[],
  words: NameSigns,
): Pick<ScaleGuess, "readings" | "state"> {
  const tempered = groups.map((g) => g.weight ** TEMPER);
  const total = tempered.reduce((a, b) => a + b, 0);
  const readings = groups
    .map(({ of: { prior: _, ...of }, evidence }, i): Reading => ({
      ...of,
      share: tempered[i]! / total,
      reasons: [...evidence]
        .sort((p, q) => q.log - p.log)
        .filter((e) => e.log > -1)
        .slice(0, 3)
        .map((e) => e.why),
    }))
    .sort((p, q) => q.share - p.share)
    .slice(0, MOST_SHOWN);
  const share = readings[0]?.share ?? 0;
  const state =
    share >= SURE && !words.scaleless ? "sure" : share >= LIKELY && !words.scaleless ? "likely" : "open";
  return { readings, state };
}

/** The same for one reading of every file: its unit and what it was drawn at. */
export const readingKey = ({ source, unit }: Pick<Reading, "source" | "unit">): string =>
  source.kind === "full"
    ? `${unit} full`
    : source.kind === "ratio"
      ? `${unit} 1:${source.denominator}`
      : `${unit} ${source.figureMm} mm`;

const SIBLING_WEIGHT = 0.3;

/**
 * The readings of files that came together: what the others are likely to be counts for each.
 * @source pooling of priors in two passes (our choice of weight)
 */
export function guessTogether(files: readonly ScaleSigns[], own: number): readonly ScaleGuess[] {
  let guesses = files.map((f) => guessScale(f, own));
  if (files.length < 2) return guesses;
  for (let pass = 0; pass < 2; pass++) {
    const before = guesses;
    guesses = files.map((f, i) => guessScale(f, own, pooled(before.filter((_, k) => k !== i && k >= 0))));
  }
  return guesses;
}

function pooled(others: readonly ScaleGuess[]): ReadonlyMap<string, number> {
  const shares = new Map<string, number>();
  for (const { readings, scaleless } of others)
    if (!scaleless)
      for (const r of readings)
        shares.set(readingKey(r), (shares.get(readingKey(r)) ?? 0) + r.share / others.length);
  const uniform = 0.01;
  return new Map(
    [...shares].map(([key, share]) => [key, SIBLING_WEIGHT * Math.log((share + uniform) / uniform)]),
  );
}
