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
};

export type ResistorChoice = {
  readonly exactOhm: number;
  readonly ohm: number;
  readonly currentMa: number;
  readonly milliwatts: number;
  readonly hours: number | null;
};

/** The next higher value of E24. */
export function nextE24(ohm: number): number {
  const decade = 10 ** Math.floor(Math.log10(ohm) + 1e-12);
  for (const step of [...e24, 10])
    if (step * decade >= ohm * (1 - 1e-9)) return Number((step * decade).toPrecision(3));
  throw new RangeError(`No preferred value above ${ohm} ohm.`);
}

/** Usable share of a coin cell at a current (common practice). */
const cellFactor = (ma: number) => (ma < 1 ? 0.8 : ma <= 3 ? 0.6 : ma <= 5 ? 0.5 : 0.35);

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
  return success({
    exactOhm,
    ohm,
    currentMa,
    milliwatts: (c.supplyV - c.lampV) * currentMa,
    hours: c.cellMah === null ? null : (c.cellMah / currentMa) * cellFactor(currentMa),
  });
}
