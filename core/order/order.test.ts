import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import type { Clock } from "#core/steps/hours";
import { presenceBetween } from "#core/steps/hours";
import { treatmentOf } from "#core/surface/treatments";
import { insertForgotten } from "#core/order/insertForgotten";
import { makeSteps, type PartWork } from "#core/plan/order/makeSteps";
import { orderRules } from "#core/order/rules";
import { handsTotal, schedule } from "#core/order/schedule";
import { sequence } from "#core/order/sequence";
import { checkConstraints } from "#core/order/checkPlan";
import type { Action, Step } from "#core/steps/step";
import { checkAt, testStep as step } from "#core/order/testing";
import { type WorkGiven, workOf } from "#core/plan/order/workTesting";

const evenings: Clock = {
  startWeekday: 1,
  hours: [
    [],
    ...Array.from({ length: 5 }, () => [{ from: 19 * 60, to: 20.5 * 60 }]),
    [{ from: 600, to: 840 }],
  ],
};
const actions: readonly Action[] = [
  "clip",
  "sand",
  "wash",
  "fill",
  "prime",
  "paint",
  "shade",
  "drybrush",
  "varnish",
  "pigment",
  "gloss effect",
  "glue",
  "dry fit",
  "cure",
  "wash resin",
  "flock",
  "place",
];
const anySteps = fc
  .array(
    fc.tuple(fc.constantFrom(...actions), fc.integer({ min: 0, max: 3 }), fc.integer({ min: 5, max: 60 })),
    { maxLength: 25 },
  )
  .map((list) =>
    list.map(([action, part, minutes], i) =>
      step({
        id: `s${i}`,
        action,
        targets: [`part:${part}`],
        handsMinutes: exact(minutes, "min", "practice"),
        product: action === "varnish" ? "varnish" : action === "paint" ? "acrylic" : null,
        sheen: "matte",
      }),
    ),
  );

const before = (order: readonly string[], a: string, b: string) => order.indexOf(a) < order.indexOf(b);

describe("tables", () => {
  it("say for every rule what, why and what to do", () => {
    expect(new Set(orderRules.map((r) => r.id)).size).toBe(orderRules.length);
    for (const r of orderRules) {
      expect(
        [r.says, r.because, r.mend].every((t) => t.endsWith(".") && t.length > 10),
        r.id,
      ).toBe(true);
      expect(r.kind === "advice" || r.saidAt || r.precedes || r.check, r.id).toBeTruthy();
    }
    for (const id of [
      "O3",
      "O4",
      "O5",
      "O6",
      "O7",
      "O8",
      "O10",
      "O11",
      "O13",
      "O14",
      "O18",
      "O23",
      "O30",
      "O31",
      "O34",
    ])
      expect(
        orderRules.some((r) => r.id === id),
        id,
      ).toBe(true);
  });
});

