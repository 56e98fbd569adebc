import type { ProductId } from "#core/materials/products";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import type { Clock } from "#core/steps/hours";
import { applyChanges } from "#core/order/applyChanges";
import type { OrderChange } from "#core/order/change";
import { checkConstraints, checkPlan } from "#core/order/checkPlan";
import { productOf } from "#core/materials/products";
import { makeSteps } from "#core/plan/order/makeSteps";
import { schedule, type Schedule } from "#core/order/schedule";
import { sequence } from "#core/order/sequence";
import type { Constraint } from "#core/order/conflict";
import { stacks } from "#core/order/stacks";
import type { Step } from "#core/steps/step";
import { testStep } from "#core/order/testing";
import { type WorkGiven, workOf } from "#core/plan/order/workTesting";
import { usualWeather } from "#core/materials/weather";
import { weathered } from "#core/order/weathered";
import type { SchemeLayer } from "#core/paint/scheme";

const evenings: Clock = {
  startWeekday: 1,
  hours: [[], ...Array.from({ length: 5 }, () => [{ from: 1170, to: 1260 }]), [{ from: 600, to: 840 }]],
};
const hoursOf = (minutes: number): Clock => ({
  startWeekday: 1,
  hours: Array.from({ length: 7 }, () => [{ from: 1200, to: 1200 + minutes }]),
});
const layer = (
  id: string,
  kind: SchemeLayer["kind"],
  product: ProductId,
  given: Partial<SchemeLayer> = {},
): SchemeLayer => ({
  id,
  kind,
  product,
  colour: { kind: "paint", id: `${product}-pot` },
  method: kind === "shade" ? "wash" : "brush",
  coats: 1,
  coverage: 1,
  sheen: "matte",
  ...given,
});
const cm2 = { value: 60, low: 55, high: 65, unit: "cm2", basis: "computed", working: [] } as const;
const scheme = (shade: ProductId) => [
  layer("primer", "primer", "brush primer"),
  layer("colour", "colour", "acrylic"),
  layer("streaks", "shade", shade, { coverage: 0.4 }),
  layer("seal", "varnish", "varnish"),
];
const stepsWith = (shade: ProductId, given: WorkGiven = {}) =>
  makeSteps(
    [
      workOf({
        id: "wall",
        name: "Wall",
        count: 1,
        process: "filament",
        clear: false,
        areaCm2: cm2,
        treatCm2: { ...cm2, value: 0, low: 0, high: 0 },
        thinnestMm: null,
        depthMm: null,
        seenMm: null,
        treatment: null,
        scheme: scheme(shade),
        lamp: null,
        onBoard: false,
        releaseAt: 0,
        supported: false,
        supportMinutes: 1.5,
        brimMm: 0,
        takeOffAdvice: null,
        keptStrut: null,
        bath: "alcohol",
        lets: "usual",
        slender: false,
        pieceOf: null,
        wholeProcess: "filament",
        bare: null,
        hollow: null,
        handled: false,
        ...given,
      }),
    ],
    [],
    [],
    { widthMm: 300, depthMm: 200 },
    () => 1,
  );
const SHADE = "part:wall/scheme-streaks";
const DRAW = "part:wall/draw-streaks";
const SEAL = "part:wall/scheme-seal";
const timesOf = ({ slots }: Schedule) =>
  [
    new Map(slots.map((s) => [s.stepId, s.startsAt])),
    new Map(slots.map((s) => [s.stepId, s.endsAt])),
  ] as const;
const planned = (steps: readonly Step[], clock = evenings) => {
  const ordered = sequence(steps);
  const plan = schedule(steps, ordered.constraints, clock, 0);
  const [starts, ends] = timesOf(plan);
  return { ordered, plan, starts, ends };
};

