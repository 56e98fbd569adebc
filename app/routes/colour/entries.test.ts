import { beforeEach, describe, expect, it } from "vitest";
import { labOfHex } from "#core/paint/colour";
import { makePlan, type Plan } from "#core/plan/plan";
import { testPaint } from "#core/plan/testing";
import { partRef } from "#core/reference";
import { schemeOf } from "#core/scene/part";
import { wholeZone, type Zone } from "#core/scene/zone";
import type { Step } from "#core/steps/step";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { getPlanInput } from "#data/workshop";
import { testPart, testScene } from "#data/testing";
import { colourAction } from "#app/routes/colour/colourAction";
import { schemeGrid } from "#app/routes/colour/schemeGrid";

// What the forms of Colour send, planned: a hut without a mesh, so that its area is as it was typed.
const db = appDatabase();
const scene = testScene();
const layer = {
  ...{ intent: "layer", partId: "hut", what: "", product: "acrylic", method: "brush", sheen: "matte" },
  ...{ coats: "1", coverage: "100", zone: "" },
};
const send = async (fields: Readonly<Record<string, string>>) => {
  const said = (await colourAction({ ...layer, ...fields })) as {
    data?: { problems?: { message: string }[] };
  };
  return (said.data?.problems ?? []).map((p) => p.message);
};
/** A part without a mesh of so many cm2: a cube without its foot. */
const hut = (zones: readonly Partial<Zone>[], count = 1, cm2 = 200) => {
  const side = Math.sqrt(20 * cm2);
  return testPart({
    ...{ id: "hut", name: "hut", meshId: null, count },
    size: { boxMm: [side, side, side] },
    zones: zones.map((z, number) => ({ ...wholeZone, number, ...z })),
  });
};
const planned = async (): Promise<Plan> =>
  makePlan((await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!);
/** All steps in the order of work. */
const allSteps = ({ work }: Plan): readonly Step[] => {
  const byId = new Map(work.steps.map((s) => [s.id, s]));
  return work.sequence.order.map((id) => byId.get(id)!);
};
const stepsOf = (plan: Plan, id = "hut") => allSteps(plan).filter((s) => s.targets.includes(partRef(id)));
const labOfHexL = (hex: string): number => {
  const lab = labOfHex(hex);
  return lab.ok ? lab.value.l : NaN;
};
const causes = (plan: Plan) => plan.findings.filter((f) => f.stage === "colour").map((f) => f.cause);
const conflicts = (plan: Plan) => plan.work.conflicts.map((c) => c.ruleId);
const titled = (steps: readonly Step[], title: RegExp) => steps.filter((s) => title.test(s.title));

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  await db.paints.bulkPut([
    { ...testPaint("white", "#f2f0ea"), opacity: "opaque" },
    { ...testPaint("dark", "#3a2f28"), opacity: "opaque" },
    { ...testPaint("mid", "#6b5240"), opacity: "opaque" },
    { ...testPaint("blue", "#26407a"), opacity: "opaque" },
    { ...testPaint("pale", "#a9bccb"), opacity: "opaque" },
  ]);
});

