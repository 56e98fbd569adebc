import { beforeEach, describe, expect, it } from "vitest";
import { leafCopies, leafOutline, leafText } from "#core/plan/lay/leafCopies";
import { makePlan } from "#core/plan/plan";
import { LEAF_DEG } from "#core/scene/leaf";
import type { Placement } from "#core/scene/part";
import { appDatabase } from "#data/db";
import { tableNames } from "#data/rows";
import { testPart, testScene } from "#data/testing";
import { getPlanInput } from "#data/workshop";
import { groundAction } from "#app/routes/ground/groundAction";
import { layAction } from "#app/routes/lay/layAction";

// What the form of a leaf sends, planned.
const db = appDatabase();
const scene = testScene();
const send = (fields: Readonly<Record<string, string>>) => layAction(fields, scene.id);
const opens = (stand: string, seed = "1", hinge = "left", way = "front") =>
  send({ intent: "leaf", partId: "door", hinge, way, stand, seed });
const thing = (id: string, boxMm: readonly [number, number, number], placements: readonly Placement[]) =>
  testPart({
    ...{ id, name: id, meshId: null, count: placements.length, made: "bought" },
    size: { boxMm },
    place: { placements },
  });
const at = (xMm: number, yMm: number, turnDeg = 0): Placement => ({ xMm, yMm, turnDeg });
const planned = async () =>
  makePlan((await getPlanInput(scene.id, { today: scene.startOn, minute: 0, ms: 0 }, db))!);
const copiesOf = async () => {
  const { parts } = await planned();
  return leafCopies(
    parts.find((p) => p.part.id === "door")!,
    parts,
  );
};

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  await db.scenes.put(scene);
  // A door of 28 mm hung on its left edge, and a cupboard whose near side is 20 mm before that hinge.
  await db.parts.bulkPut([
    thing("door", [28, 2, 60], [at(100, 100)]),
    thing("cupboard", [30, 12, 50], [at(100, 74)]),
  ]);
});

describe("C13: positions of copies", () => {
  it("an open door that meets a cupboard 20 mm from its hinge is refused, ajar is offered and taken at a tap", async () => {
    await opens("open");
    expect(await copiesOf()).toMatchObject([
      { wanted: "open", stands: "ajar", held: { by: "cupboard", fromHingeMm: 20 } },
    ]);
    const finding = (await planned()).findings.find((f) => f.cause === "leaf-held")!;
    expect(finding.sentence).toBe(
      "door: it cannot stand open. It is 28 mm wide and cupboard stands 20 mm from its hinge; ajar it stays clear.",
    );
    const { edit, label } = finding.mends[0]!;
    expect(label).toBe("Have it ajar");
    expect(edit).toMatchObject({ table: "parts", patch: { place: { leaf: { stand: "ajar" } } } });
    await opens("ajar");
    expect((await planned()).findings.filter((f) => f.cause === "leaf-held")).toEqual([]);
  });
  it("opens to the other side, and where the cupboard is 30 mm away", async () => {
    await opens("open", "1", "left", "back");
    expect(await copiesOf()).toMatchObject([{ stands: "open", held: null }]);
    await opens("open");
    await send({
      intent: "place",
      partId: "cupboard",
      name: "cupboard",
      placements: JSON.stringify([at(100, 64)]),
    });
    expect(await copiesOf()).toMatchObject([{ stands: "open", held: null }]);
  });
  it("a wall that it is hung in holds nothing, nor does a part that is put aside", async () => {
    await db.parts.put(thing("wall", [200, 4, 80], [at(100, 101)]));
    await db.parts.delete("cupboard");
    await opens("open");
    expect(await copiesOf()).toMatchObject([{ stands: "open" }]);
  });
  it("nine that differ are three of each, the same again, others by another draw; the bench names them", async () => {
    await db.parts.put(
      thing(
        "door",
        [28, 2, 60],
        Array.from({ length: 9 }, (_, i) => at(40 + 70 * i, 300)),
      ),
    );
    await db.scenes.update(scene.id, { boardWidthMm: 900, boardDepthMm: 500 });
    await opens("each its own", "7");
    const first = await copiesOf();
    const count = (stands: string) => first.filter((c) => c.stands === stands).length;
    expect([count("closed"), count("ajar"), count("open")]).toEqual([3, 3, 3]);
    expect(await copiesOf()).toEqual(first);
    await opens("each its own", "8");
    expect((await copiesOf()).map((c) => c.stands)).not.toEqual(first.map((c) => c.stands));
    const ground = { intent: "add", id: "", name: "", material: "sand", share: "40", depth: "2" };
    await groundAction({ ...ground, wetWith: "water", flock: "none", loose: "" }, scene.id);
    const placed = (await planned()).work.steps.find(
      (s) => s.action === "place" && s.onWhat.includes("door"),
    );
    expect(placed?.notes).toContain(`It opens: ${leafText(await copiesOf())}.`);
    expect(leafText(first)).toMatch(/^copies \d, \d and \d closed; copies .* ajar; copies .* open$/);
  });
  it("is no leaf any more when it is said so", async () => {
    await opens("open");
    await send({ intent: "leaf", partId: "door", hinge: "", way: "front", stand: "open", seed: "1" });
    expect(await copiesOf()).toEqual([]);
  });
});

describe("a leaf on its hinge", () => {
  it.each([
    ["left", "front", 0],
    ["right", "front", 90],
    ["left", "back", 180],
    ["right", "back", 37],
  ] as const)("hung %s, to the %s, turned %s: the hinge stays and the area too", (hinge, way, turnDeg) => {
    const areaOf = (p: readonly (readonly number[])[]) =>
      Math.abs(
        p.reduce((sum, [x, y], i) => {
          const [u, v] = p[(i + 1) % p.length]!;
          return sum + x! * v! - u! * y!;
        }, 0),
      ) / 2;
    const hingeOf = ([a, , , d]: readonly (readonly number[])[]) => [
      (a![0]! + d![0]!) / 2,
      (a![1]! + d![1]!) / 2,
    ];
    const outline = (deg: number) => leafOutline([28, 2], at(50, 60, turnDeg), { hinge, way }, deg);
    for (const deg of Object.values(LEAF_DEG)) {
      expect(areaOf(outline(deg))).toBeCloseTo(56, 9);
      hingeOf(outline(deg)).forEach((v, k) => expect(v).toBeCloseTo(hingeOf(outline(0))[k]!, 9));
    }
    // Ajar by 30 degrees its far edge is half its width out: 14 mm.
    const tip = outline(30)[1]!.map((v, k) => (v + outline(30)[2]![k]!) / 2);
    const closed = outline(0)[1]!.map((v, k) => (v + outline(0)[2]![k]!) / 2);
    const [hx, hy] = hingeOf(outline(0));
    const cross = (closed[0]! - hx!) * (tip[1]! - hy!) - (closed[1]! - hy!) * (tip[0]! - hx!);
    expect(Math.abs(cross) / 28).toBeCloseTo(14, 9);
  });
});