describe("a wash of oil or enamel", () => {
  it.each(["enamel wash", "oil wash"] as const)(
    "of %s is drawn back while it is open, and sealed only when that has dried again",
    (family) => {
      const steps = stepsWith(family);
      const { ordered, plan, starts, ends } = planned(steps);
      const gap = starts.get(DRAW)! - ends.get(SHADE)!;
      const { workable, recoatMinutes } = productOf(family);
      expect(ordered.conflicts).toEqual([]);
      expect(plan.slots).toHaveLength(steps.length);
      expect(gap).toBeGreaterThanOrEqual(workable!.fromMinutes - 1e-6);
      expect(gap).toBeLessThanOrEqual(workable!.untilMinutes + 1e-6);
      expect(starts.get(SEAL)! - ends.get(DRAW)!).toBeGreaterThanOrEqual(recoatMinutes - 1e-6);
      expect(checkConstraints(ordered.constraints, starts, ends)).toEqual([]);
      const times = new Map(plan.slots.map((s) => [s.stepId, { startsAt: s.startsAt, endsAt: s.endsAt }]));
      expect(checkPlan(steps, times)).toEqual([]);
    },
  );
  it("of water is not: it cannot be opened again", () =>
    expect(stepsWith("acrylic wash").some((s) => s.action === "draw back")).toBe(false));
  it("leaves one film, not two", () => {
    const { starts } = planned(stepsWith("enamel wash"));
    expect(
      stacks(stepsWith("enamel wash"), starts)
        .get("part:wall")!
        .map((f) => f.product),
    ).toEqual(["brush primer", "acrylic", "enamel wash", "varnish"]);
  });
  it("over more than stays open is told to be done piece by piece, and its window never shuts before it opens", () => {
    const [few, many] = [1, 400].map((times) =>
      stepsWith("enamel wash", {
        areaCm2: { ...cm2, value: 60 * times, low: 55 * times, high: 65 * times },
      }).find((s) => s.id === DRAW)!,
    ) as [Step, Step];
    expect(few.notes.join()).not.toMatch(/piece by piece/);
    expect(many.notes.join()).toMatch(/piece by piece/);
    for (const s of [few, many]) expect(s.window!.untilMinutes).toBeGreaterThan(s.window!.fromMinutes);
    expect(many.window!.untilMinutes).toBeLessThan(few.window!.untilMinutes);
  });
  it("opens and shuts later in the cold, and by the builder's own times", () => {
    const draw = stepsWith("enamel wash").find((s) => s.id === DRAW)!;
    const cold = weathered(draw, { ...usualWeather, temperatureC: 10 });
    const own = weathered(draw, {
      ...usualWeather,
      times: { "enamel wash": { recoatMinutes: 120, handleMinutes: 300, cureMinutes: 1440 } },
    });
    expect(cold.window!.fromMinutes).toBeGreaterThan(draw.window!.fromMinutes);
    expect(cold.window!.untilMinutes / cold.window!.fromMinutes).toBeCloseTo(
      draw.window!.untilMinutes / draw.window!.fromMinutes,
      9,
    );
    expect(own.window!.untilMinutes).toBeCloseTo(draw.window!.untilMinutes / 2, 9);
  });
  it("takes what is drawn back with it when its product changes or it is left out", () => {
    const steps = stepsWith("enamel wash");
    const after = (change: OrderChange) => applyChanges(steps, [{ ruleId: null, change }]);
    const product = (product: ProductId): OrderChange => ({
      kind: "product",
      stepId: SHADE,
      product,
      sheen: null,
      tool: null,
      place: null,
      minutes: 0,
    });
    expect(after(product("acrylic wash")).some((s) => s.id === DRAW)).toBe(false);
    expect(after({ kind: "leave out", stepId: SHADE }).some((s) => s.id === DRAW)).toBe(false);
    expect(after(product("oil wash")).find((s) => s.id === DRAW)).toMatchObject({
      product: "oil wash",
      window: { after: SHADE, ...productOf("oil wash").workable },
    });
  });
  it("is mended after it was drawn back, not between: what is put in beside it waits for the window", () => {
    const fixed = applyChanges(stepsWith("enamel wash"), [
      {
        ruleId: null,
        change: {
          kind: "insert",
          id: "fix",
          at: "after",
          stepId: SHADE,
          action: "touch up",
          title: "Mend a spot",
          product: "acrylic",
          sheen: "matte",
          tool: "fine brush",
          place: "bench",
          minutes: 5,
          waitMinutes: 20,
          facts: {},
          loose: false,
        },
      },
    ]);
    const { ordered, starts, ends } = planned(fixed);
    expect(fixed.find((s) => s.id === "fix")!.window).toBeUndefined();
    expect(starts.get("fix")!).toBeGreaterThanOrEqual(ends.get(DRAW)! - 1e-6);
    expect(checkConstraints(ordered.constraints, starts, ends)).toEqual([]);
  });
});

