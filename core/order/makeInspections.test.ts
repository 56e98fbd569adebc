import type { ProductId } from "#core/materials/products";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { unmixed } from "#core/paint/coat";
import type { Clock } from "#core/steps/hours";
import { applyChanges } from "#core/order/applyChanges";
import type { Checked } from "#core/steps/facts";
import { inspectionList, mendOfPoint } from "#core/order/inspections";
import { insertForgotten } from "#core/order/insertForgotten";
import type { Care } from "#core/order/makeInspections";
import { makeSteps, type PartWork } from "#core/plan/order/makeSteps";
import { schedule } from "#core/order/schedule";
import { sequence } from "#core/order/sequence";
import { testStep } from "#core/order/testing";
import { type WorkGiven, workOf } from "#core/plan/order/workTesting";

const always: Clock = { startWeekday: 1, hours: Array.from({ length: 7 }, () => [{ from: 0, to: 1440 }]) };
const layer = (
  id: string,
  kind: "primer" | "colour" | "shade" | "varnish" | "pigment",
  recipeId: string | null,
  product: ProductId,
) => ({
  id,
  kind,
  colour: recipeId === null ? null : { kind: "recipe" as const, id: recipeId },
  product,
  method: "brush" as const,
  coats: 1,
  coverage: 1,
  sheen: "matte" as const,
});
const part = (id: string, recipeId: string, given: WorkGiven = {}): PartWork =>
  workOf({
    id,
    name: id,
    count: 4,
    process: "filament",
    clear: false,
    areaCm2: exact(80, "cm2", "measured"),
    treatCm2: exact(0, "cm2", "measured"),
    thinnestMm: 2,
    depthMm: null,
    seenMm: null,
    treatment: null,
    scheme: [
      layer("p", "primer", null, "brush primer"),
      layer("c", "colour", recipeId, "acrylic"),
      layer("s", "shade", "dark", "acrylic wash"),
      layer("v", "varnish", null, "varnish"),
      layer("d", "pigment", null, "pigment"),
    ],
    lamp: null,
    onBoard: true,
    releaseAt: 0,
    supported: true,
    supportMinutes: 1.5,
    brimMm: 0,
    takeOffAdvice: null,
    keptStrut: null,
    bath: "alcohol",
    lets: "usual",
    slender: false,
    pieceOf: null,
    wholeProcess: "filament",
    bare: "PLA",
    hollow: null,
    handled: false,
    ...given,
  });
const joints = ["one", "two"].map((id) => ({
  id,
  name: id,
  partIds: ["wall", "hut"],
  glue: "PVA" as const,
  count: 1,
  shows: false,
  gapMm: null,
  fit: "glued butt" as const,
}));
const steps = (
  care: Care,
  parts = [
    part("wall", "brick"),
    part("hut", "tar", { process: "resin", wholeProcess: "resin", bare: "resin" }),
  ],
) =>
  insertForgotten(
    makeSteps(
      parts,
      joints,
      [],
      { widthMm: 200, depthMm: 200 },
      () => 1,
      () => unmixed,
      care,
    ),
  );
const looksOf = (care: Care) => new Set(steps(care).flatMap((s) => s.facts?.checks ?? []));
const has = (point: Checked) => (s: { facts?: { checks?: readonly Checked[] } }) =>
  s.facts?.checks?.includes(point) === true;

