import { hazardsOf, type Work } from "#core/safety/cautions";

/** What hands and lungs are over, worst first. */
export const exposureKinds = ["liquid resin", "spray", "solvent", "dust"] as const;
export type ExposureKind = (typeof exposureKinds)[number];

/** What a cap on resin, solvent and spray is for. */
export const cappedKinds: readonly ExposureKind[] = ["liquid resin", "spray", "solvent"];

/** A piece of work as far as it is known without its parts. */
type Handled = Pick<Work, "action" | "product" | "tool" | "place" | "process">;

/** The worst that a piece of work is over; null of one that is over none. */
export function exposureOf(work: Handled): ExposureKind | null {
  const met = hazardsOf({ ...work, thinner: null, materials: [], heavyBoard: false, magnet: false });
  if (met.has("liquid resin")) return "liquid resin";
  if (met.has("spray mist")) return "spray";
  if (met.has("flammable")) return "solvent";
  return met.has("dust") || met.has("caustic or fine powder") ? "dust" : null;
}

/** Minutes of one week over each kind. `week`: 0 for the one that begins with the plan's, then on. */
export type WeekExposure = {
  readonly week: number;
  readonly minutes: Readonly<Record<ExposureKind, number>>;
  readonly capped: number;
};

type Planned = { readonly work: Handled; readonly minutes: number; readonly startsAt: number };

/** @param weekOf the week of a minute of the plan's clock */
export function exposureByWeek(
  planned: readonly Planned[],
  weekOf: (minute: number) => number,
): readonly WeekExposure[] {
  const weeks = new Map<number, Record<ExposureKind, number>>();
  for (const { work, minutes: of, startsAt } of planned) {
    const kind = exposureOf(work);
    if (kind === null) continue;
    const week = weekOf(startsAt);
    const minutes = weeks.get(week) ?? { "liquid resin": 0, spray: 0, solvent: 0, dust: 0 };
    minutes[kind] += of;
    weeks.set(week, minutes);
  }
  return [...weeks]
    .sort(([a], [b]) => a - b)
    .map(([week, minutes]) => ({
      week,
      minutes,
      capped: cappedKinds.reduce((sum, kind) => sum + minutes[kind], 0),
    }));
}
