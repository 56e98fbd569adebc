import { ciede2000 } from "#core/paint/ciede2000";
import { labOfXyz, type LabD65, luminanceOf } from "#core/paint/lab";
import { pigmentOf, reflection } from "#core/paint/mixing";
import { BANDS, weights } from "#core/paint/observer";
import { isMixedWith, type Paint, pigmentOfPaint } from "#core/paint/paint";

/**
 * A mix from pots that are owned: parts of ten, fewest pots first. `isBest`: every mix of as few pots was tried;
 * of four pots it is the best that was found.
 */
export type FoundMix = {
  readonly parts: readonly { readonly paintId: string; readonly parts: number }[];
  readonly lab: LabD65;
  readonly difference: number;
  readonly isBest: boolean;
};

/** A pot more must win at least this much to be ranked before a simpler mix. */
const WORTH_A_POT = 0.5;
const TENTHS = 10;
/** So many mixes of three pots are kept while they are searched, and so many of them tried with a fourth. */
const KEPT = 200;
const EXTENDED = 60;
/** The largest weight that CIEDE2000 gives to a difference in lightness: L is nearer than this many of it. */
const MOST_SL = 1.7471;

/** A pot as the search knows it: `rise` bounds from below what it adds to the luminance of a mix. */
type Pot = {
  readonly id: string;
  readonly q: Float64Array;
  readonly strength: number;
  readonly luminance: number;
  readonly rise: number;
};
type Candidate = {
  readonly pots: readonly number[];
  readonly tenths: readonly number[];
  readonly lab: LabD65;
  readonly difference: number;
};

/**
 * The nearest mixes of one to four pots in tenths. All singles, pairs and threes are tried, those that cannot win
 * by their lightness alone left out; the best threes are tried with each fourth pot. The best of each set of pots is
 * kept. Ties go to fewer parts and smaller ids, so the order of the list does not matter.
 * @param onShare told the share done
 */
export function bestMixes(
  target: LabD65,
  paints: readonly Paint[],
  most = 6,
  onShare?: (share: number) => void,
): readonly FoundMix[] {
  const usable = [...paints].filter(isMixedWith).sort((a, b) => (a.id < b.id ? -1 : 1));
  const judge = judgeOf(target, usable);
  const few = [...sets(usable.length, 1), ...sets(usable.length, 2)].flatMap(
    (pots) => judge.best(pots) ?? [],
  );
  const threes = new Leaders(KEPT);
  for (let i = 0; i < usable.length; i++) {
    onShare?.((0.7 * i) / usable.length);
    for (let j = i + 1; j < usable.length; j++)
      for (let k = j + 1; k < usable.length; k++) {
        const found = judge.best([i, j, k], threes.bound);
        if (found) threes.add(found);
      }
  }
  const fours = new Leaders(KEPT);
  threes.list.slice(0, EXTENDED).forEach((three, n, all) => {
    onShare?.(0.7 + (0.3 * n) / all.length);
    for (let d = 0; d < usable.length; d++) if (!three.pots.includes(d)) fours.add(judge.climbed(three, d));
  });
  const rank = (c: Candidate) => c.difference + WORTH_A_POT * (c.pots.length - 1);
  return [...few, ...threes.list, ...fours.list]
    .sort((a, b) => rank(a) - rank(b) || a.pots.length - b.pots.length || (name(a) < name(b) ? -1 : 1))
    .slice(0, most)
    .map((c) => foundMix(c, usable));
}

const name = (c: Candidate) => c.pots.join(" ");

