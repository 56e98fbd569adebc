import { adultModelMm } from "#core/scale/figureSize";
import { MM_PER_FOOT } from "#core/units";

export type NamedScale = {
  readonly name: string;
  readonly denominator: number;
  readonly field: "railway" | "military and vehicles" | "architecture" | "aircraft and ships";
  readonly source: string;
};

/** Scales people call by a name, largest model first. `source` says where the ratio is laid down. */
export const namedScales = [
  {
    name: "1:12, one inch to the foot",
    denominator: 12,
    field: "architecture",
    source: "definition of the foot (1959): 12 in / 1 in",
  },
  {
    name: "1:16",
    denominator: 16,
    field: "military and vehicles",
    source: "3/4 in to the foot, definition of the foot (1959)",
  },
  { name: "II (gauge 2)", denominator: 22.5, field: "railway", source: "NEM 010, from memory" },
  {
    name: "1:24, half inch to the foot",
    denominator: 24,
    field: "architecture",
    source: "definition of the foot (1959): 12 in / 0.5 in",
  },
  { name: "I (gauge 1)", denominator: 32, field: "railway", source: "NEM 010 and NMRA S-1.2, from memory" },
  { name: "1:35", denominator: 35, field: "military and vehicles", source: "common practice" },
  { name: "0, continental", denominator: 45, field: "railway", source: "NEM 010, from memory" },
  {
    name: "O, quarter inch to the foot",
    denominator: 48,
    field: "railway",
    source: "NMRA S-1.2, from memory; 12 in / 0.25 in",
  },
  { name: "1:50", denominator: 50, field: "architecture", source: "ISO 5455, reduction scales" },
  {
    name: "1:56",
    denominator: 56,
    field: "military and vehicles",
    source: "common practice, one label of 28 mm figures",
  },
  { name: "S", denominator: 64, field: "railway", source: "NEM 010 and NMRA S-1.2, from memory" },
  {
    name: "1:72, one inch to six feet",
    denominator: 72,
    field: "aircraft and ships",
    source: "definition of the foot (1959): 72 in / 1 in",
  },
  {
    name: "4 mm to the foot",
    denominator: MM_PER_FOOT / 4,
    field: "railway",
    source: "definition of the foot (1959): 304.8 mm / 4 mm",
  },
  { name: "H0", denominator: 87, field: "railway", source: "NEM 010, from memory" },
  {
    name: "HO, 3.5 mm to the foot",
    denominator: MM_PER_FOOT / 3.5,
    field: "railway",
    source: "NMRA S-1.2 (3.5 mm to the foot), from memory",
  },
  { name: "1:100", denominator: 100, field: "architecture", source: "ISO 5455, reduction scales" },
  { name: "TT", denominator: 120, field: "railway", source: "NEM 010 and NMRA S-1.2, from memory" },
  {
    name: "1:144",
    denominator: 144,
    field: "aircraft and ships",
    source: "one inch to twelve feet, definition of the foot (1959)",
  },
  {
    name: "2 mm to the foot",
    denominator: MM_PER_FOOT / 2,
    field: "railway",
    source: "definition of the foot (1959): 304.8 mm / 2 mm",
  },
  { name: "N", denominator: 160, field: "railway", source: "NEM 010 and NMRA S-1.2, from memory" },
  { name: "1:200", denominator: 200, field: "architecture", source: "ISO 5455, reduction scales" },
  { name: "Z", denominator: 220, field: "railway", source: "NEM 010 and NMRA S-1.2, from memory" },
  { name: "1:350", denominator: 350, field: "aircraft and ships", source: "common practice" },
  { name: "1:700", denominator: 700, field: "aircraft and ships", source: "common practice" },
] as const satisfies readonly NamedScale[];

/** The named scale nearest to 1:N and how far off it is, as a share of N (0.05 is 5 % larger N). */
export function nearestNamedScale(denominator: number): {
  readonly scale: NamedScale;
  readonly offShare: number;
} {
  const distance = (s: NamedScale) => Math.abs(Math.log(s.denominator / denominator));
  const scale = namedScales.reduce<NamedScale>(
    (best, s) => (distance(s) < distance(best) ? s : best),
    namedScales[0],
  );
  return { scale, offShare: denominator / scale.denominator - 1 };
}

/**
 * A named scale beside another ratio: how much larger its things look there, and what an adult comes out at,
 * model mm.
 */
export type NeighbourScale = {
  readonly scale: NamedScale;
  readonly largerShare: number;
  readonly adultMm: number;
  readonly adultOffMm: number;
};

/** Named scales whose parts are off by no more than `within` in a scene at 1:N, nearest first. */
export function neighbourScales(denominator: number, within = 0.25): readonly NeighbourScale[] {
  const adult = adultModelMm(denominator);
  return namedScales
    .map((scale) => ({
      scale,
      largerShare: denominator / scale.denominator - 1,
      adultMm: adultModelMm(scale.denominator),
      adultOffMm: adultModelMm(scale.denominator) - adult,
    }))
    .filter((n) => Math.abs(n.largerShare) <= within)
    .sort((a, b) => Math.abs(a.largerShare) - Math.abs(b.largerShare));
}
