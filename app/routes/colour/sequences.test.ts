import { beforeEach, describe, expect, it } from "vitest";
import { mishapsFor } from "#core/order/mishaps";
import { sessionsOf } from "#core/order/sessions";
import { layersOfSequence } from "#core/paint/paintSequence";
import { newLogEntry } from "#core/plan/log/newLogEntry";
import { shippedSequences } from "#core/paint/shippedSequences";
import { makePlan, type Plan } from "#core/plan/plan";
import { sequenceTakes } from "#core/plan/colour/sequenceTakes";
import { testPaint } from "#core/plan/testing";
import { partRef } from "#core/reference";
import { schemeOf } from "#core/scene/part";
import { wholeZone, type Zone } from "#core/scene/zone";
import type { Step } from "#core/steps/step";
import { stepDone, stepWentWrong } from "#app/jobs/bench";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { getPlanInput } from "#data/workshop";
import { testPart, testScene } from "#data/testing";
import { check } from "#data/check";
import { shapes } from "#data/shapes";
import { colourAction } from "#app/routes/colour/colourAction";
import { copyLines, panelsTyped } from "#app/routes/colour/copyLines";

// What the forms of sequences, copies and ladders send, planned.
const db = appDatabase();
const scene = { ...testScene(), usualPaint: false };
const send = async (fields: Readonly<Record<string, string>>) => {
  const said = (await colourAction(fields)) as { data?: { problems?: { message: string }[] } };
  return (said.data?.problems ?? []).map((p) => p.message);
};
const thing = (id: string, count = 1, cm2 = 30, zones: readonly Partial<Zone>[] = [{}]) => {
  const side = Math.sqrt(20 * cm2);
  return testPart({
    ...{ id, name: id, meshId: null, count, made: "bought" },
    size: { boxMm: [side, side, side] },
    zones: zones.map((z, number) => ({ ...wholeZone, number, ...z })),
  });
};
const input = async () => (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
const planned = async (): Promise<Plan> => makePlan(await input());
const inOrder = ({ work }: Plan): readonly Step[] => {
  const byId = new Map(work.steps.map((s) => [s.id, s]));
  return work.sequence.order.map((id) => byId.get(id)!);
};
const stepsOf = (plan: Plan, id: string) => inOrder(plan).filter((s) => s.targets.includes(partRef(id)));
/** Steps that lay what was said, without what rules put in: bare plastic is primed first. */
const isLaid = (s: Step) => typeof s.partOf === "object" && s.insertedBy === null;
const eye = shippedSequences.find((s) => s.name.startsWith("Eye"))!;
const inColours = {
  slot0: "paint:dark",
  slot1: "paint:white",
  slot2: "paint:blue",
  slot3: "paint:dark",
  slot4: "paint:skin",
};

const layEye = (partId: string, alsoOn = "") =>
  send({ intent: "lay-sequence", partId, zone: "", alsoOn, sequence: eye.id, ...inColours });

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.paints.bulkPut([
    testPaint("white", "#f2f0ea"),
    testPaint("dark", "#3a2f28"),
    testPaint("blue", "#31506e"),
    testPaint("skin", "#c58f6e"),
    testPaint("ochre", "#a9762f"),
    testPaint("yellow", "#e0b93a"),
  ]);
});

