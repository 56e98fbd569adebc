import type { ToolId } from "#core/materials/tools";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import type { Clock } from "#core/steps/hours";
import { applyChanges } from "#core/order/applyChanges";
import { cleanNow, layOut } from "#core/steps/cleaning";
import { type ProductId, products, productOf } from "#core/materials/products";
import { knots, topological } from "#core/order/graph";
import { inspectionList } from "#core/order/inspections";
import { mishapsFor } from "#core/order/mishaps";
import { brokenBy, moveTo, whyBefore } from "#core/order/moveCheck";
import { overfull } from "#core/order/places";
import { schedule } from "#core/order/schedule";
import { sequence } from "#core/order/sequence";
import type { Constraint } from "#core/order/conflict";
import { stacks } from "#core/order/stacks";
import type { Action } from "#core/steps/step";
import { testStep } from "#core/order/testing";
import { holdBy, notToTouch } from "#core/order/touch";
import { usualWeather } from "#core/materials/weather";
import { weathered } from "#core/order/weathered";
import { Windows } from "#core/order/windows";

const always: Clock = { startWeekday: 1, hours: Array.from({ length: 7 }, () => [{ from: 0, to: 1440 }]) };
const evenings: Clock = {
  startWeekday: 1,
  hours: [[], ...Array.from({ length: 5 }, () => [{ from: 1170, to: 1260 }]), [{ from: 600, to: 840 }]],
};
const actions: readonly (readonly [Action, ProductId | null])[] = [
  ["prime", "primer can"],
  ["paint", "acrylic"],
  ["shade", "enamel wash"],
  ["shade", "acrylic wash"],
  ["drybrush", "acrylic"],
  ["varnish", "matte varnish can"],
  ["pigment", "pigment"],
  ["glue", "cyanoacrylate"],
  ["mask", null],
  ["unmask", null],
  ["sand", null],
  ["flame", null],
  ["lay ground", "PVA ground"],
  ["pour water", "casting resin"],
  ["place", "PVA"],
  ["clip", null],
  ["paste", "texture paste"],
];

describe("what went wrong", () => {
  it.each(actions)("in %s with %s leads to why, and to a repair that the plan takes", (action, product) => {
    const step = testStep({ id: "s", action, product, sheen: "matte", tool: "brush" });
    const before = testStep({ id: "a", action: "wash" });
    const after = testStep({ id: "z", action: "inspect", after: ["s"] });
    const list = mishapsFor(step);
    expect(list.at(-1)!.id).toBe("other");
    expect(list.length).toBeGreaterThan(action === "clip" ? 1 : 2);
    for (const m of list) {
      expect(
        [m.seen, m.because, m.nextTime].every((t) => t.length > 8),
        m.id,
      ).toBe(true);
      const steps = applyChanges(
        [before, { ...step, after: ["a"] }, after],
        m.repair(step, 1).map((change) => ({ ruleId: null, change })),
      );
      const { order, constraints } = sequence(steps);
      const plan = schedule(steps, constraints, always, 0);
      expect(plan.slots, m.id).toHaveLength(steps.length);
      // A repair before the step is done before it, one after it after, and both before what comes next.
      for (const s of steps.filter((x) => x.tied))
        expect(order.indexOf(s.id) < order.indexOf("s"), `${m.id} ${s.title}`).toBe(
          s.tied!.at === "before" || order.indexOf(s.id) < order.indexOf("s"),
        );
      for (const s of steps.filter((x) => x.tied))
        expect(order.indexOf(s.id)).toBeLessThan(order.indexOf("z"));
    }
  });
});

