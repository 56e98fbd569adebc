import { labOfHex } from "#core/paint/colour";
import type { Paint, Recipe } from "#core/paint/paint";
import type { SchemeLayer } from "#core/paint/scheme";
import { makePlan, type Plan } from "#core/plan/plan";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { newPart } from "#core/scene/part";
import { type PlanInput, planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";

export const testPaint = (id: string, hex: string): Paint => {
  const lab = labOfHex(hex);
  if (!lab.ok) throw new Error(hex);
  return {
    id,
    name: id,
    product: "acrylic",
    thinner: null,
    hex,
    lab: lab.value,
    opacity: "opaque",
    sheen: "matte",
    millilitres: 17,
    strength: null,
  };
};

export const testRecipe: Recipe = {
  id: "stone",
  name: "Stone",
  parts: [
    { paintId: "chalk", parts: 3 },
    { paintId: "umber", parts: 1 },
  ],
  thinnerShare: 0.25,
  target: null,
};

const layer = (given: Partial<SchemeLayer> & Pick<SchemeLayer, "id" | "kind">): SchemeLayer => ({
  product: "acrylic",
  colour: null,
  method: "brush",
  coats: 1,
  coverage: 1,
  sheen: "matte",
  ...given,
});

/** A small scene for tests of views: a filament wall in three layers, two resin posts, a joint. */
export function testInput(given: Partial<PlanInput> = {}): PlanInput {
  return planInputOf({
    scene: newScene({ id: "s", name: "Trial", denominator: 1, startOn: "2026-03-02", tier: "display" }),
    now: { today: "2026-03-02", minute: 600, ms: 0 },
    measurements: new Map([["b", measureMesh(soupOf(box(60, 20, 40))).measurement]]),
    workshop: {
      ...emptyWorkshop,
      printers: [testFilament, testResin],
      materials: [testPla, testResinFluid],
      paints: [testPaint("chalk", "#e8e2d4"), testPaint("umber", "#5a4634")],
      recipes: [testRecipe],
      hours: [[], ...Array.from({ length: 5 }, () => [{ from: 1140, to: 1260 }]), []],
    },
    parts: [
      newPart({
        id: "wall",
        sceneId: "s",
        name: "wall",
        meshId: "b",
        size: { source: { kind: "full" } },
        print: { process: "filament" },
        scheme: [
          layer({ id: "base", kind: "primer", coats: 2 }),
          layer({ id: "stone", kind: "colour", colour: { kind: "recipe", id: "stone" } }),
          layer({ id: "dust", kind: "drybrush", method: "drybrush", colour: { kind: "paint", id: "chalk" } }),
        ],
      }),
      newPart({
        id: "post",
        sceneId: "s",
        name: "post",
        meshId: "b",
        count: 2,
        size: { ownFactor: 0.4, source: { kind: "full" } },
        print: { process: "resin" },
      }),
    ],
    joints: [
      {
        id: "foot",
        sceneId: "s",
        name: "Post on wall",
        partIds: ["post", "wall"],
        fit: "glued butt",
        gapInFileMm: 0.2,
        glue: "cyanoacrylate",
        count: 2,
        shows: false,
      },
    ],
    ...given,
  });
}

export const testView = (given: Partial<PlanInput> = {}): { input: PlanInput; plan: Plan } => {
  const input = testInput(given);
  return { input, plan: makePlan(input) };
};
