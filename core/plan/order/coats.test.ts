import { patchedPart, schemeOf } from "#core/scene/part";
import { describe, expect, it } from "vitest";
import { exact } from "#core/figure";
import { applyChanges } from "#core/order/applyChanges";
import type { OrderChange } from "#core/order/change";
import { checkPlan } from "#core/order/checkPlan";
import { schedule } from "#core/order/schedule";
import { usualWeather } from "#core/materials/weather";
import { droppable, withoutSteps } from "#core/plan/order/triage";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { sequence } from "#core/order/sequence";
import { unmixed } from "#core/paint/coat";
import { paintSteps } from "#core/paint/paintSteps";
import type { SchemeLayer } from "#core/paint/scheme";
import { coatRound, coatRoundText } from "#core/steps/coats";
import type { Clock } from "#core/steps/hours";
import { stepsOn } from "#core/steps/partBase";
import type { Step } from "#core/steps/step";

const COATS = 4;
/** Recoats in 10 min as the table of products has it: its flash-off. */
const tarnish: SchemeLayer = {
  id: "tar",
  kind: "colour",
  product: "acrylic airbrushed",
  colour: { kind: "paint", id: "p" },
  method: "airbrush",
  coats: COATS,
  coverage: 1,
  sheen: "matte",
};

/** The coats of a part of so many copies at 3 min a copy: a minute to take it up once a coat, the rest by area. */
function coatsOf(id: string, count: number, layer: SchemeLayer = tarnish): readonly Step[] {
  const shared = { process: "filament", clear: false, releaseAt: 0, thinnestMm: null } as const;
  const { steps, add } = stepsOn({ ...shared, id, name: id, count, pieceOf: null, facts: {} }, () => 1);
  const areaCm2 = exact((3 * count - 1) / 0.012, "cm2", "measured");
  const work = { bare: null, hollow: null, showsSteps: false, fitFaces: false, onBoard: false } as const;
  paintSteps(
    { ...work, ...shared, id, count, layers: [{ layer, key: layer.id, zones: [0], of: null, areaCm2 }] },
    add,
    () => unmixed,
    {},
  );
  return steps;
}

const allDay: Clock = { startWeekday: 0, hours: Array.from({ length: 7 }, () => [{ from: 0, to: 1440 }]) };
function planned(steps: readonly Step[]) {
  const { order, constraints } = sequence(steps, [], []);
  const made = schedule(steps, constraints, allDay, 0);
  const first = made.slots[0]!;
  const minutes = Math.max(...made.slots.map((s) => s.endsAt)) - first.startsAt;
  const setup = made.slots.reduce((sum, s) => sum + s.setupMinutes, 0);
  return { order, slots: made.slots, setups: made.setups, minutes: minutes - setup };
}

describe("coats one by one", () => {
  it("are steps of their own, the last with the id of its layer, and take together what the layer takes", () => {
    const steps = coatsOf("tile", 6);
    expect(planned(steps).order).toEqual([
      "part:tile/scheme-tar/coat-1",
      "part:tile/scheme-tar/coat-2",
      "part:tile/scheme-tar/coat-3",
      "part:tile/scheme-tar",
    ]);
    expect(steps.map((s) => s.title).sort()).toEqual(
      [1, 2, 3, 4].map((n) => `Paint the colour, coat ${n} of 4`),
    );
    const [whole] = coatsOf("tile", 6, { ...tarnish, coats: 1 });
    const sum = steps.reduce((all, s) => all + s.mixMl!.value, 0);
    // What stays in the cup is lost once a layer and not once a coat.
    expect(sum).toBeLessThan(4 * whole!.mixMl!.value);
    expect(whole).toMatchObject({ id: "part:tile/scheme-tar", title: "Paint the colour" });
  });
  it("are painted from one mix where the colour is one's own, and each from the pot where it is not", () => {
    const own = coatsOf("tile", 6, { ...tarnish, colour: { kind: "recipe", id: "mix" } });
    const pot = coatsOf("tile", 6);
    const ml = (steps: readonly Step[]) =>
      [...steps].sort((a, b) => a.coat!.number - b.coat!.number).map((s) => s.mixMl?.value ?? null);
    const each = ml(pot)[0]!;
    expect(ml(pot)).toEqual([each, each, each, each]);
    expect(ml(own)).toEqual([expect.closeTo(4 * each, 9), null, null, null]);
    const first = own.find((s) => s.coat!.number === 1)!;
    expect(first.notes).toEqual(["Mix for all 4 coats at once, and keep what is left closed."]);
  });
  it("OR11: six tiles go round in 72 min without waiting; tile by tile it would be 72 + 18 x 10", () => {
    const { minutes, setups } = planned(coatsOf("tile", 6));
    expect(minutes).toBeCloseTo(72, 6);
    expect(setups).toBe(1);
    const alone = coatRound(coatsOf("tile", 1)[0]!);
    expect(alone).toEqual({ roundMinutes: 3, waitMinutes: 10, gaplessPieces: 5 });
    expect(6 * (COATS * alone.roundMinutes + (COATS - 1) * alone.waitMinutes)).toBe(72 + 18 * 10);
    expect(planned(coatsOf("tile", 1)).minutes).toBeCloseTo(4 * 3 + 3 * 10, 6);
  });
  it("go round parts as they go round copies, with the tools got out once", () => {
    const tiles = ["a", "b", "c", "d", "e", "f"].flatMap((id) => coatsOf(id, 1));
    const { minutes, setups, slots } = planned(tiles);
    expect(minutes).toBeCloseTo(72, 6);
    expect(setups).toBe(1);
    // From the fifth on the first is dry: a second coat may begin before the sixth part has its first.
    expect(new Set(slots.slice(0, 5).map((s) => s.stepId.slice(0, 6))).size).toBe(5);
  });
  it("wait for what is left of the flash-off where there are few pieces, and say so", () => {
    const two = coatsOf("tile", 2);
    expect(planned(two).minutes).toBeCloseTo(4 * 6 + 3 * 7, 6);
    const text = (count: number) => coatRoundText(coatsOf("tile", count).find((s) => s.coat!.number === 1)!);
    expect(text(2)).toBe(
      "Go round all 2: 3 min a piece, 10 min between coats, so 7 min of waiting; from 5 pieces on there is none.",
    );
    expect(text(6)).toBe(
      "Go round all 6: 3 min a piece, 10 min between coats; the first is dry when the last is laid, " +
        "so the next coat follows at once.",
    );
    expect(coatRoundText(coatsOf("tile", 6).find((s) => s.coat!.number === COATS)!)).toBeNull();
  });
  it("are both sooner than what was wished after the layer, and later than what was wished before it", () => {
    const tiles = coatsOf("tile", 1);
    const other = coatsOf("post", 1, { ...tarnish, coats: 1 });
    const layer = "part:tile/scheme-tar";
    const post = "part:post/scheme-tar";
    const order = (before: string, after: string) =>
      sequence([...tiles, ...other], [{ before, after, override: null, note: "" }], []).order;
    expect(order(post, layer)[0]).toBe(post);
    expect(order(layer, post).at(-1)).toBe(post);
  });
});