describe("windows in the evenings there are", () => {
  const step = (id: string, minutes: number, given: Partial<Step> = {}) =>
    testStep({
      id,
      action: "paint",
      targets: [`part:${id}`],
      handsMinutes: exact(minutes, "min", "practice"),
      ...given,
    });
  const pair = fc.record({
    first: fc.integer({ min: 2, max: 25 }),
    then: fc.integer({ min: 2, max: 25 }),
    from: fc.constantFrom(0, 15),
    until: fc.integer({ min: 20, max: 120 }),
  });
  const made = fc
    .tuple(
      fc.array(pair, { minLength: 1, maxLength: 6 }),
      fc.array(fc.integer({ min: 5, max: 70 }), { maxLength: 8 }),
    )
    .map(([pairs, others]) => ({
      steps: [
        ...pairs.flatMap((p, i) => [
          step(`a${i}`, p.first, { product: "enamel wash" }),
          step(`b${i}`, p.then, { product: "enamel wash", tool: "clean brush" }),
        ]),
        ...others.map((m, i) => step(`o${i}`, m)),
      ],
      links: pairs.map((p, i): Constraint => ({
        before: `a${i}`,
        after: `b${i}`,
        lagMinutes: p.from,
        latestMinutes: p.until,
        from: "recipe",
        ruleId: null,
      })),
    }));
  it("are all kept where every pair fits into one evening", () => {
    fc.assert(
      fc.property(made, ({ steps, links }) => {
        const plan = schedule(steps, links, hoursOf(110), 0, { passes: 6 });
        expect(plan.slots).toHaveLength(steps.length);
        expect(checkConstraints(links, ...timesOf(plan))).toEqual([]);
      }),
      { numRuns: 80 },
    );
  });
  it("that no evening holds are given up, alone: everything is planned, order and waits hold, and the other windows too", () => {
    const steps = [step("a0", 20), step("b0", 10), step("a1", 5), step("b1", 5), step("o", 25)];
    const links: Constraint[] = [
      { before: "a0", after: "b0", lagMinutes: 30, latestMinutes: 60, from: "recipe", ruleId: null },
      { before: "a1", after: "b1", lagMinutes: 2, latestMinutes: 20, from: "recipe", ruleId: null },
    ];
    const plan = schedule(steps, links, hoursOf(30), 0);
    const [starts, ends] = timesOf(plan);
    expect(plan.slots).toHaveLength(5);
    expect(checkConstraints(links, starts, ends)).toEqual([links[0]]);
    expect(starts.get("b0")!).toBeGreaterThanOrEqual(ends.get("a0")! + 30 - 1e-6);
    expect(schedule(steps, links, { startWeekday: 0, hours: [[], [], [], [], [], [], []] }, 0).slots).toEqual(
      [],
    );
  });
  it("that are open already come first, and one that has shut holds nothing up", () => {
    const many = Array.from({ length: 8 }, (_, i) => step(`a${i}`, 30));
    const draw = step("z", 10);
    const first = (beginBy?: number) =>
      schedule(
        [...many, beginBy === undefined ? draw : { ...draw, beginBy }],
        many.slice(1).map((s, i): Constraint => ({
          before: many[i]!.id,
          after: s.id,
          lagMinutes: 0,
          from: "recipe",
          ruleId: null,
        })),
        evenings,
        1175,
        { passes: 1 },
      ).slots;
    expect(first(1230).find((s) => s.stepId === "z")!.startsAt).toBeLessThanOrEqual(1230);
    expect(first(1180)[0]!.stepId).toBe("z");
    expect(first().find((s) => s.stepId === "z")!.startsAt).toBeGreaterThan(1230);
    expect(first(1100)).toHaveLength(9);
  });
});
