/** Where a figure comes from; each has its own mark in the interface. */
export const bases = ["measured", "yours", "computed", "practice", "learned", "published"] as const;
export type Basis = (typeof bases)[number];

/** One line of the arithmetic behind a figure: what it says, and the value it arrived at. */
export type WorkingLine = { readonly text: string; readonly value?: string; readonly basis?: Basis };

/**
 * A number that a person sees. `low` and `high` are its 10 % and 90 % points, in the same unit as `value`;
 * both equal `value` where nothing is uncertain. `working` opens under *show working*.
 */
export type Figure = {
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly unit: string;
  readonly basis: Basis;
  readonly working: readonly WorkingLine[];
};

/** A figure known as well as its inputs are. */
export const exact = (
  value: number,
  unit: string,
  basis: Basis,
  working: readonly WorkingLine[] = [],
): Figure => ({
  value,
  low: value,
  high: value,
  unit,
  basis,
  working,
});

/** A figure with a spread given as a share of its value: 0.1 for 10 % either way. */
export const spread = (
  value: number,
  share: number,
  unit: string,
  basis: Basis,
  working: readonly WorkingLine[] = [],
): Figure => ({
  value,
  low: value * (1 - share),
  high: value * (1 + share),
  unit,
  basis,
  working,
});

export const between = (
  low: number,
  value: number,
  high: number,
  unit: string,
  basis: Basis,
  working: readonly WorkingLine[] = [],
): Figure => ({
  value,
  low,
  high,
  unit,
  basis,
  working,
});

/** Times a plain number; the range goes with it. A negative factor is a programming mistake. */
export function times(figure: Figure, factor: number, unit = figure.unit, line?: WorkingLine): Figure {
  if (factor < 0) throw new RangeError(`A figure cannot be multiplied by ${factor}.`);
  return {
    ...figure,
    value: figure.value * factor,
    low: figure.low * factor,
    high: figure.high * factor,
    unit,
    working: line ? [...figure.working, line] : figure.working,
  };
}

/**
 * A figure as often as a count that is itself not sure: least by least, most by most. It stays in the unit of what
 * is counted, and is as sure as the weaker of the two.
 */
export const repeated = (each: Figure, count: Figure): Figure => ({
  ...each,
  value: each.value * count.value,
  low: each.low * count.low,
  high: each.high * count.high,
  basis: weakestBasis([each.basis, count.basis]),
});

const weakest: Record<Basis, number> = {
  measured: 0,
  yours: 1,
  published: 2,
  learned: 3,
  computed: 4,
  practice: 5,
};

/** Of several bases the one that says least: a sum is no surer than its weakest member. */
export const weakestBasis = (all: readonly Basis[]): Basis =>
  all.reduce((worst, basis) => (weakest[basis] > weakest[worst] ? basis : worst), "measured" as Basis);

/**
 * Sum of figures in one unit.
 * @param cause `independent`: variances add (their half-widths in quadrature). `shared`: same printer or same
 * hand,
 *   so their errors go the same way and the half-widths add.
 */
export function sum(
  figures: readonly Figure[],
  unit: string,
  cause: "independent" | "shared",
  working: readonly WorkingLine[] = [],
): Figure {
  const value = figures.reduce((total, f) => total + f.value, 0);
  const width = (of: (f: Figure) => number) =>
    cause === "shared"
      ? figures.reduce((total, f) => total + of(f), 0)
      : Math.sqrt(figures.reduce((total, f) => total + of(f) ** 2, 0));
  return {
    value,
    low: value - width((f) => f.value - f.low),
    high: value + width((f) => f.high - f.value),
    unit,
    basis: figures.length === 0 ? "computed" : weakestBasis(figures.map((f) => f.basis)),
    working,
  };
}

/** To as many digits as a figure of this size deserves: three, and never more than its own spread is wide. */
export function digits(value: number, halfWidth = 0): string {
  if (!Number.isFinite(value)) return "–";
  const size = Math.abs(value);
  if (size === 0) return "0";
  const bySize = 2 - Math.floor(Math.log10(size));
  const bySpread = halfWidth > 0 ? 1 - Math.floor(Math.log10(halfWidth)) : bySize;
  const places = Math.max(0, Math.min(bySize, bySpread, 4));
  return value.toFixed(places);
}