describe("C4: sequences kept by name", () => {
  it("an eye on four figures is six batches and not 24 steps, as copies of one part and as four parts", async () => {
    await db.parts.put(thing("figure", 4));
    await layEye("figure");
    const own = stepsOf(await planned(), "figure");
    expect(own.filter(isLaid)).toHaveLength(6);
    expect(own.every((s) => s.pieces === 4 || s.action === "inspect")).toBe(true);

    // Four parts go together too, where an evening does not part them.
    const days = Array.from({ length: 7 }, () => [{ from: 0, to: 24 * 60 }]);
    await db.settings.put({ id: "hours", hours: days });
    await db.parts.clear();
    await db.parts.bulkPut(["a", "b", "c", "d"].map((id) => thing(id)));
    await layEye("a", "b c d");
    const plan = await planned();
    const laying = sessionsOf(plan.work.schedule.slots, plan.work.steps).filter((s) => s.steps.some(isLaid));
    // What is ready goes on while the rest still dries: not six, but far from one by one.
    expect(laying.reduce((n, s) => n + s.steps.length, 0)).toBe(24);
    expect(laying.length).toBeLessThanOrEqual(12);
  });
  it("a slip at the off-white of one figure brings back frame and off-white for that one alone", async () => {
    await db.parts.put(thing("figure", 4));
    await layEye("figure");
    const [frame, white] = stepsOf(await planned(), "figure").filter(isLaid);
    const said = (step: Step) => ({ scene, step, minutes: 4, note: "", keep: null });
    await stepDone(said(frame!));
    const slip = mishapsFor(white!)[0]!;
    expect(slip).toMatchObject({ id: "slipped", single: true });
    await stepWentWrong(said(white!), slip, { pieces: 1, left: 4, before: 0 });
    const { work } = await planned();
    const left = inOrder(await planned()).filter((s) => !work.done.has(s.id) && s.paintId !== null);
    expect(left.slice(0, 2).map((s) => [s.paintId, s.pieces! - (work.some.get(s.id) ?? 0)])).toEqual([
      ["dark", 1],
      ["white", 1],
    ]);
    expect(left[0]!.title).toBe("Again on 1 copy: paint the colour");
    expect(left[0]!.mixMl!.value).toBeCloseTo(frame!.mixMl!.value / 4, 9);
    expect(left.slice(2).every((s) => s.pieces === 4)).toBe(true);
    expect(left[0]!.handsMinutes.value).toBeCloseTo(frame!.handsMinutes.value / 4, 9);
    // What was put in fits what is stored.
    const [kept] = await db.scenes.toArray();
    expect(check(shapes.scenes, kept)).toMatchObject({ ok: true });
  });
  it("five layers saved on a cottage and laid on a shed keep coverage and scale ml by area", async () => {
    await db.parts.bulkPut([thing("cottage", 1, 200), thing("shed", 1, 50)]);
    const layer = {
      intent: "layer",
      partId: "cottage",
      zone: "",
      product: "acrylic",
      sheen: "matte",
      coats: "1",
    };
    await send({
      ...layer,
      kind: "primer",
      product: "brush primer",
      method: "brush",
      what: "",
      coverage: "100",
    });
    await send({ ...layer, kind: "colour", method: "airbrush", what: "paint:ochre", coverage: "100" });
    await send({ ...layer, kind: "colour", method: "brush", what: "paint:dark", coverage: "25" });
    await send({ ...layer, kind: "drybrush", method: "drybrush", what: "paint:white", coverage: "40" });
    await send({ ...layer, kind: "varnish", product: "varnish", method: "brush", what: "", coverage: "100" });
    expect(
      await send({ intent: "keep-sequence", partId: "cottage", zone: "", sequenceName: "Lime wall" }),
    ).toEqual([]);
    const [kept] = await db.sequences.toArray();
    expect(kept!.slots).toEqual(["ochre", "dark", "white"]);
    await send({
      ...{ intent: "lay-sequence", partId: "shed", zone: "", alsoOn: "", sequence: kept!.id },
      ...{ slot0: "paint:skin", slot1: "paint:blue", slot2: "paint:yellow" },
    });
    const plan = await planned();
    const ofPart = (id: string) => stepsOf(plan, id).filter(isLaid);
    const [large, small] = [ofPart("cottage"), ofPart("shed")];
    expect(small.map((s) => s.paintId)).toEqual([null, "skin", "blue", "yellow", null]);
    small.forEach((s, i) => {
      expect(s.areaCm2! / large[i]!.areaCm2!).toBeCloseTo(0.25, 6);
      // What stays in the tool is the same for both: the rest goes by area.
      const stays = { brush: 0.6, airbrush: 1.2, drybrush: 0.36 }[
        s.tool === "airbrush" ? "airbrush" : s.action === "drybrush" ? "drybrush" : "brush"
      ];
      expect(s.mixMl!.value - stays).toBeCloseTo((large[i]!.mixMl!.value - stays) / 4, 6);
    });
  });
  it.each(shippedSequences.slice(0, 6))(
    "says minutes and pots of $name before it is laid, the same that its steps have",
    async (sequence) => {
      const zones = [
        { name: "front", areaCm2: 60 },
        { name: "back", areaCm2: 40, meaning: "never seen" as const },
      ];
      await db.parts.bulkPut([thing("a", 3, 40), thing("b", 1, 100, zones)]);
      // Two of three copies take another colour than their first; painting takes twice as long as foreseen.
      await db.sequences.put({
        ...{ id: "own", name: "own", slots: [...sequence.slots, "other"] },
        layers: sequence.layers.map((l) =>
          l.kind === "colour" ? { ...l, amongSlots: [sequence.slots.length] } : l,
        ),
      });
      const entry = {
        kind: "step",
        key: "paint",
        what: "x",
        estimatedMinutes: 10,
        actualMinutes: 20,
        outcome: "good",
      } as const;
      await db.log.bulkPut(
        [1, 2, 3, 4].map((n) => newLogEntry({ ...entry, id: `${n}`, at: `2026-01-0${n}T10:00` })),
      );
      const pots = ["dark", "white", "blue", "skin", "ochre", "yellow"];
      const slots = Object.fromEntries(
        [...sequence.slots, "other"].map((_, i) => [`slot${i}`, `paint:${pots[i]!}`]),
      );
      const own = await input();
      const on = makePlan(own).parts.map((plan) => ({ plan, zone: null }));
      const [kept] = await db.sequences.toArray();
      const colours = kept!.slots.map((_, i) => ({ kind: "paint" as const, id: pots[i]! }));
      let n = 0;
      const takes = sequenceTakes(
        layersOfSequence(kept!, colours, () => `${n++}`),
        on,
        false,
        own,
      );
      await send({ intent: "lay-sequence", partId: "a", zone: "", alsoOn: "b", sequence: "own", ...slots });
      expect((await db.parts.get("b"))!.zones[1]!.scheme).toEqual([]);
      const steps = (await planned()).work.steps.filter(
        (s) => isLaid(s) && /scheme-[^/]*(\/coat-\d+)?$/.test(s.id),
      );
      const sumOf = (of: (s: Step) => number) => steps.reduce((sum, s) => sum + of(s), 0);
      expect(takes.minutes).toBeCloseTo(
        sumOf((s) => s.handsMinutes.value),
        6,
      );
      expect(takes.pots.reduce((sum, p) => sum + p.ml.value, 0)).toBeCloseTo(
        sumOf((s) => s.mixMl?.value ?? 0),
        6,
      );
      const dark = takes.pots.find((p) => p.colour?.id === "dark")!;
      expect(dark.ml.value).toBeCloseTo(
        steps.filter((s) => s.paintId === "dark").reduce((sum, s) => sum + s.mixMl!.value, 0),
        6,
      );
    },
  );
  it("can be forgotten, taken back, kept anew under its name, and are refused without a name or a layer", async () => {
    await db.parts.put(thing("bare"));
    expect(await send({ intent: "keep-sequence", partId: "bare", zone: "", sequenceName: "x" })).toEqual([
      "There are no layers here yet. Lay one first.",
    ]);
    await layEye("bare");
    expect(await send({ intent: "keep-sequence", partId: "bare", zone: "", sequenceName: "" })).toEqual([
      "Give the sequence a name, so that it is found again.",
    ]);
    await send({ intent: "keep-sequence", partId: "bare", zone: "", sequenceName: "eyes" });
    await send({ intent: "keep-sequence", partId: "bare", zone: "", sequenceName: "eyes" });
    const [kept, ...more] = await db.sequences.toArray();
    expect(more).toEqual([]);
    await send({ intent: "remove-sequence", sequence: kept!.id });
    expect(await db.sequences.count()).toBe(0);
    await undoLast();
    expect(await db.sequences.toArray()).toEqual([kept]);
    expect(
      await send({ intent: "lay-sequence", partId: "bare", zone: "", alsoOn: "", sequence: "thrown away" }),
    ).toEqual(["That sequence is gone. Choose another."]);
  });
  it.each(shippedSequences)(
    "shipped: $name plans without a broken rule and fits what is stored",
    async (sequence) => {
      await db.parts.put(thing("piece", 1, 120));
      const slots = Object.fromEntries(
        sequence.slots.map((_, i) => [`slot${i}`, `paint:${["dark", "ochre", "skin", "white", "blue"][i]!}`]),
      );
      await send({
        intent: "lay-sequence",
        partId: "piece",
        zone: "",
        alsoOn: "",
        sequence: sequence.id,
        ...slots,
      });
      const plan = await planned();
      expect(schemeOf((await db.parts.get("piece"))!)).toHaveLength(sequence.layers.length);
      expect(plan.work.conflicts.map((c) => c.ruleId)).toEqual([]);
      // As it is written it is laid: no rule moves a layer of it.
      expect(plan.work.sequence.retyped).toEqual([]);
      expect(check(shapes.sequences, sequence)).toMatchObject({ ok: true });
    },
  );
});