/** The nearest few, nearest first; one for each set of pots. */
class Leaders {
  readonly list: Candidate[] = [];
  private readonly at = new Map<string, Candidate>();
  constructor(private readonly most: number) {}
  /** What has to be beaten to be among them. */
  get bound(): number {
    return this.list.length < this.most ? Infinity : this.list.at(-1)!.difference;
  }
  add(found: Candidate): void {
    const key = [...found.pots].sort((a, b) => a - b).join(" ");
    const known = this.at.get(key);
    if (found.difference >= Math.min(this.bound, known?.difference ?? Infinity)) return;
    if (known) this.list.splice(this.list.indexOf(known), 1);
    this.at.set(key, found);
    let i = this.list.length;
    while (i > 0 && this.list[i - 1]!.difference > found.difference) i--;
    this.list.splice(i, 0, found);
    if (this.list.length <= this.most) return;
    const last = this.list.pop()!;
    this.at.delete([...last.pots].sort((a, b) => a - b).join(" "));
  }
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

function foundMix({ pots, tenths, lab, difference }: Candidate, paints: readonly Paint[]): FoundMix {
  const common = tenths.reduce(gcd);
  return {
    parts: pots
      .map((pot, i) => ({ paintId: paints[pot]!.id, parts: tenths[i]! / common }))
      .sort((a, b) => (a.paintId < b.paintId ? -1 : 1)),
    lab,
    difference,
    isBest: pots.length < 4,
  };
}

/** Every choice of so many of the first `n` numbers, each in rising order. */
function sets(n: number, size: number, from = 0): number[][] {
  if (size === 0) return [[]];
  return Array.from({ length: Math.max(0, n - from) }, (_, i) => from + i).flatMap((first) =>
    sets(n, size - 1, first + 1).map((rest) => [first, ...rest]),
  );
}

/** Every way to share ten tenths among so many pots, each with at least one. */
function shares(size: number, left = TENTHS): number[][] {
  if (size === 1) return [[left]];
  return Array.from({ length: left - size + 1 }, (_, i) => i + 1).flatMap((first) =>
    shares(size - 1, left - first).map((rest) => [first, ...rest]),
  );
}

/**
 * Tries mixes against one target. Luminance bounds from both sides, since reflectance is convex in absorption over
 * scattering (derived): a mix is no lighter than the mean of its pots, and no darker than the tangent at the target.
 */
function judgeOf(target: LabD65, paints: readonly Paint[]) {
  const goal = pigmentOf(target).q;
  const slope = goal.map((q) => 1 - (q + 1) / Math.sqrt(q * q + 2 * q));
  const goalOwnY = weights[1]!.reduce((sum, w, b) => sum + w * reflection(goal[b]!), 0);
  const pots = paints.map((p): Pot => {
    const { q, strength } = pigmentOfPaint(p);
    let luminance = 0;
    let rise = 0;
    for (let b = 0; b < BANDS; b++) {
      const w = weights[1]![b]!;
      luminance += w * reflection(q[b]!);
      rise += w * slope[b]! * (q[b]! - goal[b]!);
    }
    return { id: p.id, q, strength, luminance, rise };
  });
  const mix = new Float64Array(BANDS);

  /** The mix itself; null where its lightness alone puts it beyond a bound. */
  function tried(which: readonly number[], tenths: readonly number[], bound: number): Candidate | null {
    let total = 0;
    for (let i = 0; i < which.length; i++) total += tenths[i]! * pots[which[i]!]!.strength;
    const low = luminanceOf(target.l - MOST_SL * bound);
    const high = luminanceOf(target.l + MOST_SL * bound);
    let above = 0;
    let below = goalOwnY;
    for (let i = 0; i < which.length; i++) {
      const pot = pots[which[i]!]!;
      const w = (tenths[i]! * pot.strength) / total;
      above += w * pot.luminance;
      below += w * pot.rise;
    }
    if (above < low - 1e-6 || below > high + 1e-6) return null;
    mix.fill(0);
    for (let i = 0; i < which.length; i++) {
      const pot = pots[which[i]!]!;
      const w = (tenths[i]! * pot.strength) / total;
      for (let b = 0; b < BANDS; b++) mix[b]! += w * pot.q[b]!;
    }
    let [x, y, z] = [0, 0, 0];
    for (let b = 0; b < BANDS; b++) {
      const r = reflection(mix[b]!);
      x += weights[0]![b]! * r;
      y += weights[1]![b]! * r;
      z += weights[2]![b]! * r;
    }
    if (y < low - 1e-6 || y > high + 1e-6) return null;
    const lab = which.length === 1 ? paints[which[0]!]!.lab : labOfXyz([x, y, z]);
    return { pots: which, tenths, lab, difference: ciede2000(lab, target) };
  }

  const sharesOf = [[], [[1]], shares(2), shares(3)];
  return {
    /** The best mix of a set of pots; null where none is nearer than the bound. */
    best(which: readonly number[], bound = Infinity): Candidate | null {
      const lightest = Math.max(...which.map((i) => pots[i]!.luminance));
      if (lightest < luminanceOf(target.l - MOST_SL * bound) - 1e-6) return null;
      let best: Candidate | null = null;
      for (const tenths of sharesOf[which.length]!) {
        const found = tried(which, tenths, Math.min(bound, best?.difference ?? Infinity));
        if (found && found.difference < Math.min(bound, best?.difference ?? Infinity) - 1e-9) best = found;
      }
      return best;
    },
    /** A mix of three with a fourth pot in it, moved tenth by tenth from pot to pot while it comes nearer. */
    climbed(three: Candidate, fourth: number): Candidate {
      const which = [...three.pots, fourth];
      const most = three.tenths.indexOf(Math.max(...three.tenths));
      const first = three.tenths.map((t, i) => (i === most ? t - 1 : t));
      let best = tried(which, [...first, 1], Infinity)!;
      for (let moved = true; moved;) {
        moved = false;
        for (const [from, to] of moves) {
          if (best.tenths[from]! <= 1) continue;
          const next = best.tenths.map((t, i) => t - Number(i === from) + Number(i === to));
          const found = tried(which, next, best.difference);
          if (!found || found.difference >= best.difference - 1e-9) continue;
          best = found;
          moved = true;
        }
      }
      return best;
    },
  };
}

/** From one of four pots to another. */
const moves = [0, 1, 2, 3].flatMap((from) =>
  [0, 1, 2, 3].filter((to) => to !== from).map((to) => [from, to] as const),
);
