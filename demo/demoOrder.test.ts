import { patchedPart } from "#core/scene/part";
import { needRef } from "#core/reference";
import type { ProductId } from "#core/materials/products";
import { beforeAll, describe, expect, it } from "vitest";
import { presenceBetween } from "#core/steps/hours";
import { measureMesh, type MeshMeasurement } from "#core/mesh/measure";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { checkConstraints } from "#core/order/checkPlan";
import { orderSchools, type SchoolTopic, schoolTopics } from "#core/steps/orderSchools";
import { comparePlans } from "#core/plan/order/comparePlans";
import { mended, withChange } from "#core/plan/order/mendOrder";
import { planInputOf } from "#core/scene/planInput";
import { makePlan, type Plan } from "#core/plan/plan";
import { planMemory } from "#core/plan/planMemory";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import type { PlanInput } from "#core/scene/planInput";
import type { Scene } from "#core/scene/scene";
import type { Workshop } from "#core/scene/workshop";
import { droppable, tierHours, triage, withoutSteps } from "#core/plan/order/triage";
import { conflictKey, waysOut } from "#core/plan/order/waysOut";
import { addDays, daysBetween } from "#core/plan/calendarDay";
import { osierCarr, withySluice } from "#demo/scenes";
import { openSolids } from "#demo/solids";
import { demoStock } from "#demo/workshop";
import { demoWorkshop as workshop } from "#demo/testing";
import { osierMeshes, withyMeshes } from "#demo/withyMeshes";

const today = "2026-01-05";
const measurements = new Map<string, MeshMeasurement>();
const memory = planMemory();
let input: PlanInput;
let other: PlanInput;
let plan: Plan;

beforeAll(async () => {
  const solids = await openSolids();
  for (const [name, mesh] of Object.entries<TriangleMesh>({ ...withyMeshes(solids), ...osierMeshes(solids) }))
    measurements.set(name, measureMesh(soupOf(mesh)).measurement);
  const of = (made: ReturnType<typeof withySluice>) =>
    planInputOf({ ...made, workshop, measurements, now: { today, minute: 540, ms: 0 } });
  input = of(withySluice(today));
  other = of(osierCarr(today));
  plan = makePlan(input, [], memory);
}, 600_000);

const withScene = (change: Partial<Scene>, from = input): PlanInput => ({
  ...from,
  scene: { ...from.scene, ...change },
});
const withRooms = (change: Partial<Workshop["rooms"]>): PlanInput => ({
  ...input,
  workshop: { ...workshop, rooms: { ...workshop.rooms, ...change } },
});
const acceptedOf = (p: Plan): AcceptedPlan => ({
  id: input.scene.id,
  acceptedAt: `${today}T09:00`,
  day: today,
  slots: Object.fromEntries(p.work.schedule.slots.map((s) => [s.stepId, [s.startsAt, s.endsAt]])),
  sequenceNumber: 1,
});
const ids = (p: Plan) => p.work.conflicts.filter((c) => !c.overridden).map((c) => c.ruleId);
const at = (p: Plan, stepId: string) => p.work.schedule.slots.find((s) => s.stepId === stepId)!;
const sealId = "part:withy-sluice-front/scheme-seal";
const sandId = "ground:withy-sluice-sand/lay";

describe("the deadlock of the demo", () => {
  it("is one rule against one wish, told as a circle, and nothing else is broken", () => {
    expect(ids(plan)).toEqual(["O31"]);
    const [c] = plan.work.conflicts;
    expect(c!.circle.map((d) => [d.before, d.after, d.from])).toEqual([
      [sealId, sandId, "wish"],
      [sandId, sealId, "rule"],
    ]);
  });
  it("has ways out that were tried: those that hold come first, and each costs what it came out to", () => {
    const ways = waysOut(input, [], conflictKey(plan.work.conflicts[0]!), memory);
    expect(ways.length).toBeGreaterThanOrEqual(5);
    expect(ways[0]!.holds && ways[0]!.others.length === 0).toBe(true);
    const order = ways.map((w) => Number(w.holds));
    expect([...order].sort((a, b) => b - a)).toEqual(order);
    for (const w of ways) {
      const then = makePlan(withScene(mended(input.scene, plan.work.conflicts[0]!, w.mend)), [], memory);
      expect(then.work.schedule.finishAt - plan.work.schedule.finishAt).toBeCloseTo(w.finishMinutes, 6);
      expect(ids(then).includes("O31")).toBe(!w.holds);
    }
    // Soapy water lets the wish stand and ends no later: nothing waits for alcohol to be gone.
    const soap = ways.find((w) => /soap/.test(w.mend.label))!;
    expect(soap.holds).toBe(true);
    expect(soap.finishMinutes).toBeLessThanOrEqual(0);
  });
  it("is mended by the right way round too, which takes the wish back, and by a note, which keeps it in sight", () => {
    const [c] = plan.work.conflicts;
    const right = mended(input.scene, c!, c!.mends[0]!);
    expect(right.orderWishes).toEqual([]);
    expect(ids(makePlan(withScene(right), [], memory))).toEqual([]);
    const aside = makePlan(
      withScene({
        orderWishes: [{ ...input.scene.orderWishes[0]!, override: "O31", note: "a trial piece" }],
      }),
      [],
      memory,
    );
    expect(aside.work.conflicts.some((x) => x.ruleId === "O31" && x.overridden)).toBe(true);
    expect(at(aside, sealId).startsAt).toBeLessThan(at(aside, sandId).startsAt);
    expect(aside.findings.some((f) => f.sentence.startsWith("Set aside by you"))).toBe(true);
  });
});