describe("C13: copies that differ on purpose", () => {
  const colours = {
    ...{ intent: "layer", partId: "boat", zone: "", kind: "colour", product: "acrylic", method: "brush" },
    ...{ sheen: "matte", coats: "1", coverage: "100", what: "paint:blue" },
  };
  const hulls = { ...colours, among0: "paint:ochre", among1: "paint:skin", seed: "1" };
  const accent = {
    ...colours,
    kind: "colour",
    what: "paint:yellow",
    coverage: "10",
    onSome: "33",
    seed: "1",
  };
  const copiesIn = (steps: readonly Step[], paintId: string) =>
    (/copies? (.*)$/.exec(steps.find((s) => s.paintId === paintId)!.title)?.[1]?.match(/\d+/g) ?? []).map(
      Number,
    );

  it("nine copies take three of each of three colours and three the accent, the same again, another by another seed", async () => {
    await db.parts.put(thing("boat", 9, 20));
    await send(hulls);
    await send(accent);
    const draw = async () => {
      const steps = stepsOf(await planned(), "boat").filter(isLaid);
      return ["blue", "ochre", "skin", "yellow"].map((id) => copiesIn(steps, id));
    };
    const first = await draw();
    expect(first.map((c) => c.length)).toEqual([3, 3, 3, 3]);
    expect(first.slice(0, 3).flat().sort()).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    // The accent goes to one of each colour: as few alike as can be.
    for (const of of first.slice(0, 3)) expect(of.filter((c) => first[3]!.includes(c))).toHaveLength(1);
    expect(await draw()).toEqual(first);
    const layerId = schemeOf((await db.parts.get("boat"))!)[0]!.id;
    await send({ ...hulls, layerId, seed: "2" });
    expect(await draw()).not.toEqual(first);
  });
  it("no two of six are alike where there are three colours and an accent on half", async () => {
    await db.parts.put(thing("boat", 6, 20));
    await send(hulls);
    await send({ ...accent, onSome: "50" });
    const steps = stepsOf(await planned(), "boat").filter(isLaid);
    const looks = [1, 2, 3, 4, 5, 6].map((copy) =>
      ["blue", "ochre", "skin", "yellow"].filter((id) => copiesIn(steps, id).includes(copy)).join(),
    );
    expect(new Set(looks).size).toBe(6);
  });
  it("area, mix, pieces and minutes of a colour are those of its copies; together as before", async () => {
    await db.parts.put(thing("boat", 9, 20));
    await send(colours);
    const [all] = stepsOf(await planned(), "boat").filter(isLaid);
    await send({ ...hulls, layerId: schemeOf((await db.parts.get("boat"))!)[0]!.id });
    const split = stepsOf(await planned(), "boat").filter(isLaid);
    expect(split.map((s) => s.pieces)).toEqual([3, 3, 3]);
    expect(split.reduce((sum, s) => sum + s.areaCm2!, 0)).toBeCloseTo(all!.areaCm2!, 9);
    // Half a millilitre stays in the brush each time, with a fifth over.
    expect(split.reduce((sum, s) => sum + s.mixMl!.value, 0)).toBeCloseTo(all!.mixMl!.value + 2 * 0.6, 6);
  });
  it("colours of one layer do not wait for each other, and what comes next waits for them all", async () => {
    await db.parts.put(thing("boat", 9, 20));
    await send(hulls);
    await send({ ...colours, kind: "shade", product: "acrylic wash", method: "wash", what: "paint:dark" });
    const steps = stepsOf(await planned(), "boat").filter(isLaid);
    const [a, b, c, wash] = steps;
    for (const s of [a, b, c]) expect(s!.after.some((id) => [a, b, c].some((o) => o!.id === id))).toBe(false);
    expect(wash!.paintId).toBe("dark");
    const { work } = await planned();
    for (const s of [a, b, c])
      expect(work.times.get(wash!.id)!.startsAt).toBeGreaterThanOrEqual(
        work.times.get(s!.id)!.endsAt + s!.waitMinutes - 1e-6,
      );
  });
  it("is told while it is typed, as it will be laid; one copy alone has its own colour", async () => {
    const part = thing("boat", 9, 20);
    const { workshop } = await input();
    const typed = {
      layer: undefined,
      colours: [{ kind: "paint", id: "ochre" }] as const,
      onSome: 0,
      seed: 3,
      panels: null,
    };
    const lines = copyLines(part, typed, workshop);
    expect(lines.map((l) => l.name)).toEqual(["its own colour", "ochre"]);
    expect(lines.map((l) => l.copies.match(/\d/g)!.length)).toEqual([5, 4]);
    await db.parts.put(thing("boat", 1, 20));
    await send(hulls);
    const steps = stepsOf(await planned(), "boat").filter(isLaid);
    expect(steps.map((s) => s.paintId)).toEqual(["blue"]);
  });
});

