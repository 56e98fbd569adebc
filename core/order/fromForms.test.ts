import { type WorkGiven, workOf } from "#core/plan/order/workTesting";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import type { JointWork } from "#core/joints/jointSteps";
import { insertForgotten } from "#core/order/insertForgotten";
import { sequence } from "#core/order/sequence";
import { makeSteps, type PartWork } from "#core/plan/order/makeSteps";
import { cureSeconds } from "#core/print/printSteps";
import type { Step } from "#core/steps/step";

const part = (id: string, given: WorkGiven = {}): PartWork =>
  workOf({
    id,
    name: id,
    count: 1,
    process: "resin",
    wholeProcess: "resin",
    clear: false,
    areaCm2: exact(60, "cm2", "measured"),
    treatCm2: exact(0, "cm2", "measured"),
    thinnestMm: 2,
    depthMm: null,
    seenMm: null,
    treatment: null,
    scheme: [],
    lamp: null,
    onBoard: false,
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
    bare: "resin",
    hollow: null,
    handled: false,
    ...given,
  });
const joint = (given: Partial<JointWork> = {}): JointWork => ({
  id: "j",
  name: "corner",
  partIds: ["trough", "spar"],
  glue: "five-minute epoxy",
  count: 1,
  shows: false,
  gapMm: null,
  fit: "snug",
  ...given,
});
const stepsOf = (parts: readonly PartWork[], joints: readonly JointWork[] = []) =>
  insertForgotten(makeSteps(parts, joints, [], { widthMm: 200, depthMm: 200 }, () => 1));
const find = (steps: readonly Step[], id: string, action: Step["action"]) =>
  steps.find((s) => s.targets.includes(`part:${id}`) && s.action === action)!;

describe("OR13: wash and cure by the resin's own row", () => {
  it("has no alcohol anywhere in a plan of water-washable resin, and keeps its water", () => {
    const steps = stepsOf([part("trough", { bath: "water" })]);
    for (const s of steps) expect(`${s.title} ${s.tool}`).not.toMatch(/alcohol/i);
    expect(find(steps, "trough", "wash resin").notes.join()).toMatch(/never goes down a drain/);
  });
  it("cures a spar of 90 x 2 mm on its supports, and not the block beside it", () => {
    const steps = stepsOf([part("spar", { slender: true }), part("trough")]);
    const { order } = sequence(steps);
    const at = (id: string, action: Step["action"]) => order.indexOf(find(steps, id, action).id);
    expect(find(steps, "spar", "cure").title).toMatch(/on its supports/);
    expect(at("spar", "cure")).toBeLessThan(at("spar", "remove supports"));
    expect(at("trough", "remove supports")).toBeLessThan(at("trough", "cure"));
  });
  it("gives 120 s a side for grey, half as long again for black, less for clear, then a touch", () => {
    expect((["usual", "little", "deep"] as const).map(cureSeconds)).toEqual([120, 180, 84]);
    const cure = find(stepsOf([part("trough", { lets: "little" })]), "trough", "cure");
    expect(cure.waitMinutes).toBe(7);
    expect(cure.notes.join(" ")).toMatch(/180 s .* turn it over.* tacky/);
  });
  it("is looked at by the rule of long baths", () => {
    expect(find(stepsOf([part("trough")]), "trough", "wash resin").facts?.bathMinutes).toBe(5);
  });
});

describe("OR14: filing is sanding", () => {
  it("washes off the dust of a dry fit of two resin parts, 30 min dry, and only then glues", () => {
    const steps = stepsOf([part("spar"), part("trough")], [joint()]);
    const { order } = sequence(steps);
    const fit = steps.find((s) => s.action === "dry fit")!;
    expect(fit.title).toBe("Fit together dry; file what is tight");
    const wash = steps.find((s) => s.action === "wash" && s.id.startsWith(fit.id))!;
    expect([wash.title, wash.waitMinutes]).toEqual(["Wash off the dust and dry", 30]);
    const glue = steps.find((s) => s.action === "glue")!;
    expect(order.indexOf(fit.id)).toBeLessThan(order.indexOf(wash.id));
    expect(order.indexOf(wash.id)).toBeLessThan(order.indexOf(glue.id));
  });
  it("does not for two parts of filament", () => {
    const filament = { process: "filament", wholeProcess: "filament", bare: "PLA" } as const;
    const steps = stepsOf([part("spar", filament), part("trough", filament)], [joint()]);
    expect(steps.filter((s) => s.action === "wash")).toEqual([]);
  });
});

describe("O26: faces that fit stay bare", () => {
  const painted = (id: string) =>
    part(id, {
      scheme: [
        {
          id: "p",
          kind: "primer",
          product: "brush primer",
          colour: null,
          method: "brush",
          coats: 1,
          coverage: 1,
          sheen: "matte",
        },
        {
          id: "v",
          kind: "varnish",
          product: "varnish",
          colour: null,
          method: "brush",
          coats: 1,
          coverage: 1,
          sheen: "matte",
        },
      ],
    });
  const masks = (given: Partial<JointWork>) => {
    const steps = stepsOf([painted("spar"), painted("trough")], [joint(given)]);
    const { order, conflicts } = sequence(steps);
    expect(conflicts).toEqual([]);
    return { steps, order };
  };
  it("masks a slide that is never glued before the primer, and takes the mask off after the last coat", () => {
    const { steps, order } = masks({ glue: null, fit: "slide" });
    for (const id of ["spar", "trough"]) {
      const at = (action: Step["action"]) => order.indexOf(find(steps, id, action).id);
      expect(at("mask")).toBeLessThan(at("prime"));
      expect(at("varnish")).toBeLessThan(at("unmask"));
    }
  });
  it("masks nothing that is glued before it is primed", () => {
    expect(masks({}).steps.filter((s) => s.action === "mask")).toEqual([]);
  });
});