describe("C3: a ladder of layers", () => {
  const ladder = {
    ...{ intent: "ladder", rungs: "4" },
    ...{ rung0: "paint:dark", rung1: "paint:mid", rung2: "paint:pale", rung3: "paint:white" },
  };
  it("takes 0.98, 0.77, 0.57 and 0.43 ml over 200 cm2, wide brushes before small ones", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "primer", product: "brush primer" });
    expect(await send(ladder)).toEqual([]);
    const rungs = titled(stepsOf(await planned()), /^Drybrush/);
    expect(rungs.map((s) => Number(s.mixMl!.value.toFixed(2)))).toEqual([0.98, 0.77, 0.57, 0.43]);
    expect(rungs.map((s) => s.tool)).toEqual(["broad brush", "broad brush", "fine brush", "fine brush"]);
    expect(rungs.map((s) => s.paintId)).toEqual(["dark", "mid", "pale", "white"]);
  });
  it("keeps undertone by drybrush, wash, drybrush in that order, each dry before the next", async () => {
    await db.parts.put(hut([{}]));
    for (const kind of ["primer", "drybrush", "shade", "drybrush"])
      await send({
        kind,
        product: kind === "primer" ? "brush primer" : kind === "shade" ? "acrylic wash" : "acrylic",
        method: kind === "shade" ? "wash" : kind === "drybrush" ? "drybrush" : "brush",
      });
    const plan = await planned();
    const order = stepsOf(plan).filter((s) => ["drybrush", "shade"].includes(s.action));
    expect(order.map((s) => s.action)).toEqual(["drybrush", "shade", "drybrush"]);
    const at = new Map(plan.work.schedule.slots.map((s) => [s.stepId, s]));
    for (const [i, s] of order.entries())
      if (i > 0)
        expect(at.get(s.id)!.startsAt).toBeGreaterThanOrEqual(
          at.get(order[i - 1]!.id)!.endsAt + order[i - 1]!.waitMinutes - 1e-6,
        );
  });
  it("takes more, and waits longer, with a full brush on its first rung", async () => {
    await db.parts.put(hut([{}]));
    await send(ladder);
    const first = schemeOf((await db.parts.get("hut"))!)[0]!;
    const before = titled(stepsOf(await planned()), /^Drybrush/)[0]!;
    await send({
      ...{ kind: "drybrush", method: "drybrush", layerId: first.id, what: "paint:dark", coverage: "90" },
      load: "wet",
    });
    const after = titled(stepsOf(await planned()), /^Drybrush/)[0]!;
    expect(after.mixMl!.value).toBeGreaterThan(3 * before.mixMl!.value);
    expect(after.waitMinutes).toBeGreaterThan(before.waitMinutes);
    expect(after.notes).toContain("A full brush.");
  });
  it("says how light the zone is after each rung", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "colour", what: "paint:dark", coats: "2" });
    await send(ladder);
    const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
    const [row] = schemeGrid(input.parts[0]!, input.workshop).rows;
    const lights = row!.cells.map((c) => c!.lightness);
    expect(lights).toHaveLength(5);
    for (let i = 2; i < lights.length; i++) expect(lights[i]!).toBeGreaterThan(lights[i - 1]!);
  });
});

describe("OR1: late and sharp kinds of layer", () => {
  it("run from large and soft to small and sharp whatever the order in which they were typed", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "primer", product: "brush primer" });
    await send({ kind: "colour", what: "paint:mid" });
    for (const kind of ["splatter", "chip", "dust", "streak", "filter"])
      await send({ kind, product: kind === "streak" ? "enamel wash" : "acrylic wash", coverage: "10" });
    const steps = stepsOf(await planned());
    const order = steps.flatMap((s) => s.facts?.weathering ?? []);
    expect(order.filter((w, i) => order.indexOf(w) === i)).toEqual([
      ...["filter", "streak", "dust", "chip", "splatter"],
    ]);
  });
  it("markings on matte are answered with gloss, are laid before any dirt, and left alone for a day", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "primer", product: "brush primer" });
    await send({ kind: "colour", what: "paint:mid" });
    await send({ kind: "streak", product: "enamel wash", coverage: "20" });
    await send({ kind: "decal", coverage: "5" });
    const plan = await planned();
    expect(plan.work.conflicts.map((c) => c.ruleId)).toContain("O18");
    const steps = stepsOf(plan);
    const decal = steps.findIndex((s) => s.action === "decal");
    expect(decal).toBeLessThan(steps.findIndex((s) => s.facts?.weathering === "streak"));
    expect([steps[decal]!.waitMinutes, steps[decal]!.mixMl]).toEqual([24 * 60, null]);
  });
  it("splatter on three sub-assemblies lists three amounts and one trial, after dust (C23)", async () => {
    for (const id of ["hut", "shed", "pen"]) await db.parts.put({ ...hut([{}], 1, 100), id, name: id });
    for (const partId of ["hut", "shed", "pen"]) {
      await send({ partId, kind: "dust", product: "enamel wash", coverage: "30" });
      await send({ partId, kind: "splatter", method: "flick", coverage: "5" });
    }
    const plan = await planned();
    const all = allSteps(plan);
    const trials = titled(all, /Try the splatter on paper/);
    const flicked = titled(all, /^Splatter/);
    expect([trials.length, flicked.length]).toEqual([1, 3]);
    expect(flicked.every((s) => s.mixMl!.value > 0)).toBe(true);
    const at = (s: Step) => all.indexOf(s);
    expect(Math.min(...flicked.map(at))).toBeGreaterThan(at(trials[0]!));
    for (const id of ["hut", "shed", "pen"]) {
      const on = stepsOf(plan, id);
      expect(on.findIndex((s) => s.facts?.weathering === "dust")).toBeLessThan(
        on.findIndex((s) => s.facts?.weathering === "splatter"),
      );
    }
    expect(conflicts(plan)).not.toContain("O48");
  });
});