describe("C6: panels of one range", () => {
  it("eight wings of six framed panels in three browns are 48 panels and 60 min, no two neighbours alike", async () => {
    await db.parts.put(thing("wing", 8, 40));
    await send({
      ...{ intent: "layer", partId: "wing", zone: "", kind: "colour", product: "acrylic", method: "brush" },
      ...{
        sheen: "matte",
        coats: "1",
        coverage: "100",
        what: "paint:dark",
        among0: "paint:ochre",
        among1: "paint:skin",
      },
      ...{ panelsAcross: "2", panelsDown: "3", seed: "7" },
    });
    const steps = stepsOf(await planned(), "wing").filter(isLaid);
    expect(steps.map((s) => s.paintId).sort()).toEqual(["dark", "ochre", "skin"]);
    const panels = steps.map((s) => Number(/(\d+) panels/.exec(s.title)![1]));
    expect(panels.reduce((a, b) => a + b)).toBe(48);
    // A minute to take the part up for each colour, and 75 s a panel.
    expect(steps.reduce((sum, s) => sum + s.handsMinutes.value, 0)).toBeCloseTo(60 + 3, 6);
    const maps = /Copy 1: (.*?); Copy 2/
      .exec(steps[0]!.notes.find((n) => n.startsWith("This colour is"))!)![1]!
      .split(" / ");
    maps.forEach((row, y) =>
      [...row].forEach((c, x) => {
        if (x > 0) expect(c).not.toBe(row[x - 1]);
        if (y > 0) expect(c).not.toBe(maps[y - 1]![x]);
      }),
    );
    // The form draws the same before it is laid.
    const kept = (await db.parts.get("wing"))!;
    const layer = schemeOf(kept)[0]!;
    const typed = { layer, colours: layer.among!, onSome: 0, seed: 7, panels: panelsTyped("2", "3") };
    const lines = copyLines(kept, typed, (await input()).workshop);
    expect(lines[0]!.maps![0]!.split(" / ")).toEqual(maps);
    expect(lines.map((l) => Number.parseInt(l.copies))).toEqual([16, 16, 16]);
    expect(panelsTyped("2", "") ?? panelsTyped("20", "20")).toBeNull();
    expect(check(shapes.parts, kept)).toMatchObject({ ok: true });
  });
});