describe("sequence", () => {
  it("puts every step once, after all it waits for", () => {
    fc.assert(
      fc.property(anySteps, (steps) => {
        const s = sequence(steps);
        expect([...s.order].sort()).toEqual(steps.map((x) => x.id).sort());
        for (const c of s.constraints) expect(before(s.order, c.before, c.after)).toBe(true);
      }),
    );
  });
  it("does not depend on how the steps were listed", () => {
    fc.assert(
      fc.property(anySteps, (steps) => {
        expect(sequence([...steps].reverse()).order).toEqual(sequence(steps).order);
      }),
    );
  });

  /** Each rule trips: the first step named has to come out before the second, for the reason of that rule. */
  it.each<[string, Partial<Step> & { action: Action }, Partial<Step> & { action: Action }]>([
    ["O3", { action: "clip" }, { action: "sand" }],
    ["O4", { action: "remove supports", process: "resin" }, { action: "cure", process: "resin" }],
    ["O5", { action: "cure", process: "resin" }, { action: "sand", process: "resin" }],
    ["O6", { action: "wash" }, { action: "prime" }],
    ["O7", { action: "dry fit" }, { action: "glue" }],
    ["O8", { action: "flame" }, { action: "fill" }],
    ["O10", { action: "fill seam", product: "solvent putty" }, { action: "prime" }],
    ["O11", { action: "paint", product: "acrylic" }, { action: "flock" }],
    ["O13", { action: "prime", product: "primer can" }, { action: "paint" }],
    ["O13", { action: "prime", product: "primer can" }, { action: "mask" }],
    ["O30", { action: "varnish", product: "varnish" }, { action: "pigment" }],
    [
      "O31",
      { action: "lay ground", alcohol: true, product: "PVA ground" },
      { action: "varnish", product: "matte varnish can" },
    ],
    ["O34", { action: "varnish", product: "varnish", sheen: "matte" }, { action: "gloss effect" }],
  ])("keeps %s", (id, a, b) => {
    const steps = [step({ id: "zz-first", ...a }), step({ id: "aa-second", ...b })];
    const s = sequence(steps);
    expect(s.order).toEqual(["zz-first", "aa-second"]);
    expect(s.constraints.some((c) => c.ruleId === id)).toBe(true);
    // The opposite wish is refused with this rule's reason, and the order stands.
    const against = sequence(steps, [{ before: "aa-second", after: "zz-first", override: null, note: "" }]);
    expect(against.order).toEqual(["zz-first", "aa-second"]);
    expect(against.conflicts.length).toBe(1);
    expect(against.conflicts[0]!.sentence).toContain(
      orderRules.find((r) => r.id === against.conflicts[0]!.ruleId)!.because,
    );
  });
  it("lets the builder set a rule aside, and keeps saying so", () => {
    const steps = [
      step({ id: "ground", action: "lay ground", alcohol: true, product: "PVA ground" }),
      step({ id: "seal", action: "varnish", product: "matte varnish can" }),
    ];
    const s = sequence(steps, [{ before: "seal", after: "ground", override: "O31", note: "trial piece" }]);
    expect(s.order).toEqual(["seal", "ground"]);
    expect(s.conflicts).toMatchObject([{ ruleId: "O31", severity: "ruins", overridden: true }]);
  });
  it("asks nothing of O31 when the ground is wetted with water or the varnish is water", () => {
    const seal = step({ id: "seal", action: "varnish", product: "varnish" });
    expect(
      sequence([
        step({ id: "ground", action: "lay ground", alcohol: true, product: "PVA ground" }),
        seal,
      ]).constraints.some((c) => c.ruleId === "O31"),
    ).toBe(false);
    const wet = [
      step({ id: "ground", action: "lay ground", product: "PVA ground" }),
      { ...seal, product: "matte varnish can" as const },
    ];
    expect(sequence(wet, [{ before: "seal", after: "ground", override: null, note: "" }]).conflicts).toEqual(
      [],
    );
  });
  it("forbids flame on resin and on thin walls, and paint on clear parts", () => {
    const ids = (s: Step) =>
      checkAt([s], { [s.id]: 0 })
        .map((c) => c.ruleId)
        .filter((id) => id !== "O40" && id !== "O13");
    expect(ids(step({ id: "f", action: "flame", process: "resin" }))).toEqual(["O8"]);
    expect(ids(step({ id: "f", action: "flame", thinnestMm: 1.2 }))).toEqual(["O8"]);
    expect(ids(step({ id: "f", action: "flame", thinnestMm: 3 }))).toEqual([]);
    expect(ids(step({ id: "p", action: "paint", clear: true }))).toEqual(["O25"]);
  });
});

describe("stacks", () => {
  const steps = [
    step({ id: "wash", action: "shade", product: "enamel wash", sheen: "matte" }),
    step({ id: "seal", action: "varnish", product: "matte varnish can", sheen: "matte" }),
    step({ id: "dust", action: "pigment", product: "pigment" }),
  ];
  it("find solvent over young enamel (O14) and let it pass, weaker, when cured", () => {
    const at = (gap: number) =>
      checkAt(steps, { wash: 0, seal: gap })
        .filter((c) => c.ruleId === "O14")
        .map((c) => c.severity);
    expect(at(60)).toEqual(["ruins"]);
    expect(at(5 * 1440)).toEqual(["weakens"]);
  });
  it("find pigment over gloss (O18)", () => {
    const glossy = [{ ...steps[1]!, sheen: "gloss" as const }, steps[2]!];
    expect(checkAt(glossy, { seal: 0, dust: 100 }).map((c) => c.ruleId)).toEqual(["O18"]);
    expect(checkAt(steps.slice(1), { seal: 0, dust: 100 })).toEqual([]);
  });
});

