import { thicknessAt, type ThicknessSample } from "#core/mesh/thickness";
import { type Box3, boxSize } from "#core/mesh/triangleMesh";
import type { DrawingSigns, EqualSteps, Opening } from "#core/mesh/drawingSigns";
import { figureBand } from "#core/scale/figureSize";
import { realText } from "#core/scale/lengthFormat";
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

/** Of a measured mesh, what says how thin its walls are; null where none was felt. */
export const thinWallOf = (thickness: ThicknessSample): number | null =>
  thickness.sorted.length === 0 ? null : thicknessAt(thickness, THIN_SHARE);

/** Walls that a tenth of the surface stays under: thin ones, and no mere edges. */
const THIN_SHARE = 0.1;

/** What is shown for the readings of one mesh. */
export type ScaleGuess = {
  readonly readings: readonly Reading[];
  /** `sure`: taken with one tap; `likely`: offered first; `open`: asked with the three likeliest. */
  readonly state: "sure" | "likely" | "open";
  /** It is of a sort that has no true scale. */
  readonly scaleless: string | null;
};

export const SURE = 0.9;
export const LIKELY = 0.5;

/** Real lengths, mm, by what they are: log-normal about the middle, `spread` a factor of one standard deviation. */
type Usual = { readonly mm: number; readonly spread: number };
/** Most lie between these. */
const usual = (low: number, high: number): Usual => ({
  mm: Math.sqrt(low * high),
  spread: (high / low) ** (1 / 3),
});

const doorHeight = usual(1850, 2250);
const doorWidth = usual(650, 1150);
const windowSide = usual(400, 2000);
type StepKind = Usual & { readonly of: string; readonly upright: boolean; readonly words: RegExp };
const stepKinds: readonly StepKind[] = [
  { of: "risers of a stair", upright: true, words: /^(stairs?|steps?)$/, ...usual(150, 205) },
  { of: "rungs of a ladder", upright: true, words: /^ladder$/, ...usual(245, 305) },
  { of: "courses of brick", upright: true, words: /^bricks?$/, ...usual(66, 84) },
  {
    of: "boards",
    upright: false,
    words: /^(fence|door|boards?|planks?|hut|shed|barn|crate)$/,
    ...usual(90, 260),
  },
  { of: "sleepers", upright: false, words: /^(track|rail|sleepers?|railway)$/, ...usual(540, 700) },
];
/** Goings of stairs and what else repeats and is none of these. */
const anyStep = usual(60, 900);
/** What stands on the bases of figures, mm as printed. */
const figureBases = [20, 25, 28.5, 32, 40, 50, 60] as const;

/** No sign alone decides: a likelihood counts for at most this factor beside none. */
const MOST = Math.log(20);
const capped = (log: number) => Math.max(-MOST, Math.min(MOST, log));

/** How dense usual lengths lie at one, per unit of its logarithm. */
function density(mm: number, { mm: middle, spread }: Usual): number {
  const width = Math.log(spread);
  const z = Math.log(mm / middle) / width;
  return Math.exp(-(z * z) / 2) / (width * Math.sqrt(2 * Math.PI));
}
/** The same against a length of which nothing is known, from a bead to a mountain: the share that a unit of it has. */
const ANYTHING = 0.1;
const logFits = (parts: readonly (readonly [weight: number, density: number])[]): number =>
  capped(Math.log((parts.reduce((sum, [w, d]) => sum + w * d, 0) + 1e-3) / ANYTHING));
const fits = (mm: number, of: Usual) => logFits([[1, density(mm, of)]]);

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

const several = new Set(["stairs", "steps", "reeds"]);
/** `a barn`, `an oak`, `stairs`. */
const one = (word: string) => (several.has(word) ? word : `${/^[aeiou]/.test(word) ? "an" : "a"} ${word}`);

/** What the shape says of a reading. */
function fromShape(of: Open, given: ScaleSigns, words: NameSigns): readonly Evidence[] {
  const { realMm, unitMm } = of;
  const longest = Math.max(...boxSize(given.box));
  const asItIs = longest * unitMm;
  const real = longest * realMm;
  const found: Evidence[] = [
    words.kind && !words.scaleless && !words.pieceOf
      ? {
          log: fits(real, { mm: words.kind.longestMm, spread: words.kind.spread }),
          why: `${one(words.kind.word)} ${realText(real)} long`,
        }
      : { log: fits(real, usual(150, 25_000)), why: `${realText(real)} long` },
    ...tallFits(given, realMm, words),
    ...given.signs.openings.slice(0, 3).map((o) => openingFits(o, realMm)),
    ...given.signs.steps.map((s) => stepFits(s, realMm, words)),
    asPrinted(of, given, asItIs),
  ];
  const { roundBase } = given.signs;
  const base =
    roundBase === null ? undefined : figureBases.find((d) => Math.abs((roundBase * unitMm) / d - 1) < 0.02);
  if (base !== undefined) {
    const why = `a round base of ${base} mm`;
    found.push({ log: of.source.kind === "figure" ? 2 : -1, why });
  }
  return found;
}