describe("steps that everybody forgets", () => {
  it("are there with the rule that asked for them, in their place", () => {
    const by = (rule: string) => plan.work.steps.filter((s) => s.insertedBy === rule);
    expect(by("O74")).toHaveLength(1);
    expect(
      by("O66")
        .map((s) => s.action)
        .sort(),
    ).toEqual(["seal", "test"]);
    const grout = at(plan, "ground:withy-sluice-grout/lay").startsAt;
    const water = at(plan, "ground:withy-sluice-water/lay").startsAt;
    expect(at(plan, by("O74")[0]!.id).endsAt).toBeLessThan(grout);
    for (const s of by("O66"))
      expect(at(plan, s.id).startsAt > grout && at(plan, s.id).endsAt < water).toBe(true);
    expect(by("O70").length).toBeGreaterThanOrEqual(1);
  });
  it("looks at the primer before the colour, at the whole before the paint, and at the list at the very end", () => {
    const look = plan.work.steps.filter((s) => s.facts?.checks?.includes("primer"));
    expect(look.length).toBeGreaterThan(10);
    for (const s of look)
      for (const paint of plan.work.steps.filter(
        (x) => x.action === "paint" && x.targets[0] === s.targets[0],
      ))
        expect(at(plan, paint.id).startsAt).toBeGreaterThanOrEqual(at(plan, s.id).endsAt - 1e-6);
    expect(plan.work.schedule.slots.at(-1)!.stepId).toBe("scene/finish-list");
  });
});

describe("streaks of enamel on the roof", () => {
  const shade = "part:withy-sluice-roof/scheme-streaks";
  const draw = "part:withy-sluice-roof/draw-streaks";
  const stepOf = (p: Plan, id: string) => p.work.steps.find((s) => s.id === id)!;
  const record = (stepId: string, state: "done" | "skipped", minute: string) => ({
    id: stepId,
    sceneId: input.scene.id,
    stepId,
    state,
    at: `${today}T${minute}`,
    actualMinutes: 5,
    pieces: null,
    note: "",
  });
  it("are drawn back in the same evening, while they can be", () => {
    for (const part of ["roof", "gate"]) {
      const laid = at(plan, `part:withy-sluice-${part}/scheme-streaks`);
      const drawn = at(plan, `part:withy-sluice-${part}/draw-streaks`);
      const { window } = stepOf(plan, drawn.stepId);
      expect(Math.floor(drawn.startsAt / 1440)).toBe(Math.floor(laid.endsAt / 1440));
      expect(drawn.startsAt - laid.endsAt).toBeGreaterThanOrEqual(window!.fromMinutes - 1e-6);
      expect(drawn.startsAt - laid.endsAt).toBeLessThanOrEqual(window!.untilMinutes + 1e-6);
      expect(drawn.parts).toHaveLength(1);
    }
    expect(plan.findings.some((f) => f.id.endsWith("window"))).toBe(false);
  });
  it("come first once they are laid, and are told of when they were left too long", () => {
    const begins = at(plan, shade).startsAt;
    const earlier = plan.work.steps
      .filter(
        (s) =>
          s.targets.includes("part:withy-sluice-roof") && (at(plan, s.id)?.startsAt ?? Infinity) < begins,
      )
      .map((s) => record(s.id, "done", "09:00"));
    const now = { today, minute: 20 * 60, ms: 0 };
    const laid = makePlan(
      { ...input, now, records: [...earlier, record(shade, "done", "19:50")] },
      [],
      memory,
    );
    expect(at(laid, draw).startsAt).toBeLessThanOrEqual(
      19 * 60 + 50 + stepOf(laid, draw).window!.untilMinutes,
    );
    const late = makePlan(
      { ...input, now: { today, minute: 23 * 60, ms: 0 }, records: [record(shade, "done", "19:50")] },
      [],
      memory,
    );
    expect(late.findings.find((f) => f.id.endsWith("window"))?.sentence).toMatch(
      /Draw it back.*has set by then/,
    );
  });
  it("that were skipped have nothing to draw back", () => {
    const skipped = makePlan({ ...input, records: [record(shade, "skipped", "09:00")] }, [], memory);
    expect(skipped.work.schedule.slots.some((s) => s.stepId === draw)).toBe(false);
    expect(skipped.work.schedule.slots).toHaveLength(plan.work.schedule.slots.length - 2);
  });
});