describe("schedule", () => {
  it("keeps every constraint, the builder's hours, and one thing at a time", () => {
    fc.assert(
      fc.property(anySteps, (steps) => {
        const q = sequence(steps);
        const plan = schedule(steps, q.constraints, evenings, 0);
        expect(plan.slots.length).toBe(steps.length);
        const starts = new Map(plan.slots.map((s) => [s.stepId, s.startsAt]));
        const ends = new Map(plan.slots.map((s) => [s.stepId, s.endsAt]));
        expect(checkConstraints(q.constraints, starts, ends)).toEqual([]);
        const parts = plan.slots.flatMap((s) => s.parts).sort((a, b) => a.from - b.from);
        parts.forEach((p, i) => {
          expect(presenceBetween(evenings, p.from, p.to)).toBeCloseTo(p.to - p.from, 6);
          if (i > 0) expect(p.from).toBeGreaterThanOrEqual(parts[i - 1]!.to - 1e-6);
        });
        expect(plan.finishAt).toBeGreaterThanOrEqual(plan.boundAt - 1e-6);
        const hands = steps.reduce((sum, s) => sum + s.handsMinutes.value, 0);
        expect(handsTotal(plan.slots)).toBeGreaterThanOrEqual(hands - 1e-6);
      }),
      { numRuns: 60 },
    );
  });
  it("does not depend on the order of the list, and starts nothing before its prints are there", () => {
    fc.assert(
      fc.property(anySteps, (steps) => {
        const late = steps.map((s, i) => ({ ...s, releaseAt: i * 500 }));
        const a = schedule(late, sequence(late).constraints, evenings, 0);
        const b = schedule([...late].reverse(), sequence([...late].reverse()).constraints, evenings, 0);
        expect(b).toEqual(a);
        for (const slot of a.slots)
          expect(slot.startsAt).toBeGreaterThanOrEqual(late.find((s) => s.id === slot.stepId)!.releaseAt);
      }),
      { numRuns: 40 },
    );
  });
  it("does the same product in one go: five airbrush sessions of one colour take one set-up", () => {
    const same = Array.from({ length: 5 }, (_, i) =>
      step({
        id: `p${i}`,
        action: "paint",
        targets: [`part:${i}`],
        tool: "airbrush",
        place: "booth",
        product: "acrylic airbrushed",
        recipeId: "r1",
      }),
    );
    const other = step({ id: "other", action: "glue", targets: ["part:9"] });
    expect(schedule([...same, other], sequence([...same, other]).constraints, evenings, 0).setups).toBe(2);
  });
  it("spreads a step longer than an evening over several", () => {
    const plan = schedule(
      [step({ id: "long", action: "paint", handsMinutes: exact(200, "min", "practice") })],
      [],
      evenings,
      0,
    );
    expect(plan.slots[0]!.parts.length).toBe(3);
  });
  it("stays away from the minutes that printers need", () => {
    const plan = schedule([step({ id: "a", action: "paint" })], [], evenings, 0, {
      busy: [{ from: 19 * 60, to: 19 * 60 + 30 }],
    });
    expect(plan.slots[0]!.startsAt).toBe(19 * 60 + 30);
  });
  it("places 600 steps without the work growing out of hand", () => {
    const many = (parts: number) =>
      Array.from({ length: parts }, (_, part) =>
        (
          [
            "clip",
            "sand",
            "wash",
            "prime",
            "paint",
            "shade",
            "drybrush",
            "varnish",
            "pigment",
            "place",
          ] as const
        ).map((action) => step({ id: `p${part}-${action}`, action, targets: [`part:${part}`] })),
      ).flat();
    const milliseconds = (parts: number) => {
      const steps = many(parts);
      const from = performance.now();
      expect(schedule(steps, sequence(steps).constraints, evenings, 0).slots.length).toBe(parts * 10);
      return performance.now() - from;
    };
    milliseconds(60);
    // Four times the steps: no worse than the square, with room for a busy machine.
    expect(milliseconds(60)).toBeLessThan(10 * 16 * Math.max(5, milliseconds(15)));
  });
});