describe("at the bench", () => {
  it("says what is too soft to be touched, until when, and no longer", () => {
    const coat = testStep({
      id: "p",
      action: "paint",
      product: "acrylic",
      targets: ["part:wall"],
    });
    const times = new Map([["p", { startsAt: 0, endsAt: 10 }]]);
    expect(notToTouch([coat], times, 5)).toEqual([]);
    expect(notToTouch([coat], times, 20)).toEqual([
      { target: "part:wall", film: "paint", handledAt: 70, curedAt: 10 + 1440 },
    ]);
    expect(notToTouch([coat], times, 70)).toEqual([]);
    expect(notToTouch([coat], times, 90, { temperatureC: 10, humidity: 0.5 })[0]!.handledAt).toBeCloseTo(
      100,
      9,
    );
  });
  it("calls for cleaning at once after resin and lacquer, before it dries after acrylic, and not while it goes on", () => {
    const with_ = (product: ProductId, tool: ToolId = "brush") =>
      testStep({ id: product, action: "paint", product, tool });
    expect(cleanNow(with_("UV resin"), undefined)).toMatch(/at once with alcohol/);
    expect(cleanNow(with_("lacquer paint", "airbrush"), undefined)).toMatch(/at once with lacquer thinner/);
    expect(cleanNow(with_("acrylic"), undefined)).toMatch(/before it dries/);
    expect(cleanNow(with_("acrylic"), with_("acrylic"))).toBeNull();
    expect(cleanNow(testStep({ id: "x", action: "clip" }), undefined)).toBeNull();
  });
  it("lays out each tool and product once, and says how a piece is held", () => {
    const steps = [
      testStep({ id: "a", action: "paint", product: "lacquer paint", tool: "airbrush", pieces: 12 }),
      testStep({ id: "b", action: "paint", product: "lacquer paint", tool: "airbrush" }),
      testStep({ id: "c", action: "place" }),
    ];
    expect(layOut(steps)).toEqual({ tools: ["airbrush, 0.4 mm nozzle"], products: ["lacquer"] });
    expect(holdBy(steps[0]!)).toMatch(/2 strips of tape/);
    expect(holdBy(steps[1]!)).toMatch(/handle under its foot/);
    expect(holdBy(testStep({ id: "g", action: "lay ground", targets: ["board"] }))).toBeNull();
  });
  it("glues in as many jigs as the glue's first hold takes joints, and in one where nothing has to hold", () => {
    const glued = (product: ProductId | null, pieces: number, minutes: number) =>
      holdBy(
        testStep({
          id: "j",
          action: "glue",
          product,
          pieces,
          handsMinutes: exact(minutes, "min", "practice"),
        }),
      );
    expect(glued(null, 6, 12)).toMatch(/^In a jig .*with one/);
    const hold = productOf("PVA").recoatMinutes;
    expect(glued("PVA", 30, (30 * hold) / 2)).toMatch(/^In 3 jigs .*with 3/);
    expect(glued("PVA", 2, 2)).toMatch(/^In 2 jigs/);
    expect(glued("PVA", 1, 2)).toMatch(/^Dry fitted in a jig/);
  });
  it("has points to look at for every look that is a step", () => {
    for (const check of [
      "primer",
      "assembly",
      "handling",
      "recesses",
      "finish list",
      "faults",
      "palette",
      "dust",
    ] as const)
      expect(inspectionList[check]!.length, check).toBeGreaterThan(0);
  });
});

describe("a step that is moved", () => {
  const link = (before: string, after: string, lagMinutes = 0): Constraint => ({
    before,
    after,
    lagMinutes,
    from: "rule",
    ruleId: "O13",
  });
  const times = new Map([
    ["a", { startsAt: 0, endsAt: 10 }],
    ["b", { startsAt: 30, endsAt: 40 }],
    ["c", { startsAt: 60, endsAt: 70 }],
  ]);
  const chain = [link("a", "b", 20), link("b", "c")];
  it("breaks what it overtakes, and nothing where it stays between", () => {
    expect(brokenBy("b", 35, times, chain)).toEqual([]);
    expect(brokenBy("b", -5, times, chain)).toEqual([chain[0]]);
    expect(brokenBy("b", 65, times, chain)).toEqual([chain[1]]);
    expect(brokenBy("gone", 0, times, chain)).toEqual([]);
  });
  it("asks for an order with its neighbour there, or against the demand that it overtakes", () => {
    expect(moveTo("b", 61, times, [])).toEqual({ kind: "move", before: "c", after: "b" });
    expect(moveTo("c", 5, times, [])).toEqual({ kind: "move", before: "c", after: "b" });
    expect(moveTo("c", 20, times, chain)).toEqual({ kind: "move", before: "c", after: "b" });
    expect(moveTo("a", 65, times, chain)).toEqual({ kind: "move", before: "b", after: "a" });
    expect(moveTo("a", -1, new Map([["a", { startsAt: 0, endsAt: 1 }]]), [])).toBeNull();
    expect(moveTo("gone", 5, times, chain)).toBeNull();
  });
  it("says why one comes before another, in either direction, and when nothing says so", () => {
    expect(whyBefore("a", "c", chain)).toEqual({ first: "a", row: chain });
    expect(whyBefore("c", "a", chain)).toEqual({ first: "a", row: chain });
    expect(whyBefore("a", "x", chain)).toBeNull();
  });
});

