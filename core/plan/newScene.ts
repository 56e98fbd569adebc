import type { PlanInput, Scene, Workshop } from "#core/plan/sceneData";
import { nothingDerived, usualRooms } from "#core/plan/sceneData";

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

/** A workshop with nothing in it. */
export const emptyWorkshop: Workshop = {
  printers: [],
  materials: [],
  paints: [],
  recipes: [],
  stock: [],
  log: [],
  hours: [[], [], [], [], [], [], []],
  unattended: true,
  currency: "EUR",
  features: [],
  printRecipes: [],
  coupons: [],
  rooms: usualRooms,
};

/** A scene with its rows and nothing else. */
export const planInputOf = (
  given: Pick<PlanInput, "scene" | "workshop" | "now"> & Partial<PlanInput>,
): PlanInput => ({
  parts: [],
  joints: [],
  grounds: [],
  ledger: [],
  layouts: [],
  runs: [],
  gcodes: [],
  records: [],
  accepted: null,
  measurements: new Map(),
  derived: nothingDerived,
  ...given,
});
