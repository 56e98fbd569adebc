import type { MaterialId } from "#core/materials/materials";

/** What a look or a try settles. */
export type Checked =
  | "joint"
  | "material"
  | "can"
  | "flame"
  | "splatter"
  | "dam"
  | "sheen"
  | "square"
  | "stain"
  | "weight"
  | "fit"
  | "faults"
  | "primer"
  | "palette"
  | "dust"
  | "recesses"
  | "handling"
  | "finish list"
  | "assembly"
  | "print"
  | "reference";

/** Large and soft comes before small and sharp. */
export const weatherings = ["filter", "streak", "dust", "chip", "splatter"] as const;

/**
 * What is known of a step beyond its action and product. Rules look at what is told and leave alone what is
 * not.
 * Lengths in mm, times in minutes, shares from 0 to 1.
 */
export type StepFacts = {
  /** What lies bare under the first film of a zone. */
  readonly bare?: MaterialId;
  /** Depth of a sanding, a pour, or one layer of putty, plaster or resin. */
  readonly depthMm?: number;
  /** Shallowest relief of the zone, and how deep a lamp reaches into what is cured. */
  readonly reliefMm?: number;
  readonly lampReachMm?: number;
  /** Warmth that it brings to what is below or beside. */
  readonly heatC?: number;
  readonly bathMinutes?: number;
  readonly alcoholShare?: number;
  readonly gapMm?: number;
  /** How far a mix is off its ratio, as a share; how much is mixed at once; what all of it needs. */
  readonly ratioOff?: number;
  readonly batchMl?: number;
  readonly neededMl?: number;
  /** Parts that share its colour. */
  readonly sharedBy?: number;
  readonly checks?: readonly Checked[];
  readonly weathering?: (typeof weatherings)[number];
  readonly tone?: "light" | "dark" | "uneven";
  readonly metal?: "chrome" | "iron";
  readonly spread?: "sprinkled" | "dripped";
  readonly doubtful?: true;
  readonly shows?: true;
  /** A flame that keeps off joints that are glued already. */
  readonly keptOff?: true;
  /** Blocks the brush, takes another finish, or stays clear: painted apart and joined after. */
  readonly apart?: true;
  /** Joined before any paint. */
  readonly first?: true;
  readonly closedHollow?: true;
  /** Hollow, with or without drains. */
  readonly hollow?: true;
  readonly flexible?: true;
  /** Cured on its supports, so that it does not warp. */
  readonly onSupports?: true;
  /** Number of the strut that stays on until it is painted: its handle. */
  readonly keptStrut?: number;
  readonly handled?: true;
  /** Takes load at once. */
  readonly load?: true;
  /** Transparent colour, as clear parts may take. */
  readonly transparent?: true;
  /** It runs when wetted: some inks. */
  readonly runs?: true;
  /** Shading by free hand that must not change. */
  readonly freehand?: true;
  /** Layer steps in the zone that are seen. */
  readonly plainSteps?: true;
  /** A dry brush that is washed over, with another dry brush after that. */
  readonly undertone?: true;
  /** Lines between stones or boards that a dry brush dulls. */
  readonly lines?: true;
  /** A wash for lines and rivets only. */
  readonly pin?: true;
  /** Laid into the wet on purpose. */
  readonly wet?: true;
  readonly mayCorrect?: true;
  readonly homemade?: true;
  readonly fine?: true;
  readonly wetted?: true;
  readonly soap?: true;
  /** Neighbours are covered while it is done. */
  readonly shielded?: true;
  /** A spray beside a clear place of its part that nothing covers. */
  readonly clearZone?: true;
  /** First passes as dust coats. */
  readonly dustCoats?: true;
  readonly messy?: true;
  readonly neat?: true;
  readonly square?: true;
  readonly strut?: true;
  readonly fitFaces?: true;
  readonly openJoint?: true;
  readonly liquid?: true;
  readonly standing?: true;
  readonly natural?: true;
  readonly heavy?: true;
  /** Stray grains are brushed off before wetting. */
  readonly brushedOff?: true;
  readonly porous?: true;
  readonly level?: true;
  readonly rubbed?: true;
  /** A magnet goes in with it. */
  readonly magnet?: true;
  /** The whole board is in the hands, and it takes two people. */
  readonly heavyBoard?: true;
};

/** A change of facts: what is null is no longer so. */
export type FactsPatch = { readonly [K in keyof StepFacts]?: StepFacts[K] | null };

export const patchFacts = (facts: StepFacts | undefined, patch: FactsPatch): StepFacts =>
  Object.fromEntries(
    Object.entries({ ...facts, ...patch }).filter(([, value]) => value !== null && value !== undefined),
  );