describe("OR15: layers that must not change, layers that may be taken back", () => {
  it("asks for a seal between free-hand shading and the pin wash on it", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "primer", product: "brush primer" });
    await send({ kind: "colour", mustStay: "on" });
    await send({ kind: "shade", product: "acrylic wash", method: "wash", pinOnly: "on" });
    const plan = await planned();
    const found = plan.work.conflicts.find((c) => c.ruleId === "O46")!;
    expect(found.mends.map((m) => m.label)).toContain("Put in: seal the free-hand shading");
  });
  it("asks for oil or enamel where a tint in acrylic may come off again, and says until when", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "glaze", product: "acrylic", takeBack: "on" });
    expect(conflicts(await planned())).toContain("O21");
    const [tint] = schemeOf((await db.parts.get("hut"))!);
    await send({ kind: "glaze", product: "oil wash", takeBack: "on", layerId: tint!.id });
    const plan = await planned();
    expect(conflicts(plan)).not.toContain("O21");
    expect(titled(stepsOf(plan), /^Glaze/)[0]!.notes.join(" ")).toMatch(
      /Draw it back with white spirit, for 96 h/,
    );
  });
  it("is on for dust and streaks until it is said otherwise", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "dust", product: "acrylic wash", takeBack: "on" });
    expect(schemeOf((await db.parts.get("hut"))!)[0]!.takeBack).toBeUndefined();
    expect(conflicts(await planned())).toContain("O21");
    await send({
      kind: "dust",
      product: "acrylic wash",
      layerId: schemeOf((await db.parts.get("hut"))!)[0]!.id,
    });
    expect(schemeOf((await db.parts.get("hut"))!)[0]!.takeBack).toBe(false);
    expect(conflicts(await planned())).not.toContain("O21");
  });
});

describe("B7: a limit and a way back for tints", () => {
  it("stops at half, 8 of 15 %, and says how too much of it comes off", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "glaze", what: "paint:pale", mostShare: "15", coverage: "15" });
    const { notes } = titled(stepsOf(await planned()), /^Glaze/)[0]!;
    expect(notes).toContain("Stop at 8 % and look; never more than 15 %.");
    expect(notes.join(" ")).toMatch(/Too much of it\? Glaze the colour below over it/);
  });
  it("refuses a limit of nothing or of more than all", async () => {
    await db.parts.put(hut([{}]));
    for (const mostShare of ["0", "120", "some"])
      expect(await send({ kind: "glaze", mostShare })).toHaveLength(1);
    expect(schemeOf((await db.parts.get("hut"))!)).toEqual([]);
  });
});

