import { type Checked, type FactsPatch, type StepFacts, weatherings } from "#core/steps/facts";
import { patchFacts } from "#core/steps/facts";
import type { Action } from "#core/steps/step";

type NumberFact = {
  [K in keyof StepFacts]-?: StepFacts[K] extends number | undefined ? K : never;
}[keyof StepFacts];
type TickFact = {
  [K in keyof StepFacts]-?: StepFacts[K] extends true | undefined ? K : never;
}[keyof StepFacts];
type ChoiceFact = "metal" | "weathering" | "tone" | "spread" | "checks";

/** Something that a builder may tell of a step, for the rules to look at. */
export type Tellable = {
  readonly says: string;
  readonly of: readonly Action[];
} & (
  | { readonly kind: "tick"; readonly fact: TickFact }
  | {
      readonly kind: "number";
      readonly fact: NumberFact;
      readonly unit: "mm" | "C" | "min" | "ml" | "%";
      readonly most: number;
    }
  | { readonly kind: "choice"; readonly fact: ChoiceFact; readonly options: readonly string[] }
);

const tick = (fact: TickFact, says: string, ...of: readonly Action[]): Tellable => ({
  kind: "tick",
  fact,
  says,
  of,
});
const number = (
  fact: NumberFact,
  says: string,
  unit: "mm" | "C" | "min" | "ml" | "%",
  most: number,
  ...of: readonly Action[]
): Tellable => ({ kind: "number", fact, says, unit, most, of });
const choice = (
  fact: ChoiceFact,
  says: string,
  options: readonly string[],
  ...of: readonly Action[]
): Tellable => ({
  kind: "choice",
  fact,
  says,
  options,
  of,
});

const settles: readonly Checked[] = [
  "can",
  "splatter",
  "sheen",
  "dam",
  "flame",
  "joint",
  "material",
  "square",
  "stain",
  "weight",
  "palette",
  "primer",
];

/**
 * What may be told of a step beyond its product, in the order in which it is asked. What the stages know already
 * stands in it, and may be corrected.
 */
export const tellables: readonly Tellable[] = [
  choice("metal", "Metallic: chrome, or iron and steel", ["chrome", "iron"], "paint"),
  choice("weathering", "Weathering", weatherings, "paint", "drybrush", "shade", "pigment"),
  choice("tone", "How it comes out", ["light", "dark", "uneven"], "prime", "paint"),
  choice("spread", "How its glue gets in", ["sprinkled", "dripped"], "lay ground"),
  choice("checks", "It settles", settles, "test", "inspect"),
  tick("mayCorrect", "I may want to take it back", "paint", "shade", "drybrush", "pigment"),
  tick("freehand", "Free-hand work that must stay as it is", "paint", "shade"),
  tick("runs", "Its ink runs when it is wetted", "paint", "decal"),
  tick("transparent", "Transparent colour", "prime", "paint", "shade"),
  tick("pin", "Only along lines and round rivets", "shade"),
  tick("wet", "Into the wet of the one before, on purpose", "shade"),
  tick("homemade", "Mixed at home: paint, water and soap or medium", "shade"),
  tick("lines", "It passes over lines between stones or boards", "drybrush"),
  tick("plainSteps", "Layer steps are plain there", "drybrush"),
  tick("dustCoats", "First passes as dust coats", "prime", "paint", "varnish"),
  tick(
    "doubtful",
    "A doubtful can, bottle or mix",
    "prime",
    "paint",
    "shade",
    "varnish",
    "gloss effect",
    "fill",
  ),
  tick("strut", "The part hangs on a strut or handle meanwhile", "paint", "shade", "drybrush"),
  tick("messy", "Messy: it splashes", "paint", "paste", "fill", "lay ground", "pour water"),
  tick("neat", "Neat: nothing may splash on it", "paint", "paste", "drybrush", "glue", "place"),
  tick("fitFaces", "Faces that must fit stay bare", "prime"),
  tick("flexible", "The part bends", "prime", "paint", "varnish", "glue"),
  tick("square", "It must stay square", "glue"),
  tick("openJoint", "It must open again", "glue", "lay ground"),
  tick("load", "What is glued bears load from here", "place", "glue", "carry"),
  tick("liquid", "Liquid mask", "mask"),
  tick("brushedOff", "Stray grains are brushed off first", "lay ground"),
  tick("wetted", "Wetted with water and a drop of soap first", "lay ground"),
  tick("rubbed", "Rubbed while it is wet", "lay ground"),
  tick("shielded", "Everything within 50 mm is covered", "lay ground", "flock", "paint"),
  tick("natural", "Natural soil, twigs or moss", "lay ground", "flock", "place"),
  tick("standing", "Fibres that are to stand", "flock"),
  tick("porous", "The ground below is porous", "pour water"),
  number("depthMm", "Depth", "mm", 1000, "sand", "fill", "fill seam", "level", "lay ground", "pour water"),
  number("depthMm", "Depth", "mm", 1000, "gloss effect"),
  number("reliefMm", "Shallowest relief there", "mm", 1000, "sand"),
  number("lampReachMm", "The lamp cures down to", "mm", 1000, "gloss effect", "pour water"),
  number("bathMinutes", "Longest bath", "min", 1440, "wash resin"),
  number("heatC", "Warmth of it", "C", 500, "warm", "wash", "wash resin", "glue", "pour water", "place"),
  number("batchMl", "Mixed at once", "ml", 10_000, "paint", "shade", "drybrush", "level", "fill", "glue"),
  number("ratioOff", "Off its ratio by", "%", 100, "level", "fill", "glue", "gloss effect", "pour water"),
];

/** What may be told of a step of this action. */
export const tellableOf = (action: Action): readonly Tellable[] =>
  tellables.filter((t) => t.of.includes(action));

/** What is told, as a form shows it: a tick "on", a number in its unit; "" where it is not told. */
export function shownFact(facts: StepFacts | undefined, { kind, fact, ...rest }: Tellable): string {
  const value = facts?.[fact];
  if (value === undefined) return "";
  if (kind === "tick") return "on";
  if (kind === "number") return String(shownNumber(Number(value), "unit" in rest ? rest.unit : ""));
  return Array.isArray(value) ? String(value[0] ?? "") : String(value);
}
const shownNumber = (value: number, unit: string) => Number((unit === "%" ? 100 * value : value).toFixed(4));

/**
 * What a form says otherwise than it was: empty where it changes nothing.
 * @param typed by fact: "on", a number in the unit of the form, a choice; "" where nothing is told
 */
export function factsTold(
  action: Action,
  was: StepFacts | undefined,
  typed: (fact: keyof StepFacts) => string | number,
): FactsPatch {
  const patch: Record<string, unknown> = {};
  for (const t of tellableOf(action)) {
    const said = typed(t.fact);
    if (String(said) === shownFact(was, t)) continue;
    patch[t.fact] = said === "" ? null : valueOf(t, said);
  }
  return patch as FactsPatch;
}

function valueOf(t: Tellable, said: string | number): unknown {
  if (t.kind === "tick") return true;
  if (t.kind === "number") return t.unit === "%" ? Number(said) / 100 : Number(said);
  return t.fact === "checks" ? [said] : said;
}

/** Facts as a form says them, of a step of which nothing was known. */
export const factsSaid = (action: Action, typed: (fact: keyof StepFacts) => string | number): StepFacts =>
  patchFacts(undefined, factsTold(action, undefined, typed));
