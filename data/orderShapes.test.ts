import { describe, expect, it } from "vitest";
import { writeZip } from "#core/formats/zip";
import { insert, leaveOut, moveBefore, otherProduct, otherWay, waitBetween } from "#core/order/mends";
import { mishapsFor } from "#core/order/mishaps";
import { ownKinds } from "#core/steps/ownKinds";
import type { Redo } from "#core/steps/step";
import { orderSchools, schoolTopics } from "#core/steps/orderSchools";
import { testStep } from "#core/order/testing";
import type { Scene } from "#core/scene/scene";
import { exportArchive } from "#data/archiveOut";
import { check } from "#data/check";
import { shapes } from "#data/shapes";
import { freshDatabase, importArchive, testScene } from "#data/testing";

const a = testStep({ id: "a", action: "paint", product: "acrylic", sheen: "matte" });
const b = testStep({
  id: "b",
  action: "varnish",
  product: "matte varnish can",
  tool: "spray can",
  place: "booth",
});
const redo: Redo = {
  stepId: "part:f/scheme-frame",
  action: "paint",
  title: "Paint the colour",
  product: "acrylic",
  sheen: "matte",
  tool: "fine brush",
  place: "bench",
  waitMinutes: 30,
  minutesEach: 2,
};
const changes: Scene["orderChanges"] = [
  insert("before", b, "seal", "Seal it", {
    product: "varnish",
    facts: { checks: ["dam"], depthMm: 2 },
  }),
  otherProduct(b, "varnish"),
  otherWay(a, "otherwise", { wet: null, pin: true, depthMm: 1.5 }, { alcohol: false, minutes: 4 }),
  waitBetween(a, b, 600),
  moveBefore(b, a),
  leaveOut(a, "less"),
  ...(["paint", "varnish", "glue", "lay ground", "shade", "pour water"] as const).flatMap((action) =>
    mishapsFor({ ...a, action }).flatMap((m) =>
      m.repair({ ...a, action, redo: [redo] }, 2).map((change) => ({ change })),
    ),
  ),
].map(({ change }) => ({ ruleId: "O14", note: "on purpose", change }));
/** One of each kind of step of one's own, beside another and by itself. */
const own: Scene["orderChanges"] = ownKinds.map((kind, i) => ({
  ruleId: null,
  note: "",
  change: {
    kind: "own",
    id: `own/${i}`,
    at:
      i % 2 === 0 ? null : { side: "after", stepId: "a", within: i % 3 === 0 ? "right there" : "some time" },
    targets: ["part:a", "board"],
    title: kind.name,
    action: kind.action,
    product: kind.product,
    paintId: null,
    millilitres: i % 4 === 0 ? 1.5 : null,
    sheen: kind.sheen,
    tool: kind.tool,
    place: kind.place,
    minutes: kind.minutes,
    waitMinutes: kind.waitMinutes,
    facts: kind.facts,
    optional: i % 5 === 0,
  },
}));

describe("what is stored of an order", () => {
  it("takes every change that a mend or a repair makes, and brings it back from an archive unchanged", async () => {
    const scene = testScene({
      orderChanges: [...changes, ...own],
      setAside: [{ ruleId: "O13", stepId: "a", other: null, note: "raw plastic" }],
      orderSchools: { cure: "cure on the supports" },
    });
    expect(check(shapes.scenes, scene)).toMatchObject({ ok: true });
    const db = freshDatabase();
    const again = freshDatabase();
    await db.scenes.put(scene);
    await db.plans.put({
      id: scene.id,
      acceptedAt: "2026-03-02T20:00",
      day: "2026-03-02",
      slots: { a: [1170.5, 1180.25] },
      sequenceNumber: 3,
    });
    await db.notes.put({
      id: "n",
      sceneId: scene.id,
      stepId: "a",
      at: "2026-03-02T20:00",
      text: "brick",
      picture: "data:image/jpeg;base64,AAAA",
    });
    await db.records.put({
      id: "r",
      sceneId: scene.id,
      stepId: "a",
      state: "some",
      at: "2026-03-02T20:00",
      actualMinutes: 3.5,
      pieces: 4,
      note: "",
    });
    expect((await importArchive(await exportArchive(db), "replace", "2026-03-02T21:00", again)).ok).toBe(
      true,
    );
    for (const table of ["scenes", "plans", "notes", "records"] as const)
      expect(await again.table(table).toArray()).toEqual(await db.table(table).toArray());
  });
  it.each<[string, Record<string, unknown>]>([
    ["a change of no kind", { orderChanges: [{ ruleId: null, note: "", change: { kind: "dance" } }] }],
    [
      "negative minutes",
      {
        orderChanges: [
          { ruleId: null, note: "", change: { kind: "wait", before: "a", after: "b", minutes: -5 } },
        ],
      },
    ],
    [
      "a product that is none",
      {
        orderChanges: [
          {
            ruleId: null,
            note: "",
            change: {
              kind: "product",
              stepId: "a",
              product: "snake oil",
              sheen: null,
              tool: null,
              place: null,
              minutes: 0,
            },
          },
        ],
      },
    ],
    [
      "a rule set aside without a note",
      { setAside: [{ ruleId: "O13", stepId: "a", other: null, note: "" }] },
    ],
    ["a school that nobody teaches", { orderSchools: { cure: "in the oven" } }],
  ])("refuses %s in words, and stores nothing", async (_, wrong) => {
    const scene = { ...testScene(), ...wrong };
    const outcome = check(shapes.scenes, scene);
    expect(outcome.ok).toBe(false);
    const db = freshDatabase();
    const archive = writeZip({
      "archive.json": new TextEncoder().encode(
        JSON.stringify({ format: "inch-hollow", version: 4, tables: { scenes: [scene] }, meshes: [] }),
      ),
    });
    const read = await importArchive(archive, "replace", "2026-03-02T21:00", db);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problems[0]!.path.slice(0, 3)).toEqual(["tables", "scenes", 1]);
    expect(await db.scenes.count()).toBe(0);
  });
  it("knows every school by its name", () => {
    for (const topic of schoolTopics)
      for (const [name] of orderSchools[topic])
        expect(check(shapes.scenes, testScene({ orderSchools: { [topic]: name } })).ok, name).toBe(true);
  });
  it("refuses a picture that is none, and one that is too large", () => {
    const note = { id: "n", sceneId: "s", stepId: "a", at: "2026-03-02T20:00", text: "" };
    expect(check(shapes.notes, { ...note, picture: "javascript:alert(1)" }).ok).toBe(false);
    expect(
      check(shapes.notes, { ...note, picture: `data:image/jpeg;base64,${"A".repeat(2_000_001)}` }).ok,
    ).toBe(false);
    expect(check(shapes.notes, { ...note, picture: null }).ok).toBe(true);
  });
});
