import { MM_PER_INCH } from "#core/units";

export type LengthSystem = "metric" | "inch";

/** A length on the bench: `27.8 mm`, or `1 3/32 in` to the nearest 64th. */
export function modelText(mm: number, system: LengthSystem = "metric"): string {
  if (system === "inch") return `${inchFraction(mm / MM_PER_INCH, 64)} in`;
  return `${fixed(mm, mm < 1 ? 2 : 1)} mm`;
}

/** A length in the world: `2.00 m`, `215 mm`, or `6 ft 7 in` to the nearest half inch. */
export function realText(mm: number, system: LengthSystem = "metric"): string {
  if (system === "inch") {
    const inches = mm / MM_PER_INCH;
    if (Math.abs(inches) < 12) return `${inchFraction(inches, 16)} in`;
    const halves = Math.round(inches * 2);
    const feet = Math.floor(halves / 24);
    const rest = (halves - feet * 24) / 2;
    return rest === 0 ? `${feet} ft` : `${feet} ft ${inchFraction(rest, 2)} in`;
  }
  if (mm >= 1000) return `${fixed(mm / 1000, 2)} m`;
  return `${fixed(mm, mm < 10 ? 1 : 0)} mm`;
}

const fixed = (value: number, places: number) => value.toFixed(places);

/** `1 3/32`: whole inches and a fraction in lowest terms, to the nearest 1/`finest`. */
function inchFraction(inches: number, finest: number): string {
  const parts = Math.round(inches * finest);
  const whole = Math.floor(parts / finest);
  let top = parts - whole * finest;
  let bottom = finest;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  if (top === 0) return String(whole);
  return whole === 0 ? `${top}/${bottom}` : `${whole} ${top}/${bottom}`;
}
