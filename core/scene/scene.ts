import type { KeptChange, SetAside } from "#core/order/change";
import type { OrderWish } from "#core/order/sequence";
import type { SchemeLayer } from "#core/paint/scheme";
import type { LaySchool } from "#core/print/wayUp";
import type { OrderSchools } from "#core/steps/orderSchools";
import type { SurfaceSchool } from "#core/surface/treatments";

export const tiers = ["play", "display", "for sale"] as const;

export type Tier = (typeof tiers)[number];

/** How worn the subject is: dirt and damage hide faults. */
export const themes = ["clean", "grimy", "ruined"] as const;

export type Theme = (typeof themes)[number];

/** What the builder decided about one scene. Everything else is computed from this. */
export type Scene = {
  readonly id: string;
  readonly name: string;
  readonly denominator: number;
  /** How the ratio was given, when it was more than a ratio: `28mm figure to the eye`. */
  readonly ratioSaid: string;
  readonly viewingDistanceMm: number;
  readonly boardWidthMm: number;
  readonly boardDepthMm: number;
  readonly gridMm: number | null;
  readonly tier: Tier;
  readonly theme: Theme;
  readonly startOn: string;
  readonly finishBy: string | null;
  readonly surfaceSchool: SurfaceSchool | null;
  readonly laySchool: LaySchool | null;
  /** What nobody said how to paint is planned the usual way; it stays bare where this is not told. */
  readonly usualPaint?: boolean;
  /** The one colour that may stand out: a mix or a pot. */
  readonly accent?: SchemeLayer["colour"];
  /** Of each set of bodies, by its name, the one way that is printed. */
  readonly setWays?: Readonly<Record<string, string>>;
  /** Set aside: its plates and steps take no hours from the others. */
  readonly aside: boolean;
  readonly orderWishes: readonly OrderWish[];
  /** Mends and other changes of the order that were chosen, oldest first, and rules that were set aside. */
  readonly orderChanges: readonly KeptChange[];
  readonly setAside: readonly SetAside[];
  readonly orderSchools: OrderSchools;
  readonly createdAt: string;
  readonly changedAt: string;
};

/**
 * A scene with everything as it is before anything was decided: seen from an arm's length, on a small board.
 */
export const newScene = (
  given: Pick<Scene, "id" | "name" | "denominator" | "startOn"> & Partial<Scene>,
): Scene => ({
  ratioSaid: "",
  viewingDistanceMm: 600,
  boardWidthMm: 300,
  boardDepthMm: 200,
  gridMm: null,
  tier: "display",
  theme: "clean",
  finishBy: null,
  surfaceSchool: null,
  laySchool: null,
  aside: false,
  orderWishes: [],
  orderChanges: [],
  setAside: [],
  orderSchools: {},
  createdAt: "",
  changedAt: "",
  ...given,
});