describe("looks", () => {
  it("grow with care: prints and the finish list always, the palette for display, dust and the picture for sale", () => {
    expect([...looksOf("play")].sort()).toEqual(["finish list", "print"]);
    expect([...looksOf("display")].sort()).toEqual(["assembly", "finish list", "palette", "primer", "print"]);
    expect([...looksOf("for sale")].sort()).toEqual([
      "assembly",
      "dust",
      "finish list",
      "handling",
      "palette",
      "primer",
      "print",
      "recesses",
      "reference",
    ]);
    const minutes = (care: Care) => steps(care).reduce((sum, s) => sum + s.handsMinutes.value, 0);
    expect(minutes("play")).toBeLessThan(minutes("display"));
    expect(minutes("display")).toBeLessThan(minutes("for sale"));
  });
  it("come where they still help: prints before anything is done to them, the palette before any colour, the picture before fine work", () => {
    const made = steps("for sale");
    const { order } = sequence(made);
    const at = (id: string) => order.indexOf(id);
    const of = (test: (s: (typeof made)[number]) => boolean) => made.filter(test).map((s) => at(s.id));
    const palette = at("scene/palette");
    const loose = at("scene/loose-assembly");
    expect(Math.min(...of((s) => s.action === "paint"))).toBeGreaterThan(palette);
    expect(Math.max(...of((s) => s.action === "paint"))).toBeLessThan(loose);
    expect(Math.min(...of((s) => s.action === "shade"))).toBeGreaterThan(loose);
    // And not by luck of the order: each waits for its look.
    const waiting = (look: string) =>
      new Set(made.filter((s) => s.after.includes(look) && s.action !== "inspect").map((s) => s.action));
    expect([...waiting("scene/palette")]).toEqual(["paint"]);
    expect([...waiting("scene/loose-assembly")]).toEqual(["shade"]);
    expect(made.filter((s) => s.action === "paint").every((s) => s.after.includes("scene/palette"))).toBe(
      true,
    );
    for (const id of ["wall", "hut"]) {
      const mine = made.filter((s) => s.targets[0] === `part:${id}`);
      const print = mine.filter(has("print"));
      expect(print.map((s) => s.action)).toEqual([id === "wall" ? "clip" : "cure"]);
      for (const s of mine.filter((x) => ["prime", "paint", "shade", "varnish"].includes(x.action)))
        expect(at(s.id)).toBeGreaterThan(at(print[0]!.id));
    }
    expect(order.at(-1)).toBe("scene/finish-list");
    expect(sequence(made).conflicts).toEqual([]);
  });
  it("tell to take a picture before what cannot be undone, unless it is for play", () => {
    const titles = (care: Care) =>
      steps(care)
        .filter((s) => s.action === "pigment")
        .every((s) => s.notes.some((n) => n.startsWith("Take a picture first")));
    expect([titles("play"), titles("display"), titles("for sale")]).toEqual([false, true, true]);
  });
  it("ask for no palette where there is one colour, and for no loose assembly of one thing", () => {
    const alone = steps("for sale", [
      part("wall", "brick", {
        scheme: [
          layer("p", "primer", null, "brush primer"),
          layer("c", "colour", "brick", "acrylic"),
          layer("s", "shade", "dark", "acrylic wash"),
        ],
      }),
    ]);
    expect(alone.some((s) => s.id === "scene/palette" || s.id === "scene/loose-assembly")).toBe(false);
  });
  it("ask nothing of parts that are bought, but for their paint", () => {
    expect(
      steps("display", [part("cart", "brick", { process: null, wholeProcess: null, bare: null })]).some(
        has("print"),
      ),
    ).toBe(false);
  });
});

describe("a point that failed", () => {
  const cases = Object.entries(inspectionList).flatMap(([check, points]) =>
    points.map((point) => [check as Checked, point] as const),
  );
  it.each(cases)("%s: %s goes back into the order, after the look and for that spot only", (check, point) => {
    const look = testStep({ id: "look", action: "inspect", facts: { checks: [check] } });
    const next = testStep({ id: "next", action: "place", after: ["look"] });
    const change = mendOfPoint(look, point);
    const all = applyChanges([look, next], [{ ruleId: null, change }]);
    const { order, constraints } = sequence(all);
    expect(all).toHaveLength(3);
    const mend = all.find((s) => s.id !== "look" && s.id !== "next")!;
    expect(mend.targets).toEqual(look.targets);
    expect(mend.title.toLowerCase()).toContain(point.toLowerCase());
    expect(order).toEqual(["look", mend.id, "next"]);
    expect(schedule(all, constraints, always, 0).slots.map((s) => s.stepId)).toEqual(order);
  });
  it("is mended by its kind: a print with filler, a fit with a file, a colour by mixing again, paint with the brush", () => {
    const how = (check: Checked) => {
      const change = mendOfPoint(
        testStep({ id: "look", action: "inspect", facts: { checks: [check] } }),
        inspectionList[check]![0]!,
      );
      return change.kind === "insert" ? change.action : null;
    };
    expect([how("print"), how("assembly"), how("palette"), how("primer"), how("recesses")]).toEqual([
      "fill",
      "dry fit",
      "test",
      "prime",
      "touch up",
    ]);
  });
});
