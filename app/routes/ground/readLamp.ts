import { cellKinds, chooseResistor, type LampCircuit } from "#core/ground/resistor";
import { type Outcome, refused, success } from "#core/outcome";
import { textOf, typedNumber } from "#app/readForm";

/** From here a supply is work for licensed people, V (extra-low voltage; common practice). */
const MOST_V = 24;

/** The circuit that was typed, refused in one sentence where it cannot be or should not be built. */
export function lampOf(form: Record<string, FormDataEntryValue>): Outcome<LampCircuit> {
  const number = (name: string) => typedNumber(textOf(form, name));
  const cell = textOf(form, "cellMah").trim();
  const lamp: LampCircuit = {
    supplyV: number("supplyV"),
    lampV: number("lampV"),
    wantedMa: number("wantedMa"),
    cellMah: cell === "" ? null : typedNumber(cell),
    cell: cellKinds.find((k) => k === textOf(form, "cell")) ?? "coin cell",
    isSwitched: textOf(form, "isSwitched") === "on",
  };
  for (const name of ["supplyV", "lampV", "wantedMa", "cellMah"] as const) {
    const value = lamp[name];
    if (value !== null && !(value > 0 && value < 1e6))
      return refused("lamp/number", "Type a number above zero, for instance 3.", [name]);
  }
  if (lamp.supplyV > MOST_V)
    return refused(
      "lamp/too-high",
      `Up to ${MOST_V} V is planned here, from a cell or an approved supply. Mains is for licensed people.`,
      ["supplyV"],
    );
  const resistor = chooseResistor(lamp);
  return resistor.ok ? success(lamp) : resistor;
}