describe("C12: tones laid on zones from their own starts", () => {
  it("four tones on two panels with starts 1 and 2 never put a lighter tone below its own start", async () => {
    await db.parts.put(
      thing("hull", 1, 100, [
        { name: "port", areaCm2: 50 },
        { name: "starboard", areaCm2: 50 },
      ]),
    );
    const rungs = ["dark", "blue", "skin", "white"];
    await send({
      ...{ intent: "ladder", partId: "hull", zone: "", rungs: "4", asBase: "on", start0: "1", start1: "2" },
      ...Object.fromEntries(rungs.map((id, i) => [`rung${i}`, `paint:${id}`])),
    });
    const [port, starboard] = (await db.parts.get("hull"))!.zones;
    const tones = (z: Zone) => z.scheme.map((l) => rungs.indexOf(l.colour!.id) + 1);
    expect(tones(port!)).toEqual([1, 2, 3, 4]);
    expect(tones(starboard!)).toEqual([2, 3, 4]);
    for (const z of [port!, starboard!]) {
      expect(z.scheme[0]).toMatchObject({ kind: "colour", coverage: 1, coats: 2 });
      expect(z.scheme.slice(1).every((l) => l.kind === "drybrush")).toBe(true);
    }
    // What both have is laid in one go, and in the typed order on both.
    const steps = stepsOf(await planned(), "hull").filter(isLaid);
    expect(steps.filter((s) => s.paintId === "white")).toHaveLength(1);
    const at = (id: string) => steps.findIndex((s) => s.paintId === id);
    expect(at("dark")).toBeLessThan(at("skin"));
    expect(at("skin")).toBeLessThan(at("white"));
  });
  it("a place that no eye meets gets no tone", async () => {
    const zones = [
      { name: "top", areaCm2: 50 },
      { name: "below", areaCm2: 50, meaning: "never seen" as const },
    ];
    await db.parts.put(thing("deck", 1, 100, zones));
    const ladder = { intent: "ladder", partId: "deck", zone: "", rungs: "2", asBase: "on" };
    await send({ ...ladder, rung0: "paint:dark", rung1: "paint:skin" });
    expect((await db.parts.get("deck"))!.zones.map((z) => z.scheme.length)).toEqual([2, 0]);
  });
  it("a zone that climbs one tone stops there; two ladders end in the same mix", async () => {
    await db.parts.put(
      thing("yard", 1, 100, [
        { name: "paving", areaCm2: 50 },
        { name: "dirt", areaCm2: 50 },
      ]),
    );
    const ladder = { intent: "ladder", partId: "yard", rungs: "2", asBase: "on", rung1: "paint:skin" };
    await send({ ...ladder, zone: "0", rung0: "paint:blue" });
    await send({ ...ladder, zone: "1", rung0: "paint:dark" });
    const zones = (await db.parts.get("yard"))!.zones;
    expect(zones.map((z) => z.scheme.at(-1)!.colour!.id)).toEqual(["skin", "skin"]);
    await db.parts.put(
      thing("yard", 1, 100, [
        { name: "paving", areaCm2: 50 },
        { name: "dirt", areaCm2: 50 },
      ]),
    );
    await send({ ...ladder, zone: "", rungs: "3", rung0: "paint:dark", rung2: "paint:white", climbs1: "1" });
    expect((await db.parts.get("yard"))!.zones.map((z) => z.scheme.length)).toEqual([3, 2]);
  });
});