describe("two open scenes", () => {
  it("share one pair of hands: no minute is used twice, and both see the same", () => {
    const first = makePlan(input, [other], memory);
    const second = makePlan(other, [input], memory);
    const parts = [...first.work.schedule.slots, ...first.work.otherSlots]
      .flatMap((s) => s.parts)
      .sort((a, b) => a.from - b.from);
    parts.forEach((p, i) => {
      if (i > 0) expect(p.from).toBeGreaterThanOrEqual(parts[i - 1]!.to - 1e-6);
    });
    const theirs = new Map(second.work.schedule.slots.map((s) => [s.stepId, s.startsAt]));
    expect(first.work.otherSlots.length).toBe(theirs.size);
    for (const s of first.work.otherSlots) expect(theirs.get(s.stepId.split("\u0000")[1]!)).toBe(s.startsAt);
    // One that is set aside takes nothing.
    expect(makePlan(input, [withScene({ aside: true }, other)], memory).work.otherSlots).toEqual([]);
  });
});

describe("a plan that is kept", () => {
  it("stays where it is while nothing changes, and every promise of it holds", () => {
    const again = makePlan({ ...input, accepted: acceptedOf(plan) }, [], memory);
    expect(again.work.schedule.moved).toEqual([]);
    expect(comparePlans(acceptedOf(plan), again.work, today)).toMatchObject({
      rows: [],
      stayed: plan.work.schedule.slots.length,
    });
  });
  it("heals round a lost evening: nothing is done then, waits hold, and what need not move does not", () => {
    const lost = Math.floor(plan.work.schedule.slots[20]!.startsAt / 1440);
    const day = addDays(today, lost);
    const healed = makePlan({ ...withRooms({ away: [day] }), accepted: acceptedOf(plan) }, [], memory);
    const { slots, moved } = healed.work.schedule;
    expect(slots.some((s) => s.parts.some((p) => Math.floor(p.from / 1440) === lost))).toBe(false);
    expect(presenceBetween(healed.clock, lost * 1440, (lost + 1) * 1440)).toBe(0);
    expect(
      checkConstraints(
        healed.work.sequence.constraints,
        new Map(slots.map((s) => [s.stepId, s.startsAt])),
        new Map(slots.map((s) => [s.stepId, s.endsAt])),
      ),
    ).toEqual([]);
    const compared = comparePlans(acceptedOf(plan), healed.work, today);
    expect(compared.rows.length).toBe(moved.length);
    expect(compared.stayed).toBeGreaterThan(0);
    expect(healed.runs.some((r) => Math.floor(r.setupAt / 1440) === lost)).toBe(false);
  });
});

