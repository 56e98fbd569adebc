import type { Target } from "#core/reference";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import type { Clock } from "#core/steps/hours";
import { applyChanges } from "#core/order/applyChanges";
import { checkPlan } from "#core/order/checkPlan";
import { productIds } from "#core/materials/products";
import { type StepFacts, weatherings } from "#core/steps/facts";
import { insertForgotten } from "#core/order/insertForgotten";
import { orderRules } from "#core/order/rules";
import { schedule } from "#core/order/schedule";
import { sequence, wishesOf } from "#core/order/sequence";
import type { Action, Step } from "#core/steps/step";
import { testStep } from "#core/order/testing";

const always: Clock = { startWeekday: 1, hours: Array.from({ length: 7 }, () => [{ from: 0, to: 1440 }]) };
const actions: readonly Action[] = [
  "wash resin",
  "remove supports",
  "cure",
  "clip",
  "flame",
  "sand",
  "wash",
  "fill",
  "fill seam",
  "level",
  "paste",
  "dry fit",
  "glue",
  "prime",
  "paint",
  "drybrush",
  "shade",
  "mask",
  "unmask",
  "varnish",
  "pigment",
  "gloss effect",
  "lay ground",
  "flock",
  "pour water",
  "wire",
  "place",
  "paint edge",
  "inspect",
  "test",
  "seal",
  "sterilise",
  "line in",
  "touch up",
  "decal",
  "release film",
];
const flags: readonly (keyof StepFacts)[] = [
  "shows",
  "apart",
  "hollow",
  "closedHollow",
  "flexible",
  "handled",
  "load",
  "transparent",
  "runs",
  "freehand",
  "plainSteps",
  "lines",
  "pin",
  "wet",
  "mayCorrect",
  "homemade",
  "fine",
  "wetted",
  "messy",
  "neat",
  "square",
  "strut",
  "fitFaces",
  "openJoint",
  "liquid",
  "standing",
  "natural",
  "heavy",
  "porous",
  "doubtful",
  "dustCoats",
];
const facts: fc.Arbitrary<StepFacts> = fc
  .record({
    flags: fc.subarray([...flags], { maxLength: 3 }),
    bare: fc.option(
      fc.constantFrom("PLA", "ABS", "resin", "xps", "styrene sheet", "mdf", "steel", "silicone"),
      { nil: undefined },
    ),
    depthMm: fc.option(fc.double({ min: 0.1, max: 30, noNaN: true }), { nil: undefined }),
    alcoholShare: fc.option(fc.double({ min: 0, max: 1, noNaN: true }), { nil: undefined }),
    weathering: fc.option(fc.constantFrom(...weatherings), { nil: undefined }),
    metal: fc.option(fc.constantFrom("chrome", "iron"), { nil: undefined }),
    gapMm: fc.option(fc.double({ min: 0, max: 2, noNaN: true }), { nil: undefined }),
  })
  .map(({ flags: on, ...rest }) => ({
    ...Object.fromEntries(Object.entries(rest).filter(([, v]) => v !== undefined)),
    ...Object.fromEntries(on.map((f) => [f, true])),
  }));
const targets = fc.constantFrom<readonly Target[]>(
  ["part:a"],
  ["part:b"],
  ["part:a", "board"],
  ["joint:j", "part:a", "part:b"],
  ["ground:g", "board", "part:a", "part:b"],
  ["board"],
);
const anyStep = fc.record({
  action: fc.constantFrom(...actions),
  product: fc.option(fc.constantFrom(...productIds), { nil: null }),
  sheen: fc.constantFrom("matte", "satin", "gloss", null),
  process: fc.constantFrom("filament", "resin", null),
  alcohol: fc.boolean(),
  clear: fc.boolean(),
  targets,
  facts,
  minutes: fc.integer({ min: 1, max: 60 }),
});
const anySteps = fc.array(anyStep, { minLength: 1, maxLength: 16 }).map((list) =>
  list.map(({ minutes, ...given }, i): Step =>
    testStep({
      id: `s${String(i).padStart(2, "0")}`,
      ...given,
      handsMinutes: exact(minutes, "min", "practice"),
      waitMinutes: given.product ? 20 : 0,
    }),
  ),
);
const inTurn = (steps: readonly Step[], gap: number) =>
  new Map(steps.map((s, i) => [s.id, { startsAt: i * gap, endsAt: i * gap + 10 }]));

