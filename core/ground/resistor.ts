import { type Outcome, refused, success } from "#core/outcome";

/** @source IEC 60063, series E24 */
export const e24 = [
  1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5, 8.2,
  9.1,
] as const;

/** A lamp on a supply. Volts and milliamperes. */
export type LampCircuit = {
  readonly supplyV: number;
  readonly lampV: number;
  readonly wantedMa: number;
  readonly cellMah: number | null;
  /** What kind of cell it is; a coin cell where nobody said. */
  readonly cell?: CellKind;
  /** It can be switched off. */
  readonly isSwitched?: boolean;
};

export type ResistorChoice = {
  readonly exactOhm: number;
  readonly ohm: number;
  readonly currentMa: number;
  readonly milliwatts: number;
  /** Size to buy, W. */
  readonly ratingW: number;
  readonly hours: number | null;
};

/** The next higher value of E24. */
export function nextE24(ohm: number): number {
  const decade = 10 ** Math.floor(Math.log10(ohm) + 1e-12);
  for (const step of [...e24, 10])
    if (step * decade >= ohm * (1 - 1e-9)) return Number((step * decade).toPrecision(3));
  throw new RangeError(`No preferred value above ${ohm} ohm.`);
}

export const cellKinds = ["coin cell", "alkaline", "rechargeable"] as const;
export type CellKind = (typeof cellKinds)[number];

/**
 * Usable share of a cell by current, mA: on a curve through these (common practice). A coin cell is weak from a few mA
 * on, round cells give nearly all of what is printed on them.
 */
const cellCurves: Readonly<Record<CellKind, readonly (readonly [ma: number, share: number])[]>> = {
  "coin cell": [
    [1, 0.8],
    [3, 0.6],
    [5, 0.5],
    [10, 0.35],
    [30, 0.15],
  ],
  alkaline: [
    [25, 0.95],
    [100, 0.85],
    [250, 0.65],
    [500, 0.5],
  ],
  rechargeable: [
    [100, 0.95],
    [1000, 0.85],
  ],
};

/** Between two points by the logarithm of the current; level beyond the ends. */
export function cellShare(ma: number, kind: CellKind = "coin cell"): number {
  const cellCurve = cellCurves[kind];
  const up = cellCurve.findIndex(([at]) => at >= ma);
  if (up === 0) return cellCurve[0]![1];
  if (up < 0) return cellCurve.at(-1)![1];
  const [[a, low], [b, high]] = [cellCurve[up - 1]!, cellCurve[up]!];
  return low + ((high - low) * Math.log(ma / a)) / Math.log(b / a);
}

/** Sizes that resistors are sold in, W (common practice). */
const ratingsW = [0.125, 0.25, 0.5, 1, 2, 5, 10] as const;
/** A resistor is taken twice as large as its heat, so that it can be touched (common practice). */
const RATING_ROOM = 2;

/** The smallest size that is sold and stays cool, W; null where none does. */
export const ratingFor = (milliwatts: number): number | null =>
  ratingsW.find((w) => w * 1000 >= RATING_ROOM * milliwatts) ?? null;

/**
 * R = (Vs - Vf) / I, next higher E24. 9 V, 2.1 V and 10 mA: 690 -> 750 ohm, 9.2 mA, 63 mW.
 */
export function chooseResistor(c: LampCircuit): Outcome<ResistorChoice> {
  if (!(c.wantedMa > 0))
    return refused("light/no-current", "Give the lamp's current in milliamperes, for instance 10.", [
      "wantedMa",
    ]);
  if (c.lampV > c.supplyV - 0.3)
    return refused(
      "light/supply-too-low",
      `The lamp needs ${c.lampV} V and the supply gives ${c.supplyV} V: take a supply at least 0.3 V higher.`,
      ["supplyV"],
    );
  const exactOhm = ((c.supplyV - c.lampV) / c.wantedMa) * 1000;
  const ohm = nextE24(exactOhm);
  const currentMa = ((c.supplyV - c.lampV) / ohm) * 1000;
  const milliwatts = (c.supplyV - c.lampV) * currentMa;
  const ratingW = ratingFor(milliwatts);
  if (ratingW === null)
    return refused(
      "light/too-hot",
      `The resistor would have to take ${(milliwatts / 1000).toFixed(1)} W: use a lower supply or less current.`,
      ["wantedMa"],
    );
  return success({
    exactOhm,
    ohm,
    currentMa,
    milliwatts,
    ratingW,
    hours: c.cellMah === null ? null : (c.cellMah / currentMa) * cellShare(currentMa, c.cell),
  });
}