describe("what the bench says", () => {
  const posts = "part:withy-sluice-posts/scheme-tar";
  it("leaves the rest of a step that is done for some, with the rest of its time", () => {
    const whole = plan.work.steps.find((s) => s.id === posts)!;
    const some = makePlan(
      {
        ...input,
        records: [
          {
            id: "r",
            sceneId: input.scene.id,
            stepId: posts,
            state: "some",
            at: `${today}T09:00`,
            actualMinutes: 5,
            pieces: 9,
            note: "",
          },
        ],
      },
      [],
      memory,
    );
    const slot = at(some, posts);
    const minutes = slot.parts.reduce((m, p) => m + p.to - p.from, 0) - slot.setupMinutes;
    expect(minutes).toBeCloseTo(whole.handsMinutes.value / 4, 6);
    expect(some.work.some.get(posts)).toBe(9);
    expect(some.work.done.has(posts)).toBe(false);
  });
  it("takes a skipped step out and looks again at what needed it", () => {
    const primer = "part:withy-sluice-posts/scheme-primer";
    const id = plan.work.steps.find(
      (s) => s.action === "prime" && s.targets[0] === "part:withy-sluice-posts",
    )!.id;
    expect(id.startsWith(primer.slice(0, 20))).toBe(true);
    const skipped = makePlan(
      {
        ...input,
        records: [
          {
            id: "r",
            sceneId: input.scene.id,
            stepId: id,
            state: "skipped",
            at: `${today}T09:00`,
            actualMinutes: null,
            pieces: null,
            note: "no time",
          },
        ],
      },
      [],
      memory,
    );
    expect(ids(skipped)).toContain("O13");
  });
  it("lets nothing wait for a film that was skipped, and what was done still dries", () => {
    const seal = "part:withy-sluice-posts/scheme-seal";
    const after = plan.work.sequence.constraints
      .filter((c) => c.before === seal)
      .sort((a, b) => b.lagMinutes - a.lagMinutes)[0]!;
    const release = (state: "done" | "skipped") =>
      makePlan(
        {
          ...input,
          records: [
            ...plan.work.steps
              .filter((s) => s.id !== after.after && s.id !== seal)
              .map((s) => ({ stepId: s.id, at: `${addDays(today, -60)}T09:00`, state: "done" as const })),
            { stepId: seal, at: `${addDays(today, 2)}T09:00`, state },
          ].map((r) => ({
            id: r.stepId,
            sceneId: input.scene.id,
            actualMinutes: null,
            pieces: null,
            note: "",
            ...r,
          })),
        },
        [],
        memory,
      ).work.schedule.slots[0]!.startsAt;
    expect(after.lagMinutes).toBeGreaterThan(0);
    expect(release("done")).toBeGreaterThanOrEqual(2 * 1440 + 540 + after.lagMinutes);
    expect(release("skipped")).toBeLessThan(2 * 1440 + 540 + after.lagMinutes);
  });
  it("counts an hour of the builder's own times", () => {
    const slow = makePlan(
      withRooms({
        productTimes: {
          acrylic: { recoatMinutes: 600, handleMinutes: 1200, cureMinutes: 2880 },
        },
      }),
      [],
      memory,
    );
    const wait = (p: Plan) => p.work.steps.find((s) => s.id === posts)!.waitMinutes;
    expect(wait(slow) / wait(plan)).toBeCloseTo(30, 6);
    expect(slow.work.schedule.finishAt).toBeGreaterThan(plan.work.schedule.finishAt);
  });
  it("keeps the pieces on the shelf to what it holds", () => {
    const tight = makePlan(withRooms({ shelfPieces: 12 }), [], memory);
    expect(tight.work.schedule.slots).toHaveLength(plan.work.schedule.slots.length);
    expect(tight.work.schedule.finishAt).toBeGreaterThanOrEqual(plan.work.schedule.boundAt);
  });
});

describe("triage", () => {
  it("drops the least missed first, nothing that holds or protects, and no more than the date asks for", () => {
    const list = droppable(plan, input);
    expect(list.length).toBeGreaterThan(20);
    const kinds = new Set(
      list.flatMap((d) => d.stepIds.map((id) => plan.work.steps.find((s) => s.id === id)!.action)),
    );
    for (const keeps of ["prime", "glue", "varnish", "cure", "wash resin", "wire", "paint", "seal"] as const)
      expect(kinds.has(keeps), keeps).toBe(false);
    const none = triage(withScene({ finishBy: addDays(today, 60) }), [], memory);
    expect(none).toMatchObject({ dropped: [], onTime: true, minutesWon: 0 });
    const early = triage(withScene({ finishBy: addDays(today, 8) }), [], memory);
    expect(early.onTime).toBe(false);
    expect(early.dropped.length).toBe(list.length);
    const lean = makePlan(withScene({ orderChanges: withoutSteps(input.scene, list) }), [], memory);
    expect(lean.totals.finishAt).toBe(early.finishAt);
    expect(lean.work.steps.length).toBeLessThan(plan.work.steps.length);
  });
  it("shows that more care takes more hands", () => {
    const [play, display, sale] = tierHours(input, []);
    expect(play!.handsMinutes).toBeLessThan(display!.handsMinutes);
    expect(display!.handsMinutes).toBeLessThan(sale!.handsMinutes);
  });
});