describe("C23: metal", () => {
  it("over matte black is answered with gloss black, and a matte coat over it breaks a rule", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "primer", product: "brush primer" });
    await send({ kind: "colour", what: "paint:dark" });
    await send({
      kind: "metal",
      metal: "chrome",
      sheen: "gloss",
      product: "lacquer paint",
      method: "airbrush",
    });
    const found = (await planned()).work.conflicts.find((c) => c.ruleId === "O22")!;
    expect(found.mends.map((m) => m.label)).toContain("Put in: a coat of gloss black");
    await send({ kind: "varnish", product: "varnish", sheen: "matte" });
    const { retyped } = (await planned()).work.sequence;
    expect(retyped.map((r) => r.ruleId)).toContain("O81");
  });
  it("takes three coats, by a table of its own (C18)", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "metal", what: "paint:pale", coats: "1" });
    const input = (await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!;
    const { layerRows } = await import("#app/routes/colour/view");
    const [row] = layerRows(input.parts[0]!, input.workshop, makePlan(input));
    expect(row!.cover?.coats).toBe(3);
  });
});

describe("C19: resist between two colours", () => {
  const scheme = async () => {
    await db.parts.put(hut([{}], 10));
    await send({ kind: "primer", product: "brush primer" });
    await send({ kind: "colour", what: "paint:mid" });
    await send({ kind: "resist", coverage: "25", method: "sponge", trialFirst: "on" });
    await send({ kind: "colour", what: "paint:white", method: "airbrush" });
  };
  it("is tried on one field, and rubbed off within a day, after the upper colour", async () => {
    await scheme();
    const steps = stepsOf(await planned());
    const at = (title: RegExp) => steps.findIndex((s) => title.test(s.title));
    expect(at(/Try it on one field/)).toBeLessThan(at(/^Dab resist/));
    expect(at(/Try it on one field/)).toBeGreaterThan(steps.findIndex((s) => s.paintId === "mid"));
    expect(conflicts(await planned())).not.toContain("O64");
    const [rub] = titled(steps, /^Rub the resist off/);
    const upper = steps.findIndex((s) => s.paintId === "white");
    expect(steps.indexOf(rub!)).toBeGreaterThan(upper);
    const plan = await planned();
    const slots = new Map(plan.work.schedule.slots.map((s) => [s.stepId, s]));
    const resist = titled(steps, /^Dab resist/)[0]!;
    expect(slots.get(rub!.id)!.startsAt - slots.get(resist.id)!.endsAt).toBeLessThanOrEqual(24 * 60);
  });
  it("is never under the varnish: the rubbing comes first", async () => {
    await scheme();
    await send({ kind: "varnish", product: "varnish" });
    const steps = stepsOf(await planned());
    const rub = steps.findIndex((s) => /^Rub the resist off/.test(s.title));
    expect(steps.findIndex((s) => s.action === "varnish")).toBeGreaterThan(rub);
  });
});

describe("C14: coats that need not be laid", () => {
  it("are none under a coat that resist opens again", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "colour", what: "paint:mid", coats: "2" });
    await send({ kind: "resist", coverage: "25", method: "sponge" });
    await send({ kind: "colour", what: "paint:blue", coats: "2" });
    expect(causes(await planned())).not.toContain("coat-hidden");
    const [row] = schemeGrid((await db.parts.get("hut"))!, {
      paints: await db.paints.toArray(),
      recipes: [],
    }).rows;
    // A fifth of the lower colour shows, and the upper one is not all there is.
    expect(row!.cells[2]!.lightness).toBeGreaterThan(labOfHexL(row!.cells[2]!.lies) + 0.5);
  });
  it("are three passes of pale blue under dark blue: 40 cm2 are left, 2.2 min saved with their ml", async () => {
    await db.parts.put(hut([{}], 1, 100));
    await send({ kind: "colour", what: "paint:pale", coats: "3", method: "airbrush" });
    await send({ kind: "colour", what: "paint:blue", coats: "2", coverage: "60" });
    const plan = await planned();
    const found = plan.findings.find((f) => f.cause === "coat-hidden")!;
    expect(found.sentence).toMatch(/hides 60 cm² of it: 2\.2 min and \d/);
    expect(found.mends[0]!.label).toBe("Lay it on 40 % only");
    const edit = found.mends[0]!.edit as { patch: { zones: readonly Zone[] } };
    expect(edit.patch.zones[0]!.scheme[0]!.coverage).toBeCloseTo(0.4);
  });
  it("drops the base coat where a primer of its colour is owned, and not for a grey one", async () => {
    await db.parts.put(hut([{}]));
    await db.paints.bulkPut([
      { ...testPaint("brown-primer", "#6e5542"), product: "brush primer" },
      { ...testPaint("grey-primer", "#8d8f90"), product: "brush primer" },
    ]);
    await send({ kind: "primer", product: "brush primer" });
    await send({ kind: "colour", what: "paint:mid" });
    const found = (await planned()).findings.find((f) => f.cause === "primer-is-base")!;
    expect(found.mends[0]!.label).toBe("Prime with brown-primer, no base coat");
    await db.paints.delete("brown-primer");
    expect(causes(await planned())).not.toContain("primer-is-base");
  });
});

