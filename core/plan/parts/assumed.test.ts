import { describe, expect, it } from "vitest";
import { usualScheme } from "#core/paint/usualScheme";
import { isPaintAssumed, withUsualPaint } from "#core/plan/parts/assumed";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { nextAsk } from "#core/plan/whatNext";
import { newPart, type PartPatch, patchedPart, schemeOf } from "#core/scene/part";
import type { PlanInput } from "#core/scene/planInput";

/** The wall is painted by its builder; nobody said anything of the posts. */
const input = (given: Partial<PlanInput> = {}) => testInput(given);
const usual = (given: Partial<PlanInput> = {}) => {
  const plain = input(given);
  return { ...plain, scene: { ...plain.scene, usualPaint: true } };
};
const post = (given: PartPatch = {}) =>
  patchedPart(newPart({ id: "p", sceneId: "s", name: "post", meshId: "b" }), given);
const told = { usualPaint: true, tier: "play" } as const;

describe("what nobody said how to paint", () => {
  const before = makePlan(input());
  const after = makePlan(usual());
  const more = after.work.steps.filter((s) => s.assumed);
  it("stays bare where the scene does not ask for more", () => {
    expect(before.work.steps.some((s) => s.assumed)).toBe(false);
    expect(before.parts.some((p) => p.paintAssumed)).toBe(false);
  });
  it("is planned from primer to varnish, each step named as assumed, what was decided not among it", () => {
    expect(new Set(more.map((s) => s.action))).toEqual(
      new Set(["prime", "paint", "shade", "varnish", "mask", "unmask"]),
    );
    for (const s of more.filter((x) => !x.action.endsWith("mask"))) expect(s.title).toMatch(/\(assumed\)$/);
    for (const s of more) expect(s.targets).toEqual(["part:post"]);
    expect(after.parts.find((p) => p.part.id === "wall")!.paintAssumed).toBe(false);
  });
  it("counts in hours and date and draws nothing from the shelf", () => {
    const hands = more.reduce((sum, s) => sum + s.handsMinutes.value, 0);
    expect(hands).toBeGreaterThan(15);
    expect(after.totals.handsMinutes.value).toBeGreaterThan(before.totals.handsMinutes.value + 0.9 * hands);
    expect(after.totals.finishAt).toBeGreaterThan(before.totals.finishAt);
    const drawn = (plan: typeof before) => Object.fromEntries(plan.stores.map((l) => [l.needKey, l.needed]));
    expect(drawn(after)).toEqual(drawn(before));
  });
  it("is one open mark of the scene, whose mend leaves it bare", () => {
    const marks = after.findings.filter((f) => f.id.endsWith("/assumed"));
    expect(marks).toHaveLength(1);
    expect(marks[0]!.sentence).toMatch(/^1 part is planned the usual way/);
    const { patch } = marks[0]!.mends[0]!.edit as { patch: { usualPaint: boolean } };
    const left = usual();
    const bare = makePlan({ ...left, scene: { ...left.scene, ...patch } });
    expect(bare.work.steps.map((s) => s.id)).toEqual(before.work.steps.map((s) => s.id));
  });
  it("keeps its steps when it is taken as it is: what was done stays done", () => {
    const mine = usual();
    const parts = mine.parts.map((p) => patchedPart(p, { scheme: schemeOf(withUsualPaint(p, mine.scene)) }));
    const taken = makePlan({ ...mine, parts });
    expect(taken.work.steps.map((s) => s.id)).toEqual(after.work.steps.map((s) => s.id));
    expect(taken.work.steps.some((s) => s.assumed)).toBe(false);
    expect(taken.stores.length).toBeGreaterThan(before.stores.length);
  });
  it("is nothing that is clear, bought, a piece, only looked at, or left bare on purpose", () => {
    expect(isPaintAssumed(post(), told)).toBe(true);
    expect(isPaintAssumed(post({ scheme: usualScheme("play") }), told)).toBe(false);
    expect(isPaintAssumed(post({ print: { clear: true } }), told)).toBe(false);
    expect(isPaintAssumed(post({ made: "bought" }), told)).toBe(false);
    expect(isPaintAssumed(post({ made: "by hand" }), told)).toBe(true);
    expect(isPaintAssumed(post({ meaning: "bare" }), told)).toBe(false);
    const piece = post({ print: { pieceOf: { partId: "w", number: 1, of: 2 } } });
    expect(isPaintAssumed(piece, told)).toBe(false);
  });
  it("is sealed the more the more it is handled", () => {
    const seal = (tier: Parameters<typeof usualScheme>[0]) => usualScheme(tier).at(-1)!;
    expect(seal("play")).toMatchObject({ coats: 2, sheen: "satin" });
    expect(seal("display")).toMatchObject({ coats: 1, sheen: "matte" });
    expect(schemeOf(withUsualPaint(post({ tier: "display" }), told)).at(-1)).toMatchObject({ coats: 1 });
  });
});

describe("how far a stage is", () => {
  it("tells what was decided from what was assumed, and is empty where nothing was said", () => {
    const { readiness } = makePlan(usual());
    expect(readiness.colour).toMatchObject({ settled: 1, assumed: 1, of: 2 });
    expect(readiness.order.settled).toBe(0);
    const empty = makePlan({ ...usual(), parts: [], joints: [] }).readiness;
    for (const stage of ["rule", "order", "log", "parts"] as const)
      expect(empty[stage]).toMatchObject({ settled: 0, assumed: 0, of: 0 });
  });
});

describe("what is asked next", () => {
  const asked = (given: PlanInput) => nextAsk(given, makePlan(given))?.text ?? null;
  const whole = usual();
  it("goes from models to scales, machines, hours, date and colours", () => {
    expect(asked({ ...whole, parts: [], joints: [] })).toBe("Add your models");
    const unscaled = whole.parts.map((p) => patchedPart(p, { size: { source: { kind: "unknown" } } }));
    expect(asked({ ...whole, parts: unscaled })).toBe("Say what 2 parts were drawn at");
    const vast = whole.parts.map((p) => patchedPart(p, { size: { ownFactor: 50 } }));
    expect(asked({ ...whole, parts: vast })).toBe("Settle 2 parts that stand aside");
    expect(asked({ ...whole, workshop: { ...whole.workshop, printers: [] } })).toBe(
      "Add the printer you have",
    );
    const shelf = { ...whole.workshop, materials: [] };
    expect(asked({ ...whole, workshop: shelf })).toBe("Say what you print with");
    const never = { ...whole.workshop, hours: Array.from({ length: 7 }, () => []) };
    expect(asked({ ...whole, workshop: never })).toBe("Say when you are at the bench");
    expect(asked(whole)).toBe("Say by when it should be ready");
    const dated = { ...whole, scene: { ...whole.scene, finishBy: "2026-04-01" } };
    expect(asked(dated)).toBe("Choose the colours of 1 part");
    expect(asked({ ...dated, scene: { ...dated.scene, usualPaint: false } })).toBeNull();
  });
  it("holds up nothing that was begun", () => {
    const begun = whole.parts.map((p) => patchedPart(p, { history: { copies: ["printed"] } }));
    expect(asked({ ...whole, parts: begun })).toBeNull();
  });
});