describe("what is decided of one coat", () => {
  const layer = "part:tile/scheme-tar";
  const coats = coatsOf("tile", 6);
  const changed = (change: OrderChange) => applyChanges(coats, [{ change, ruleId: null }]);
  it.each([layer, `${layer}/coat-1`, `${layer}/coat-3`])("leaves out all of them: %s", (stepId) => {
    const other = coatsOf("post", 1);
    const left = applyChanges(
      [...coats, ...other],
      [{ change: { kind: "leave out", stepId }, ruleId: null }],
    );
    expect(left).toEqual(other);
  });
  it("is done to all of them: another product, another way, with the minutes shared out", () => {
    const facts = changed({
      ...{ kind: "facts", stepId: layer, facts: { dustCoats: true }, alcohol: null, minutes: 8 },
    } as OrderChange);
    expect(facts.every((s) => s.facts?.dustCoats)).toBe(true);
    const product = changed({
      ...{ kind: "product", stepId: `${layer}/coat-2`, product: "acrylic", minutes: 8 },
      ...{ sheen: null, tool: null, place: null },
    } as OrderChange);
    expect(product.every((s) => s.product === "acrylic" && s.waitMinutes === 20)).toBe(true);
    const hands = (steps: readonly Step[]) => steps.reduce((sum, s) => sum + s.handsMinutes.value, 0);
    expect([hands(facts), hands(product)]).toEqual([72 + 8, 72 + 8].map((v) => expect.closeTo(v, 9)));
  });
  it("breaks a rule once and not with every coat", () => {
    const damp = { ...usualWeather, humidity: 0.8 };
    const times = new Map(coats.map((s, i) => [s.id, { startsAt: 60 * i, endsAt: 60 * i + 18 }]));
    const found = checkPlan(coats, times, { weatherOn: () => damp });
    const rules = found.map((c) => c.ruleId);
    expect(rules).toContain("O13");
    expect(new Set(rules).size).toBe(rules.length);
  });
  it("may be dropped as the layer that it is", () => {
    const input = testInput();
    const [wall, ...rest] = input.parts;
    const shade = {
      ...schemeOf(wall!)[0]!,
      id: "sh",
      kind: "shade" as const,
      product: "acrylic wash" as const,
      coats: 3,
    };
    const parts = [patchedPart(wall!, { scheme: [...schemeOf(wall!), shade] }), ...rest];
    const with3 = testInput({ parts });
    const drop = droppable(makePlan(with3), with3).find((d) =>
      d.stepIds.some((id) => id.includes("scheme-sh")),
    )!;
    expect(drop.what).toBe("Shade, 3 coats");
    expect(drop.stepIds).toHaveLength(3);
    const without = testInput({
      parts,
      scene: { ...with3.scene, orderChanges: withoutSteps(with3.scene, [drop]) },
    });
    expect(makePlan(without).work.steps.filter((s) => s.id.includes("scheme-sh"))).toEqual([]);
  });
});