describe("schools", () => {
  const all = schoolTopics.flatMap((topic) =>
    orderSchools[topic].slice(1).map(([name]) => [topic, name] as const),
  );
  it.each(all)("%s: %s changes the order and breaks no rule", (topic: SchoolTopic, name) => {
    // A joint that is not seen between two walls of one colour: before or after paint, as the school says.
    const hidden = {
      ...input,
      // Only what is flamed is done otherwise by the school of flames.
      parts: input.parts.map((p) =>
        topic === "flame" && p.id === "withy-sluice-quay" ? patchedPart(p, { school: "flame first" }) : p,
      ),
      joints: [
        ...input.joints,
        {
          ...input.joints[0]!,
          id: "hidden",
          name: "floor beam",
          partIds: [topic === "flame" ? "withy-sluice-quay" : "withy-sluice-front", "withy-sluice-back"],
          glue: "PVA" as const,
          shows: topic === "flame",
        },
      ],
    };
    const then = makePlan(
      withScene({ orderSchools: { [topic]: name }, orderWishes: [] }, hidden),
      [],
      memory,
    );
    expect(ids(then)).toEqual([]);
    expect(then.work.schedule.slots.map((s) => s.stepId)).not.toEqual(
      makePlan(withScene({ orderWishes: [] }, hidden), [], memory).work.schedule.slots.map((s) => s.stepId),
    );
  });
  it("cures on the supports and takes them off after", () => {
    const then = makePlan(withScene({ orderSchools: { cure: "cure on the supports" } }), [], memory);
    const resin = then.work.steps.filter((s) => s.action === "remove supports");
    expect(resin.length).toBeGreaterThan(0);
    for (const s of resin)
      expect(at(then, s.id).startsAt).toBeGreaterThanOrEqual(
        at(then, s.id.replace("remove-supports", "cure")).endsAt - 1e-6,
      );
  });
});

describe("changes that are kept", () => {
  it("take the place of what decided the same before, and of nothing else", () => {
    const change = (product: ProductId) => ({
      ruleId: "O31",
      note: "",
      change: {
        kind: "product" as const,
        stepId: sealId,
        product,
        sheen: null,
        tool: null,
        place: null,
        minutes: 0,
      },
    });
    const once = withChange(input.scene, change("varnish"));
    const twice = withChange({ ...input.scene, ...once }, change("lacquer paint"));
    expect(twice.orderChanges).toEqual([change("lacquer paint")]);
    const other = withChange(
      { ...input.scene, ...twice },
      { ruleId: null, note: "", change: { kind: "leave out", stepId: sealId } },
    );
    expect(other.orderChanges).toHaveLength(2);
    expect(makePlan(withScene(other), [], memory).work.steps.some((s) => s.id === sealId)).toBe(false);
  });
  it("do nothing where the step is gone", () => {
    const gone = makePlan(
      withScene({
        orderChanges: [
          { ruleId: null, note: "", change: { kind: "leave out", stepId: "part:gone/paint" } },
          { ruleId: null, note: "", change: { kind: "move", before: "x", after: "y" } },
        ],
      }),
      [],
      memory,
    );
    expect(gone.work.steps.map((s) => s.id)).toEqual(plan.work.steps.map((s) => s.id));
  });
  it("count days from today", () => expect(daysBetween(today, addDays(today, 8))).toBe(8));
});

describe("what a bench evening uses up", () => {
  it("draws a sheet of each grit of every ladder for what it sands, and says where none is on the shelf", () => {
    const sanded = plan.work.steps.filter((s) => s.tool === "abrasive 120 to 180");
    const line = (p: Plan, grit: number) => p.stores.find((l) => l.needKey === `abrasive:${grit}`);
    expect(sanded.length).toBeGreaterThan(0);
    for (const grit of [120, 180])
      expect(line(plan, grit)).toMatchObject({
        unit: "sheets",
        state: "enough",
        needed: sanded.reduce((sum, s) => sum + s.areaCm2! / 600, 0),
      });
    const bare = makePlan(
      // Without its coarse grits it begins with the one that the steps ask for.
      { ...input, workshop: { ...workshop, stock: demoStock.filter((s) => !/abrasive:1/.test(s.needKey)) } },
      [],
      memory,
    );
    expect(bare.findings.find((f) => f.about === needRef("abrasive:80"))!.sentence).toMatch(
      /^abrasive 80, coarse is not on the shelf; about 1 sheet is needed/,
    );
    // A grit that nothing is sanded with is not asked for.
    expect(line(plan, 2000)).toBeUndefined();
  });
});