describe("steps of a scene", () => {
  const part = (given: WorkGiven): PartWork =>
    workOf({
      id: "wall",
      name: "wall",
      count: 1,
      process: "filament",
      clear: false,
      areaCm2: exact(80, "cm2", "measured"),
      treatCm2: exact(30, "cm2", "computed"),
      thinnestMm: 2.5,
      depthMm: 0.1,
      seenMm: 0.02,
      treatment: treatmentOf("fill and sand"),
      scheme: [
        {
          id: "c",
          kind: "colour",
          product: "acrylic",
          colour: { kind: "paint", id: "p" },
          method: "brush",
          coats: 2,
          coverage: 1,
          sheen: "matte",
        },
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
      wholeProcess: given.process ?? "filament",
      bare: null,
      hollow: null,
      handled: false,
      ...given,
    });
  const board = { widthMm: 420, depthMm: 300 };
  it("have ids that are unique and stay the same", () => {
    const make = () =>
      makeSteps(
        [part({}), part({ id: "gate", name: "gate", process: "resin" })],
        [
          {
            id: "j",
            name: "wall to gate",
            partIds: ["wall", "gate"],
            glue: "cyanoacrylate",
            count: 1,
            shows: true,
            gapMm: null,
            fit: "glued butt",
          },
        ],
        [
          {
            layer: { id: "g", name: "grout", material: "grout", areaShare: 0.8, depthMm: 8, loose: false },
            wetWith: "none",
            flock: "none",
          },
        ],
        board,
        () => 1,
      );
    const ids = make().map((s) => s.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(make().map((s) => s.id)).toEqual(ids);
  });
  it("get what was forgotten, with the rule that asked for it", () => {
    const steps = makeSteps(
      [
        part({
          treatment: {
            ...treatmentOf("fill and sand"),
            steps: treatmentOf("fill and sand").steps.slice(0, 1),
          },
        }),
      ],
      [
        {
          id: "j",
          name: "seam",
          partIds: ["wall"],
          glue: "cyanoacrylate",
          count: 1,
          shows: false,
          gapMm: null,
          fit: "glued butt",
        },
      ],
      [],
      board,
      () => 1,
    );
    const added = insertForgotten(steps).filter((s) => s.insertedBy);
    expect(added.map((s) => `${s.insertedBy} ${s.action}`).sort()).toEqual([
      "O13 prime",
      "O6 wash",
      "O7 dry fit",
    ]);
    const order = sequence(insertForgotten(steps)).order;
    expect(before(order, "part:wall/treat-0-sand", "part:wall/treat-0-sand/after-wash")).toBe(true);
    expect(before(order, "part:wall/treat-0-sand/after-wash", "part:wall/scheme-c/coat-1/before-prime")).toBe(
      true,
    );
    expect(before(order, "joint:j/glue/before-dry-fit", "joint:j/glue")).toBe(true);
  });
  it("take more filler where the steps are deeper, and say when coats alone will not do", () => {
    const coats = (depthMm: number) =>
      makeSteps([part({ depthMm })], [], [], board, () => 1).find((s) => s.action === "fill")!;
    // A third of each is left by the sanding before it.
    expect(coats(0.36).handsMinutes.value).toBeGreaterThan(coats(0.12).handsMinutes.value);
    // 0.28 mm are left of 0.84: six coats would leave it plain; as many are laid as the depth asks.
    expect(coats(0.84).coats).toBeGreaterThan(6);
    expect(coats(0.84).notes).toEqual([
      expect.stringMatching(/^\d+ rounds, sanded between, which leave 0\.250, /),
      expect.stringMatching(/^Sand lightly after every fourth coat/),
    ]);
    expect(coats(9).coats).toBe(12);
    expect(coats(9).notes.at(-1)).toMatch(/^2\.64 mm of the steps is left after that and still shows/);
  });
  it("follow the builder's own speed", () => {
    const minutes = (speed: number) =>
      makeSteps([part({})], [], [], board, () => speed).reduce((sum, s) => sum + s.handsMinutes.value, 0);
    expect(minutes(1.5) / minutes(1)).toBeCloseTo(1.5, 9);
  });
});