describe("graphs", () => {
  const edges = fc
    .array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 9 })), { maxLength: 20 })
    .map((list) => list.map(([a, b]) => ({ before: `n${a}`, after: `n${b}` })));
  const ids = Array.from({ length: 10 }, (_, i) => `n${i}`);
  const reach = (list: readonly { before: string; after: string }[], from: string): Set<string> => {
    const seen = new Set<string>();
    const stack = [from];
    while (stack.length > 0) {
      const id = stack.pop();
      for (const e of list)
        if (e.before === id && !seen.has(e.after)) {
          seen.add(e.after);
          stack.push(e.after);
        }
    }
    return seen;
  };
  it("put nodes into one knot where each reaches the other, and order all where nothing goes round", () => {
    fc.assert(
      fc.property(edges, (list) => {
        const knot = knots(ids, list);
        const reached = new Map(ids.map((id) => [id, reach(list, id)]));
        for (const a of ids)
          for (const b of ids)
            if (a !== b)
              expect(knot.get(a) === knot.get(b)).toBe(reached.get(a)!.has(b) && reached.get(b)!.has(a));
        const order = topological(ids, list);
        const loops = ids.some((id) => reached.get(id)!.has(id));
        expect(order.length === ids.length).toBe(!loops);
        if (!loops)
          for (const e of list) expect(order.indexOf(e.before)).toBeLessThan(order.indexOf(e.after));
      }),
    );
  });
});

describe("hours and places", () => {
  it("walk through the windows as the calendar has them, less what is taken and days away", () => {
    const windows = new Windows({ ...evenings, away: [1] }, 0, [{ from: 1180, to: 1200 }]);
    expect(windows.has(3)).toBe(true);
    expect([windows.from[0], windows.to[0], windows.from[1], windows.to[1]]).toEqual([
      1170, 1180, 1200, 1260,
    ]);
    expect(windows.from[2]).toBe(2 * 1440 + 1170);
    expect(windows.through(0, 10)).toBe(1180);
    expect(windows.through(0, 11)).toBe(1201);
    expect(windows.through(1190, 60)).toBe(1260);
    expect(windows.at(1e6)).toBeGreaterThan(0);
    expect(new Windows({ startWeekday: 0, hours: [[], [], [], [], [], [], []] }, 0, []).at(0)).toBe(-1);
  });
  it("tell when more lies on the shelf than it holds", () => {
    const wet = (id: string) =>
      testStep({
        id,
        action: "paint",
        product: "lacquer paint",
        targets: [`part:${id}`],
        waitMinutes: 60,
        pieces: 3,
        handsMinutes: exact(5, "min", "practice"),
      });
    expect(
      overfull(
        [wet("a"), wet("b")],
        new Map([
          ["a", 0],
          ["b", 30],
        ]),
        { "drying shelf": 5 },
      ),
    ).toHaveLength(1);
    expect(
      overfull(
        [wet("a"), wet("b")],
        new Map([
          ["a", 0],
          ["b", 60],
        ]),
        { "drying shelf": 5 },
      ),
    ).toEqual([]);
    expect(overfull([wet("a")], new Map([["a", 0]]), { "drying shelf": 2 })).toEqual([]);
  });
});

describe("films in section", () => {
  it("are as thick as their coats together, told depths first, and ground is no film on a part", () => {
    const steps = [
      testStep({ id: "p", action: "prime", title: "Prime", product: "primer can" }),
      testStep({
        id: "c",
        action: "paint",
        title: "Paint the colour",
        coats: 2,
        product: "acrylic",
      }),
      testStep({ id: "f", action: "fill", product: "solvent putty", facts: { depthMm: 0.5 } }),
      testStep({
        id: "g",
        action: "lay ground",
        product: "cement ground",
        targets: ["ground:g", "board", "part:a"],
      }),
    ];
    const films = stacks(
      steps,
      new Map([
        ["p", 0],
        ["c", 60],
        ["f", 30],
        ["g", 90],
      ]),
    );
    expect(films.get("part:a")!.map((f) => f.stepId)).toEqual(["p", "f", "c"]);
    const mm = films.get("part:a")!.map((f) => f.filmMm);
    [0.015, 0.5, 0.034].forEach((thick, i) => expect(mm[i]).toBeCloseTo(thick, 6));
    expect(films.get("part:a")![2]!.curedAt).toBe(60 + 1440);
    expect(films.get("board")!.map((f) => f.stepId)).toEqual(["g"]);
  });
});

describe("the builder's own times", () => {
  it("take the place of the usual ones, feel the weather, and touch no other product", () => {
    const own = {
      ...usualWeather,
      times: { varnish: { recoatMinutes: 60, handleMinutes: 240, cureMinutes: 4000 } },
    };
    expect(productOf("varnish", own)).toMatchObject({
      recoatMinutes: 60,
      handleMinutes: 240,
      cureMinutes: 4000,
    });
    expect(productOf("varnish", { ...own, temperatureC: 10 }).handleMinutes).toBeCloseTo(360, 9);
    for (const f of products) if (f.id !== "varnish") expect(productOf(f.id, own)).toEqual(f);
    const step = testStep({ id: "v", action: "varnish", product: "varnish", waitMinutes: 60 });
    expect(weathered(step, own).waitMinutes).toBe(120);
  });
});