describe("whatever lies on a bench", () => {
  it("every rule looks at it without failing, says the same twice, and names steps that are there", () => {
    fc.assert(
      fc.property(anySteps, fc.constantFrom(15, 300, 5000), (steps, gap) => {
        const times = inTurn(steps, gap);
        const found = checkPlan(steps, times);
        const ids = new Set(steps.map((s) => s.id));
        expect(checkPlan([...steps].reverse(), times)).toEqual(found);
        for (const c of found) {
          expect(ids.has(c.after) && (c.before === null || ids.has(c.before)), c.ruleId).toBe(true);
          expect(orderRules.some((r) => r.id === c.ruleId)).toBe(true);
          expect(c.sentence.length).toBeGreaterThan(20);
          for (const { change: k } of c.mends)
            for (const id of "before" in k ? [k.before, k.after] : "stepId" in k ? [k.stepId] : [])
              expect(ids.has(id), `${c.ruleId} ${k.kind} ${id}`).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });
  it("every mend leaves a plan that can be sequenced and scheduled, with nothing lost but what it leaves out", () => {
    fc.assert(
      fc.property(anySteps, fc.nat(), (steps, at) => {
        const mends = checkPlan(steps, inTurn(steps, 300)).flatMap((c) =>
          c.mends.map((m) => ({ ruleId: c.ruleId, change: m.change })),
        );
        fc.pre(mends.length > 0);
        const kept = mends[at % mends.length]!;
        const then = applyChanges(steps, [kept]);
        const ordered = sequence(then, wishesOf([kept.change]));
        const plan = schedule(then, ordered.constraints, always, 0, { passes: 2 });
        expect(then.length).toBe(
          steps.length + (kept.change.kind === "insert" ? 1 : kept.change.kind === "leave out" ? -1 : 0),
        );
        expect(plan.slots).toHaveLength(then.length);
        expect([...ordered.order].sort()).toEqual(then.map((s) => s.id).sort());
      }),
      { numRuns: 200 },
    );
  });
  it("what everybody forgets is put in once: a second look adds nothing", () => {
    fc.assert(
      fc.property(anySteps, (steps) => {
        const once = insertForgotten(steps);
        const twice = insertForgotten(once);
        expect(once.length).toBeGreaterThanOrEqual(steps.length);
        for (const s of steps) expect(once.some((x) => x.id === s.id)).toBe(true);
        expect(twice.map((s) => s.id)).toEqual(once.map((s) => s.id));
        expect(new Set(once.map((s) => s.id)).size).toBe(once.length);
      }),
      { numRuns: 80 },
    );
  });
  it("a plan that was sequenced and scheduled breaks no rule of time between steps: no film too young, no window shut", () => {
    const young = new Set(["O19", "O23", "O58", "O61", "O65", "O71", "O77", "O80"]);
    fc.assert(
      fc.property(anySteps, (steps) => {
        const ordered = sequence(steps);
        const plan = schedule(steps, ordered.constraints, always, 0, { passes: 2 });
        const found = checkPlan(steps, new Map(plan.slots.map((s) => [s.stepId, s]))).filter(
          (c) => young.has(c.ruleId) && c.mends[0]?.change.kind === "wait",
        );
        expect(found.map((c) => `${c.ruleId} ${c.sentence}`)).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
});

describe("changes", () => {
  it("that name what is not there change nothing, in any order", () => {
    fc.assert(
      fc.property(anySteps, (steps) => {
        const gone = [
          { ruleId: null, change: { kind: "leave out" as const, stepId: "gone" } },
          {
            ruleId: null,
            change: {
              kind: "product" as const,
              stepId: "gone",
              product: "lacquer paint" as const,
              sheen: null,
              tool: null,
              place: null,
              minutes: 0,
            },
          },
          {
            ruleId: null,
            change: {
              kind: "facts" as const,
              stepId: "gone",
              facts: { wet: true } as const,
              alcohol: null,
              minutes: 5,
            },
          },
          { ruleId: null, change: { kind: "move" as const, before: "gone", after: "s00" } },
          { ruleId: null, change: { kind: "wait" as const, before: "gone", after: "s00", minutes: 60 } },
        ];
        expect(applyChanges(steps, gone)).toEqual(steps);
        expect(applyChanges(steps, [...gone].reverse())).toEqual(steps);
      }),
      { numRuns: 40 },
    );
  });
  it("to the facts of a step add, replace and take away, and cost the hands they say", () => {
    const step = testStep({ id: "s", action: "paint", facts: { wet: true, depthMm: 2 } });
    const [then] = applyChanges(
      [step],
      [
        {
          ruleId: "O19",
          change: {
            kind: "facts",
            stepId: "s",
            facts: { wet: null, depthMm: 1, pin: true },
            alcohol: true,
            minutes: 7,
          },
        },
      ],
    );
    expect(then!.facts).toEqual({ depthMm: 1, pin: true });
    expect(then!.alcohol).toBe(true);
    expect(then!.handsMinutes.value).toBe(17);
    expect(then!.handsMinutes.low).toBeLessThan(17);
    expect(then!.handsMinutes.working.at(-1)!.value).toBe("+7 min");
  });
  it("that leave a step out let what came after it come after what it came after", () => {
    const steps = [
      testStep({ id: "a", action: "clip" }),
      testStep({ id: "b", action: "wash", after: ["a"] }),
      testStep({ id: "c", action: "inspect", after: ["b"] }),
    ];
    expect(
      applyChanges(steps, [{ ruleId: null, change: { kind: "leave out", stepId: "b" } }]).map((s) => [
        s.id,
        s.after,
      ]),
    ).toEqual([
      ["a", []],
      ["c", ["a"]],
    ]);
  });
});