describe("C15: sheen by zone, kept to the end", () => {
  it("a gloss base on a flat zone is one finding, mended by a matte coat after it", async () => {
    await db.parts.put(hut([{ meaning: "stone" }]));
    await send({ kind: "colour", what: "paint:mid", sheen: "gloss" });
    const found = (await planned()).findings.filter((f) => f.cause === "wrong-sheen");
    expect(found.map((f) => f.mends.map((m) => m.label))).toEqual([["A matte coat after it"]]);
    await send({ kind: "varnish", product: "varnish", sheen: "matte" });
    expect(causes(await planned())).not.toContain("wrong-sheen");
  });
  it("slime stays glossy: a matte coat over all of it is told", async () => {
    await db.parts.put(hut([{ name: "wall" }, { name: "slime" }]));
    await send({ kind: "colour", what: "paint:mid", sheen: "gloss" });
    await send({ intent: "zone-sheen", zone: "1", sheen: "gloss" });
    expect(causes(await planned())).not.toContain("wrong-sheen");
    await send({ kind: "varnish", product: "varnish", sheen: "matte" });
    const found = (await planned()).findings.filter((f) => f.cause === "wrong-sheen");
    expect(found.map((f) => f.sentence)).toEqual([expect.stringMatching(/^hut, slime is to end gloss/)]);
  });
  it("dead flat counts two matte coats, each a step of its own", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "colour", what: "paint:mid" });
    await send({ intent: "zone-sheen", zone: "", sheen: "dead flat" });
    expect(causes(await planned())).toContain("not-dead-flat");
    await send({ kind: "varnish", product: "varnish", sheen: "matte", coats: "2" });
    const plan = await planned();
    expect(causes(plan)).not.toContain("not-dead-flat");
    expect(titled(stepsOf(plan), /^Seal matte/).map((s) => s.title)).toEqual([
      "Seal matte, coat 1 of 2",
      "Seal matte, coat 2 of 2",
    ]);
  });
});