/** What stands as high as all of its kind: as it is drawn, or lying on one of its sides. */
function tallFits({ box }: ScaleSigns, realMm: number, words: NameSigns): readonly Evidence[] {
  const tall = words.scaleless || words.pieceOf ? null : words.kind?.tall;
  if (!tall) return [];
  const [x, y, z] = boxSize(box).map((v) => v * realMm) as [number, number, number];
  const log = logFits([
    [0.8, density(z, tall)],
    [0.1, density(x, tall)],
    [0.1, density(y, tall)],
  ]);
  return [{ log, why: `${one(words.kind!.word)} ${realText(z)} high` }];
}

function stepFits({ step, count, axis }: EqualSteps, realMm: number, words: NameSigns): Evidence {
  const mm = step * realMm;
  const possible = stepKinds.filter((k) => !k.upright || axis === 2);
  const told = possible.filter((k) => words.all.some((w) => k.words.test(w)));
  const weights = possible.map((k) =>
    told.length > 0 ? (told.includes(k) ? 0.8 / told.length : 0.05) : 0.6 / possible.length,
  );
  const parts = possible.map((k, i) => [weights[i]!, density(mm, k)] as const);
  const best = parts.reduce((top, p, i) => (p[0] * p[1] > parts[top]![0] * parts[top]![1] ? i : top), 0);
  const log = logFits([...parts, [told.length > 0 ? 0.1 : 0.4, density(mm, anyStep)]]);
  return { log, why: `${count} ${possible[best]!.of} ${realText(mm)} apart` };
}

function openingFits(o: Opening, realMm: number): Evidence {
  const [w, h] = [o.width * realMm, o.height * realMm];
  const door = density(h, doorHeight) * density(w, doorWidth);
  const window = density(h, windowSide) * density(w, windowSide);
  const doors = o.toFoot ? 0.85 : 0.3;
  const log = capped(Math.log((doors * door + (0.95 - doors) * window + 1e-4) / ANYTHING ** 2) / 1.5);
  return {
    log,
    why: `${doors * door > (0.95 - doors) * window ? "a door" : "a window"} ${realText(w)} wide and ${realText(h)} high`,
  };
}

const printed = usual(15, 260);
const printedWall = usual(0.5, 6);
const fullSize = usual(250, 25_000);
const fullWall = usual(12, 500);

/** Things for printing lie between a bead and a bed, with walls that print; what is drawn at full size does not. */
function asPrinted(of: Open, { thinWall }: ScaleSigns, asItIs: number): Evidence {
  const wall = thinWall === null ? null : thinWall * of.unitMm;
  const full = of.source.kind === "full";
  const size = density(asItIs, full ? fullSize : printed);
  const thin = wall === null ? 1 : density(wall, full ? fullWall : printedWall) + 0.02;
  const log = capped(Math.log((size + 1e-4) / ANYTHING) + Math.log(thin / 0.3) / 2);
  return { log, why: `${full ? "" : "made to be printed: "}${realText(asItIs)} as it is drawn` };
}

/** Shares are told as sharp as they are right: tuned on one half of the things of `npm run bench -- scale`. */
const TEMPER = 1.2;

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
    if (sibling > 0.5) evidence.push({ log: sibling, why: "as the files beside it" });
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
        .filter((e) => e.log > 0)
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
const readingKey = ({ source, unit }: Told): string =>
  source.kind === "full"
    ? `${unit} full`
    : source.kind === "ratio"
      ? `${unit} 1:${source.denominator}`
      : `${unit} ${source.figureMm} mm`;

const SIBLING_WEIGHT = 0.3;

/**
 * The readings of files that came together: what the others are likely to be counts for each.
 * @param known what was told of others that came with them
 * @source pooling of priors in two passes (our choice of weight)
 */
export function guessTogether(
  files: readonly ScaleSigns[],
  own: number,
  known: readonly Told[] = [],
): readonly ScaleGuess[] {
  let guesses = files.map((f) => guessScale(f, own));
  if (files.length + known.length < 2) return guesses;
  for (let pass = 0; pass < 2; pass++) {
    const before = guesses;
    guesses = files.map((f, i) => guessScale(f, own, pooled(before.toSpliced(i, 1), known)));
  }
  return guesses;
}

/** A reading that was told of a file, and is no guess. */
export type Told = Pick<Reading, "source" | "unit">;

/** Every reading has at least this share of what comes from one source: another one may lie among it. */
const UNIFORM = 0.01;

function pooled(guesses: readonly ScaleGuess[], known: readonly Told[]): ReadonlyMap<string, number> {
  const others = [
    ...guesses.filter((g) => g.scaleless === null).map((g) => g.readings),
    ...known.map((told) => [{ ...told, share: 1 }]),
  ];
  const shares = new Map<string, number>();
  for (const readings of others)
    for (const r of readings)
      shares.set(readingKey(r), (shares.get(readingKey(r)) ?? 0) + r.share / others.length);
  return new Map(
    [...shares].map(([key, share]) => [key, SIBLING_WEIGHT * Math.log((share + UNIFORM) / UNIFORM)]),
  );
}
