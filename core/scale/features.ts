/** A thing whose real size is known well enough to judge a part by: its usual range in real millimetres. */
export type ReferenceFeature = {
  readonly id: string;
  readonly name: string;
  readonly lowMm: number;
  readonly highMm: number;
  readonly source: string;
};

export const referenceFeatures = [
  {
    id: "brick-length",
    name: "brick, length",
    lowMm: 210,
    highMm: 220,
    source: "BS EN 771-1 work size 215 mm, from memory",
  },
  {
    id: "brick-course",
    name: "brick course with joint",
    lowMm: 72,
    highMm: 78,
    source: "65 mm brick and 10 mm joint, BS EN 771-1, from memory",
  },
  {
    id: "stair-rise",
    name: "stair, rise of a step",
    lowMm: 150,
    highMm: 220,
    source: "Approved Document K, private stair, from memory",
  },
  {
    id: "stair-going",
    name: "stair, going of a step",
    lowMm: 220,
    highMm: 300,
    source: "Approved Document K, private stair, from memory",
  },
  {
    id: "door-height",
    name: "door leaf, height",
    lowMm: 1830,
    highMm: 2135,
    source: "1981 mm leaf (6 ft 6 in); older leaves 6 ft to 7 ft, common practice",
  },
  {
    id: "door-width",
    name: "door leaf, width",
    lowMm: 610,
    highMm: 915,
    source: "762 mm leaf (2 ft 6 in); 2 ft to 3 ft, common practice",
  },
  { id: "sill-height", name: "window sill above floor", lowMm: 700, highMm: 1100, source: "common practice" },
  {
    id: "handrail",
    name: "guarding, height",
    lowMm: 900,
    highMm: 1100,
    source: "Approved Document K, from memory",
  },
  { id: "kerb", name: "kerb, height", lowMm: 75, highMm: 150, source: "common practice" },
  { id: "rung", name: "ladder, rung to rung", lowMm: 225, highMm: 300, source: "common practice" },
  { id: "plank", name: "plank, width", lowMm: 100, highMm: 250, source: "common practice" },
  { id: "table", name: "table, height", lowMm: 710, highMm: 770, source: "common practice" },
  { id: "barrel", name: "barrel, height", lowMm: 700, highMm: 980, source: "common practice" },
  { id: "sill-thickness", name: "window sill, thickness", lowMm: 40, highMm: 90, source: "common practice" },
  {
    id: "child",
    name: "child of about eight, to the crown",
    lowMm: 1170,
    highMm: 1380,
    source: "common practice",
  },
  {
    id: "horse",
    name: "riding horse, to the withers",
    lowMm: 1450,
    highMm: 1700,
    source: "common practice (14.1 to 16.3 hands)",
  },
  { id: "adult", name: "adult, to the crown", lowMm: 1550, highMm: 1900, source: "common practice" },
  {
    id: "rail-gauge",
    name: "standard gauge, rail to rail",
    lowMm: 1432,
    highMm: 1438,
    source: "1435 mm nominal, common practice",
  },
] as const satisfies readonly ReferenceFeature[];

/**
 * The usual features and the builder's own, by name; an own one with the id of a usual one takes its place.
 */
export const featuresWith = (own: readonly ReferenceFeature[]): readonly ReferenceFeature[] =>
  [...referenceFeatures.filter((f) => !own.some((o) => o.id === f.id)), ...own].sort((a, b) =>
    a.name.localeCompare(b.name, "en"),
  );

/** What a measured feature says of a part: its real size at the scene's ratio beside the usual range. */
export type FeatureVerdict = {
  readonly feature: ReferenceFeature;
  readonly measuredRealMm: number;
  readonly factorToMiddle: number;
  readonly plausible: boolean;
};

/**
 * @param modelSizeMm size of the feature on the part as it would be made
 * @param denominator N of the scene's ratio
 * @returns plausible when inside the usual range, and by what the part would have to be multiplied to be in
 * its middle
 */
export function judgeFeature(
  feature: ReferenceFeature,
  modelSizeMm: number,
  denominator: number,
): FeatureVerdict {
  const measuredRealMm = modelSizeMm * denominator;
  const middle = (feature.lowMm + feature.highMm) / 2;
  return {
    feature,
    measuredRealMm,
    factorToMiddle: middle / measuredRealMm,
    plausible: measuredRealMm >= feature.lowMm && measuredRealMm <= feature.highMm,
  };
}