describe("C22: palette over the scene", () => {
  it("tells two colours that run together once, however many pieces have them", async () => {
    await db.paints.bulkPut([testPaint("oak", "#74543c"), testPaint("beam", "#6b4a32")]);
    const zones = Array.from({ length: 12 }, (_, i) => ({ name: `board ${i}` }));
    await db.parts.put(hut(zones));
    for (let i = 0; i < zones.length; i++)
      await send({ kind: "colour", what: `paint:${i % 2 ? "oak" : "beam"}`, coats: "12", zone: String(i) });
    const found = (await planned()).findings.filter((f) => f.cause === "colours-alike");
    expect(found.map((f) => [f.sentence.match(/and so do (\d+) other pairs/)?.[1], f.stake])).toEqual([
      ["35", null],
    ]);
  });
  it("tells neighbours that differ by 3.4, and lets 6.4 pass", async () => {
    await db.paints.bulkPut([
      { ...testPaint("oak", "#74543c"), opacity: "opaque" },
      { ...testPaint("beam", "#6b4a32"), opacity: "opaque" },
      { ...testPaint("ash", "#7d5c43"), opacity: "opaque" },
    ]);
    await db.parts.put(hut([{ name: "chest" }, { name: "beams" }]));
    await send({ kind: "colour", what: "paint:oak", coats: "12", zone: "0" });
    await send({ kind: "colour", what: "paint:beam", coats: "12", zone: "1" });
    const found = (await planned()).findings.find((f) => f.cause === "colours-alike")!;
    expect(found.sentence).toMatch(/hut, chest and hut, beams stand side by side and differ by 3\.4/);
    const chest = (await db.parts.get("hut"))!.zones[0]!.scheme[0]!;
    await send({ kind: "colour", what: "paint:ash", coats: "12", zone: "0", layerId: chest.id });
    expect(causes(await planned())).not.toContain("colours-alike");
  });
  it("names what outshines the accent", async () => {
    await db.paints.bulkPut([testPaint("door-red", "#a0281f"), testPaint("sign-red", "#a52d24")]);
    await db.parts.put(hut([{ name: "door" }, { name: "sign" }, { name: "wall" }]));
    await send({ kind: "colour", what: "paint:door-red", zone: "0" });
    await send({ kind: "colour", what: "paint:sign-red", zone: "1" });
    await send({ kind: "colour", what: "paint:mid", zone: "2" });
    expect(causes(await planned())).not.toContain("beside-accent");
    await send({ intent: "accent", sceneId: scene.id, what: "paint:door-red" });
    const found = (await planned()).findings.filter((f) => f.cause === "beside-accent");
    expect(found.map((f) => f.name)).toEqual(["sign-red"]);
  });
});

describe("C10: references for colour", () => {
  const lab = (hex: string) => {
    const said = labOfHex(hex);
    if (!said.ok) throw new Error(hex);
    return said.value;
  };
  it("#2f5fa8 planned for #6f7f92: 15.7 off, and chroma 45 against 12, told before the step", async () => {
    await db.paints.put({ ...testPaint("sign-blue", "#2f5fa8"), opacity: "opaque" });
    await db.parts.put(hut([{}]));
    await send({ kind: "colour", what: "paint:sign-blue" });
    await send({ intent: "zone-wanted", zone: "0", lab: JSON.stringify(lab("#6f7f92")) });
    const found = (await planned()).findings.find((f) => f.cause === "not-as-picture")!;
    expect(found.sentence).toMatch(/15\.7 off the picture, and stronger: chroma 45 against 12/);
    const edit = found.mends[0]!.edit as { patch: { zones: readonly Zone[] } };
    expect(edit.patch.zones[0]!.wanted).toBeUndefined();
  });
  it("says nothing of what is near, and nothing where no zone is tied", async () => {
    await db.parts.put(hut([{}]));
    await send({ kind: "colour", what: "paint:mid" });
    expect(causes(await planned())).not.toContain("not-as-picture");
    await send({ intent: "zone-wanted", zone: "0", lab: JSON.stringify(lab("#6d5543")) });
    expect(causes(await planned())).not.toContain("not-as-picture");
  });
  it("keeps what was found for a picture as mixes, in one act that is taken back", async () => {
    const target = lab("#6f7f92");
    const parts = [
      { paintId: "blue", parts: 1 },
      { paintId: "white", parts: 2 },
    ];
    await send({
      intent: "picture-mixes",
      mixes: JSON.stringify([
        { parts, target },
        { parts, target: null },
      ]),
    });
    const recipes = await db.recipes.toArray();
    expect(recipes.map((r) => r.name).sort()).toEqual(["From the picture 1", "From the picture 2"]);
    await undoLast();
    expect(await db.recipes.count()).toBe(0);
  });
});
